using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>Manual or automatic, with the two stated exceptions.</summary>
internal sealed class ModeTranslator(ModeSetting definition) : Translator
{
    private const string RuleId = "MANUAL-OR-AUTOMATIC";

    private static readonly Template Unattended = new(
        RuleId,
        "unattended",
        "{setting} is automatic on purpose: nobody operates the camera."
    );
    private static readonly Template TooFast = new(
        RuleId,
        "too-fast",
        "{setting} is automatic on purpose: the light or the subject changes faster than a person can follow."
    );
    private static readonly Template ManualBecause = new(
        RuleId,
        "manual",
        "Automatic {setting:lower} changes during the take, and no two cameras change alike."
    );
    private static readonly Template ManualOnly = new(RuleId, "manual-only", "{model} has no automatic {setting:lower}.");
    private static readonly Template NoManual = new(
        RuleId,
        "no-manual",
        "{model} has no manual {setting:lower}. Do not cut this camera with others, or use another model."
    );
    private static readonly Template NoAutomatic = new(
        RuleId,
        "no-automatic",
        "{model} has no automatic {setting:lower}. Assign an operator, or use another model."
    );

    internal override Setting Setting => definition.Setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        bool manual = notch.Requirement is Requirement.ByPolicy ? ByPolicy(draft) : notch.Requirement is Requirement.ManualMode;
        ModeControl has = definition.ControlOf(draft.Model);
        (string, FigureValue) what = ("setting", Setting);
        (string, FigureValue) model = ("model", draft.Model.Name);
        if (manual ? !has.Manual : !has.Automatic)
        {
            return NotPossible(notch, draft, (manual ? NoManual : NoAutomatic).Of(Setting, model, what));
        }

        Template why = !manual
            ? draft.Circumstances.Has(Condition.Unattended)
                ? Unattended
                : TooFast
            : has.Automatic
                ? ManualBecause
                : ManualOnly;
        return Exact(notch, draft, new SettingValue.Mode(manual), why.Of(Setting, model, what));
    }

    // The two stated exceptions: nobody is there to do it, or (by the other option) nobody can do it fast enough.
    private bool ByPolicy(SheetDraft draft)
    {
        bool alone = draft.Circumstances.Has(Condition.Unattended) && draft.Circumstances.Has(Condition.Alone);
        return !alone
            && !(
                Setting == Setting.IrisControl
                    ? draft.Policy(IrisPolicy.AutomaticMoving) && draft.Circumstances.Has(Condition.Hand)
                    : draft.Policy(FocusPolicy.Tracking) || draft.Circumstances.Has(Condition.Unattended)
            );
    }
}
