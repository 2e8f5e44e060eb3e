using GoldNotch.Exchange;

namespace GoldNotch.Web.Hosting;

/// <summary>What a password has to be.</summary>
internal static class Passwords
{
    /// <summary>Characters a password has at least.</summary>
    internal const int Shortest = 8;

    private const int Longest = 200;

    /// <summary>Refuses one that is too short or too long.</summary>
    internal static void Check(string password, string at)
    {
        if (password.Length is < Shortest or > Longest)
        {
            throw new RefusedException(ProblemCode.BadValue, at, $"A password has {Shortest} to {Longest} characters.");
        }
    }
}
