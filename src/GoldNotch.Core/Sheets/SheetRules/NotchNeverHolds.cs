using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NEVER-HOLDS: every notch can hold.</summary>
internal sealed class NotchNeverHolds() : StandardRule(
    "NEVER-HOLDS",
    FindingGrade.Fault,
    "Every notch can hold.",
    "Two conditions that exclude each other make a notch nobody ever sees.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach (Notch notch in of.Standard.Notches)
        {
            if (notch.When.Any(c => notch.When.Contains((Condition)((int)c ^ 1))))
            {
                yield return Found(notch.Setting, $"The notch for {SettingName.Of(notch.Setting).Name.ToLowerInvariant()} holds only {string.Join(" and ", notch.When.Select(ConditionWords.Of))}: that is never.");
            }
        }
    }
}
