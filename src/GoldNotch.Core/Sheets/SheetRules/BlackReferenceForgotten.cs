using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>BLACK-REFERENCE: a camera that wants a black reference gets one.</summary>
internal sealed class BlackReferenceForgotten() : SheetRule(
    "BLACK-REFERENCE",
    FindingGrade.Warning,
    "A camera that wants a black reference gets one.",
    "Everything recorded after it drifts.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.BlackReferenceMinutes is { } minutes && sheet.LineOf(Setting.BlackReference) is null)
        {
            yield return Found(Setting.BlackReference, $"{sheet.Model.Name} wants a black reference every {Notation.Number(minutes)} min, and no notch asks for it.");
        }
    }
}
