using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What it would mean to record now.</summary>
public static class Consequences
{
    /// <summary>What the verdicts of a check come to.</summary>
    public static ConsequenceReport Of(Sheet sheet, ImmutableArray<Verdict> verdicts)
    {
        var found = new Findings(sheet, verdicts);
        ImmutableArray<ExposureTerm> terms = [.. ExposureTerms.Of(found)];
        ImmutableArray<HiddenPair> hidden = HiddenPairs.In(terms, found);
        var items = ImmutableArray.CreateBuilder<Consequence>();
        items.Add(ExposureConsequence.Of(found, terms));
        items.Add(NoiseConsequence.Of(found));
        items.Add(WhiteBalanceConsequence.Of(found));
        items.AddRange(ShutterConsequences.Of(found));
        items.Add(FormatConsequence.Of(found));
        items.Add(FocusConsequence.Of(found));
        items.AddRange(RecordingConsequences.Of(found));
        ExposureBalance? metered = terms.Any(t => t.Source == TermSource.Automatic)
            ? null
            : sheet.PredictedWith(line => found.Value(line.Setting) ?? line.Target);
        return new ConsequenceReport(
            [.. items.OrderBy(i => Rank(i.Severity)).ThenBy(i => i.Topic)],
            terms,
            metered,
            hidden,
            Corrections.Order(found)
        )
        {
            ResetFirst = Corrections.ResetFirst(found),
        };
    }

    // What is on automatic cannot even be predicted, so it comes before what is known to be wrong.
    private static int Rank(Severity severity) =>
        severity switch
        {
            Severity.Automatic => 0,
            Severity.Fault => 1,
            Severity.Slight => 2,
            Severity.Fine => 3,
            _ => 4,
        };
}
