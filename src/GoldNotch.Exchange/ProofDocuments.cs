using System.Collections.Immutable;
using GoldNotch.Core.Media;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>A file of a folder: its path within it, its size, its SHA-256; without a sum where it could not be read, or changed meanwhile.</summary>
public sealed record ProofFileDocument(string Path, long? Bytes = null, string? Sha256 = null);

/// <summary>A folder that was read: the disk it lies on as a person calls it, and its files, or a checksum list as text.</summary>
public sealed record ProofFolderDocument(string Volume, IReadOnlyList<ProofFileDocument>? Files = null, string? List = null);

/// <summary>A clip of the card: how it is on each copy (<c>same</c>, <c>missing</c>, <c>different</c>, <c>unreadable</c>), and whether it is safe.</summary>
public sealed record ProofClipDocument(string Path, long? Bytes, IReadOnlyList<string> Copies, bool IsSafe);

/// <summary>What comparing a card with its copies found.</summary>
/// <param name="Card">The card, as its loan names it.</param>
/// <param name="Volumes">The disks of the copies, in their order.</param>
/// <param name="Clips">The clips, those that are not safe first.</param>
/// <param name="Extra">Files of each copy that the card does not have.</param>
/// <param name="IsClear">Whether every clip has two verified copies on different volumes.</param>
public sealed record ProofDocument(
    string Card,
    IReadOnlyList<string> Volumes,
    IReadOnlyList<ProofClipDocument> Clips,
    IReadOnlyList<IReadOnlyList<string>> Extra,
    bool IsClear
);

/// <summary>Reads what was compared, and writes what was found.</summary>
public static class ProofReader
{
    private const int MostCopies = 6;
    private const int MostExtra = 200;

    /// <summary>Compares a card with its copies.</summary>
    /// <param name="card">Name of the card.</param>
    /// <param name="read">The card as it was read.</param>
    /// <param name="copies">Its copies.</param>
    /// <exception cref="RefusedException">A file or a list cannot be read, or a copy is of another card.</exception>
    public static ProofDocument Compare(string card, ProofFolderDocument read, IReadOnlyList<ProofFolderDocument> copies)
    {
        if (copies.Count > MostCopies)
        {
            throw new RefusedException(ProblemCode.TooMany, $"/copies/{MostCopies}", $"At most {MostCopies} copies are compared at once.");
        }

        ReadFolder onCard = Folder(read, "/read");
        ReadFolder[] others = [.. copies.Select((c, i) => Folder(c, $"/copies/{i}"))];
        CopyProof proof = RefusedException.At("/copies", () => CopyProof.Of(onCard, others));
        return new ProofDocument(
            card,
            [.. others.Select(o => o.Volume)],
            [.. proof.Clips.Select(c => new ProofClipDocument(c.Path, c.Bytes, [.. c.Copies.Select(Word)], c.IsSafe))],
            [.. proof.Extra.Select(e => (IReadOnlyList<string>)[.. e.Take(MostExtra)])],
            proof.IsClear
        );
    }

    private static ReadFolder Folder(ProofFolderDocument folder, string at)
    {
        string volume = ShootReader.Line(folder.Volume.Trim(), 80, $"{at}/volume");
        if (folder.List is { } text)
        {
            return new ReadFolder(volume, RefusedException.At($"{at}/list", () => ChecksumList.Parse(text)));
        }

        IReadOnlyList<ProofFileDocument> files = folder.Files ?? [];
        if (files.Count > ChecksumList.MostFiles)
        {
            throw new RefusedException(
                ProblemCode.TooMany,
                $"{at}/files/{ChecksumList.MostFiles}",
                $"A folder has at most {ChecksumList.MostFiles} files. Choose the folder of one card."
            );
        }

        Distinct(files.Select(f => f.Path), $"{at}/files", "file");
        return new ReadFolder(
            volume,
            [.. files.Select((f, i) => RefusedException.At($"{at}/files/{i}", () => ChecksumList.File(f.Path, f.Bytes, f.Sha256)))]
        );
    }
}
