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
/// <param name="Electrons">Electrons that its sensor gathers at white, 0 dB on its lowest base.</param>
internal sealed record UnitError(double Mired, double Duv, double Stops, double Electrons)
{
    // A filter is a little stronger or weaker than its label, by a share of what it takes, and colours a little.
    private const double FilterShare = 0.08;
    private const double FilterMired = 4;
    private const double UsualElectrons = 16_000;
    private const double ElectronShare = 0.25;

    internal static UnitError Of(string tag)
    {
        Random chance = Chance(tag);
        return new UnitError(
            Between(chance, 12),
            Between(chance, 0.003),
            Between(chance, 0.2),
            UsualElectrons * (1 + Between(chance, ElectronShare))
        );
    }

    /// <summary>What one of its filters is off from its label.</summary>
    /// <param name="tag">The unit.</param>
    /// <param name="stops">What the label says.</param>
    /// <returns>Stops more that it takes, and mired that the light is warmer behind it.</returns>
    internal static (double Stops, double Mired) OfFilter(string tag, double stops)
    {
        Random chance = Chance($"{tag} {stops:0.0}");
        return stops == 0 ? (0, 0) : (Between(chance, FilterShare) * stops, Between(chance, FilterMired) * Math.Sqrt(stops));
    }

    // A sum of the letters that is the same on every machine.
    private static Random Chance(string text) =>
        new(text.ToUpperInvariant().Aggregate(17, (sum, letter) => unchecked((sum * 31) + letter)));

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

    // The lower of two bases reads its pixels with more noise of its own: that is why there is a higher one.
    private const double ReadNoise = 3;
    private const double ReadNoiseOfLow = 14;
    private const double ReadNoiseOfHigh = 2;

    /// <summary>Renders a still as PNG of 16 bits.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="subject">What stands before it.</param>
    /// <param name="width">Pixels a row.</param>
    /// <param name="seed">The same seed gives the same picture.</param>
    internal static byte[] Still(StandIn camera, StandInSubject subject, int width, int seed)
    {
        int height = width * 9 / 16;
        ushort[] samples = SceneRenderer.Render(subject, camera.Scene.Light, Seen(camera), Profile(camera), width, height, seed);
        using var file = new MemoryStream();
        PngWriter.Write(samples, width, file);
        return file.ToArray();
    }

    /// <summary>What it records in.</summary>
    internal static PictureProfile Profile(StandIn camera) => IsLog(camera) ? Log : Plain;

    /// <summary>The camera as it stands, with its own faults.</summary>
    internal static StandInCamera Seen(StandIn camera)
    {
        UnitError error = UnitError.Of(camera.Tag);
        (double stronger, double warmer) = UnitError.OfFilter(camera.Tag, camera.FilterStops);
        (double speed, double readNoise) = Base(camera);
        Kelvin set = Balanced(camera);
        return new StandInCamera
        {
            ExposureStops = Light.FromMeter(camera).Value + error.Stops - stronger,
            Balanced = new Kelvin(1e6 / (set.ToMired().Value + error.Mired + warmer)),
            BalancedDuv = error.Duv - (DuvPerTint * (camera.Value<SettingValue.Amount>(Setting.Tint)?.Value ?? 0)),
            Engine = camera.Model.White.Dial is null ? BalanceEngine.ThreeGains : BalanceEngine.Adapting,
            GainDb = Math.Max(0, Light.GainOf(camera).Value) + (20 * Math.Log10(speed)),
            ElectronsAtWhite = error.Electrons,
            ReadNoiseElectrons = readNoise,
            Bits = (int)Math.Clamp(camera.Value<SettingValue.Amount>(Setting.BitDepth)?.Value ?? 8, 8, 12),
        };
    }

    // How many times faster its base is than the lowest, and the noise of reading a pixel there, electrons.
    private static (double Speed, double ReadNoise) Base(StandIn camera)
    {
        GainControl gain = camera.Model.Gain;
        if (gain.Bases.IsEmpty)
        {
            return (1, ReadNoise);
        }

        GainBase on = gain.BaseOf(camera.Control.BaseWord)!;
        return (
            on.Base.IsoAtZeroGain.Value / gain.Bases[0].Base.IsoAtZeroGain.Value,
            on == gain.Bases[0] ? ReadNoiseOfLow : ReadNoiseOfHigh
        );
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
