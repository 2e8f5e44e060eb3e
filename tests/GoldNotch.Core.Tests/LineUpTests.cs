using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

public class LineUpTests
{
    internal static readonly CameraModel Alder = Ottermere.Alder with { Sensor = (new Millimetres(13.2), new Millimetres(7.4)) };

    [Fact]
    public void One_reading_becomes_a_plan_with_the_direction_from_the_meter()
    {
        LineUpReport report = LineUpReport.Of(Of(Camera("A", "f/5.6 to f/8")));
        CameraRow row = report.Cameras.ShouldHaveSingleItem();
        row.Meter.Label().ShouldBe("f/11⅓", "the reading was taken at the speed of this camera");
        (row.Plan.Chosen.BuiltIn.Label, row.Plan.Chosen.Iris.Label()).ShouldBe(("1/4", "f/5.6⅓"));
        PlanReasons.Direction(row.Meter, row.Plan.Chosen).Number("moved")!.Value.ShouldBe(2, 0.1);
    }

    [Fact]
    public void What_no_opening_reaches_is_told_as_too_dark_and_not_as_a_turn_of_the_iris()
    {
        CameraRow row = LineUpReport.Of(Of(Camera("A", "f/5.6 to f/8")) with { Light = Light(new Lux(0.5)) }).Cameras[0];
        row.Plan.Chosen.Error.Value.ShouldBeLessThan(-1);
        JudgementText.Of(PlanReasons.Direction(row.Meter, row.Plan.Chosen)).ShouldEndWith("too dark");
    }

    [Fact]
    public void A_measured_filter_counts_for_what_it_takes_and_makes_the_pair_surer()
    {
        CameraModel measured = Alder with { Filters = [Filter("clear", 0), Filter("1/4", 2.3), Filter("1/16", 4.2), Filter("1/64", 6.3)] };
        LineUpCamera a = Camera("A", "f/5.6") with { Model = measured, MeasuredFilters = ["1/4"] };
        LineUpReport report = LineUpReport.Of(Of(a, Camera("B", "f/5.6")));
        report.Cameras[0].Plan.Chosen.Filters.Value.ShouldBe(2.3, 1e-9);
        PairRow pair = report.Pairs.ShouldHaveSingleItem();
        pair.Spread.ShouldBe(Spread.Of(FilterKnowledge.Measured, FilterKnowledge.Nominal, oneReading: true));
        pair.Spread.CheckOnCard.ShouldBeFalse();
        LineUpReport
            .Of(Of(Camera("A", "f/5.6"), Camera("B", "f/5.6")) with { OneReading = false })
            .Pairs[0]
            .Spread.CheckOnCard.ShouldBeTrue();
    }

    [Theory]
    [InlineData("speed", "gives no ISO")]
    [InlineData("focal", "goes from 9 mm to 135 mm, not to 200 mm")]
    [InlineData("distance", "has no distance")]
    [InlineData("sensor", "does not give its sensor")]
    [InlineData("inside", "no lens focuses there")]
    [InlineData("pins", "to be held at")]
    [InlineData("filter", "has no built-in filter 1/9")]
    public void What_keeps_a_camera_out_is_told_at_its_field_and_the_others_are_planned(string wrong, string message)
    {
        LineUpCamera good = Camera("A", "f/5.6");
        (LineUpCamera bad, LineUpInput input) = wrong switch
        {
            "speed" => (good with { Model = Alder with { Gain = Alder.Gain with { IsoAtZeroGain = null } } }, LineUpInput.Speed),
            "focal" => (good with { Focal = new Millimetres(200) }, LineUpInput.FocalLength),
            "distance" => (good with { Distance = null }, LineUpInput.Distance),
            "sensor" => (good with { Model = Ottermere.Alder }, LineUpInput.Unit),
            "inside" => (good with { Focal = new Millimetres(100), Distance = new Metres(0.09) }, LineUpInput.Distance),
            "pins" => (good with { Pins = Pins.None with { Gain = new Decibels(1) } }, LineUpInput.Pins),
            _ => (good with { Pins = Pins.None with { BuiltIn = "1/9" } }, LineUpInput.Pins),
        };
        LineUpReport report = LineUpReport.Of(Of(good, bad with { Letter = "B" }));
        LineUpFault fault = report.Faults.ShouldHaveSingleItem();
        (fault.Letter, fault.Input).ShouldBe(("B", input));
        fault.Message.Replace(Notation.ThinSpace, " ", StringComparison.Ordinal).ShouldContain(message);
        report.Cameras.ShouldHaveSingleItem().Plan.Camera.Name.ShouldBe("A");
    }

