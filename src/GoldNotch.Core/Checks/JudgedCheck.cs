using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;

namespace GoldNotch.Core.Checks;

/// <summary>How one setting was found, for the counts of drift.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Wrong">Off target or automatic.</param>
/// <param name="Automatic">Automatic.</param>
public readonly record struct FoundSetting(Setting Setting, bool Wrong, bool Automatic);

/// <summary>A check judged: what is shown of it, and what a signature freezes.</summary>
/// <param name="RulesVersion">The rules it was judged by.</param>
/// <param name="Sheet">The sheet it was held against.</param>
/// <param name="Found">Verdicts as found, in the order of the sheet.</param>
/// <param name="Now">Verdicts as left, in the order of the sheet.</param>
/// <param name="Stale">Settings that a later change made stale.</param>
/// <param name="Consequences">What it would mean to record now.</param>
public sealed record JudgedCheck(
    string RulesVersion,
    Sheet Sheet,
    ImmutableArray<Verdict> Found,
    ImmutableArray<Verdict> Now,
    ImmutableHashSet<Setting> Stale,
    ConsequenceReport Consequences
)
{
    /// <summary>The check as found, counted.</summary>
    public CheckSummary FoundSummary => CheckSummary.Of(Found);

    /// <summary>The check as it stands, counted.</summary>
    public CheckSummary Summary => CheckSummary.Of(Now);

    /// <summary>The lines that somebody read as found.</summary>
    public ImmutableArray<FoundSetting> FoundSettings =>
        [
            .. Found
                .Where(v =>
                    v.Reading is not Reading.Unread
                    && v.Line.Target is not null
                    && v.Kind is not (VerdictKind.Unread or VerdictKind.NotFitted)
                )
                .Select(v => new FoundSetting(v.Line.Setting, v.NeedsCorrection, v.Kind == VerdictKind.Automatic)),
        ];

    /// <summary>Settings that are off target or automatic, automatic ones first.</summary>
    public ImmutableArray<Setting> Wrong =>
        [
            .. Now.Where(v => v.NeedsCorrection)
                .OrderBy(v => v.Kind == VerdictKind.Automatic ? 0 : 1)
                .ThenBy(v => v.Line.Setting)
                .Select(v => v.Line.Setting),
        ];

    /// <summary>Settings that must be right and that nobody read, or that were recorded as not fitted although the specification lists them, in the order of the sheet. What is done when the shoot is over is not waited for.</summary>
    public ImmutableArray<Setting> UnreadRequired =>
        [
            .. Now.Where(v =>
                    (v.Kind == VerdictKind.Unread || IsMissed(v))
                    && v.Line.Notch.Importance == Importance.Must
                    && !SettingDefinition.Of(v.Line.Setting).IsAfterTheCheck
                )
                .Select(v => v.Line.Setting),
        ];

    // Not fitted, and the specification lists one: either was misread, and until somebody looks again nothing is known.
    private static bool IsMissed(Verdict verdict) =>
        verdict.Kind == VerdictKind.NotFitted && verdict.Line.Target is not null && !verdict.Line.Dial.Detents.IsEmpty;

    /// <summary>Settings that this check read, or that need no reading on this model: what an earlier check left wrong there is answered.</summary>
    public ImmutableArray<Setting> Answered =>
        [.. Now.Where(v => v.Kind != VerdictKind.Unread && !IsMissed(v)).Select(v => v.Line.Setting)];

    /// <summary>Judges a check by the rules of this build.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="readings">The readings of both stages.</param>
    /// <param name="clip">Its test clip; null where there is none.</param>
    public static JudgedCheck Of(Sheet sheet, IReadOnlyCollection<StampedReading> readings, ClipFigures? clip = null)
    {
        CheckState now = AsLeft.Of(sheet, readings);
        ImmutableArray<Verdict> verdicts = CheckEvaluator.Evaluate(sheet, now);
        return new JudgedCheck(
            Core.RulesVersion.Current,
            sheet,
            CheckEvaluator.Evaluate(sheet, AsLeft.Found(readings)),
            verdicts,
            [.. now.Stale.Keys],
            Checks.Consequences.Of(sheet, verdicts, clip)
        );
    }
}
