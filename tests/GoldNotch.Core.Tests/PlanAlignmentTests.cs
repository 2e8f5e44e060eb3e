using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>The last third between cameras, gain behind a filter, and pairs the other way round.</summary>
public class PlanAlignmentTests
{
    [Fact]
    public void What_is_aligned_differs_by_less_stays_exposed_and_says_what_it_did()
    {
        int aligned = 0;
        for (double lux = 40; lux < 20_000; lux *= 1.07)
        {
            LineUp lineUp = LineUpTests.Of(LineUpTests.Camera("A", "f/4 to f/8"), Elder("B", 1.19), Elder("C", 0.87)) with
            {
                Light = LineUpTests.Light(new Lux(lux)),
            };
            LineUpReport report = LineUpReport.Of(lineUp);
            LineUpPlan alone = LineUpPlanner.Plan([.. report.Cameras.Select(c => c.Plan.Camera)], lineUp.Scene);
            LineUpPlan plan = report.Plan!;
            plan.LargestDifference.Value.ShouldBeLessThanOrEqualTo(alone.LargestDifference.Value + 0.005);
            foreach ((CameraPlan before, CameraPlan after) in alone.Cameras.Zip(plan.Cameras))
            {
                Math.Abs(after.Chosen.Error.Value)
                    .ShouldBeLessThanOrEqualTo(Math.Max(PlanTerms.Met, Math.Abs(before.Chosen.Error.Value)) + 1e-9);
                Math.Abs(after.Chosen.Iris.OpennessFrom(before.Chosen.Iris).Value).ShouldBeLessThanOrEqualTo((1.0 / 3) + 1e-6);
            }

            foreach (CameraRow moved in report.Cameras.Where(c => c.Plan.BeforeAlignment is not null))
            {
                aligned++;
                Judgement told = moved.Why.Then.Last();
                told.Case.ShouldBe("moved-to-agree");
                told["spread"]!.Number().ShouldBe(plan.LargestDifference.Value, 1e-9);
                moved.Why.Number("chosen-error")!.Value.ShouldBe(moved.Plan.BeforeAlignment!.Error.Value, 1e-9);
            }
        }

        aligned.ShouldBeGreaterThan(3);
    }

    [Fact]
    public void An_iris_that_was_required_and_one_that_another_follows_stay()
    {
        for (double lux = 40; lux < 20_000; lux *= 1.1)
        {
            LineUp lineUp = LineUpTests.Of(
                LineUpTests.Camera("A", "f/4"),
                Elder("B", 1.19),
                Elder("C", 0.87) with
                {
                    Requirement = new IrisRequirement.SameDepthAs("B"),
                }
            ) with
            {
                Light = LineUpTests.Light(new Lux(lux)),
            };
            LineUpReport report = LineUpReport.Of(lineUp);
            report.Cameras[0].Plan.BeforeAlignment.ShouldBeNull();
            report.Cameras[1].Plan.BeforeAlignment.ShouldBeNull();
        }
    }

    [Fact]
    public void Three_like_cameras_at_one_iris_burn_no_gain_behind_a_filter()
    {
        LineUp lineUp = LineUpTests.Of(LineUpTests.Camera("A", "f/4"), LineUpTests.Camera("B", "f/4"), LineUpTests.Camera("C", "f/4")) with
        {
            Light = LineUpTests.Light(new Lux(2000)),
        };
        foreach (CameraRow row in LineUpReport.Of(lineUp).Cameras)
        {
            row.Plan.Chosen.CostOf(PlanTerm.GainWithFilter).ShouldBe(0);
            row.Plan.Chosen.State.Gain.Value.ShouldBeLessThanOrEqualTo(0);
        }
    }

    [Fact]
    public void Gain_behind_a_filter_says_why_nothing_else_serves()
    {
        // Held behind its filter, it has no way without.
        LineUpCamera held = LineUpTests.Camera("A", "f/4") with { Pins = Pins.None with { Gain = new Decibels(6), BuiltIn = "1/4" } };
        LineUpReport
            .Of(LineUpTests.Of(held) with { Light = LineUpTests.Light(new Lux(2000)) })
            .Cameras[0]
            .Why.Then.Select(t => t.Case)
            .ShouldContain("only-with-both");
    }

    [Fact]
    public void Two_cameras_are_paired_the_other_way_round_only_where_that_meets_both()
    {
        (int proposed, int cannot) = (0, 0);
        foreach (double lux in new[] { 100.0, 800, 6000, 50_000 })
        {
            foreach (string leads in new[] { "open", "f/4", "f/11", "f/2.6" })
            {
                foreach (double distance in new[] { 1.2, 3, 9.0 })
                {
                    LineUp lineUp = LineUpTests.Of(
                        LineUpTests.Camera("A", leads),
                        LineUpTests.Camera("B", "open") with
                        {
                            Requirement = new IrisRequirement.SameDepthAs("A"),
                            Distance = new Metres(distance),
                        }
                    ) with
                    {
                        Light = LineUpTests.Light(new Lux(lux)),
                    };
                    CameraRow follower = LineUpReport.Of(lineUp).Cameras[1];
                    if (!PlanReasons.CannotFollow(follower.Plan))
                    {
                        continue;
                    }

                    cannot++;
                    bool says = follower.RequirementMissed?.Then.Any(t => t.Case == "other-way-round") == true;
                    LineUp turned = lineUp with
                    {
                        Cameras =
                        [
                            lineUp.Cameras[0] with
                            {
                                Requirement = new IrisRequirement.SameDepthAs("B"),
                            },
                            lineUp.Cameras[1] with
                            {
                                Requirement = lineUp.Cameras[0].Requirement,
                            },
                        ],
                    };
                    LineUpPlan plan = LineUpPlanner.Plan([.. LineUpReport.Of(turned).Cameras.Select(c => c.Plan.Camera)], turned.Scene);
                    bool helps = plan.Cameras.All(c => PlanTerms.IsMet(c.Chosen.Error) && PlanTerms.IsMet(c.Chosen.IrisMissedBy));
                    if (says)
                    {
                        proposed++;
                        helps.ShouldBeTrue($"{lux} lx, {leads}, {distance} m");
                    }
                }
            }
        }

        cannot.ShouldBeGreaterThan(5);
        proposed.ShouldBeLessThan(cannot);
    }

    // Like the first camera, but of another speed, so that thirds of an iris do not fall together.
    private static LineUpCamera Elder(string letter, double faster)
    {
        LineUpCamera camera = LineUpTests.Camera(letter, "f/4 to f/8");
        return camera with { Model = camera.Model with { Gain = camera.Model.Gain with { IsoAtZeroGain = new Iso(320 * faster) } } };
    }
}
