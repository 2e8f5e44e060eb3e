using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using static GoldNotch.Core.Tests.VectorOperations;

namespace GoldNotch.Core.Tests;

/// <summary>Says each operation on pictures in the core's own words; null for what is none.</summary>
internal static class FrameOperations
{
    internal static Dictionary<string, object?>? Run(string op, Given x)
    {
        switch (op)
        {
            case "clip.rgb":
                ColourMatrix matrix = Text(x, "matrix") switch
                {
                    "BT.601" => ColourMatrix.Bt601,
                    "BT.2020" => ColourMatrix.Bt2020,
                    _ => ColourMatrix.Bt709,
                };
                (double r, double g, double b) = new YCbCr(matrix, Text(x, "range") == "legal", (int)Num(x, "bits")).ToRgb(
                    Num(x, "y"),
                    Num(x, "cb"),
                    Num(x, "cr")
                );
                return Rgb(r, g, b);
            case "primaries.to_709":
                LinearRgb to = Linear(x).From2020To709();
                return Rgb(to.Red, to.Green, to.Blue);
            case "region.pixels":
                return new() { ["pixels"] = Region(x).Pixels((int)Num(x, "width"), (int)Num(x, "height")) };
            case "region.stats":
                return Statistics(x);
            case "region.temporal":
                return new() { ["sigma"] = RegionStatistics.TemporalNoise(Numbers(x, "y1"), Numbers(x, "y2")) };
            case "card.fit":
                string[] reasons =
                [
                    .. CardReading
                        .Faults(Num(x, "clipped_share"), Num(x, "crushed_share"), Maybe(x, "snr_db"), Maybe(x, "evenness_stops"))
                        .Select(f => f.ToString().ToLowerInvariant()),
                ];
                return new() { ["fit"] = reasons.Length == 0, ["reasons"] = reasons };
            case "card.white":
                string[] white =
                [
                    .. CardReading.WhiteFaults(Num(x, "fill_share"), Num(x, "level_pct")).Select(f => f.ToString().ToLowerInvariant()),
                ];
                return new() { ["fit"] = white.Length == 0, ["reasons"] = white };
            case "card.find":
                return Find(x);
            case "skin":
                SkinTone tone = SkinTone.Of(Linear(x));
                return new()
                {
                    ["hue_deg"] = tone.HueDegrees,
                    ["saturation"] = tone.Saturation,
                    ["side"] = tone.Side?.ToString().ToLowerInvariant(),
                };
            case "skin.difference":
                return new() { ["difference_deg"] = SkinTone.Difference(Num(x, "a_deg"), Num(x, "b_deg")) };
            case "scene.key_fill":
                return new() { ["stops"] = SceneRange.KeyToFill(Num(x, "y_key"), Num(x, "y_fill")).Value };
            case "scene.room":
                return new() { ["stops"] = SceneRange.Room(Numbers(x, "largest"), Num(x, "clip_linear")).Value };
            case "scene.clipping":
                return new()
                {
                    ["subject"] = SceneRange.Subject(Num(x, "subject_share")) switch
                    {
                        SubjectClipping.CloseStop => "close 1 or more",
                        SubjectClipping.CloseThird => "close 1/3 or more",
                        _ => "ok",
                    },
                    ["background"] = SceneRange.IsBackgroundAcceptable(Num(x, "background_share")) ? "acceptable" : "too much",
                };
            default:
                return null;
        }
    }

    private static Dictionary<string, object?> Statistics(Given x)
    {
        double[] Codes(string name) => [.. Numbers(x, name).Select(c => c / 255)];
        bool one = x.TryGetProperty("v", out _);
        double[] red = Codes(one ? "v" : "r");
        var picture = new Picture<double>((int)Num(x, "width"), red, one ? red : Codes("g"), one ? red : Codes("b"));
        RegionStatistics of = RegionStatistics.Of(
            picture,
            x.TryGetProperty("region", out _) ? Region(x) : FrameRegion.Whole,
            ToneCurve.Named(Text(x, "curve")),
            Maybe(x, "clip_level") ?? 1
        );
        return new()
        {
            ["pixels"] = of.Pixels,
            ["level_pct"] = of.LevelPercent,
            ["r"] = of.Mean.Red,
            ["g"] = of.Mean.Green,
            ["b"] = of.Mean.Blue,
            ["y"] = of.Mean.Luminance,
            ["stops"] = of.FromGrey?.Value,
            ["clipped_share"] = of.ClippedShare,
            ["crushed_share"] = of.CrushedShare,
            ["sigma"] = of.Noise,
            ["snr_db"] = of.SignalToNoise,
            ["evenness_stops"] = of.Evenness?.Value,
        };
    }

    private static Dictionary<string, object?> Find(Given x)
    {
        Given squares = x.GetProperty("squares");
        CardSquare Square(char letter)
        {
            double[] of = Numbers(squares, $"{letter}");
            return new CardSquare(of[0], of[1], of[2], of[3], of[4]);
        }

        CardSquare[][] rows = [.. x.GetProperty("rows").EnumerateArray().Select(row => row.GetString()!.Select(Square).ToArray())];
        return new()
        {
            ["regions"] = CardFinder
                .Find(rows, (int)Num(x, "width"), (int)Num(x, "height"))
                .Select(r => new Dictionary<string, object?>
                {
                    ["x"] = r.X,
                    ["y"] = r.Y,
                    ["w"] = r.Width,
                    ["h"] = r.Height,
                })
                .ToArray(),
        };
    }

    private static FrameRegion Region(Given x)
    {
        Given of = x.GetProperty("region");
        RegionShape shape =
            of.TryGetProperty("shape", out Given named) && named.GetString() == "ellipse" ? RegionShape.Ellipse : RegionShape.Rectangle;
        return new FrameRegion(shape, Num(of, "x"), Num(of, "y"), Num(of, "w"), Num(of, "h"));
    }

    private static LinearRgb Linear(Given x) => new(Num(x, "r"), Num(x, "g"), Num(x, "b"));

    private static Dictionary<string, object?> Rgb(double r, double g, double b) =>
        new()
        {
            ["r"] = r,
            ["g"] = g,
            ["b"] = b,
        };

    private static double[] Numbers(Given x, string name) => [.. x.GetProperty(name).EnumerateArray().Select(n => n.GetDouble())];
}
