using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Which of the sensor's base sensitivities is in use.</summary>
internal sealed class BaseIsoSetting()
    : ChoiceSetting(Setting.BaseIso, "base-iso", "Base ISO", step: 7, example: "low", words: ["low", "high"], whenAbsent: "low")
{
    public override ImmutableArray<Setting> Moves { get; } = [Setting.Gain];

    public override bool IsStatedBy(CameraModel model) => true;

    public override bool ExposesOn(CameraModel model) => model.Gain.Bases.Length > 1;

    /// <summary>The ratio of the two speeds at 0 dB: another base at the same gain is another exposure.</summary>
    public override Stops Brighter(SettingValue read, SettingValue target, CameraModel model) =>
        (read, target) is (SettingValue.Choice s, SettingValue.Choice t)
        && model.Gain.IsoOn(s.Word) is { } seen
        && model.Gain.IsoOn(t.Word) is { } wanted
            ? new Stops(Math.Log2(seen.Value / wanted.Value))
            : Stops.Zero;

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        control.Model.Gain.Bases.Select((b, i) => new Detent(new SettingValue.Choice(b.Word, b.Base.Name), b.Base.Name, b.Word, i, true));
}
