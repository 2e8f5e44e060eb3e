using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.SimulatedCameras;

/// <summary>What is wrong with one unit, that no specification says: the same for the same tag.</summary>
/// <param name="Mired">How far its balance is from its number.</param>
/// <param name="Duv">Its tint.</param>
/// <param name="Stops">How much brighter it is than its numbers say.</param>
internal sealed record UnitError(double Mired, double Duv, double Stops)
{
    internal static UnitError Of(string tag)
    {
        // A sum of the letters that is the same on every machine.
        var chance = new Random(tag.ToUpperInvariant().Aggregate(17, (sum, letter) => unchecked((sum * 31) + letter)));
        return new UnitError(Between(chance, 12), Between(chance, 0.003), Between(chance, 0.2));
    }

    private static double Between(Random chance, double most) => ((2 * chance.NextDouble()) - 1) * most;
}

/// <summary>Stills of a stand-in: rendered from its settings, its scene and its faults.</summary>
internal static class Pictures
{
    /// <summary>Widths that are given.</summary>
    internal const int LeastWidth = 160;

    /// <summary>The widest.</summary>
    internal const int MostWidth = 1920;

    // The stand-ins' log curve: every model that has one has this.
    private static readonly PictureProfile Log = new(new ToneCurve.Log(5.5, 0.052, 0.24, 0.4, 7.210927247, 0.1000334746, 0.005), 0.8325);
    private static readonly PictureProfile Plain = new(ToneCurve.Named("BT.709"));

    // Of a number of its tint control.
    private const double DuvPerTint = 0.0003;

    // A filter is a little stronger or weaker than its label, and colours a little.
    private const double FilterOff = 0.06;
    private const double FilterMired = 1.5;

    /// <summary>Renders a still as PNG of 16 bits.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="subject">What stands before it.</param>
    /// <param name="width">Pixels a row.</param>
    /// <param name="seed">The same seed gives the same picture.</param>
    internal static byte[] Still(StandIn camera, StandInSubject subject, int width, int seed)
    {
        UnitError error = UnitError.Of(camera.Tag);
        double filter = camera.FilterStops;
        Kelvin set = Balanced(camera);
        var seen = new StandInCamera
        {
            ExposureStops = Light.FromMeter(camera).Value + error.Stops - (FilterOff * filter),
            Balanced = new Kelvin(1e6 / (set.ToMired().Value + error.Mired + (FilterMired * filter))),
            BalancedDuv = error.Duv - (DuvPerTint * (camera.Value<SettingValue.Amount>(Setting.Tint)?.Value ?? 0)),
            Engine = camera.Model.White.Dial is null ? BalanceEngine.ThreeGains : BalanceEngine.Adapting,
            GainDb = Math.Max(0, Light.GainOf(camera).Value),
            Bits = (int)Math.Clamp(camera.Value<SettingValue.Amount>(Setting.BitDepth)?.Value ?? 8, 8, 12),
        };
        PictureProfile profile = IsLog(camera) ? Log : Plain;
        int height = width * 9 / 16;
        ushort[] samples = SceneRenderer.Render(subject, camera.Scene.Light, seen, profile, width, height, seed);
        using var file = new MemoryStream();
        PngWriter.Write(samples, width, file);
        return file.ToArray();
    }

    private static bool IsLog(StandIn camera) =>
        camera.Value<SettingValue.Choice>(Setting.Profile) is { } profile
        && profile.Word.Contains("log", StringComparison.OrdinalIgnoreCase);

    private static Kelvin Balanced(StandIn camera)
    {
        if (camera.IsAutomatic(Setting.WhiteBalance))
        {
            return new Kelvin(camera.Scene.LightK);
        }

        return camera.Value<SettingValue>(Setting.WhiteBalance) switch
        {
            SettingValue.WhiteNumber number => number.Temperature,
            SettingValue.WhiteMemory memory when camera.MemoryOf(memory.Name) is { } taken => new Kelvin(taken.Kelvin),
            _ => new Kelvin(5600),
        };
    }
}
