using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Which of the sensor's base sensitivities is in use.</summary>
internal sealed class BaseIsoSetting()
    : ChoiceSetting(Setting.BaseIso, "base-iso", "Base ISO", step: 7, example: "low", words: ["low", "high"], whenAbsent: "low")
{
    public override ImmutableArray<Setting> Moves { get; } = [Setting.Gain];

    public override bool IsStatedBy(CameraModel model) => true;

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        control.Model.Gain.Bases.Select((b, i) => new Detent(new SettingValue.Choice(b.Word, b.Base.Name), b.Base.Name, b.Word, i, true));
}
