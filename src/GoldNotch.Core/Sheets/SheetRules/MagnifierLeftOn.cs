using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>MAGNIFIER-ON: the magnifier is off while recording.</summary>
internal sealed class MagnifierLeftOn() : StandardRule(
    "MAGNIFIER-ON",
    FindingGrade.Warning,
    "The magnifier is off while recording.",
    "The magnified view is not the recording.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.Magnifier) == "on")
        {
            yield return Found(Setting.Magnifier, "The magnifier is to be on: the edge of the picture is not seen while it is. Put it on a button instead.");
        }
    }
}
