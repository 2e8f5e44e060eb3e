using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Matches;

/// <summary>One control to be moved.</summary>
/// <param name="Setting">The control.</param>
/// <param name="Does">What to do.</param>
/// <param name="Sends">The value as the camera's own display writes it, where it is a place and not a move.</param>
/// <param name="Moves">Whether anything is moved: a control that goes no further is told as well.</param>
public sealed record MatchStep(Setting Setting, Judgement Does, string? Sends = null, bool Moves = true)
{
    private const string RuleId = "MATCH-STEP";

    private static readonly Template Dial = new(RuleId, "dial", "Dial {to} in place of {from}.");
    private static readonly Template OnCard = new(
        RuleId,
        "card",
        "Balance it on the same grey card in the same light, and save it in memory {memory}."
    );
    private static readonly Template NoBalance = new(
        RuleId,
        "no-balance",
        "It has no number and no memory for its white balance: {rest} remain, to be corrected afterwards."
    );
    private static readonly Template Tint = new(RuleId, "tint", "Set {to} in place of {from}: {steps#step|steps} towards {way}.");
    private static readonly Template TintBy = new(
        RuleId,
        "tint-by",
        "Move it {steps#step|steps} towards {way}. Its specification does not say which way its numbers run."
    );
    private static readonly Template Place = new(RuleId, "place", "Set {to} in place of {from}: {stops}.");
    private static readonly Template OpenBy = new(RuleId, "open-by", "Open it by {stops:size}.");
    private static readonly Template CloseBy = new(RuleId, "close-by", "Close it by {stops:size}.");
    private static readonly Template MoreBy = new(RuleId, "more-by", "Give {gain:size} more.");
    private static readonly Template LessBy = new(RuleId, "less-by", "Take {gain:size} away.");
    private static readonly Template NoFurther = new(
        RuleId,
        "no-further",
        "No iris, filter or gain of it takes the last {stops:size} away. Move the light, or match to this camera instead."
    );
    private static readonly Template TintNoFurther = new(
        RuleId,
        "tint-no-further",
        "Its tint goes no further: {duv} remain, to be corrected afterwards."
    );

    /// <summary>What to move on a camera, in the order of the work: white balance and tint, then exposure.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="at">Where its controls stand.</param>
    /// <param name="standing">How it stands.</param>
    public static ImmutableArray<MatchStep> For(MatchCamera camera, MatchPosition at, MatchStanding standing)
    {
        var steps = ImmutableArray.CreateBuilder<MatchStep>();
        if (standing.Remedy is { } remedy)
        {
            steps.AddRange(Exposure(camera, at, remedy.Exposure, camera.After(at, remedy with { Then = null })));
            steps.AddRange(Exposure(camera, camera.After(at, remedy with { Then = null }), remedy.Then, camera.After(at, remedy)));
            return steps.ToImmutable();
        }

        if (standing.IsMatched || standing.Round is not { } round || standing.Rest is not { } rest)
        {
            return [];
        }

        steps.AddRange(White(camera, at, round, rest, IsOff(standing, "mired")));
        steps.AddRange(Tinted(camera, at, round, IsOff(standing, "duv")));
        MatchPosition between = camera.After(at, round with { Then = null });
        steps.AddRange(Exposure(camera, at, round.Exposure, between));
        steps.AddRange(Exposure(camera, between, round.Then, camera.After(at, round)));
        if (
            IsOff(standing, "stops")
            && !steps.Any(s => s.Setting is Setting.Iris or Setting.NeutralDensity or Setting.Gain)
            && !Waits(round)
        )
        {
            steps.Add(new MatchStep(Setting.Iris, NoFurther.Of(Setting.Iris, ("stops", round.RestStops)), Moves: false));
        }

        return steps.ToImmutable();
    }

    // Over 150 mired only kelvin is proposed; the rest is read again then.
    private static bool Waits(MatchRound round) => round.Exposure.Control is null;

    private static bool IsOff(MatchStanding standing, string matter) =>
        standing.Verdicts.Any(v => v.Matter == matter && v.Verdict == MatchVerdict.Off);

