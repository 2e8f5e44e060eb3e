using System.Collections.Immutable;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What is said of a clip, what it answers of a sheet, and the meters that its frames and samples run through.</summary>
public class ClipFindingTests
{
    private static readonly ClipHead Head = new()
    {
        Width = 1920,
        Height = 1080,
        Rate = FrameRate.Parse("29.97"),
        IsVariable = false,
        Codec = "h264",
        IsEveryFrame = false,
        Bits = 8,
        BitRate = 43e6,
        Seconds = 10,
        Sound = [new ClipSound("pcm_s16le", 2, 48_000, 16)],
    };

    [Fact]
    public void A_good_clip_with_a_lower_spare_says_nothing()
    {
        SoundFigures sound = Sound(Voice(-12), Voice(-22));
        Of(sound: sound with { Pairs = [new NumberedPair(1, 2, new ChannelPair(0.99, 10, PairVerdict.Twins))] }).ShouldBeEmpty();

        // The same difference between two microphones of their own is a level that is too low.
        Of(sound: sound with { Pairs = [new NumberedPair(1, 2, new ChannelPair(0.2, 10, PairVerdict.Separate))] })
            .ShouldBe(["audio slight: channel 2 too low"]);
    }

    [Fact]
    public void Everything_that_is_wrong_is_said_with_its_figures()
    {
        Of(
                scan: new ScanTest(0.92, ScanVerdict.Combed),
                repeats: new FrameRepeats(120, 14.985, RepeatVerdict.Cadence),
                flicker: new LightFlicker(4.2, 10.09, 50, FlickerVerdict.Pumping),
                wander: new Stops(0.5),
                isDamaged: true
            )
            .ShouldBe([
                "card fault: clip damaged",
                "format fault: combed",
                "format fault: 14.985 in 29.97",
                "flicker fault: flickers by 4.2\u202f%",
                "exposure fault: exposure wanders +0.5\u202fstop",
            ]);
        Sentences(flicker: new LightFlicker(4.2, 10.09, 50, FlickerVerdict.Pumping))
            .ShouldHaveSingleItem()
            .ShouldContain("50\u202fHz mains do at this rate. A shutter of 1/50");
        Sentences(flicker: new LightFlicker(1.2, 3.3, null, FlickerVerdict.Pumping))
            .ShouldHaveSingleItem()
            .ShouldContain("no mains explains");
        Of(repeats: new FrameRepeats(3, 29.6, RepeatVerdict.Dropped)).ShouldBe(["card fault: 3 frames repeat"]);
        Of(flicker: new LightFlicker(2, 3.3, null, FlickerVerdict.Restless)).ShouldBe(["flicker slight: light restless"]);
        Of(wander: new Stops(1.0 / 6)).ShouldBeEmpty("a sixth is not over it");
        Of(scan: new ScanTest(0.1, ScanVerdict.LooksProgressive)).ShouldBeEmpty("segmented is no fault");
        Of(variable: true).ShouldBe(["format fault: uneven frame rate"]);
    }

    [Fact]
    public void Sound_is_said_channel_by_channel()
    {
        Of(sound: null, hasSound: false).ShouldBe(["audio fault: no sound"]);
        Of(sound: Sound(Voice(-12), Silent)).ShouldBe(["audio fault: channel 2 silent"]);
        Of(sound: Sound(Voice(-4, clipped: 3))).ShouldBe(["audio fault: channel 1 clips", "audio fault: channel 1 too loud"]);
        Of(sound: Sound(Voice(-11, peak: -0.5))).ShouldBe(["audio fault: channel 1 peaks at −0.5\u202fdBFS"]);
        Of(sound: Sound(Voice(null))).ShouldBe(["audio slight: no voice on channel 1"]);
        Of(sound: Sound(Voice(-12) with { Hum = new MainsHum(60, -48) })).ShouldBe(["audio slight: hum on channel 1"]);
        Sentences(sound: Sound(Voice(-12) with { Step = new LevelStep(4, -18) }))
            .ShouldHaveSingleItem()
            .ShouldStartWith("At 4\u202fs the level of channel 1 fell by 18\u202fdB");
        Sentences(sound: Sound(Voice(-27))).ShouldHaveSingleItem().ShouldContain("turn it up by 15\u202fdB to have them at −12\u202fdBFS");
        SoundFigures two = Sound(Voice(-12), Voice(-12));
        Of(sound: two with { Pairs = [new NumberedPair(1, 2, new ChannelPair(1, 0, PairVerdict.Twins))] })
            .ShouldBe(["audio slight: channels 1 and 2 the same"]);
        Of(sound: two with { Pairs = [new NumberedPair(1, 2, new ChannelPair(-1, 0, PairVerdict.OutOfPhase))] })
            .ShouldBe(["audio fault: channels 1 and 2 out of phase"]);
    }

