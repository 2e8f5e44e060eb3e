using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.UnitFigures;

/// <summary>What one filter takes.</summary>
/// <param name="Nominal">As the specification names it.</param>
/// <param name="Strength">As measured; null where it was not yet, or its pairs disagree.</param>
/// <param name="Shift">How much warmer the light is behind it; null where no pair tells.</param>
/// <param name="Duv">How much greener.</param>
/// <param name="Says">What there is to say of it.</param>
public sealed record FilterRow(FilterPosition Nominal, FilterStrength? Strength, MiredShift? Shift, double? Duv, Judgement Says)
{
    /// <summary>Whether it is known well enough to be used: measured, and not only from one side.</summary>
    public bool IsUsable => Strength is { AtLeast: false };
}

/// <summary>The filters of a unit as they were measured. (Section 17.)</summary>
public static class FilterReport
{
    private const string RuleId = "FIGURE-FILTER";

    // Under so much a filter is what its label says: what is measured is no surer than that.
    private const double SameStops = 0.05;
    private const double NoticedMired = 5;

    private static readonly Template Waits = new(RuleId, "waits", "Take the card clear and with {filter}.");
    private static readonly Template Unsteady = new(
        RuleId,
        "unsteady",
        "The pairs of {filter} differ by {spread:size}: the light was not steady, or an opening is not noted. Take them again."
    );
    private static readonly Template AtLeast = new(
        RuleId,
        "at-least",
        "{filter} takes {loss:size} or more: its picture is black or the clear one clips. Open by whole stops, note how many, and take it again."
    );
    private static readonly Template AsLabelled = new(RuleId, "as-labelled", "{filter} takes what its label says.");
    private static readonly Template Differs = new(RuleId, "differs", "{filter} takes {off:size} {off?more|less} than its label says.");
    private static readonly Template Few = new(RuleId, "few", "From {pairs#pair|pairs}: three give an uncertainty.");
    private static readonly Template Coloured = new(
        RuleId,
        "coloured",
        "Behind it the picture is {shift:size} {shift?warmer|cooler}: balance with the filter in."
    );

    /// <summary>Judges each filter but the clear one, in the order of the specification.</summary>
    /// <param name="model">The model.</param>
    /// <param name="takes">The pictures so far.</param>
    public static ImmutableArray<FilterRow> Of(CameraModel model, IReadOnlyList<FigureTake> takes)
    {
        string? clear = ShotList.Clear(model)?.Label;
        return [.. model.Filters.Where(f => f.Label != clear).Select(f => Row(f, Pairs(takes, clear, f.Label)))];
    }

    private static (FigureTake Clear, FigureTake Filtered)[] Pairs(IReadOnlyList<FigureTake> takes, string? clear, string label) =>
        [
            .. from filtered in takes
            where filtered.Shot is FigureShot.Filter f && f.Label == label
            from open in takes
            where
                open.Shot is FigureShot.Filter c
                && c.Label == clear
                && c.Run == ((FigureShot.Filter)filtered.Shot).Run
                && open.Patch.Mean.Luminance > 0
                && filtered.Patch.Mean.Luminance > 0
            select (open, filtered),
        ];

    private static FilterRow Row(FilterPosition filter, (FigureTake Clear, FigureTake Filtered)[] pairs)
    {
        if (pairs.Length == 0)
        {
            return new FilterRow(filter, null, null, null, Waits.Of(("filter", Name(filter))));
        }

        FilterPair[] measured =
        [
            .. pairs.Select(p => new FilterPair(
                p.Clear.Patch.Mean.Luminance,
                p.Filtered.Patch.Mean.Luminance,
                p.Filtered.Opened - p.Clear.Opened,
                p.Clear.Patch.ClippedShare,
                p.Filtered.Patch.CrushedShare
            )),
        ];
        if (FilterStrength.Spread(measured) is { } spread && !FilterStrength.IsSteady(spread))
        {
            return new FilterRow(filter, null, null, null, Unsteady.Of(("filter", Name(filter)), ("spread", spread)));
        }

        var strength = FilterStrength.Of(measured);
        if (strength.AtLeast)
        {
            return new FilterRow(filter, strength, null, null, AtLeast.Of(("filter", Name(filter)), ("loss", strength.Loss)));
        }

        (MiredShift Shift, double Duv)[] colours =
        [
            .. pairs
                .Where(p => IsGood(p.Clear) && IsGood(p.Filtered))
                .Select(p =>
                    FilterStrength.Colour(
                        Light(GreyCast.Of(p.Clear.Patch.Mean, p.Clear.Set)),
                        Light(GreyCast.Of(p.Filtered.Patch.Mean, p.Filtered.Set))
                    )
                ),
        ];
        MiredShift? shift = colours.Length == 0 ? null : new MiredShift(colours.Average(c => c.Shift.Value));
        Stops off = strength.Loss - filter.Loss;
        Judgement says =
            Math.Abs(off.Value) < SameStops ? AsLabelled.Of(("filter", Name(filter))) : Differs.Of(("filter", Name(filter)), ("off", off));
        return new FilterRow(
            filter,
            strength,
            shift,
            colours.Length == 0 ? null : colours.Average(c => c.Duv),
            says.And(shift is { } s && Math.Abs(s.Value) >= NoticedMired ? Coloured.Of(("shift", s)) : null)
                .And(strength.Uncertainty is null ? Few.Of(("pairs", FigureValue.Count(strength.Pairs))) : null)
        );
    }

    private static bool IsGood(FigureTake take) =>
        take.Patch.ClippedShare <= ToneCurve.ClippedShare && take.Patch.CrushedShare <= ToneCurve.ClippedShare;

    private static (Kelvin, double) Light(GreyCast cast) => (cast.Light, cast.Duv);

    private static string Name(FilterPosition filter) => $"Filter {filter.Label}";
}
