using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Checks;

/// <summary>A check in one line of a list.</summary>
/// <param name="On">Lines in the notch.</param>
/// <param name="WithinSlack">Lines at its lip.</param>
/// <param name="Off">Lines outside.</param>
/// <param name="Floating">Lines the camera decides.</param>
/// <param name="Unread">Lines nobody has looked at.</param>
/// <param name="Headline">What is wrong, in a few words, worst kind first.</param>
public sealed record CheckSummary(int On, int WithinSlack, int Off, int Floating, int Unread, string Headline)
{
    // More than this does not fit one row; the rest is counted.
    private const int Told = 4;

    /// <summary>Of a check that nobody has summed up yet.</summary>
    public static CheckSummary None { get; } = new(0, 0, 0, 0, 0, "");

    /// <summary>Sums up the verdicts.</summary>
    public static CheckSummary Of(ImmutableArray<Verdict> verdicts)
    {
        int Count(VerdictKind kind) => verdicts.Count(v => v.Kind == kind && (kind is not (VerdictKind.Off or VerdictKind.Floating) || v.ToPutRight));
        Verdict[] wrong =
        [
            .. verdicts.Where(v => v.ToPutRight).OrderBy(v => v.Kind == VerdictKind.Floating ? 0 : 1),
            .. verdicts.Where(v => v.Kind == VerdictKind.NotFitted),
        ];
        string headline = string.Join(" · ", wrong.Take(Told).Select(Short));
        return new CheckSummary(
            Count(VerdictKind.On),
            Count(VerdictKind.WithinSlack),
            Count(VerdictKind.Off),
            Count(VerdictKind.Floating),
            Count(VerdictKind.Unread),
            wrong.Length > Told ? $"{headline} · {wrong.Length - Told} more" : headline);
    }

    private static string Short(Verdict verdict)
    {
        string name = SettingName.Of(verdict.Line.Setting).Name;
        return verdict.Kind == VerdictKind.Floating ? $"{name} floats"
            : verdict.Kind == VerdictKind.NotFitted ? $"{name} not fitted"
            : verdict.OffLabel.Length > 0 ? $"{name} {verdict.OffLabel}"
            : verdict.Reading is Reading.Of of ? $"{name} {of.Value.Label}"
            : name;
    }
}
