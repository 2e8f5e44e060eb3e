using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Drift;

/// <summary>How often, with the interval in per cent.</summary>
public sealed record FrequencyView(int Times, int Of, double LowPercent, double HighPercent, string Label);

/// <summary>How a setting drifts and what to do.</summary>
public sealed record DriftView(
    string Setting,
    string Name,
    FrequencyView Wrong,
    FrequencyView Automatic,
    DriftRemedy Remedy,
    JudgementView Because,
    DateTimeOffset? LastWrong
);

/// <summary>What drifts on one model.</summary>
public sealed record ModelDriftView(string ModelKey, string ModelName, int Checks, IReadOnlyList<DriftView> Settings);

/// <summary>Drift over the fleet and by model, since a day.</summary>
public sealed record FleetDriftView(DateOnly Since, int Readings, IReadOnlyList<DriftView> Fleet, IReadOnlyList<ModelDriftView> Models);

/// <summary>What borrowers change.</summary>
internal static class DriftEndpoints
{
    private const int UsualMonths = 6;
    private const int MostMonths = 120;

    internal static void MapDrift(this IEndpointRouteBuilder api) => api.MapGet("/drift", GetAsync).WithName("getDrift");

    private static async Task<Ok<FleetDriftView>> GetAsync(
        int? months,
        DriftStore drift,
        ModelStore models,
        Phrasing phrasing,
        WallClock wall,
        CancellationToken cancel
    )
    {
        if (months is < 1 or > MostMonths)
        {
            throw new RefusedException(ProblemCode.BadValue, "/months", $"Look back 1 to {MostMonths} months.");
        }

        DateOnly since = (await wall.TodayAsync(cancel)).AddMonths(-(months ?? UsualMonths));
        List<DriftCount> counts = await drift.ByModelAsync(null, since, cancel);
        var cards = (await models.NewestAsync(cancel)).ToDictionary(m => m.Document.Key, m => ModelReader.ToModel(m.Document));
        DriftView[] fleet = Ordered(counts.GroupBy(c => c.Setting).Select(g => (Sum(g), (ControlPlace?)Common(g, cards))), phrasing);
        return TypedResults.Ok(
            new FleetDriftView(
                since,
                counts.Sum(c => c.Wrong.Of),
                fleet,
                [
                    .. counts
                        .GroupBy(c => c.ModelKey)
                        .OrderBy(g => g.Key, StringComparer.Ordinal)
                        .Select(g => new ModelDriftView(
                            g.Key,
                            cards.GetValueOrDefault(g.Key)?.Name ?? g.Key,
                            g.Max(c => c.Wrong.Of),
                            Ordered(g.Select(c => (c, cards.GetValueOrDefault(g.Key)?.PlaceOf(c.Setting))), phrasing)
                        )),
                ]
            )
        );
    }

    internal static DriftView[] Ordered(IEnumerable<(DriftCount Count, ControlPlace? Place)> counts, Phrasing phrasing)
    {
        Dictionary<Setting, DriftCount> by = [];
        List<DriftFinding> findings = [];
        foreach ((DriftCount count, ControlPlace? place) in counts)
        {
            by[count.Setting] = count;
            findings.Add(Core.Checks.Drift.Of(count.Setting, count.Wrong, count.Automatic, place));
        }

        return
        [
            .. Core
                .Checks.Drift.InOrder(findings)
                .Select(f => new DriftView(
                    SettingDefinition.Of(f.Setting).Key,
                    SettingDefinition.Of(f.Setting).Name,
                    View(f.Wrong),
                    View(f.Automatic),
                    f.Remedy,
                    phrasing.Of(f.Because),
                    by[f.Setting].LastWrong
                )),
        ];
    }

    private static FrequencyView View(Frequency f) => new(f.Times, f.Of, 100 * f.Interval.Low, 100 * f.Interval.High, f.Label());

    private static DriftCount Sum(IEnumerable<DriftCount> counts)
    {
        DriftCount[] all = [.. counts];
        int looked = all.Sum(c => c.Wrong.Of);
        return new DriftCount(
            "",
            all[0].Setting,
            new Frequency(all.Sum(c => c.Wrong.Times), looked),
            new Frequency(all.Sum(c => c.Automatic.Times), looked),
            null
        );
    }

    // Over a fleet a place can only be told where it is the same kind of place on every model that has the control.
    private static ControlPlace? Common(IEnumerable<DriftCount> counts, Dictionary<string, CameraModel> cards)
    {
        ControlPlace[] places = [.. counts.Select(c => cards.GetValueOrDefault(c.ModelKey)?.PlaceOf(c.Setting)).OfType<ControlPlace>()];
        return places.Length > 0 && places.Select(p => p.Side == BodySide.Screen).Distinct().Count() == 1
            ? places[0] with
            {
                Name = places.Select(p => p.Name).Distinct().Count() == 1 ? places[0].Name : "the control",
                ManualSign = "",
            }
            : null;
    }
}
