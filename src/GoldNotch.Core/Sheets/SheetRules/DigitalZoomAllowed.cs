using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>DIGITAL-ZOOM: digital zoom is off.</summary>
internal sealed class DigitalZoomAllowed() : StandardRule(RuleId, FindingGrade.Fault, "Digital zoom is off.", "It only enlarges pixels.")
{
    private const string RuleId = "DIGITAL-ZOOM";

    private static readonly Template On = new(
        RuleId,
        "on",
        "Digital zoom is required on, and it only enlarges pixels. Require it off; crop in the edit."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.DigitalZoom) == "on")
        {
            yield return Found(On, Setting.DigitalZoom);
        }
    }
}
