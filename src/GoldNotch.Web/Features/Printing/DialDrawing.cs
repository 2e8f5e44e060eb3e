using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Web.Features.Wording;
using SkiaSharp;

namespace GoldNotch.Web.Features.Printing;

/// <summary>The control of a line drawn black on white: its detents, the notch cut at the target, the tolerance as a band. For paper and for SVG.</summary>
internal static class DialDrawing
{
    internal const float Height = 34;
    private const float LineAt = 12;
    private const float Gap = 4;

    /// <summary>Whether there is something to draw: a control with more than two places.</summary>
    internal static bool Worth(Dial dial) => dial.Detents.Length >= 3;

    internal static void Draw(SKCanvas canvas, SheetLine line, Dial dial, SKRect box, Phrasing phrasing)
    {
        using var ink = new SKPaint
        {
            Color = SKColors.Black,
            IsAntialias = true,
            StrokeWidth = 0.9f,
            Style = SKPaintStyle.Stroke,
        };
        using var fill = new SKPaint { Color = SKColors.Black, IsAntialias = true };
        using var band = new SKPaint { Color = new SKColor(0xdd, 0xdd, 0xdd) };
        using SKFont font = Lettering.Font(Lettering.Mono, 7.5f);
        using SKFont strong = Lettering.Font(Lettering.Mono, 9.5f);
        strong.Embolden = true;
        double? target = line.Target is { } value ? dial.Locate(value) : null;
        double least = dial.Detents.Min(d => d.At);
        double most = Math.Max(dial.Detents.Max(d => d.At), least + 1e-6);
        float inset = 16;
        float X(double at) =>
            box.Left + inset + ((float)((Math.Clamp(at, least, most) - least) / (most - least)) * (box.Width - (2 * inset)));
        float y = box.Top + LineAt;
        if (target is { } t && line.Notch.Tolerance.Amount > 0)
        {
            canvas.DrawRect(new SKRect(X(t - line.Notch.Tolerance.Amount), y - 5, X(t + line.Notch.Tolerance.Amount), y + 5), band);
        }

        canvas.DrawLine(box.Left + 4, y, box.Right - 4, y, ink);
        foreach (Detent detent in dial.Detents)
        {
            float x = X(detent.At);
            canvas.DrawLine(x, y, x, y + (detent.Major ? 5 : 3), ink);
        }

        List<(float From, float To)> taken = [];
        if (target is { } at)
        {
            float x = X(at);
            using var cut = new SKPathBuilder();
            cut.MoveTo(x - 5, y - 9);
            cut.LineTo(x, y);
            cut.LineTo(x + 5, y - 9);
            cut.Close();
            using SKPath notch = cut.Detach();
            canvas.DrawPath(notch, fill);
            Label(canvas, Short(line.Target!, phrasing), x, y + 17, strong, fill, box, taken);
        }

        // Ends first, then what finds room: a label never lies on another.
        IEnumerable<Detent> order = dial
            .Detents.Where(d => d.Major)
            .OrderBy(d => d.At == least || d.At == most ? 0 : 1)
            .Concat(dial.Detents.Where(d => !d.Major));
        foreach (Detent detent in order)
        {
            if (target is null || Math.Abs(detent.At - target.Value) > 1e-9)
            {
                Label(canvas, detent.In(phrasing.Notation).Label, X(detent.At), y + 15, font, fill, box, taken);
            }
        }
    }

    private static string Short(SettingValue value, Phrasing phrasing) =>
        value switch
        {
            SettingValue.GainAt { Position.Length: > 0 } gain => gain.Position,
            SettingValue.Filter filter => filter.Position.Label,
            SettingValue.Choice choice => choice.Shown.Length > 0 ? choice.Shown : choice.Word,
            _ => phrasing.Label(value),
        };

    private static void Label(
        SKCanvas canvas,
        string text,
        float x,
        float y,
        SKFont font,
        SKPaint ink,
        SKRect box,
        List<(float From, float To)> taken
    )
    {
        string plain = Lettering.Plain(text);
        float width = font.WidthOf(plain);
        float left = Math.Clamp(x - (width / 2), box.Left, Math.Max(box.Left, box.Right - width));
        if (taken.Any(o => left < o.To + Gap && left + width > o.From - Gap))
        {
            return;
        }

        taken.Add((left, left + width));
        canvas.Write(plain, left, y, SKTextAlign.Left, font, ink);
    }
}
