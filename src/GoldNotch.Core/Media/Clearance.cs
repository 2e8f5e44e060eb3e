using System.Collections.Immutable;

namespace GoldNotch.Core.Media;

/// <summary>A copy of a clip somewhere else.</summary>
/// <param name="Volume">The disk it lies on.</param>
/// <param name="Bytes">Its size.</param>
/// <param name="Sha256">Its SHA-256, in hexadecimal.</param>
/// <param name="Verified">Whether the sum was read back from that disk.</param>
public sealed record ClipCopy(string Volume, long Bytes, string Sha256, bool Verified);

/// <summary>A clip on a card with its copies.</summary>
/// <param name="Bytes">Size on the card.</param>
/// <param name="Sha256">SHA-256 of the clip on the card.</param>
/// <param name="Copies">Copies known.</param>
public sealed record Clip(long Bytes, string Sha256, ImmutableArray<ClipCopy> Copies);

/// <summary>Whether a card may be marked clear to format.</summary>
public static class Clearance
{
    /// <summary>Copies every clip needs, on different volumes (bench rule).</summary>
    public const int CopiesNeeded = 2;

    /// <summary>A clip is safe with two verified copies of the same size and sum on different volumes.</summary>
    public static bool IsSafe(Clip clip) =>
        clip
            .Copies.Where(c => c.Verified && c.Bytes == clip.Bytes && c.Sha256.Equals(clip.Sha256, StringComparison.OrdinalIgnoreCase))
            .Select(c => c.Volume)
            .Distinct(StringComparer.Ordinal)
            .Skip(CopiesNeeded - 1)
            .Any();

    /// <summary>A card is clear when its clip list was read and every clip on it is safe.</summary>
    /// <param name="clips">The clips that the card's list names; a list nobody read is no list: pass null.</param>
    public static bool IsClear(IReadOnlyList<Clip>? clips) => clips is not null && clips.All(IsSafe);
}
