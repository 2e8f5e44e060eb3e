using System.Buffers.Binary;
using System.IO.Hashing;

namespace GoldNotch.Imaging;

/// <summary>A PNG's chunks (ISO/IEC 15948): the header, what it declares, and whether all of it is there.</summary>
internal static class PngStructure
{
    private const string Kind = "PNG";
    private const int MostMetadata = 1 << 20;

    internal static ReadOnlySpan<byte> Signature => [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A];

    internal static StillHeader Read(Stream file)
    {
        file.Position = Signature.Length;
        StillHeader? header = null;
        bool hasPixels = false;
        Span<byte> start = stackalloc byte[8];
        Span<byte> sum = stackalloc byte[4];
        byte[] body = new byte[81920];
        while (true)
        {
            file.ReadExactly(start);
            uint length = BinaryPrimitives.ReadUInt32BigEndian(start);
            ReadOnlySpan<byte> name = start[4..];
            if (length > int.MaxValue)
            {
                throw PictureRefusedException.Damaged(Kind);
            }

            // Every chunk carries its sum: a copy that went wrong is told from a picture.
            var crc = new Crc32();
            crc.Append(name);
            byte[]? kept = IsKept(name) && length <= MostMetadata ? new byte[length] : null;
            for (int at = 0; at < length; )
            {
                int part = (int)Math.Min(body.Length, length - at);
                file.ReadExactly(body, 0, part);
                crc.Append(body.AsSpan(0, part));
                if (kept is not null)
                {
                    body.AsSpan(0, part).CopyTo(kept.AsSpan(at));
                }

                at += part;
            }

            file.ReadExactly(sum);
            if (BinaryPrimitives.ReadUInt32BigEndian(sum) != crc.GetCurrentHashAsUInt32())
            {
                throw PictureRefusedException.Damaged(Kind);
            }

            if (name.SequenceEqual("IHDR"u8))
            {
                header = Header(kept);
            }
            else if (header is null)
            {
                throw PictureRefusedException.Damaged(Kind);
            }
            else if (name.SequenceEqual("IEND"u8))
            {
                return hasPixels ? header : throw PictureRefusedException.BreaksOff(Kind);
            }
            else if (name.SequenceEqual("eXIf"u8) && kept is not null)
            {
                header = header with { Turn = Turn.OfExif(TiffStructure.Orientation(kept)) };
            }
            else if (name.SequenceEqual("cICP"u8) && kept is [var primaries, var transfer, _, var isFull])
            {
                header = header with { Declared = DeclaredColour.OfCodes(primaries, transfer, isFull == 0) };
            }

            hasPixels |= name.SequenceEqual("IDAT"u8);
        }
    }

    private static bool IsKept(ReadOnlySpan<byte> name) =>
        name.SequenceEqual("IHDR"u8) || name.SequenceEqual("eXIf"u8) || name.SequenceEqual("cICP"u8);

    private static StillHeader Header(byte[]? body)
    {
        if (body is not { Length: 13 })
        {
            throw PictureRefusedException.Damaged(Kind);
        }

        uint width = BinaryPrimitives.ReadUInt32BigEndian(body);
        uint height = BinaryPrimitives.ReadUInt32BigEndian(body.AsSpan(4));
        StillHeader.Admit(width, height, Kind);
        const int palette = 3;
        bool isColour = (body[9] & 2) != 0;
        PixelLayout layout =
            body[8] == 16 ? (isColour ? PixelLayout.Rgb16 : PixelLayout.Grey16)
            : isColour || body[9] == palette ? PixelLayout.Rgb8
            : PixelLayout.Grey8;
        return new StillHeader(FileKind.Png, (int)width, (int)height, layout, Turn.None, null);
    }
}
