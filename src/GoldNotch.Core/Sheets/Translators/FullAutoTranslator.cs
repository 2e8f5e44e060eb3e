using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>FULL-AUTO-OFF: the switch that overrides every manual setting goes off before anything else is set.</summary>
internal sealed class FullAutoTranslator : Translator
{
    private const string Id = "FULL-AUTO-OFF";

    protected override Setting Setting => Setting.FullAuto;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) => draft.Model.HasFullAuto
        ? Exact(notch, draft, new SettingValue.Switch(false), Judgement.Of(
            Id, "While full auto is on, the camera overrides every setting below, whatever its own switch says."))
        : Nothing(notch, draft, new SettingValue.Switch(false), Judgement.Of(Id, $"{draft.Model.Name} has no full auto: nothing to switch off."));
}
