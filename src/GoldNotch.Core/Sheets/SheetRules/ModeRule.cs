using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>MODE-BY-HAND: iris and focus are moved by a person unless the standard leaves them to the camera on purpose.</summary>
internal sealed class ModeRule(Setting setting, Func<CameraModel, ModeControl> control) : SheetRule
{
    private const string Id = "MODE-BY-HAND";

    protected override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        bool manual = notch.Wish is Wish.ManualMode;
        ModeControl has = control(draft.Model);
        string name = SettingName.Of(setting).Name.ToLowerInvariant();
        var target = new SettingValue.Mode(manual);
        if (manual ? has.Manual : has.Automatic)
        {
            string why = !manual ? $"The standard leaves the {name} to the camera on purpose."
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
