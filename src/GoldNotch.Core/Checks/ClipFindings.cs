using System.Collections.Immutable;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Something that a test clip shows, which no control tells.</summary>
/// <param name="Topic">What part of the recording it is about.</param>
/// <param name="Severity">How bad.</param>
/// <param name="Short">In a few words.</param>
/// <param name="Because">Whole, with its figures and the remedy.</param>
public sealed record ClipFinding(ConsequenceTopic Topic, Severity Severity, Judgement Short, Judgement Because);

/// <summary>What is wrong in a judged clip, worst first within each part. (Section 18.)</summary>
public static class ClipFindings
{
    private const string FileRule = "CLIP-FILE";
    private const string ScanRule = "CLIP-SCAN";
    private const string RepeatRule = "CLIP-REPEATS";
    private const string LightRule = "CLIP-LIGHT";

    private static readonly Template DamagedShort = new(FileRule, "damaged-short", "clip damaged");
    private static readonly Template Damaged = new(
        FileRule,
        "damaged",
        "Parts of the clip could not be decoded. Copy it from the card again; where it stays so, record on another card."
    );
    private static readonly Template UnevenShort = new(FileRule, "uneven-short", "uneven frame rate");
    private static readonly Template Uneven = new(
        FileRule,
        "uneven",
        "The frames of the clip come at uneven times, {rate} a second on average: sound drifts from picture in the edit. Repeats, flicker and exposure were not judged. Record at a constant rate."
    );
    private static readonly Template CombedShort = new(ScanRule, "combed-short", "combed");
    private static readonly Template Combed = new(
        ScanRule,
        "combed",
        "The file says progressive, but {share} of the frames that could be told are two fields: edges comb when something moves. Set the camera to progressive, or have the edit treat the clip as interlaced."
    );
    private static readonly Template CadenceShort = new(RepeatRule, "cadence-short", "{real} in {rate}");
    private static readonly Template Cadence = new(
        RepeatRule,
        "cadence",
        "Of {rate} frames a second only {real} differ; the others repeat in a steady pattern: a shutter longer than a frame, or a slower rate inside this one. Set rate and shutter again."
    );
    private static readonly Template DroppedShort = new(RepeatRule, "dropped-short", "{count} frames repeat");
    private static readonly Template Dropped = new(
        RepeatRule,
        "dropped",
        "{count} frames repeat without a pattern: the camera dropped frames. Try another card, then a lower bit rate."
    );
    private static readonly Template PumpingShort = new(LightRule, "pumping-short", "flickers by {percent}");
    private static readonly Template PumpingMains = new(
        LightRule,
        "pumping-mains",
        "The light of the clip flickers by {percent} at {beat}, as lamps on {mains} mains do at this rate. A shutter of {shutter} holds whole ripples of them: set it, or the nearest that this camera has, or another frame rate."
    );
    private static readonly Template Pumping = new(
        LightRule,
        "pumping",
        "The light of the clip flickers by {percent} at {beat}, which no mains explains: a dimmed lamp, a screen, or a lamp with a frequency of its own. Turn the shutter until it stands, or change the lamp."
    );
    private static readonly Template RestlessShort = new(LightRule, "restless-short", "light restless");
    private static readonly Template Restless = new(
        LightRule,
        "restless",
        "The light of the clip moves by {percent} without a frequency: the light itself, or much of the scene, moves. Record ten seconds of a still scene to tell."
    );
    private static readonly Template WanderShort = new(LightRule, "wander-short", "exposure wanders {stops}");
    private static readonly Template Wander = new(
        LightRule,
        "wander",
        "Exposure changes by {stops} within the clip: iris, gain or shutter is automatic, or the scene changed. Look at the three, and record a still scene again."
    );

