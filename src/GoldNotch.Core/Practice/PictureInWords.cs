using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

/// <summary>What a finder shows, for whoever cannot see it: as much as a look tells, and no number.</summary>
public static class PictureInWords
{
    private const string RuleId = "PRACTICE-FINDER";

    // What the eye tells apart in a finder (bench rule).
    private const double SeenStops = 0.4;
    private const double ClearStops = 1.2;
    private const double FarStops = 3;
    private const double ClearMired = 60;
    private const double GrainyDb = 9;
    private const double VeryGrainyDb = 17;

    private static readonly Template Bright = new(RuleId, "bright", "The picture is {how}.");
    private static readonly Template White = new(RuleId, "white", "The grey card looks {how}.");
    private static readonly Template Noise = new(RuleId, "noise", "Dark parts are {how}.");
    private static readonly Template Flat = new(RuleId, "flat", "The picture is flat and dull: a log curve.");

    private static readonly Template Black = new(RuleId, "black", "The screen is black.");

    /// <summary>What is told of a screen that shows nothing.</summary>
    public static Judgement Nothing => Black.Of();

    /// <summary>The picture in sentences.</summary>
    /// <param name="camera">The camera as it stands.</param>
    public static ImmutableArray<Judgement> Of(StandIn camera)
    {
        double stops = StandInLight.FromMeter(camera).Value;
        double light = new Kelvin(camera.Scene.LightK).ToMired().Value;
        double set =
            camera.IsAutomatic(Setting.WhiteBalance) ? light
            : camera.Value<SettingValue.WhiteNumber>(Setting.WhiteBalance) is { } number ? number.Temperature.ToMired().Value
            : light;
        double gain = StandInLight.GainOf(camera).Value;
        bool isLog = camera.Value<SettingValue.Choice>(Setting.Profile)?.Word.Contains("log", StringComparison.OrdinalIgnoreCase) == true;
        return
        [
            Bright.Of(("how", BrightnessOf(stops))),
            White.Of(("how", ColourOf(light - set))),
            Noise.Of(
                (
                    "how",
                    gain >= VeryGrainyDb ? "very grainy"
                    : gain >= GrainyDb ? "grainy"
                    : "clean"
                )
            ),
            .. isLog ? [Flat.Of()] : Array.Empty<Judgement>(),
        ];
    }

    private static string BrightnessOf(double stops)
    {
        string way = stops > 0 ? "bright" : "dark";
        return Math.Abs(stops) switch
        {
            < SeenStops => "as bright as it should be",
            < ClearStops => $"a little too {way}",
            < FarStops => $"clearly too {way}",
            _ => stops > 0 ? "burnt out" : "nearly black",
        };
    }

    // Light that is warmer than what is set looks orange.
    private static string ColourOf(double cast)
    {
        string way = cast > 0 ? "orange" : "blue";
        return Math.Abs(cast) switch
        {
            < WhiteBalance.FaultAbove => "neutral",
            < ClearMired => $"a little {way}",
            _ => $"clearly {way}",
        };
    }
}
