using GoldNotch.Core.Clips;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What is wrong with the sound of a clip. (Section 18.)</summary>
internal static class ClipSoundFindings
{
    /// <summary>The case of a voice that is too loud.</summary>
    internal const string HotCase = "hot";

    /// <summary>The case of one that is too low.</summary>
    internal const string LowCase = "low";

    /// <summary>The figure of where it peaks.</summary>
    internal const string PeaksFigure = "peaks";

    private const string RuleId = "CLIP-SOUND";

    // A second channel of the same microphone is a spare where it lies lower by about this much.
    private const double SpareLeastDb = 4;
    private const double SpareMostDb = 24;

    private static readonly Template NoSoundShort = new(RuleId, "no-sound-short", "no sound");
    private static readonly Template NoSound = new(
        RuleId,
        "no-sound",
        "There is no sound in the clip. Some cameras record none at a higher rate or in slow motion; else look at the audio settings."
    );
    private static readonly Template SilentShort = new(RuleId, "silent-short", "channel {channel} silent");
    private static readonly Template Silent = new(
        RuleId,
        "silent",
        "Channel {channel} is silent ({level}). Look at cable, input, 48 V and the channel it is routed to."
    );
    private static readonly Template HotShort = new(RuleId, "hot-short", "channel {channel} too loud");
    private static readonly Template Hot = new(
        RuleId,
        HotCase,
        "Voice on channel {channel} peaks at {peaks}: turn it down by {off:size} to have them at {target}."
    );
    private static readonly Template LowShort = new(RuleId, "low-short", "channel {channel} too low");
    private static readonly Template Low = new(
        RuleId,
        LowCase,
        "Voice on channel {channel} peaks at {peaks}: turn it up by {off:size} to have them at {target}."
    );
    private static readonly Template NobodyShort = new(RuleId, "nobody-short", "no voice on channel {channel}");
    private static readonly Template Nobody = new(
        RuleId,
        "nobody",
        "Nobody speaks on channel {channel} (peak {peak}): its level cannot be judged. Record ten seconds of speech."
    );
    private static readonly Template ClippedShort = new(RuleId, "clipped-short", "channel {channel} clips");
    private static readonly Template Clipped = new(
        RuleId,
        "clipped",
        "Channel {channel} is cut off at full scale {count#time|times}: that cannot be corrected. Turn the level down, or switch the pad on."
    );
    private static readonly Template PeakShort = new(RuleId, "peak-short", "channel {channel} peaks at {peak}");
    private static readonly Template Peak = new(
        RuleId,
        "peak",
        "Channel {channel} reaches {peak}: a laugh will clip. Turn the level down."
    );
    private static readonly Template HumShort = new(RuleId, "hum-short", "hum on channel {channel}");
    private static readonly Template Hum = new(
        RuleId,
        "hum",
        "Channel {channel} hums at {level}, as from {mains} mains: keep its cable from mains leads, use a balanced one, or run one device from its battery."
    );
    private static readonly Template StepShort = new(RuleId, "step-short", "channel {channel} {change} at {at}");
    private static readonly Template Step = new(
        RuleId,
        "step",
        "At {at} the level of channel {channel} {down?rose|fell} by {change:size}: overload protection, or an input that changed. Look at limiter, pad and plug."
    );
    private static readonly Template SameShort = new(RuleId, "same-short", "channels {first} and {second} the same");
    private static readonly Template Same = new(
        RuleId,
        "same",
        "Channels {first} and {second} carry the same sound: a second microphone is not recorded, and there is no lower spare. Look at the routing of the channels."
    );
    private static readonly Template PhaseShort = new(RuleId, "phase-short", "channels {first} and {second} out of phase");
    private static readonly Template Phase = new(
        RuleId,
        "phase",
        "Channels {first} and {second} are turned against each other: mixed to one they cancel. Look at cable and adapter, or turn one of them round."
    );

