using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PLACE-MISSING: a card says where its controls are.</summary>
internal sealed class PlaceMissing() : ModelRule(
    "PLACE-MISSING",
    FindingGrade.Advice,
    "A card says where its controls are.",
    "A borrower who forgot the camera needs the place more than the value.")
{
    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        Setting[] missing = [.. new[] { Setting.RecordFormat, Setting.Shutter, Setting.Gain, Setting.IrisOpening, Setting.WhiteBalance, Setting.Profile, Setting.SoundMode, Setting.Clock }
            .Where(s => !model.NotFitted.Contains(s) && model.PlaceOf(s) is null)];
        if (missing.Length > 0)
        {
            yield return Found(missing[0], $"The card of {model.Name} does not say where these are: {string.Join(", ", missing.Select(s => SettingName.Of(s).Name.ToLowerInvariant()))}.");
        }
    }
}
