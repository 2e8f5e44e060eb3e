using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>MANUAL-SIGN: a control that can float says how manual is recognised.</summary>
internal sealed class ManualSignMissing() : ModelRule(
    "MANUAL-SIGN",
    FindingGrade.Warning,
    "A control that can float says how manual is recognised.",
    "One letter or lamp is the only sign.")
{
    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        foreach ((Setting setting, ControlPlace place) in model.Controls.OrderBy(c => c.Key))
        {
            if (model.CanFloat(setting) && setting is not Setting.IrisOpening && place.ManualSign.Length == 0)
            {
                yield return Found(setting, $"{SettingName.Of(setting).Name} of {model.Name} can float, and the card does not say how manual is recognised.");
            }
        }
    }
}
