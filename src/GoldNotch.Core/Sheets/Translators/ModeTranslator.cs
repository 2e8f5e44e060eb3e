using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>MODE-BY-HAND: iris and focus are moved by a person unless the standard leaves them to the camera on purpose.</summary>
internal sealed class ModeTranslator(Setting setting, Func<CameraModel, ModeControl> control) : Translator
{
    private const string Id = "MODE-BY-HAND";

    protected override Setting Setting => setting;

    // The two stated exceptions: nobody is there to do it, or (by the other school) nobody can do it fast enough.
    private bool ByPolicy(SheetDraft draft)
    {
        bool alone = draft.Circumstances.Has(Condition.Unattended) && draft.Circumstances.Has(Condition.Alone);
        return !alone && !(setting == Setting.IrisMode
            ? draft.Policy(PolicyMatter.Iris, "automatic-moving") && draft.Circumstances.Has(Condition.Hand)
            : draft.Policy(PolicyMatter.Focus, "tracking") || draft.Circumstances.Has(Condition.Unattended));
    }

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        bool manual = notch.Wish is Wish.ByPolicy ? ByPolicy(draft) : notch.Wish is Wish.ManualMode;
        ModeControl has = control(draft.Model);
        string name = SettingName.Of(setting).Name.ToLowerInvariant();
        var target = new SettingValue.Mode(manual);
        if (manual ? has.Manual : has.Automatic)
        {
            string why = !manual ? $"The standard leaves the {name} to the camera on purpose: {(draft.Circumstances.Has(Condition.Unattended) ? "nobody stands at it" : "it moves faster than a person can follow")}."
                : has.Automatic ? $"An automatic {name} moves during the take; no two cameras move alike."
                : $"{draft.Model.Name} has no automatic {name}.";
            return Exact(notch, draft, target, Judgement.Of(Id, why));
        }

        string instead = manual
            ? "It will move during the take: do not cut this camera with others, or use another model."
            : "Put a person at the camera, or use another model.";
        return NotPossible(notch, draft, Judgement.Of(Id, $"{draft.Model.Name} has no {(manual ? "manual" : "automatic")} {name}. {instead}"));
    }
}