    private static IEnumerable<MatchStep> White(MatchCamera camera, MatchPosition at, MatchRound round, MatchRest rest, bool isOff)
    {
        if (camera.HasDial)
        {
            if (at.White is { } from && from != round.Dial)
            {
                yield return new MatchStep(
                    Setting.WhiteBalance,
                    Dial.Of(Setting.WhiteBalance, ("to", round.Dial), ("from", from)),
                    new SettingValue.WhiteNumber(round.Dial).Label
                );
            }
        }
        else if (isOff)
        {
            yield return camera.Model.White.Memories is [var memory, ..]
                ? new MatchStep(Setting.WhiteBalance, OnCard.Of(Setting.WhiteBalance, ("memory", memory)))
                : new MatchStep(
                    Setting.WhiteBalance,
                    NoBalance.Of(Setting.WhiteBalance, ("rest", new MiredShift(rest.Mired))),
                    Moves: false
                );
        }
    }

    private static IEnumerable<MatchStep> Tinted(MatchCamera camera, MatchPosition at, MatchRound round, bool isOff)
    {
        if (round.TintSteps == 0)
        {
            if (isOff && camera.HasDial && !Waits(round))
            {
                yield return new MatchStep(
                    Setting.Tint,
                    TintNoFurther.Of(Setting.Tint, ("duv", FigureValue.In(Measure.Duv, round.RestDuv))),
                    Moves: false
                );
            }

            yield break;
        }

        FigureValue steps = FigureValue.Count(Math.Abs(round.TintSteps));
        string way = round.TintSteps > 0 ? "green" : "magenta";
        double to = camera.After(at, round).Tint;
        yield return camera.Tint is { IsUpGreen: not null }
            ? new MatchStep(
                Setting.Tint,
                Tint.Of(
                    Setting.Tint,
                    ("to", FigureValue.In(Measure.TintSteps, to)),
                    ("from", FigureValue.In(Measure.TintSteps, at.Tint)),
                    ("steps", steps),
                    ("way", way)
                ),
                Notation.Number(to, 1, withPlus: to > 0)
            )
            : new MatchStep(Setting.Tint, TintBy.Of(Setting.Tint, ("steps", steps), ("way", way)));
    }

    private static IEnumerable<MatchStep> Exposure(MatchCamera camera, MatchPosition from, ExposureMove? move, MatchPosition to)
    {
        if (move is not { Control: { } control, Move: var stops } || Math.Abs(stops.Value) < Guard.Edge)
        {
            yield break;
        }

        // A gain is seldom thirds of a stop, and a filter as it was measured neither.
        FigureValue moved = stops;
        yield return control switch
        {
            ExposureControl.Iris when from.Iris is { } was && to.Iris is { } now => At(
                Setting.Iris,
                was,
                now,
                moved,
                new SettingValue.Iris(now).Label
            ),
            ExposureControl.Iris => new MatchStep(
                Setting.Iris,
                (stops.Value > 0 ? OpenBy : CloseBy).Of(Setting.Iris, ("stops", FigureValue.Moved(stops)))
            ),
            ExposureControl.Filter => At(Setting.NeutralDensity, from.Filter!.Label, to.Filter!.Label, moved, to.Filter.Label),
            ExposureControl.Gain when from.Gain is { } was && to.Gain is { } now => At(
                Setting.Gain,
                Shown(camera, from, was),
                Shown(camera, to, now),
                moved,
                Shown(camera, to, now)
            ),
            _ => new MatchStep(Setting.Gain, (stops.Value > 0 ? MoreBy : LessBy).Of(Setting.Gain, ("gain", stops.ToDecibels()))),
        };
    }

    private static MatchStep At(Setting setting, FigureValue from, FigureValue to, FigureValue moved, string sends) =>
        new(setting, Place.Of(setting, ("to", to), ("from", from), ("stops", moved)), sends);

    // A switch is told by its position, a control in decibels by them.
    private static string Shown(MatchCamera camera, MatchPosition at, Decibels gain) =>
        camera.Model.Gain.PositionsOn(at.Base.Length == 0 ? null : at.Base).FirstOrDefault(p => p.Gain == gain)
            is { Name.Length: > 0 } named
            ? named.Name
            : gain.Label();
}
