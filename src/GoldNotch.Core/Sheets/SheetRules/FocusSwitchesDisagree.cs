using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FOCUS-SWITCHES: body and lens are both manual or both automatic.</summary>
internal sealed class FocusSwitchesDisagree()
    : SheetRule(
        RuleId,
        FindingGrade.Fault,
        "Body and lens are both on manual focus or both on automatic.",
        "Where they disagree nobody focuses, and the display does not show it."
    )
{
    private const string RuleId = "FOCUS-SWITCHES";

    private static readonly Template Disagree = new(
        RuleId,
        "disagree",
        "Focus is {body} on the body and {lens} on the lens of {model}: nobody would focus. Require the same of both."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.LineOf(Setting.FocusMode) is { Target: { } body }
            && sheet.LineOf(Setting.LensFocus) is { NothingToDo: false, Target: { } lens }
            && body.FollowsTheScene != lens.FollowsTheScene
        )
        {
            yield return Found(Disagree, Setting.LensFocus, ("body", body), ("lens", lens), ("model", sheet.Model.Name));
        }
    }
}
