using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PHANTOM-WRONG-INPUT: 48 V goes only into an input with a condenser microphone.</summary>
internal sealed class PhantomOnWrongInput() : StandardRule(
    "PHANTOM-WRONG-INPUT",
    FindingGrade.Fault,
    "48 V goes only into an input with a condenser microphone.",
    "It harms wireless receivers and some line sources, and does nothing for a dynamic microphone.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach ((Setting phantom, Setting input) in new[] { (Setting.Phantom1, Setting.Input1), (Setting.Phantom2, Setting.Input2) })
        {
            if (of.Word(phantom) == "on" && of.Word(input) is "wireless" or "line" or "built-in" or "off")
            {
                yield return Found(phantom, $"{SettingName.Of(phantom).Name} is on and {SettingName.Of(input).Name.ToLowerInvariant()} is {of.Word(input)}: switch it off.");
            }
        }
    }
}
