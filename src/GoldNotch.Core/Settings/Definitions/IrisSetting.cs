using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The f-stop.</summary>
internal sealed class IrisSetting()
    : ComputedSetting(
        Setting.Iris,
        "iris",
        "Iris",
        step: 9,
        NaturalUnit.Stops,
        "6.3 or 5.6 1/3",
        "f/5.6",
        "f/5.6, takes up the rest",
        "as metered"
    )
{
    // A person reads the ring to about a third, so the mark beside the end of the ring is the end.
    private const double ReadingStops = 1.0 / 6;

    public override bool HasAutomatic(CameraModel model) => model.Iris.Automatic;

    public override bool ExposesOn(CameraModel model) => true;

    public override Stops Brighter(SettingValue read, SettingValue target, CameraModel model) =>
        (read, target) is (SettingValue.Iris s, SettingValue.Iris t) ? s.Number.OpennessFrom(t.Number) : Stops.Zero;

    // A ring is continuous: the two ends are positions, and between them the third-stop marks are drawn.
    internal override IEnumerable<Detent> Detents(ControlSource control)
    {
        Lens lens = control.Model.Lens;
        return Enumerable
            .Range(0, 37)
            .Select(FNumber.AtMark)
            .Where(n => lens.Reach(n) == n && n != lens.WidestAtShort && n != lens.Smallest)
            .Prepend(lens.WidestAtShort)
            .Append(lens.Smallest)
            .Select(n => new Detent(
                new SettingValue.Iris(n),
                n.Engraved().TrimStart('f', '/', 'T'),
                "",
                Dial.IrisCoordinate(n),
                n.Mark % 3 == 0
            ));
    }

    internal override SettingValue Read(string typed, Dial dial, ControlSource control)
    {
        FNumber number = FNumber.Parse(typed);
        Lens lens = control.Model.Lens;
        return number.OpennessFrom(lens.WidestAtShort).Value <= ReadingStops && number.OpennessFrom(lens.Smallest).Value >= -ReadingStops
            ? new SettingValue.Iris(number)
            : throw new QuantityException(
                QuantityFault.OutOfRange,
                $"The lens of {control.Model.Name} goes from {lens.WidestAtShort.Engraved()} to {lens.Smallest.Engraved()}; {number.Engraved()} is not on it. Look again."
            );
    }
}
