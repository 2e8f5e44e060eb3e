using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;

namespace GoldNotch.Imaging.Rendering;

/// <summary>A clip that a stand-in records.</summary>
public sealed record StandInClip
{
    /// <summary>Its picture.</summary>
    public required FrameSize Size { get; init; }

    /// <summary>Its rate.</summary>
    public required FrameRate Rate { get; init; }

    /// <summary>Bit rate, megabits a second.</summary>
    public required double Megabits { get; init; }

    /// <summary>Whether every frame stands by itself.</summary>
    public bool IsEveryFrame { get; init; }

    /// <summary>Bits of a sample, 8 or 10.</summary>
    public int Bits { get; init; } = 8;

    /// <summary>Whether the sound is linear.</summary>
    public bool IsPcm { get; init; }

    /// <summary>Timecode of its first frame, with a semicolon where it drops frames; null for none.</summary>
    public string? Timecode { get; init; }

    /// <summary>How long, seconds.</summary>
    public double Seconds { get; init; } = 10;

    /// <summary>Exposure time of a frame, seconds: one that is longer than a frame repeats it.</summary>
    public double ShutterSeconds { get; init; } = 1 / 60.0;

    /// <summary>How fast the scene moves, 1 as it is: less where many frames a second are played slowly.</summary>
    public double Speed { get; init; } = 1;

    /// <summary>The light.</summary>
    public required StandInLamp Light { get; init; }

    /// <summary>Its flicker; null for none.</summary>
    public LampFlicker? Flicker { get; init; }

    /// <summary>The camera.</summary>
    public required StandInCamera Camera { get; init; }

    /// <summary>What it records in.</summary>
    public required PictureProfile Profile { get; init; }

    /// <summary>Its channels; empty for a clip without sound.</summary>
    public IReadOnlyList<StandInChannel> Sound { get; init; } = [];
}

/// <summary>Renders clips of stand-ins: the chart, something that moves before it, light that follows the mains, and sound.</summary>
public static class ClipRenderer
{
    // Rendered so small and enlarged: what a clip is judged by is larger than its pixels.
    private const int Width = 320;

    // Time from the first to the last row of a rolling shutter, as a share of a frame.
    private const double ReadOutShare = 0.6;
    private const double SquareSide = 0.12;
    private const double CrossingSeconds = 2.6;

    /// <summary>Renders a clip into a file; its ending says what it is: <c>.mov</c> or <c>.mp4</c>.</summary>
    /// <param name="clip">The clip.</param>
    /// <param name="path">Where to.</param>
    /// <param name="seed">The same seed gives the same noise.</param>
    /// <param name="cancel">Cancels, and stops the encoder.</param>
    /// <exception cref="InvalidOperationException">The encoder is not there, or refuses.</exception>
    public static async Task RenderAsync(StandInClip clip, string path, int seed, CancellationToken cancel)
    {
        string sound = path + ".f32";
        try
        {
            if (clip.Sound.Count > 0)
            {
                await File.WriteAllBytesAsync(
                    sound,
                    MemoryMarshal.AsBytes(StandInSound.Of(clip.Sound, clip.Seconds).AsSpan()).ToArray(),
                    cancel
                );
            }

            await EncodeAsync(clip, path, sound, seed, cancel);
        }
        finally
        {
            File.Delete(sound);
        }
    }

    private static async Task EncodeAsync(StandInClip clip, string path, string sound, int seed, CancellationToken cancel)
    {
        var start = new ProcessStartInfo("ffmpeg") { RedirectStandardInput = true, RedirectStandardError = true };
        int height = Width * clip.Size.Height / clip.Size.Width;
        foreach (string argument in Arguments(clip, height, path, sound))
        {
            start.ArgumentList.Add(argument);
        }

        using Process tool = Process.Start(start) ?? throw new InvalidOperationException("ffmpeg did not start.");
        try
        {
            Task<string> said = tool.StandardError.ReadToEndAsync(cancel);
            try
            {
                await FramesAsync(clip, height, seed, tool.StandardInput.BaseStream, cancel);
                tool.StandardInput.Close();
            }
            catch (IOException)
            {
                // It ended early, and says why.
            }

            await tool.WaitForExitAsync(cancel);
            if (tool.ExitCode != 0)
            {
                throw new InvalidOperationException($"ffmpeg refused the clip: {await said}");
            }
        }
        finally
        {
            if (!tool.HasExited)
            {
                tool.Kill(entireProcessTree: true);
            }
        }
    }

