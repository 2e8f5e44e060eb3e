using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>DIGITAL-ZOOM: digital zoom is off.</summary>
internal sealed class DigitalZoomAllowed() : StandardRule(
    "DIGITAL-ZOOM",
    FindingGrade.Fault,
    "Digital zoom is off.",
    "It only enlarges pixels.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.DigitalZoom) == "on")
        {
            yield return Found(Setting.DigitalZoom, "Digital zoom enlarges pixels. Ask for it off, and crop afterwards if you must.");
        }
    }
}
