using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ZEBRA-ON-LOG: zebra at 100 % shows nothing on a log curve.</summary>
internal sealed class ZebraOnLog()
    : StandardRule(RuleId, FindingGrade.Warning, "Zebra at 100 % shows nothing on a log curve.", "A log curve clips far below 100 %.")
{
    private const string RuleId = "ZEBRA-ON-LOG";

    private static readonly Template NeverShown = new(
        RuleId,
        "never-shown",
        "A log curve never reaches {level}: the picture clips before the zebra shows. Require 90 to 95 %, just under the clip level of the curve."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.Profile) == "log" && of.RequirementOf(Setting.Zebra) is Requirement.Amount { Value: > 96 } level)
        {
            yield return Found(NeverShown, Setting.Zebra, ("level", FigureValue.In(Measure.Percent, level.Value)));
        }
    }
}
