using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>TOLERANCE-WIDE: a tolerance is smaller than what is plainly visible.</summary>
internal sealed class ToleranceTooWide()
    : StandardRule(
        RuleId,
        FindingGrade.Advice,
        "A tolerance is smaller than what is plainly visible.",
        "A tolerance of a stop accepts what the standard was made to prevent."
    )
{
    private const string RuleId = "TOLERANCE-WIDE";

    private static readonly Template Wide = new(
        RuleId,
        "wide",
        "A tolerance of {tolerance:size} for {setting:lower} accepts what is plainly visible. Require at most {most:size}."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach (Notch notch in of.Standard.Notches)
        {
            double most = notch.Tolerance.Unit switch
            {
                NaturalUnit.Stops => 0.5,
                NaturalUnit.Mired => 15,
                NaturalUnit.Decibels => 6,
                _ => double.PositiveInfinity,
            };
            if (notch.Tolerance.Amount > most + Guard.Edge)
            {
                yield return Found(
                    Wide,
                    notch.Setting,
                    ("tolerance", notch.Tolerance),
                    ("setting", notch.Setting),
                    ("most", new Distance(most, notch.Tolerance.Unit))
                );
            }
        }
    }
}
