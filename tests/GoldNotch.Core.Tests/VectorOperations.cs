using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Says each operation of the worked values in the core's own words.</summary>
internal static class VectorOperations
{
    internal static string ErrorName(QuantityFault fault) =>
        fault switch
        {
            QuantityFault.NotFinite => "not-finite",
            QuantityFault.NotPositive => "not-positive",
            QuantityFault.OutOfRange => "out-of-range",
            QuantityFault.BadLabel => "bad-label",
            QuantityFault.WrongVoltage => "voltage",
            QuantityFault.NoDropFrame => "drop-frame-rate",
            QuantityFault.Circle => "circle",
            QuantityFault.TooSmall => "too-small",
            _ => "no-choice",
        };

    internal static Dictionary<string, object?> Run(string op, Given x)
    {
        if (MediaOperations.Run(op, x) is { } media)
        {
            return media;
        }

        if (LineUpOperations.Run(op, x) is { } lineUp)
        {
            return lineUp;
        }

        if (MatchOperations.Run(op, x) is { } match)
        {
            return match;
        }

        if (FrameOperations.Run(op, x) is { } frame)
        {
            return frame;
        }

        if (FigureOperations.Run(op, x) is { } figure)
        {
            return figure;
        }

        if (ClipOperations.Run(op, x) is { } judged)
        {
            return judged;
        }

        if (ShootOperations.Run(op, x) is { } shoot)
        {
            return shoot;
        }

        if (CameraOperations.Run(op, x) is { } camera)
        {
            return camera;
        }

        switch (op)
        {
            case "fnumber.parse":
                FNumber n = FNumber.Parse(Text(x, "text"));
                return new()
                {
                    ["n"] = n.Value,
                    ["mark_k"] = n.Mark,
                    ["transmission"] = n.IsTransmission,
                };
            case "fnumber.label":
                IrisStyle style = Text(x, "style") == "dial" ? IrisStyle.Dial : IrisStyle.Thirds;
                return One(
                    "label",
                    new FNumber(Num(x, "n"), x.TryGetProperty("transmission", out Given flag) && flag.GetBoolean()).Label(style)
                );
            case "stops.label":
                return One("label", new Stops(Num(x, "stops")).Label());
            case "stops.to_db":
                return One("gain_db", new Stops(Num(x, "stops")).ToDecibels().Value);
            case "db.to_stops":
                return One("stops", new Decibels(Num(x, "gain_db")).ToStops().Value);
            case "rate.parse":
                var parsed = ScanRate.Parse(Text(x, "text"));
                return new()
                {
                    ["rate_num"] = parsed.Frames.Numerator,
                    ["rate_den"] = parsed.Frames.Denominator,
                    ["scan"] = parsed.Scan.ToString().ToLowerInvariant(),
                };
            case "kelvin.to_mired":
                return One("mired", new Kelvin(Num(x, "k")).ToMired().Value);
            case "time.label":
                return One("label", new ExposureTime(Num(x, "t_s")).Label());
            case "exposure.balance":
                return Balance(x);
            case "exposure.reading_at":
                return One(
                    "n2",
                    Metered(x).IrisAt(new ExposureTime(Num(x, "t2_s")), new Iso(Num(x, "iso2"))).OpenedBy(new Stops(Taken(x))).Value
                );
            case "exposure.iris_for":
                return One("n", Light(x).IrisAt(Time(x), new Iso(Num(x, "iso"))).OpenedBy(new Stops(Taken(x))).Value);
            case "exposure.lux_for":
                return One(
                    "lux",
                    ExposureBalance
                        .LuxFor(
                            new FNumber(Num(x, "n")),
                            Time(x),
                            new Iso(Num(x, "iso")),
                            new Stops(Num(x, "nd_stops", 0)),
                            new Stops(Num(x, "loss_stops", 0)),
                            new Stops(Num(x, "offset_stops", 0)),
                            Num(x, "meter_c", MeteredLight.DomeConstant)
                        )
                        .Value
                );
            case "exposure.move_light":
                (Lux light, Metres distance) = ExposureBalance.MoveLight(
                    new Lux(Num(x, "lux")),
                    new Metres(Num(x, "distance_m")),
                    new Stops(Num(x, "stops"))
                );
                return new() { ["lux"] = light.Value, ["distance_m"] = distance.Value };
            case "lens.loss":
                return One("loss_stops", ExposureBalance.LensLoss(new FNumber(Num(x, "n")), new FNumber(Num(x, "t_number"), true)).Value);
            case "sensitivity.iso_at_gain":
                return One("iso", Sensitivity.IsoAtGain(new Iso(Num(x, "iso_at_zero_gain")), new Decibels(Num(x, "gain_db"))).Value);
            case "sensitivity.gain_for_iso":
                return One("gain_db", Sensitivity.GainForIso(new Iso(Num(x, "iso_at_zero_gain")), new Iso(Num(x, "iso"))).Value);
            case "sensitivity.choose_base":
                return ChooseBase(x);
            case "filter.convert":
                var loss = new Stops(Num(x, "stops"));
                return new()
                {
                    ["density"] = NeutralDensity.Density(loss),
                    ["factor"] = NeutralDensity.Factor(loss),
                    ["transmittance"] = NeutralDensity.Transmittance(loss),
                };
            case "filter.parse":
                return One("stops", NeutralDensity.ParseLoss(Text(x, "text")).Value);
            case "filter.combinations":
                return One("totals_stops", Combinations(x));
            case "latitude":
                return LatitudeOf(x);
            case "latitude.margins":
                var room = new Latitude(new Stops(Num(x, "highlights_stops")), new Stops(Num(x, "shadows_stops")));
                (Stops clip, Stops shadow) = room.Margins(
                    new Stops(Num(x, "brightest_stops")),
                    new Stops(Num(x, "darkest_stops")),
                    new Stops(Num(x, "delta_stops"))
                );
                return new() { ["clip_margin_stops"] = clip.Value, ["shadow_margin_stops"] = shadow.Value };
            case "shutter.time":
                return One("t_s", new ShutterAngle(Num(x, "angle_deg")).At(Rate(x, "rate")).Seconds);
            case "shutter.angle":
                return One("angle_deg", Shutter.AngleDegrees(Time(x), Rate(x, "rate")));
            case "shutter.choose" or "shutter.choose_named":
                return Choose(x);
            case "flicker":
                var flicker = Flicker.Of(Num(x, "mains_hz"), Time(x), Progressive(x), Num(x, "modulation"));
                return new()
                {
                    ["ripple_pct"] = flicker.RipplePercent,
                    ["beat_hz"] = flicker.BeatHz,
                    ["verdict"] = flicker.Verdict == FlickerVerdict.Pulsing ? "pumping" : flicker.Verdict.ToString().ToLowerInvariant(),
                };
            case "flicker.offer":
                return Offer(x);
            case "motion.slow":
                return One("factor", Shutter.SlowMotionFactor(Rate(x, "capture"), Rate(x, "playback")));
            case "motion.pan":
                return One("seconds", Shutter.PanSeconds(Rate(x, "rate")));
            case "wb.shift":
                return One("shift_mired", WhiteBalance.Shift(new Kelvin(Num(x, "k1")), new Kelvin(Num(x, "k2"))).Value);
            case "wb.cast":
                return One("cast_mired", WhiteBalance.Cast(new Kelvin(Num(x, "k_light")), new Kelvin(Num(x, "k_set"))).Value);
            case "wb.round":
                return One("k", WhiteBalance.Round(new Kelvin(Num(x, "k")), Grid(x)).Value);
            case "wb.correct":
                Kelvin exact = WhiteBalance.Correct(new Kelvin(Num(x, "k_set")), new MiredShift(Num(x, "cast_mired")));
                return Dialled(exact, WhiteBalance.Round(exact, Grid(x)));
            case "wb.unit_number":
                Kelvin number = WhiteBalance.UnitNumber(new Kelvin(Num(x, "k_ref")), new MiredShift(Num(x, "offset_mired")));
                return Dialled(number, WhiteBalance.Round(number, Grid(x)));
            case "wb.grade":
                return One(
                    "grade",
                    WhiteBalance
                        .Grade(
                            new MiredShift(Num(x, "cast_mired")),
                            x.TryGetProperty("slack_mired", out Given slack) ? new MiredShift(slack.GetDouble()) : null
                        )
                        .ToString()
                        .ToLowerInvariant()
                );
            case "wb.stale":
                return One(
                    "stale",
                    WhiteBalance.IsStale(
                        Yes(x, "same_place"),
                        Yes(x, "same_light"),
                        Yes(x, "same_filter"),
                        new MiredShift(Num(x, "moved_mired"))
                    )
                );
            case "wb.card":
                return One("advice", WhiteBalance.AdviseCard(Num(x, "card_pct")).ToString().ToLowerInvariant());
            default:
                throw new NotSupportedException($"The worked values name an operation the core has not: {op}");
        }
    }

