using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NO-FORMAT: the specification lists what the camera records.</summary>
internal sealed class NoPicture()
    : ModelRule(RuleId, FindingGrade.Fault, "The specification lists what the camera records.", "Without it no sheet can be compiled.")
{
    private const string RuleId = "NO-FORMAT";

    private static readonly Template Missing = new(
        RuleId,
        "missing",
        "The specification of {model} lists no recording format. Add resolution, frame rate and bit rate of each."
    );

    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        if (model.Formats.IsEmpty)
        {
            yield return Found(Missing, Setting.RecordFormat, ("model", model.Name));
        }
    }
}
