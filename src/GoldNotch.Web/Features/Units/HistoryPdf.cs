using System.Globalization;
using GoldNotch.Core.Checks;
using GoldNotch.Data;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Drift;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.Units;

/// <summary>A unit's history on paper: how it stands, what drifts, what was measured and repaired, and its checks as found and as left.</summary>
internal sealed class HistoryPdf : IDisposable
{
    private const float Margin = 40;
    private const float Leading = 13;
    private readonly SKDocument _document;
    private readonly PaperSize _paper;
    private readonly string _foot;
    private readonly SKFont _words = Lettering.Font(Lettering.Words, 10);
    private readonly SKFont _bold = Lettering.Font(Lettering.Bold, 10);
    private readonly SKFont _chapter = Lettering.Font(Lettering.Bold, 13);
    private readonly SKFont _title = Lettering.Font(Lettering.Bold, 22);
    private readonly SKPaint _ink = new() { Color = SKColors.Black, IsAntialias = true };
    private readonly SKPaint _rule = new()
    {
        Color = new SKColor(0x88, 0x88, 0x88),
        StrokeWidth = 0.6f,
        Style = SKPaintStyle.Stroke,
    };
    private readonly Data.Department _department;
    private SKCanvas? _canvas;
    private float _y;
    private int _page;

    private HistoryPdf(Stream to, UnitPageView unit, PaperSize paper, Data.Department department, DateTimeOffset now)
    {
        _department = department;
        (_paper, _foot) = (paper, $"{unit.Board.Tag}, history, printed {SheetPdf.Printed(department.Local(now))}");
        _document = SKDocument.CreatePdf(
            to,
            new SKDocumentPdfMetadata { Title = $"{unit.Board.Tag}, {unit.Board.ModelName}: history", Author = "Gold Notch" }
        );
    }

    internal static byte[] Of(UnitPageView unit, PaperSize paper, Data.Department department, DateTimeOffset now)
    {
        using var to = new MemoryStream();
        using (var pdf = new HistoryPdf(to, unit, paper, department, now))
        {
            pdf.Draw(unit);
        }

        return to.ToArray();
    }

    public void Dispose()
    {
        _document.Close();
        _document.Dispose();
        foreach (IDisposable part in new IDisposable[] { _words, _bold, _chapter, _title, _ink, _rule })
        {
            part.Dispose();
        }
    }

    private void Draw(UnitPageView unit)
    {
        Begin();
        Text($"{unit.Board.Tag}  {unit.Board.ModelName}", _title, 26);
        Text($"{(unit.Board.Tape.Length > 0 ? unit.Board.Tape + " tape, " : "")}{unit.Board.Place}. {unit.Board.Because.Sentence}", _words);
        DriftView[] drifts = [.. unit.Drift.Where(d => d.Remedy is not (DriftRemedy.TooFew or DriftRemedy.Leave))];
        Chapter("What drifts");
        Each(drifts.Select(d => d.Because.Sentence), "Nothing that can be told from the checks so far.");
        Chapter("Measured");
        Each(
            unit.Filters.Where(f => f.MeasuredStops is not null)
                .Select(f =>
                    $"Filter {f.Label}: {Number(f.MeasuredStops!.Value)} stops (specified {Number(f.NominalStops)}){From(f.By, f.At)}."
                )
                .Concat(
                    unit.Noise.Select(n =>
                        $"Gain limit{Of(n.Base)}: {Number(n.GainDb)} dB{(n.AtLeast ? " or more" : "")} for {Number(n.WantedDb)} dB signal to noise{From(n.By, n.At)}."
                    )
                )
                .Concat(
                    unit.Latitude.Select(l =>
                        $"Latitude{Of(l.Base)}{Of(l.Profile)}: {Number(l.HighlightStops)} stops above mid grey, {Number(l.ShadowStops)} below{From(l.By, l.At)}."
                    )
                )
                .Concat(unit.ColourOffsetMired is { } offset ? [$"Colour offset against the reference: {Number(offset)} mired."] : []),
            "Nothing has been measured on this unit."
        );
        Chapter("Repairs and notes");
        Each(
            unit.Notes.Notes.Select(n => $"{Day(n.At)}, {n.By}, {n.Kind}: {n.Text}")
                .Concat(unit.Notes.Next is null ? [] : ["Older notes are on the unit's page."]),
            "Nothing is noted."
        );
        Chapter("Checks, newest first");
        Each(unit.Checks.Select(Told), "It was never checked.");
        End();
    }

    private string From(string? by, DateTimeOffset? at) => by is null || at is null ? "" : $", {by}, {Day(at.Value)}";

    private static string Of(string part) => part.Length == 0 ? "" : $", {part}";

    private string Told(CheckRowView c)
    {
        string found =
            c.FoundOffTarget + c.FoundAutomatic == 0
                ? "found as on the sheet"
                : $"found {c.FoundOffTarget} off, {c.FoundAutomatic} automatic ({c.FoundHeadline})";
        string left = c.Summary.OffTarget + c.Summary.Automatic == 0 ? "left right" : $"left {c.Summary.Headline}";
        string signed = c.SignedAt is { } at ? $"signed by {c.SignedBy} on {Day(at)}" : "still open";
        if (c.ImportedBy is { } importer)
        {
            signed += $", as a file says that {importer} imported";
        }

        return $"{Day(c.StartedAt)}, {c.StandardName} version {c.StandardVersion}: {found}; {left}; {signed}.";
    }

    private void Chapter(string name)
    {
        Room(40);
        _y += 12;
        Text(name, _chapter, 18);
        _canvas!.DrawLine(Margin, _y - 12, _paper.Width - Margin, _y - 12, _rule);
    }

    private void Each(IEnumerable<string> lines, string none)
    {
        bool any = false;
        foreach (string line in lines)
        {
            any = true;
            Text(line, _words);
            _y += 3;
        }

        if (!any)
        {
            Text(none, _words);
        }
    }

    private void Text(string text, SKFont font, float leading = Leading)
    {
        foreach (string line in Lettering.Wrapped(text, font, _paper.Width - (2 * Margin)))
        {
            Room(leading);
            _canvas!.Write(line, Margin, _y, SKTextAlign.Left, font, _ink);
            _y += leading;
        }
    }

    private void Room(float needed)
    {
        if (_y + needed > _paper.Height - Margin - 14)
        {
            End();
            Begin();
        }
    }

    private void Begin()
    {
        _canvas = _document.BeginPage(_paper.Width, _paper.Height);
        _page++;
        _y = Margin + 20;
    }

    private void End()
    {
        _canvas!.Write(
            string.Create(CultureInfo.InvariantCulture, $"{_foot}, page {_page}"),
            Margin,
            _paper.Height - Margin,
            SKTextAlign.Left,
            _words,
            _ink
        );
        _document.EndPage();
    }

    private string Day(DateTimeOffset at) => _department.Local(at).ToString("d MMMM yyyy", CultureInfo.InvariantCulture);

    private static string Number(double value) => Core.Units.Notation.Number(value, 2);
}
