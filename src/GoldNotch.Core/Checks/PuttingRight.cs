using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;

namespace GoldNotch.Core.Checks;

/// <summary>The order in which to put a camera right: what floats first, because it hides the rest; then the order of the work;
/// white last, because it is taken through the filter.</summary>
internal static class PuttingRight
{
    internal static ImmutableArray<FixStep> Order(Findings found)
    {
        List<FixStep> steps = [.. found.Verdicts
            .Where(v => v.Kind is VerdictKind.Off or VerdictKind.Floating)
            .OrderBy(Rank)
            .ThenBy(v => v.Line.Setting)
            .Select(v => Step(v, found))];
        if (FilterWillMove(found) && BalancedThroughFilter(found))
        {
            steps.Add(new FixStep(
                Setting.WhiteBalance,
                found.Value(Setting.WhiteBalance)!.Label,
                "balance again",
                "The filter moves, and a card balance is taken through it."));
        }

        return [.. steps];
    }

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
        string to = verdict.Line.Target?.Label ?? "cannot be met on this model";
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

    private static bool BalancedThroughFilter(Findings found) =>
        found.Value(Setting.WhiteBalance) is SettingValue.WhiteMemory
        && found.Verdicts.Any(v => v.Line.Setting == Setting.WhiteBalance && v.Kind is VerdictKind.On or VerdictKind.WithinSlack);
}
