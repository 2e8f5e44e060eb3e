using System.Collections.Immutable;
using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Web.Features.Wording;
using SkiaSharp;

namespace GoldNotch.Web.Features.Printing;

/// <summary>A sheet on paper: readable at arm's length, black on white, the dials drawn, a box to tick for each line.</summary>
internal sealed class SheetPdf : IDisposable
{
    private const float Margin = 40;
    private readonly SKDocument _document;
    private readonly PaperSize _paper;
    private readonly Sheet _sheet;
    private readonly StoredUnit? _unit;
    private readonly Phrasing _phrasing;
    private readonly string _printed;
    private readonly CameraModel? _known;
    private readonly ImmutableDictionary<Setting, Judgement> _moved;
    private readonly SKFont _small = Lettering.Font(Lettering.Words, 9);
    private readonly SKFont _words = Lettering.Font(Lettering.Words, 10.5f);
    private readonly SKFont _name = Lettering.Font(Lettering.Bold, 12.5f);
    private readonly SKFont _value = Lettering.Font(Lettering.Mono, 16);
    private readonly SKFont _title = Lettering.Font(Lettering.Bold, 22);
    private readonly SKFont _chapter = Lettering.Font(Lettering.Bold, 11);
    private readonly SKPaint _ink = new() { Color = SKColors.Black, IsAntialias = true };
    private readonly SKPaint _soft = new() { Color = new SKColor(0x44, 0x44, 0x44), IsAntialias = true };
    private readonly SKPaint _rule = new()
    {
        Color = new SKColor(0x88, 0x88, 0x88),
        StrokeWidth = 0.6f,
        Style = SKPaintStyle.Stroke,
        IsAntialias = true,
    };

    // Beside a control that stands elsewhere than the person is used to.
    private const string Mark = "*";
    private SKCanvas? _canvas;
    private float _y;
    private int _page;

    private SheetPdf(Stream to, Sheet sheet, StoredUnit? unit, PaperSize paper, Phrasing phrasing, string printed, CameraModel? known)
    {
        (_sheet, _unit, _paper, _phrasing, _printed, _known) = (sheet, unit, paper, phrasing, printed, known);
        _moved = known is null ? ImmutableDictionary<Setting, Judgement>.Empty : MovedControls.Of(sheet, known);
        _document = SKDocument.CreatePdf(
            to,
            new SKDocumentPdfMetadata
            {
                Title = $"{sheet.Standard.Name}, {sheet.Model.Name}",
                Author = "Gold Notch",
                RasterDpi = 300,
            }
        );
    }

    private float Right => _paper.Width - Margin;

    private float Bottom => _paper.Height - Margin - 14;

    /// <summary>Every line with its dial, its place and its reason.</summary>
    internal static byte[] Whole(
        Sheet sheet,
        StoredUnit? unit,
        PaperSize paper,
        Phrasing phrasing,
        DateTimeOffset now,
        CameraModel? known = null
    )
    {
        using var to = new MemoryStream();
        using (var pdf = new SheetPdf(to, sheet, unit, paper, phrasing, Printed(now), known))
        {
            pdf.DrawWhole();
        }

        return to.ToArray();
    }

    /// <summary>All of it on one page to work down with the camera in hand: a box, a name, a value.</summary>
    internal static byte[] OnePage(
        Sheet sheet,
        StoredUnit? unit,
        PaperSize paper,
        Phrasing phrasing,
        DateTimeOffset now,
        CameraModel? known = null
    )
    {
        using var to = new MemoryStream();
        using (var pdf = new SheetPdf(to, sheet, unit, paper, phrasing, Printed(now), known))
        {
            pdf.DrawOnePage();
        }

        return to.ToArray();
    }

    public void Dispose()
    {
        _document.Close();
        _document.Dispose();
        foreach (IDisposable part in new IDisposable[] { _small, _words, _name, _value, _title, _chapter, _ink, _soft, _rule })
        {
            part.Dispose();
        }
    }

    internal static string Printed(DateTimeOffset now) => now.ToString("d MMMM yyyy, HH:mm", CultureInfo.InvariantCulture);

    // What nobody has to look at is no box to tick.
    private static bool IsAsked(SheetLine line) => CheckQuestions.Of(line, null) != Asking.Nothing;

