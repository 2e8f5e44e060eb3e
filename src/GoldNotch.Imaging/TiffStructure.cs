using System.Buffers.Binary;

namespace GoldNotch.Imaging;

/// <summary>The first directory of a TIFF (revision 6.0), which EXIF carries too: size, samples, orientation, and whether its strips are inside the file.</summary>
internal static class TiffStructure
{
    private const string Kind = "TIFF";
    private const int MostEntries = 4096;
    private const int MostStrips = 1 << 20;

    private const int ImageWidth = 256;
    private const int ImageHeight = 257;
    private const int BitsPerSample = 258;
    private const int Photometric = 262;
    private const int StripOffsets = 273;
    private const int OrientationTag = 274;
    private const int SamplesPerPixel = 277;
    private const int StripCounts = 279;
    private const int TileOffsets = 324;
    private const int TileCounts = 325;

    internal static StillHeader Read(Stream file)
    {
        Dictionary<int, uint[]> tags = Directory(file);
        uint One(int tag, uint otherwise) => tags.TryGetValue(tag, out uint[]? values) && values.Length > 0 ? values[0] : otherwise;
        (uint width, uint height) = (One(ImageWidth, 0), One(ImageHeight, 0));
        StillHeader.Admit(width, height, Kind);
        foreach ((int offsets, int counts) in new[] { (StripOffsets, StripCounts), (TileOffsets, TileCounts) })
        {
            if (
                tags.TryGetValue(offsets, out uint[]? from)
                && tags.TryGetValue(counts, out uint[]? length)
                && from.Zip(length).Any(strip => (long)strip.First + strip.Second > file.Length)
            )
            {
                throw PictureRefusedException.BreaksOff(Kind);
            }
        }

        const uint palette = 3;
        uint photometric = One(Photometric, 2);
        bool isDeep = One(BitsPerSample, 8) > 8;
        bool isColour = One(SamplesPerPixel, 1) >= 3 || photometric == palette;
        if (One(BitsPerSample, 8) is not (1 or 2 or 4 or 8 or 16) || photometric > 6 || photometric is 5)
        {
            throw new PictureRefusedException(
                PictureRefusal.Unreadable,
                "The TIFF is of a rare kind. Save it as RGB or grey with 8 or 16 bits a channel."
            );
        }

        PixelLayout layout =
            isDeep ? (isColour ? PixelLayout.Rgb16 : PixelLayout.Grey16)
            : isColour ? PixelLayout.Rgb8
            : PixelLayout.Grey8;
        return new StillHeader(FileKind.Tiff, (int)width, (int)height, layout, Turn.OfExif((int)One(OrientationTag, 1)), null);
    }

    /// <summary>The orientation in a block of EXIF; 1 where it has none or is damaged: metadata do not make a picture unreadable.</summary>
    internal static int Orientation(ReadOnlySpan<byte> exif)
    {
        try
        {
            using var block = new MemoryStream(exif.ToArray(), writable: false);
            return Directory(block).TryGetValue(OrientationTag, out uint[]? values) && values is [var one, ..] ? (int)one : 1;
        }
        catch (Exception damaged) when (damaged is EndOfStreamException or PictureRefusedException)
        {
            return 1;
        }
    }

    private static Dictionary<int, uint[]> Directory(Stream file)
    {
        Span<byte> head = stackalloc byte[8];
        file.Position = 0;
        file.ReadExactly(head);
        bool isBig = head[0] == 0x4D;
        uint Whole(ReadOnlySpan<byte> b) => isBig ? BinaryPrimitives.ReadUInt32BigEndian(b) : BinaryPrimitives.ReadUInt32LittleEndian(b);
        ushort Half(ReadOnlySpan<byte> b) => isBig ? BinaryPrimitives.ReadUInt16BigEndian(b) : BinaryPrimitives.ReadUInt16LittleEndian(b);
        Go(file, Whole(head[4..]));
        Span<byte> two = stackalloc byte[2];
        file.ReadExactly(two);
        int entries = Half(two);
        if (entries is 0 or > MostEntries)
        {
            throw PictureRefusedException.Damaged(Kind);
        }

        byte[] table = new byte[12 * entries];
        file.ReadExactly(table);
        Dictionary<int, uint[]> tags = [];
        for (int i = 0; i < entries; i++)
        {
            ReadOnlySpan<byte> entry = table.AsSpan(12 * i, 12);
            int tag = Half(entry);
            int size = Half(entry[2..]) switch
            {
                1 => 1,
                3 => 2,
                4 => 4,
                _ => 0,
            };
            uint count = Whole(entry[4..]);
            if (size == 0 || tag is not (>= ImageWidth and <= TileCounts))
            {
                continue;
            }

            if (count > MostStrips)
            {
                throw PictureRefusedException.Damaged(Kind);
            }

            byte[] values = new byte[size * count];
            if (values.Length <= 4)
            {
                entry.Slice(8, values.Length).CopyTo(values);
            }
            else
            {
                Go(file, Whole(entry[8..]));
                file.ReadExactly(values);
            }

            tags[tag] =
            [
                .. Enumerable
                    .Range(0, (int)count)
                    .Select(n =>
                        size switch
                        {
                            1 => values[n],
                            2 => Half(values.AsSpan(2 * n)),
                            _ => Whole(values.AsSpan(4 * n)),
                        }
                    ),
            ];
        }

        return tags;
    }

    private static void Go(Stream file, uint to)
    {
        if (to >= file.Length)
        {
            throw new EndOfStreamException();
        }

        file.Position = to;
    }
}