    /// <summary>Everything that is wrong in it.</summary>
    public static ImmutableArray<ClipFinding> Of(ClipFigures clip)
    {
        ClipHead head = clip.Head;
        ScanRate rate = head.ScanRate;
        var found = ImmutableArray.CreateBuilder<ClipFinding>();
        if (clip.Parts.Any(p => p.IsDamaged))
        {
            found.Add(new(ConsequenceTopic.Card, Severity.Fault, DamagedShort.Of(), Damaged.Of()));
        }

        if (head.IsVariable)
        {
            found.Add(new(ConsequenceTopic.Format, Severity.Fault, UnevenShort.Of(), Uneven.Of(("rate", head.Rate.Label()))));
        }

        // Of a long clip both ends that were looked at count; the worse is told.
        if (clip.Parts.FirstOrDefault(p => p.Scan.Verdict == ScanVerdict.Combed) is { } combed)
        {
            found.Add(
                new(
                    ConsequenceTopic.Format,
                    Severity.Fault,
                    CombedShort.Of(),
                    Combed.Of(("share", FigureValue.In(Measure.Percent, 100 * combed.Scan.Share!.Value)))
                )
            );
        }

        found.AddRange(
            clip.Parts.Select(p => p.Frames.Repeats).OfType<FrameRepeats>().MaxBy(r => r.Repeats ?? 0) is { } repeats
                ? Repeats(repeats, head)
                : []
        );
        found.AddRange(
            clip.Parts.Select(p => p.Frames.Flicker).OfType<LightFlicker>().MaxBy(f => f.Percent) is { } flicker
                ? Flickers(flicker, rate)
                : []
        );
        if (clip.Parts.Select(p => p.Frames.Wander).OfType<ExposureWander>().MaxBy(w => w.Stops.Value) is { IsSeen: true } wander)
        {
            found.Add(
                new(ConsequenceTopic.Exposure, Severity.Fault, WanderShort.Of(("stops", wander.Stops)), Wander.Of(("stops", wander.Stops)))
            );
        }

        found.AddRange(clip.Parts.SelectMany(p => ClipSoundFindings.Of(p.Sound, p.From)).DistinctBy(f => f.Short));
        return found.ToImmutable();
    }

    /// <summary>What is said beside the verdicts of a check: not once more that the loudest voice is off, where the notch of the peaks tells it.</summary>
    /// <param name="clip">The clip.</param>
    /// <param name="toldOfPeaks">Whether the notch of the peaks is off target.</param>
    internal static IEnumerable<ClipFinding> Beside(ClipFigures clip, bool toldOfPeaks)
    {
        ChannelFigures[] channels = [.. clip.Parts.SelectMany(p => p.Sound?.Channels ?? [])];
        double? loudest = channels.Max(c => c.Levels.IsSilent ? null : c.Voice.Peaks);
        return Of(clip)
            .Where(f =>
                !toldOfPeaks
                || f.Because.Case is not (ClipSoundFindings.HotCase or ClipSoundFindings.LowCase)
                || (f.Because[ClipSoundFindings.PeaksFigure] as FigureValue.Amount)?.Value != loudest
            );
    }

    private static IEnumerable<ClipFinding> Repeats(FrameRepeats of, ClipHead head)
    {
        (string, FigureValue) rate = ("rate", head.Rate.Label());
        if (of.Verdict == RepeatVerdict.Cadence && of.RealRate is { } real)
        {
            (string, FigureValue) differ = ("real", FrameRate.Parse(Notation.Number(real, 3)).Label());
            yield return new(ConsequenceTopic.Format, Severity.Fault, CadenceShort.Of(differ, rate), Cadence.Of(differ, rate));
        }
        else if (of.Verdict == RepeatVerdict.Dropped && of.Repeats is { } count)
        {
            (string, FigureValue) many = ("count", FigureValue.Count(count));
            yield return new(ConsequenceTopic.Card, Severity.Fault, DroppedShort.Of(many), Dropped.Of(many));
        }
    }

    private static IEnumerable<ClipFinding> Flickers(LightFlicker of, ScanRate rate)
    {
        (string, FigureValue) percent = ("percent", FigureValue.In(Measure.Percent, of.Percent));
        (string, FigureValue) beat = ("beat", FigureValue.In(Measure.Hertz, of.Hertz));
        if (of.Verdict == Clips.FlickerVerdict.Restless)
        {
            yield return new(ConsequenceTopic.Flicker, Severity.Slight, RestlessShort.Of(percent), Restless.Of(percent));
        }
        else if (of.Verdict == Clips.FlickerVerdict.Pumping)
        {
            // Two periods of the lamp where a frame is long enough for them, else one.
            Judgement because = of.MainsHz is { } mains
                ? PumpingMains.Of(
                    percent,
                    beat,
                    ("mains", FigureValue.In(Measure.Hertz, mains)),
                    ("shutter", new ExposureTime(mains >= rate.PicturesPerSecond ? 1 / mains : 1 / (2 * mains)))
                )
                : Pumping.Of(percent, beat);
            yield return new(
                ConsequenceTopic.Flicker,
                of.Percent > Flicker.SeenPercent ? Severity.Fault : Severity.Slight,
                PumpingShort.Of(percent),
                because
            );
        }
    }
}
