namespace GoldNotch.Core.Settings;

/// <summary>Kinds of microphone that a standard may name for an input: a camera only knows that it is one, and phantom power depends on which.</summary>
internal static class Microphones
{
    /// <summary>What cameras call the position of either.</summary>
    internal const string Position = "microphone";

    /// <summary>Needs phantom power.</summary>
    internal const string Condenser = "condenser microphone";

    /// <summary>Needs none, and none does it good.</summary>
    internal const string Dynamic = "dynamic microphone";

    /// <summary>The camera's position for a word of a standard.</summary>
    internal static string PositionOf(string word) => word is Condenser or Dynamic ? Position : word;
}
