using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Checks;

/// <summary>A check in one row.</summary>
/// <param name="OnTarget">Lines on target.</param>
/// <param name="WithinTolerance">Lines within tolerance.</param>
/// <param name="OffTarget">Lines off target that can be corrected.</param>
/// <param name="Automatic">Lines on automatic that should not be.</param>
/// <param name="Unread">Lines nobody has read.</param>
/// <param name="Headline">What is wrong, in short, the worst first.</param>
public sealed record CheckSummary(
    int OnTarget,
    int WithinTolerance,
    int OffTarget,
    int Automatic,
    int Unread,
    ImmutableArray<Judgement> Headline
)
{
    private const string RuleId = "HEADLINE";

    // More than this does not fit one row; the rest is counted.
    private const int Most = 4;

    private static readonly Template OnAutomatic = new(RuleId, "automatic", "{setting} on automatic");
    private static readonly Template NotFitted = new(RuleId, "not-fitted", "{setting} not fitted");
    private static readonly Template OffBy = new(RuleId, "off-by", "{setting} {off}");
    private static readonly Template IrisOffBy = new(RuleId, "iris-off-by", "{setting} {off:size} too {off?open|far closed}");
    private static readonly Template IsSetTo = new(RuleId, "set-to", "{setting} {seen}");
    private static readonly Template Named = new(RuleId, "named", "{setting}");
    private static readonly Template More = new(RuleId, "more", "{more} more");

    /// <summary>Nothing read yet.</summary>
    public static CheckSummary None { get; } = new(0, 0, 0, 0, 0, []);

    /// <summary>Counts verdicts.</summary>
    public static CheckSummary Of(ImmutableArray<Verdict> verdicts)
    {
        int Count(VerdictKind kind) =>
            verdicts.Count(v => v.Kind == kind && (kind is not (VerdictKind.OffTarget or VerdictKind.Automatic) || v.NeedsCorrection));
        Verdict[] wrong =
        [
            .. verdicts.Where(v => v.NeedsCorrection).OrderBy(v => v.Kind == VerdictKind.Automatic ? 0 : 1),
            .. verdicts.Where(v => v.Kind == VerdictKind.NotFitted),
        ];
        IEnumerable<Judgement> headline = wrong.Take(Most).Select(Short);
        return new CheckSummary(
            Count(VerdictKind.OnTarget),
            Count(VerdictKind.WithinTolerance),
            Count(VerdictKind.OffTarget),
            Count(VerdictKind.Automatic),
            Count(VerdictKind.Unread),
            wrong.Length > Most ? [.. headline, More.Of(("more", FigureValue.Count(wrong.Length - Most)))] : [.. headline]
        );
    }

    /// <inheritdoc/>
    public bool Equals(CheckSummary? other) =>
        other is not null
        && (OnTarget, WithinTolerance, OffTarget, Automatic, Unread)
            == (other.OnTarget, other.WithinTolerance, other.OffTarget, other.Automatic, other.Unread)
        && Headline.SequenceEqual(other.Headline);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(OnTarget, WithinTolerance, OffTarget, Automatic, Unread, Headline.Length);

    private static Judgement Short(Verdict verdict)
    {
        Setting setting = verdict.Line.Setting;
        (string, FigureValue) name = ("setting", setting);
        return verdict.Kind == VerdictKind.Automatic ? OnAutomatic.Of(setting, name)
            : verdict.Kind == VerdictKind.NotFitted ? NotFitted.Of(setting, name)
            : verdict.Off.Amount != 0 ? (setting == Setting.Iris ? IrisOffBy : OffBy).Of(setting, name, ("off", verdict.Off))
            : verdict.Reading is Reading.Of of ? IsSetTo.Of(setting, name, ("seen", of.Value))
            : Named.Of(setting, name);
    }
}
