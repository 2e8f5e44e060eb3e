using GoldNotch.Core.Frames;

namespace GoldNotch.Imaging;

/// <summary>How decoded samples lie in memory: taken as the file has them, never put through another's matrix.</summary>
/// <param name="Name">The decoder's word for it.</param>
/// <param name="Kind">What its planes are.</param>
/// <param name="Bits">Bits a sample, 8 to 16.</param>
/// <param name="ChromaAcross">Chroma is halved so many times across.</param>
/// <param name="ChromaDown">Chroma is halved so many times down.</param>
/// <param name="IsFullByName">A name that says full range.</param>
public sealed record PixelLayout(string Name, PixelKind Kind, int Bits, int ChromaAcross = 0, int ChromaDown = 0, bool IsFullByName = false)
{
    /// <summary>Bytes a sample.</summary>
    public int SampleBytes => Bits > 8 ? 2 : 1;

    /// <summary>Interleaved 8 bits.</summary>
    public static PixelLayout Rgb8 { get; } = new("rgb24", PixelKind.Rgb, 8);

    /// <summary>Interleaved 16 bits.</summary>
    public static PixelLayout Rgb16 { get; } = new("rgb48le", PixelKind.Rgb, 16);

    /// <summary>Grey of 8 bits.</summary>
    public static PixelLayout Grey8 { get; } = new("gray", PixelKind.Grey, 8);

    /// <summary>Grey of 16 bits.</summary>
    public static PixelLayout Grey16 { get; } = new("gray16le", PixelKind.Grey, 16);

    /// <summary>Bytes of a decoded picture.</summary>
    public long Bytes(int width, int height)
    {
        long luma = (long)width * height * SampleBytes;
        return Kind switch
        {
            PixelKind.Grey => luma,
            PixelKind.Rgb or PixelKind.PlanarRgb => 3 * luma,
            _ => luma + (2L * ChromaWidth(width) * ChromaHeight(height) * SampleBytes),
        };
    }

    internal int ChromaWidth(int width) => -(-width >> ChromaAcross);

    internal int ChromaHeight(int height) => -(-height >> ChromaDown);

    /// <summary>The layout to ask for, given what the file is in: the same samples, without alpha, in planes or interleaved. Null where it is none that is read.</summary>
    /// <param name="name">The decoder's word for what the file is in.</param>
    public static PixelLayout? Of(string name)
    {
        if (name.StartsWith("yuvj", StringComparison.Ordinal))
        {
            return Chroma(name.AsSpan(4)) is { } full
                ? new PixelLayout("yuvj" + full.Name + "p", PixelKind.YCbCr, 8, full.Across, full.Down, IsFullByName: true)
                : null;
        }

        bool hasAlpha = name.StartsWith("yuva", StringComparison.Ordinal);
        if (hasAlpha || name.StartsWith("yuv", StringComparison.Ordinal))
        {
            string rest = name[(hasAlpha ? 4 : 3)..];
            return Chroma(rest) is { } chroma && rest.Length > 3 && rest[3] == 'p' && Depth(rest[4..]) is { } bits
                ? new PixelLayout($"yuv{chroma.Name}p{(bits > 8 ? $"{bits}le" : "")}", PixelKind.YCbCr, bits, chroma.Across, chroma.Down)
                : null;
        }

        return name switch
        {
            "nv12" or "nv21" => new PixelLayout("yuv420p", PixelKind.YCbCr, 8, 1, 1),
            "p010le" or "p010be" => new PixelLayout("yuv420p10le", PixelKind.YCbCr, 10, 1, 1),
            "uyvy422" or "yuyv422" or "yvyu422" => new PixelLayout("yuv422p", PixelKind.YCbCr, 8, 1, 0),
            "gray" or "ya8" or "monob" or "monow" => Grey8,
            "gray16le" or "gray16be" or "ya16le" or "ya16be" => Grey16,
            "gray10le" or "gray10be" => new PixelLayout("gray10le", PixelKind.Grey, 10),
            "gray12le" or "gray12be" => new PixelLayout("gray12le", PixelKind.Grey, 12),
            "rgb24" or "bgr24" or "rgba" or "bgra" or "argb" or "abgr" or "rgb0" or "bgr0" or "0rgb" or "0bgr" or "pal8" => Rgb8,
            "rgb48le" or "rgb48be" or "rgba64le" or "rgba64be" or "bgr48le" or "bgr48be" or "bgra64le" or "bgra64be" => Rgb16,
            _ when name.StartsWith("gbr", StringComparison.Ordinal) && Depth(name[(name.IndexOf('p') + 1)..]) is { } bits =>
                new PixelLayout(bits > 8 ? $"gbrp{bits}le" : "gbrp", PixelKind.PlanarRgb, bits),
            _ => null,
        };
    }

    private static (string Name, int Across, int Down)? Chroma(ReadOnlySpan<char> name) =>
        name.Length < 3
            ? null
            : name[..3] switch
            {
                "420" => ("420", 1, 1),
                "422" => ("422", 1, 0),
                "444" => ("444", 0, 0),
                "440" => ("440", 0, 1),
                "411" => ("411", 2, 0),
                "410" => ("410", 2, 2),
                _ => null,
            };

    private static int? Depth(string rest) =>
        rest switch
        {
            "" => 8,
            "9le" or "9be" => 9,
            "10le" or "10be" => 10,
            "12le" or "12be" => 12,
            "14le" or "14be" => 14,
            "16le" or "16be" => 16,
            _ => null,
        };
}

/// <summary>What the planes of a decoded picture are.</summary>
public enum PixelKind
{
    /// <summary>One plane.</summary>
    Grey,

    /// <summary>Red, green and blue beside each other.</summary>
    Rgb,

    /// <summary>Planes of green, blue and red.</summary>
    PlanarRgb,

    /// <summary>Planes of luma and two colour differences.</summary>
    YCbCr,
}
