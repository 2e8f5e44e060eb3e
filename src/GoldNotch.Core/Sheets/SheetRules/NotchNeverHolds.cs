using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NEVER-HOLDS: every notch can apply.</summary>
internal sealed class NotchNeverHolds()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "Every notch can apply.",
        "Conditions that exclude each other make a notch that never applies."
    )
{
    private const string RuleId = "NEVER-HOLDS";

    private static readonly Template Never = new(
        RuleId,
        "never",
        "The notch for {setting:lower} applies only when {conditions}, which exclude each other. Remove one."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach (Notch notch in of.Standard.Notches)
        {
            if (notch.When.Any(c => notch.When.Contains(c.Opposite())))
            {
                yield return Found(
                    Never,
                    notch.Setting,
                    ("setting", notch.Setting),
                    ("conditions", FigureValue.Of(notch.When.Select(ConditionWords.Of)))
                );
            }
        }
    }
}