    private static Dictionary<string, object?> Balance(Given x)
    {
        MeteredLight light = Light(x);
        var iris = new FNumber(Num(x, "n"));
        Stops lens = x.TryGetProperty("t_number", out _)
            ? ExposureBalance.LensLoss(iris, new FNumber(Num(x, "t_number"), true))
            : Stops.Zero;
        var balance = ExposureBalance.Of(
            light,
            Time(x),
            new Iso(Num(x, "iso")),
            iris,
            new Stops(Num(x, "nd_stops", 0)),
            lens,
            new Stops(Num(x, "offset_stops", 0))
        );
        return new()
        {
            ["light_stops"] = balance.Light.Value,
            ["time_stops"] = balance.Time.Value,
            ["speed_stops"] = balance.Speed.Value,
            ["iris_stops"] = balance.Iris.Value,
            ["filters_stops"] = balance.Filters.Value,
            ["lens_stops"] = balance.Lens.Value,
            ["total_stops"] = balance.Total.Value,
            ["error_stops"] = balance.Error.Value,
        };
    }

    private static Dictionary<string, object?> ChooseBase(Given x)
    {
        ImmutableArray<SensitivityBase> bases =
        [
            .. x.GetProperty("bases")
                .EnumerateArray()
                .Select(b => new SensitivityBase(
                    Text(b, "name"),
                    new Iso(Num(b, "iso_at_zero_gain")),
                    new Decibels(Num(b, "min_gain_db")),
                    new Decibels(Num(b, "max_gain_db")),
                    new Decibels(Num(b, "noise_penalty_db", 0))
                )),
        ];
        SensitivityChoice chosen = Sensitivity.ChooseBase(
            new Iso(Num(x, "rating_iso")),
            bases,
            new Decibels(Num(x, "switch_above_db", Sensitivity.DefaultSwitch.Value)),
            new Decibels(Num(x, "cap_db", Sensitivity.DefaultCap.Value)),
            x.TryGetProperty("fixed_to_base", out Given f) && f.GetBoolean()
        );
        return new()
        {
            ["base"] = chosen.Base.Name,
            ["gain_db"] = chosen.Gain.Value,
            ["noise_db"] = chosen.Noise.Value,
            ["rated_stops"] = chosen.RatedAway.Value,
            ["over_stops"] = chosen.Over.Value,
            ["verdict"] = chosen.Verdict.ToString().ToLowerInvariant(),
        };
    }

