using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NO-FORMAT: a card lists what the camera records.</summary>
internal sealed class NoPicture() : ModelRule(
    "NO-FORMAT",
    FindingGrade.Fault,
    "A card lists what the camera records.",
    "Without it no sheet can be made.")
{
    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        if (model.Formats.IsEmpty)
        {
            yield return Found(Setting.RecordFormat, $"The card of {model.Name} lists no recording. Add size, rate and bit rate of each.");
        }
    }
}
