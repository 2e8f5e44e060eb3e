using GoldNotch.Core.Clips;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.Imaging.Tests;

/// <summary>Clips that stand-ins render: what is put in is what is found in them.</summary>
public sealed class StandInClipTests : IDisposable
{
    private static readonly StandInClip Good = new()
    {
        Size = new FrameSize(1280, 720),
        Rate = new FrameRate(30_000, 1001),
        Megabits = 12,
        Seconds = 4,
        ShutterSeconds = 1 / 60.0,
        Light = new StandInLamp(new Kelvin(5600)),
        Camera = new StandInCamera { ExposureStops = 0.3, Balanced = new Kelvin(5600) },
        Profile = new PictureProfile(ToneCurve.Named("BT.709")),
        Sound = [new StandInChannel(-12), new StandInChannel(-13.5, FloorDbfs: -60)],
    };

    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("gold-notch-stand-in-clips");

    public void Dispose() => _folder.Delete(recursive: true);

    [Fact]
    public async Task A_good_one_has_its_format_its_motion_and_its_voice_and_nothing_is_wrong_with_it()
    {
        ClipFigures clip = await JudgeAsync(Good with { IsEveryFrame = true, IsPcm = true, Bits = 10, Timecode = "01:00:00;00" });
        (clip.Head.Width, clip.Head.Height, clip.Head.Rate.Label(), clip.Head.Bits, clip.Head.IsEveryFrame, clip.Head.Timecode).ShouldBe(
            (1280, 720, "29.97", 10, true, "01:00:00;00")
        );
        clip.Head.Sound.ShouldHaveSingleItem().Codec.ShouldStartWith("pcm");
        (clip.Head.BitRate!.Value / 1e6).ShouldBe(12, 2.4);
        ClipPart part = clip.Parts.ShouldHaveSingleItem();
        part.Frames.Repeats!.Repeats.ShouldBe(0);
        part.Sound!.Channels.Select(c => c.Voice.Peaks!.Value).ShouldBe([-12, -13.5], tolerance: 1.5);
    }

    [Fact]
    public async Task Lamps_on_the_mains_pulse_and_a_long_shutter_repeats_frames()
    {
        ClipFigures pulsing = await JudgeAsync(Good with { Flicker = new LampFlicker(50, 0.3), Sound = [] });
        pulsing.Parts[0].Frames.Flicker!.Verdict.ShouldBe(FlickerVerdict.Pumping, $"{pulsing.Parts[0].Frames.Flicker}");
        pulsing.Parts[0].Frames.Flicker!.MainsHz.ShouldBe(50);
        ClipFigures slow = await JudgeAsync(Good with { ShutterSeconds = 1 / 15.0, Sound = [] });
        slow.Parts[0].Frames.Repeats!.RealRate!.Value.ShouldBe(15, 1);
    }

    [Fact]
    public async Task Silence_hum_and_a_reversed_cable_are_heard()
    {
        ClipFigures clip = await JudgeAsync(Good with { Sound = [new StandInChannel(-12, HumHz: 50), new StandInChannel(null, -80)] });
        clip.Parts[0].Sound!.Channels[0].Hum!.MainsHz.ShouldBe(50);
        clip.Parts[0].Sound!.Channels[1].Levels.IsSilent.ShouldBeTrue();
        ClipFigures reversed = await JudgeAsync(Good with { Sound = [new StandInChannel(-12), new StandInChannel(-12, IsReversed: true)] });
        reversed.Parts[0].Sound!.Pairs.ShouldHaveSingleItem().Pair.Correlation!.Value.ShouldBeLessThan(-0.9);
    }

    private async Task<ClipFigures> JudgeAsync(StandInClip clip)
    {
        string path = Path.Combine(_folder.FullName, clip.IsPcm ? "clip.mov" : "clip.mp4");
        await ClipRenderer.RenderAsync(clip, path, 7, CancellationToken.None);
        File.Exists(path + ".f32").ShouldBeFalse("nothing of the sound is left beside it");
        return await ClipDecoder.JudgeAsync(path, _ => clip.Profile, null, CancellationToken.None);
    }
}
