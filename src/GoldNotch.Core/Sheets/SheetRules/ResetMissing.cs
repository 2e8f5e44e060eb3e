using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>RESET-MISSING: a sheet begins from the known state.</summary>
internal sealed class ResetMissing() : StandardRule(
    "RESET-MISSING",
    FindingGrade.Warning,
    "A sheet begins from the known state.",
    "The last borrower left something on that no list names.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.FactoryReset) is null)
        {
            yield return Found(Setting.FactoryReset, "No notch asks for the factory reset: what the last borrower changed and the sheet does not name stays in the camera.");
        }
    }
}
