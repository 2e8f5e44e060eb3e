using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.VectorOperations;

namespace GoldNotch.Core.Tests;

/// <summary>The operations of sections 7, 11 and 13 in the core's own words.</summary>
internal static class LineUpOperations
{
    private const char OwnerMark = '/';

    internal static Dictionary<string, object?>? Run(string op, Given x)
    {
        switch (op)
        {
            case "lens.angle":
                return One("angle_deg", FieldOfView.AngleDegrees(Mm(x, "w_mm"), Mm(x, "focal_mm")));
            case "lens.width":
                return One(
                    "width_mm",
                    FieldOfView.WidthAt(Mm(x, "w_mm"), Mm(x, "focal_mm"), new Metres(Num(x, "distance_m"))).Value * 1000
                );
            case "lens.coc":
                return One("coc_mm", Divided(Mm(x, "w_mm"), Mm(x, "h_mm"), x).Value);
            case "lens.depth":
                var depth = DepthOfField.Of(Mm(x, "focal_mm"), new FNumber(Num(x, "n")), new Metres(Num(x, "distance_m")), Circle(x));
                return new()
                {
                    ["hyperfocal_mm"] = depth.Hyperfocal.Value * 1000,
                    ["near_mm"] = depth.Near.Value * 1000,
                    ["far_mm"] = depth.Far is { } far ? far.Value * 1000 : "inf",
                    ["depth_mm"] = depth.Depth is { } d ? d.Value * 1000 : "inf",
                };
            case "lens.match_depth":
                return MatchDepth(x);
            case "lens.ramp":
                var lens = new Lens(
                    Mm(x, "focal_wide_mm"),
                    Mm(x, "focal_tele_mm"),
                    new FNumber(Num(x, "n_wide")),
                    new FNumber(Num(x, "n_tele")),
                    new FNumber(22)
                );
                return One("n", lens.WidestAt(Mm(x, "focal_mm")).Value);
            case "curve.encode":
                return One("v", Curve(x).Encode(Num(x, "x")));
            case "curve.decode":
                return One("x", Curve(x).Decode(Num(x, "v")));
            case "curve.code":
                return One("code", ToneCurve.LegalCode(Num(x, "v"), (int)Num(x, "bits")));
            case "curve.grey_stops":
                ReadStops read = Curve(x).GreyStops(Num(x, "v"), x.TryGetProperty("clipped", out Given c) && c.GetBoolean() ? 1 : 0);
                return new() { ["stops"] = read.Value.Value, ["at_least"] = read.AtLeast };
            case "iris.quantise":
                var travel = new IrisTravel(
                    new FNumber(Num(x, "n_min")),
                    new FNumber(Num(x, "n_max")),
                    new Stops(Num(x, "step_stops")),
                    Stops.Zero,
                    false
                );
                return One("n", travel.Nearest(new FNumber(Num(x, "n"))).Value);
            case "lineup.spread":
                var spread = Spread.Of(
                    Known(x.GetProperty("a")),
                    Known(x.GetProperty("b")),
                    x.TryGetProperty("one_reading", out Given one) && one.GetBoolean()
                );
                return new()
                {
                    ["u_stops"] = spread.Standard,
                    ["twice"] = spread.Twice,
                    ["check_on_card"] = spread.CheckOnCard,
                };
            case "lineup.plan":
                return Told(Planned(x));
            default:
                return null;
        }
    }

    internal static LineUpPlan Planned(Given x)
    {
        (ImmutableArray<PlanCamera> cameras, PlanScene scene) = Problem(x);
        string strategy = x.TryGetProperty("line_up_school", out Given s) ? s.GetString()! : "keep";
        return strategy switch
        {
            "move_light" => LineUpPlanner.PlanMovingLight(
                cameras,
                scene,
                new Stops(x.GetProperty("lamp_range_stops")[0].GetDouble()),
                new Stops(x.GetProperty("lamp_range_stops")[1].GetDouble())
            ),
            "common_speed" => LineUpPlanner.PlanCommonSpeed(cameras, scene),
            _ => LineUpPlanner.Plan(cameras, scene),
        };
    }

