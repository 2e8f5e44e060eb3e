using System.Diagnostics;
using System.Globalization;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.Benchmarks;

/// <summary>How long pictures of 24 megapixels take: decoding alone, decoding and measuring, and four at once; and a still of a stand-in: <c>pictures</c>.</summary>
internal static class PictureLatency
{
    private const int Width = 6000;
    private const int Height = 4000;
    private const int Times = 5;
    private static readonly PictureProfile Profile = new(ToneCurve.Named("sRGB"));

    internal static async Task<int> RunAsync()
    {
        DirectoryInfo folder = Directory.CreateTempSubdirectory("gold-notch-bench");
        try
        {
            string png = Path.Combine(folder.FullName, "24.png");
            ushort[] samples = SceneRenderer.Render(
                StandInSubject.Chart,
                new StandInLamp(new Kelvin(5600)),
                new StandInCamera
                {
                    ExposureStops = 0,
                    Balanced = new Kelvin(5600),
                    ElectronsAtWhite = 12_000,
                },
                Profile,
                Width,
                Height,
                1
            );
            await using (FileStream file = File.Create(png))
            {
                PngWriter.Write(samples, Width, file);
            }

            foreach ((string name, string[] arguments) in new[] { ("24.jpg", new[] { "-q:v", "2" }), ("24.tif", ["-pix_fmt", "rgb48le"]) })
            {
                await FfmpegAsync(["-y", "-v", "error", "-i", png, .. arguments, Path.Combine(folder.FullName, name)]);
            }

            foreach (string name in new[] { "24.png", "24.jpg", "24.tif" })
            {
                string path = Path.Combine(folder.FullName, name);
                await MeasuredAsync(path);
                double decoded = await BestAsync(() => PictureDecoder.ReadAsync(path, null, 0, default));
                double measured = await BestAsync(() => MeasuredAsync(path));
                double seen = await BestAsync(() => WithPreviewAsync(path));
                Tell(
                    $"{name} ({new FileInfo(path).Length / 1_000_000} MB): decoded {decoded:0.00} s, three regions (a fifth of it) measured {measured:0.00} s, ratio {measured / decoded:0.00}; with its preview {seen:0.00} s"
                );
            }

            DecodedPicture whole = (await PictureDecoder.ReadAsync(Path.Combine(folder.FullName, "24.jpg"), null, 0, default)).Pixels;
            double preview = await BestAsync(() => Task.FromResult(ReducedPicture.Of(whole, Preview.Longest)));
            double every = await BestAsync(() => Task.FromResult(RegionStatistics.Of(whole, FrameRegion.Whole, Profile)));
            ReducedPicture held = ReducedPicture.Of(whole, 640);
            double drawn = await BestAsync(() => Task.FromResult(PictureDrawings.Of(held, Profile)));
            Tell(
                $"of it: reduced {preview:0.00} s; every pixel as one region {every:0.00} s; drawings that follow a hand {1000 * drawn:0} ms"
            );
            string jpeg = Path.Combine(folder.FullName, "24.jpg");
            (whole, held) = (null!, null!);
            samples = [];
            GC.Collect(2, GCCollectionMode.Aggressive, true, true);
            long from = Stopwatch.GetTimestamp();
            long most = await MostMemoryAsync(Task.WhenAll(Enumerable.Range(0, 4).Select(_ => Task.Run(() => WithPreviewAsync(jpeg)))));
            double four = Stopwatch.GetElapsedTime(from).TotalSeconds;
            Tell($"four at once, with their previews: {four:0.00} s; most memory {most / 1_000_000} MB");

            double still = await BestAsync(() => Task.FromResult(Still()));
            Tell($"a still of a stand-in, 960 x 540: {1000 * still:0} ms");
            return 0;
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    private static byte[] Still()
    {
        ushort[] samples = SceneRenderer.Render(
            StandInSubject.Chart,
            new StandInLamp(new Kelvin(5600)),
            new StandInCamera { ExposureStops = 0, Balanced = new Kelvin(5600) },
            Profile,
            960,
            540,
            1
        );
        using var file = new MemoryStream();
        PngWriter.Write(samples, 960, file);
        return file.ToArray();
    }

    private static async Task<int> WithPreviewAsync(string path)
    {
        PictureFile file = await PictureDecoder.ReadAsync(path, null, 0, default);
        return Regions(file) + Preview.Jpeg(ReducedPicture.Of(file.Pixels, Preview.Longest)).Length;
    }

    private static async Task<int> MeasuredAsync(string path) => Regions(await PictureDecoder.ReadAsync(path, null, 0, default));

    // The most memory while something is done, bytes of this process.
    private static async Task<long> MostMemoryAsync(Task work)
    {
        long most = 0;
        while (!work.IsCompleted)
        {
            using var own = Process.GetCurrentProcess();
            most = Math.Max(most, own.WorkingSet64);
            await Task.WhenAny(work, Task.Delay(20));
        }

        await work;
        return most;
    }

    private static int Regions(PictureFile file)
    {
        int pixels = 0;
        foreach (FrameRegion region in new[] { StandInChart.Grey, StandInChart.White, StandInChart.LightSkin })
        {
            pixels += RegionStatistics.Of(file.Pixels, region, Profile).Pixels;
        }

        return pixels;
    }

    private static async Task<double> BestAsync<T>(Func<Task<T>> work)
    {
        double best = double.PositiveInfinity;
        for (int i = 0; i < Times; i++)
        {
            long from = Stopwatch.GetTimestamp();
            await work();
            best = Math.Min(best, Stopwatch.GetElapsedTime(from).TotalSeconds);
        }

        return best;
    }

    private static async Task FfmpegAsync(IEnumerable<string> arguments)
    {
        using Process ffmpeg = Process.Start(new ProcessStartInfo("ffmpeg", arguments))!;
        await ffmpeg.WaitForExitAsync();
    }

    private static void Tell(FormattableString text) => Console.WriteLine(text.ToString(CultureInfo.InvariantCulture));
}
