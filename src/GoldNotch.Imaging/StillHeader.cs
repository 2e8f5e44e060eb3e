using GoldNotch.Core.Exposure;

namespace GoldNotch.Imaging;

/// <summary>What a still says of itself before it is decoded.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Width">Pixels a row, as stored.</param>
/// <param name="Height">Rows, as stored.</param>
/// <param name="Layout">How its samples are decoded.</param>
/// <param name="Turn">How it is turned upright.</param>
/// <param name="Declared">Curve and primaries that it declares; null where it says nothing.</param>
public sealed record StillHeader(FileKind Kind, int Width, int Height, PixelLayout Layout, Turn Turn, DeclaredColour? Declared)
{
    /// <summary>Most pixels that are read.</summary>
    public const long MostPixels = 100_000_000;

    /// <summary>Reads the header and walks the file to its end.</summary>
    /// <param name="file">The file, from its beginning.</param>
    /// <param name="kind">Its kind.</param>
    /// <exception cref="PictureRefusedException">It is damaged, breaks off, or is too large.</exception>
    public static StillHeader Read(Stream file, FileKind kind)
    {
        try
        {
            StillHeader header = kind switch
            {
                FileKind.Png => PngStructure.Read(file),
                FileKind.Jpeg => JpegStructure.Read(file),
                FileKind.Tiff => TiffStructure.Read(file),
                _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "A clip has no still's header."),
            };
            return header;
        }
        catch (EndOfStreamException)
        {
            throw PictureRefusedException.BreaksOff(kind.Name());
        }
    }

    internal static void Admit(long width, long height, string kind)
    {
        if (width < 1 || height < 1)
        {
            throw PictureRefusedException.Damaged(kind);
        }

        if (width * height > MostPixels)
        {
            throw new PictureRefusedException(
                PictureRefusal.TooLarge,
                $"The picture has {width} × {height} pixels; {MostPixels / 1_000_000} million are read at most. Save it smaller."
            );
        }
    }
}

/// <summary>Curve, primaries and range that a file declares.</summary>
/// <param name="Curve">The curve; null where it declares one that is not read.</param>
/// <param name="CurveName">Its name for people.</param>
/// <param name="Is2020">Whether its primaries are those of BT.2020, else BT.709.</param>
/// <param name="IsLegal">Whether its codes are of legal range.</param>
public sealed record DeclaredColour(ToneCurve? Curve, string CurveName, bool Is2020, bool IsLegal)
{
    /// <summary>By the code points of ITU-T H.273, as PNG and clips carry them.</summary>
    internal static DeclaredColour? OfCodes(int primaries, int transfer, bool isLegal) =>
        transfer switch
        {
            1 or 6 or 14 or 15 => new DeclaredColour(ToneCurve.Named("BT.709"), "BT.709", primaries == 9, isLegal),
            13 => new DeclaredColour(ToneCurve.Named("sRGB"), "sRGB", primaries == 9, isLegal),
            18 => new DeclaredColour(ToneCurve.Named("HLG"), "HLG", primaries == 9, isLegal),
            16 => new DeclaredColour(null, "PQ", primaries == 9, isLegal),
            _ => null,
        };
}
