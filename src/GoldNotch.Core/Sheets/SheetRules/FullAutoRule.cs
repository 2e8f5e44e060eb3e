using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FULL-AUTO-OFF: the switch that overrides every manual setting goes off before anything else is set.</summary>
internal sealed class FullAutoRule : SheetRule
{
    private const string Id = "FULL-AUTO-OFF";

    protected override Setting Setting => Setting.FullAuto;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) => Exact(
        notch,
        draft,
        new SettingValue.Switch(false),
        draft.Model.HasFullAuto
            ? Judgement.Of(Id, "While full auto is on, the camera overrides every setting below, whatever its own switch says.")
            : Judgement.Of(Id, $"{draft.Model.Name} has no full auto: nothing to switch off."));
}
