using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ISO-WITHOUT-BASE: on a camera with two bases, base and gain are asked for together.</summary>
internal sealed class IsoWithoutBase() : SheetRule(
    "ISO-WITHOUT-BASE",
    FindingGrade.Fault,
    "On a camera with two bases, base and gain are asked for together.",
    "The same ISO comes from both bases with different noise.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (!sheet.Model.Gain.Bases.IsEmpty && sheet.LineOf(Setting.Gain) is not null && sheet.LineOf(Setting.Base) is null)
        {
            yield return Found(Setting.Base, $"{sheet.Model.Name} has {sheet.Model.Gain.Bases.Length} bases and the standard names none: its ISO says nothing. Add a notch for the base.");
        }
    }
}
