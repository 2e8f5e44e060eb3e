using GoldNotch.Exchange;
using SkiaSharp;

namespace GoldNotch.Web.Features.Evidence;

/// <summary>A picture drawn anew: nothing of the file that came in survives but what it shows.</summary>
/// <param name="Jpeg">The picture.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
internal sealed record Photograph(byte[] Jpeg, int Width, int Height);

/// <summary>Takes PNG and JPEG files as evidence. Place, time and everything else a device writes beside the picture is left behind.</summary>
internal static class Photographs
{
    /// <summary>Largest file, bytes.</summary>
    internal const int MostBytes = 12 * 1024 * 1024;

    // A file of a few kilobytes can claim a picture of gigabytes: its size is looked at before anything is unpacked.
    private const long MostPixels = 40_000_000;
    private const int LongestSide = 1600;
    private const int Quality = 82;

    /// <summary>Reads a file and draws it anew, upright and at most 1600 pixels long.</summary>
    /// <exception cref="RefusedException">It is no such picture, too large, or broken.</exception>
    internal static Photograph Read(byte[] file)
    {
        using SKData data = SKData.CreateCopy(file);
        using SKCodec codec = SKCodec.Create(data) ?? throw Refused("This is no photograph. Choose a JPEG or PNG file.");
        if (codec.EncodedFormat is not (SKEncodedImageFormat.Jpeg or SKEncodedImageFormat.Png))
        {
            throw Refused($"This is a {codec.EncodedFormat} file. Choose a JPEG or PNG file.");
        }

        if ((long)codec.Info.Width * codec.Info.Height > MostPixels)
        {
            throw Refused(
                $"This picture is {codec.Info.Width} by {codec.Info.Height}: more than 40 million pixels. Take it smaller, or crop it."
            );
        }

        using SKBitmap? whole = Decoded(codec);
        if (whole is null)
        {
            throw Refused("This picture is broken: its file ends too early or does not hold what it says. Take it again.");
        }

        using SKBitmap upright = Upright(whole, codec.EncodedOrigin);
        using SKImage image = SKImage.FromBitmap(upright);
        using SKData jpeg = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return new Photograph(jpeg.ToArray(), upright.Width, upright.Height);
    }

    private static SKBitmap? Decoded(SKCodec codec)
    {
        float scale = Math.Min(1, (float)LongestSide / Math.Max(codec.Info.Width, codec.Info.Height));
        SKSizeI near = codec.GetScaledDimensions(scale);
        var bitmap = new SKBitmap(new SKImageInfo(near.Width, near.Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) is not SKCodecResult.Success)
        {
            bitmap.Dispose();
            return null;
        }

        float left = Math.Min(1, (float)LongestSide / Math.Max(bitmap.Width, bitmap.Height));
        if (left >= 1)
        {
            return bitmap;
        }

        using (bitmap)
        {
            return bitmap.Resize(
                new SKSizeI(Math.Max(1, (int)(bitmap.Width * left)), Math.Max(1, (int)(bitmap.Height * left))),
                new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)
            );
        }
    }

    // Phones hold the picture as the sensor saw it and say beside it which way is up; what is beside it goes, so it is turned.
    private static SKBitmap Upright(SKBitmap bitmap, SKEncodedOrigin origin)
    {
        bool swapped =
            origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        var upright = new SKBitmap(swapped ? bitmap.Height : bitmap.Width, swapped ? bitmap.Width : bitmap.Height);
        using var canvas = new SKCanvas(upright);
        canvas.Clear(SKColors.White);
        (float w, float h) = (bitmap.Width, bitmap.Height);
        canvas.SetMatrix(
            origin switch
            {
                SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
                SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
                SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
                SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
                SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
                SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
                SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
                _ => SKMatrix.Identity,
            }
        );
        canvas.DrawBitmap(bitmap, 0, 0, new SKSamplingOptions(SKFilterMode.Nearest));
        return upright;
    }

    private static RefusedException Refused(string message) => new(ProblemCode.BadPhoto, "/photo", message + " Nothing was saved.");
}
