namespace GoldNotch.Data;

/// <summary>What the list of checks is narrowed to.</summary>
public enum CheckFilter
{
    /// <summary>Every check.</summary>
    Any,

    /// <summary>Begun and not signed.</summary>
    Open,

    /// <summary>Signed.</summary>
    Signed,

    /// <summary>Something was found off target or on automatic.</summary>
    Faults,
}
