using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>Full auto off, where the model has it.</summary>
internal sealed class FullAutoTranslator : Translator
{
    private const string RuleId = "FULL-AUTO-OFF";

    private static readonly Template Overrides = new(
        RuleId,
        "overrides",
        "While full auto is on, the camera overrides every setting below, whatever the controls show."
    );
    private static readonly Template None = new(RuleId, "none", "{model} has no full auto: nothing to set.");

    internal override Setting Setting => Setting.FullAuto;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) =>
        draft.Model.HasFullAuto
            ? Exact(notch, draft, new SettingValue.Switch(false), Overrides.Of(Setting))
            : Nothing(notch, draft, new SettingValue.Switch(false), None.Of(Setting, ("model", draft.Model.Name)));
}