    [Fact]
    public void A_camera_that_follows_one_that_is_left_out_is_left_out_too_and_says_so()
    {
        LineUpReport report = LineUpReport.Of(
            Of(Camera("A", "f/5.6") with { Distance = null }, Camera("B", "as deep as A"), Camera("C", "as deep as B"))
        );
        report.Plan.ShouldBeNull();
        report
            .Faults.Select(f => (f.Letter, f.Input))
            .ShouldBe([("A", LineUpInput.Distance), ("B", LineUpInput.Requirement), ("C", LineUpInput.Requirement)]);
    }

    [Fact]
    public void A_circle_of_depths_and_a_stranger_are_refused()
    {
        Should
            .Throw<QuantityException>(() => LineUpReport.Of(Of(Camera("A", "as deep as B"), Camera("B", "as deep as A"))))
            .Fault.ShouldBe(QuantityFault.Circle);
        Should.Throw<QuantityException>(() => LineUpReport.Of(Of(Camera("A", "as deep as Z")))).Fault.ShouldBe(QuantityFault.NoChoice);
        Should
            .Throw<QuantityException>(() => LineUpReport.Of(Of(Camera("A", "open"), Camera("A", "open"))))
            .Fault.ShouldBe(QuantityFault.BadLabel);
    }

    [Fact]
    public void The_same_depth_is_the_same_depth_or_says_that_it_cannot()
    {
        LineUpReport same = LineUpReport.Of(
            Of(Camera("A", "f/4") with { Focal = new Millimetres(40) }, Camera("B", "as deep as A") with { Focal = new Millimetres(40) })
        );
        same.Cameras[1].Plan.Depth!.Depth!.Value.Value.ShouldBe(same.Cameras[0].Plan.Depth!.Depth!.Value.Value, 0.05);
        LineUpReport cannot = LineUpReport.Of(
            Of(Camera("A", "f/4") with { Focal = new Millimetres(100) }, Camera("B", "as deep as A") with { Focal = new Millimetres(9) })
        );
        cannot.Cameras[1].RequirementMissed!.Case.ShouldBe("cannot-same-depth");
        (cannot.Cameras[1].RequirementMissed!.Figure("other"), cannot.Cameras[1].RequirementMissed!.Figure("camera")).ShouldBe(("A", "B"));
    }

    [Fact]
    public void A_pin_that_hurts_says_how_much_and_what_it_would_be_without()
    {
        CameraRow row = LineUpReport.Of(Of(Camera("A", "f/5.6") with { Pins = Pins.None with { BuiltIn = "clear" } })).Cameras[0];
        row.Plan.Chosen.BuiltIn.Label.ShouldBe("clear");
        row.PinCost!.Case.ShouldBe("cost");
        row.PinCost!.Figure("filter").ShouldBe("1/4", "what it would be without");
        LineUpReport
            .Of(Of(Camera("A", "f/5.6") with { Pins = Pins.None with { BuiltIn = "1/4" } }))
            .Cameras[0]
            .PinCost.ShouldBeNull("what is held is what would be chosen");
        CameraRow iris = LineUpReport.Of(Of(Camera("A", "f/5.6") with { Pins = Pins.None with { Iris = FNumber.Parse("8") } })).Cameras[0];
        iris.Plan.Chosen.Iris.ShouldBe(FNumber.Parse("8"));
    }

    public static TheoryData<PlanStrategy> Strategies { get; } = [.. Enum.GetValues<PlanStrategy>()];

    [Theory]
    [MemberData(nameof(Strategies))]
    public void A_gain_that_a_hand_holds_above_the_cap_is_planned_all_the_same(PlanStrategy strategy)
    {
        CameraModel capped = Alder with { Gain = Alder.Gain with { Cap = new Decibels(6) } };
        LineUpCamera held = Camera("A", "f/5.6") with { Model = capped, Pins = Pins.None with { Gain = new Decibels(12) } };
        LineUp two = Of(held, Camera("B", "f/4") with { Model = capped }) with
        {
            Strategy = strategy,
            Light = Light(new Lux(8)) with { Dim = new Stops(-1), Raise = new Stops(1) },
        };
        LineUpReport report = LineUpReport.Of(two);
        report.Cameras.Length.ShouldBe(2);
        report.Cameras[0].Plan.Chosen.State.Gain.Value.ShouldBe(12);
        report.Variants().ShouldNotBeEmpty();
        report.Cameras[0].Remedies.ShouldNotContain(r => r.Kind == RemedyKind.Cap, "it is held above the cap already");
    }