    [Fact]
    public void It_answers_what_its_camera_records_and_nothing_of_another_camera()
    {
        ClipFigures clip = Clip(sound: Sound(Voice(-17.4)));
        Answers(clip)
            .ShouldBe([
                "RecordFormat 1080 29.97p",
                "Codec long-frame",
                "BitDepth 8",
                "BitRate 45",
                "AudioPeakLevel −17",
                "AudioFormat linear PCM",
                "TestClip yes",
            ]);
        ClipReadings.IsPossible(Head, Ottermere.Alder).ShouldBe(true);

        // Twice the bit rate is not the nearest one, and the counting of drop-frame is told by its sign.
        Answers(clip with { Head = Head with { BitRate = 80e6, Timecode = "03:00:00;12" } })
            .ShouldBe([
                "RecordFormat 1080 29.97p",
                "Codec long-frame",
                "BitDepth 8",
                "AudioPeakLevel −17",
                "AudioFormat linear PCM",
                "TimecodeCount drop-frame",
                "TimecodeHour 3",
                "TestClip yes",
            ]);
        ClipReadings.IsPossible(Head with { Rate = FrameRate.Parse("50") }, Ottermere.Alder).ShouldBe(false);
        ClipReadings.IsPossible(Head with { Width = 1280, Height = 720 }, Ottermere.Alder).ShouldBe(false);
        ClipReadings.IsPossible(Head with { IsVariable = true }, Ottermere.Alder).ShouldBeNull();
        Answers(clip with { Head = Head with { Scan = Scan.Interlaced } })[0].ShouldBe("RecordFormat 1080 59.94i");
    }

    [Fact]
    public void What_it_shows_stands_beside_what_the_controls_come_to_and_in_place_of_what_they_call_fine()
    {
        Sheet sheet = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Alder);
        ImmutableArray<Verdict> good = CheckEvaluator.Evaluate(sheet, Ottermere.AsSheet(sheet));
        ClipFigures clip = Clip(wander: new Stops(0.7), sound: Sound(Silent));
        string Exposure(ImmutableArray<Verdict> of) =>
            JudgementText.Of(Consequences.Of(sheet, of, clip).Items.First(i => i.Topic == ConsequenceTopic.Exposure).Value);
        Exposure(good).ShouldBe("exposure wanders +0.7\u202fstop");
        Exposure(CheckEvaluator.Evaluate(sheet, Ottermere.AsSheet(sheet, ("gain", "+12"))))
            .ShouldEndWith(", exposure wanders +0.7\u202fstop");

        // The notch of the peaks tells of the loudest voice; of the other channel the clip does.
        Sheet peaks = SheetCompiler.Compile(
            Ottermere.Make("recording", Ottermere.LectureRoom.Light, [("audio-peak-level", "−12 dBFS", null)]),
            Ottermere.Alder
        );
        ClipFigures loud = Clip(sound: Sound(Voice(-4), Voice(-30)));
        JudgementText
            .Of(
                Consequences
                    .Of(peaks, CheckEvaluator.Evaluate(peaks, Ottermere.AsSheet(peaks, ("audio-peak-level", "-4"))), loud)
                    .Items.First(i => i.Topic == ConsequenceTopic.Audio)
                    .Value
            )
            .ShouldBe("peaks at −4\u202fdBFS, channel 2 too low");