    internal static (ImmutableArray<PlanCamera> Cameras, PlanScene Scene) Problem(Given x)
    {
        Given standard = x.GetProperty("standard");
        double constant = Num(standard, "meter_c", MeteredLight.DomeConstant);
        Given light = x.GetProperty("light");
        MeteredLight metered = light.TryGetProperty("lux", out _)
            ? MeteredLight.FromLux(new Lux(Num(light, "lux")), constant)
            : MeteredLight.FromReading(new FNumber(Num(light, "n_m")), new ExposureTime(Num(light, "t_m_s")), new Iso(Num(light, "iso_m")));

        // Front filters of the worked values belong to one camera each: the kit knows them by the camera's name too.
        var kit = ImmutableArray.CreateBuilder<FrontFilter>();
        var cameras = ImmutableArray.CreateBuilder<PlanCamera>();
        foreach (Given camera in x.GetProperty("cameras").EnumerateArray())
        {
            FrontFilter[] own = camera.TryGetProperty("front", out Given front)
                ?
                [
                    .. front
                        .EnumerateArray()
                        .Select(f => new FrontFilter(
                            new FilterPosition($"{Text(camera, "unit")}{OwnerMark}{Text(f, "label")}", new Stops(Num(f, "stops"))),
                            (int)Num(f, "count")
                        )),
                ]
                : [];
            kit.AddRange(own);
            cameras.Add(Camera(camera, standard) with { FittingFront = [.. own.Select(f => f.Filter.Label)] });
        }

        return (
            cameras.ToImmutable(),
            new PlanScene(
                metered,
                new Stops(Num(standard, "brightest_stops", 0)),
                new Stops(Num(standard, "darkest_stops", 0)),
                new Stops(Num(standard, "offset_stops", 0)),
                kit.ToImmutable(),
                (int)Num(standard, "max_front", 1)
            )
            {
                Emphasis = standard.TryGetProperty("emphasis", out Given emphasis)
                    ? emphasis.GetString() switch
                    {
                        "balanced" => EmphasisPolicy.Balanced,
                        "low noise" => EmphasisPolicy.LowNoise,
                        "iris" => EmphasisPolicy.Iris,
                        "highlights" => EmphasisPolicy.Highlights,
                        var other => throw new NotSupportedException($"emphasis {other}"),
                    }
                    : EmphasisPolicy.Balanced,
            }
        );
    }

    private static PlanCamera Camera(Given x, Given standard)
    {
        Given lens = x.GetProperty("lens");
        Millimetres focal = Mm(x, "focal_mm");
        var smallest = new FNumber(Num(lens, "n_max", 22.627416998));
        var wide = new FNumber(Num(lens, "n_wide"));
        FNumber widest = lens.TryGetProperty("n_tele", out _)
            ? new Lens(Mm(lens, "focal_min_mm"), Mm(lens, "focal_max_mm"), wide, new FNumber(Num(lens, "n_tele")), smallest).WidestAt(focal)
            : wide;
        bool fixedToBase = x.TryGetProperty("fixed_to_base", out Given f) && f.GetBoolean();
        return new PlanCamera(
            Text(x, "unit"),
            Time(x, standard),
            SensitivityStates.Of(
                [.. x.GetProperty("bases").EnumerateArray().Select(Base)],
                new Decibels(Num(standard, "switch_above_db", 8)),
                new Decibels(Num(standard, "cap_db", 14)),
                fixedToBase
            ),
            Filters(x),
            new IrisTravel(widest, smallest, new Stops(Num(lens, "iris_step_stops", 0)), new Stops(Num(lens, "loss_stops", 0)), false),
            Requirement(x),
            new Standpoint(
                focal,
                new Metres(Num(x, "distance_m")),
                Mm(x, "sensor_w_mm"),
                FieldOfView.CircleOfConfusion(Mm(x, "sensor_w_mm"), Mm(x, "sensor_h_mm"))
            ),
            x.TryGetProperty("diffraction_n", out _) ? new FNumber(Num(x, "diffraction_n")) : null
        )
        {
            Offset = new Stops(Num(x, "offset_stops", 0)),
        };
    }