    private static MeteredLight Light(Given x) =>
        x.TryGetProperty("lux", out _)
            ? MeteredLight.FromLux(new Lux(Num(x, "lux")), Num(x, "meter_c", MeteredLight.DomeConstant))
            : Metered(x);

    // What filters, lens and offset take from the iris.
    private static double Taken(Given x) => Num(x, "nd_stops", 0) + Num(x, "loss_stops", 0) + Num(x, "offset_stops", 0);

    private static double[] Combinations(Given x)
    {
        ImmutableArray<FilterPosition> builtIn = [.. x.GetProperty("builtin").EnumerateArray().Select(Position)];
        ImmutableArray<FrontFilter> front =
        [
            .. x.GetProperty("front").EnumerateArray().Select(f => new FrontFilter(Position(f), (int)Num(f, "count"))),
        ];
        return [.. NeutralDensity.Combinations(builtIn, front, (int)Num(x, "max_front", 1)).Select(c => c.Loss.Value).Order()];
    }

    private static Dictionary<string, object?> LatitudeOf(Given x)
    {
        var curve = new Latitude(new Stops(Num(x, "h_stops")), new Stops(Num(x, "s_stops")));
        var moved = new Stops(Num(x, "n_stops"));
        Stops? limit = x.TryGetProperty("h_curve_stops", out Given h) ? new Stops(h.GetDouble()) : null;
        Stops? deepest = x.TryGetProperty("s_curve_stops", out Given s) ? new Stops(s.GetDouble()) : null;
        Latitude got = Text(x, "mode") switch
        {
            "rated" => curve.RatedAway(moved),
            "gain" => curve.WithGain(moved, limit, deepest),
            var other => throw new NotSupportedException($"mode {other}"),
        };
        return new()
        {
            ["highlights_stops"] = got.Highlights.Value,
            ["shadows_stops"] = got.Shadows.Value,
            ["total_stops"] = got.Total.Value,
        };
    }

