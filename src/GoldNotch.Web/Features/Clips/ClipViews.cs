using GoldNotch.Core.Checks;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Imaging;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Clips;

/// <summary>What a clip shows that is wrong.</summary>
public sealed record ClipFindingView(ConsequenceTopic Topic, Severity Severity, string Short, JudgementView Because);

/// <summary>What a clip says of itself, as people say it.</summary>
public sealed record ClipFactView(string Name, string Value);

/// <summary>What a clip answered of a notch of its check; <c>says</c> is why it was not understood.</summary>
public sealed record ClipAnswerView(string Setting, string Name, string Typed, ClipOutcome Outcome, string Says);

/// <summary>A channel: its figures in dBFS, and peaks and levels of equal parts of it for a drawing.</summary>
public sealed record ClipChannelView(
    int Number,
    bool Silent,
    double Peak,
    double Level,
    double? VoicePeaks,
    double? Floor,
    IReadOnlyList<double> Peaks,
    IReadOnlyList<double> Levels
);

/// <summary>A part of a clip that was looked at; <c>stops</c> is the light of each frame from mid grey, <c>changed</c> whether each after the first is another picture than the one before; null where the scene is still.</summary>
public sealed record ClipPartView(
    double From,
    double Seconds,
    int Frames,
    double FramesPerSecond,
    IReadOnlyList<double> Stops,
    IReadOnlyList<bool>? Changed,
    IReadOnlyList<ClipChannelView> Channels
);

/// <summary>What a voice is to have, dBFS.</summary>
public sealed record ClipTargetView(double VoicePeaks, double Within, double MostPeak);

/// <summary>A clip. While it is judged, <c>stage</c> says what is read; null where nobody is at it.</summary>
public sealed record ClipView(
    Guid Id,
    string Name,
    string? Unit,
    Guid? Check,
    bool Counts,
    string AddedBy,
    DateTimeOffset AddedAt,
    long Bytes,
    ClipState State,
    ClipStage? Stage,
    string Sentence,
    IReadOnlyList<ClipFactView> Facts,
    IReadOnlyList<ClipFindingView> Findings,
    IReadOnlyList<ClipAnswerView> Answers,
    IReadOnlyList<ClipPartView> Parts,
    ClipTargetView Target
);

/// <summary>A clip in a list.</summary>
public sealed record ClipRow(
    Guid Id,
    string Name,
    string? Unit,
    Guid? Check,
    string AddedBy,
    DateTimeOffset AddedAt,
    ClipState State,
    string InShort
);

/// <summary>Clips, the newest first; <c>next</c> asks for older ones.</summary>
public sealed record ClipPage(IReadOnlyList<ClipRow> Clips, string? Next);

/// <summary>Says clips in the notation of the person who asks.</summary>
internal sealed class ClipViews(ClipDesk desk, Phrasing phrasing)
{
    internal ClipView Of(StoredClip clip)
    {
        ClipFigures? figures = clip.Document?.ToFigures();
        return new ClipView(
            clip.Id,
            clip.Name,
            clip.UnitTag,
            clip.CheckId,
            clip.Answers is not null,
            clip.AddedBy,
            clip.AddedAt,
            clip.Bytes,
            clip.State,
            desk.StageOf(clip.Id),
            clip.Refusal,
            figures is null ? [] : [.. Facts(figures)],
            figures is null
                ? []
                :
                [
                    .. ClipFindings
                        .Of(figures)
                        .Select(f => new ClipFindingView(f.Topic, f.Severity, phrasing.Text(f.Short), phrasing.Of(f.Because))),
                ],
            [
                .. (clip.Answers ?? []).Select(a => new ClipAnswerView(
                    a.Setting,
                    SettingDefinition.Of(SettingDefinition.Parse(a.Setting)).Name,
                    a.Typed,
                    a.Outcome,
                    a.Says
                )),
            ],
            figures is null ? [] : [.. figures.Parts.Select(p => Part(p, figures.Head))],
            new ClipTargetView(SoundTarget.VoicePeaks, SoundTarget.Within, SoundTarget.MostPeak)
        );
    }

