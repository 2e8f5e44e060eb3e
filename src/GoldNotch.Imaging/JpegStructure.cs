using System.Buffers.Binary;

namespace GoldNotch.Imaging;

/// <summary>A JPEG's segments (ITU-T T.81): size, sampling, orientation, and whether its scans come to an end.</summary>
internal static class JpegStructure
{
    private const string Kind = "JPEG";
    private const byte EndOfImage = 0xD9;
    private const byte StartOfScan = 0xDA;
    private const byte Application1 = 0xE1;
    private const byte Adobe = 0xEE;

    internal static StillHeader Read(Stream file)
    {
        using var bytes = new BufferedStream(file, 1 << 16);
        bytes.Position = 2;
        Frame? frame = null;
        Turn turn = Turn.None;
        byte? transform = null;
        bool hasScan = false;
        for (byte marker = Marker(bytes); marker != EndOfImage; )
        {
            if (marker is 0x01 or (>= 0xD0 and <= 0xD7))
            {
                marker = Marker(bytes);
                continue;
            }

            byte[] body = Body(bytes);
            switch (marker)
            {
                case >= 0xC0 and <= 0xCF and not (0xC4 or 0xC8 or 0xCC):
                    frame ??= FrameOf(body, isCoded: marker is 0xC0 or 0xC1 or 0xC2);
                    break;
                case Application1 when body.AsSpan().StartsWith("Exif\0\0"u8):
                    turn = Turn.OfExif(TiffStructure.Orientation(body.AsSpan(6)));
                    break;
                case Adobe when body.Length >= 12 && body.AsSpan().StartsWith("Adobe"u8):
                    transform = body[11];
                    break;
            }

            hasScan |= marker == StartOfScan;
            marker = marker == StartOfScan ? AfterScan(bytes) : Marker(bytes);
        }

        return frame is { } found && hasScan
            ? new StillHeader(FileKind.Jpeg, found.Width, found.Height, found.Layout(transform), turn, null)
            : throw PictureRefusedException.Damaged(Kind);
    }

    // What a frame header says: the components' sampling, across and down.
    private sealed record Frame(int Width, int Height, (int Across, int Down)[] Sampling)
    {
        internal PixelLayout Layout(byte? transform)
        {
            if (Sampling.Length == 1)
            {
                return PixelLayout.Grey8;
            }

            (int across, int down) = (Sampling[0].Across, Sampling[0].Down);
            bool isUsual =
                Sampling.Length == 3 && Sampling[1] == Sampling[2] && across % Sampling[1].Across == 0 && down % Sampling[1].Down == 0;
            if (!isUsual)
            {
                throw new PictureRefusedException(
                    PictureRefusal.Unreadable,
                    "The JPEG is made for print (four inks), or of a rare kind. Save it as an ordinary RGB picture."
                );
            }

            return transform == 0
                ? new PixelLayout("gbrp", PixelKind.PlanarRgb, 8)
                : (across / Sampling[1].Across, down / Sampling[1].Down) switch
                {
                    (1, 1) => PixelLayout.Of("yuvj444p")!,
                    (2, 1) => PixelLayout.Of("yuvj422p")!,
                    (2, 2) => PixelLayout.Of("yuvj420p")!,
                    (1, 2) => PixelLayout.Of("yuvj440p")!,
                    (4, 1) => PixelLayout.Of("yuvj411p")!,
                    // A sampling that no camera uses is widened by the decoder.
                    _ => PixelLayout.Of("yuvj444p")!,
                };
        }
    }

    private static Frame FrameOf(byte[] body, bool isCoded)
    {
        if (body.Length < 6 || body.Length < 6 + (3 * body[5]) || body[5] == 0)
        {
            throw PictureRefusedException.Damaged(Kind);
        }

        int height = BinaryPrimitives.ReadUInt16BigEndian(body.AsSpan(1));
        int width = BinaryPrimitives.ReadUInt16BigEndian(body.AsSpan(3));
        StillHeader.Admit(width, height, Kind);
        (int Across, int Down)[] sampling = [.. Enumerable.Range(0, body[5]).Select(i => (body[7 + (3 * i)] >> 4, body[7 + (3 * i)] & 15))];
        if (!isCoded || body[0] != 8 || sampling.Any(s => s.Across is < 1 or > 4 || s.Down is < 1 or > 4))
        {
            throw new PictureRefusedException(
                PictureRefusal.Unreadable,
                "The JPEG is of a rare kind (lossless, or not of 8 bits). Save it as an ordinary JPEG, or as PNG or TIFF."
            );
        }

        return new Frame(width, height, sampling);
    }

    private static byte[] Body(Stream bytes)
    {
        int length = (Byte(bytes) << 8) | Byte(bytes);
        if (length < 2)
        {
            throw PictureRefusedException.Damaged(Kind);
        }

        byte[] body = new byte[length - 2];
        bytes.ReadExactly(body);
        return body;
    }

    private static byte Marker(Stream bytes)
    {
        if (Byte(bytes) != 0xFF)
        {
            throw PictureRefusedException.Damaged(Kind);
        }

        byte marker;
        do
        {
            marker = Byte(bytes);
        } while (marker == 0xFF);
        return marker == 0 ? throw PictureRefusedException.Damaged(Kind) : marker;
    }

    // Coded data runs until a marker that is neither a stuffed byte nor a restart.
    private static byte AfterScan(Stream bytes)
    {
        while (true)
        {
            if (Byte(bytes) != 0xFF)
            {
                continue;
            }

            byte next;
            do
            {
                next = Byte(bytes);
            } while (next == 0xFF);
            if (next is not (0 or (>= 0xD0 and <= 0xD7)))
            {
                return next;
            }
        }
    }

    private static byte Byte(Stream bytes) => bytes.ReadByte() is var next && next >= 0 ? (byte)next : throw new EndOfStreamException();
}
