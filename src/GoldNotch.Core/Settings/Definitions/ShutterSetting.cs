using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Exposure time, or the angle of it at the frame rate.</summary>
internal sealed class ShutterSetting()
    : ComputedSetting(
        Setting.Shutter,
        "shutter",
        "Shutter",
        step: 6,
        NaturalUnit.Stops,
        "1/60 or 180°",
        "180°",
        "180° or faster",
        "double the rate",
        "1/100"
    )
{
    // A twentieth of a stop: a typed speed this near to a detent is that detent.
    private const double SameDetentStops = 0.05;

    public override bool HasAutomatic(CameraModel model) => model.ShutterAutomatic ?? model.HasFullAuto;

    public override bool ExposesOn(CameraModel model) => true;

    public override Stops Brighter(SettingValue read, SettingValue target, CameraModel model) =>
        (read, target) is (SettingValue.Speed s, SettingValue.Speed t) ? s.Time.LongerThan(t.Time) : Stops.Zero;

    // An angle is a time only once the rate is known.
    internal override IEnumerable<Detent> Detents(ControlSource control)
    {
        if (control is { Model.Angles: { } angles, Format: { } format })
        {
            foreach (ShutterAngle angle in angles.Marks)
            {
                ExposureTime time = angle.At(format.Rate.Frames);
                yield return new Detent(new SettingValue.Speed(time, angle), angle.Label(), time.Label(), -Math.Log2(time.Seconds), true);
            }
        }

        foreach (ExposureTime time in control.Model.Shutters)
        {
            yield return new Detent(new SettingValue.Speed(time), time.Label(), "", -Math.Log2(time.Seconds), true);
        }
    }

    internal override SettingValue Read(string typed, Dial dial, ControlSource control)
    {
        if (Frequency(typed) is { } hz)
        {
            return control.Model.ClearScan?.Nearest(hz) ?? throw NoSuchFrequency(typed, dial, control.Model);
        }

        ExposureTime time;
        if (typed.EndsWith('°') || typed.EndsWith("deg", StringComparison.OrdinalIgnoreCase))
        {
            ShutterAngle angle = ShutterAngle.Parse(typed);
            time = control.Format is { } known
                ? angle.At(known.Rate.Frames)
                : throw new QuantityException(
                    QuantityFault.BadLabel,
                    "An angle needs a frame rate; read size and rate first, or type the speed."
                );
        }
        else
        {
            // Many screens show 60 for 1/60; it is taken so only where the camera has that speed.
            time = ExposureTime.Parse(typed.All(char.IsAsciiDigit) ? "1/" + typed : typed);
        }

        if (
            control is { Model.Angles: { AnyBetween: true } angles, Format: { } format }
            && Math.Round(360 * format.Rate.Frames.FramesPerSecond * time.Seconds, 6) is > 0 and <= 360 and var degrees
            && typed.EndsWith('°')
            && angles.Has(new ShutterAngle(degrees))
        )
        {
            return new SettingValue.Speed(time, new ShutterAngle(degrees));
        }

        return ByScan(typed, time, dial, control.Model)
            ?? dial.Nearest(-Math.Log2(time.Seconds), SameDetentStops)
            ?? throw dial.NoSuchPlace(typed, this, control.Model);
    }

    private static double? Frequency(string typed) =>
        typed.EndsWith("Hz", StringComparison.OrdinalIgnoreCase) && Notation.TryDecimal(typed[..^2].Trim(), out double hz) && hz > 0
            ? hz
            : null;

    // 1/60.3 is a frequency only a clear scan can show; 1/60 is the detent.
    private static SettingValue.Speed? ByScan(string typed, ExposureTime time, Dial dial, CameraModel model) =>
        model.ClearScan is { } scan
        && (typed.Contains('.', StringComparison.Ordinal) || dial.Nearest(-Math.Log2(time.Seconds), SameDetentStops) is null)
            ? scan.Nearest(1 / time.Seconds)
            : null;

    private QuantityException NoSuchFrequency(string typed, Dial dial, CameraModel model) =>
        model.ClearScan is { } scan
            ? new QuantityException(
                QuantityFault.NoChoice,
                $"Clear scan of {model.Name} goes from {ClearScan.Label(scan.FromHz)} to {ClearScan.Label(scan.ToHz)}. Look again at the screen."
            )
            : dial.NoSuchPlace(typed, this, model);

    /// <inheritdoc/>
    public override bool IsStatedBy(CameraModel model) => !model.Shutters.IsEmpty || model.Angles is not null;
}
