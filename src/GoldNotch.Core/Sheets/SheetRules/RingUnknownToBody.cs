using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>RING-BY-EYE: the opening of a manual lens is read off its ring.</summary>
internal sealed class RingUnknownToBody() : SheetRule(
    "RING-BY-EYE",
    FindingGrade.Advice,
    "The opening of a manual lens is read off its ring.",
    "The body does not know it, and no file says it afterwards.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (!sheet.Model.Lenses.IsEmpty && sheet.LineOf(Setting.IrisOpening) is not null)
        {
            yield return Found(Setting.IrisOpening, $"The lenses of {sheet.Model.Name} are set by hand: read the ring, not the screen, and write it down.");
        }
    }
}
