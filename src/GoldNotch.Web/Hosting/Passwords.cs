using System.Collections.Frozen;
using System.IO.Compression;
using GoldNotch.Data;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Hosting;

/// <summary>What a password has to be: long enough, none of the common ones, and not the person's own name.</summary>
internal static class Passwords
{
    /// <summary>Characters a password has at least.</summary>
    internal const int Shortest = 8;

    /// <summary>Characters a password has at most.</summary>
    internal const int Longest = 200;

    // Eleven thousand passwords that people choose most, as tried first by whoever guesses (from the lists of zxcvbn 4.4.2, MIT licence).
    private static readonly Lazy<FrozenSet<string>> Common = new(ReadCommon);

    /// <summary>Refuses one that is too short, too long, or easily guessed.</summary>
    /// <param name="password">The password to be.</param>
    /// <param name="person">Whose.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <exception cref="RefusedException">It is one of these.</exception>
    internal static void Check(string password, StoredPerson person, string at)
    {
        if (password.Length is < Shortest or > Longest)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                at,
                $"A password has {Shortest} to {Longest} characters. Nothing was changed."
            );
        }

        string plain = password.Trim().ToLowerInvariant();
        if (IsOwn(plain, person))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "A password with little more in it than the sign-in name or the name is guessed first. Choose another. Nothing was changed."
            );
        }

        if (Common.Value.Contains(plain) || plain.Distinct().Count() < 4)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "This password is among those that are tried first. Three or four words that do not belong together are good. Nothing was changed."
            );
        }
    }

    // The login, or a part of the name, with no more than three characters around it; dots and hyphens hide nothing.
    private static bool IsOwn(string plain, StoredPerson person)
    {
        string letters = Bare(plain);
        return person
            .Name.Split(' ')
            .Append(person.Name)
            .Append(person.Login)
            .Select(Bare)
            .Any(own => own.Length >= 3 && letters.Contains(own, StringComparison.Ordinal) && letters.Length - own.Length <= 3);
    }

    private static string Bare(string text) => string.Concat(text.ToLowerInvariant().Where(char.IsLetterOrDigit));

    private static FrozenSet<string> ReadCommon()
    {
        using Stream list = typeof(Passwords).Assembly.GetManifestResourceStream("common-passwords.txt.gz")
            ?? throw new InvalidOperationException("The list of common passwords is not in the build.");
        using var text = new StreamReader(new GZipStream(list, CompressionMode.Decompress));
        return text.ReadToEnd().Split('\n').ToFrozenSet(StringComparer.Ordinal);
    }
}
