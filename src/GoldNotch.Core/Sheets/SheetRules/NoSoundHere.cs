using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NO-SOUND: a standard that requires sound is used on cameras that record it.</summary>
internal sealed class NoSoundHere()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "A standard that requires sound is used on cameras that record it.",
        "A camera without sound gives silent pictures, and nothing to align them by."
    )
{
    private const string RuleId = "NO-SOUND";

    private static readonly Template Silent = new(
        RuleId,
        "silent",
        "{model} records no sound, so the audio settings of this standard are left out. Record the sound separately, with a mark to align it."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (!sheet.Model.RecordsSound && sheet.Standard.NotchesIn(sheet.Circumstances).Any(n => SoundSettings.All.Contains(n.Setting)))
        {
            yield return Found(Silent, Setting.AudioFormat, ("model", sheet.Model.Name));
        }
    }
}
