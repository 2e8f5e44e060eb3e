using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>What a notch can depend on. Each pair is one question about the shoot.</summary>
public enum Condition
{
    /// <summary>On a tripod.</summary>
    Tripod,

    /// <summary>By hand.</summary>
    Hand,

    /// <summary>Indoors.</summary>
    Indoors,

    /// <summary>Out of doors.</summary>
    Outdoors,

    /// <summary>Somebody stands at the camera.</summary>
    Attended,

    /// <summary>Nobody stands at the camera.</summary>
    Unattended,

    /// <summary>An ordinary lens.</summary>
    Spherical,

    /// <summary>An anamorphic lens.</summary>
    Anamorphic,

    /// <summary>Compressed picture.</summary>
    Compressed,

    /// <summary>Raw picture.</summary>
    Raw,

    /// <summary>The camera is used alone.</summary>
    Alone,

    /// <summary>Its picture is cut with those of others.</summary>
    CutWithOthers,
}

/// <summary>The circumstances of a shoot: one answer to each of the six questions.</summary>
public sealed record Circumstances
{
    // Two conditions to a question, the usual one first.
    private const int Answers = 2;
    private readonly int _second;

    private Circumstances(int second) => _second = second;

    /// <summary>On a tripod, indoors, attended, ordinary lens, compressed, alone.</summary>
    public static Circumstances Usual { get; } = new(0);

    /// <summary>The answers in the order of the questions.</summary>
    public ImmutableArray<Condition> All => [.. Enum.GetValues<Condition>().Where(Has)];

    /// <summary>Whether a condition holds.</summary>
    public bool Has(Condition condition)
    {
        bool second = (_second & (1 << ((int)condition / Answers))) != 0;
        return ((int)condition % Answers == 1) == second;
    }

    /// <summary>These circumstances with one answer changed.</summary>
    public Circumstances With(Condition condition)
    {
        int bit = 1 << ((int)condition / Answers);
        return new Circumstances((int)condition % Answers == 1 ? _second | bit : _second & ~bit);
    }

    /// <summary>Circumstances from their names; a question that is not answered goes the usual way.</summary>
    /// <exception cref="QuantityException">A question is answered both ways.</exception>
    public static Circumstances Of(IEnumerable<Condition> conditions)
    {
        Circumstances all = Usual;
        HashSet<Condition> seen = [];
        foreach (Condition condition in conditions)
        {
            if (seen.Contains((Condition)((int)condition ^ 1)))
            {
                throw new QuantityException(QuantityFault.BadLabel, $"{ConditionWords.Of(condition)} and {ConditionWords.Of((Condition)((int)condition ^ 1))} answer the same question; keep one.");
            }

            seen.Add(condition);
            all = all.With(condition);
        }

        return all;
    }
}

/// <summary>The words for conditions.</summary>
public static class ConditionWords
{
    private static readonly string[] Words =
    [
        "on a tripod", "by hand", "indoors", "outdoors", "attended", "unattended", "ordinary lens", "anamorphic lens", "compressed", "raw", "alone", "cut with others",
    ];

    /// <summary>The word of a condition.</summary>
    public static string Of(Condition condition) => Words[(int)condition];

    /// <summary>The condition of a word.</summary>
    /// <exception cref="QuantityException">No condition has this name.</exception>
    public static Condition Parse(string? text)
    {
        int at = Array.IndexOf(Words, Notation.Tidy(text));
        return at >= 0 ? (Condition)at : throw Guard.Unreadable(text ?? "", "a condition", string.Join(", ", Words));
    }
}
