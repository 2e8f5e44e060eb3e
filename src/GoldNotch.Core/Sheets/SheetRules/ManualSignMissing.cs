using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>MANUAL-SIGN: the specification states how manual is recognised on each control that can be automatic.</summary>
internal sealed class ManualSignMissing()
    : ModelRule(
        RuleId,
        FindingGrade.Warning,
        "The specification states how manual is recognised on each control that can be automatic.",
        "One letter or indicator light is the only sign."
    )
{
    private const string RuleId = "MANUAL-SIGN";

    private static readonly Template Missing = new(
        RuleId,
        "missing",
        "{setting} of {model} can be automatic, and the specification does not state how manual is recognised. Add it."
    );

    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        foreach ((Setting setting, ControlPlace place) in model.Controls.OrderBy(c => c.Key))
        {
            if (model.HasAutomatic(setting) && setting is not Setting.Iris && place.ManualSign.Length == 0)
            {
                yield return Found(Missing, setting, ("setting", setting), ("model", model.Name));
            }
        }
    }
}
