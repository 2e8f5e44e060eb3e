using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The neutral density filter in the body.</summary>
internal sealed class NeutralDensitySetting()
    : ComputedSetting(Setting.NeutralDensity, "nd", "ND filter", step: 8, NaturalUnit.Stops, "clear", "clear", "2 stops")
{
    private const double SameDetentStops = 0.05;

    public override ImmutableArray<Setting> Moves { get; } = [Setting.WhiteBalance];

    public override bool ExposesOn(CameraModel model) => true;

    public override Stops Brighter(SettingValue read, SettingValue target, CameraModel model) =>
        (read, target) is (SettingValue.Filter s, SettingValue.Filter t) ? t.Position.Loss - s.Position.Loss : Stops.Zero;

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        control
            .Model.FilterPositions()
            .Select(f => new Detent(
                new SettingValue.Filter(f),
                f.Label,
                f.Loss == Stops.Zero || f.IsLabelledInStops
                    ? ""
                    : Notation.Number(f.Loss.Value, 2) + Notation.ThinSpace + (f.Loss.Value == 1 ? "stop" : "stops"),
                f.Loss.Value,
                control.Model.Variable is null || f.Loss.Value == Math.Round(f.Loss.Value)
            ));

    internal override SettingValue Read(string typed, Dial dial, ControlSource control)
    {
        if (dial.Detents.IsEmpty && typed.Equals("clear", StringComparison.OrdinalIgnoreCase))
        {
            return new SettingValue.Filter(new FilterPosition("clear", Stops.Zero));
        }

        // A bare number that is no label may be a factor, a density or stops: guessing would be worth stops of exposure.
        if (Notation.TryDecimal(typed, out _))
        {
            throw dial.NoSuchPlace(typed, this, control.Model);
        }

        double loss = NeutralDensity.ParseLoss(typed).Value;
        return dial.Nearest(loss, SameDetentStops) ?? Engraved(dial, loss) ?? throw dial.NoSuchPlace(typed, this, control.Model);
    }

    // A filter that was measured keeps what is engraved on it, and a person types that.
    private static SettingValue? Engraved(Dial dial, double loss) =>
        dial
            .Detents.Select(d => d.Value)
            .OfType<SettingValue.Filter>()
            .FirstOrDefault(f => f.Position.Engraved is { } nominal && Math.Abs(nominal.Value - loss) <= SameDetentStops);
}
