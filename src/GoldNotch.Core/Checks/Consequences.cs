using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Clips;
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
    /// <param name="sheet">The sheet.</param>
    /// <param name="verdicts">The verdicts.</param>
    /// <param name="clip">What its test clip shows; null where there is none.</param>
    public static ConsequenceReport Of(Sheet sheet, ImmutableArray<Verdict> verdicts, ClipFigures? clip = null)
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
            [
                .. WithClip(items, clip, verdicts.Any(v => v.Line.Setting == Setting.AudioPeakLevel && v.Kind == VerdictKind.OffTarget))
                    .OrderBy(i => Rank(i.Severity))
                    .ThenBy(i => i.Topic),
            ],
            terms,
            metered,
            hidden,
            Corrections.Order(found)
        )
        {
            ResetFirst = Corrections.ResetFirst(found),
        };
    }

    // A clip shows what no control tells: it stands beside what the controls come to, and in place of what they call fine or do not know.
    private static IEnumerable<Consequence> WithClip(IReadOnlyCollection<Consequence> items, ClipFigures? clip, bool toldOfPeaks)
    {
        ILookup<ConsequenceTopic, ClipFinding> found = (clip is null ? [] : ClipFindings.Beside(clip, toldOfPeaks)).ToLookup(f => f.Topic);
        ConsequenceTopic[] alone = [.. found.Select(f => f.Key).Except(items.Select(i => i.Topic))];
        return items
            .Select(i => found.Contains(i.Topic) ? Joined(i, found[i.Topic]) : i)
            .Concat(alone.Select(t => Wrong.Consequence(t, [.. found[t].Select(AsWrong)])));
    }

    private static Consequence Joined(Consequence of, IEnumerable<ClipFinding> found) =>
        Wrong.Consequence(
            of.Topic,
            [
                .. of.Severity is Severity.Fine or Severity.Unknown ? Array.Empty<Wrong>() : [new Wrong(of.Severity, of.Value, of.Because)],
                .. found.Select(AsWrong),
            ]
        );

    private static Wrong AsWrong(ClipFinding of) => new(of.Severity, of.Short, of.Because);

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
