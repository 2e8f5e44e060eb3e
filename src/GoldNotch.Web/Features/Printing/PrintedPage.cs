using SkiaSharp;

namespace GoldNotch.Web.Features.Printing;

/// <summary>A column of a table on paper.</summary>
/// <param name="Head">Its heading.</param>
/// <param name="At">Where it begins, as a share of the width.</param>
/// <param name="Font">What its values are written in.</param>
/// <param name="Value">The value of a row.</param>
internal sealed record PaperColumn<T>(string Head, float At, SKFont Font, Func<T, string> Value);

/// <summary>One page that lies on the table beside the cameras: black on white, with what its parts share.</summary>
/// <param name="canvas">What is drawn on.</param>
/// <param name="width">Width of the paper, points.</param>
/// <param name="height">Height of the paper, points.</param>
/// <param name="size">Size of its letters, points.</param>
internal abstract class PrintedPage(SKCanvas canvas, float width, float height, float size = 8.5f) : IDisposable
{
    protected const float Margin = 36;

    /// <summary>From one line to the next.</summary>
    protected float Line { get; } = size * 1.3f;

    protected SKCanvas Canvas => canvas;

    protected float Width => width;

    protected float Height => height;

    protected float Wide => width - (2 * Margin);

    protected SKPaint Ink { get; } = new() { Color = SKColors.Black, IsAntialias = true };

    protected SKPaint Rule { get; } =
        new()
        {
            Color = SKColors.Black,
            StrokeWidth = 0.6f,
            Style = SKPaintStyle.Stroke,
        };

    protected SKFont Title { get; } = Lettering.Font(Lettering.Bold, 18);

    protected SKFont Head { get; } = Lettering.Font(Lettering.Bold, size);

    protected SKFont Words { get; } = Lettering.Font(Lettering.Words, size);

    /// <summary>Where the next line stands.</summary>
    protected float Y { get; set; } = Margin + 14;

    public virtual void Dispose()
    {
        foreach (IDisposable tool in new IDisposable[] { Ink, Rule, Title, Head, Words })
        {
            tool.Dispose();
        }

        GC.SuppressFinalize(this);
    }

    /// <summary>A document of one such page, on its side.</summary>
    internal static byte[] Print(string title, PaperSize paper, Func<SKCanvas, float, float, PrintedPage> open, Action<PrintedPage> draw) =>
        Upright(title, new PaperSize(paper.Height, paper.Width), open, draw);

    /// <summary>A document of one such page, upright.</summary>
    internal static byte[] Upright(string title, PaperSize paper, Func<SKCanvas, float, float, PrintedPage> open, Action<PrintedPage> draw)
    {
        using var to = new MemoryStream();
        // Without a word of quality it takes the lowest, in which a picture is a few grey blocks.
        var metadata = new SKDocumentPdfMetadata
        {
            Title = title,
            Author = "Gold Notch",
            EncodingQuality = 92,
            RasterDpi = 300,
        };
        using (SKDocument document = SKDocument.CreatePdf(to, metadata))
        {
            using (PrintedPage page = open(document.BeginPage(paper.Width, paper.Height), paper.Width, paper.Height))
            {
                draw(page);
            }

            document.EndPage();
            document.Close();
        }

        return to.ToArray();
    }

    protected void Paragraph(string text, float wide)
    {
        foreach (string line in Lettering.Wrapped(text, Words, wide))
        {
            Canvas.Write(line, Margin, Y, SKTextAlign.Left, Words, Ink);
            Y += Line;
        }
    }

    /// <summary>A heading of a part of the page.</summary>
    protected void Chapter(string text)
    {
        Canvas.Write(text, Margin, Y, SKTextAlign.Left, Head, Ink);
        Y += Line + 2;
    }

    /// <summary>Sentences one under the other; what does not fit is not dropped unsaid.</summary>
    /// <param name="sentences">The sentences.</param>
    /// <param name="left">Where they begin.</param>
    /// <param name="what">What is to be opened on the screen for the rest.</param>
    protected void Told(IEnumerable<string> sentences, float left, string what)
    {
        foreach (string sentence in sentences)
        {
            foreach (string line in Lettering.Wrapped(sentence, Words, width - Margin - left))
            {
                if (Y > height - Margin)
                {
                    Canvas.Write(
                        $"There is more to know: open this {what} on the screen.",
                        width - Margin,
                        height - Margin + 12,
                        SKTextAlign.Right,
                        Head,
                        Ink
                    );
                    return;
                }

                Canvas.Write(line, left, Y, SKTextAlign.Left, Words, Ink);
                Y += Line;
            }

            Y += 2;
        }
    }

    /// <summary>A table; a value is never cut on paper: it goes on in the next line.</summary>
    protected void Table<T>(IReadOnlyList<PaperColumn<T>> columns, IEnumerable<T> rows, float step)
    {
        foreach (PaperColumn<T> column in columns)
        {
            Canvas.Write(column.Head, Margin + (column.At * Wide), Y, SKTextAlign.Left, Head, Ink);
        }

        Canvas.DrawLine(Margin, Y + 4, width - Margin, Y + 4, Rule);
        Y += 4;
        foreach (T row in rows)
        {
            int lines = 1;
            for (int i = 0; i < columns.Count; i++)
            {
                float end = i + 1 < columns.Count ? columns[i + 1].At : 1;
                List<string> cell = Lettering.Wrapped(columns[i].Value(row), columns[i].Font, ((end - columns[i].At) * Wide) - 5);
                lines = Math.Max(lines, cell.Count);
                for (int k = 0; k < cell.Count; k++)
                {
                    Canvas.Write(cell[k], Margin + (columns[i].At * Wide), Y + ((k + 1) * step), SKTextAlign.Left, columns[i].Font, Ink);
                }
            }

            Y += (lines * step) + 4;
        }

        Y += 8;
        Canvas.DrawLine(Margin, Y, width - Margin, Y, Rule);
    }
}
