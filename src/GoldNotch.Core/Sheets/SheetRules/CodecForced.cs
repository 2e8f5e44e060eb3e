using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FORCED: a value that another setting forces is named as forced.</summary>
internal sealed class CodecForced()
    : SheetRule(
        RuleId,
        FindingGrade.Advice,
        "A value that another setting forces is named as forced.",
        "Otherwise somebody looks for it in the menu."
    )
{
    private const string RuleId = "FORCED";

    private static readonly Template Forced = new(RuleId, "forced", "{reason}");

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        foreach (SheetLine line in sheet.Lines)
        {
            if (line.Because.RuleId == "FORCED-BY")
            {
                yield return Found(Forced, line.Setting, ("reason", line.Because));
            }
        }
    }
}
