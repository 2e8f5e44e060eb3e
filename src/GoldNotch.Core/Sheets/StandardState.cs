using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>The states of a version of a standard.</summary>
public enum StandardState
{
    /// <summary>Being written.</summary>
    Draft,

    /// <summary>In force; it never changes.</summary>
    Approved,

    /// <summary>No longer in force; it never changes.</summary>
    Retired,
}

/// <summary>The words of standard states in files and in the database.</summary>
public static class StandardStates
{
    /// <summary>All words.</summary>
    public static ImmutableArray<string> Words { get; } = [.. Enum.GetValues<StandardState>().Select(Word)];

    /// <summary>The word of a state.</summary>
    public static string Word(this StandardState state) => state.ToString().ToLowerInvariant();

    /// <summary>Reads a state by its word.</summary>
    /// <exception cref="QuantityException">No state has it.</exception>
    public static StandardState Parse(string? word) =>
        Words.IndexOf(word ?? "") is var at and >= 0
            ? (StandardState)at
            : throw new QuantityException(QuantityFault.BadLabel, $"The state is one of {string.Join(", ", Words)}.");
}