    private void DrawWhole()
    {
        NewPage();
        DrawHandling();
        string chapter = "";
        foreach (SheetLine line in _sheet.Lines.Where(IsAsked))
        {
            SettingDefinition name = SettingDefinition.Of(line.Setting);
            Dial? dial = name.Kind == SettingKind.Task ? null : line.Dial;
            bool drawn = dial is not null && DialDrawing.Worth(dial);
            float text = Right - Margin - 22;
            List<string> told = Lettering.Wrapped(Told(line), _small, text);
            float needed = 20 + (drawn ? DialDrawing.Height : 0) + (told.Count * 11.5f) + 8 + (name.Chapter != chapter ? 22 : 0);
            if (_y + needed > Bottom)
            {
                EndPage();
                NewPage();
            }

            if (name.Chapter != chapter)
            {
                chapter = name.Chapter;
                _y += 14;
                _canvas!.Write(chapter, Margin, _y, SKTextAlign.Left, _chapter, _ink);
                _canvas!.DrawLine(Margin, _y + 4, Right, _y + 4, _rule);
                _y += 8;
            }

            Row(line, name, dial, drawn, told);
        }

        EndPage();
    }

    // Before anything is switched on.
    private void DrawHandling()
    {
        foreach (string note in Handling.Of(_sheet).Select(_phrasing.Text))
        {
            foreach (string part in Lettering.Wrapped(note, _small, Right - Margin))
            {
                _y += 11.5f;
                _canvas!.Write(part, Margin, _y, SKTextAlign.Left, _small, _ink);
            }
        }
    }

    private void Row(SheetLine line, SettingDefinition name, Dial? dial, bool drawn, List<string> told)
    {
        SKCanvas canvas = _canvas!;
        _y += 18;
        canvas.DrawRect(new SKRect(Margin, _y - 11, Margin + 12, _y + 1), _rule);
        canvas.Write(Lettering.Fitted(name.Name, _name, 170), Margin + 22, _y, SKTextAlign.Left, _name, _ink);
        string value =
            line.Target is { } target ? _phrasing.Label(target)
            : line.Fit == Fit.CheckByEye ? "check by eye"
            : "not possible";
        canvas.Write(Lettering.Fitted(value, _value, 210), Margin + 200, _y, SKTextAlign.Left, _value, _ink);
        if (line.Fit is Fit.Compromise or Fit.NotPossible)
        {
            string mark =
                line.Fit == Fit.NotPossible ? "not possible"
                : line.SizeLabel.Length > 0 ? line.SizeLabel
                : "nearest";
            canvas.Write(Lettering.Fitted(mark, _words, 100), Right, _y, SKTextAlign.Right, _words, _ink);
        }

        if (drawn)
        {
            DialDrawing.Draw(canvas, line, dial!, new SKRect(Margin + 22, _y + 4, Right, _y + 4 + DialDrawing.Height), _phrasing);
            _y += DialDrawing.Height;
        }

        foreach (string one in told)
        {
            _y += 11.5f;
            canvas.Write(one, Margin + 22, _y, SKTextAlign.Left, _small, _soft);
        }

        _y += 6;
    }

    // Where it is and how manual is seen comes before why: the person stands at the camera.
    private string Told(SheetLine line) =>
        string.Join(
            " ",
            new[]
            {
                line.Place is { } place ? $"{place.Name}: {place.Path}" : "",
                _moved.TryGetValue(line.Setting, out Judgement? there) ? $"{Mark} {_phrasing.Text(there)}" : "",
                line.Place?.ManualSign ?? "",
                line.Place is { Trap.Length: > 0 } trap ? $"Mind: {trap.Trap}" : "",
                line.AfterReset is { } reset && line.ResetIsRight == false ? $"After a reset it stands at {reset}." : "",
                line.Fit != Fit.Exact || line.Place is null ? _phrasing.Text(line.Because) : "",
            }.Where(t => t.Length > 0)
        );