    [Fact]
    public void What_cannot_be_met_is_mended_by_what_was_tried()
    {
        LineUp fixedLight = Of(Camera("A", "f/4")) with { Light = Light(new Lux(8)) };
        LineUpReport.Of(fixedLight).Cameras[0].Remedies.ShouldNotContain(m => m.Kind == RemedyKind.Light, "daylight does not move");
        LineUp dark = fixedLight with { Light = fixedLight.Light with { Lamp = LampKind.Mains, Raise = new Stops(6) } };
        CameraRow row = LineUpReport.Of(dark).Cameras[0];
        row.Plan.Chosen.Error.Value.ShouldBeLessThan(-1);
        Remedy light = row.Remedies.First(m => m.Kind == RemedyKind.Light);
        Math.Abs(light.Error.Value).ShouldBeLessThanOrEqualTo(1.0 / 6);
        light.Because.Case.ShouldBe("more-light");

        CameraModel clear = Alder with { Filters = [] };
        CameraRow bright = LineUpReport.Of(Of(Camera("A", "f/4") with { Model = clear })).Cameras[0];
        Remedy filter = bright.Remedies.First(m => m.Kind == RemedyKind.Filter);
        filter.Missed.Value.ShouldBeLessThan(bright.Plan.Chosen.IrisMissedBy.Value - 1);
        bright.Remedies.ShouldContain(m => m.Kind == RemedyKind.Shutter);
        LineUpReport.Of(Of(Camera("A", "f/5.6"))).Cameras[0].Remedies.ShouldBeEmpty("nothing is to be corrected");
    }

    [Theory]
    [InlineData(0.1, "leave", "f/6.3")]
    [InlineData(-2.0, "change", "f/3.2")]
    public void When_the_light_changes_the_iris_follows_where_its_requirement_allows(double moved, string told, string iris)
    {
        LineUpReport report = LineUpReport.Of(Of(Camera("A", "f/2.6 to f/11")));
        LightStep step = LightChange.Steps(report.Plan!, Moved(report, moved)).ShouldHaveSingleItem();
        string first = report.Cameras[0].Plan.Chosen.Iris.Label();
        step.Because.Case.ShouldBe(told, $"from {first}");
        step.After.Iris.Label(IrisStyle.Dial).ShouldBe(iris);
        step.After.Error.Value.ShouldBeInRange(-1.0 / 6, 1.0 / 6);
    }

    [Fact]
    public void A_fixed_iris_stays_and_the_filter_moves_and_the_worst_come_first()
    {
        LineUpReport report = LineUpReport.Of(Of(Camera("A", "f/5.6"), Camera("B", "f/2.6 to f/11")));
        ImmutableArray<LightStep> steps = LightChange.Steps(report.Plan!, Moved(report, -2));
        LightStep a = steps.First(s => s.Letter == "A");
        a.After.BuiltIn.Label.ShouldBe("clear");
        a.Steps.ShouldHaveSingleItem();
        Math.Abs(a.After.Error.Value).ShouldBeLessThanOrEqualTo(1.0 / 6);
        foreach (LightStep step in steps)
        {
            step.After.IrisMissedBy.Value.ShouldBeLessThanOrEqualTo(1.0 / 3);
        }

        ImmutableArray<LightStep> dark = LightChange.Steps(report.Plan!, Moved(report, -12));
        dark.ShouldContain(s => s.Because.Cases().Contains("still-off"), "twelve stops are more than any camera has");
    }

    [Fact]
    public void The_reference_takes_the_card_and_the_others_their_own_number()
    {
        LineUpCamera a = Camera("A", "f/5.6") with { ColourOffset = new MiredShift(4) };
        LineUpCamera b = Camera("B", "f/5.6") with { ColourOffset = new MiredShift(0) };
        ImmutableArray<BalanceRow> rows = LineUpReport.Of(Of(a, b)).White;
        rows.Select(r => r.Method).ShouldBe([BalanceMethod.Number, BalanceMethod.Reference]);
        (rows[1].Memory, rows[1].Dial).ShouldBe(("A", null));
        rows[0]
            .Dial!.Value.Value.ShouldBe(
                WhiteBalance.Round(WhiteBalance.UnitNumber(new Kelvin(5400), new MiredShift(4)), Alder.White.Dial!).Value
            );
        LineUpReport.Of(Of(a, b) with { ColourReference = "A" }).White[0].Method.ShouldBe(BalanceMethod.Reference);
        LineUpCamera presets = Camera("C", "f/5.6") with
        {
            Model = Alder with { White = new WhiteControl([new Kelvin(3200), new Kelvin(5600)], [], null, true) },
        };
        BalanceRow preset = LineUpReport.Of(Of(b, presets)).White[1];
        (preset.Method, preset.Dial!.Value.Value).ShouldBe((BalanceMethod.Preset, 5600));
        preset.Rest.Value.ShouldBe(WhiteBalance.Cast(new Kelvin(5400), new Kelvin(5600)).Value, 1e-9);
    }

