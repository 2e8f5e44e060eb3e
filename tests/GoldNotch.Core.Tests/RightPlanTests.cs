using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What plans and their sentences once got wrong.</summary>
public class RightPlanTests
{
    [Fact]
    public void Three_equal_cameras_in_equal_light_get_equal_plans_and_a_change_of_light_no_extreme_gain()
    {
        LineUp equal = LineUpTests.Of(LineUpTests.Camera("A", "f/4"), LineUpTests.Camera("B", "f/4"), LineUpTests.Camera("C", "f/4")) with
        {
            Light = LineUpTests.Light(MeteredLight.FromReading(FNumber.Parse("5.6 1/3"), ExposureTime.OneOver(50), new Iso(320))),
        };
        LineUpPlan plan = LineUpReport.Of(equal).Plan!;
        plan.Cameras.Select(c => (c.Chosen.State.Gain.Value, c.Chosen.BuiltIn.Label, c.Chosen.Iris.Value))
            .Distinct()
            .ShouldHaveSingleItem();
        plan.LargestDifference.Value.ShouldBe(0, 1e-9);
        LineUpReport
            .Of(equal with { Cameras = [equal.Cameras[0]] })
            .Plan!.Cameras[0]
            .Chosen.State.Gain.ShouldBe(plan.Cameras[0].Chosen.State.Gain, "the others change nothing where they share nothing");
        double dimmed = plan.Scene.Light.LuxPerConstant * Math.Pow(2, -2.0 / 3);
        foreach (LightStep step in LightChange.Steps(plan, MeteredLight.FromLux(new Lux(dimmed), 1)))
        {
            step.After.State.Gain.Value.ShouldBeLessThanOrEqualTo(9);
        }
    }

    [Fact]
    public void In_bright_sun_without_ND_the_iris_closes_beyond_its_range_and_no_gain_is_burnt()
    {
        LineUpCamera bare = LineUpTests.Camera("A", "f/2.8 to f/4") with { Model = LineUpTests.Alder with { Filters = [] } };
        CameraRow row = LineUpReport.Of(LineUpTests.Of(bare) with { Light = LineUpTests.Light(new Lux(40_000)) }).Cameras[0];
        row.Plan.Chosen.State.Gain.Value.ShouldBeLessThanOrEqualTo(0);
        row.Plan.Chosen.Iris.Value.ShouldBeGreaterThan(11);
        row.RequirementMissed!.Case.ShouldBe("out-of-range");
        row.Remedies.ShouldContain(r => r.Kind == RemedyKind.Filter);
    }

    [Fact]
    public void An_emphasis_on_noise_does_not_hide_what_a_waived_cap_would_give()
    {
        LineUpCamera capped = LineUpTests.Camera("A", "f/2.6") with
        {
            Model = LineUpTests.Alder with { Gain = LineUpTests.Alder.Gain with { Cap = new Decibels(12) } },
        };
        LineUp dark = LineUpTests.Of(capped) with { Light = LineUpTests.Light(new Lux(8)), Emphasis = EmphasisPolicy.LowNoise };
        LineUpReport.Of(dark).Cameras[0].Remedies.ShouldContain(r => r.Kind == RemedyKind.Cap);
    }

    [Fact]
    public void The_reason_names_the_term_that_costs_the_next_most()
    {
        CameraRow row = LineUpReport.Of(LineUpTests.Of(LineUpTests.Camera("A", "f/5.6"))).Cameras[0];
        row.Plan.DecidedBy.ShouldBe(PlanTerm.Iris);
        row.Why.Case.ShouldBe("iris");
        row.Why.Number("more")!.Value.ShouldBe(row.Plan.Next[0].Cost - row.Plan.Chosen.Cost, 1e-9);
        row.Why.Number("theirs")!.Value.ShouldBe(row.Plan.Next[0].IrisMissedBy.Value, 1e-9);
    }

