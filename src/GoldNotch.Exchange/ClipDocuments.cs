using System.Collections.Immutable;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>What a clip says of a stream of its sound.</summary>
public sealed record ClipSoundDocument(string Codec, int Channels, int SampleRate, int? Bits = null);

/// <summary>What a clip says of itself; <c>rate</c> is a fraction.</summary>
public sealed record ClipHeadDocument(
    int Width,
    int Height,
    string Rate,
    bool Variable,
    bool Interlaced,
    string Codec,
    int Bits,
    double Seconds,
    int Pictures,
    IReadOnlyList<ClipSoundDocument> Sound,
    bool? EveryFrame = null,
    string? Profile = null,
    string? Chroma = null,
    bool? LegalRange = null,
    string? Matrix = null,
    string? Primaries = null,
    string? Curve = null,
    double? BitRate = null,
    string? Timecode = null,
    string? Created = null
);

/// <summary>What a channel holds; <c>peaks</c> and <c>levels</c> are for its drawing, dBFS, each of an equal part of it.</summary>
public sealed record ClipChannelDocument(
    double Peak,
    double Level,
    int ClippedRuns,
    IReadOnlyList<double> Peaks,
    IReadOnlyList<double> Levels,
    double? VoicePeaks = null,
    double? Floor = null,
    double? HumMainsHz = null,
    double? HumLevel = null,
    int? StepAt = null,
    double? StepDb = null
);

/// <summary>How two channels belong together.</summary>
public sealed record ClipPairDocument(int First, int Second, PairVerdict Verdict, double? Correlation = null, double? DifferenceDb = null);

/// <summary>What was looked at in a part of a clip; <c>stops</c> and <c>changes</c> are for drawings, a number a frame.</summary>
public sealed record ClipPartDocument(
    double From,
    double Seconds,
    ScanVerdict Scan,
    int Frames,
    IReadOnlyList<double> Stops,
    IReadOnlyList<double> Changes,
    bool Damaged,
    double? CombShare = null,
    int? Repeats = null,
    double? RealRate = null,
    RepeatVerdict? Repeating = null,
    double? FlickerPercent = null,
    double? FlickerHz = null,
    double? FlickerMainsHz = null,
    FlickerVerdict? Flicker = null,
    double? WanderStops = null,
    IReadOnlyList<ClipChannelDocument>? Channels = null,
    IReadOnlyList<ClipPairDocument>? Pairs = null
);

/// <summary>A judged clip as it is kept: its figures, never what is said of them.</summary>
public sealed record ClipDocument(ClipHeadDocument Head, IReadOnlyList<ClipPartDocument> Parts)
{
    // A drawing has no more columns than that.
    private const int MostPoints = 600;

    /// <summary>As it is kept.</summary>
    public static ClipDocument Of(ClipFigures clip)
    {
        ClipHead h = clip.Head;
        return new ClipDocument(
            new ClipHeadDocument(
                Width: h.Width,
                Height: h.Height,
                Rate: $"{Whole(h.Rate.Numerator)}/{Whole(h.Rate.Denominator)}",
                Variable: h.IsVariable,
                Interlaced: h.Scan == Scan.Interlaced,
                Codec: h.Codec,
                EveryFrame: h.IsEveryFrame,
                Profile: h.Profile,
                Bits: h.Bits,
                Chroma: h.Chroma,
                LegalRange: h.IsLegal,
                Matrix: h.Matrix,
                Primaries: h.Primaries,
                Curve: h.Curve,
                BitRate: h.BitRate,
                Seconds: h.Seconds,
                Timecode: h.Timecode,
                Created: h.Created,
                Pictures: h.Pictures,
                Sound: [.. h.Sound.Select(s => new ClipSoundDocument(s.Codec, s.Channels, s.SampleRate, s.Bits))]
            ),
            [.. clip.Parts.Select(Part)]
        );
    }

    /// <summary>As the core judges it.</summary>
    public ClipFigures ToFigures() =>
        new(
            new ClipHead
            {
                Width = Head.Width,
                Height = Head.Height,
                Rate = FrameRate.Parse(Head.Rate),
                IsVariable = Head.Variable,
                Scan = Head.Interlaced ? Scan.Interlaced : Scan.Progressive,
                Codec = Head.Codec,
                IsEveryFrame = Head.EveryFrame,
                Profile = Head.Profile,
                Bits = Head.Bits,
                Chroma = Head.Chroma,
                IsLegal = Head.LegalRange,
                Matrix = Head.Matrix,
                Primaries = Head.Primaries,
                Curve = Head.Curve,
                BitRate = Head.BitRate,
                Seconds = Head.Seconds,
                Timecode = Head.Timecode,
                Created = Head.Created,
                Pictures = Head.Pictures,
                Sound = [.. Head.Sound.Select(s => new ClipSound(s.Codec, s.Channels, s.SampleRate, s.Bits))],
            },
            [.. Parts.Select(Figures)]
        );

