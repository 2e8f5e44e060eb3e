using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ANGLE-REASON: an angle far from 180° has its reason written down.</summary>
internal sealed class AngleWithoutReason() : StandardRule(
    "ANGLE-REASON",
    FindingGrade.Warning,
    "An angle far from 180° has its reason written down.",
    "The next person takes it for a mistake and mends it.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.Shutter) is { Wish: Wish.Angle { Value.Degrees: < 144 or > 216 } angle } notch && notch.Reason.Trim().Length < 12)
        {
            yield return Found(
                Setting.Shutter,
                $"{angle.Value.Label()} is far from 180° and no reason is given. Write why, or ask for 180°.",
                new Figure("angle", angle.Value.Degrees, "degrees", angle.Value.Label()));
        }
    }
}
