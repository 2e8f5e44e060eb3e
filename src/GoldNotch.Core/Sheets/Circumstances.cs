using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>How and where a camera is used. Conditions come in pairs: exactly one of a pair holds.</summary>
public enum Condition
{
    /// <summary>On a tripod.</summary>
    Tripod,

    /// <summary>Handheld.</summary>
    Hand,

    /// <summary>Indoors.</summary>
    Indoors,

    /// <summary>Outdoors.</summary>
    Outdoors,

    /// <summary>Somebody operates it.</summary>
    Attended,

    /// <summary>Nobody operates it.</summary>
    Unattended,

    /// <summary>An ordinary lens.</summary>
    Spherical,

    /// <summary>An anamorphic lens.</summary>
    Anamorphic,

    /// <summary>Compressed recording.</summary>
    Compressed,

    /// <summary>Raw recording.</summary>
    Raw,

    /// <summary>The picture stands alone.</summary>
    Alone,

    /// <summary>The picture is cut with other cameras.</summary>
    CutWithOthers,
}

/// <summary>Two conditions of which exactly one holds.</summary>
/// <param name="Usual">The one that holds unless the other is stated.</param>
/// <param name="Other">The other one.</param>
public sealed record ConditionPair(Condition Usual, Condition Other)
{
    /// <summary>The pairs; every condition is in exactly one.</summary>
    public static ImmutableArray<ConditionPair> All { get; } =
    [
        new(Condition.Tripod, Condition.Hand),
        new(Condition.Indoors, Condition.Outdoors),
        new(Condition.Attended, Condition.Unattended),
        new(Condition.Spherical, Condition.Anamorphic),
        new(Condition.Compressed, Condition.Raw),
        new(Condition.Alone, Condition.CutWithOthers),
    ];

    /// <summary>The pair of a condition.</summary>
    public static ConditionPair Of(Condition condition) => All.First(p => p.Usual == condition || p.Other == condition);
}

/// <summary>One condition of each pair.</summary>
public sealed record Circumstances
{
    private readonly ImmutableSortedSet<Condition> _others;

    private Circumstances(ImmutableSortedSet<Condition> others) => _others = others;

    /// <summary>The usual condition of each pair.</summary>
    public static Circumstances Usual { get; } = new([]);

    /// <summary>The conditions that hold, one of each pair.</summary>
    public ImmutableArray<Condition> All => [.. ConditionPair.All.Select(p => Has(p.Other) ? p.Other : p.Usual)];

    /// <summary>Whether a condition holds.</summary>
    public bool Has(Condition condition)
    {
        var pair = ConditionPair.Of(condition);
        return _others.Contains(pair.Other) == (condition == pair.Other);
    }

    /// <summary>With one condition instead of its opposite.</summary>
    public Circumstances With(Condition condition)
    {
        var pair = ConditionPair.Of(condition);
        return new Circumstances(condition == pair.Other ? _others.Add(pair.Other) : _others.Remove(pair.Other));
    }

    /// <summary>The usual circumstances with these conditions instead.</summary>
    /// <exception cref="QuantityException">Two of them are a pair.</exception>
    public static Circumstances Of(IEnumerable<Condition> conditions)
    {
        Circumstances all = Usual;
        HashSet<Condition> seen = [];
        foreach (Condition condition in conditions)
        {
            if (seen.Contains(condition.Opposite()))
            {
                throw new QuantityException(
                    QuantityFault.BadLabel,
                    $"{ConditionWords.Of(condition)} and {ConditionWords.Of(condition.Opposite())} exclude each other. Keep one."
                );
            }

            seen.Add(condition);
            all = all.With(condition);
        }

        return all;
    }

    /// <inheritdoc/>
    public bool Equals(Circumstances? other) => other is not null && _others.SetEquals(other._others);

    /// <inheritdoc/>
    public override int GetHashCode() => _others.Aggregate(17, HashCode.Combine);
}

/// <summary>The words of conditions in files and on pages.</summary>
public static class ConditionWords
{
    private static readonly ImmutableSortedDictionary<Condition, string> Words = new Dictionary<Condition, string>
    {
        [Condition.Tripod] = "on a tripod",
        [Condition.Hand] = "by hand",
        [Condition.Indoors] = "indoors",
        [Condition.Outdoors] = "outdoors",
        [Condition.Attended] = "attended",
        [Condition.Unattended] = "unattended",
        [Condition.Spherical] = "ordinary lens",
        [Condition.Anamorphic] = "anamorphic lens",
        [Condition.Compressed] = "compressed",
        [Condition.Raw] = "raw",
        [Condition.Alone] = "alone",
        [Condition.CutWithOthers] = "cut with others",
    }.ToImmutableSortedDictionary();

    /// <summary>The other condition of the pair.</summary>
    public static Condition Opposite(this Condition condition)
    {
        var pair = ConditionPair.Of(condition);
        return condition == pair.Usual ? pair.Other : pair.Usual;
    }

    /// <summary>The word of a condition.</summary>
    public static string Of(Condition condition) => Words[condition];

    /// <summary>Reads a condition by its word.</summary>
    /// <exception cref="QuantityException">No condition has it.</exception>
    public static Condition Parse(string? text)
    {
        string? tidy = Notation.Tidy(text);
        return Words.FirstOrDefault(w => w.Value == tidy) is { Value: not null } found
            ? found.Key
            : throw Guard.Unreadable(text ?? "", "a condition", string.Join(", ", Words.Values));
    }
}
