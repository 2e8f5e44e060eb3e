using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>RING-BY-EYE: the iris of a manual lens is read off its ring.</summary>
internal sealed class RingUnknownToBody()
    : SheetRule(
        RuleId,
        FindingGrade.Advice,
        "The iris of a manual lens is read off its ring.",
        "The body does not know it and no file records it."
    )
{
    private const string RuleId = "RING-BY-EYE";

    private static readonly Template ReadRing = new(
        RuleId,
        "read-ring",
        "The lenses of {model} are set by hand. Read the ring, not the screen, and write it down."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.IrisIsReadOffTheRing && sheet.LineOf(Setting.Iris) is not null)
        {
            yield return Found(ReadRing, Setting.Iris, ("model", sheet.Model.Name));
        }
    }
}