    internal static IEnumerable<ClipFinding> Of(SoundFigures? sound, double from)
    {
        if (sound is null)
        {
            return [Fault(NoSoundShort.Of(), NoSound.Of())];
        }

        // The lower one of two of the same microphone is meant to be lower.
        HashSet<int> spares =
        [
            .. sound
                .Pairs.Where(p =>
                    p.Pair is { Verdict: PairVerdict.Twins, DifferenceDb: { } off } && Math.Abs(off) is >= SpareLeastDb and <= SpareMostDb
                )
                .Select(p => p.Pair.DifferenceDb > 0 ? p.Second : p.First),
        ];
        return sound
            .Channels.SelectMany((c, i) => Channel(i + 1, c, spares.Contains(i + 1), from))
            .Concat(sound.Pairs.SelectMany(p => Pair(p, spares)));
    }

    private static IEnumerable<ClipFinding> Channel(int number, ChannelFigures of, bool isSpare, double from)
    {
        (string, FigureValue) channel = ("channel", FigureValue.Count(number));
        (string, FigureValue) peak = ("peak", Level(of.Levels.Peak));
        if (of.Levels.IsSilent)
        {
            yield return Fault(SilentShort.Of(channel), Silent.Of(channel, ("level", Level(of.Levels.Level))));
            yield break;
        }

        if (of.Levels.ClippedRuns > 0)
        {
            yield return Fault(ClippedShort.Of(channel), Clipped.Of(channel, ("count", FigureValue.Count(of.Levels.ClippedRuns))));
        }

        foreach (SoundFault fault in of.Faults)
        {
            (string, FigureValue)[] voice =
            [
                channel,
                (PeaksFigure, Level(of.Voice.Peaks ?? SoundLevels.Nothing)),
                ("off", new Decibels((of.Voice.Peaks ?? 0) - SoundTarget.VoicePeaks)),
                ("target", Level(SoundTarget.VoicePeaks)),
            ];
            switch (fault)
            {
                case SoundFault.TooHot:
                    yield return Fault(HotShort.Of(channel), Hot.Of(voice));
                    break;
                case SoundFault.TooLow when !isSpare:
                    yield return Slight(LowShort.Of(channel), Low.Of(voice));
                    break;
                case SoundFault.NoVoice:
                    yield return Slight(NobodyShort.Of(channel), Nobody.Of(channel, peak));
                    break;
                case SoundFault.Peak when of.Levels.ClippedRuns == 0:
                    yield return Fault(PeakShort.Of(channel, peak), Peak.Of(channel, peak));
                    break;
                default:
                    break;
            }
        }

        if (of.Hum is { } hum)
        {
            yield return Slight(
                HumShort.Of(channel),
                Hum.Of(channel, ("level", Level(hum.Level)), ("mains", FigureValue.In(Measure.Hertz, hum.MainsHz)))
            );
        }

        if (of.Step is { } step)
        {
            (string, FigureValue)[] figures =
            [
                channel,
                ("at", FigureValue.In(Measure.Seconds, from + step.AtSecond)),
                ("change", new Decibels(step.ChangeDb)),
                ("down", FigureValue.Count(step.ChangeDb)),
            ];
            yield return Fault(StepShort.Of(figures), Step.Of(figures));
        }
    }

    private static IEnumerable<ClipFinding> Pair(NumberedPair of, HashSet<int> spares)
    {
        (string, FigureValue)[] both = [("first", FigureValue.Count(of.First)), ("second", FigureValue.Count(of.Second))];
        return of.Pair.Verdict switch
        {
            PairVerdict.Twins when !spares.Contains(of.First) && !spares.Contains(of.Second) => [Slight(SameShort.Of(both), Same.Of(both))],
            PairVerdict.OutOfPhase => [Fault(PhaseShort.Of(both), Phase.Of(both))],
            _ => [],
        };
    }

    private static FigureValue Level(double level) => FigureValue.In(Measure.FullScale, level);

    private static ClipFinding Fault(Judgement inShort, Judgement because) => new(ConsequenceTopic.Audio, Severity.Fault, inShort, because);

    private static ClipFinding Slight(Judgement inShort, Judgement because) =>
        new(ConsequenceTopic.Audio, Severity.Slight, inShort, because);
}
