using System.Text.Json;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.VectorOperations;

namespace GoldNotch.Core.Tests;

/// <summary>The operations of sections 9 and 10 in the core's own words.</summary>
internal static class MediaOperations
{
    internal static Dictionary<string, object?>? Run(string op, Given x)
    {
        switch (op)
        {
            case "card.seconds":
                return One("seconds", Seconds(x));
            case "card.needed":
                return One(
                    "cards",
                    Recording.Needed(
                        Num(x, "planned_s"),
                        x.TryGetProperty("each_s", out Given each) ? each.GetDouble() : Seconds(x),
                        Num(x, "margin", Recording.DefaultMargin)
                    )
                );
            case "card.class":
                CardClass printed = CardClass.Parse(Text(x, "class"));
                BitRate worst = Bits(Num(x, "worst_bps"));
                return new()
                {
                    ["needed_mb_s"] = CardClass.NeededFor(worst),
                    ["class_mb_s"] = printed.MegabytesPerSecond,
                    ["ok"] = printed.KeepsUpWith(worst),
                };
            case "raw.bps":
                return One("bps", Recording.Raw(Size(x), Num(x, "bits"), Rate(x, "rate"), Num(x, "ratio", 1)).Megabits * 1e6);
            case "buffer.seconds":
                return One("seconds", Recording.BufferSeconds(Num(x, "bytes"), Size(x), Num(x, "bits"), Rate(x, "rate")));
            case "battery":
                double minutes = Power.RunningMinutes(Num(x, "wh"), Num(x, "watts"), Num(x, "health", 1));
                return new()
                {
                    ["runtime_min"] = minutes,
                    ["batteries"] = Power.BatteriesNeeded(Num(x, "planned_min"), minutes, Num(x, "margin", Recording.DefaultMargin)),
                };
            case "supply":
                (double load, double limit, bool fits) = Power.Supply(
                    x.GetProperty("watts").EnumerateArray().Select(w => w.GetDouble()),
                    Num(x, "power_factor"),
                    Num(x, "va"),
                    Num(x, "need_v"),
                    Num(x, "have_v")
                );
                return new()
                {
                    ["load_va"] = load,
                    ["limit_va"] = limit,
                    ["ok"] = fits,
                };
            case "copy.seconds":
                return One(
                    "seconds",
                    Recording.CopySeconds(Num(x, "bytes"), Num(x, "reader_bytes_s"), Num(x, "disk_bytes_s"), Num(x, "link_bytes_s"))
                );
            case "card.clear":
                return One("clear", Clearance.IsClear([.. x.GetProperty("clips").EnumerateArray().Select(OneClip)]));
            case "tc.frame":
                return One("frame", Timecode.Frame(Text(x, "label"), Rate(x, "rate"), Yes(x, "drop")));
            case "tc.label":
                return One("label", Timecode.Label((long)Num(x, "frame"), Rate(x, "rate"), Yes(x, "drop")));
            case "tc.preset_hour":
                return One("hour", Timecode.PresetHour((int)Num(x, "number")));
            case "tc.drift":
                return new()
                {
                    ["frames_per_hour"] = Timecode.FramesAnHour(Rate(x, "rate"), Num(x, "ppm")),
                    ["rejam_hours"] =
                        Timecode.RejamHours(Rate(x, "rate"), Num(x, "ppm")) is var hours && double.IsInfinity(hours) ? "inf" : hours,
                };
            default:
                return null;
        }
    }

    private static double Seconds(Given x) =>
        Recording.Seconds(
            Num(x, "capacity_gb"),
            Bits(Num(x, "video_bps")),
            (int)Num(x, "channels", 0),
            (int)Num(x, "depth_bits", 0),
            Num(x, "reserve", Recording.DefaultReserve)
        );

    private static BitRate Bits(double perSecond) => new(perSecond / 1e6);

    private static FrameSize Size(Given x) => new((int)Num(x, "width"), (int)Num(x, "height"));

    private static Clip OneClip(Given clip) =>
        new(
            clip.GetProperty("size").GetInt64(),
            Text(clip, "sha256"),
            [
                .. clip.GetProperty("copies")
                    .EnumerateArray()
                    .Select(c => new ClipCopy(Text(c, "volume"), c.GetProperty("size").GetInt64(), Text(c, "sha256"), Yes(c, "verified"))),
            ]
        );
}
