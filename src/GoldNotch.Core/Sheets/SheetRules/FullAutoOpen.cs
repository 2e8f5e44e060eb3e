using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FULL-AUTO-OPEN: full auto is asked to be off.</summary>
internal sealed class FullAutoOpen() : StandardRule(
    "FULL-AUTO-OPEN",
    FindingGrade.Fault,
    "Full auto is asked to be off.",
    "One switch overrides every manual setting.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.FullAuto) is null)
        {
            yield return Found(Setting.FullAuto, "No notch asks for full auto off: while it is on, the camera overrides every setting of the sheet.");
        }
    }
}
