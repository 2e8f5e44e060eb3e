using System.Text.Json.Nodes;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Measure;

/// <summary>Figures of regions by their names, as the list of expected values writes them.</summary>
internal static class Measured
{
    internal static JsonObject Region(RegionStatistics of, string name, Kelvin? set)
    {
        SkinTone skin = SkinTone.Of(of.Mean);
        var figures = new JsonObject
        {
            ["pixels"] = of.Pixels,
            ["level_pct"] = of.LevelPercent,
            ["r"] = of.Mean.Red,
            ["g"] = of.Mean.Green,
            ["b"] = of.Mean.Blue,
            ["y"] = of.Mean.Luminance,
            ["stops"] = of.FromGrey?.Value,
            ["snr_db"] = of.SignalToNoise,
            ["evenness_stops"] = of.Evenness?.Value,
            ["clipped_share"] = of.ClippedShare,
            ["crushed_share"] = of.CrushedShare,
            ["hue_deg"] = skin.HueDegrees,
            ["saturation"] = skin.Saturation,
            ["fit"] = new JsonObject { ["value"] = CardReading.Faults(of) is [], ["reasons"] = Reasons(of) },
        };
        if (set is { } kelvin && Cast(of, name, kelvin) is { } cast)
        {
            figures["light_k"] = cast.Light.Value;
            figures["cast_mired"] = cast.Cast.Value;
            figures["duv"] = cast.Duv;
        }

        return figures;
    }

    // Only a grey card has to tell of the light; what else is too dark for it says nothing.
    private static GreyCast? Cast(RegionStatistics of, string name, Kelvin set)
    {
        try
        {
            return GreyCast.Of(of.Mean, set);
        }
        catch (QuantityException) when (!name.StartsWith("grey", StringComparison.Ordinal))
        {
            return null;
        }
    }

    private static JsonArray Reasons(RegionStatistics of) =>
        [.. CardReading.Faults(of).Select(f => JsonValue.Create(f.ToString().ToLowerInvariant()))];
}
