using GoldNotch.Exchange;
using SkiaSharp;

namespace GoldNotch.Web.Features.Printing;

/// <summary>What stands on the label of a unit.</summary>
/// <param name="Tag">Asset tag, the largest of it.</param>
/// <param name="Tape">Colour of its tape; empty for none.</param>
/// <param name="Model">Name of its model.</param>
/// <param name="Address">Where its code leads.</param>
internal sealed record Label(string Tag, string Tape, string Model, string Address);

/// <summary>What labels are printed on, in points: a sheet of labels, or one label for each page of a label printer.</summary>
/// <param name="Page">The page.</param>
/// <param name="Across">Labels side by side.</param>
/// <param name="Down">Labels below each other.</param>
/// <param name="Width">Width of one.</param>
/// <param name="Height">Height of one.</param>
internal sealed record LabelPaper(PaperSize Page, int Across, int Down, float Width, float Height)
{
    /// <summary>The smallest label on which tag, tape and model can be read beside a code that a phone still takes.</summary>
    internal const double LeastWidthMm = 38;
    internal const double LeastHeightMm = 16;
    private const double MostMm = 200;
    private const float Point = 72 / 25.4f;

    /// <summary>Reads what was asked for.</summary>
    /// <param name="paper"><c>a4</c>, <c>letter</c>, or <c>printer</c> with a width and a height.</param>
    /// <param name="widthMm">Width of the label in a label printer, 38 to 200 mm.</param>
    /// <param name="heightMm">Its height, 16 to 200 mm.</param>
    /// <exception cref="RefusedException">There is no such paper, or the label is too small.</exception>
    internal static LabelPaper Of(string? paper, double? widthMm, double? heightMm) =>
        paper switch
        {
            null or "" or "a4" => new(PaperSize.A4, 3, 8, 64 * Point, 33.9f * Point),
            "letter" => new(PaperSize.Letter, 3, 10, 66.7f * Point, 25.4f * Point),
            "printer" => Printer(Size(widthMm, LeastWidthMm, "/widthMm", "wide"), Size(heightMm, LeastHeightMm, "/heightMm", "high")),
            _ => throw new RefusedException(ProblemCode.BadValue, "/paper", "Labels go on a4, letter or printer."),
        };

    private static LabelPaper Printer(float width, float height) => new(new PaperSize(width, height), 1, 1, width, height);

    private static float Size(double? mm, double least, string pointer, string way) =>
        mm is { } given && given >= least && given <= MostMm
            ? (float)given * Point
            : throw new RefusedException(
                ProblemCode.BadValue,
                pointer,
                string.Create(
                    System.Globalization.CultureInfo.InvariantCulture,
                    $"A label is {least} to {MostMm} mm {way}{(mm is { } small && small < least ? $": on {small} mm the tag and the code cannot be read" : "")}. Put a larger roll in, or print on a sheet."
                )
            );
}

/// <summary>Labels to stick on cameras: the code that opens the bench, and beside it tag, tape and model to be read by eye.</summary>
internal static class LabelPdf
{
    internal static byte[] Of(IReadOnlyList<Label> labels, LabelPaper paper)
    {
        float left = (paper.Page.Width - (paper.Across * paper.Width)) / 2;
        float top = (paper.Page.Height - (paper.Down * paper.Height)) / 2;
        using var to = new MemoryStream();
        using (SKDocument document = SKDocument.CreatePdf(to, new SKDocumentPdfMetadata { Title = "Labels", Author = "Gold Notch" }))
        {
            foreach (Label[] page in labels.Chunk(paper.Across * paper.Down))
            {
                SKCanvas canvas = document.BeginPage(paper.Page.Width, paper.Page.Height);
                for (int i = 0; i < page.Length; i++)
                {
                    float x = left + (i % paper.Across * paper.Width);
                    float y = top + (i / paper.Across * paper.Height);
                    Draw(canvas, page[i], new SKRect(x, y, x + paper.Width, y + paper.Height));
                }

                document.EndPage();
            }

            document.Close();
        }

        return to.ToArray();
    }

    private static void Draw(SKCanvas canvas, Label label, SKRect box)
    {
        using var ink = new SKPaint { Color = SKColors.Black, IsAntialias = true };
        float pad = box.Height * 0.09f;
        float code = Math.Min(box.Height - (2 * pad), box.Width * 0.42f);
        float x = box.Left + pad + code + pad;
        float room = box.Right - pad - x;
        float middle = box.MidY;
        QrCodes.Draw(
            canvas,
            label.Address,
            new SKRect(box.Left + pad, middle - (code / 2), box.Left + pad + code, middle + (code / 2)),
            ink
        );
        using SKFont tag = Largest(label.Tag, Lettering.Bold, room, box.Height * 0.3f);
        using SKFont small = Lettering.Font(Lettering.Words, Math.Clamp(box.Height * 0.13f, 6, 11));
        canvas.Write(label.Tag, x, middle - (small.Size * 0.35f), SKTextAlign.Left, tag, ink);
        canvas.Write(Lettering.Fitted(label.Model, small, room), x, middle + (small.Size * 0.95f), SKTextAlign.Left, small, ink);
        if (label.Tape.Length > 0)
        {
            string tape = Lettering.Fitted($"{label.Tape} tape", small, room);
            canvas.Write(tape, x, middle + (small.Size * 2.2f), SKTextAlign.Left, small, ink);
        }
    }

    // A tag is never cut: it becomes smaller until it fits.
    private static SKFont Largest(string text, SKTypeface face, float width, float size)
    {
        SKFont font = Lettering.Font(face, size);
        float wide = font.WidthOf(text);
        if (wide > width)
        {
            font.Size = size * width / wide;
        }

        return font;
    }
}
