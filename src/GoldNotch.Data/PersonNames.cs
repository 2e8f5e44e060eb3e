using System.Globalization;
using System.Text;
using GoldNotch.Exchange;

namespace GoldNotch.Data;

/// <summary>Names of people as they stand under signatures: written one way, and none that looks like another's.</summary>
public static class PersonNames
{
    private const int Longest = 80;

    /// <summary>Reads a name: spaces single, letters in one form.</summary>
    /// <param name="name">As typed.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <exception cref="RefusedException">It is empty, too long, has signs that nobody sees, or a word of letters from two alphabets.</exception>
    public static string Read(string name, string at)
    {
        string read = string.Join(
            ' ',
            name.Normalize(NormalizationForm.FormKC).Split([' ', '\t', '\u00a0'], StringSplitOptions.RemoveEmptyEntries)
        );
        if (read.Length is 0 or > Longest)
        {
            throw new RefusedException(ProblemCode.BadValue, at, $"The name has 1 to {Longest} characters. Nothing was changed.");
        }

        if (read.Any(c => char.GetUnicodeCategory(c) is UnicodeCategory.Format or UnicodeCategory.Control or UnicodeCategory.PrivateUse))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "The name has a sign in it that nobody sees. Type it again. Nothing was changed."
            );
        }

        // A word of two alphabets looks like a word of one and is another: a signature must not be taken for somebody else's.
        return read.Split(' ').All(word => word.Where(char.IsLetter).Select(AlphabetOf).Distinct().Count() <= 1)
            ? read
            : throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "A word of the name has letters of two alphabets that look alike. Type it in one. Nothing was changed."
            );
    }

    private static string AlphabetOf(char letter) =>
        (int)letter switch
        {
            < 0x0250 or (>= 0x1E00 and < 0x1F00) => "Latin",
            >= 0x0370 and < 0x0400 => "Greek",
            >= 0x0400 and < 0x0530 => "Cyrillic",
            _ => "other",
        };
}