    private static string Whole(int number) => number.ToString(System.Globalization.CultureInfo.InvariantCulture);

    private static ClipPartDocument Part(ClipPart of) =>
        new(
            From: of.From,
            Seconds: of.Seconds,
            CombShare: of.Scan.Share,
            Scan: of.Scan.Verdict,
            Frames: of.Frames.Count,
            Repeats: of.Frames.Repeats?.Repeats,
            RealRate: of.Frames.Repeats?.RealRate,
            Repeating: of.Frames.Repeats?.Verdict,
            FlickerPercent: of.Frames.Flicker?.Percent,
            FlickerHz: of.Frames.Flicker?.Hertz,
            FlickerMainsHz: of.Frames.Flicker?.MainsHz,
            Flicker: of.Frames.Flicker?.Verdict,
            WanderStops: of.Frames.Wander?.Stops.Value,
            Stops: [.. of.Frames.Stops.Select(s => Math.Round(s, 3))],
            Changes: [.. of.Frames.Changes.Select(c => Math.Round(c, 5))],
            Damaged: of.IsDamaged,
            Channels: of.Sound is null ? null : [.. of.Sound.Channels.Select(Channel)],
            Pairs: of.Sound is null
                ? null
                :
                [
                    .. of.Sound.Pairs.Select(p => new ClipPairDocument(
                        p.First,
                        p.Second,
                        p.Pair.Verdict,
                        p.Pair.Correlation,
                        p.Pair.DifferenceDb
                    )),
                ]
        );

    private static ClipChannelDocument Channel(ChannelFigures of)
    {
        // The highest peak and the mean level of each point.
        int each = Math.Max(1, (int)Math.Ceiling((double)of.Blocks.Length / MostPoints));
        SoundBlock[][] points = [.. of.Blocks.Chunk(each)];
        return new ClipChannelDocument(
            Peak: of.Levels.Peak,
            Level: of.Levels.Level,
            ClippedRuns: of.Levels.ClippedRuns,
            VoicePeaks: of.Voice.Peaks,
            Floor: of.Voice.Floor,
            HumMainsHz: of.Hum?.MainsHz,
            HumLevel: of.Hum?.Level,
            StepAt: of.Step?.AtSecond,
            StepDb: of.Step?.ChangeDb,
            Peaks: [.. points.Select(p => Math.Round(p.Max(b => b.Peak), 1))],
            Levels: [.. points.Select(p => Math.Round(p.Average(b => b.Level), 1))]
        );
    }

    private static ClipPart Figures(ClipPartDocument of) =>
        new(
            of.From,
            of.Seconds,
            new ScanTest(of.CombShare, of.Scan),
            new FrameFigures(
                of.Frames,
                of.Repeating is { } repeating ? new FrameRepeats(of.Repeats, of.RealRate, repeating) : null,
                of.Flicker is { } flicker ? new LightFlicker(of.FlickerPercent ?? 0, of.FlickerHz ?? 0, of.FlickerMainsHz, flicker) : null,
                of.WanderStops is { } stops ? new ExposureWander(new Stops(stops)) : null,
                [.. of.Stops],
                [.. of.Changes]
            ),
            of.Channels is null
                ? null
                : new SoundFigures(
                    [.. of.Channels.Select(Figures)],
                    [
                        .. (of.Pairs ?? []).Select(p => new NumberedPair(
                            p.First,
                            p.Second,
                            new ChannelPair(p.Correlation, p.DifferenceDb, p.Verdict)
                        )),
                    ]
                ),
            of.Damaged
        );

    private static ChannelFigures Figures(ClipChannelDocument of)
    {
        var levels = new SoundLevels(of.Peak, of.Level, of.ClippedRuns);
        return new ChannelFigures(
            levels,
            new VoiceLevel(of.VoicePeaks, of.Floor),
            of.HumMainsHz is { } mains && of.HumLevel is { } level ? new MainsHum(mains, level) : null,
            of.StepAt is { } at && of.StepDb is { } change ? new LevelStep(at, change) : null,
            levels.IsSilent ? ImmutableArray<SoundFault>.Empty : SoundTarget.Faults(of.VoicePeaks, of.Peak),
            [.. of.Peaks.Zip(of.Levels, (peak, mean) => new SoundBlock(peak, mean))]
        );
    }
}

/// <summary>What became of an answer that a clip gave of a notch.</summary>
public enum ClipOutcome
{
    /// <summary>It is recorded.</summary>
    Recorded,

    /// <summary>The same had been read.</summary>
    Same,

    /// <summary>Something else had been read: both are kept until a person decides.</summary>
    Beside,

    /// <summary>The control of this model has no such place.</summary>
    NotUnderstood,
}

/// <summary>What a clip answered of a notch; <c>says</c> is why it was not understood.</summary>
public sealed record ClipAnswerDocument(string Setting, string Typed, ClipOutcome Outcome, string Says = "");
