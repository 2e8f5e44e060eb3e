using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Wording;
using SkiaSharp;

namespace GoldNotch.Web.Features.Practice;

/// <summary>The refresher on one page: what is most often found wrong on this model, where its control is, and how manual is recognised.</summary>
internal static class RefresherPdf
{
    // What a person takes in within five minutes.
    private const int Most = 12;
    private const float Step = 11;

    private sealed record Entry(string Setting, string Required, string Where, string How, string Watch);

    internal static byte[] Of(Sheet sheet, IReadOnlyDictionary<Setting, Frequency> drift, PaperSize paper, Phrasing phrasing) =>
        PrintedPage.Upright(
            $"{sheet.Model.Name}, {sheet.Standard.Name}: refresher",
            paper,
            (canvas, width, height) => new Page(canvas, width, height),
            page => ((Page)page).Draw(sheet, drift, phrasing)
        );

    /// <summary>The settings of a refresher: those found wrong most often here, then those that must be right.</summary>
    internal static SheetLine[] Lines(Sheet sheet, IReadOnlyDictionary<Setting, Frequency> drift) =>
        [
            .. sheet
                .Lines.Where(l =>
                    l.Target is not null && l.Place is not null && !l.NothingToDo && PracticeBody.IsWorkable(l.Setting, sheet.Model)
                )
                .OrderByDescending(l => drift.TryGetValue(l.Setting, out Frequency wrong) ? wrong.Share : 0)
                .ThenBy(l => l.Notch.Importance)
                .Take(Most)
                .OrderBy(l => l.Setting),
        ];

    private sealed class Page(SKCanvas canvas, float width, float height) : PrintedPage(canvas, width, height, 8.5f)
    {
        internal void Draw(Sheet sheet, IReadOnlyDictionary<Setting, Frequency> drift, Phrasing phrasing)
        {
            Canvas.Write(
                Lettering.Fitted($"Refresher: {sheet.Model.Name}, {sheet.Standard.Name}", Title, Wide),
                Margin,
                Y,
                SKTextAlign.Left,
                Title,
                Ink
            );
            Y += 16;
            Paragraph("Five minutes with the camera in your hands, before the shoot. It does not replace training in person.", Wide);
            Y += 10;
            PaperColumn<Entry>[] columns =
            [
                new("Setting", 0, Head, e => e.Setting),
                new("Set to", 0.16f, Words, e => e.Required),
                new("Where", 0.30f, Words, e => e.Where),
                new("How", 0.48f, Words, e => e.How),
                new("Watch out", 0.75f, Words, e => e.Watch),
            ];
            Table(columns, Lines(sheet, drift).Select(l => Of(l, drift, phrasing)), Step);
            Y += 16;
            Paragraph("Then: ten seconds recorded, played back, looked at and listened to. Playback left again.", Wide);
        }

        private static Entry Of(SheetLine line, IReadOnlyDictionary<Setting, Frequency> drift, Phrasing phrasing)
        {
            ControlPlace place = line.Place!;
            string often =
                drift.TryGetValue(line.Setting, out Frequency wrong) && wrong.Times > 0
                    ? $"Wrong in {wrong.Times} of {wrong.Of} checks. "
                    : "";
            return new Entry(
                SettingDefinition.Of(line.Setting).Name,
                phrasing.Label(line.Target!),
                $"{place.SideName}, {place.Name}",
                place.Path,
                $"{often}{place.ManualSign} {place.Trap}".Trim()
            );
        }
    }
}
