using GoldNotch.Core.Units;
using SkiaSharp;

namespace GoldNotch.Web.Features.Printing;

/// <summary>Fonts that ship with the application, and how text is set with them.</summary>
internal static class Lettering
{
    internal static readonly SKTypeface Words = Load("atkinson-400.woff");
    internal static readonly SKTypeface Bold = Load("atkinson-700.woff");
    internal static readonly SKTypeface Mono = Load("plex-mono-500.woff");

    /// <summary>A font for paper: every size has the proportions of the drawing, and no letter is moved to a grid of pixels that paper has not.</summary>
    internal static SKFont Font(SKTypeface face, float size) =>
        new(face, size)
        {
            LinearMetrics = true,
            Hinting = SKFontHinting.None,
            Subpixel = true,
            BaselineSnap = false,
        };

    /// <summary>The fonts lack small fractions and the thin space: both are written out.</summary>
    internal static string Plain(string text) =>
        text.Replace(Notation.ThinSpace, "\u00a0", StringComparison.Ordinal)
            .Replace("⅓", " 1/3", StringComparison.Ordinal)
            .Replace("⅔", " 2/3", StringComparison.Ordinal)
            .Replace("⅙", " 1/6", StringComparison.Ordinal)
            .Replace("⅚", " 5/6", StringComparison.Ordinal)
            .Replace("→", "to", StringComparison.Ordinal)
            .Replace("− 1/", "−1/", StringComparison.Ordinal)
            .Replace("− 2/", "−2/", StringComparison.Ordinal)
            .Replace("+ 1/", "+1/", StringComparison.Ordinal)
            .Replace("+ 2/", "+2/", StringComparison.Ordinal)
            .TrimStart();

    /// <summary>Text in lines no wider than a width.</summary>
    internal static List<string> Wrapped(string text, SKFont font, float width)
    {
        List<string> lines = [];
        string line = "";
        foreach (string word in Plain(text).Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            string longer = line.Length == 0 ? word : line + " " + word;
            if (line.Length > 0 && font.WidthOf(longer) > width)
            {
                lines.Add(line);
                line = word;
            }
            else
            {
                line = longer;
            }
        }

        if (line.Length > 0)
        {
            lines.Add(line);
        }

        return lines;
    }

    /// <summary>Text cut to a width, with an ellipsis where it was cut.</summary>
    internal static string Fitted(string text, SKFont font, float width)
    {
        string plain = Plain(text);
        if (font.WidthOf(plain) <= width)
        {
            return plain;
        }

        int keep = plain.Length;
        while (keep > 1 && font.WidthOf(plain[..keep] + "…") > width)
        {
            keep--;
        }

        return plain[..keep].TrimEnd() + "…";
    }

    private static SKTypeface Load(string file)
    {
        using Stream font = typeof(Lettering).Assembly.GetManifestResourceStream("Fonts/" + file)
            ?? throw new InvalidOperationException($"The font {file} is missing from the application.");
        return SKTypeface.FromStream(font) ?? throw new InvalidOperationException($"The font {file} cannot be read.");
    }
}

/// <summary>Sizes of paper in points.</summary>
internal readonly record struct PaperSize(float Width, float Height)
{
    internal static readonly PaperSize A4 = new(595.28f, 841.89f);
    internal static readonly PaperSize Letter = new(612, 792);

    internal static PaperSize? Of(string? name) =>
        name switch
        {
            null or "" or "a4" => A4,
            "letter" => Letter,
            _ => null,
        };
}