    [Fact]
    public void An_emphasis_of_the_line_up_outweighs_that_of_the_standard()
    {
        LineUp dim = LineUpTests.Of(LineUpTests.Camera("A", "f/5.6")) with { Light = LineUpTests.Light(new Lux(400)) };
        LineUp quiet = dim with { Standard = dim.Standard with { Policies = dim.Standard.Policies.With("emphasis", "low-noise") } };
        double Gain(LineUp lineUp) => LineUpReport.Of(lineUp).Plan!.Cameras[0].Chosen.State.Gain.Value;
        Gain(quiet).ShouldBeLessThan(Gain(dim));
        Gain(quiet with { Emphasis = EmphasisPolicy.Balanced }).ShouldBe(Gain(dim));
    }

    [Fact]
    public void Of_a_scene_that_nobody_described_nothing_is_claimed() =>
        LineUpReport.Of(LineUpTests.Of(LineUpTests.Camera("A", "f/5.6"))).SceneNotes.ShouldBeEmpty();

    [Fact]
    public void A_picture_that_is_too_dark_is_no_hard_scene_and_loses_shadows_whatever_else_it_keeps()
    {
        CameraModel known = LineUpTests.Alder with
        {
            Gain = LineUpTests.Alder.Gain with { Latitude = new Latitude(new Stops(6), new Stops(7)) },
        };
        LineUp dark = LineUpTests.Of(LineUpTests.Camera("A", "f/2.6") with { Model = known }) with
        {
            Light = LineUpTests.Light(new Lux(1)),
            Marks = [new SceneMark("lamp", new Stops(1)), new SceneMark("leaves", new Stops(-1))],
        };
        string[] told = [.. LineUpReport.Of(dark).SceneNotes.SelectMany(n => n.Cases())];
        told.ShouldContain("scene");
        told.ShouldNotContain("hard");
        told.ShouldContain("dark-first");
        told.ShouldContain("up-still-dark");
        told.ShouldNotContain("up-safe");
    }

    [Fact]
    public void Depths_that_cannot_be_matched_are_not_said_to_cut()
    {
        LineUpCamera near = LineUpTests.Camera("A", "f/2.6") with { Focal = new Millimetres(100), Distance = new Metres(1) };
        LineUpCamera far = LineUpTests.Camera("B", "f/5.6") with { Focal = new Millimetres(9), Distance = new Metres(4) };
        ImmutableArray<PlanVariant> variants = LineUpReport.Of(LineUpTests.Of(near, far)).Variants();
        variants.Select(v => v.Text.Case).ShouldContain("unmatched");
        variants.Select(v => v.Text.Case).ShouldNotContain("matched");
    }

    [Fact]
    public void Two_positions_of_a_variable_filter_never_read_the_same_and_each_is_read_back()
    {
        ImmutableArray<FilterPosition> ring = VariableFilterPositions.Of(new Stops(1), new Stops(7), new Stops(1.0 / 3));
        ring.Select(f => f.Label).Distinct().Count().ShouldBe(ring.Length);
        foreach (FilterPosition position in ring)
        {
            NeutralDensity.ParseLoss(position.Label).Value.ShouldBe(position.Loss.Value, 1e-6);
        }
    }

    [Fact]
    public void Light_that_changed_its_colour_asks_for_a_new_balance_and_one_that_did_not_does_not()
    {
        LineUpPlan plan = LineUpReport.Of(LineUpTests.Of(LineUpTests.Camera("A", "f/5.6"))).Plan!;
        LightStep cold = LightChange.Steps(plan, plan.Scene.Light, (new Kelvin(3200), new Kelvin(5600))).ShouldHaveSingleItem();
        cold.Steps.ShouldHaveSingleItem().Case.ShouldBe("white");
        LightChange.Steps(plan, plan.Scene.Light, (new Kelvin(5600), new Kelvin(5700))).ShouldHaveSingleItem().Steps.ShouldBeEmpty();
    }