    internal ClipRow Row(StoredClip clip) =>
        new(
            clip.Id,
            clip.Name,
            clip.UnitTag,
            clip.CheckId,
            clip.AddedBy,
            clip.AddedAt,
            clip.State,
            clip.Document is { } document ? InShort(document.ToFigures()) : clip.Refusal
        );

    private string InShort(ClipFigures figures)
    {
        string[] found = [.. ClipFindings.Of(figures).Select(f => phrasing.Text(f.Short))];
        return found.Length == 0 ? "nothing wrong found" : string.Join(" · ", found);
    }

    private static ClipPartView Part(ClipPart of, ClipHead head) =>
        new(
            of.From,
            of.Seconds,
            of.Frames.Count,
            head.Rate.FramesPerSecond,
            of.Frames.Stops,
            FrameRepeats.LeastChange(of.Frames.Changes.AsSpan()) is { } least ? [.. of.Frames.Changes.Select(c => c >= least)] : null,
            [
                .. (of.Sound?.Channels ?? []).Select(
                    (c, i) =>
                        new ClipChannelView(
                            i + 1,
                            c.Levels.IsSilent,
                            c.Levels.Peak,
                            c.Levels.Level,
                            c.Levels.IsSilent ? null : c.Voice.Peaks,
                            c.Levels.IsSilent ? null : c.Voice.Floor,
                            [.. c.Blocks.Select(b => b.Peak)],
                            [.. c.Blocks.Select(b => b.Level)]
                        )
                ),
            ]
        );

    private static IEnumerable<ClipFactView> Facts(ClipFigures of)
    {
        ClipHead head = of.Head;
        yield return new(
            "Picture",
            $"{new FrameSize(head.Width, head.Height).Label()} {(head.IsVariable ? $"{head.Rate.Label()} on average" : head.ScanRate.Label())}"
        );
        yield return new("Duration", $"{Notation.Number(head.Seconds, 1)}{Notation.ThinSpace}s");
        string kept = head.IsEveryFrame switch
        {
            true => $", {ClipReadings.EveryFrame}",
            false => $", {ClipReadings.LongFrame}",
            null => "",
        };
        yield return new("Codec", $"{head.Codec}{(head.Profile is null ? "" : $" {head.Profile}")}{kept}");
        yield return new(
            "Samples",
            $"{head.Bits}{Notation.ThinSpace}bit{(head.Chroma is null ? "" : $", {head.Chroma}")}, {(head.IsLegal == false ? "full" : "legal")} range"
        );
        if (head.BitRate is { } bits)
        {
            yield return new("Bit rate", new BitRate(bits / 1e6).Label());
        }

        if (head.Curve is not null || head.Primaries is not null)
        {
            yield return new("Colour", string.Join(", ", new[] { head.Curve, head.Primaries }.Where(c => c is not null).Distinct()));
        }

        yield return new(
            "Sound",
            head.Sound.Count == 0
                ? "none"
                : string.Join(
                    "; ",
                    head.Sound.Select(s =>
                        $"{s.Channels} {(s.Channels == 1 ? "channel" : "channels")} {s.Codec}, {Notation.Number(s.SampleRate / 1000.0, 1)}{Notation.ThinSpace}kHz{(s.Bits is { } b ? $", {b}{Notation.ThinSpace}bit" : "")}"
                    )
                )
        );
        if (head.Timecode is not null)
        {
            yield return new("Timecode", head.Timecode);
        }

        if (head.Created is not null)
        {
            yield return new("Made, as the file says", head.Created);
        }

        if (head.Pictures > 1)
        {
            yield return new("Pictures", $"{head.Pictures} streams; the first was judged");
        }

        if (of.IsInParts)
        {
            yield return new("Judged", "the first and the middle ten seconds: it is long");
        }
    }
}
