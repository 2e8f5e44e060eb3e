using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>SLACK-WIDE: slack is less than what is plainly seen.</summary>
internal sealed class SlackTooWide() : StandardRule(
    "SLACK-WIDE",
    FindingGrade.Advice,
    "Slack is less than what is plainly seen.",
    "A slack of a stop accepts what the standard was made to prevent.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach (Notch notch in of.Standard.Notches)
        {
            double most = notch.Slack.Unit switch { NaturalUnit.Stops => 0.5, NaturalUnit.Mired => 15, NaturalUnit.Decibels => 6, _ => double.PositiveInfinity };
            if (notch.Slack.Amount > most + Guard.Edge)
            {
                yield return Found(notch.Setting, $"A slack of {notch.Slack.SlackLabel()} for {SettingName.Of(notch.Setting).Name.ToLowerInvariant()} accepts what everybody sees.", Figure.Of("slack", notch.Slack));
            }
        }
    }
}