    private static IEnumerable<string> Arguments(StandInClip clip, int height, string path, string sound)
    {
        string rate = FormattableString.Invariant($"{clip.Rate.Numerator}/{clip.Rate.Denominator}");
        string bits = FormattableString.Invariant($"{clip.Megabits * 1e6:0}");
        yield return "-nostdin";
        foreach (
            string part in (string[])
                ["-v", "error", "-y", "-f", "rawvideo", "-pix_fmt", "rgb48le", "-s", $"{Width}x{height}", "-r", rate, "-i", "pipe:0"]
        )
        {
            yield return part;
        }

        if (clip.Sound.Count > 0)
        {
            foreach (
                string part in (string[])
                    [
                        "-f",
                        "f32le",
                        "-ar",
                        Text(StandInSound.Rate),
                        "-ac",
                        Text(clip.Sound.Count),
                        "-i",
                        sound,
                        "-c:a",
                        clip.IsPcm ? "pcm_s16le" : "aac",
                    ]
            )
            {
                yield return part;
            }
        }

        foreach (
            string part in (string[])
                [
                    "-vf",
                    $"scale={Text(clip.Size.Width)}:{Text(clip.Size.Height)}:flags=bilinear:out_color_matrix=bt709:out_range=tv,format={(clip.Bits > 8 ? "yuv420p10le" : "yuv420p")}",
                    "-colorspace",
                    "bt709",
                    "-color_primaries",
                    "bt709",
                    "-color_trc",
                    "bt709",
                    "-c:v",
                    "libx264",
                    "-preset",
                    "ultrafast",
                    "-g",
                    clip.IsEveryFrame ? "1" : "60",
                    "-b:v",
                    bits,
                    "-minrate",
                    bits,
                    "-maxrate",
                    bits,
                    "-bufsize",
                    bits,
                    "-x264-params",
                    "nal-hrd=cbr",
                ]
        )
        {
            yield return part;
        }

        if (clip.Timecode is { } code)
        {
            yield return "-timecode";
            yield return code;
        }

        yield return path;
    }

    private static async Task FramesAsync(StandInClip clip, int height, int seed, Stream to, CancellationToken cancel)
    {
        double rate = clip.Rate.FramesPerSecond;
        int count = (int)Math.Round(clip.Seconds * rate);
        // A shutter that is open longer than a frame holds its picture for several.
        int held = Math.Max(1, (int)Math.Round(clip.ShutterSeconds * rate));
        byte[] frame = [];
        for (int i = 0; i < count; i++)
        {
            cancel.ThrowIfCancellationRequested();
            if (i % held == 0)
            {
                double t = i / rate;
                ushort[] samples = SceneRenderer.Render(
                    StandInSubject.Chart,
                    clip.Light,
                    clip.Camera,
                    clip.Profile,
                    Width,
                    height,
                    seed + i,
                    new SceneMoment(Square(t * clip.Speed), Rows(clip, t, height))
                );
                frame = SceneRenderer.Bytes(samples);
            }

            await to.WriteAsync(frame, cancel);
        }
    }

    // There and back, below the cards.
    private static FrameRegion Square(double t)
    {
        double way = t / CrossingSeconds % 2;
        double x = (way < 1 ? way : 2 - way) * (1 - SquareSide);
        return new FrameRegion(RegionShape.Rectangle, x, 0.76, SquareSide, 0.2);
    }

    // Each row is exposed a little later than the one above it.
    private static double[]? Rows(StandInClip clip, double t, int height)
    {
        if (clip.Flicker is not { } lamp)
        {
            return null;
        }

        double hz = 2 * lamp.MainsHz;
        double through = Math.PI * hz * clip.ShutterSeconds;
        double left = lamp.Depth * (through > 0 ? Math.Sin(through) / through : 1);
        double frame = 1 / clip.Rate.FramesPerSecond;
        return
        [
            .. Enumerable
                .Range(0, height)
                .Select(row =>
                    1 + (left * Math.Cos(2 * Math.PI * hz * (t + (frame * ReadOutShare * row / height) + (clip.ShutterSeconds / 2))))
                ),
        ];
    }

    private static string Text(int number) => number.ToString(CultureInfo.InvariantCulture);
}