    [Fact]
    public void Each_room_of_the_day_has_a_memory_of_its_own_then_a_number_then_a_preset_that_is_near_enough()
    {
        ImmutableArray<Room> rooms =
        [
            new Room("lecture room", new Kelvin(3200)),
            new Room("shade", new Kelvin(7000)),
            new Room("hall", new Kelvin(5600)),
        ];
        CameraModel presets = Alder with { White = Alder.White with { Dial = null, Memories = ["A"] } };
        LineUp day = Of(Camera("A", "f/5.6"), Camera("B", "f/5.6") with { Model = presets }) with { Rooms = rooms, ColourReference = "A" };
        ImmutableArray<RoomBalance> whites = LineUpReport.Of(day).Rooms;
        whites[0]
            .Rooms.Select(r => (r.Room, r.How.Case, r.How.Figure("memory") + r.How.Figure("dial")))
            .ShouldBe([
                ("glasshouse", "memory", "A"),
                ("lecture room", "memory", "B"),
                ("shade", "dial", "7000 K"),
                ("hall", "dial", "5600 K"),
            ]);
        whites[1].Rooms.Take(3).Select(r => r.How.Case).ShouldBe(["memory", "preset", "again-preset-far"]);
        whites[1].Rooms[1].How.Figure("preset").ShouldStartWith("3200");
        LineUpReport.Of(Of(Camera("A", "f/5.6"))).Rooms.ShouldBeEmpty();
    }

    [Fact]
    public void Where_models_cannot_agree_the_best_common_rate_is_named_with_its_price()
    {
        CameraModel television = Alder with { Formats = [.. Alder.Formats.Where(f => f.Rate.Label() is "59.94i" or "23.976p")] };
        Standard anyRate = Ottermere.Make(
            "any",
            Ottermere.Glasshouse.Light,
            ("record-format", "1080 59.94i", null),
            ("shutter", "180°", "⅙ stop"),
            ("gain", "0 dB", null)
        );
        CameraModel plain = Alder with { Formats = [.. Alder.Formats.Where(f => f.Rate.Label() != "59.94i")] };
        LineUp lineUp = Of(Camera("A", "f/5.6") with { Model = television }, Camera("B", "f/5.6") with { Model = plain }) with
        {
            Standard = anyRate,
        };
        LineUpReport report = LineUpReport.Of(lineUp);
        AgreementRow rate = report.Agreement.First(r => r.Matter == AgreementMatter.FrameRate);
        if (report.Cameras.Length == 2)
        {
            rate.Agrees.ShouldBeFalse();
            (rate.Because.Case, rate.Because.Figure("rate")).ShouldBe(("common-rate", "23.976p"));
        }
        else
        {
            report.Faults.ShouldContain(f => f.Letter == "B" && f.Input == LineUpInput.Standard);
        }

        LineUpReport
            .Of(Of(Camera("A", "f/5.6"), Camera("B", "f/4")))
            .Agreement.ShouldContain(r => r.Matter == AgreementMatter.FrameRate && r.Agrees);
    }

    [Fact]
    public void A_hard_scene_names_the_camera_that_loses_first_and_an_easy_one_says_it_is()
    {
        CameraModel known = Alder with { Gain = Alder.Gain with { Latitude = new Latitude(new Stops(4.8), new Stops(6.2)) } };
        LineUp hard = Of(Camera("A", "f/5.6") with { Model = known }) with
        {
            Marks = [new SceneMark("window", new Stops(6)), new SceneMark("lamp", new Stops(9), false)],
        };
        ImmutableArray<Judgement> told = LineUpReport.Of(hard).SceneNotes;
        told[0].Whole().First(j => j.Case == "highlights-lost").Figure("camera").ShouldBe("A");
        (told[1].Case, told[1].Figure("camera")).ShouldBe(("clips-first", "A"));
        hard.Brightest.Value.ShouldBe(6, "a small clipped lamp does not matter");
        LineUpReport.Of(hard with { Marks = [new SceneMark("wall", new Stops(1))] }).SceneNotes[0].Case.ShouldBe("easy");
        Judgement unknown = LineUpReport.Of(Of(Camera("A", "f/5.6")) with { Marks = hard.Marks }).SceneNotes[0];
        (unknown.Case, unknown.Figure("cameras")).ShouldBe(("not-measured", "A"));
    }