    private static BaseGains Base(Given b)
    {
        double least = Num(b, "min_gain_db", 0);
        double most = Num(b, "max_gain_db", 0);
        ImmutableArray<Decibels> gains =
            b.TryGetProperty("steps_db", out Given steps) ? [.. steps.EnumerateArray().Select(s => new Decibels(s.GetDouble()))]
            : b.TryGetProperty("step_db", out Given step)
                ?
                [
                    .. Enumerable
                        .Range(0, (int)Math.Floor(((most - least) / step.GetDouble()) + 1e-9) + 1)
                        .Select(i => new Decibels(least + (i * step.GetDouble()))),
                ]
            : [.. new[] { least, 0, most }.Distinct().Order().Select(g => new Decibels(g))];
        return new BaseGains(
            new SensitivityBase(
                Text(b, "name"),
                new Iso(Num(b, "iso_at_zero_gain")),
                new Decibels(least),
                new Decibels(most),
                new Decibels(Num(b, "noise_penalty_db", 0))
            ),
            gains,
            new Latitude(new Stops(Num(b, "highlight_stops", 6)), new Stops(Num(b, "shadow_stops", 6))),
            b.TryGetProperty("h_curve_stops", out Given h) ? new Stops(h.GetDouble()) : null,
            b.TryGetProperty("s_curve_stops", out Given s) ? new Stops(s.GetDouble()) : null
        );
    }

    private static ImmutableArray<FilterPosition> Filters(Given x)
    {
        if (!x.TryGetProperty("builtin", out Given builtIn))
        {
            return [new FilterPosition("clear", Stops.Zero)];
        }

        return builtIn.ValueKind == JsonValueKind.Array
            ?
            [
                .. builtIn
                    .EnumerateArray()
                    .Select(p => new FilterPosition(Text(p, "label"), new Stops(Num(p, "measured_stops", Num(p, "stops"))))),
            ]
            :
            [
                .. VariableFilterPositions
                    .Of(new Stops(Num(builtIn, "min_stops")), new Stops(Num(builtIn, "max_stops")), new Stops(Num(builtIn, "step_stops")))
                    .Select(f => f.Loss == Stops.Zero ? f : f with { Label = "var " + Notation.Number(f.Loss.Value, 3) }),
            ];
    }

    private static IrisRequirement Requirement(Given x)
    {
        if (!x.TryGetProperty("wish", out Given requirement))
        {
            return new IrisRequirement.Open();
        }

        return Text(requirement, "kind") switch
        {
            "open" => new IrisRequirement.Open(),
            "fixed" => new IrisRequirement.Fixed(new FNumber(Num(requirement, "n"))),
            "range" => new IrisRequirement.Range(new FNumber(Num(requirement, "n_min")), new FNumber(Num(requirement, "n_max"))),
            "depth" => new IrisRequirement.Depth(new Metres(Num(requirement, "depth_m"))),
            _ => new IrisRequirement.SameDepthAs(Text(requirement, "as")),
        };
    }

    private static ExposureTime Time(Given camera, Given standard)
    {
        if (camera.TryGetProperty("t_s", out Given given))
        {
            return new ExposureTime(given.GetDouble());
        }

        var rate = new FrameRate((int)Num(standard, "rate_num"), (int)Num(standard, "rate_den", 1));
        ShutterOption strategy =
            standard.TryGetProperty("school", out Given s) && s.GetString() == "at_least_double"
                ? ShutterOption.AtLeastDouble
                : ShutterOption.Nearest;
        return Shutter
            .Choose(
                camera.GetProperty("shutters_den").EnumerateArray().Select(d => ExposureTime.OneOver(d.GetDouble())),
                new ShutterAngle(Num(standard, "angle_deg", 180)).At(rate),
                new ScanRate(rate, Scan.Progressive),
                strategy
            )
            .Time;
    }

