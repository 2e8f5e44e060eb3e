using System.Collections.Immutable;

namespace GoldNotch.Core.Sheets;

/// <summary>What kind of microphone it is: phantom power depends on it.</summary>
public enum MicrophoneKind
{
    /// <summary>Needs phantom power.</summary>
    Condenser,

    /// <summary>Needs none.</summary>
    Dynamic,

    /// <summary>Is powered by the small jack it plugs into.</summary>
    PlugIn,

    /// <summary>A desk or another device at line level.</summary>
    Line,
}

/// <summary>A microphone of a shoot.</summary>
/// <param name="Name">As spoken: boom, host, guest.</param>
/// <param name="Kind">What it is.</param>
/// <param name="IsWireless">Whether it comes over a wireless receiver.</param>
/// <param name="IsSpare">Whether it is there for the case that the first fails.</param>
/// <param name="IsLoud">Whether what it hears is loud: singing, drums, an audience.</param>
public sealed record PlannedMicrophone(
    string Name,
    MicrophoneKind Kind,
    bool IsWireless = false,
    bool IsSpare = false,
    bool IsLoud = false
);

/// <summary>What there is to record sound with.</summary>
/// <param name="Microphones">The microphones, in the order of their weight.</param>
/// <param name="HasHeadphones">Whether there are headphones on the list.</param>
/// <param name="IsRecorderApart">Whether a recorder of its own takes the sound.</param>
public sealed record SoundSetup(ImmutableArray<PlannedMicrophone> Microphones, bool HasHeadphones = true, bool IsRecorderApart = false)
{
    /// <inheritdoc/>
    public bool Equals(SoundSetup? other) =>
        other is not null
        && (HasHeadphones, IsRecorderApart) == (other.HasHeadphones, other.IsRecorderApart)
        && Microphones.SequenceEqual(other.Microphones);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(HasHeadphones, IsRecorderApart, Microphones.Length);
}
