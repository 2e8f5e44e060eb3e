using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Media;

/// <summary>A folder that was read: the card, or a copy of it.</summary>
/// <param name="Volume">The disk it lies on, as a person calls it.</param>
/// <param name="Files">Its files.</param>
public sealed record ReadFolder(string Volume, ImmutableArray<ListedFile> Files);

/// <summary>How a clip of the card is on one copy.</summary>
public enum CopyState
{
    /// <summary>Same size, same sum.</summary>
    Same,

    /// <summary>It is not there.</summary>
    Missing,

    /// <summary>A file of that name is there, with another size or sum.</summary>
    Different,

    /// <summary>It is there and could not be read.</summary>
    Unreadable,
}

/// <summary>A clip of the card with what each copy has of it.</summary>
/// <param name="Path">Its path on the card.</param>
/// <param name="Bytes">Its size on the card; null where the list does not say.</param>
/// <param name="Copies">How it is on each copy, in their order.</param>
/// <param name="IsSafe">Whether two verified copies lie on different volumes.</param>
public sealed record ClipProof(string Path, long? Bytes, ImmutableArray<CopyState> Copies, bool IsSafe)
{
    /// <inheritdoc/>
    public bool Equals(ClipProof? other) =>
        other is not null && (Path, Bytes, IsSafe) == (other.Path, other.Bytes, other.IsSafe) && Copies.SequenceEqual(other.Copies);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Path, Bytes, IsSafe, Copies.Length);
}

/// <summary>What comparing a card with its copies found.</summary>
/// <param name="Clips">The clips, those that are not safe first.</param>
/// <param name="Extra">Files of each copy that the card does not have.</param>
/// <param name="IsClear">Whether every clip is safe.</param>
public sealed record CopyProof(ImmutableArray<ClipProof> Clips, ImmutableArray<ImmutableArray<string>> Extra, bool IsClear)
{
    // Cameras number the clips of every card alike: so many of one name without one sum in common are those of another card.
    private const int NamesakesOfAnother = 3;

    /// <summary>Compares a card with its copies. A copy that renamed a clip is found by its sum.</summary>
    /// <param name="card">The card, every sum of it read.</param>
    /// <param name="copies">Its copies, one or more.</param>
    /// <exception cref="QuantityException">The card is empty or could not be read, or a copy is of another card.</exception>
    public static CopyProof Of(ReadFolder card, IReadOnlyList<ReadFolder> copies)
    {
        if (card.Files.IsEmpty)
        {
            throw new QuantityException(
                QuantityFault.NoChoice,
                "There is no file on this card. Where nothing was recorded, say so instead."
            );
        }

        if (copies.Count == 0)
        {
            throw new QuantityException(QuantityFault.NoChoice, "There is no copy to compare with. Choose the folder of each copy.");
        }

        foreach (ReadFolder copy in copies)
        {
            if (!IsOf(card, copy))
            {
                throw new QuantityException(
                    QuantityFault.NoChoice,
                    Namesakes(card, copy) is > 0 and { } alike
                        ? $"What was read of {copy.Volume} is of another card: {alike} of its files have names of this card, and none the same content. Choose the copy of this card."
                        : $"What was read of {copy.Volume} is of another card: none of its {copy.Files.Length} files is on this one. Choose the copy of this card."
                );
            }
        }

        ILookup<string, ListedFile>[] bySum = [.. copies.Select(c => c.Files.Where(f => f.Sha256 is not null).ToLookup(f => f.Sha256!))];
        Dictionary<string, ListedFile>[] byPath = [.. copies.Select(c => c.Files.ToDictionary(f => f.Path, StringComparer.Ordinal))];
        ClipProof[] clips =
        [
            .. card.Files.Select(file =>
            {
                ImmutableArray<CopyState> states = [.. copies.Select((_, i) => State(file, byPath[i], bySum[i]))];
                return new ClipProof(file.Path, file.Bytes, states, IsSafe(file, states, copies));
            }),
        ];
        HashSet<string> onCard = [.. card.Files.Select(f => f.Path)];
        HashSet<string> sums = [.. card.Files.Select(f => f.Sha256).OfType<string>()];
        return new CopyProof(
            [.. clips.OrderBy(c => c.IsSafe).ThenBy(c => c.Path, StringComparer.Ordinal)],
            [
                .. copies.Select(c =>
                    c.Files.Where(f => !onCard.Contains(f.Path) && (f.Sha256 is null || !sums.Contains(f.Sha256)))
                        .Select(f => f.Path)
                        .ToImmutableArray()
                ),
            ],
            clips.All(c => c.IsSafe)
        );
    }

    // The rule of clearance decides; a size that a list does not give is that of the same sum.
    private static bool IsSafe(ListedFile file, ImmutableArray<CopyState> states, IReadOnlyList<ReadFolder> copies) =>
        file.Sha256 is { } sum
        && Clearance.IsSafe(
            new Clip(
                file.Bytes ?? 0,
                sum,
                [
                    .. states.Select(
                        (s, i) => new ClipCopy(copies[i].Volume.Trim().ToUpperInvariant(), file.Bytes ?? 0, sum, s == CopyState.Same)
                    ),
                ]
            )
        );

    private static CopyState State(ListedFile file, Dictionary<string, ListedFile> byPath, ILookup<string, ListedFile> bySum)
    {
        if (file.Sha256 is not { } sum)
        {
            return CopyState.Unreadable;
        }

        if (bySum[sum].Any(f => f.Bytes is null || file.Bytes is null || f.Bytes == file.Bytes))
        {
            return CopyState.Same;
        }

        return !byPath.TryGetValue(file.Path, out ListedFile? there) ? CopyState.Missing
            : there.Sha256 is null ? CopyState.Unreadable
            : CopyState.Different;
    }

    private static bool IsOf(ReadFolder card, ReadFolder copy) =>
        copy.Files.IsEmpty
        || SharedSums(card, copy) > 0
        || (Namesakes(card, copy) is > 0 and < NamesakesOfAnother || copy.Files.All(f => f.Sha256 is null));

    private static int SharedSums(ReadFolder card, ReadFolder copy)
    {
        HashSet<string> sums = [.. card.Files.Select(f => f.Sha256).OfType<string>()];
        return copy.Files.Count(f => f.Sha256 is { } sum && sums.Contains(sum));
    }

    private static int Namesakes(ReadFolder card, ReadFolder copy)
    {
        HashSet<string> paths = [.. card.Files.Select(f => f.Path)];
        return copy.Files.Count(f => paths.Contains(f.Path));
    }
}
