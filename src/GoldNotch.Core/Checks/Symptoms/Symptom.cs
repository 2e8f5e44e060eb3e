using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Checks.Symptoms;

/// <summary>A harmless cause of a symptom.</summary>
/// <param name="Key">Its key within the symptom.</param>
/// <param name="Look">What to look at, as a question that is answered with yes where this is the cause.</param>
/// <param name="Remedy">What to do where it is.</param>
public sealed record HarmlessCause(string Key, string Look, string Remedy)
{
    /// <summary>The settings that a check reads for it, of which any may be the cause; empty where nothing on a sheet tells.</summary>
    public ImmutableArray<Setting> Settings { get; init; } = [];

    /// <summary>Whether a reading of one of them is the cause; null where the reading does not tell.</summary>
    internal Func<Verdict, bool?> StandsSo { get; init; } = _ => null;

    /// <summary>The models on which it can be.</summary>
    internal Func<CameraModel, bool> On { get; init; } = _ => true;
}

/// <summary>What a person says of a camera that seems broken, and the harmless causes that come before a fault.</summary>
/// <param name="Key">Key in addresses.</param>
/// <param name="Text">As it is said at the counter.</param>
/// <param name="Causes">The causes in the order in which they are looked at: the quickest and the most frequent first.</param>
public sealed record Symptom(string Key, string Text, ImmutableArray<HarmlessCause> Causes)
{
    /// <summary>The part of the camera it is about: <c>Picture</c>, <c>Controls</c>, <c>Card</c> or <c>Audio</c>.</summary>
    public string About { get; init; } = "";

    /// <summary>What must not be done meanwhile; empty where nothing can go wrong.</summary>
    public string Caution { get; init; } = "";

    /// <summary>What is allowed only once nothing is left to look at; empty where that is a fault.</summary>
    internal Func<CameraModel, string> OnlyThen { get; init; } = _ => "";
}

/// <summary>What a reading says of a cause.</summary>
internal static class StandsSo
{
    /// <summary>An act that was not done.</summary>
    internal static bool? NotDone(Verdict verdict) => Value(verdict) is SettingValue.Task act ? !act.Yes : null;

    /// <summary>The camera decides.</summary>
    internal static bool? Automatic(Verdict verdict) =>
        verdict.Reading is Reading.Automatic ? true
        : Value(verdict) is { } value ? value.FollowsTheScene || value is SettingValue.Switch { On: true }
        : null;

    /// <summary>Off its notch to the dark side, further than the tolerance. What floats cannot be told.</summary>
    internal static bool? Darker(Verdict verdict) =>
        verdict.Kind switch
        {
            VerdictKind.OffTarget => verdict.Off.Amount < 0,
            VerdictKind.OnTarget or VerdictKind.WithinTolerance when verdict.Reading is Reading.Of => false,
            _ => null,
        };

    /// <summary>Not as required.</summary>
    internal static bool? NotAsTheSheet(Verdict verdict) => verdict.Reading is Reading.Unread ? null : verdict.NeedsCorrection;

    /// <summary>White on a number, so that no card can be taken.</summary>
    internal static bool? OnANumber(Verdict verdict) =>
        Value(verdict) switch
        {
            SettingValue.WhiteNumber => true,
            SettingValue.WhiteMemory => false,
            _ => verdict.Reading is Reading.Automatic ? true : null,
        };

    /// <summary>Nothing left of a number.</summary>
    internal static bool? UsedUp(Verdict verdict) => Value(verdict) is SettingValue.Amount left ? left.Value < 1 : null;

    /// <summary>One of these positions, wanted or not: it explains the symptom all the same.</summary>
    internal static Func<Verdict, bool?> At(params string[] words) =>
        verdict => Value(verdict) is SettingValue.Choice choice ? words.Contains(choice.Word) : null;

    /// <summary>One of these positions where the sheet wants another. As the sheet wants it, the reading does not tell: two inputs may need different things.</summary>
    internal static Func<Verdict, bool?> Unwanted(params string[] words) =>
        verdict =>
            Value(verdict) switch
            {
                SettingValue.Choice choice when words.Contains(choice.Word) => verdict.NeedsCorrection ? true : null,
                SettingValue.Choice => false,
                _ => null,
            };

    private static SettingValue? Value(Verdict verdict) => (verdict.Reading as Reading.Of)?.Value;
}
