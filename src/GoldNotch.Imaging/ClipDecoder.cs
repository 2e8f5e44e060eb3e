using System.Buffers.Binary;
using System.Globalization;
using System.Text.RegularExpressions;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Imaging;

/// <summary>What of a clip is being read.</summary>
public enum ClipStage
{
    /// <summary>What it says of itself.</summary>
    Header,

    /// <summary>Its frames.</summary>
    Frames,

    /// <summary>Its sound.</summary>
    Sound,
}

/// <summary>Reads clips by ffmpeg and ffprobe in confined processes, and has them judged: frames and samples stream by, none of them is kept.</summary>
public static partial class ClipDecoder
{
    /// <summary>How much of the picture is looked at, seconds.</summary>
    public const double Looked = 10;

    // Longer or larger ones are looked at in parts: nobody waits for three hours of sound.
    private const double LongSeconds = 600;
    private const long LargeBytes = 2L << 30;

    // Motion, repeats and the bands of flicker are as plain in a picture this wide.
    private const int Wide = 320;
    private const int SoundBlock = 1 << 16;

    /// <summary>Judges a clip.</summary>
    /// <param name="path">The file.</param>
    /// <param name="profile">What its signals are in, given what it declares.</param>
    /// <param name="progress">Told which stage begins.</param>
    /// <param name="cancel">Gives up; the child is killed.</param>
    /// <exception cref="PictureRefusedException">It is no clip, has no picture, or cannot be read.</exception>
    public static async Task<ClipFigures> JudgeAsync(
        string path,
        Func<DeclaredColour?, PictureProfile> profile,
        IProgress<ClipStage>? progress,
        CancellationToken cancel
    )
    {
        progress?.Report(ClipStage.Header);
        FileKind kind = await PictureDecoder.KindAsync(path, cancel);
        if (kind.IsStill())
        {
            throw new PictureRefusedException(PictureRefusal.Unreadable, $"This is a still ({kind.Name()}). Choose a clip.");
        }

        ClipHeader header = await PictureDecoder.ProbeAsync(path, kind, cancel);
        (IReadOnlyList<double> times, bool everyFrame) = await PacketsAsync(path, kind, header, cancel);
        ClipHead head = header.Head with { IsVariable = ClipHead.IsUneven(times), IsEveryFrame = times.Count == 0 ? null : everyFrame };
        var source = new Source(path, kind, header, head, profile(header.Declared));
        bool isLong = head.Seconds > LongSeconds || (new FileInfo(path).Length > LargeBytes && head.Seconds > 2 * Looked);
        double[] starts = isLong ? [0, (head.Seconds - Looked) / 2] : [0];
        List<ClipPart> parts = [];
        foreach (double from in starts)
        {
            progress?.Report(ClipStage.Frames);
            (ScanTest scan, FrameFigures frames, bool damaged) = await FramesAsync(source, from, cancel);
            progress?.Report(ClipStage.Sound);
            (SoundFigures? sound, bool broken) = await SoundAsync(source, from, isLong ? Looked : null, cancel);
            parts.Add(new ClipPart(from, Math.Min(Looked, head.Seconds), scan, frames, sound, damaged || broken));
        }

        if (parts[0].Frames.Count == 0)
        {
            throw PictureRefusedException.Damaged(kind.Name());
        }

        return new ClipFigures(head, parts);
    }

    private sealed record Source(string Path, FileKind Kind, ClipHeader Header, ClipHead Head, PictureProfile Profile);

