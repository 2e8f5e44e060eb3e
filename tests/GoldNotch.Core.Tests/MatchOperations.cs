using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.VectorOperations;

namespace GoldNotch.Core.Tests;

/// <summary>Says each operation of matching in the core's own words; null for what is none.</summary>
internal static class MatchOperations
{
    internal static Dictionary<string, object?>? Run(string op, Given x)
    {
        switch (op)
        {
            case "colour.cct":
                NearestPlanckian nearest = PlanckianLocus.Nearest(Uv.OfXy(Num(x, "x"), Num(x, "y")));
                return new() { ["cct_k"] = nearest.Temperature.Value, ["duv"] = nearest.Duv };
            case "colour.planck_uv":
                Uv on = PlanckianLocus.Of(new Kelvin(Num(x, "k")));
                return new() { ["u"] = on.U, ["v"] = on.V };
            case "match.cast":
                (NearestPlanckian look, MiredShift shift, double shiftDuv) = GreyCast.OnDisplay(Rgb(x));
                return new()
                {
                    ["cct_k"] = look.Temperature.Value,
                    ["duv"] = look.Duv,
                    ["shift_mired"] = shift.Value,
                    ["shift_duv"] = shiftDuv,
                };
            case "match.grey":
                GreyCast cast = GreyCast.Of(Rgb(x), new Kelvin(Num(x, "k_set")));
                return new()
                {
                    ["light_k"] = cast.Light.Value,
                    ["cast_mired"] = cast.Cast.Value,
                    ["duv"] = cast.Duv,
                };
            case "match.synthetic":
                return Synthetic(x);
            case "match.exposure":
                ExposureDifference off = Matching.Difference(
                    Rgb(x),
                    Rgb(x, "ref_"),
                    Maybe(x, "clipped_share") ?? 0,
                    Maybe(x, "ref_clipped_share") ?? 0
                );
                return new()
                {
                    ["stops"] = off.Value.Value,
                    ["at_least"] = off.AtLeast,
                    ["at_most"] = off.AtMost,
                };
            case "match.exposures":
                return new()
                {
                    ["shown_stops"] = Matching.Difference(Rgb(x), Rgb(x, "ref_")).Value.Value,
                    ["correct_stops"] = Matching.ToCorrect(Rgb(x), Rgb(x, "ref_")).Value,
                };
            case "match.correct":
                return Moved(Matching.Correct(new Stops(Num(x, "diff_stops")), Controls(x)));
            case "match.round":
                MatchRound round = Matching.Round(
                    new Kelvin(Num(x, "k_set")),
                    new MiredShift(Num(x, "cast_mired")),
                    Num(x, "duv"),
                    new KelvinGrid(new Kelvin(Num(x, "min_k")), new Kelvin(Num(x, "max_k")), Num(x, "step_k")),
                    Num(x, "tint_step_duv"),
                    new Stops(Num(x, "diff_stops")),
                    Controls(x)
                );
                Dictionary<string, object?> proposed = Moved(round.Exposure);
                proposed["k_dial"] = round.Dial.Value;
                proposed["rest_mired"] = round.RestMired.Value;
                proposed["tint_steps"] = round.TintSteps;
                proposed["rest_duv"] = round.RestDuv;
                return proposed;
            case "match.judge":
                (string Matter, MatchVerdict Verdict)[] each =
                [
                    .. Matching.Judge(Rest(x.GetProperty("rest")), x.TryGetProperty("half_step", out Given half) ? Rest(half) : default),
                ];
                return new()
                {
                    ["each"] = each.ToDictionary(
                        e => e.Matter,
                        e =>
                            (object?)(
                                e.Verdict switch
                                {
                                    MatchVerdict.Ok => "ok",
                                    MatchVerdict.AsNearAsSteps => "steps",
                                    _ => "off",
                                }
                            )
                    ),
                    ["matched"] = each.All(e => e.Verdict != MatchVerdict.Off),
                };
            case "match.worse":
                return new() { ["put_back"] = Matching.PutBack(Rest(x.GetProperty("before")), Rest(x.GetProperty("after"))).ToArray() };
            case "match.offset":
                return new()
                {
                    ["offset_mired"] = Matching
                        .Offset(
                            new Kelvin(Num(x, "k_ref")),
                            new MiredShift(Num(x, "ref_cast_mired")),
                            new Kelvin(Num(x, "k_unit")),
                            new MiredShift(Num(x, "unit_cast_mired"))
                        )
                        .Value,
                };
            case "match.pick":
                EarlierMatch? picked = Matching.Pick(
                    x.GetProperty("stored")
                        .EnumerateArray()
                        .Select(s => new EarlierMatch(
                            Num(s, "days_old"),
                            new Kelvin(Num(s, "light_k")),
                            new MiredShift(Num(s, "offset_mired"))
                        ))
                        .ToArray(),
                    new Kelvin(Num(x, "light_k"))
                );
                return new()
                {
                    ["offset_mired"] = picked?.Offset.Value,
                    ["days_old"] = picked?.DaysOld,
                    ["old"] = picked?.DaysOld > Matching.OldAfterDays,
                };
            default:
                return null;
        }
    }

    private static Dictionary<string, object?> Synthetic(Given x)
    {
        double stops = Num(x, "stops");
        var set = new Kelvin(Num(x, "k_set"));
        LinearRgb shown = GreyCast.Shown(new Kelvin(Num(x, "k_light")), set, ToneCurve.MidGrey * Math.Pow(2, stops));
        ToneCurve curve = ToneCurve.Named("BT.709");
        GreyCast read = GreyCast.Of(shown, set);
        return new()
        {
            ["v_r"] = curve.Encode(shown.Red),
            ["v_g"] = curve.Encode(shown.Green),
            ["v_b"] = curve.Encode(shown.Blue),
            ["stops"] = Stops.Between(shown.Luminance, ToneCurve.MidGrey).Value,
            ["light_k"] = read.Light.Value,
            ["light_duv"] = read.Duv,
            ["shift_mired"] = GreyCast.OnDisplay(shown).Shift.Value,
        };
    }

    private static Dictionary<string, object?> Moved(ExposureMove move) =>
        new()
        {
            ["control"] = move.Control?.ToString().ToLowerInvariant(),
            ["move_stops"] = move.Move.Value,
            ["rest_stops"] = move.Rest.Value,
        };

    private static ExposureControls Controls(Given x)
    {
        bool allowed = x.GetProperty("iris_allowed").GetBoolean();
        var click = new Stops(Num(x, "iris_step_stops"));
        return new ExposureControls(
            allowed ? click : null,
            new Stops(Num(x, "filter_now_stops")),
            [.. x.GetProperty("filters_stops").EnumerateArray().Select(f => new Stops(f.GetDouble()))],
            new Decibels(Num(x, "gain_step_db"))
        );
    }

    private static MatchRest Rest(Given x) =>
        new(Maybe(x, "stops") ?? 0, Maybe(x, "mired") ?? 0, Maybe(x, "duv") ?? 0, Maybe(x, "hue_deg"));

    private static LinearRgb Rgb(Given x, string of = "") => new(Num(x, of + "r"), Num(x, of + "g"), Num(x, of + "b"));
}
