using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>RESET-UNKNOWN: a card says what a reset leaves behind.</summary>
internal sealed class ResetUnknown() : ModelRule(
    "RESET-UNKNOWN",
    FindingGrade.Advice,
    "A card says what a reset leaves behind.",
    "A sheet lists only what then has to change.")
{
    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        if (model.Reset is null)
        {
            yield return Found(Setting.FactoryReset, $"The card of {model.Name} does not say what a factory reset does.");
        }
    }
}
