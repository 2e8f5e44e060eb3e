using GoldNotch.Core.StandIns;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.SimulatedCameras;

/// <summary>Stills of a stand-in: rendered from its settings, its scene and its faults.</summary>
internal static class Pictures
{
    /// <summary>Widths that are given.</summary>
    internal const int LeastWidth = 160;

    /// <summary>The widest.</summary>
    internal const int MostWidth = 1920;

    /// <summary>Renders a still as PNG of 16 bits.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="subject">What stands before it.</param>
    /// <param name="width">Pixels a row.</param>
    /// <param name="seed">The same seed gives the same picture.</param>
    internal static byte[] Still(StandIn camera, StandInSubject subject, int width, int seed)
    {
        int height = width * 9 / 16;
        ushort[] samples = SceneRenderer.Render(
            subject,
            camera.Scene.Light,
            StandInEye.Seen(camera),
            StandInEye.Profile(camera),
            width,
            height,
            seed
        );
        using var file = new MemoryStream();
        PngWriter.Write(samples, width, file);
        return file.ToArray();
    }
}
