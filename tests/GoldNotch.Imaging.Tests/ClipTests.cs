using GoldNotch.Core.Checks;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Imaging.Tests;

/// <summary>Clips that are not what they should be: each is judged as far as it goes, or told what it is not.</summary>
public sealed class ClipTests : IDisposable
{
    // A bright square that crosses a grey ground: nothing in it combs, pumps or repeats.
    private const string Moving =
        "color=0x404040:s=192x108:r=25:d=4[ground];color=0xa0a0a0:s=40x40:r=25:d=4[square];[ground][square]overlay=x='mod(4*n,150)':y=30";
    private readonly Made _made = new();

    public void Dispose() => _made.Dispose();

    [Fact]
    public async Task Sound_alone_is_no_clip_and_a_still_is_none()
    {
        string sound = _made.By("sound.mp4", "-f", "lavfi", "-i", "sine=d=1", "-c:a", "aac");
        (await RefusedAsync(sound)).Message.ShouldBe("There is no picture in this clip. Choose the file of the camera.");
        string still = _made.Png("still.png", 32, 32, (_, _) => (1, 2, 3));
        (await RefusedAsync(still)).Message.ShouldBe("This is a still (PNG). Choose a clip.");
        (await RefusedAsync(_made.Bytes("nothing.mov"))).Refusal.ShouldBe(PictureRefusal.Empty);
    }

    [Fact]
    public async Task A_clip_without_sound_says_so_and_of_two_pictures_the_first_is_read()
    {
        ClipFigures clip = await JudgeAsync(
            _made.By(
                "two <script>.mkv",
                ["-f", "lavfi", "-i", Moving, "-f", "lavfi", "-i", "color=s=64x48:d=4", "-map", "0:v", "-map", "1:v", "-c:v", "mjpeg"]
            )
        );
        (clip.Head.Width, clip.Head.Pictures, clip.Head.IsEveryFrame, clip.Parts[0].Sound).ShouldBe((192, 2, true, null));
        Short(clip).ShouldBe(["no sound"]);
    }

    [Fact]
    public async Task Frames_at_uneven_times_are_told_and_not_judged()
    {
        ClipFigures clip = await JudgeAsync(
            _made.By(
                "uneven.mp4",
                "-f",
                "lavfi",
                "-i",
                Moving,
                "-vf",
                "select='not(between(mod(n,10),3,6))'",
                "-fps_mode",
                "vfr",
                "-c:v",
                "libx264"
            )
        );
        clip.Head.IsVariable.ShouldBeTrue();
        (clip.Parts[0].Frames.Repeats, clip.Parts[0].Frames.Flicker, clip.Parts[0].Frames.Wander).ShouldBe((null, null, null));
        Short(clip).ShouldBe(["uneven frame rate", "no sound"]);
    }

    [Fact]
    public async Task A_clip_that_is_damaged_in_the_middle_says_so()
    {
        string whole = _made.By("whole.mp4", "-f", "lavfi", "-i", Moving, "-c:v", "libx264", "-g", "25");
        Short(await JudgeAsync(whole)).ShouldBe(["no sound"]);
        byte[] bytes = await File.ReadAllBytesAsync(whole);
        new Random(5).NextBytes(bytes.AsSpan(bytes.Length / 3, bytes.Length / 4));
        ClipFigures damaged = await JudgeAsync(_made.Bytes("damaged.mp4", bytes));
        Short(damaged).ShouldContain("clip damaged");
    }

    [Fact]
    public async Task Eight_channels_in_streams_of_one_each_are_told_apart()
    {
        string[] sources =
        [
            .. Enumerable
                .Range(1, 8)
                .SelectMany(i => new[] { "-f", "lavfi", "-i", i == 5 ? "anullsrc=r=48000:cl=mono:d=4" : $"sine=f={200 * i}:d=4" }),
        ];
        string[] maps = [.. Enumerable.Range(1, 8).SelectMany(i => new[] { "-map", $"{i}:a" })];
        ClipFigures clip = await JudgeAsync(
            _made.By(
                "eight.mov",
                ["-f", "lavfi", "-i", Moving, .. sources, "-map", "0:v", .. maps, "-c:v", "libx264", "-c:a", "pcm_s24le", "-t", "3"]
            )
        );
        SoundFigures sound = clip.Parts[0].Sound!;
        (clip.Head.Sound.Count, clip.Head.Channels, sound.Channels.Count, sound.Pairs.Count).ShouldBe((8, 8, 8, 28));
        clip.Head.Sound[0].Bits.ShouldBe(24);
        sound.Channels.Select(c => c.Levels.IsSilent).ShouldBe([false, false, false, false, true, false, false, false]);
        sound.Pairs.Count(p => p.Pair.Verdict == PairVerdict.Silent).ShouldBe(7);
        sound.Pairs.Count(p => p.Pair.Verdict == PairVerdict.Separate).ShouldBe(21);
    }

    [Fact]
    public async Task Of_a_long_clip_the_first_and_the_middle_ten_seconds_are_looked_at()
    {
        ClipFigures clip = await JudgeAsync(
            _made.By(
                "long.mp4",
                [
                    "-f",
                    "lavfi",
                    "-i",
                    "testsrc2=s=32x32:r=5:d=1200",
                    "-f",
                    "lavfi",
                    "-i",
                    "sine=d=1200:r=8000",
                    "-c:v",
                    "libx264",
                    "-preset",
                    "ultrafast",
                    "-c:a",
                    "pcm_s16le",
                    "-f",
                    "mov",
                ]
            )
        );
        clip.Parts.Select(p => (p.From, p.Frames.Count)).ShouldBe([(0, 50), (595, 50)]);
        clip.Parts[1].Sound!.Channels[0].Blocks.Length.ShouldBe(200);
    }

    [Fact]
    public async Task Reading_can_be_given_up()
    {
        string whole = _made.By("whole.mp4", "-f", "lavfi", "-i", Moving, "-c:v", "libx264");
        using var stop = new CancellationTokenSource();
        var told = new Stopping(stop);
        await Should.ThrowAsync<OperationCanceledException>(() => ClipDecoder.JudgeAsync(whole, Usual, told, stop.Token));
        told.Seen.ShouldBe([ClipStage.Header, ClipStage.Frames]);
    }

    private sealed class Stopping(CancellationTokenSource stop) : IProgress<ClipStage>
    {
        internal List<ClipStage> Seen { get; } = [];

        public void Report(ClipStage value)
        {
            Seen.Add(value);
            if (value == ClipStage.Frames)
            {
                stop.Cancel();
            }
        }
    }

    private static IEnumerable<string> Short(ClipFigures clip) => ClipFindings.Of(clip).Select(f => JudgementText.Of(f.Short));

    private static PictureProfile Usual(DeclaredColour? declared) => new(ToneCurve.Named("BT.709"));

    private static Task<ClipFigures> JudgeAsync(string path) => ClipDecoder.JudgeAsync(path, Usual, null, CancellationToken.None);

    private static Task<PictureRefusedException> RefusedAsync(string path) =>
        Should.ThrowAsync<PictureRefusedException>(() => JudgeAsync(path));
}