    private static async Task<(IReadOnlyList<double> Times, bool EveryFrame)> PacketsAsync(
        string path,
        FileKind kind,
        ClipHeader header,
        CancellationToken cancel
    )
    {
        string[] arguments =
        [
            "-hide_banner",
            "-v",
            "error",
            "-select_streams",
            string.Create(CultureInfo.InvariantCulture, $"{header.Stream}"),
            "-read_intervals",
            string.Create(CultureInfo.InvariantCulture, $"%+{Looked}"),
            "-show_entries",
            "packet=pts_time,flags",
            "-of",
            "csv=p=0",
            .. PictureDecoder.Input(path, kind),
        ];
        bool everyFrame = true;
        (List<double> times, _, _) = await ConfinedProcess.RunAsync(
            "ffprobe",
            arguments,
            ChildLimits.OfPixels(0),
            async (output, token) =>
            {
                List<double> all = [];
                using var lines = new StreamReader(output);
                while (await lines.ReadLineAsync(token) is { } line)
                {
                    string[] parts = line.Split(',');
                    everyFrame &= parts.Length < 2 || parts[1].StartsWith('K');
                    if (double.TryParse(parts[0], NumberStyles.Float, CultureInfo.InvariantCulture, out double at))
                    {
                        all.Add(at);
                    }
                }

                return all;
            },
            cancel
        );

        // Frames are stored in another order than they are shown in: at the end of what was read some are missing, which is no gap.
        const int reordered = 16;
        double[] rising = [.. times.Order()];
        return (rising.Length > 4 * reordered ? rising[..^reordered] : rising, everyFrame);
    }

    private static async Task<(ScanTest Scan, FrameFigures Frames, bool IsDamaged)> FramesAsync(
        Source of,
        double from,
        CancellationToken cancel
    )
    {
        ClipHeader header = of.Header;
        bool isFields = of.Head.Scan == Scan.Interlaced;
        (int width, int height) = Reduced(header.Width, isFields ? (header.Height + 1) / 2 : header.Height);
        string scale =
            width == header.Width
                ? ""
                : string.Create(CultureInfo.InvariantCulture, $",scale={width}:{height}:flags=area+accurate_rnd+bitexact");
        string[] arguments =
        [
            .. Told,
            "-threads",
            "2",
            "-noautorotate",
            .. Seek(from, Looked),
            .. PictureDecoder.Input(of.Path, of.Kind),
            "-map",
            string.Create(CultureInfo.InvariantCulture, $"0:{header.Stream}"),
            "-vf",
            $"idet{(isFields ? ",separatefields" : "")}{scale}",
            "-fps_mode",
            "passthrough",
            "-pix_fmt",
            header.Layout.Name,
            "-f",
            "rawvideo",
            "pipe:1",
        ];
        double a_second = of.Head.Rate.FramesPerSecond * (isFields ? 2 : 1);
        var series = new LightSeries(
            width,
            height,
            of.Profile,
            of.Head.Rate,
            isFields,
            (int)Math.Ceiling(a_second * Math.Min(Looked, Math.Max(1, of.Head.Seconds)))
        );
        (FrameFigures figures, bool endedWell, string told) = await ConfinedProcess.RunAsync(
            "ffmpeg",
            arguments,
            ChildLimits.OfClip((long)header.Width * header.Height),
            async (raw, token) =>
            {
                byte[] samples = new byte[header.Layout.Bytes(width, height)];
                while (await raw.ReadAtLeastAsync(samples, samples.Length, throwOnEndOfStream: false, token) == samples.Length)
                {
                    series.Add(new DecodedPicture(samples, width, height, header.Layout, Turn.None, header.Matrix, header.IsLegal));
                }

                return series.Read(of.Head.IsVariable);
            },
            cancel
        );
        Match combs = Combs().Matches(told).LastOrDefault() ?? Match.Empty;
        int Count(string name) => combs.Success ? int.Parse(combs.Groups[name].Value, CultureInfo.InvariantCulture) : 0;
        return (ScanTest.Of(Count("top") + Count("bottom"), Count("whole"), of.Head.Scan), figures, !endedWell || HasErrors(told));
    }

