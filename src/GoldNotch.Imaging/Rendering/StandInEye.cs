using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;

namespace GoldNotch.Imaging.Rendering;

/// <summary>What a stand-in sees as it stands: the camera that the renderer is given.</summary>
public static class StandInEye
{
    // The stand-ins' log curve: every model that has one has this.
    private static readonly PictureProfile Log = new(new ToneCurve.Log(5.5, 0.052, 0.24, 0.4, 7.210927247, 0.1000334746, 0.005), 0.8325);
    private static readonly PictureProfile Plain = new(ToneCurve.Named("BT.709"));

    // Of a number of its tint control.
    private const double DuvPerTint = 0.0003;

    // The lower of two bases reads its pixels with more noise of its own: that is why there is a higher one.
    private const double ReadNoise = 3;
    private const double ReadNoiseOfLow = 14;
    private const double ReadNoiseOfHigh = 2;

    /// <summary>What it records in.</summary>
    public static PictureProfile Profile(StandIn camera) => IsLog(camera) ? Log : Plain;

    /// <summary>The camera as it stands, with its own faults.</summary>
    public static StandInCamera Seen(StandIn camera)
    {
        UnitError error = UnitError.Of(camera.Tag);
        (double stronger, double warmer) = UnitError.OfFilter(camera.Tag, camera.FilterStops);
        (double speed, double readNoise) = Base(camera);
        Kelvin set = Balanced(camera);
        return new StandInCamera
        {
            ExposureStops = StandInLight.FromMeter(camera).Value + error.Stops - stronger,
            Balanced = new Kelvin(1e6 / (set.ToMired().Value + error.Mired + warmer)),
            BalancedDuv = error.Duv - (DuvPerTint * (camera.Value<SettingValue.Amount>(Setting.Tint)?.Value ?? 0)),
            Engine = camera.Model.White.Dial is null ? BalanceEngine.ThreeGains : BalanceEngine.Adapting,
            GainDb = Math.Max(0, StandInLight.GainOf(camera).Value) + (20 * Math.Log10(speed)),
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
