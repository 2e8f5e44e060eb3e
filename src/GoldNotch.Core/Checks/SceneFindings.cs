using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>A part of a scene as it was marked in a picture.</summary>
/// <param name="Name">What it is, as spoken within a sentence: <c>skin</c>, <c>key side</c>.</param>
/// <param name="Of">What it measures.</param>
/// <param name="Share">Share of the picture that it takes, 0 to 1.</param>
public sealed record ScenePart(string Name, RegionStatistics Of, double Share);

/// <summary>Concludes from the marked parts of a picture: faces, key and fill, highlights, and a white card for the camera's own balance. (Section 15.)</summary>
public static class SceneFindings
{
    private const string RuleId = "SCENE";

    // More than two stops between the sides of a face are seen as a dark side (bench rule).
    private const double DeepFill = 2;

    private static readonly Template KeyToFill = new(RuleId, "key-to-fill", "Key to fill is {stops}.");
    private static readonly Template KeyToFillDeep = new(
        RuleId,
        "key-to-fill-deep",
        "Key to fill is {stops}. Bounce light into the dark side, or take light from the key, before a second lamp."
    );
    private static readonly Template SubjectThird = new(
        RuleId,
        "subject-third",
        "The {part} clips on {share}. Close the iris by ⅓ stop or more and read again."
    );
    private static readonly Template SubjectStop = new(
        RuleId,
        "subject-stop",
        "The {part} clips on {share}. Close the iris by 1 stop or more and read again."
    );
    private static readonly Template BackgroundFine = new(
        RuleId,
        "background-fine",
        "The background clips on {share}, which is acceptable: up to {most} may."
    );
    private static readonly Template BackgroundMuch = new(
        RuleId,
        "background-much",
        "The background clips on {share}; up to {most} is acceptable. Frame it out, or take light from it."
    );
    private static readonly Template WhiteFill = new(
        RuleId,
        "white-fill",
        "The white card fills {share} of the picture. For the camera's own balance let it fill {least} or more."
    );
    private static readonly Template WhiteClose = new(
        RuleId,
        "white-close",
        "The white card is at {level}. For the camera's own balance close the iris until it is at 85 % or less."
    );
    private static readonly Template WhiteOpen = new(
        RuleId,
        "white-open",
        "The white card is at {level}. For the camera's own balance open the iris until it is at 50 % or more."
    );

    /// <summary>Everything that is concluded, in the order of the work; empty where nothing is marked that it could be of.</summary>
    /// <param name="white">The white card; null where none is marked.</param>
    /// <param name="subjects">Skin and the sides of a face.</param>
    /// <param name="key">The key side; null where it is not marked.</param>
    /// <param name="fill">The fill side; null where it is not marked.</param>
    /// <param name="background">The background; null where it is not marked.</param>
    /// <param name="mostBackground">Share of the background that may clip; the standard's choice.</param>
    public static ImmutableArray<Judgement> Of(
        ScenePart? white,
        IEnumerable<ScenePart> subjects,
        ScenePart? key,
        ScenePart? fill,
        ScenePart? background,
        double mostBackground = SceneRange.UsualBackground
    )
    {
        ImmutableArray<Judgement>.Builder all = ImmutableArray.CreateBuilder<Judgement>();
        if (white is not null)
        {
            all.AddRange(CardReading.WhiteFaults(white.Share, white.Of.LevelPercent).Select(f => OfWhite(f, white)));
        }

        foreach (ScenePart subject in subjects)
        {
            Template? clipping = SceneRange.Subject(subject.Of.ClippedShare) switch
            {
                SubjectClipping.CloseThird => SubjectThird,
                SubjectClipping.CloseStop => SubjectStop,
                _ => null,
            };
            if (clipping is not null)
            {
                all.Add(clipping.Of(("part", subject.Name), ("share", Share(subject.Of.ClippedShare))));
            }
        }

        if (key is not null && fill is not null && key.Of.Mean.Luminance > 0 && fill.Of.Mean.Luminance > 0)
        {
            Stops between = SceneRange.KeyToFill(key.Of.Mean.Luminance, fill.Of.Mean.Luminance);
            all.Add((between.Value > DeepFill + Guard.Edge ? KeyToFillDeep : KeyToFill).Of(("stops", between)));
        }

        if (background is not null && background.Of.ClippedShare > 0)
        {
            all.Add(
                (SceneRange.IsBackgroundAcceptable(background.Of.ClippedShare, mostBackground) ? BackgroundFine : BackgroundMuch).Of(
                    ("share", Share(background.Of.ClippedShare)),
                    ("most", Share(mostBackground))
                )
            );
        }

        return all.ToImmutable();
    }

    private static Judgement OfWhite(WhiteCardFault fault, ScenePart white) =>
        fault switch
        {
            WhiteCardFault.Fill => WhiteFill.Of(("share", Share(white.Share)), ("least", Share(CardReading.LeastFill))),
            WhiteCardFault.Close => WhiteClose.Of(("level", Level(white))),
            _ => WhiteOpen.Of(("level", Level(white))),
        };

    private static FigureValue Level(ScenePart of) => FigureValue.In(Measure.Percent, Math.Round(of.Of.LevelPercent, 1));

    private static FigureValue Share(double share) => FigureValue.In(Measure.Percent, Math.Round(100 * share, 1));
}
