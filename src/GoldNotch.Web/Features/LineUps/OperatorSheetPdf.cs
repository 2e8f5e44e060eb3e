using GoldNotch.Core.LineUps;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Wording;
using SkiaSharp;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>One operator sheet, 105 by 148 mm: what the camera is for, what it is set to, and a code that opens its check.</summary>
internal static class OperatorSheetPdf
{
    private const float Point = 72 / 25.4f;
    private const float Width = 105 * Point;
    private const float Height = 148 * Point;
    private const float Margin = 18;

    internal static byte[] Of(LineUpReport report, CameraRow row, Sheet sheet, StoredUnit? unit, string address, Phrasing phrasing)
    {
        using var to = new MemoryStream();
        using (
            SKDocument document = SKDocument.CreatePdf(
                to,
                new SKDocumentPdfMetadata { Title = $"{report.LineUp.Name}, camera {row.Plan.Camera.Name}", Author = "Gold Notch" }
            )
        )
        {
            SKCanvas canvas = document.BeginPage(Width, Height);
            Draw(canvas, report, row, sheet, unit, address, phrasing);
            document.EndPage();
            document.Close();
        }

        return to.ToArray();
    }

    private static void Draw(
        SKCanvas canvas,
        LineUpReport report,
        CameraRow row,
        Sheet sheet,
        StoredUnit? unit,
        string address,
        Phrasing phrasing
    )
    {
        using var ink = new SKPaint { Color = SKColors.Black, IsAntialias = true };
        using var rule = new SKPaint
        {
            Color = SKColors.Black,
            StrokeWidth = 0.6f,
            Style = SKPaintStyle.Stroke,
        };
        using SKFont letter = Lettering.Font(Lettering.Bold, 40);
        using SKFont title = Lettering.Font(Lettering.Bold, 13);
        using SKFont words = Lettering.Font(Lettering.Words, 9);
        using SKFont value = Lettering.Font(Lettering.Mono, 13);
        LineUpCamera of = row.Prepared.Of;
        canvas.Write(of.Letter, Margin, 48, SKTextAlign.Left, letter, ink);
        float beside = Margin + letter.WidthOf(of.Letter) + 12;
        canvas.Write(Lettering.Fitted(report.LineUp.Name, title, Width - beside - Margin), beside, 28, SKTextAlign.Left, title, ink);
        string who = $"{of.Tag} · {of.Spoken}{(of.Part.Length > 0 ? $" · {of.Part}" : "")}";
        canvas.Write(Lettering.Fitted(who, words, Width - beside - Margin), beside, 42, SKTextAlign.Left, words, ink);
        string where = unit is null ? report.LineUp.Place : $"{report.LineUp.Place} (kept in {unit.Place})";
        canvas.Write(Lettering.Fitted(where, words, Width - beside - Margin), beside, 54, SKTextAlign.Left, words, ink);
        canvas.DrawLine(Margin, 62, Width - Margin, 62, rule);
        float y = 80;
        foreach ((string name, string set) in Lines(report, row, sheet, phrasing))
        {
            canvas.Write(name, Margin, y, SKTextAlign.Left, words, ink);
            canvas.Write(Lettering.Fitted(set, value, Width - Margin - 96), 96, y, SKTextAlign.Left, value, ink);
            y += 19;
        }

        y += 4;
        foreach (
            string line in Notes(report, row, phrasing)
                .SelectMany(n => Lettering.Wrapped(n, words, Width - (2 * Margin)))
                .TakeWhile(_ => y < Height - 92)
        )
        {
            canvas.Write(line, Margin, y, SKTextAlign.Left, words, ink);
            y += 11.5f;
        }

        QrCodes.Draw(canvas, address, new SKRect(Margin, Height - 84, Margin + 68, Height - 16), ink);
        foreach (
            (string line, int i) in Lettering
                .Wrapped(
                    "This code opens the check of this camera against this plan. When the light changes, ask for the new values: do not guess.",
                    words,
                    Width - Margin - 68 - 34
                )
                .Select((l, i) => (l, i))
        )
        {
            canvas.Write(line, Margin + 80, Height - 70 + (i * 11.5f), SKTextAlign.Left, words, ink);
        }
    }

    private static IEnumerable<(string Name, string Set)> Lines(LineUpReport report, CameraRow row, Sheet sheet, Phrasing phrasing)
    {
        PlanCandidate c = row.Plan.Chosen;
        yield return (
            "Format",
            sheet.LineOf(Core.Cameras.Setting.RecordFormat)?.Target is { } format ? phrasing.Label(format) : "see sheet"
        );
        yield return ("Shutter", row.Prepared.Shutter.Label);
        yield return ("Sensitivity", phrasing.Text(PlanReasons.State(c.State)));
        yield return (
            "ND",
            c.Front.IsEmpty ? c.BuiltIn.Label : $"{c.BuiltIn.Label} + front {string.Join(", ", c.Front.Select(f => f.Label))}"
        );
        yield return ("Iris", phrasing.Label(c.ShownIris));
        BalanceRow? white = report.White.FirstOrDefault(w => w.Letter == row.Plan.Camera.Name);
        yield return (
            "White",
            white switch
            {
                null => "see sheet",
                { Dial: { } dial } => dial.Label(),
                { Memory.Length: > 0 } => $"card, memory {white.Memory}",
                _ => "card",
            }
        );
        yield return ("Lens", $"{row.Plan.Camera.Standpoint!.Focal.Label()} at {row.Plan.Camera.Standpoint.Tape.Label()}");
    }

    private static IEnumerable<string> Notes(LineUpReport report, CameraRow row, Phrasing phrasing)
    {
        if (row.Plan.Depth is { } depth)
        {
            yield return $"Sharp from {depth.Near.Label()} to {depth.Far?.Label() ?? "infinity"}.";
        }

        foreach (Core.Judgements.Judgement note in new[] { row.RequirementMissed, row.Ramp }.OfType<Core.Judgements.Judgement>())
        {
            yield return phrasing.Text(note);
        }

        foreach (LeanRow lean in report.Leans.Where(l => l.Letter == row.Plan.Camera.Name))
        {
            yield return phrasing.Text(lean.Because);
        }
    }
}
