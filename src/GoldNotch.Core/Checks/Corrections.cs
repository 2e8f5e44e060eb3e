using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Checks;

/// <summary>The corrections of a check, in an order in which none is undone by a later one.</summary>
internal static class Corrections
{
    private const string RuleId = "CORRECTION";

    // Fewer than two steps saved are not worth the minute a reset takes (bench rule).
    private const int WorthAReset = 2;

    private static readonly Template SetTo = new(RuleId, "set-to", "{target}");
    private static readonly Template BalanceAgain = new(RuleId, "balance-again", "balance again");
    private static readonly Template ReadAgain = new(RuleId, "read-again", "read again");
    private static readonly Template FullAutoFirst = new(RuleId, "full-auto-first", "First: full auto overrides everything that follows.");
    private static readonly Template BalanceLast = new(
        RuleId,
        "balance-last",
        "Last: a card balance is taken through the filter, at the right exposure."
    );
    private static readonly Template ColourLast = new(RuleId, "colour-last", "Last: colour is judged once exposure is right.");
    private static readonly Template ManualFirst = new(
        RuleId,
        "manual-first",
        "Set to manual before the numbers, or it hides what follows."
    );
    private static readonly Template FormatEarly = new(
        RuleId,
        "format-early",
        "Before shutter and bit rate: they depend on it, and changing it may reset them."
    );
    private static readonly Template BitRateAfter = new(RuleId, "bit-rate-after", "After the format: each format has its own bit rates.");
    private static readonly Template ShutterEarly = new(RuleId, "shutter-early", "Before gain, filter and iris, which compensate for it.");
    private static readonly Template GainBeforeFilter = new(
        RuleId,
        "gain-before-filter",
        "Before the filter: once gain is back, nobody raises it again."
    );
    private static readonly Template GainBeforeIris = new(RuleId, "gain-before-iris", "Before the iris, which would compensate for it.");
    private static readonly Template FilterNext = new(RuleId, "filter-next", "After gain, before the iris.");
    private static readonly Template IrisLast = new(RuleId, "iris-last", "Last of the exposure: the iris compensates for the rest.");
    private static readonly Template SheetOrder = new(RuleId, "sheet-order", "In the order of the sheet.");
    private static readonly Template FilterMoves = new(
        RuleId,
        "filter-moves",
        "The filter changes, and a card balance is taken through it."
    );
    private static readonly Template ReadUnderFullAuto = new(
        RuleId,
        "read-under-full-auto",
        "It was read under full auto, which overrides it."
    );
    private static readonly Template BalanceMoves = new(
        RuleId,
        "balance-moves",
        "The balance on the card often needs another iris, or an automatic one."
    );
    private static readonly Template CauseMoves = new(RuleId, "cause-moves", "{cause} changes and may change it too.");
    private static readonly Template ResetFirstAll = new(
        "RESET-FIRST",
        "clean",
        "A factory reset corrects {corrected} of {wrong} at once: {fewer#step|steps} fewer. {how} The card is not affected."
    );
    private static readonly Template ResetFirstLoses = new(
        "RESET-FIRST",
        "loses",
        "A factory reset corrects {corrected} of {wrong} at once and sets {lost} off target: {fewer#step|steps} fewer. {how} The card is not affected."
    );

    internal static ImmutableArray<CorrectionStep> Order(Findings found)
    {
        List<Verdict> wrong = [.. found.Verdicts.Where(v => v.NeedsCorrection).OrderBy(Rank).ThenBy(v => v.Line.Setting)];
        HashSet<Setting> wrongSettings = [.. wrong.Select(v => v.Line.Setting)];
        var moved = wrong.ToDictionary(v => v.Line.Setting, v => MovedBy(v, found));

        // Of what nothing still to come can undo, the one that ranks first: so no step is done twice.
        List<CorrectionStep> steps = [];
        while (wrong.Count > 0)
        {
            Verdict next = wrong.FirstOrDefault(v =>
                !wrong.Any(other =>
                    other != v && moved[other.Line.Setting].Any(m => m.Setting == v.Line.Setting && m.Cause != Setting.WhiteBalance)
                )
            ) ?? wrong[0];
            wrong.Remove(next);
            steps.Add(Step(next, found));
        }

        IEnumerable<StaleReading> again = moved
            .Values.SelectMany(m => m)
            .Where(m => m.Cause != Setting.WhiteBalance && !wrongSettings.Contains(m.Setting) && IsOnTargetAndWasRead(found, m))
            .DistinctBy(m => m.Setting)
            .OrderBy(m => m.Setting == Setting.WhiteBalance)
            .ThenBy(m => m.Setting);
        foreach (StaleReading stale in again)
        {
            steps.Add(
                new CorrectionStep(
                    stale.Setting,
                    found.Value(stale.Setting)!,
                    (stale.Setting == Setting.WhiteBalance ? BalanceAgain : ReadAgain).Of(stale.Setting),
                    AgainReason(stale)
                )
            );
        }

        // What a balance on the card may have moved comes after it, corrected before or not.
        if (
            steps.Any(s => s.Setting == Setting.WhiteBalance)
            && found.Sheet.Target<SettingValue.WhiteMemory>(Setting.WhiteBalance) is not null
        )
        {
            steps.AddRange(
                found
                    .VerdictsOf([.. AsLeft.TouchedForTheCard])
                    .Where(v =>
                        !found.IsAutomaticAsRequired(v.Line.Setting)
                        && v.Line.Target is not null
                        && v.Reading is not (Reading.Unread or Reading.NotFitted)
                    )
                    .Select(v => new CorrectionStep(
                        v.Line.Setting,
                        v.Line.Target!,
                        ReadAgain.Of(v.Line.Setting),
                        BalanceMoves.Of(v.Line.Setting)
                    ))
            );
        }

        return [.. steps];
    }

