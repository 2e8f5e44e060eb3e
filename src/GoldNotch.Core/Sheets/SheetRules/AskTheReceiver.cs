using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ASK-RECEIVER: the receiver of a live picture is asked for its format.</summary>
internal sealed class AskTheReceiver()
    : StandardRule(
        RuleId,
        FindingGrade.Advice,
        "The receiver of a live picture is asked for its format.",
        "Resolution, frame rate and scan are the receiver's to decide."
    )
{
    private const string RuleId = "ASK-RECEIVER";

    private static readonly Template Ask = new(
        RuleId,
        "ask",
        "The picture goes live. Ask the receiver for resolution, frame rate, scan and bit rate, then accept this with the name of who answered."
    );
    private static readonly Template AskWithFormat = new(
        RuleId,
        "ask-with-format",
        "The picture goes live in {format}. Confirm resolution, frame rate, scan and bit rate with the receiver, then accept this with the name of who answered."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Standard.Use == FootageUse.Live)
        {
            yield return of.Format is { } format
                ? Found(AskWithFormat, Setting.RecordFormat, ("format", format))
                : Found(Ask, Setting.RecordFormat);
        }
    }
}