    [Fact]
    public void A_camera_that_is_set_by_ISO_is_told_ISO_when_the_light_changes()
    {
        GainPosition[] positions =
        [
            .. Enumerable.Range(0, 7).Select(i => new GainPosition($"ISO {320 * Math.Pow(10, i / 10.0):0}", new Decibels(2 * i))),
        ];
        LineUpCamera byIso = LineUpTests.Camera("A", "f/5.6") with
        {
            Model = LineUpTests.Alder with { Gain = LineUpTests.Alder.Gain with { Positions = [.. positions] }, Filters = [] },
        };
        LineUpReport report = LineUpReport.Of(LineUpTests.Of(byIso) with { Light = LineUpTests.Light(new Lux(2000)) });
        LightStep step = LightChange
            .Steps(report.Plan!, MeteredLight.FromLux(new Lux(report.Plan!.Scene.Light.LuxPerConstant / 4), 1))
            .ShouldHaveSingleItem();
        step.Steps.ShouldContain(s => s.Case == "iso");
        step.Steps.ShouldNotContain(s => s.Case == "gain");
    }

    [Theory]
    [InlineData(60, 24, 1.0 / 48, new[] { 30.0, 50, 60 }, 1.0 / 60)] // Within ⅔ stop, and steady.
    [InlineData(50, 24, 1.0 / 60, new[] { 60.0, 125 }, null)] // Nothing steadier is worth the change.
    [InlineData(60, 50, 1.0 / 100, new[] { 30.0, 60, 100 }, 1.0 / 60)] // One steady position within 1⅓ stops; 1/30 is longer than a frame.
    [InlineData(60, 59.94, 1.0 / 125, new[] { 30.0, 125 }, null)]
    [InlineData(60, 50, 1.0 / 50, new[] { 40.0 }, null)] // 1/40 is steady and near, and longer than a picture.
    public void A_steadier_shutter_is_steadier_and_no_longer_than_a_picture(
        double mains,
        double rate,
        double time,
        double[] list,
        double? offered
    )
    {
        var pictures = new ScanRate(FrameRate.Parse(rate.ToString(System.Globalization.CultureInfo.InvariantCulture)), Scan.Progressive);
        ExposureTime? offer = Flicker.Offer(mains, new ExposureTime(time), list.Select(d => ExposureTime.OneOver(d)), pictures, 0.3);
        (offer?.Seconds).ShouldBe(offered);
    }

    [Fact]
    public void A_dial_in_degrees_is_offered_degrees()
    {
        CameraModel marks = WholeSheetTests.Cine with { Angles = new AngleControl([new(90), new(144), new(180)], false), Shutters = [] };
        CameraModel typed = marks with { Angles = new AngleControl([new(11.25), new(180)], true) };
        var light = new SceneLight("hall", new Lux(300), new Kelvin(4000), 60, LampKind.Mains);
        var film = new ScanRate(new FrameRate(24), Scan.Progressive);
        SteadierShutter.For(marks, film, light, ExposureTime.OneOver(48))!.Label.ShouldBe("144°");
        SteadierShutter.For(typed, film, light, ExposureTime.OneOver(48))!.Label.ShouldBe("144°");
        SteadierShutter
            .For(typed with { Angles = new AngleControl([new(180)], false) }, film, light, ExposureTime.OneOver(48))
            .ShouldBeNull();
    }

    [Fact]
    public void An_f_number_asked_for_on_a_lens_marked_in_T_means_its_depth()
    {
        LineUpCamera inT = LineUpTests.Camera("A", "f/5.6") with
        {
            Transmission = new FNumber(LineUpTests.Alder.Lens.WidestAtShort.Value * Math.Pow(2, 0.25), true),
        };
        PlanCamera asN = LineUpReport.Of(LineUpTests.Of(inT)).Plan!.Cameras[0].Camera;
        ((IrisRequirement.Fixed)asN.Requirement).At.Value.ShouldBe(FNumber.Parse("5.6").Value * Math.Pow(2, 0.25), 1e-6);
        asN.Iris.AsN(((IrisRequirement.Fixed)asN.Requirement).At).Value.ShouldBe(FNumber.Parse("5.6").Value, 1e-6);

        PlanCamera asT = LineUpReport
            .Of(LineUpTests.Of(inT with { Requirement = IrisRequirementNotation.Parse("T5.6") }))
            .Plan!.Cameras[0]
            .Camera;
        ((IrisRequirement.Fixed)asT.Requirement).At.Value.ShouldBe(FNumber.Parse("5.6").Value, 1e-6);
    }
}
