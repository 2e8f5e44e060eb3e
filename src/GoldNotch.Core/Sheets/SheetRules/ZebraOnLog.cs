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

    private static readonly Template AboveWhite = new(
        RuleId,
        "above-white",
        "The standard puts white at {white} on log, and requires zebra from {level}: white clips before the zebra shows. Require it just above {white}."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.Profile) == "log" && of.RequirementOf(Setting.Zebra) is Requirement.Amount { Value: > 96 } level)
        {
            FigureValue required = FigureValue.In(Measure.Percent, level.Value);
            yield return of.Standard.Exposure.LevelsOn(ExposureIntent.Log)?.White is { } white
                ? Found(AboveWhite, Setting.Zebra, ("level", required), ("white", FigureValue.In(Measure.Percent, white)))
                : Found(NeverShown, Setting.Zebra, ("level", required));
        }
    }
}
