using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PLACE-MISSING: the specification states where the controls are.</summary>
internal sealed class PlaceMissing()
    : ModelRule(
        RuleId,
        FindingGrade.Advice,
        "The specification states where the controls are.",
        "A borrower who forgot the camera needs the place more than the value."
    )
{
    private const string RuleId = "PLACE-MISSING";

    private static readonly Template Missing = new(
        RuleId,
        "missing",
        "The specification of {model} does not state where these controls are: {settings:lower}. Add their places."
    );

    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        Setting[] missing =
        [
            .. new[]
            {
                Setting.RecordFormat,
                Setting.Shutter,
                Setting.Gain,
                Setting.Iris,
                Setting.WhiteBalance,
                Setting.Profile,
                Setting.AudioLevelControl,
                Setting.Clock,
            }.Where(s => !model.NotFitted.Contains(s) && model.PlaceOf(s) is null),
        ];
        if (missing.Length > 0)
        {
            yield return Found(Missing, missing[0], ("model", model.Name), ("settings", FigureValue.Of(missing)));
        }
    }
}
