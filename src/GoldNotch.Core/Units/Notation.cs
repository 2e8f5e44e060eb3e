using System.Globalization;

namespace GoldNotch.Core.Units;

/// <summary>How numbers are written on cameras and on our sheets: real fractions, a true minus, a thin space before a unit.</summary>
public static class Notation
{
    /// <summary>Narrow no-break space, set between a number and its unit.</summary>
    public const string ThinSpace = "\u202f";

    /// <summary>The true minus sign.</summary>
    public const char Minus = '\u2212';

    /// <summary>No label on a camera is longer; what is longer is refused unread.</summary>
    public const int LongestLabel = 80;

    private static readonly string[] Formats = ["0", "0.#", "0.##", "0.###", "0.####", "0.#####", "0.######"];

    private static readonly (string Text, double Value)[] Fractions =
    [
        ("⅓", 1.0 / 3),
        ("⅔", 2.0 / 3),
        ("½", 0.5),
        ("¼", 0.25),
        ("¾", 0.75),
        ("⅙", 1.0 / 6),
        ("⅚", 5.0 / 6),
    ];

    /// <summary>A number with at most <paramref name="digits"/> decimals, a true minus, and a plus where asked.</summary>
    /// <param name="value">Any finite number.</param>
    /// <param name="digits">Decimals kept, 0 to 6; trailing zeros are dropped.</param>
    /// <param name="withPlus">Whether a positive number carries a plus.</param>
    public static string Number(double value, int digits = 0, bool withPlus = false)
    {
        double rounded = Math.Round(value, digits, MidpointRounding.AwayFromZero);
        double size = Math.Abs(rounded);

        // A dial has a hundred detents with whole numbers, and a custom format is ten times slower than a whole number.
        string text =
            size < 1e15 && size == Math.Floor(size)
                ? ((long)size).ToString(CultureInfo.InvariantCulture)
                : size.ToString(Formats[digits], CultureInfo.InvariantCulture);
        return rounded < 0 ? Minus + text
            : withPlus && rounded > 0 ? "+" + text
            : text;
    }

    /// <summary>Whole thirds written as they are spoken: <c>1⅓</c>, <c>⅔</c>, <c>0</c>. No sign.</summary>
    /// <param name="thirds">Number of thirds, 0 or more.</param>
    internal static string Thirds(int thirds)
    {
        (int whole, int rest) = Math.DivRem(thirds, 3);
        string fraction = rest switch
        {
            1 => "⅓",
            2 => "⅔",
            _ => "",
        };
        return whole == 0 && rest > 0 ? fraction : whole.ToString(CultureInfo.InvariantCulture) + fraction;
    }

    /// <summary>At most the first forty characters of what was typed, safe to quote in a message.</summary>
    internal static string Excerpt(string text)
    {
        string line = string.Concat(text.Where(c => !char.IsControl(c)));
        return line.Length <= 40 ? line : line[..40] + "…";
    }

    /// <summary>Trims, makes every minus one minus and every space one space; null when there is nothing, far too much, or what no keyboard types.</summary>
    internal static string? Tidy(string? text)
    {
        if (text is null || text.Length > LongestLabel || text.Any(c => char.IsControl(c) && !char.IsWhiteSpace(c)))
        {
            return null;
        }

        string tidy = text.Replace(Minus, '-')
            .Replace('–', '-')
            .Replace('\u202f', ' ')
            .Replace('\u00a0', ' ')
            .Replace('\u2009', ' ')
            .Trim();
        return tidy.Length == 0 ? null : tidy;
    }

    /// <summary>Takes one of several unit words off the end, whatever its case.</summary>
    internal static string WithoutUnit(string text, params ReadOnlySpan<string> units)
    {
        foreach (string unit in units)
        {
            if (text.EndsWith(unit, StringComparison.OrdinalIgnoreCase))
            {
                return text[..^unit.Length].TrimEnd();
            }
        }

        return text;
    }

    /// <summary>Reads a plain decimal number with an optional sign; no exponent, no grouping.</summary>
    internal static bool TryDecimal(string text, out double value) =>
        double.TryParse(text, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out value);

    /// <summary>Splits <c>5.6 1/3</c>, <c>5.6⅓</c>, <c>⅔</c> or <c>2/3</c> into a number text and a fraction.</summary>
    /// <returns>False when what looks like a fraction is none.</returns>
    internal static bool TrySplitFraction(string text, out string number, out double fraction)
    {
        (number, fraction) = (text, 0);
        foreach ((string sign, double value) in Fractions)
        {
            if (text.EndsWith(sign, StringComparison.Ordinal))
            {
                (number, fraction) = (text[..^sign.Length].TrimEnd(), value);
                return true;
            }
        }

        int slash = text.LastIndexOf('/');
        if (slash < 0)
        {
            return true;
        }

        int space = text.LastIndexOf(' ', slash);
        string top = text[(space + 1)..slash];
        bool negative = space < 0 && top.StartsWith('-');
        if (!TryDecimal(top.TrimStart('+', '-'), out double above) || !TryDecimal(text[(slash + 1)..], out double below) || below <= 0)
        {
            return false;
        }

        number = space < 0 ? (negative ? "-" : "") : text[..space].TrimEnd();
        fraction = above / below;
        return true;
    }
}
