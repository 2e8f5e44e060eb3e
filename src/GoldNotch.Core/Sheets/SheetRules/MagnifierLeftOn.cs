using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>MAGNIFIER-ON: the magnifier is off while recording.</summary>
internal sealed class MagnifierLeftOn()
    : StandardRule(RuleId, FindingGrade.Warning, "The magnifier is off while recording.", "The magnified view is not the recording.")
{
    private const string RuleId = "MAGNIFIER-ON";

    private static readonly Template On = new(
        RuleId,
        "on",
        "The magnifier is required on, which hides the edge of the picture. Require it off and assign it to a button."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.Magnifier) == "on")
        {
            yield return Found(On, Setting.Magnifier);
        }
    }
}
