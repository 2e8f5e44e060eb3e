using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Settings.Definitions;
using GoldNotch.Core.Units;

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

    private static readonly Template OnPurpose = new(
        RuleId,
        "on-purpose",
        "Full auto on purpose: nobody operates it. The camera decides shutter, gain, iris, white balance and focus."
    );
    private static readonly Template NoFullAuto = new(
        RuleId,
        "no-full-auto",
        "{model} has no full auto. Require automatic iris and focus, or use a camera that has it."
    );
    private static readonly Template Decided = new(RuleId, "decided", "Full auto decides it: nothing to set.");

    internal override SheetLine Translate(Notch notch, SheetDraft draft) =>
        notch.Requirement is Requirement.On
            ? draft.Model.HasFullAuto
                ? Exact(notch, draft, new SettingValue.Switch(true), OnPurpose.Of(Setting))
                : NotPossible(notch, draft, NoFullAuto.Of(Setting, ("model", draft.Model.Name)))
            : draft.Model.HasFullAuto
                ? Exact(notch, draft, new SettingValue.Switch(false), Overrides.Of(Setting))
                : Nothing(notch, draft, new SettingValue.Switch(false), None.Of(Setting, ("model", draft.Model.Name)));

    /// <summary>A line that a required full auto takes out of the person's hands; any other line as it is.</summary>
    internal static SheetLine Under(SheetDraft draft, SheetLine line) =>
        draft.Target<SettingValue.Switch>(Setting.FullAuto) is { On: true }
        && FullAutoSetting.Decides.Contains(line.Setting)
        && draft.Model.HasAutomatic(line.Setting)
            ? line with
            {
                Fit = Fit.Exact,
                Target = new SettingValue.Mode(false),
                Size = new Distance(0, SettingDefinition.Of(line.Setting).Unit),
                Light = Stops.Zero,
                Because = Decided.Of(line.Setting),
                NothingToDo = true,
            }
            : line;
}
