using GoldNotch.Core.Cameras;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Board;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Drift;
using GoldNotch.Web.Features.Measurements;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Units;

/// <summary>Everything known of a unit, put together for its page and its paper.</summary>
internal sealed class UnitPages(
    UnitStore units,
    BoardStore board,
    CheckStore checks,
    DriftStore drift,
    UnitNoteStore notes,
    UnitMatchStore matches,
    ModelStore models,
    FigureStore figures,
    Phrasing phrasing,
    WallClock wall
)
{
    private const int ChecksShown = 20;
    private const int NotesShown = 50;
    private const int MatchesShown = 20;
    private const int FiguresShown = 30;
    private const int MonthsOfModel = 12;

    internal async Task<UnitPageView> GetAsync(string tag, CancellationToken cancel)
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        DateOnly today = await wall.TodayAsync(cancel);
        StoredModel? card = await models.GetAsync(unit.ModelKey, cancel);
        CameraModel? model = card is null ? null : ModelReader.ToModel(card.Document);
        Dictionary<string, string> names = new() { [unit.ModelKey] = model?.Name ?? unit.ModelKey };
        BoardUnit standing = await board.GetAsync(unit.Tag, today, cancel) ?? throw UnitStore.NotFound(unit.Tag);
        return new UnitPageView(
            BoardEndpoints.Row(standing, names, today, phrasing),
            unit.Version,
            model is null
                ? []
                :
                [
                    .. model
                        .FilterPositions()
                        .Where(f => f.Loss.Value > 0 && model.Variable is null)
                        .Select(f => MeasuredFilterView.Of(f, unit.Measured.Filters.FirstOrDefault(m => m.Label == f.Label))),
                ],
            unit.Measured.ColourOffsetMired,
            unit.Measured.Noise,
            unit.Measured.Latitude,
            [.. (await figures.ListAsync(unit.Tag, null, null, FiguresShown, cancel)).Select(f => MeasurementRow.Of(f, unit))],
            [.. (await matches.NeededAsync([unit.Tag], cancel))[unit.Tag].Take(MatchesShown)],
            [
                .. (await checks.ListAsync(null, unit.Tag, CheckFilter.Any, "", ChecksShown, cancel)).Select(c =>
                    CheckViews.Row(c, phrasing)
                ),
            ],
            DriftEndpoints.Ordered((await drift.OfUnitAsync(unit.Tag, cancel)).Select(c => (c, model?.PlaceOf(c.Setting))), phrasing),
            DriftEndpoints.Ordered(
                (await drift.ByModelAsync(unit.ModelKey, today.AddMonths(-MonthsOfModel), cancel)).Select(c =>
                    (c, model?.PlaceOf(c.Setting))
                ),
                phrasing
            ),
            await NotesAsync(unit.Tag, null, cancel)
        );
    }

    internal async Task<UnitNotePage> NotesAsync(string tag, string? before, CancellationToken cancel)
    {
        List<UnitNote> rows = await notes.ListAsync(tag, PageCursor.Parse(before, "notes"), NotesShown, cancel);
        string? next = rows.Count == NotesShown ? PageCursor.Of(rows[^1].At, rows[^1].Id) : null;
        return new UnitNotePage([.. rows.Select(n => new UnitNoteView(n.Id, n.Kind, n.Text, n.By, n.At))], next);
    }
}
