using GoldNotch.Core.Colour;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>One turn of the loop: what is left, what to move, and what two pictures tell of a camera.</summary>
public class MatchLoopTests
{
    private static readonly KelvinGrid Grid = new(new Kelvin(2400), new Kelvin(12_000), 50);
    private static readonly MatchShot Reference = Shot(BalanceEngine.Adapting, 5600, 5600, 0);

    [Fact]
    public void A_camera_that_is_off_in_everything_is_brought_home_by_what_is_proposed()
    {
        MatchStanding standing = MatchLoop.Stand(
            Shot(BalanceEngine.Adapting, 5600, 4300, 0.7, duv: 0.004),
            Reference,
            Reference,
            Controls()
        );
        standing.IsMatched.ShouldBeFalse();
        standing.Rest!.Value.Mired.ShouldBe((1e6 / 5600) - (1e6 / 4300), 1);
        standing.Round!.Dial.Value.ShouldBe(5600, 50);
        standing.Round.TintSteps.ShouldBe(-4);
        standing.Round.Exposure.Move.Value.ShouldBe(-2.0 / 3, 1e-9);
        MatchLoop
            .Stand(Shot(BalanceEngine.Adapting, 5600, standing.Round.Dial.Value, 0.7 - (2.0 / 3)), Reference, Reference, Controls())
            .IsMatched.ShouldBeTrue();
    }

    [Fact]
    public void Where_one_control_leaves_too_much_a_second_takes_up_what_it_leaves()
    {
        // The iris is at its end; gain has steps of half a stop.
        ExposureControls controls = Controls().Exposure with
        {
            IrisClosesStops = 0,
            Gains = [new Decibels(-6), new Decibels(-3), new Decibels(0), new Decibels(3)],
        };
        Matching.Correct(new Stops(0.25), controls).Rest.Value.ShouldBe(-0.248, 0.001);
        (ExposureMove first, ExposureMove? then) = Matching.CorrectByTwo(new Stops(0.25), controls);
        first.Control.ShouldBe(ExposureControl.Gain);
        then!.Value.Control.ShouldBe(ExposureControl.Iris);
        then.Value.Rest.Value.ShouldBe(0.085, 0.001);
        Matching.CorrectByTwo(new Stops(0.1), controls).Then.ShouldBeNull("a sixth of a stop is near enough for one");
    }

    [Fact]
    public void A_clipped_card_is_brought_into_reach_first_and_that_is_no_round()
    {
        MatchShot shot = Shot(BalanceEngine.Adapting, 5600, 5600, 2.6);
        MatchStanding standing = MatchLoop.Stand(
            shot with
            {
                Grey = shot.Grey with { ClippedShare = 0.9 },
            },
            Reference,
            Reference,
            Controls()
        );
        standing.Round.ShouldBeNull();
        standing.Remedy!.Faults.ShouldBe([CardFault.Clipped]);
        standing.Remedy.Exposure!.Value.Move.Value.ShouldBe(-2 - (2.0 / 3), 1e-9);
    }

    [Theory]
    [InlineData(BalanceEngine.Adapting)]
    [InlineData(BalanceEngine.ThreeGains)]
    public void Two_pictures_tell_how_a_camera_balances(BalanceEngine engine)
    {
        MatchShot before = Shot(engine, 4000, 6500, 0);
        MatchShot after = Shot(engine, 4000, 4200, 0);
        MatchShot wanted = Shot(engine, 4000, 4000, 0);
        MatchResponse response = MatchResponse.Between(before, after, 0, wanted.Grey.Mean);
        response.Engine.ShouldBe(engine);
        response.Mired.ShouldBe(1);
        (MiredShift cast, double duv) = engine.ToReach(before.Grey.Mean, before.Set, wanted.Grey.Mean);
        WhiteBalance.Correct(before.Set, cast).Value.ShouldBe(4000, 15);
        duv.ShouldBe(0, 0.0003);
    }

    [Fact]
    public void A_tint_that_moves_further_than_its_step_says_is_moved_less_the_next_time()
    {
        // Eight thousandths were set, and twelve came.
        MatchShot before = Shot(BalanceEngine.Adapting, 5600, 5600, 0, duv: 0.008);
        MatchShot after = Shot(BalanceEngine.Adapting, 5600, 5600, 0, duv: -0.004);
        MatchResponse response = MatchResponse.Between(before, after, -0.008, Reference.Grey.Mean);
        response.Duv.ShouldBe(1.5, 0.05);
        MatchLoop.Stand(after, Reference, Reference, Controls(), response).Round!.TintSteps.ShouldBe(3);
        MatchLoop.Stand(after, Reference, Reference, Controls()).Round!.TintSteps.ShouldBe(4);
    }

    [Fact]
    public void A_hue_that_only_a_finer_step_would_mend_is_as_near_as_the_steps_go_and_another_is_not()
    {
        var skin = new LinearRgb(0.42, 0.26, 0.19);
        MatchControls coarse = Controls() with { Grid = new KelvinGrid(new Kelvin(2560), new Kelvin(12_160), 400), TintStep = null };
        MatchShot reference = Reference with { Skin = skin };
        LinearRgb warm = GreyCast.Rebalanced(skin, new Kelvin(5600), new Kelvin(5760), 0);
        MatchShot shot = Shot(BalanceEngine.Adapting, 5600, 5760, 0) with { Skin = warm };
        MatchRest strict = Matching.Tolerance with { HueDegrees = 0.5 };
        Hue(MatchLoop.Stand(shot, reference, reference, coarse, tolerance: strict)).ShouldBe(MatchVerdict.AsNearAsSteps);
        MatchShot other = shot with { Skin = new LinearRgb(0.42, 0.30, 0.16) };
        Hue(MatchLoop.Stand(other, reference, reference, coarse, tolerance: strict)).ShouldBe(MatchVerdict.Off);
    }

    private static MatchVerdict Hue(MatchStanding standing) => standing.Verdicts.Single(v => v.Matter == "hue_deg").Verdict;

    private static MatchControls Controls() => new(Grid, 0.001, new ExposureControls(new Stops(1.0 / 3), Stops.Zero, [], new Decibels(3)));

    // A grey card without noise, as an engine shows it.
    private static MatchShot Shot(BalanceEngine engine, double light, double set, double stops, double duv = 0)
    {
        LinearRgb shown = engine.Shown(PlanckianLocus.White(new Kelvin(light), duv), PlanckianLocus.White(new Kelvin(set)));
        double scale = 0.18 * double.Exp2(stops) / shown.Green;
        var mean = new LinearRgb(shown.Red * scale, shown.Green * scale, shown.Blue * scale);
        return new MatchShot(new RegionStatistics(4000, 45, mean, 0, 0, 0.001, Stops.Zero), new Kelvin(set));
    }
}
