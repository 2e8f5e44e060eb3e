using System.Text.Json.Nodes;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Units;

namespace GoldNotch.Measure;

/// <summary>A judged clip by the names of the list of expected values.</summary>
internal static class ClipLines
{
    internal static JsonObject Head(ClipHead of) =>
        new()
        {
            ["width"] = of.Width,
            ["height"] = of.Height,
            ["rate"] = of.Rate.Denominator == 1 ? $"{of.Rate.Numerator}" : $"{of.Rate.Numerator}/{of.Rate.Denominator}",
            ["scan"] = of.Scan == Scan.Interlaced ? "interlaced" : "progressive",
            ["codec"] = of.Codec,
            ["profile"] = of.Profile,
            ["bits"] = of.Bits,
            ["chroma"] = of.Chroma,
            ["range"] = of.IsLegal switch
            {
                true => "legal",
                false => "full",
                null => null,
            },
            ["matrix"] = of.Matrix,
            ["primaries"] = of.Primaries,
            ["curve"] = of.Curve,
            ["bit_rate"] = of.BitRate,
            ["duration_s"] = of.Seconds,
            ["timecode"] = of.Timecode,
            ["creation_time"] = of.Created,
            ["video_streams"] = of.Pictures,
            ["sound"] = new JsonArray([
                .. of.Sound.Select(s => new JsonObject
                {
                    ["codec"] = s.Codec,
                    ["channels"] = s.Channels,
                    ["rate_hz"] = s.SampleRate,
                    ["bits"] = s.Bits,
                }),
            ]),
            ["variable_rate"] = of.IsVariable,
        };

    internal static JsonObject Figures(ClipPart part, JsonObject firstFrame) =>
        new()
        {
            ["comb"] = new JsonObject { ["share"] = part.Scan.Share, ["verdict"] = Words(part.Scan.Verdict) },
            ["repeats"] = part.Frames.Repeats is { } repeats
                ? new JsonObject
                {
                    ["real_rate"] = repeats.RealRate,
                    ["verdict"] = Words(repeats.Verdict),
                    ["repeats"] = repeats.Repeats,
                }
                : null,
            ["flicker"] = part.Frames.Flicker is { } flicker
                ? new JsonObject
                {
                    ["pct"] = flicker.Percent,
                    ["hz"] = flicker.Hertz,
                    ["mains_hz"] = flicker.MainsHz,
                    ["verdict"] = Words(flicker.Verdict),
                }
                : null,
            ["wander"] = part.Frames.Wander is { } wander
                ? new JsonObject { ["stops"] = wander.Stops.Value, ["automatic"] = wander.IsSeen }
                : null,
            ["first_frame"] = firstFrame,
            ["sound"] = new JsonArray([.. (part.Sound?.Channels ?? []).Select(Channel)]),
            ["pairs"] = new JsonArray([
                .. (part.Sound?.Pairs ?? []).Select(p => new JsonObject
                {
                    ["channels"] = new JsonArray(p.First, p.Second),
                    ["verdict"] = Words(p.Pair.Verdict),
                    ["difference_db"] = p.Pair.DifferenceDb,
                    ["correlation"] = p.Pair.Correlation,
                }),
            ]),
        };

    private static JsonObject Channel(ChannelFigures of) =>
        of.Levels.IsSilent
            ? new JsonObject { ["silent"] = true }
            : new JsonObject
            {
                ["silent"] = false,
                ["peak_dbfs"] = of.Levels.Peak,
                ["level_dbfs"] = of.Levels.Level,
                ["voice_peaks_dbfs"] = of.Voice.Peaks,
                ["floor_dbfs"] = of.Voice.Floor,
                ["clipped"] = of.Levels.ClippedRuns > 0,
                ["hum_mains_hz"] = of.Hum?.MainsHz,
                ["hum_dbfs"] = of.Hum?.Level,
                ["step_at_s"] = of.Step?.AtSecond,
                ["step_db"] = of.Step?.ChangeDb,
                ["faults"] = new JsonArray([.. of.Faults.Select(f => JsonValue.Create(Words(f)))]),
            };

    // AsDeclared is "as declared".
    private static string Words<T>(T verdict)
        where T : struct, Enum =>
        string.Concat(
            verdict.ToString().Select((c, i) => char.IsUpper(c) && i > 0 ? $" {char.ToLowerInvariant(c)}" : $"{char.ToLowerInvariant(c)}")
        );
}
