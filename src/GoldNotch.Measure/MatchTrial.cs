using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.Measure;

/// <summary>Where the cameras of a trial begin.</summary>
internal enum TrialStart
{
    /// <summary>Within 100 mired and 1 stop.</summary>
    Near,

    /// <summary>Anywhere that the controls reach.</summary>
    Any,
}

/// <summary>What became of the cameras of a trial.</summary>
/// <param name="Cameras">Cameras that were brought to their reference.</param>
/// <param name="OutOfReach">Those whose controls cannot reach it: each said so.</param>
/// <param name="Within">Those that matched within the rounds that are promised.</param>
/// <param name="Silent">Those that neither matched nor said why not.</param>
/// <param name="MeanStops">Mean of the exposures left.</param>
/// <param name="MeanMired">Mean of the casts left.</param>
/// <param name="MostPictures">Most pictures that one of them needed.</param>
internal sealed record TrialResult(
    int Cameras,
    int OutOfReach,
    int Within,
    int Silent,
    double MeanStops,
    double MeanMired,
    int MostPictures
)
{
    internal double Share => Cameras == 0 ? 1 : (double)Within / Cameras;
}

/// <summary>Random pairs and triples of stand-ins, matched by their pictures as a person would by the loop.</summary>
internal static class MatchTrial
{
    private const int MostTurns = 12;

    /// <summary>Runs it.</summary>
    /// <param name="cases">Pairs and triples.</param>
    /// <param name="seed">The same seed gives the same trial.</param>
    /// <param name="start">Where they begin.</param>
    /// <param name="engine">How they balance.</param>
    /// <param name="isContinuous">Whether their controls have hardly any steps.</param>
    internal static TrialResult Run(int cases, int seed, TrialStart start, BalanceEngine engine, bool isContinuous = false)
    {
        int promised = start == TrialStart.Near ? 2 : 4;
        List<(bool Matched, int Counted, int Pictures, MatchRest Left)> done = [];
        (int outOfReach, int silent) = (0, 0);
        for (int one = 0; one < cases; one++)
        {
            var random = new Random(seed + one);
            var light = new StandInLamp(
                new Kelvin(1e6 / TrialCamera.Between(random, 155, 370)),
                TrialCamera.Between(random, -0.006, 0.006),
                TrialCamera.Between(random, -0.25, 0.25)
            );
            var reference = new TrialCamera(random, engine, light, isContinuous);
            reference.BalanceTint();
            reference.Begin(TrialCamera.Between(random, -15, 15), TrialCamera.Between(random, -0.3, 0.3));
            MatchShot of = reference.Shoot(random.Next());
            if (!CardReading.IsUsed(of.Grey))
            {
                continue;
            }

            GreyCast cast = GreyCast.Of(of.Grey.Mean, of.Set);
            for (int others = random.Next(1, 3); others > 0; others--)
            {
                var camera = new TrialCamera(random, engine, light, isContinuous);
                (double mired, double stops) = start == TrialStart.Near ? (100, 1) : (300, 5);
                camera.Begin(TrialCamera.Between(random, -mired, mired), TrialCamera.Between(random, -stops, stops));
                bool reaches = camera.Reaches(reference.ExposureStops, cast.Cast.Value, cast.Duv, Matching.Tolerance);
                (bool matched, int counted, int pictures, MatchStanding last) = Match(camera, of, random);
                if (!reaches && !(matched && counted <= promised))
                {
                    outOfReach++;
                    silent += matched || Says(last) ? 0 : 1;
                    continue;
                }

                silent += matched || Says(last) ? 0 : 1;
                done.Add((matched && counted <= promised, counted, pictures, last.Rest ?? default));
            }
        }

        (bool Matched, int Counted, int Pictures, MatchRest Left)[] good = [.. done.Where(d => d.Matched)];
        return new TrialResult(
            done.Count,
            outOfReach,
            good.Length,
            silent,
            good.Length == 0 ? 0 : good.Average(d => Math.Abs(d.Left.Stops)),
            good.Length == 0 ? 0 : good.Average(d => Math.Abs(d.Left.Mired)),
            done.Count == 0 ? 0 : done.Max(d => d.Pictures)
        );
    }

    private static (bool Matched, int Counted, int Pictures, MatchStanding Last) Match(
        TrialCamera camera,
        MatchShot reference,
        Random random
    )
    {
        int counted = 0;
        MatchStanding standing = null!;
        (MatchShot Shot, int Tint)? before = null;
        MatchResponse response = MatchResponse.AsSaid;
        for (int turn = 1; turn <= MostTurns; turn++)
        {
            MatchShot shot = camera.Shoot(random.Next());
            standing = MatchLoop.Stand(shot, reference, reference, camera.Controls, response);
            if (before is { } last && standing.Remedy is null)
            {
                response = MatchResponse.Between(
                    last.Shot,
                    shot,
                    (camera.Tint - last.Tint) * (camera.Controls.TintStep ?? 0),
                    reference.Grey.Mean
                );
                standing = MatchLoop.Stand(shot, reference, reference, camera.Controls, response);
            }
            if (standing.IsMatched)
            {
                return (true, counted, turn, standing);
            }

            if (standing.Remedy is { } remedy)
            {
                if (remedy.Exposure is not { } move || move.Move.Value == 0)
                {
                    return (false, counted, turn, standing);
                }

                camera.Apply(move);
                if (remedy.Then is { } then)
                {
                    camera.Apply(then);
                }

                continue;
            }

            counted++;
            before = (shot, camera.Tint);
            camera.Apply(standing.Round!);
        }

        return (false, counted, MostTurns, standing);
    }

    // It says why when it names what is off, or what makes the picture unfit.
    private static bool Says(MatchStanding standing) =>
        standing.Remedy is { Faults.IsEmpty: false } || standing.Verdicts.Any(v => v.Verdict == MatchVerdict.Off);
}
