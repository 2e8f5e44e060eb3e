using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ISO-WITHOUT-BASE: on a camera with two bases, base ISO and gain are required together.</summary>
internal sealed class IsoWithoutBase()
    : SheetRule(
        RuleId,
        FindingGrade.Fault,
        "On a camera with two bases, base ISO and gain are required together.",
        "The same ISO comes from both bases with different noise."
    )
{
    private const string RuleId = "ISO-WITHOUT-BASE";

    private static readonly Template Missing = new(
        RuleId,
        "missing",
        "{model} has {bases#base|bases}, and the standard names none, so its ISO is ambiguous. Add a notch for the base ISO."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (!sheet.Model.Gain.Bases.IsEmpty && sheet.LineOf(Setting.Gain) is not null && sheet.LineOf(Setting.BaseIso) is null)
        {
            yield return Found(
                Missing,
                Setting.BaseIso,
                ("model", sheet.Model.Name),
                ("bases", FigureValue.Count(sheet.Model.Gain.Bases.Length))
            );
        }
    }
}