    /// <summary>Why a factory reset is the shorter way; null where it is not.</summary>
    internal static Judgement? ResetFirst(Findings found)
    {
        if (found.Sheet.Model.Reset is not { How.Length: > 0 } reset)
        {
            return null;
        }

        Verdict[] wrong = [.. found.Verdicts.Where(v => v.NeedsCorrection)];
        int corrected = wrong.Count(v => v.Line.ResetIsRight == true);
        Setting[] lost =
        [
            .. found
                .Verdicts.Where(v =>
                    v.Kind is VerdictKind.OnTarget or VerdictKind.WithinTolerance && v.Reading is Reading.Of && v.Line.ResetIsRight == false
                )
                .Select(v => v.Line.Setting),
        ];
        int fewer = corrected - lost.Length - 1;
        return fewer < WorthAReset
            ? null
            : (lost.Length == 0 ? ResetFirstAll : ResetFirstLoses).Of(
                Setting.FactoryReset,
                ("corrected", FigureValue.Count(corrected)),
                ("wrong", FigureValue.Count(wrong.Length)),
                ("lost", FigureValue.Of(lost)),
                ("fewer", FigureValue.Count(fewer)),
                ("how", reset.How)
            );
    }

    private static ImmutableArray<StaleReading> MovedBy(Verdict wrong, Findings found) =>
        wrong.Line.Target is { } target
            ?
            [
                .. AsLeft.MadeStaleBy(
                    found.Sheet,
                    new StampedReading(wrong.Line.Setting, CheckStage.Left, new Reading.Of(target), 0),
                    wrong.Reading
                ),
            ]
            : [];

    private static bool IsOnTargetAndWasRead(Findings found, StaleReading stale) =>
        found.VerdictsOf([stale.Setting]).FirstOrDefault()
            is { Kind: VerdictKind.OnTarget or VerdictKind.WithinTolerance, Reading: Reading.Of of }
        && AsLeft.Depends(stale, of);

    private static Judgement AgainReason(StaleReading stale) =>
        (
            stale.Cause switch
            {
                Setting.NeutralDensity => FilterMoves,
                Setting.FullAuto => ReadUnderFullAuto,
                _ => CauseMoves,
            }
        ).Of(stale.Setting, ("cause", stale.Cause));

    private static int Rank(Verdict verdict) =>
        verdict.Line.Setting switch
        {
            Setting.FullAuto => 0,
            Setting.WhiteBalance => 4,
            Setting.RecordFormat or Setting.BitRate => 2,
            _ => verdict.Kind == VerdictKind.Automatic ? 1 : 3,
        };

    private static CorrectionStep Step(Verdict verdict, Findings found) =>
        new(
            verdict.Line.Setting,
            verdict.Reading is Reading.Of of ? of.Value : "automatic",
            SetTo.Of(verdict.Line.Setting, ("target", verdict.Line.Target!)),
            Reason(verdict, found).Of(verdict.Line.Setting)
        );

    private static Template Reason(Verdict verdict, Findings found) =>
        (verdict.Line.Setting, verdict.Kind) switch
        {
            (Setting.FullAuto, _) => FullAutoFirst,
            (Setting.WhiteBalance, _) => verdict.Line.Target is SettingValue.WhiteMemory ? BalanceLast : ColourLast,
            (_, VerdictKind.Automatic) => ManualFirst,
            (Setting.RecordFormat, _) => FormatEarly,
            (Setting.BitRate, _) => BitRateAfter,
            (Setting.Shutter, _) => ShutterEarly,
            (Setting.Gain, _) => FilterWillMove(found) ? GainBeforeFilter : GainBeforeIris,
            (Setting.NeutralDensity, _) => FilterNext,
            (Setting.Iris, _) => IrisLast,
            _ => SheetOrder,
        };

    private static bool FilterWillMove(Findings found) =>
        found.Verdicts.Any(v => v.Line.Setting == Setting.NeutralDensity && v.Kind == VerdictKind.OffTarget);
}
