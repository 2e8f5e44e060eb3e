using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Coverage;

/// <summary>A row of the grid: a version of a standard that is in view.</summary>
public sealed record CoverageStandardView(string Key, string Name, int Version, StandardState State);

/// <summary>A column of the grid.</summary>
public sealed record CoverageModelView(string Key, string Name, int Version, int Units);

/// <summary>A cell: counts, and the notch that matters most; of what is not possible, the broken musts are counted beside it.</summary>
public sealed record CoverageCellView(
    string StandardKey,
    int StandardVersion,
    string ModelKey,
    int Exact,
    int Compromise,
    int NotPossible,
    int BrokenMusts,
    int CheckByEye,
    int Findings,
    string Matters,
    string MattersSetting,
    string LightLeft,
    string Notable
);

/// <summary>The grid: standards down, models across.</summary>
public sealed record CoverageView(
    IReadOnlyList<CoverageStandardView> Standards,
    IReadOnlyList<CoverageModelView> Models,
    IReadOnlyList<CoverageCellView> Cells
);

/// <summary>The grid from its stored form; cells that are missing are worked out once and kept.</summary>
internal sealed class CoverageGrid(StandardStore standards, ModelStore models, CoverageStore coverage, UnitStore units, Phrasing phrasing)
{
    internal async Task<CoverageView> ViewAsync(CancellationToken cancel)
    {
        List<StoredStandard> rows = await standards.InViewAsync(cancel);
        List<StoredModel> columns = await models.NewestAsync(cancel);
        Dictionary<CellKey, CoverageCell> kept = await coverage.AllAsync(cancel);
        await CompleteAsync(rows, columns, kept, cancel);
        Dictionary<string, int> counts = await units.CountsByModelAsync(cancel);
        return new CoverageView(
            [.. rows.Select(s => new CoverageStandardView(s.Head.Key, s.Head.Name, s.Head.Version, s.Head.State))],
            [
                .. columns.Select(m => new CoverageModelView(
                    m.Document.Key,
                    m.Document.Name,
                    m.Document.Version,
                    counts.GetValueOrDefault(m.Document.Key)
                )),
            ],
            [.. rows.SelectMany(s => columns.Select(m => View(KeyOf(s, m), kept[KeyOf(s, m)], phrasing)))]
        );
    }

    private async Task CompleteAsync(
        List<StoredStandard> rows,
        List<StoredModel> columns,
        Dictionary<CellKey, CoverageCell> kept,
        CancellationToken cancel
    )
    {
        Dictionary<string, CameraModel> read = [];
        List<(CellKey, CoverageCell)> added = [];
        foreach (StoredStandard row in rows)
        {
            StoredModel[] missing = [.. columns.Where(m => !kept.ContainsKey(KeyOf(row, m)))];
            if (missing.Length == 0)
            {
                continue;
            }

            Standard standard = StandardReader.ToStandard(row.Document);
            foreach (StoredModel column in missing)
            {
                if (!read.TryGetValue(column.Document.Key, out CameraModel? model))
                {
                    read[column.Document.Key] = model = ModelReader.ToModel(column.Document);
                }

                CoverageCell cell = CoverageCell.Of(SheetCompiler.Compile(standard, model));
                kept[KeyOf(row, column)] = cell;
                added.Add((KeyOf(row, column), cell));
            }
        }

        if (added.Count > 0)
        {
            try
            {
                await coverage.AddAsync(added, cancel);
            }
            catch (Npgsql.PostgresException full) when (DatabaseTroubles.TakesNoWrites(full))
            {
                // They are counted again the next time; the grid is read all the same.
            }
        }
    }

    private static CellKey KeyOf(StoredStandard s, StoredModel m) =>
        new(s.Head.Key, s.Head.Version, s.Head.Revision, m.Document.Key, m.Document.Version);

    internal static CoverageCellView View(CellKey key, CoverageCell cell, Phrasing phrasing) =>
        new(
            key.StandardKey,
            key.StandardVersion,
            key.ModelKey,
            cell.Exact,
            cell.Compromise,
            cell.NotPossible,
            cell.BrokenMusts,
            cell.CheckByEye,
            cell.Findings,
            cell.Matters is { } n ? SettingDefinition.Of(n).Name : "",
            cell.Matters is { } s ? SettingDefinition.Of(s).Key : "",
            cell.LightLeft.DifferenceLabel(),
            phrasing.InOneLine(cell.Notable)
        );
}

/// <summary>The coverage grid.</summary>
internal static class CoverageEndpoints
{
    internal static void MapCoverage(this IEndpointRouteBuilder api) =>
        api.MapGet("/coverage", async Task<Ok<CoverageView>> (CoverageGrid grid, CancellationToken cancel) =>
                TypedResults.Ok(await grid.ViewAsync(cancel))
            )
            .WithName("getCoverage");
}
