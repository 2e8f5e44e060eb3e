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
        string standardKey,
        string modelKey,
        int? version,
        string? when,
        SheetSource sheets,
        UnitStore units,
        DecisionStore decisions,
        Phrasing phrasing,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        (Sheet sheet, StandardState state) = await sheets.GetAsync(standardKey, modelKey, version, when, cancel);
        List<StoredUnit> found = await units.OfModelAsync(modelKey, UnitsShown, cancel);
        DateOnly today = clock.Today();
        IEnumerable<Waiver> waivers = (await decisions.WaiversAsync(standardKey, cancel)).Where(w =>
            w.Holds(today) && (w.ModelKey == modelKey || found.Any(u => u.Tag == w.UnitTag))
        );
        return TypedResults.Ok(
            SheetViews.Of(
                sheet,
                state,
                [.. found.Select(u => new SheetUnitView(u.Tag, u.Tape, u.Place, u.Status))],
                FindingViews.Of(RuleBook.Of(sheet), await decisions.AcceptedAsync(standardKey, modelKey, cancel), phrasing),
                [.. waivers.Select(w => WaiverViews.Of(w, today))],
                phrasing
            )
        );
    }
}

/// <summary>Sheets as they are asked for: the version in force or another, in the usual circumstances or in others.</summary>
internal sealed class SheetSource(StandardStore standards, ModelStore models)
{
    /// <param name="standardKey">The standard.</param>
    /// <param name="modelKey">The model.</param>
    /// <param name="version">A version; null for the approved one.</param>
    /// <param name="when">Conditions that differ from the usual, separated by commas; null or empty for none.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">There is no such standard, version or model, or no such condition.</exception>
    internal async Task<(Sheet Sheet, StandardState State)> GetAsync(
        string standardKey,
        string modelKey,
        int? version,
        string? when,
        CancellationToken cancel
    )
    {
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

        return (SheetCompiler.Compile(standard, ModelReader.ToModel(model.Document), circumstances), stored.Head.State);
    }
}
