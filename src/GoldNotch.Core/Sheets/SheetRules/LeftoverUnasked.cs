using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>LEFTOVER-UNASKED: what borrowers leave on is asked for.</summary>
internal sealed class LeftoverUnasked() : SheetRule(
    "LEFTOVER-UNASKED",
    FindingGrade.Warning,
    "What borrowers leave on is asked for.",
    "Slow motion, digital zoom and exposure shift are found at home.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        foreach (Setting setting in new[] { Setting.HighRate, Setting.DigitalZoom, Setting.ExtraGain, Setting.ExposureShift, Setting.ViewingLook, Setting.Magnifier })
        {
            bool has = sheet.Model.Choices.ContainsKey(setting) || sheet.Model.Levels.ContainsKey(setting);
            if (has && sheet.LineOf(setting) is null)
            {
                yield return Found(setting, $"{sheet.Model.Name} has {SettingName.Of(setting).Name.ToLowerInvariant()}, which borrowers leave on, and no notch asks for it off.");
            }
        }
    }
}
