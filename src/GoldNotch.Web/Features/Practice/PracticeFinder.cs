using System.Runtime.InteropServices;
using GoldNotch.Core.Practice;
using GoldNotch.Core.StandIns;
using GoldNotch.Imaging.Rendering;
using SkiaSharp;

namespace GoldNotch.Web.Features.Practice;

/// <summary>The picture in the finder of a practice camera.</summary>
internal static class PracticeFinder
{
    private const int Width = 480;
    private const int Height = 270;
    private const int Quality = 85;

    /// <summary>Renders what a camera sees as it stands, as JPEG.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="seed">Of the noise.</param>
    internal static byte[] Jpeg(PracticeCamera camera, int seed)
    {
        StandIn body = camera.Body;
        ushort[] samples = SceneRenderer.Render(
            StandInSubject.Chart,
            body.Scene.Light,
            StandInEye.Seen(body),
            StandInEye.Profile(body),
            Width,
            Height,
            seed
        );
        return Encoded(samples);
    }

    /// <summary>A screen that shows nothing, as JPEG.</summary>
    internal static byte[] Black() => Encoded(new ushort[3 * Width * Height]);

    private static byte[] Encoded(ushort[] samples)
    {
        byte[] pixels = new byte[4 * Width * Height];
        for (int from = 0, to = 0; from < samples.Length; from += 3, to += 4)
        {
            pixels[to] = (byte)(samples[from] >> 8);
            pixels[to + 1] = (byte)(samples[from + 1] >> 8);
            pixels[to + 2] = (byte)(samples[from + 2] >> 8);
            pixels[to + 3] = byte.MaxValue;
        }

        using var bitmap = new SKBitmap(new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        Marshal.Copy(pixels, 0, bitmap.GetPixels(), pixels.Length);
        using SKImage image = SKImage.FromBitmap(bitmap);
        using SKData jpeg = image.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return jpeg.ToArray();
    }
}