    private static Dictionary<string, object?> Choose(Given x)
    {
        ScanRate rate = x.TryGetProperty("rate_text", out Given text) ? ScanRate.Parse(text.GetString()) : Progressive(x);
        ShutterOption option = Text(x, "school") switch
        {
            "nearest" => ShutterOption.Nearest,
            "at_least_double" => ShutterOption.AtLeastDouble,
            var other => throw new NotSupportedException($"school {other}"),
        };
        var angle = new ShutterAngle(Num(x, "angle_deg", ShutterAngle.HalfFrame.Degrees));
        ShutterChoice choice = Shutter.Choose(Speeds(x), angle.At(rate.Frames), rate, option);
        return new()
        {
            ["t_s"] = choice.Time.Seconds,
            ["label"] = choice.Time.Label(),
            ["angle_deg"] = choice.AngleDegrees,
            ["differs_stops"] = choice.Differs.Value,
            ["repeats_frames"] = choice.RepeatsFrames,
        };
    }

    private static Dictionary<string, object?> Offer(Given x)
    {
        // The rate does not enter the ripple; any will do where the vector names none.
        ScanRate rate = x.TryGetProperty("rate_num", out _) ? Progressive(x) : new ScanRate(new FrameRate(24), Scan.Progressive);
        double modulation = Num(x, "modulation", Flicker.DefaultModulation);
        ExposureTime offered = Flicker.Offer(Num(x, "mains_hz"), Time(x), Speeds(x), rate, modulation)
            ?? throw new QuantityException(QuantityFault.NoChoice, "No shutter of the list is steadier.");
        return new()
        {
            ["t_s"] = offered.Seconds,
            ["label"] = offered.Label(),
            ["ripple_pct"] = Flicker.Of(Num(x, "mains_hz"), offered, rate, modulation).RipplePercent,
            ["differs_stops"] = offered.LongerThan(Time(x)).Value,
        };
    }

    private static Dictionary<string, object?> Dialled(Kelvin exact, Kelvin dial) =>
        new()
        {
            ["k_exact"] = exact.Value,
            ["k_dial"] = dial.Value,
            ["rest_mired"] = WhiteBalance.Cast(exact, dial).Value,
        };

    private static KelvinGrid Grid(Given x) =>
        new(
            x.TryGetProperty("min_k", out Given least) ? new Kelvin(least.GetDouble()) : null,
            x.TryGetProperty("max_k", out Given most) ? new Kelvin(most.GetDouble()) : null,
            Num(x, "step_k")
        );

    private static FilterPosition Position(Given x) => new(Text(x, "label"), new Stops(Num(x, "stops")));

    private static IEnumerable<ExposureTime> Speeds(Given x) =>
        x.GetProperty("shutters_den").EnumerateArray().Select(d => ExposureTime.OneOver(d.GetDouble()));

    private static MeteredLight Metered(Given x) =>
        MeteredLight.FromReading(new FNumber(Num(x, "n_m")), new ExposureTime(Num(x, "t_m_s")), new Iso(Num(x, "iso_m")));

    private static ScanRate Progressive(Given x) => new(Rate(x, "rate"), Scan.Progressive);

    internal static FrameRate Rate(Given x, string key) => new((int)Num(x, key + "_num"), (int)Num(x, key + "_den", 1));

    private static ExposureTime Time(Given x) => new(Num(x, "t_s"));

    internal static bool Yes(Given x, string key) => x.GetProperty(key).GetBoolean();

    internal static string Text(Given x, string key) => x.GetProperty(key).GetString()!;

    internal static double? Maybe(Given x, string key) =>
        x.TryGetProperty(key, out Given of) && of.ValueKind != JsonValueKind.Null ? of.GetDouble() : null;

    internal static double Num(Given x, string key, double? absent = null)
    {
        if (!x.TryGetProperty(key, out Given value))
        {
            return absent ?? throw new KeyNotFoundException(key);
        }

        return value.ValueKind == JsonValueKind.String
            ? value.GetString() == "inf"
                ? double.PositiveInfinity
                : double.NaN
            : value.GetDouble();
    }

    internal static Dictionary<string, object?> One(string key, object? value) => new() { [key] = value };
}