    private static Dictionary<string, object?> Told(LineUpPlan plan) =>
        new()
        {
            ["light_moved_stops"] = plan.Moved.Value,
            ["lux"] = plan.Scene.Light.ToLux().Value,
            ["common_iso"] = plan.CommonSpeed?.Value,
            ["largest_exposure_difference"] = plan.LargestDifference.Value,
            ["cameras"] = plan
                .Cameras.Select(c => new Dictionary<string, object?>
                {
                    ["unit"] = c.Camera.Name,
                    ["base"] = c.Chosen.State.Base,
                    ["gain_db"] = c.Chosen.State.Gain.Value,
                    ["iso"] = c.Chosen.State.Speed.Value,
                    ["noise_db"] = c.Chosen.State.Noise.Value,
                    ["t_s"] = c.Camera.Time.Seconds,
                    ["shadow_margin_stops"] = c.Chosen.ShadowMargin?.Value,
                    ["depth_mm"] = DepthFromLens(c),
                    ["builtin"] = c.Chosen.BuiltIn.Label,
                    ["front"] = c.Chosen.Front.Select(f => f.Label.Split(OwnerMark)[1]).ToArray(),
                    ["nd_stops"] = c.Chosen.Filters.Value,
                    ["n"] = c.Chosen.Iris.Value,
                    ["error_stops"] = c.Chosen.Error.Value,
                    ["wish_missed_stops"] = c.Chosen.IrisMissedBy.Value,
                    ["clip_margin_stops"] = c.Chosen.ClipMargin?.Value,
                    ["cost"] = c.Chosen.Cost,
                    ["decided_by"] =
                        c.DecidedBy is { } term ? TermName(term)
                        : c.Next.IsEmpty ? "only"
                        : "tie",
                })
                .ToArray(),
        };

    // The worked values count depth from the lens and call an endless one infinite.
    private static object? DepthFromLens(CameraPlan plan) =>
        plan.Depth is not { } depth ? null
        : depth.Depth is { } d ? d.Value * 1000
        : "inf";

    private static string TermName(PlanTerm term) =>
        term switch
        {
            PlanTerm.Rules => "rules",
            PlanTerm.Exposure => "exposure",
            PlanTerm.Highlights => "highlights",
            PlanTerm.Shadows => "shadows",
            PlanTerm.Noise => "noise",
            PlanTerm.GainWithFilter => "gain_with_filter",
            PlanTerm.Iris => "iris",
            PlanTerm.FrontFilters => "front",
            PlanTerm.Diffraction => "diffraction",
            PlanTerm.NegativeGain => "negative_gain",
            _ => "filter",
        };

    private static Dictionary<string, object?> MatchDepth(Given x)
    {
        DepthOfField of = DepthOfField.Of(
            Mm(x, "ref_focal_mm"),
            new FNumber(Num(x, "ref_n")),
            new Metres(Num(x, "ref_distance_m")),
            Divided(Mm(x, "ref_w_mm"), Mm(x, "ref_h_mm"), x)
        );
        Millimetres circle = Divided(Mm(x, "w_mm"), Mm(x, "h_mm"), x);
        var distance = new Metres(Num(x, "distance_m"));
        FNumber wanted = DepthOfField.IrisFor(Mm(x, "focal_mm"), distance, circle, of.Depth);
        var travel = new IrisTravel(new FNumber(Num(x, "n_min")), new FNumber(Num(x, "n_max")), Stops.Zero, Stops.Zero, false);
        FNumber got = travel.Nearest(wanted);
        return new()
        {
            ["n_wanted"] = wanted.Value,
            ["n"] = got.Value,
            ["depth_mm"] = DepthOfField.Of(Mm(x, "focal_mm"), got, distance, circle).Depth is { } gotDepth ? gotDepth.Value * 1000 : "inf",
            ["can"] = Math.Abs(got.Value - wanted.Value) < 1e-9,
        };
    }

    internal static ToneCurve Curve(Given x)
    {
        if (Text(x, "curve") != "Log")
        {
            return ToneCurve.Named(Text(x, "curve"));
        }

        Given p = x.GetProperty("params");
        return new ToneCurve.Log(Num(p, "a"), Num(p, "b"), Num(p, "c"), Num(p, "d"), Num(p, "e"), Num(p, "f"), Num(p, "cut"));
    }

    private static Millimetres Circle(Given x) =>
        x.TryGetProperty("coc_mm", out _) ? Mm(x, "coc_mm") : Divided(Mm(x, "sensor_w_mm"), Mm(x, "sensor_h_mm"), x);

    private static Millimetres Divided(Millimetres width, Millimetres height, Given x) =>
        FieldOfView.CircleOfConfusion(width, height, Num(x, "coc_divisor", FieldOfView.CirclesAcross));

    private static FilterKnowledge Known(Given x) =>
        Text(x, "filter") switch
        {
            "measured" => FilterKnowledge.Measured,
            "nominal" => FilterKnowledge.Nominal,
            _ => FilterKnowledge.Clear,
        };

    private static Millimetres Mm(Given x, string key) => new(Num(x, key));
}
