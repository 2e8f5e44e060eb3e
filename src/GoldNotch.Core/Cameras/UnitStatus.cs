using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>Where a unit is.</summary>
public enum UnitStatus
{
    /// <summary>In the department.</summary>
    In,

    /// <summary>Lent.</summary>
    Out,

    /// <summary>In repair.</summary>
    Repair,

    /// <summary>No longer lent.</summary>
    Retired,
}

/// <summary>The words of unit statuses in files and in the database.</summary>
public static class UnitStatuses
{
    /// <summary>All words.</summary>
    public static ImmutableArray<string> Words { get; } = [.. Enum.GetValues<UnitStatus>().Select(Word)];

    /// <summary>The word of a status.</summary>
    public static string Word(this UnitStatus status) => status.ToString().ToLowerInvariant();

    /// <summary>Reads a status by its word.</summary>
    /// <exception cref="QuantityException">No status has it.</exception>
    public static UnitStatus Parse(string? word) =>
        Words.IndexOf(word ?? "") is var at and >= 0
            ? (UnitStatus)at
            : throw new QuantityException(QuantityFault.BadLabel, $"The status is one of {string.Join(", ", Words)}.");
}
