using System.Globalization;
using GoldNotch.Core.Units;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>The smaller drawings of a printed plan, a row for each camera: latitude with the scene laid over it, depth of field, white balance.</summary>
internal sealed class PlanDrawings : IDisposable
{
    private const float Head = 15;
    private const float Foot = 12;
    private const float TallestRow = 13;

    // A lower row could not be told from the next.
    private const float LowestRow = 7;
    private const float Letter = 16;
    private static readonly double[] Marks = [0.1, 0.25, 0.5, 1, 2, 4, 8, 16, 32, 64, 128];

    private readonly SKCanvas _canvas;
    private readonly SKRect _box;
    private readonly SKPaint _ink = new() { Color = SKColors.Black, IsAntialias = true };
    private readonly SKPaint _rule = new()
    {
        Color = new SKColor(0x88, 0x88, 0x88),
        StrokeWidth = 0.5f,
        Style = SKPaintStyle.Stroke,
    };
    private readonly SKPaint _light = new() { Color = new SKColor(0xDD, 0xDD, 0xDD), Style = SKPaintStyle.Fill };
    private readonly SKPaint _line = new()
    {
        Color = SKColors.Black,
        StrokeWidth = 1.6f,
        Style = SKPaintStyle.Stroke,
    };
    private readonly SKFont _head = Lettering.Font(Lettering.Bold, 8.5f);
    private readonly SKFont _words = Lettering.Font(Lettering.Words, 7.5f);
    private float _y;

    private PlanDrawings(SKCanvas canvas, SKRect box) => (_canvas, _box, _y) = (canvas, box, box.Top);

    /// <summary>Draws them into a box, as many as there is something to draw for; nothing where the rows would be too low to read.</summary>
    internal static void Draw(SKCanvas canvas, SKRect box, PlanView plan)
    {
        CameraPlanView[] measured = [.. plan.Cameras.Where(c => c.HighlightStops is not null && c.ShadowStops is not null)];
        CameraPlanView[] deep = [.. plan.Cameras.Where(c => c.Depth is not null)];
        float white = plan.White.Count > 0 && plan.Light is not null ? Head + 30 : 0;
        int rows = measured.Length + deep.Length;
        float heads = (measured.Length > 0 ? Head + Foot : 0) + (deep.Length > 0 ? Head + Foot : 0);
        float row = rows == 0 ? 0 : Math.Min(TallestRow, (box.Height - white - heads) / rows);
        using var drawing = new PlanDrawings(canvas, box);
        if (row >= LowestRow && measured.Length > 0)
        {
            drawing.Latitude(measured, plan.Light, row);
        }

        if (row >= LowestRow && deep.Length > 0)
        {
            drawing.Depth(deep, row);
        }

        if (white > 0 && box.Bottom - drawing._y >= white)
        {
            drawing.White(plan);
        }
    }

    public void Dispose()
    {
        foreach (IDisposable tool in new IDisposable[] { _ink, _rule, _light, _line, _head, _words })
        {
            tool.Dispose();
        }
    }

    private void Latitude(CameraPlanView[] cameras, PlanLightView? light, float row)
    {
        Title("Latitude, stops from grey; shaded: the scene");
        double least = Math.Max(light?.DarkestStops ?? 0, cameras.Max(c => c.ShadowStops!.Value)) + 1;
        double most = Math.Max(light?.BrightestStops ?? 0, cameras.Max(c => c.HighlightStops!.Value)) + 1;
        float X(double stops) => _box.Left + Letter + ((float)((stops + least) / (most + least)) * (_box.Width - Letter));
        float bottom = _y + (cameras.Length * row);
        if (light is not null)
        {
            _canvas.DrawRect(X(-light.DarkestStops), _y, X(light.BrightestStops) - X(-light.DarkestStops), bottom - _y, _light);
        }

        _canvas.DrawLine(X(0), _y, X(0), bottom, _rule);
        foreach (CameraPlanView camera in cameras)
        {
            float middle = Row(camera.Letter, row);
            (float from, float to) = (X(-camera.ShadowStops!.Value), X(camera.HighlightStops!.Value));
            _canvas.DrawLine(from, middle, to, middle, _line);
            _canvas.DrawLine(from, middle - 3, from, middle + 3, _line);
            _canvas.DrawLine(to, middle - 3, to, middle + 3, _line);
        }

        for (double stops = -Math.Floor(least / 4) * 4; stops <= most; stops += 4)
        {
            Scale(X(stops), _y + 9, Notation.Number(stops, 0, withPlus: true));
        }

        _y += Foot;
    }

