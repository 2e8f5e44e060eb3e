using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;

namespace GoldNotch.Core.Checks;

/// <summary>How one setting was found, for the counts of drift.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Wrong">Off or floating.</param>
/// <param name="Floating">Floating.</param>
public readonly record struct FoundSetting(Setting Setting, bool Wrong, bool Floating);

/// <summary>What a check comes to: as it was found, and as it stands now.</summary>
/// <param name="Found">The lines that somebody looked at as found.</param>
/// <param name="FoundSummary">Summed up as found.</param>
/// <param name="Now">Summed up as it stands: as left where something was put right.</param>
/// <param name="Wrong">Settings that stand off or floating, floating ones first.</param>
public sealed record CheckOutcome(ImmutableArray<FoundSetting> Found, CheckSummary FoundSummary, CheckSummary Now, ImmutableArray<Setting> Wrong)
{
    /// <summary>Judges a check in both stages.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="readings">Its readings; at most one of a setting in each stage.</param>
    public static CheckOutcome Of(Sheet sheet, IReadOnlyCollection<StampedReading> readings)
    {
        ImmutableDictionary<Setting, Reading> found = AsLeft.Found(readings);
        ImmutableArray<Verdict> asFound = CheckEvaluator.Evaluate(sheet, found);
        ImmutableArray<Verdict> now = CheckEvaluator.Evaluate(sheet, AsLeft.Of(sheet, readings));
        return new CheckOutcome(
            [.. asFound.Where(v => found.ContainsKey(v.Line.Setting) && v.Line.Target is not null && v.Kind is not (VerdictKind.Unread or VerdictKind.NotFitted)).Select(Counted)],
            CheckSummary.Of(asFound),
            CheckSummary.Of(now),
            [.. now.Where(v => v.ToPutRight).OrderBy(v => v.Kind == VerdictKind.Floating ? 0 : 1).ThenBy(v => v.Line.Setting).Select(v => v.Line.Setting)]);
    }

    private static FoundSetting Counted(Verdict verdict) => new(verdict.Line.Setting, verdict.ToPutRight, verdict.Kind == VerdictKind.Floating);
}
