using GoldNotch.Core.Clips;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.VectorOperations;

namespace GoldNotch.Core.Tests;

/// <summary>Says each operation of clips in the core's own words; null for what is none.</summary>
internal static class ClipOperations
{
    internal static Dictionary<string, object?>? Run(string op, Given x)
    {
        switch (op)
        {
            case "clip.comb":
                var scan = ScanTest.Of(
                    (int)Num(x, "interlaced"),
                    (int)Num(x, "progressive"),
                    Text(x, "declared") == "progressive" ? Scan.Progressive : Scan.Interlaced
                );
                return new() { ["share"] = scan.Share, ["verdict"] = Words(scan.Verdict) };
            case "clip.repeats":
                var repeats = FrameRepeats.Of(Series(x, "differences"), Rate(x, "rate"));
                return new()
                {
                    ["repeats"] = repeats.Repeats,
                    ["real_rate"] = repeats.RealRate,
                    ["verdict"] = Words(repeats.Verdict),
                };
            case "clip.flicker":
                double rate = Rate(x, "rate").FramesPerSecond;
                var flicker = LightFlicker.Of([Rippled(x, rate)], rate);
                return new()
                {
                    ["pct"] = flicker.Percent,
                    ["hz"] = flicker.Hertz,
                    ["mains_hz"] = flicker.MainsHz,
                    ["verdict"] = Words(flicker.Verdict),
                };
            case "clip.wander":
                var wander = ExposureWander.Of(
                    [
                        .. x.GetProperty("runs")
                            .EnumerateArray()
                            .SelectMany(r =>
                            {
                                double y = Num(r, "y");
                                return Enumerable.Repeat(y, (int)Num(r, "frames"));
                            }),
                    ],
                    Rate(x, "rate")
                );
                return new() { ["stops"] = wander.Stops.Value, ["automatic"] = wander.IsSeen };
            case "sound.levels":
                var levels = SoundLevels.Of(Series(x, "samples"));
                return new()
                {
                    ["peak_dbfs"] = levels.Peak,
                    ["level_dbfs"] = levels.Level,
                    ["silent"] = levels.IsSilent,
                    ["clipped_runs"] = levels.ClippedRuns,
                };
            case "sound.voice":
                return Voice([.. x.GetProperty("blocks").EnumerateArray().Select(b => new SoundBlock(b[0].GetDouble(), b[1].GetDouble()))]);
            case "sound.blocks":
                return Voice([.. VoiceLevel.Blocks(Series(x, "samples"), Num(x, "rate_hz"))]);
            case "sound.target":
                return new()
                {
                    ["faults"] = SoundTarget.Faults(Maybe(x, "voice_peaks_dbfs"), Num(x, "peak_dbfs")).Select(f => Words(f)).ToArray(),
                };
            case "sound.twins":
                var pair = ChannelPair.Of(Series(x, "a"), Series(x, "b"));
                return new()
                {
                    ["correlation"] = pair.Correlation,
                    ["difference_db"] = pair.DifferenceDb,
                    ["verdict"] = Words(pair.Verdict),
                };
            case "sound.step":
                LevelStep? step = LevelStep.Find(Series(x, "levels_dbfs"), Series(x, "floors_dbfs"));
                return new() { ["at_s"] = step?.AtSecond, ["change_db"] = step?.ChangeDb };
            case "sound.hum":
                return Hum(x);
            default:
                return null;
        }
    }

    private static Dictionary<string, object?> Hum(Given x)
    {
        int rate = (int)Num(x, "rate_hz");
        double[] samples = new double[(int)(rate * Num(x, "seconds"))];
        foreach (Given tone in x.GetProperty("tones").EnumerateArray())
        {
            double amplitude = Math.Sqrt(2) * Math.Pow(10, Num(tone, "dbfs") / 20);
            (double hz, double from, double to) = (
                Num(tone, "hz"),
                Maybe(tone, "from_s") ?? 0,
                Maybe(tone, "to_s") ?? double.PositiveInfinity
            );
            for (int i = 0; i < samples.Length; i++)
            {
                double t = (double)i / rate;
                samples[i] += t >= from && t < to ? amplitude * Math.Sin(2 * Math.PI * hz * t) : 0;
            }
        }

        MainsHum? hum = MainsHum.Find(samples, rate);
        return new()
        {
            ["mains_hz"] = hum?.MainsHz,
            ["hum_dbfs"] = hum?.Level,
            ["level_dbfs"] = SoundLevels.Of(samples).Level,
        };
    }

    private static double[] Rippled(Given x, double rate)
    {
        double mean = Num(x, "mean");
        double drift = Num(x, "drift_per_s");
        (double Share, double Hz)[] ripples = [.. x.GetProperty("ripples").EnumerateArray().Select(r => (Num(r, "share"), Num(r, "hz")))];
        return
        [
            .. Enumerable
                .Range(0, (int)Num(x, "frames"))
                .Select(i => mean * (1 + (drift * i / rate) + ripples.Sum(r => r.Share * Math.Cos(2 * Math.PI * r.Hz * i / rate)))),
        ];
    }

    private static Dictionary<string, object?> Voice(SoundBlock[] blocks)
    {
        var voice = VoiceLevel.Of(blocks);
        return new() { ["voice_peaks_dbfs"] = voice.Peaks, ["floor_dbfs"] = voice.Floor };
    }

    private static double[] Series(Given x, string key) => [.. x.GetProperty(key).EnumerateArray().Select(e => e.GetDouble())];

    // AsDeclared is "as declared".
    private static string Words<T>(T verdict)
        where T : struct, Enum =>
        string.Concat(
            verdict.ToString().Select((c, i) => char.IsUpper(c) && i > 0 ? $" {char.ToLowerInvariant(c)}" : $"{char.ToLowerInvariant(c)}")
        );
}