    private static async Task<(SoundFigures? Sound, bool IsDamaged)> SoundAsync(
        Source of,
        double from,
        double? seconds,
        CancellationToken cancel
    )
    {
        int channels = of.Head.Channels;
        if (channels == 0)
        {
            return (null, false);
        }

        int rate = of.Head.Sound[0].SampleRate;
        int[] streams = [.. of.Header.SoundStreams];
        string[] map =
            streams.Length == 1
                ? ["-map", string.Create(CultureInfo.InvariantCulture, $"0:{streams[0]}")]
                :
                [
                    "-filter_complex",
                    $"{string.Concat(streams.Select(s => string.Create(CultureInfo.InvariantCulture, $"[0:{s}]")))}amerge=inputs={streams.Length.ToString(CultureInfo.InvariantCulture)}[a]",
                    "-map",
                    "[a]",
                ];
        string[] arguments =
        [
            .. Told,
            .. Seek(from, seconds),
            .. PictureDecoder.Input(of.Path, of.Kind),
            .. map,
            "-ar",
            rate.ToString(CultureInfo.InvariantCulture),
            "-c:a",
            "pcm_f32le",
            "-f",
            "f32le",
            "pipe:1",
        ];
        (SoundFigures? sound, bool endedWell, string told) = await ConfinedProcess.RunAsync(
            "ffmpeg",
            arguments,
            ChildLimits.OfClip(0),
            (raw, token) => SamplesAsync(raw, channels, rate, token),
            cancel
        );
        return (sound, !endedWell || HasErrors(told));
    }

    private static async Task<SoundFigures?> SamplesAsync(Stream raw, int channels, int rate, CancellationToken cancel)
    {
        ChannelMeter[] meters = [.. Enumerable.Range(0, channels).Select(_ => new ChannelMeter(rate))];
        (int First, int Second, PairMeter Meter)[] pairs =
        [
            .. from first in Enumerable.Range(0, channels)
            from second in Enumerable.Range(first + 1, channels - first - 1)
            select (first, second, new PairMeter()),
        ];
        int frame = channels * sizeof(float);
        byte[] bytes = new byte[SoundBlock / frame * frame];
        double[][] samples = [.. meters.Select(_ => new double[bytes.Length / frame])];
        long all = 0;
        for (int got = bytes.Length; got == bytes.Length; )
        {
            got = await raw.ReadAtLeastAsync(bytes, bytes.Length, throwOnEndOfStream: false, cancel);
            int count = got / frame;
            for (int i = 0; i < count; i++)
            {
                for (int c = 0; c < channels; c++)
                {
                    float sample = BinaryPrimitives.ReadSingleLittleEndian(bytes.AsSpan((i * frame) + (c * sizeof(float))));
                    samples[c][i] = float.IsFinite(sample) ? sample : 0;
                }
            }

            for (int c = 0; c < channels; c++)
            {
                meters[c].Add(samples[c].AsSpan(0, count));
            }

            foreach ((int first, int second, PairMeter meter) in pairs)
            {
                meter.Add(samples[first].AsSpan(0, count), samples[second].AsSpan(0, count));
            }

            all += count;
        }

        // What is shorter than a block is no sound.
        return all < rate / 20
            ? null
            : new SoundFigures(
                [.. meters.Select(m => m.Read())],
                [.. pairs.Select(p => new NumberedPair(p.First + 1, p.Second + 1, p.Meter.Read()))]
            );
    }

    // Each line of what the tool tells begins with how grave it is.
    private static readonly string[] Told = ["-nostdin", "-hide_banner", "-nostats", "-v", "level+info"];

    private static bool HasErrors(string told) =>
        told.Contains("[error]", StringComparison.Ordinal) || told.Contains("[fatal]", StringComparison.Ordinal);

    private static string[] Seek(double from, double? seconds) =>
        [
            .. from > 0 ? ["-ss", from.ToString("0.###", CultureInfo.InvariantCulture)] : Array.Empty<string>(),
            .. seconds is { } s ? ["-t", s.ToString("0.###", CultureInfo.InvariantCulture)] : Array.Empty<string>(),
        ];

    // In whole cells of any chroma.
    private static (int Width, int Height) Reduced(int width, int height) =>
        width <= Wide ? (width, height) : (Wide, Math.Max(8, (int)Math.Round((double)height * Wide / width / 4) * 4));

    [GeneratedRegex(@"Multi frame detection: TFF:\s*(?<top>\d+) BFF:\s*(?<bottom>\d+) Progressive:\s*(?<whole>\d+)")]
    private static partial Regex Combs();
}
