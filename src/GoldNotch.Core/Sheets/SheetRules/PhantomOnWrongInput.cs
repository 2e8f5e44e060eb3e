using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PHANTOM-WRONG-INPUT: 48 V goes only into an input with a condenser microphone.</summary>
internal sealed class PhantomOnWrongInput()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "48 V goes only into an input with a condenser microphone.",
        "It can damage wireless receivers and line sources, and does nothing for a dynamic microphone."
    )
{
    private const string RuleId = "PHANTOM-WRONG-INPUT";

    private static readonly Template WrongInput = new(
        RuleId,
        "wrong-input",
        "{phantom} is on and {input:lower} is {source}. Require phantom power off."
    );

    private static readonly Template Silent = new(
        RuleId,
        "silent",
        "{input} is a condenser microphone and {phantom:lower} is off: it stays silent unless it has its own battery. Require phantom power on, or name the microphone otherwise."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach ((Setting phantom, Setting input) in new[] { (Setting.Phantom1, Setting.Input1), (Setting.Phantom2, Setting.Input2) })
        {
            if (of.Word(phantom) == "on" && of.Word(input) is "wireless" or "line" or "built-in" or "off" or Microphones.Dynamic)
            {
                yield return Found(WrongInput, phantom, ("phantom", phantom), ("input", input), ("source", of.Word(input)!));
            }
            else if (of.Word(phantom) == "off" && of.Word(input) == Microphones.Condenser)
            {
                yield return Found(Silent, phantom, ("phantom", phantom), ("input", input));
            }
        }
    }
}