    private void DrawOnePage()
    {
        NewPage();
        DrawHandling();
        SheetLine[] lines = [.. _sheet.Lines.Where(IsAsked)];
        int chapters = lines.Select(l => SettingDefinition.Of(l.Setting).Chapter).Distinct().Count();
        float room = Bottom - _y - 14;
        int rows = (int)Math.Ceiling((lines.Length + (chapters * 1.2)) / 2) + 1;
        float step = Math.Min(17, room / rows);
        using SKFont name = Lettering.Font(Lettering.Words, Math.Min(10.5f, step * 0.66f));
        using SKFont value = Lettering.Font(Lettering.Mono, Math.Min(11, step * 0.68f));
        using SKFont head = Lettering.Font(Lettering.Bold, Math.Min(10.5f, step * 0.66f));
        float column = (Right - Margin - 18) / 2;
        float top = _y + 12;
        (float x, float y) = (Margin, top);
        string chapter = "";
        foreach (SheetLine line in lines)
        {
            SettingDefinition of = SettingDefinition.Of(line.Setting);
            if (y + (of.Chapter != chapter ? step * 2.2f : step) > Bottom && x == Margin)
            {
                (x, y) = (Margin + column + 18, top);
            }

            if (of.Chapter != chapter)
            {
                chapter = of.Chapter;
                y += step * 0.2f;
                _canvas!.Write(chapter, x, y, SKTextAlign.Left, head, _ink);
                _canvas!.DrawLine(x, y + 2, x + column, y + 2, _rule);
                y += step;
            }

            float box = step * 0.55f;
            _canvas!.DrawRect(new SKRect(x, y - box, x + box, y), _rule);
            string shown =
                line.Target is { } target ? _phrasing.Label(target)
                : line.Fit == Fit.CheckByEye ? "check by eye"
                : "not possible";
            bool act = of.Kind == SettingKind.Task;
            _canvas.Write(
                Lettering.Fitted(
                    _moved.ContainsKey(line.Setting) ? $"{of.Name} {Mark}" : of.Name,
                    name,
                    act ? column - 16 : column * 0.48f
                ),
                x + box + 5,
                y,
                SKTextAlign.Left,
                name,
                _ink
            );
            if (!act)
            {
                _canvas.Write(
                    Lettering.Fitted((line.Fit == Fit.Compromise ? "~ " : "") + shown, value, column * 0.46f),
                    x + column,
                    y,
                    SKTextAlign.Right,
                    value,
                    _ink
                );
            }

            y += step;
        }

        EndPage();
    }

    private void NewPage()
    {
        _canvas = _document.BeginPage(_paper.Width, _paper.Height);
        _page++;
        _y = Margin + 16;
        _canvas.Write(
            Lettering.Fitted($"{_sheet.Standard.Name} · {_sheet.Model.Name}", _title, Right - Margin - (_unit is null ? 0 : 130)),
            Margin,
            _y,
            SKTextAlign.Left,
            _title,
            _ink
        );
        if (_unit is not null)
        {
            string tape = _unit.Tape.Length > 0 ? $" · {_unit.Tape}" : "";
            _canvas.Write(Lettering.Fitted(_unit.Tag + tape, _name, 128), Right, _y, SKTextAlign.Right, _name, _ink);
        }

        _y += 16;
        _canvas.Write(
            Lettering.Fitted(
                $"{(_moved.IsEmpty ? "" : $"{Mark} is in another place than on {_known!.Name}. ")}Standard version {_sheet.Standard.Version}, specification {_sheet.Model.Version}. {string.Join(", ", _sheet.Circumstances.All.Select(ConditionWords.Of))}.",
                _small,
                Right - Margin
            ),
            Margin,
            _y,
            SKTextAlign.Left,
            _small,
            _soft
        );
        _y += 6;
        _canvas.DrawLine(Margin, _y, Right, _y, _rule);
    }

    private void EndPage()
    {
        _canvas!.Write(
            Lettering.Fitted("Site rules, the maker's manual, local codes and licensed people come first.", _small, Right - Margin - 170),
            Margin,
            _paper.Height - Margin + 6,
            SKTextAlign.Left,
            _small,
            _soft
        );
        _canvas!.Write($"{_printed} · page {_page}", Right, _paper.Height - Margin + 6, SKTextAlign.Right, _small, _soft);
        _document.EndPage();
        _canvas = null;
    }
}
