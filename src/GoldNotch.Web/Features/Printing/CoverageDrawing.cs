using GoldNotch.Web.Features.Coverage;
using SkiaSharp;

namespace GoldNotch.Web.Features.Printing;

/// <summary>The coverage grid drawn black on white, for a file or a wall: counts, and a bar that tells them apart without colour.</summary>
internal static class CoverageDrawing
{
    private const float RowHeight = 34;
    private const float Names = 190;
    private const float Column = 118;
    private const float Bar = 102;

    internal static byte[] Svg(CoverageView grid)
    {
        var size = new SKRect(0, 0, Names + (grid.Models.Count * Column) + 8, ((grid.Standards.Count + 1) * RowHeight) + 8);
        using var to = new MemoryStream();
        using (SKCanvas canvas = SKSvgCanvas.Create(size, to))
        {
            Draw(canvas, grid, size.Right);
        }

        return to.ToArray();
    }

    private static void Draw(SKCanvas canvas, CoverageView grid, float right)
    {
        using var ink = new SKPaint { Color = SKColors.Black, IsAntialias = true };
        using var rule = new SKPaint
        {
            Color = SKColors.Black,
            StrokeWidth = 0.8f,
            Style = SKPaintStyle.Stroke,
        };
        using var light = new SKPaint { Color = new SKColor(0xbb, 0xbb, 0xbb) };
        using SKFont words = Lettering.Font(Lettering.Bold, 12);
        using SKFont mono = Lettering.Font(Lettering.Mono, 11);
        double scale =
            Bar / Math.Max(1.0, grid.Cells.Select(c => c.Exact + c.Compromise + c.BrokenMusts + c.CheckByEye).DefaultIfEmpty(1).Max());
        Dictionary<(string, int, string), CoverageCellView> cells = grid.Cells.ToDictionary(c =>
            (c.StandardKey, c.StandardVersion, c.ModelKey)
        );
        for (int column = 0; column < grid.Models.Count; column++)
        {
            canvas.Write(
                Lettering.Fitted(grid.Models[column].Name, words, Column - 8),
                Names + (column * Column),
                20,
                SKTextAlign.Left,
                words,
                ink
            );
        }

        canvas.DrawLine(0, 28, right, 28, rule);
        for (int row = 0; row < grid.Standards.Count; row++)
        {
            CoverageStandardView standard = grid.Standards[row];
            float y = (row + 1) * RowHeight;
            canvas.Write(
                Lettering.Fitted(
                    $"{standard.Name} {(standard.State == Core.Sheets.StandardState.Draft ? "draft " : "v")}{standard.Version}",
                    words,
                    Names - 10
                ),
                0,
                y + 12,
                SKTextAlign.Left,
                words,
                ink
            );
            for (int column = 0; column < grid.Models.Count; column++)
            {
                CoverageCellView cell = cells[(standard.Key, standard.Version, grid.Models[column].Key)];
                float x = Names + (column * Column);
                canvas.Write(
                    $"{cell.Exact} {cell.Compromise} {cell.BrokenMusts} {cell.CheckByEye}",
                    x,
                    y + 12,
                    SKTextAlign.Left,
                    mono,
                    ink
                );
                foreach (
                    (int count, SKPaint? paint) in new[]
                    {
                        (cell.Exact, light),
                        (cell.Compromise, null),
                        (cell.BrokenMusts, ink),
                        (cell.CheckByEye, null),
                    }
                )
                {
                    float width = (float)(count * scale);
                    if (width > 0)
                    {
                        canvas.DrawRect(new SKRect(x, y + 17, x + width, y + 23), paint ?? rule);
                        x += width + 1;
                    }
                }
            }
        }
    }
}
