using System.Collections.Immutable;

namespace GoldNotch.Exchange;

/// <summary>Reads plain fields; each refusal names the field and what would be right.</summary>
internal static class Fields
{
    internal static T OneOf<T>(string text, string at)
        where T : struct, Enum
    {
        foreach (T value in Enum.GetValues<T>())
        {
            if (Word(value) == text)
            {
                return value;
            }
        }

        throw new RefusedException(
            ProblemCode.BadValue,
            at,
            $"“{(text.Length > 40 ? text[..40] : text)}” is none of {string.Join(", ", Enum.GetValues<T>().Select(Word))}."
        );
    }

    internal static string Word<T>(T value)
        where T : struct, Enum =>
        string.Concat(
            value
                .ToString()
                .Select((c, i) => i > 0 && char.IsUpper(c) ? "-" + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString())
        );

    internal static string Key(string key, string at) =>
        key.Length is > 0 and <= 60 && key.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-') && key[0] != '-'
            ? key
            : throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "A key is made of small letters, digits and hyphens, at most 60, like lecture-room."
            );

    internal static string Text(string text, int most, string at, bool mayBeEmpty = false) =>
        text.Length <= most && (mayBeEmpty || text.Trim().Length > 0) && !text.Contains('\0', StringComparison.Ordinal)
            ? text
            : throw new RefusedException(ProblemCode.BadValue, at, $"This needs {(mayBeEmpty ? "at most" : "1 to")} {most} characters.");

    internal static int Count(int value, string at) =>
        value >= 1 ? value : throw new RefusedException(ProblemCode.BadValue, at, "A version is 1 or more.");

    internal static ImmutableArray<TOut> Each<TIn, TOut>(IReadOnlyList<TIn> list, string at, Func<TIn, string, TOut> read) =>
        list.Count > 500
            ? throw new RefusedException(ProblemCode.BadValue, at, "This list has more than 500 entries.")
            :
            [
                .. list.Select(
                    (item, i) =>
                        item is null
                            ? throw new RefusedException(ProblemCode.BadValue, $"{at}/{i}", "Nothing is given here; leave it out.")
                            : read(item, $"{at}/{i}")
                ),
            ];

    internal static double InRange(double value, double least, double most, string at, string what) =>
        double.IsFinite(value) && value >= least && value <= most
            ? value
            : throw new RefusedException(
                ProblemCode.BadValue,
                at,
                FormattableString.Invariant($"The {what} lies between {least} and {most}.")
            );

    /// <summary>Refuses a list in which something comes twice.</summary>
    internal static void Distinct<T>(IEnumerable<T> keys, string at, string what)
    {
        HashSet<T> seen = [];
        int i = 0;
        foreach (T key in keys)
        {
            if (!seen.Add(key))
            {
                throw new RefusedException(ProblemCode.Duplicate, $"{at}/{i}", $"The {what} {key} comes twice; keep one.");
            }

            i++;
        }
    }
}
