using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.VectorOperations;

namespace GoldNotch.Core.Tests;

/// <summary>Says each operation of a unit's own figures in the core's own words; null for what is none.</summary>
internal static class FigureOperations
{
    internal static Dictionary<string, object?>? Run(string op, Given x)
    {
        switch (op)
        {
            case "filter.strength":
                var strength = FilterStrength.Of([
                    .. x.GetProperty("pairs")
                        .EnumerateArray()
                        .Select(p => new FilterPair(
                            Num(p, "y_clear"),
                            Num(p, "y_filter"),
                            new Stops(Num(p, "opened_stops")),
                            Num(p, "clipped_share"),
                            Num(p, "crushed_share")
                        )),
                ]);
                return new()
                {
                    ["stops"] = strength.Loss.Value,
                    ["u_stops"] = strength.Uncertainty?.Value,
                    ["pairs"] = strength.Pairs,
                    ["at_least"] = strength.AtLeast,
                };
            case "filter.colour":
                (MiredShift shift, double duv) = FilterStrength.Colour(
                    (new Kelvin(Num(x, "clear_k")), Num(x, "clear_duv")),
                    (new Kelvin(Num(x, "filter_k")), Num(x, "filter_duv"))
                );
                return new() { ["shift_mired"] = shift.Value, ["shift_duv"] = duv };
            case "noise.at_grey":
                return One("snr_db", NoiseFigures.AtGrey(Num(x, "snr_db"), Num(x, "y")));
            case "noise.limit":
                NoiseLimit limit = NoiseFigures.Limit(Gains(x), Measured(x), Num(x, "wanted_db"));
                return new()
                {
                    ["gain_db"] = limit.Gain?.Value,
                    ["at_least"] = limit.AtLeast,
                    ["snr_db"] = limit.SignalToNoise,
                };
            case "noise.bases":
                BaseComparison compared = NoiseFigures.Compare(new Iso(Num(x, "iso")), Base(x, "low"), Base(x, "high"));
                return new()
                {
                    ["cleaner"] = compared.Cleaner,
                    ["by_db"] = compared.By.Value,
                    ["low_gain_db"] = compared.LowGain.Value,
                    ["high_gain_db"] = compared.HighGain.Value,
                };
            case "noise.switch_over":
                SwitchOver? over = NoiseFigures.Switch(Gains(x), Base(x, "low"), Base(x, "high"));
                return new()
                {
                    ["gain_db"] = over?.Gain.Value,
                    ["high_gain_db"] = over?.HighGain.Value,
                    ["cleaner_db"] = over?.Cleaner.Value,
                    ["brighter_stops"] = over?.Brighter.Value,
                };
            case "curve.room":
                return Room(x);
            case "sisters":
                return new()
                {
                    ["units"] = Sisters
                        .Compare([
                            .. x.GetProperty("units")
                                .EnumerateArray()
                                .Select(u => new SisterReading(
                                    Text(u, "unit"),
                                    Num(u, "stops"),
                                    Num(u, "mired"),
                                    Num(u, "duv"),
                                    Num(u, "snr_db")
                                )),
                        ])
                        .Select(d => new Dictionary<string, object?>
                        {
                            ["unit"] = d.Off.Unit,
                            ["stops"] = d.Off.Stops,
                            ["mired"] = d.Off.Mired,
                            ["duv"] = d.Off.Duv,
                            ["snr_db"] = d.Off.SignalToNoise,
                            ["named"] = d.Named.ToArray(),
                        })
                        .ToArray(),
                };
            default:
                return null;
        }
    }

    private static Dictionary<string, object?> Room(Given x)
    {
        var room = CurveRoom.Of(
            x.GetProperty("pictures").EnumerateArray().Select(p => new PatchExposure(Num(p, "stops"), Num(p, "v"), Num(p, "snr_db"))),
            LineUpOperations.Curve(x),
            Num(x, "clip_level")
        );
        return new()
        {
            ["highlight_stops"] = room.Highlights.Value,
            ["highlight_at_least"] = room.HighlightsAtLeast,
            ["shadow_stops"] = room.Shadows.Value,
            ["shadow_at_least"] = room.ShadowsAtLeast,
            ["clip_level"] = room.ClipLevel,
            ["curve_error_stops"] = room.CurveError.Value,
            ["curve_true"] = room.IsTrue,
        };
    }

    private static Decibels[] Gains(Given x) =>
        [.. x.GetProperty("positions_db").EnumerateArray().Select(g => new Decibels(g.GetDouble()))];

    private static GainNoise[] Measured(Given x) =>
        [.. x.GetProperty("measured").EnumerateArray().Select(m => new GainNoise(new Decibels(m[0].GetDouble()), m[1].GetDouble()))];

    private static MeasuredBase Base(Given x, string key)
    {
        Given of = x.GetProperty(key);
        return new MeasuredBase(Text(of, "name"), new Iso(Num(of, "iso_at_zero_gain")), Measured(of));
    }
}
