namespace GoldNotch.Imaging;

/// <summary>What a file is. Its content says so, not its name.</summary>
public enum FileKind
{
    /// <summary>A PNG.</summary>
    Png,

    /// <summary>A JPEG.</summary>
    Jpeg,

    /// <summary>A TIFF.</summary>
    Tiff,

    /// <summary>A clip in MP4 or MOV.</summary>
    Mov,

    /// <summary>A clip in Matroska.</summary>
    Matroska,

    /// <summary>A clip in MXF.</summary>
    Mxf,
}

/// <summary>What can be said of a kind of file.</summary>
public static class FileKinds
{
    /// <summary>Bytes from which a kind is known.</summary>
    public const int HeadBytes = 16;

    private const string Accepted = "PNG, JPEG, TIFF, MP4, MOV, MKV or MXF";

    /// <summary>The kind of a file.</summary>
    /// <param name="head">Its first 16 bytes, or all it has.</param>
    /// <exception cref="PictureRefusedException">It has no bytes, or is none of the kinds that are read.</exception>
    public static FileKind Of(ReadOnlySpan<byte> head)
    {
        if (head.IsEmpty)
        {
            throw new PictureRefusedException(PictureRefusal.Empty, "The file is empty. Copy it from the card again.");
        }

        return head switch
        {
            _ when head.StartsWith(PngStructure.Signature) => FileKind.Png,
            [0xFF, 0xD8, 0xFF, ..] => FileKind.Jpeg,
            [0x49, 0x49, 42, 0, ..] or [0x4D, 0x4D, 0, 42, ..] => FileKind.Tiff,
            [0x1A, 0x45, 0xDF, 0xA3, ..] => FileKind.Matroska,
            [0x06, 0x0E, 0x2B, 0x34, 0x02, 0x05, 0x01, 0x01, ..] => FileKind.Mxf,
            _ when head.Length >= 8 && IsBox(head[4..8]) => FileKind.Mov,
            _ => throw new PictureRefusedException(
                PictureRefusal.Unreadable,
                $"This is no picture or clip, whatever its name says. Choose a {Accepted} file."
            ),
        };
    }

    /// <summary>Whether it is a still.</summary>
    public static bool IsStill(this FileKind kind) => kind is FileKind.Png or FileKind.Jpeg or FileKind.Tiff;

    /// <summary>Its name for people.</summary>
    public static string Name(this FileKind kind) =>
        kind switch
        {
            FileKind.Png => "PNG",
            FileKind.Jpeg => "JPEG",
            FileKind.Tiff => "TIFF",
            _ => "clip",
        };

    // The reader is named, so that no playlist and no pattern of names is ever followed.
    internal static string Demuxer(this FileKind kind) =>
        kind switch
        {
            FileKind.Png => "png_pipe",
            FileKind.Jpeg => "jpeg_pipe",
            FileKind.Tiff => "tiff_pipe",
            FileKind.Mov => "mov",
            FileKind.Matroska => "matroska",
            _ => "mxf",
        };

    private static bool IsBox(ReadOnlySpan<byte> name) =>
        name.SequenceEqual("ftyp"u8) || name.SequenceEqual("moov"u8) || name.SequenceEqual("mdat"u8) || name.SequenceEqual("wide"u8);
}
