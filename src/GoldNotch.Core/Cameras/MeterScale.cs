using System.Collections.Immutable;
using System.Globalization;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>A mark of a level meter.</summary>
/// <param name="Share">Share of the bar, 0 to 1.</param>
/// <param name="Dbfs">What it means, dBFS.</param>
public readonly record struct MeterMark(double Share, double Dbfs);

/// <summary>The level meter of a model: what a share of its bar means. Two thirds of a bar are −20 dBFS on one camera and −12 on another.</summary>
/// <param name="Marks">Marks along the bar, rising, two or more; between them it is even.</param>
public sealed record MeterScale(ImmutableArray<MeterMark> Marks)
{
    private static readonly (string Word, double Share)[] Words =
    [
        ("a quarter", 1.0 / 4),
        ("a third", 1.0 / 3),
        ("half", 1.0 / 2),
        ("two thirds", 2.0 / 3),
        ("three quarters", 3.0 / 4),
    ];

    /// <summary>The level that a share of the bar means; null where its marks do not reach.</summary>
    /// <param name="share">Share of the bar, 0 to 1.</param>
    public double? At(double share)
    {
        for (int i = 1; i < Marks.Length; i++)
        {
            (MeterMark low, MeterMark high) = (Marks[i - 1], Marks[i]);
            if (share >= low.Share - Guard.Edge && share <= high.Share + Guard.Edge)
            {
                return low.Dbfs + ((high.Dbfs - low.Dbfs) * (share - low.Share) / (high.Share - low.Share));
            }
        }

        return null;
    }

    /// <summary>A share of the bar as it is spoken: <c>two thirds of the bar</c>, <c>2/3 of the bar</c>, <c>70 % of the bar</c>; null where the text is of no bar.</summary>
    /// <param name="text">What was typed.</param>
    /// <exception cref="QuantityException">It is of a bar, and no share of it.</exception>
    public static double? ShareOf(string text)
    {
        string tidy = text.Trim().ToLowerInvariant();
        if (!tidy.EndsWith(" of the bar", StringComparison.Ordinal))
        {
            return null;
        }

        string said = tidy[..^" of the bar".Length].Trim();
        double? share =
            Words.FirstOrDefault(w => w.Word == said) is { Share: > 0 } word ? word.Share
            : said.EndsWith('%') && Number(said[..^1]) is { } percent ? percent / 100
            : said.Split('/') is [var over, var under] && Number(over) is { } o && Number(under) is > 0 and { } u ? o / u
            : null;
        return share is >= 0 and <= 1
            ? share
            : throw new QuantityException(
                QuantityFault.BadLabel,
                $"“{Notation.Excerpt(text)}” is no share of a bar. Type 2/3 of the bar, 70 % of the bar, or the level in dBFS."
            );
    }

    private static double? Number(string text) =>
        double.TryParse(text.Trim(), NumberStyles.Float, CultureInfo.InvariantCulture, out double number) ? number : null;
}
