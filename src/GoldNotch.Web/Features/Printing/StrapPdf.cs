using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Web.Features.Wording;
using QRCoder;
using SkiaSharp;

namespace GoldNotch.Web.Features.Printing;

/// <summary>A card for the camera's strap, 86 by 54 mm: what is set, and a code that opens this unit's check.</summary>
internal static class StrapPdf
{
    private const float Point = 72 / 25.4f;
    private const float Width = 86 * Point;
    private const float Height = 54 * Point;
    private const float Margin = 8 * Point;

    // What a hand reaches for while shooting; the rest is on the sheet.
    private static readonly Setting[] Shown =
    [
        Setting.Shutter,
        Setting.BaseIso,
        Setting.Gain,
        Setting.NeutralDensity,
        Setting.Iris,
        Setting.WhiteBalance,
        Setting.RecordFormat,
        Setting.FocusMode,
        Setting.Stabiliser,
        Setting.AudioPeakLevel,
    ];

    internal static byte[] Of(Sheet sheet, StoredUnit? unit, string? address, Phrasing phrasing)
    {
        using var to = new MemoryStream();
        using (
            SKDocument document = SKDocument.CreatePdf(
                to,
                new SKDocumentPdfMetadata { Title = $"{sheet.Standard.Name}, {sheet.Model.Name}: strap card", Author = "Gold Notch" }
            )
        )
        {
            SKCanvas canvas = document.BeginPage(Width, Height);
            Draw(canvas, sheet, unit, address, phrasing);
            document.EndPage();
            document.Close();
        }

        return to.ToArray();
    }

    /// <summary>A card for each unit with what was measured on it, two across and as many down as the paper holds, with room to cut; one unit or more.</summary>
    internal static byte[] Sheets(IReadOnlyList<(Sheet Sheet, StoredUnit Unit, string Address)> units, PaperSize paper, Phrasing phrasing)
    {
        const int Across = 2;
        int down = (int)((paper.Height - (2 * Margin)) / Height);
        float left = (paper.Width - (Across * Width)) / 2;
        using var to = new MemoryStream();
        using (
            SKDocument document = SKDocument.CreatePdf(
                to,
                new SKDocumentPdfMetadata
                {
                    Title = $"{units[0].Sheet.Standard.Name}, {units[0].Sheet.Model.Name}: strap cards",
                    Author = "Gold Notch",
                }
            )
        )
        {
            foreach ((Sheet Sheet, StoredUnit Unit, string Address)[] page in units.Chunk(Across * down))
            {
                SKCanvas canvas = document.BeginPage(paper.Width, paper.Height);
                for (int i = 0; i < page.Length; i++)
                {
                    canvas.Save();
                    canvas.Translate(left + (i % Across * Width), Margin + (i / Across * Height));
                    Draw(canvas, page[i].Sheet, page[i].Unit, page[i].Address, phrasing);
                    canvas.Restore();
                }

                document.EndPage();
            }

            document.Close();
        }

        return to.ToArray();
    }

    private static void Draw(SKCanvas canvas, Sheet sheet, StoredUnit? unit, string? address, Phrasing phrasing)
    {
        using var ink = new SKPaint { Color = SKColors.Black, IsAntialias = true };
        using var rule = new SKPaint
        {
            Color = SKColors.Black,
            StrokeWidth = 0.5f,
            Style = SKPaintStyle.Stroke,
        };
        using SKFont title = Lettering.Font(Lettering.Bold, 10);
        using SKFont small = Lettering.Font(Lettering.Words, 6.5f);
        using SKFont value = Lettering.Font(Lettering.Mono, 8.5f);
        float qr = address is null ? 0 : 62;
        canvas.DrawRoundRect(new SKRect(2, 2, Width - 2, Height - 2), 6, 6, rule);
        canvas.Write(Lettering.Fitted(sheet.Standard.Name, title, Width - 24), 12, 18, SKTextAlign.Left, title, ink);
        string who = unit is null ? sheet.Model.Name : $"{unit.Tag} · {sheet.Model.Name}{(unit.Tape.Length > 0 ? $" · {unit.Tape}" : "")}";
        canvas.Write(
            Lettering.Fitted($"{who} · version {sheet.Standard.Version}", small, Width - 24),
            12,
            27,
            SKTextAlign.Left,
            small,
            ink
        );
        float y = 40;
        // Exposure first: it is what goes wrong between two takes.
        foreach (SheetLine line in Shown.SelectMany(s => sheet.Lines.Where(l => l.Setting == s && !l.NothingToDo)))
        {
            float right = y > Height - qr - 14 ? Width - qr - 18 : Width - 12;
            canvas.Write(Lettering.Fitted(SettingDefinition.Of(line.Setting).Name, small, 62), 12, y, SKTextAlign.Left, small, ink);
            canvas.Write(
                Lettering.Fitted(line.Target is { } target ? phrasing.Label(target) : "see sheet", value, right - 78),
                76,
                y,
                SKTextAlign.Left,
                value,
                ink
            );
            y += 11;
        }

        // One line of what must not be forgotten, where there is room for it.
        if (Handling.Of(sheet.Model, sheet.Format) is [var first, ..] && y < Height - 8)
        {
            float right = y > Height - qr - 14 ? Width - qr - 18 : Width - 12;
            canvas.Write(Lettering.Fitted(phrasing.Text(first), small, right - 12), 12, y, SKTextAlign.Left, small, ink);
        }

        if (address is not null)
        {
            QrCodes.Draw(canvas, address, new SKRect(Width - qr - 8, Height - qr - 8, Width - 8, Height - 8), ink);
        }
    }
}

/// <summary>QR codes that open a unit's check.</summary>
internal static class QrCodes
{
    internal static void Draw(SKCanvas canvas, string text, SKRect box, SKPaint ink)
    {
        using QRCodeData data = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);
        int size = data.ModuleMatrix.Count;
        float step = box.Width / size;
        for (int row = 0; row < size; row++)
        {
            for (int column = 0; column < size; column++)
            {
                if (data.ModuleMatrix[row][column])
                {
                    canvas.DrawRect(box.Left + (column * step), box.Top + (row * step), step + 0.05f, step + 0.05f, ink);
                }
            }
        }
    }

    internal static byte[] Png(string text, int pixelsPerModule)
    {
        using QRCodeData data = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);
        using var code = new PngByteQRCode(data);
        return code.GetGraphic(pixelsPerModule);
    }

    internal static string Svg(string text)
    {
        using QRCodeData data = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);
        using var code = new SvgQRCode(data);
        return code.GetGraphic(8);
    }
}
