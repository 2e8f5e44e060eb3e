using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;

namespace GoldNotch.Imaging;

/// <summary>Writes RGB of 16 bits as PNG (ISO/IEC 15948), which the drawing library would round to 8.</summary>
public static class PngWriter
{
    private const byte Colour = 2;
    private const byte Up = 2;

    /// <summary>Writes a picture.</summary>
    /// <param name="samples">Red, green and blue beside each other.</param>
    /// <param name="width">Pixels a row.</param>
    /// <param name="output">Takes the file.</param>
    public static void Write(ReadOnlySpan<ushort> samples, int width, Stream output)
    {
        output.Write(PngStructure.Signature);
        Span<byte> header = stackalloc byte[13];
        int height = samples.Length / 3 / width;
        BinaryPrimitives.WriteInt32BigEndian(header, width);
        BinaryPrimitives.WriteInt32BigEndian(header[4..], height);
        (header[8], header[9]) = (16, Colour);
        Chunk(output, "IHDR"u8, header);

        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.Fastest, leaveOpen: true))
        {
            int stride = 6 * width;
            byte[] line = new byte[stride + 1];
            byte[] row = new byte[stride];
            byte[] before = new byte[stride];
            line[0] = Up;
            for (int y = 0; y < height; y++)
            {
                for (int i = 0; i < 3 * width; i++)
                {
                    BinaryPrimitives.WriteUInt16BigEndian(row.AsSpan(2 * i), samples[(y * 3 * width) + i]);
                }

                for (int i = 0; i < stride; i++)
                {
                    line[i + 1] = (byte)(row[i] - before[i]);
                }

                zlib.Write(line);
                (row, before) = (before, row);
            }
        }

        Chunk(output, "IDAT"u8, packed.GetBuffer().AsSpan(0, (int)packed.Length));
        Chunk(output, "IEND"u8, []);
    }

    private static void Chunk(Stream output, ReadOnlySpan<byte> name, ReadOnlySpan<byte> body)
    {
        Span<byte> four = stackalloc byte[4];
        BinaryPrimitives.WriteInt32BigEndian(four, body.Length);
        output.Write(four);
        output.Write(name);
        output.Write(body);
        var crc = new Crc32();
        crc.Append(name);
        crc.Append(body);
        BinaryPrimitives.WriteUInt32BigEndian(four, crc.GetCurrentHashAsUInt32());
        output.Write(four);
    }
}
