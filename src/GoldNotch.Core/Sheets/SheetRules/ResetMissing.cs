using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>RESET-MISSING: a sheet begins from the known state.</summary>
internal sealed class ResetMissing()
    : StandardRule(
        RuleId,
        FindingGrade.Warning,
        "A sheet begins from the known state.",
        "The last borrower changed something that no list names."
    )
{
    private const string RuleId = "RESET-MISSING";

    private static readonly Template Missing = new(
        RuleId,
        "missing",
        "No notch requires the factory reset. What the last borrower changed and the sheet does not name stays in the camera."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.FactoryReset) is null)
        {
            yield return Found(Missing, Setting.FactoryReset);
        }
    }
}
