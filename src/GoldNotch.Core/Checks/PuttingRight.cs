using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>The order in which to put a camera right: what floats first, because it hides the rest; then the order of the work;
/// white last, because it is taken through the filter.</summary>
internal static class PuttingRight
{
    // Fewer than two acts saved are not worth the minute a reset takes (bench rule).
    private const int WorthAReset = 2;

    internal static ImmutableArray<FixStep> Order(Findings found)
    {
        List<Verdict> wrong = [.. found.Verdicts.Where(v => v.ToPutRight).OrderBy(Rank).ThenBy(v => v.Line.Setting)];
        HashSet<Setting> wrongSettings = [.. wrong.Select(v => v.Line.Setting)];
        var moved = wrong.ToDictionary(v => v.Line.Setting, v => MovedBy(v, found));

        // Of what nothing still to come can undo, the one that ranks first: so no step is done twice.
        List<FixStep> steps = [];
        while (wrong.Count > 0)
        {
            Verdict next = wrong.FirstOrDefault(v => !wrong.Any(other => other != v && moved[other.Line.Setting].Any(m => m.Setting == v.Line.Setting))) ?? wrong[0];
            wrong.Remove(next);
            steps.Add(Step(next, found));
        }

        IEnumerable<StaleReading> again = moved.Values.SelectMany(m => m)
            .Where(m => !wrongSettings.Contains(m.Setting) && StandsAndWasRead(found, m))
            .DistinctBy(m => m.Setting).OrderBy(m => m.Setting == Setting.WhiteBalance).ThenBy(m => m.Setting);
        foreach (StaleReading stale in again)
        {
            steps.Add(new FixStep(stale.Setting, found.Value(stale.Setting)!.Label, stale.Setting == Setting.WhiteBalance ? "balance again" : "look again", AgainReason(stale)));
        }

        return [.. steps];
    }

    /// <summary>RESET-FIRST: whether a factory reset puts more right than it takes away.</summary>
    internal static Judgement? ResetFirst(Findings found)
    {
        if (found.Sheet.Model.Reset is not { How.Length: > 0 } reset)
        {
            return null;
        }

        Verdict[] wrong = [.. found.Verdicts.Where(v => v.ToPutRight)];
        int mended = wrong.Count(v => v.Line.ResetIsRight == true);
        string[] lost = [.. found.Verdicts.Where(v => v.Kind is VerdictKind.On or VerdictKind.WithinSlack && v.Reading is Reading.Of && v.Line.ResetIsRight == false).Select(v => SettingName.Of(v.Line.Setting).Name)];
        int fewer = mended - lost.Length - 1;
        return fewer < WorthAReset
            ? null
            : Judgement.Of(
                "RESET-FIRST",
                $"A factory reset ({reset.How.TrimEnd('.')}) puts {mended} of {wrong.Length} right at once{(lost.Length == 0 ? "" : $" and brings {string.Join(", ", lost)} out")}: {fewer} acts fewer. The card is untouched by it.",
                new Figure("put right", mended, "settings", Notation.Number(mended)),
                new Figure("brought out", lost.Length, "settings", Notation.Number(lost.Length)));
    }

    private static ImmutableArray<StaleReading> MovedBy(Verdict wrong, Findings found) => wrong.Line.Target is { } target
        ? [.. AsLeft.MadeStaleBy(found.Sheet, new StampedReading(wrong.Line.Setting, CheckStage.Left, new Reading.Of(target), 0), wrong.Reading)]
        : [];

    private static bool StandsAndWasRead(Findings found, StaleReading stale) =>
        found.VerdictsOf([stale.Setting]).FirstOrDefault() is { Kind: VerdictKind.On or VerdictKind.WithinSlack, Reading: Reading.Of of }
        && AsLeft.Depends(stale, of);

    private static string AgainReason(StaleReading stale) => stale.Cause switch
    {
        Setting.NeutralDensity => "The filter moves, and a card balance is taken through it.",
        Setting.FullAuto => "It was read under full auto, which overrides it.",
        _ => $"{SettingName.Of(stale.Cause).Name} moves, and may bring it along.",
    };

    private static int Rank(Verdict verdict) => verdict.Line.Setting switch
    {
        Setting.FullAuto => 0,
        Setting.WhiteBalance => 4,
        Setting.RecordFormat or Setting.BitRate => 2,
        _ => verdict.Kind == VerdictKind.Floating ? 1 : 3,
    };

    private static FixStep Step(Verdict verdict, Findings found)
    {
        string from = verdict.Reading is Reading.Of of ? of.Value.Label : "automatic";
        string to = verdict.Line.Target!.Label;
        return new FixStep(verdict.Line.Setting, from, to, Reason(verdict, found));
    }

    private static string Reason(Verdict verdict, Findings found) => (verdict.Line.Setting, verdict.Kind) switch
    {
        (Setting.FullAuto, _) => "First: it overrides everything that follows.",
        (Setting.WhiteBalance, _) => verdict.Line.Target is SettingValue.WhiteMemory
            ? "Last: white is taken through the filter, at the right exposure."
            : "Last: colour is judged once the exposure is right.",
        (_, VerdictKind.Floating) => "To manual before the numbers, or it will hide what follows.",
        (Setting.RecordFormat, _) => "Before shutter and bit rate: they depend on it, and changing it may reset them.",
        (Setting.BitRate, _) => "After the size: each size has its own.",
        (Setting.Shutter, _) => "Before gain, filter and iris: they make good what it takes.",
        (Setting.Gain, _) => FilterWillMove(found)
            ? "Gain back before the filter comes out: nobody then reaches for it again."
            : "Before the iris, which would otherwise make good for it.",
        (Setting.NeutralDensity, _) => "Then the filter.",
        (Setting.IrisOpening, _) => "Last of the exposure: it takes up the rest.",
        _ => "In the order of the sheet.",
    };

    private static bool FilterWillMove(Findings found) =>
        found.Verdicts.Any(v => v.Line.Setting == Setting.NeutralDensity && v.Kind == VerdictKind.Off);
}
