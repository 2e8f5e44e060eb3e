using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>What the footage is for.</summary>
public enum FootageUse
{
    /// <summary>Nothing in particular.</summary>
    General,

    /// <summary>Live or broadcast.</summary>
    Live,

    /// <summary>The web.</summary>
    Web,

    /// <summary>The cinema look.</summary>
    Film,

    /// <summary>Slow motion.</summary>
    SlowMotion,

    /// <summary>Still frames.</summary>
    Stills,
}

/// <summary>The format that a use of the footage proposes.</summary>
/// <param name="Use">The use.</param>
/// <param name="Size">Resolution.</param>
/// <param name="Rate">Frame rate and scan.</param>
/// <param name="AtLeast">The lowest bit rate; null where the highest is right.</param>
/// <param name="Reasons">Why, the most important first.</param>
/// <param name="Cautions">What to watch.</param>
public sealed record FootageProposal(
    FootageUse Use,
    FrameSize Size,
    ScanRate Rate,
    BitRate? AtLeast,
    ImmutableArray<Judgement> Reasons,
    ImmutableArray<Judgement> Cautions
)
{
    private const string RuleId = "FORMAT-BY-USE";

    private static readonly Template TelevisionLook = new(
        RuleId,
        "television-look",
        "Interlaced is the television look, and most receivers of a live picture take it."
    );
    private static readonly Template AskReceiver = new(
        RuleId,
        "ask-receiver",
        "Ask the receiver first: resolution, frame rate, scan and bit rate are theirs to decide."
    );
    private static readonly Template InterlacedLimits = new(
        RuleId,
        "interlaced-limits",
        "Interlaced cannot be slowed down or made into clean still frames."
    );
    private static readonly Template EveryScreen = new(
        RuleId,
        "every-screen",
        "Progressive plays on every screen, and 1080 is what people watch."
    );
    private static readonly Template SmallFiles = new(RuleId, "small-files", "Small files upload quickly.");
    private static readonly Template Foliage = new(RuleId, "foliage", "Below 20 Mb/s foliage and water break up.");
    private static readonly Template GradesForce = new(
        RuleId,
        "grades-force",
        "Some small grades of a camera are interlaced only: check the rate after choosing the grade."
    );
    private static readonly Template FilmLook = new(RuleId, "film-look", "24 frames at 180° are the look of film.");
    private static readonly Template Gradable = new(RuleId, "gradable", "The highest bit rate keeps the curve gradable.");
    private static readonly Template Stretches = new(
        RuleId,
        "stretches",
        "Recorded at a high rate and played at the usual one, time stretches by their ratio."
    );
    private static readonly Template HighRateCosts = new(
        RuleId,
        "high-rate-costs",
        "High rates often crop the picture, lower its quality or shorten the clip."
    );
    private static readonly Template StopPerDoubling = new(
        RuleId,
        "stop-per-doubling",
        "Each doubling of the rate costs one stop of light."
    );
    private static readonly Template ResetHighRate = new(
        RuleId,
        "reset-high-rate",
        "Switch the high-rate mode off on return: it is the setting most often left on."
    );
    private static readonly Template WholePictures = new(RuleId, "whole-pictures", "Progressive frames are whole pictures.");
    private static readonly Template LargestStill = new(RuleId, "largest-still", "The largest resolution gives the largest still.");
    private static readonly Template Freeze = new(
        RuleId,
        "freeze",
        "Freeze movement with 1/100 or shorter where stills matter more than the look of motion."
    );
    private static readonly Template PlainProgressive = new(
        RuleId,
        "plain-progressive",
        "Plain progressive cuts with everything else the department has."
    );
    private static readonly Template ByPolicy = new(RuleId, "by-policy", "The policy on frame rate is: {option}.");
    private static readonly Template PanSlowly = new(
        RuleId,
        "pan-slowly",
        "Pan slowly: at {rate} an object takes at least {time} to cross the frame, or it judders."
    );
    private static readonly Template NoSuchRate = new(RuleId, "no-such-rate", "does not record {rate}");
    private static readonly Template NoCard = new(RuleId, "no-card", "no card is issued with it");
    private static readonly Template CardTooSlow = new(RuleId, "card-too-slow", "the issued {card} is too slow");
    private static readonly Template CardHolds = new(RuleId, "card-holds", "{minutes} at {rate} on {capacity}");

    /// <summary>The bit rate that is enough for the use: its own floor, or 25 Mb/s scaled by the resolution.</summary>
    public BitRate Enough => AtLeast ?? new BitRate(25.0 * Size.Pixels / (1920 * 1080));

    /// <summary>What a use proposes under the policies of a standard.</summary>
    /// <param name="use">What the footage is for.</param>
    /// <param name="policies">The policies.</param>
    /// <param name="mainsHz">Mains at the place: where they are 50 Hz, television and lamps go by 25 and 50.</param>
    public static FootageProposal For(FootageUse use, Policies policies, double mainsHz = 60)
    {
        FootageProposal proposal = Under60(use, policies);
        return mainsHz is > 45 and < 55 ? proposal with { Rate = At50(proposal.Rate) } : proposal;
    }

    // Film keeps its 24: its look is wanted whatever the mains, and 172.8° is steady under them.
    private static ScanRate At50(ScanRate rate) =>
        rate.Label() switch
        {
            "59.94i" => Rated("50i"),
            "29.97p" => Rated("25p"),
            "59.94p" => Rated("50p"),
            "119.88p" => Rated("100p"),
            _ => rate,
        };

    private static FootageProposal Under60(FootageUse use, Policies policies)
    {
        FootageProposal by = use switch
        {
            FootageUse.Live => new(use, Sized("1080"), Rated("59.94i"), null, Said(TelevisionLook), Said(AskReceiver, InterlacedLimits)),
            FootageUse.Web => new(
                use,
                Sized("1080"),
                Rated("29.97p"),
                new BitRate(20),
                Said(EveryScreen, SmallFiles),
                Said(Foliage, GradesForce)
            ),
            FootageUse.Film => new(use, Sized("2160"), Rated("23.976p"), null, Said(FilmLook, Gradable), []),
            FootageUse.SlowMotion => new(
                use,
                Sized("1080"),
                Rated("119.88p"),
                null,
                Said(Stretches),
                Said(HighRateCosts, StopPerDoubling, ResetHighRate)
            ),
            FootageUse.Stills => new(use, Sized("2160"), Rated("29.97p"), null, Said(WholePictures, LargestStill), Said(Freeze)),
            _ => new(use, Sized("1080"), Rated("29.97p"), null, Said(PlainProgressive), []),
        };
        FootageProposal chosen =
            use != FootageUse.SlowMotion && DecidedRate(policies.Of<FrameRatePolicy>()) is { } decided
                ? by with
                {
                    Rate = decided,
                    Reasons = [ByPolicy.Of(Setting.RecordFormat, ("option", policies[PolicyMatter.FrameRate].Text)), .. by.Reasons.Skip(1)],
                }
                : by;
        return chosen.Rate.Frames.FramesPerSecond < 26
            ? chosen with
            {
                Cautions =
                [
                    .. chosen.Cautions,
                    PanSlowly.Of(
                        Setting.RecordFormat,
                        ("rate", chosen.Rate),
                        ("time", FigureValue.In(Measure.Seconds, Math.Round(Shutter.PanSeconds(chosen.Rate.Frames))))
                    ),
                ],
            }
            : chosen;
    }

    /// <summary>How much of this the card issued with a model holds, in a few words.</summary>
    public Judgement HeldBy(CameraModel model)
    {
        RecordFormat? format = model.FormatOf(new SettingValue.Format(Size, Rate)) ?? model.Formats.FirstOrDefault(f => f.Rate == Rate);
        if (format is null)
        {
            return NoSuchRate.Of(Setting.RecordFormat, ("rate", Rate));
        }

        if (model.Card is not { } card)
        {
            return NoCard.Of(Setting.CardMinutes);
        }

        BitRate[] sustained = [.. format.BitRates.Order().Where(card.Class.KeepsUpWith)];
        if (sustained.Length == 0)
        {
            return CardTooSlow.Of(Setting.CardSpeed, ("card", card.Class.Name));
        }

        BitRate rate = AtLeast is { } least ? sustained.FirstOrDefault(b => b >= least, sustained[^1]) : sustained[^1];
        return CardHolds.Of(
            Setting.CardMinutes,
            ("minutes", FigureValue.In(Measure.Minutes, Math.Floor(Recording.Seconds(card.CapacityGb, rate) / 60))),
            ("rate", rate),
            ("capacity", FigureValue.In(Measure.Gigabytes, card.CapacityGb))
        );
    }

    private static ImmutableArray<Judgement> Said(params Template[] templates) => [.. templates.Select(t => t.Of(Setting.RecordFormat))];

    private static FrameSize Sized(string text) => FrameSize.Parse(text);

    // The rate a department decided on whatever the footage is for; null where the use decides.
    private static ScanRate? DecidedRate(FrameRatePolicy policy) =>
        policy switch
        {
            FrameRatePolicy.Interlaced => Rated("59.94i"),
            FrameRatePolicy.Progressive => Rated("29.97p"),
            FrameRatePolicy.Film => Rated("23.976p"),
            FrameRatePolicy.Motion => Rated("59.94p"),
            _ => null,
        };

    private static ScanRate Rated(string text) => ScanRate.Parse(text);
}
