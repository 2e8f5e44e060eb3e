using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Coverage;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Standards;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Sheets;

/// <summary>Sheets: every approved standard translated for every model.</summary>
internal static class SheetEndpoints
{
    // More than these are found on the bench.
    private const int UnitsShown = 12;

    internal static void MapSheets(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sheets", ListAsync).WithName("listSheets");
        api.MapGet("/sheets/{standardKey}/{modelKey}", GetAsync).ProducesProblem(404).WithName("getSheet");
    }

    // The rows are the cells of the grid whose standard is in force.
    private static async Task<Ok<IReadOnlyList<SheetRowView>>> ListAsync(CoverageGrid grid, CancellationToken cancel)
    {
        CoverageView view = await grid.ViewAsync(cancel);
        Dictionary<string, CoverageModelView> models = view.Models.ToDictionary(m => m.Key);
        return TypedResults.Ok<IReadOnlyList<SheetRowView>>([
            .. view
                .Standards.Where(s => s.State == StandardState.Approved)
                .SelectMany(s =>
                    view.Cells.Where(c => c.StandardKey == s.Key && c.StandardVersion == s.Version)
                        .Select(c => SheetViews.Row(s.Key, s.Name, s.Version, c, models[c.ModelKey]))
                ),
        ]);
    }

    private static async Task<Ok<SheetView>> GetAsync(
        [AsParameters] SheetAddress address,
        SheetSource sheets,
        UnitStore units,
        DecisionStore decisions,
        Phrasing phrasing,
        WallClock wall,
        CancellationToken cancel
    )
    {
        (Sheet sheet, StandardState state) = await sheets.GetAsync(address, null, cancel);
        CameraModel? known = await sheets.KnownAsync(address, cancel);
        List<StoredUnit> found = await units.OfModelAsync(address.ModelKey, UnitsShown, cancel);
        DateOnly today = await wall.TodayAsync(cancel);
        List<Waiver> waivers = await decisions.WaiversForAsync(
            address.StandardKey,
            address.ModelKey,
            found.Select(u => u.Tag),
            today,
            cancel
        );
        return TypedResults.Ok(
            SheetViews.Of(
                sheet,
                state,
                [.. found.Select(u => new SheetUnitView(u.Tag, u.Tape, u.Place, u.Status))],
                FindingViews.Of(RuleBook.Of(sheet), await decisions.AcceptedAsync(address.StandardKey, address.ModelKey, cancel), phrasing),
                [.. waivers.Where(w => w.Holds(today)).Select(w => WaiverViews.Of(w, today))],
                known,
                phrasing
            )
        );
    }
}

/// <summary>Which sheet is asked for.</summary>
/// <param name="StandardKey">The standard.</param>
/// <param name="ModelKey">The model.</param>
/// <param name="Version">A version; null for the approved one.</param>
/// <param name="When">Conditions that differ from the usual, separated by commas; null or empty for none.</param>
/// <param name="Known">A model that the person knows, whose controls are compared; null or empty for none.</param>
internal sealed record SheetAddress(
    [FromRoute(Name = "standardKey")] string StandardKey,
    [FromRoute(Name = "modelKey")] string ModelKey,
    [FromQuery(Name = "version")] int? Version,
    [FromQuery(Name = "when")] string? When,
    [FromQuery(Name = "known")] string? Known = null
);

/// <summary>Sheets as they are asked for: the version in force or another, in the usual circumstances or in others.</summary>
internal sealed class SheetSource(StandardStore standards, ModelStore models)
{
    /// <summary>The sheet of a model; of one unit with what was measured on it.</summary>
    /// <param name="address">Which sheet.</param>
    /// <param name="unit">The unit; null for the model as its specification says. One of another model says nothing of this one.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">There is no such standard, version or model, or no such condition.</exception>
    internal async Task<(Sheet Sheet, StandardState State)> GetAsync(SheetAddress address, StoredUnit? unit, CancellationToken cancel)
    {
        SheetParts parts = await ReadAsync(address, cancel);
        return (parts.Of(unit), parts.State);
    }

    /// <summary>The model that the person knows; null where none is named.</summary>
    /// <exception cref="RefusedException">There is no such model.</exception>
    internal async Task<CameraModel?> KnownAsync(SheetAddress address, CancellationToken cancel) =>
        string.IsNullOrEmpty(address.Known) ? null
        : await models.GetAsync(address.Known, cancel) is { } known ? ModelReader.ToModel(known.Document)
        : throw new RefusedException(ProblemCode.NotFound, "/known", $"There is no model “{address.Known}”. Choose one of the list.");

    /// <summary>The sheet of each unit; those of which nothing was measured share theirs.</summary>
    internal async Task<IReadOnlyList<(Sheet Sheet, StoredUnit Unit)>> EachAsync(
        SheetAddress address,
        IReadOnlyList<StoredUnit> units,
        CancellationToken cancel
    )
    {
        SheetParts parts = await ReadAsync(address, cancel);
        Sheet plain = parts.Of(null);
        return [.. units.Select(u => (u.Measured == MeasuredOnUnit.Nothing ? plain : parts.Of(u), u))];
    }

    // What a sheet is compiled from.
    private sealed record SheetParts(Standard Standard, ModelDocument Card, Circumstances Circumstances, StandardState State)
    {
        internal Sheet Of(StoredUnit? unit) =>
            SheetCompiler.Compile(
                Standard,
                ModelReader.ToModel(unit?.ModelKey == Card.Key ? UnitReader.Measured(Card, unit.Document) : Card),
                Circumstances
            );
    }

    private async Task<SheetParts> ReadAsync(SheetAddress address, CancellationToken cancel)
    {
        (string standardKey, string modelKey, int? version, string? when, _) = address;
        StoredStandard stored = (
            version is { } v
                ? await standards.GetAsync(standardKey, v, cancel)
                : await standards.InStateAsync(standardKey, StandardState.Approved, cancel)
        )
            ?? throw new RefusedException(
                ProblemCode.NotFound,
                "/standardKey",
                $"There is no {(version is null ? "approved " : "")}standard “{standardKey}”{(version is null ? "" : $" with version {version}")}. Go to the list of sheets."
            );
        StoredModel model = await models.GetAsync(modelKey, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/modelKey", $"There is no model “{modelKey}”. Go to the list of sheets.");
        Standard standard = StandardReader.ToStandard(stored.Document);
        Circumstances circumstances = standard.Circumstances;
        foreach (
            string word in (when ?? "")
                .Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Take(Enum.GetValues<Condition>().Length)
        )
        {
            circumstances = circumstances.With(RefusedException.At("/when", () => ConditionWords.Parse(word)));
        }

        return new SheetParts(standard, model.Document, circumstances, stored.Head.State);
    }
}