    [Fact]
    public void The_shoot_sheet_is_the_standards_sheet_with_the_values_of_the_plan()
    {
        LineUpReport report = LineUpReport.Of(Of(Camera("A", "f/5.6")));
        Sheet sheet = ShootSheet.Of(report.LineUp, report.Cameras[0], report.White[0]);
        sheet.Target<SettingValue.Filter>(Setting.NeutralDensity)!.Position.Label.ShouldBe("1/4");
        sheet.Target<SettingValue.Iris>(Setting.Iris)!.Number.ShouldBe(report.Cameras[0].Plan.Chosen.Iris);
        sheet
            .Lines.Select(l => l.Setting)
            .ShouldBe(SheetCompiler.Compile(Ottermere.Glasshouse, Alder).Lines.Select(l => l.Setting), "the order of the work stays");
        sheet.LineOf(Setting.Gain)!.Notch.Reason.ShouldStartWith("Planned for Orchids");
        Math.Abs(sheet.Predicted!.Error.Value).ShouldBeLessThan(0.2);
    }

    [Theory]
    [InlineData("open", "open")]
    [InlineData("f/5.6", "f/5.6")]
    [InlineData("5.6 1/3", "f/5.6⅓")]
    [InlineData("f/4 to 8", "f/4 to f/8")]
    [InlineData("1.20 m deep", "1.2 m deep")]
    [InlineData("as deep as b", "as deep as B")]
    [InlineData("T2.8", "T2.8")]
    public void A_requirement_is_read_and_written_back(string typed, string text)
    {
        IrisRequirement requirement = IrisRequirementNotation.Parse(typed);
        IrisRequirementNotation.Text(requirement).ShouldBe(text);
        IrisRequirementNotation.Parse(IrisRequirementNotation.Text(requirement)).ShouldBe(requirement);
    }

    [Theory]
    [InlineData("wide")]
    [InlineData("f/8 to f/4")]
    [InlineData("0 m deep")]
    [InlineData("as deep as ")]
    [InlineData("")]
    public void A_requirement_that_cannot_be_read_is_refused(string typed) =>
        Should.Throw<QuantityException>(() => IrisRequirementNotation.Parse(typed));

    [Fact]
    public void The_variants_differ_from_the_requirements_or_are_not_offered()
    {
        LineUpReport report = LineUpReport.Of(Of(Camera("A", "f/5.6"), Camera("B", "f/2.8") with { Focal = new Millimetres(60) }));
        ImmutableArray<PlanVariant> variants = report.Variants();
        variants[0].Name.Case.ShouldBe("as-required-name");
        variants
            .Select(v => string.Join(';', v.Cameras.Select(c => $"{c.Letter} {c.Spoken.Text()} {c.Depth?.Text()}")))
            .Distinct()
            .Count()
            .ShouldBe(variants.Length);
        variants.ShouldContain(v => v.Name.Case == "matched-name");
        LineUpReport.Of(Of(Camera("A", "f/5.6"))).Variants().ShouldBeEmpty();
    }

    private static MeteredLight Moved(LineUpReport report, double stops) =>
        MeteredLight.FromLux(new Lux(report.Plan!.Scene.Light.LuxPerConstant * Math.Pow(2, stops)), 1);

    internal static LineUp Of(params ImmutableArray<LineUpCamera> cameras) =>
        new(
            "Orchids",
            "glasshouse",
            Ottermere.Glasshouse,
            new LineUpLight(
                MeteredLight.FromReading(FNumber.Parse("f/11 1/3"), ExposureTime.OneOver(60), new Iso(320)),
                MeteredLight.DomeConstant,
                new Kelvin(5400),
                60,
                LampKind.Daylight,
                Stops.Zero,
                Stops.Zero
            ),
            [],
            PlanStrategy.OwnBase,
            [],
            cameras
        );

    internal static LineUpLight Light(Lux lux) => Light(MeteredLight.FromLux(lux));

    internal static LineUpLight Light(MeteredLight metered) =>
        new(metered, MeteredLight.DomeConstant, new Kelvin(5400), 60, LampKind.Daylight, Stops.Zero, Stops.Zero);

    internal static LineUpCamera Camera(string letter, string requirement) =>
        new(
            letter,
            $"OBG-{letter}",
            $"Alder {letter}",
            Alder,
            "",
            null,
            "",
            Watch.Fixed,
            new Millimetres(20),
            null,
            new Metres(3),
            IrisRequirementNotation.Parse(requirement)
        );

    private static FilterPosition Filter(string label, double stops) => new(label, new Stops(stops));
}
