using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>REASON-COPIED: reasons that came with a copy of another standard were looked at.</summary>
internal sealed class ReasonsCopied()
    : StandardRule(
        RuleId,
        FindingGrade.Advice,
        "Reasons that came with a copy of another standard were looked at.",
        "What held there need not hold here: another room, another light, another use."
    )
{
    private const string RuleId = "REASON-COPIED";

    private static readonly Template Copied = new(
        RuleId,
        "copied",
        "{count#reason|reasons} came with the copy of {from} and nobody has said that they hold here, the first of {setting:lower}. Say so at the notch, rewrite them, or leave them empty."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach (IGrouping<string, Notch> from in of.Standard.Notches.Where(n => n.ReasonFrom.Length > 0).GroupBy(n => n.ReasonFrom))
        {
            Setting first = from.First().Setting;
            yield return Found(Copied, first, ("count", FigureValue.Count(from.Count())), ("from", from.Key), ("setting", first));
        }
    }
}
