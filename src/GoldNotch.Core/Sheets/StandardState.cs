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
    /// <summary>The word of a state.</summary>
    public static string Word(this StandardState state) => state.ToString().ToLowerInvariant();

    /// <summary>Reads a state by its word.</summary>
    /// <exception cref="QuantityException">No state has it.</exception>
    public static StandardState Parse(string? word)
    {
        foreach (StandardState state in Enum.GetValues<StandardState>())
        {
            if (state.Word() == word)
            {
                return state;
            }
        }

        throw new QuantityException(QuantityFault.BadLabel, $"The state is one of {string.Join(", ", Enum.GetValues<StandardState>().Select(Word))}.");
    }
}