    // Equal ratios of distance take equal room, as on the screen.
    private void Depth(CameraPlanView[] cameras, float row)
    {
        Title("Depth of field, metres; dot: the subject");
        double least = cameras.Min(c => Math.Min(c.Depth!.NearM, c.DistanceM)) / 1.25;
        double most = Math.Max(least * 4, cameras.Max(c => Math.Max(c.Depth!.FarM ?? 0, c.DistanceM))) * 1.3;
        float X(double? metres) =>
            _box.Left
            + Letter
            + (
                metres is { } m
                    ? (float)Math.Clamp(Math.Log(m / least) / Math.Log(most / least), 0, 1) * (_box.Width - Letter)
                    : _box.Width - Letter
            );
        float top = _y;
        float bottom = _y + (cameras.Length * row);
        float last = float.NegativeInfinity;
        foreach (double mark in Marks.Where(m => m >= least && m <= most))
        {
            if (X(mark) - last < 26)
            {
                continue;
            }

            last = X(mark);
            _canvas.DrawLine(last, top, last, bottom, _rule);
            Scale(last, bottom + 9, mark.ToString("0.##", CultureInfo.InvariantCulture));
        }

        foreach (CameraPlanView camera in cameras)
        {
            float middle = Row(camera.Letter, row);
            float near = X(camera.Depth!.NearM);
            float far = Math.Max(near + 1.5f, X(camera.Depth.FarM));
            _canvas.DrawRect(near, middle - 3, far - near, 6, _light);
            _canvas.DrawRect(near, middle - 3, far - near, 6, _rule);
            _canvas.DrawCircle(X(camera.DistanceM), middle, 2, _ink);
        }

        _y += Foot;
    }

    private void White(PlanView plan)
    {
        Title("White balance, mired; notch: the light");
        double[] all = [plan.Light!.Mired, .. plan.White.Select(w => w.DialMired)];
        (double least, double most) = (all.Min() - 12, all.Max() + 12);
        float X(double mired) => _box.Left + Letter + ((float)((mired - least) / (most - least)) * (_box.Width - Letter));
        float axis = _y + 16;
        float light = X(plan.Light.Mired);
        _canvas.DrawLine(_box.Left + Letter, axis, light - 5, axis, _rule);
        _canvas.DrawLine(light - 5, axis, light, axis + 6, _line);
        _canvas.DrawLine(light, axis + 6, light + 5, axis, _line);
        _canvas.DrawLine(light + 5, axis, _box.Right, axis, _rule);

        // Cameras that agree stand in one label.
        float last = float.NegativeInfinity;
        foreach (IGrouping<double, WhiteView> at in plan.White.GroupBy(w => Math.Round(w.DialMired)).OrderBy(g => g.Key))
        {
            string letters = string.Join(' ', at.Select(w => w.Letter));
            float width = _head.WidthOf(letters);
            float x = Math.Max(X(at.Key), last + (width / 2) + 3);
            last = x + (width / 2);
            _canvas.DrawLine(X(at.Key), axis - 5, X(at.Key), axis, _line);
            _canvas.Write(letters, x, axis - 7, SKTextAlign.Center, _head, _ink);
        }

        for (double mired = Math.Ceiling(least / 10) * 10; mired <= most; mired += most - least > 60 ? 20 : 10)
        {
            _canvas.DrawLine(X(mired), axis - 1.5f, X(mired), axis + 1.5f, _rule);
            if (Math.Abs(X(mired) - light) > 14)
            {
                Scale(X(mired), axis + 11, Notation.Number(mired));
            }
        }
    }

    private void Title(string words)
    {
        _canvas.Write(Lettering.Fitted(words, _head, _box.Width), _box.Left, _y + 9, SKTextAlign.Left, _head, _ink);
        _y += Head;
    }

    private float Row(string letter, float row)
    {
        float middle = _y + (row / 2);
        _canvas.Write(letter, _box.Left, middle + 3, SKTextAlign.Left, _head, _ink);
        _y += row;
        return middle;
    }

    // A figure at an end of the scale stays within the drawing.
    private void Scale(float x, float y, string text)
    {
        float half = _words.WidthOf(text) / 2;
        _canvas.Write(text, Math.Min(Math.Max(x, _box.Left + half), _box.Right - half), y, SKTextAlign.Center, _words, _ink);
    }
}
