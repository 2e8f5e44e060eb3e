using GoldNotch.Core.Frames;
using SkiaSharp;

namespace GoldNotch.Imaging;

/// <summary>A picture to look at: at most 1600 pixels long, without metadata, its signals shown as they were recorded.</summary>
public static class Preview
{
    /// <summary>Pixels of the longer side at most.</summary>
    public const int Longest = 1600;

    private const int Quality = 85;

    /// <summary>Draws it as JPEG.</summary>
    /// <param name="picture">The picture, reduced.</param>
    public static byte[] Jpeg(ReducedPicture picture)
    {
        using var bitmap = new SKBitmap(new SKImageInfo(picture.Width, picture.Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        Span<byte> pixels = bitmap.GetPixelSpan();
        double[] red = new double[picture.Width];
        double[] green = new double[picture.Width];
        double[] blue = new double[picture.Width];
        for (int y = 0; y < picture.Height; y++)
        {
            picture.Read(y, 0, red, green, blue);
            for (int x = 0; x < red.Length; x++)
            {
                int at = (y * bitmap.RowBytes) + (4 * x);
                (pixels[at], pixels[at + 1], pixels[at + 2], pixels[at + 3]) = (Byte(red[x]), Byte(green[x]), Byte(blue[x]), 255);
            }
        }

        using SKImage image = SKImage.FromBitmap(bitmap);
        using SKData jpeg = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return jpeg.ToArray();
    }

    private static byte Byte(double signal) => (byte)Math.Clamp(Math.Round(255 * signal), 0, 255);
}