        // What no control of this sheet tells of is said all the same.
        Consequences.Of(sheet, good, clip).Items.ShouldContain(i => i.Topic == ConsequenceTopic.Audio && i.Severity == Severity.Fault);
        Consequences.Of(sheet, good).Items.ShouldAllBe(i => i.Severity == Severity.Fine || i.Severity == Severity.Unknown);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(700)]
    [InlineData(48_000)]
    public void A_channel_says_the_same_however_its_samples_come(int each)
    {
        const int rate = 8000;
        var random = new Random(7);
        double[] samples =
        [
            .. Enumerable
                .Range(0, 5 * rate)
                .Select(i =>
                    (0.2 * Math.Sin(2 * Math.PI * 50 * i / rate)) + (i / rate % 2 == 0 ? 0.6 * (random.NextDouble() - 0.5) : 0.001)
                ),
        ];
        var meter = new ChannelMeter(rate);
        foreach (double[] part in samples.Chunk(each))
        {
            meter.Add(part);
        }

        ChannelFigures found = meter.Read();
        SoundLevels levels = SoundLevels.Of(samples);
        (found.Levels.Peak, found.Levels.ClippedRuns).ShouldBe((levels.Peak, levels.ClippedRuns));
        found.Levels.Level.ShouldBe(levels.Level, 1e-9);
        found.Voice.ShouldBe(VoiceLevel.Of(VoiceLevel.Blocks(samples, rate)));
        found.Hum!.MainsHz.ShouldBe(50);
        found.Hum.Level.ShouldBe(MainsHum.Find(samples, rate)!.Level, 1e-9);
        found.Blocks.Length.ShouldBe(100);
    }

    [Fact]
    public void Light_is_taken_over_the_pixels_that_clip_in_no_frame()
    {
        // A lamp in the corner that clips in one frame alone does not count in any.
        var series = new LightSeries(16, 16, new PictureProfile(ToneCurve.Named("BT.709")), FrameRate.Parse("25"), isFields: false, 50);
        for (int frame = 0; frame < 50; frame++)
        {
            double lamp = frame == 20 ? 1 : 0.5;
            float[] plane = [.. Enumerable.Range(0, 256).Select(i => (float)(i % 16 > 11 && i / 16 < 4 ? lamp : 0.4))];
            series.Add(new Picture<float>(16, plane, plane, plane));
        }

        FrameFigures found = series.Read(isVariable: false);
        (found.Count, found.Changes.Length).ShouldBe((50, 49));
        found.Wander!.Stops.Value.ShouldBe(0, 1e-9);
        found.Changes[19].ShouldBe(0.5 * 16 / 256, 1e-6);
        found.Flicker.ShouldBeNull("no strip of so small a picture keeps a hundred pixels");
        series.Read(isVariable: true).Repeats.ShouldBeNull();
        Should.Throw<QuantityException>(() => series.Add(new Picture<float>(8, new float[64], new float[64], new float[64])));
    }

    [Fact]
    public void A_lost_frame_makes_a_rate_uneven_and_a_rounded_time_does_not()
    {
        double[] even = [.. Enumerable.Range(0, 50).Select(i => Math.Round(i / 29.97, 3))];
        ClipHead.IsUneven(even).ShouldBeFalse();
        ClipHead.IsUneven([.. even.Where((_, i) => i != 20)]).ShouldBeTrue();
        ClipHead.IsUneven([.. even.Reverse()]).ShouldBeFalse("frames are stored in another order than they are shown in");
        ClipHead.IsUneven([0]).ShouldBeFalse();
    }

    private static readonly ChannelFigures Silent = new(new SoundLevels(-70, -80, 0), default, null, null, [], []);

    private static ChannelFigures Voice(double? peaks, double? peak = null, int clipped = 0)
    {
        double highest = clipped > 0 ? 0 : peak ?? (peaks ?? -30) + 0.2;
        return new ChannelFigures(
            new SoundLevels(highest, -25, clipped),
            new VoiceLevel(peaks, -60),
            null,
            null,
            SoundTarget.Faults(peaks, highest),
            []
        );
    }

    private static SoundFigures Sound(params ChannelFigures[] channels) => new(channels, []);

    private static ClipFigures Clip(
        ScanTest? scan = null,
        FrameRepeats? repeats = null,
        LightFlicker? flicker = null,
        Stops wander = default,
        SoundFigures? sound = null,
        bool hasSound = true,
        bool isDamaged = false,
        bool variable = false
    ) =>
        new(
            Head with
            {
                IsVariable = variable,
            },
            [
                new ClipPart(
                    0,
                    10,
                    scan ?? new ScanTest(0, ScanVerdict.AsDeclared),
                    new FrameFigures(300, repeats, flicker, new ExposureWander(wander), [], []),
                    hasSound ? sound ?? Sound(Voice(-12)) : null,
                    isDamaged
                ),
            ]
        );

    private static IEnumerable<string> Of(
        ScanTest? scan = null,
        FrameRepeats? repeats = null,
        LightFlicker? flicker = null,
        Stops wander = default,
        SoundFigures? sound = null,
        bool hasSound = true,
        bool isDamaged = false,
        bool variable = false
    ) =>
        ClipFindings
            .Of(Clip(scan, repeats, flicker, wander, sound, hasSound, isDamaged, variable))
            .Select(f => $"{f.Topic} {f.Severity}: ".ToLowerInvariant() + JudgementText.Of(f.Short));

    private static IEnumerable<string> Sentences(LightFlicker? flicker = null, SoundFigures? sound = null) =>
        ClipFindings.Of(Clip(flicker: flicker, sound: sound)).Select(f => JudgementText.Of(f.Because));

    private static string[] Answers(ClipFigures clip) => [.. ClipReadings.Of(clip, Ottermere.Alder).Select(a => $"{a.Setting} {a.Typed}")];
}
