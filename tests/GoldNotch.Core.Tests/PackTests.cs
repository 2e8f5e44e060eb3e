using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>What a shoot takes along: cards, batteries, supply, timecode, tasks before the call.</summary>
public class PackTests
{
    private static readonly CameraModel Alder = Ottermere.Alder with
    {
        Card = new IssuedCard("SD", 64, CardClass.Parse("V30"), "exFAT"),
        Power = new PowerNeed(40, 20, 7.4, 1) { ChargeMinutes = 90 },
        Slots = [new MediaSlot("slot A", "SD", ["exFAT"], null), new MediaSlot("slot B", "SD", ["exFAT"], null)],
        Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty.Add(
            Setting.SlotMode,
            new ChoiceControl([new ChoicePosition("relay", "RELAY"), new ChoicePosition("simultaneous", "SIMUL")], false)
        ),
    };

    private static readonly CameraModel HighSpeed = Alder with
    {
        Name = "Fennel HS",
        Key = "fennel-hs",
        Power = new PowerNeed(150, 68, 24, 0.9),
        BufferGb = 24,
        Handling = [new HandlingNote(HandlingKind.Assembly, "Magazine, finder, lens, then power.")],
    };

    private static Sheet SheetOf(CameraModel model, string? slots = null) =>
        SheetCompiler.Compile(
            slots is null
                ? Ottermere.LectureRoom
                : Ottermere.Make(
                    "two-slots",
                    Ottermere.LectureRoom.Light,
                    [
                        .. Ottermere.LectureRoom.Notches.Select(n =>
                            (Settings.SettingDefinition.Of(n.Setting).Key, n.Requirement.Text, (string?)null)
                        ),
                        ("slot-mode", slots, null),
                    ]
                ),
            model
        );

    private static KitPiece Battery(int count, double? wattHours = null, double health = 1) =>
        new($"Battery {wattHours}{health}", PieceKind.Battery, count, "") { WattHours = wattHours, Health = health };

    [Fact]
    public void Cards_follow_from_the_format_with_a_margin_and_say_how_many_are_missing()
    {
        // 64 GB at 45 Mb/s, 3 % kept back: 183.9 min each.
        CardsPlan plan = CardsPlan.Of(SheetOf(Alder), 170, Cards(1)).Plan!;
        plan.MinutesEach.ShouldBe(64e9 * 8 * 0.97 / 45e6 / 60, 0.01);
        (plan.Needed, plan.WithMargin, plan.Missing).ShouldBe((1, 2, 1));
        plan.Because[0].Case.ShouldBe("short");
        plan.Because[0].Number("missing").ShouldBe(1);
        CardsPlan.Of(SheetOf(Alder), 170, Cards(2)).Plan!.Because[0].Case.ShouldBe("enough");
        CardsPlan.Of(SheetOf(Alder), 0, Cards(0)).Plan!.Missing.ShouldBe(0);
    }

    [Fact]
    public void Both_slots_alike_take_twice_the_cards_and_relay_names_its_order()
    {
        CardsPlan both = CardsPlan.Of(SheetOf(Alder, "simultaneous"), 170, Cards(2)).Plan!;
        (both.Doubled, both.Needed, both.WithMargin).ShouldBe((true, 2, 4));
        both.Because.ShouldContain(b => b.Case == "simultaneous");
        CardsPlan relay = CardsPlan.Of(SheetOf(Alder, "relay"), 170, Cards(2)).Plan!;
        relay.Doubled.ShouldBeFalse();
        relay.Because.First(b => b.Case == "relay").Figure("slots").ShouldBe("slot A, slot B");
    }

    [Theory]
    [InlineData(183, false)]
    [InlineData(176, false)]
    [InlineData(170, true)]
    [InlineData(195, true)]
    public void What_the_unit_showed_counts_and_a_claim_that_is_off_by_more_than_a_twentieth_is_doubted(double shown, bool doubted)
    {
        CardsPlan plan = CardsPlan.Of(SheetOf(Alder), 60, Cards(1), shown).Plan!;
        plan.MinutesEach.ShouldBe(shown);
        plan.IsMeasured.ShouldBeTrue();
        plan.Because.Any(b => b.Case == "claim-doubted").ShouldBe(doubted);
    }

    [Fact]
    public void A_card_holds_by_its_own_capacity_and_the_largest_are_counted_first()
    {
        Sheet sheet = SheetOf(Alder);
        double small = CardsPlan.Of(sheet, 60, Cards(1)).Plan!.MinutesEach;
        CardsPlan.Of(sheet, 60, Cards(1, 256)).Plan!.MinutesEach.ShouldBe(4 * small, 1e-9);

        // 700 min with 15 % on 183 min each take 5; one of 256 GB holds 735 of the 805 min.
        CardsPlan.Of(sheet, 700, Cards(5)).Plan!.WithMargin.ShouldBe(5);
        CardsPlan mixed = CardsPlan.Of(sheet, 700, [.. Cards(1), .. Cards(1, 256)]).Plan!;
        (mixed.Needed, mixed.WithMargin, mixed.Missing).ShouldBe((1, 2, 0));
        mixed.MinutesEach.ShouldBe(small, 1e-9);
        CardsPlan
            .Of(sheet, 1500, [.. Cards(1), .. Cards(1, 256)])
            .Plan!.Needed.ShouldBe(2 + 4, "735 and 183, then as many more of the smaller");
    }

    [Fact]
    public void What_the_unit_showed_of_another_card_is_not_counted_and_said()
    {
        CardsPlan plan = CardsPlan.Of(SheetOf(Alder), 60, Cards(1, 256), 183).Plan!;
        plan.IsMeasured.ShouldBeFalse();
        plan.Because.Select(b => b.Case).ShouldContain("other-card");
        CardsPlan.Of(SheetOf(Alder), 60, [.. Cards(1, 256), .. Cards(1)], 170).Plan!.MinutesEach.ShouldBe(170);
    }

    [Fact]
    public void Enough_that_was_confirmed_is_no_number_of_a_card()
    {
        Sheet sheet = SheetCompiler.Compile(
            Ottermere.Make(
                "planned",
                Ottermere.LectureRoom.Light,
                ("record-format", "1080 29.97p", null),
                ("bit-rate", "highest", null),
                ("card-minutes", "at least 75 min", null)
            ),
            Alder
        );
        sheet.Target<SettingValue.Amount>(Setting.CardMinutes)!.Value.ShouldBe(75);
        CardsPlan.NumberRead(sheet, [75, 75]).ShouldBeNull();
        CardsPlan.NumberRead(sheet, [75, 181, 190]).ShouldBe(181);
        CardsPlan.NumberRead(sheet, [0]).ShouldBeNull("a card of no minutes was full");
        ConsequenceReport now = Ottermere.Now(sheet, new Dictionary<Setting, Reading> { [Setting.CardMinutes] = OfMinutes(75) });
        now.Items.First(i => i.Topic == ConsequenceTopic.Card).Because.Case.ShouldBe("confirmed");
        ConsequenceReport read = Ottermere.Now(sheet, new Dictionary<Setting, Reading> { [Setting.CardMinutes] = OfMinutes(181) });
        read.Items.First(i => i.Topic == ConsequenceTopic.Card).Because.Case.ShouldBe("displayed");
    }

    private static Reading OfMinutes(double minutes) => new Reading.Of(new SettingValue.Amount(minutes, NaturalUnit.Minutes));

    private static ImmutableArray<KitPiece> Cards(int count, double? gigabytes = null) =>
        count == 0 ? [] : [new KitPiece($"Card {gigabytes}", PieceKind.Card, count, "") { CapacityGb = gigabytes }];

    [Fact]
    public void Cards_that_cannot_be_counted_say_why()
    {
        CardsPlan.Of(SheetOf(Alder with { Card = null }), 60, Cards(1)).WhyNot!.Case.ShouldBe("class-unknown");
        CardsPlan.Of(SheetOf(HighSpeed), 60, Cards(1)).WhyNot!.Case.ShouldBe("memory");
        CardsPlan
            .Of(SheetCompiler.Compile(Ottermere.Make("bare", Ottermere.LectureRoom.Light, ("gain", "0 dB", null)), Alder), 60, Cards(1))
            .WhyNot!.Case.ShouldBe("no-format");
    }

    [Fact]
    public void Batteries_are_counted_by_the_weakest_with_and_without_a_charger()
    {
        // 40 Wh at 20 W: 120 min each; 8 h with 15 %: 5.
        BatteriesPlan without = BatteriesPlan.Of(Alder, [Battery(3)], 480, 0).Plan!;
        (without.MinutesEach, without.MinutesAll, without.Without, without.Missing).ShouldBe((120, 360, 5, 2));
        without.Because[0].Case.ShouldBe("short");

        BatteriesPlan with = BatteriesPlan.Of(Alder, [Battery(3)], 480, 1).Plan!;
        with.Round.ShouldBe(new BatteryRound(2, 2, 2));
        with.Missing.ShouldBe(0);
        with.Because.Select(b => b.Case).ShouldBe(["enough", "charged", "for-ever"]);

        BatteriesPlan weak = BatteriesPlan.Of(Alder, [Battery(1), Battery(1, 40, 0.5)], 60, 0).Plan!;
        weak.MinutesEach.ShouldBe(60);
        weak.MinutesAll.ShouldBe(180);
        weak.Because.Select(b => b.Case).ShouldContain("weak");
    }

    [Fact]
    public void A_charger_of_unknown_speed_promises_nothing()
    {
        CameraModel unknown = Alder with { Power = Alder.Power! with { ChargeMinutes = null } };
        BatteriesPlan.Of(unknown, [Battery(3)], 480, 4).Plan!.Round.ShouldBeNull();
    }

    [Fact]
    public void On_mains_one_battery_bridges_a_pulled_plug_and_a_camera_that_charges_only_when_off_says_so()
    {
        CameraModel off = Alder with { Power = Alder.Power! with { ChargesOnlyWhenOff = true } };
        BatteriesPlan plan = BatteriesPlan.Of(off, [Battery(1)], 480, 2, onMains: true).Plan!;
        (plan.Without, plan.Missing, plan.Round).ShouldBe((1, 0, null));
        plan.Because.Select(b => b.Case).ShouldBe(["mains", "only-off"]);
        BatteriesPlan.Of(off, [], 480, 2, onMains: true).Plan!.Missing.ShouldBe(1);
    }

    [Fact]
    public void A_battery_without_watt_hours_is_named()
    {
        CameraModel silent = Alder with { Power = null };
        BatteriesPlan.Of(silent, [Battery(2)], 60, 0).WhyNot!.Case.ShouldBe("no-energy");
        BatteriesPlan.Of(silent, [Battery(2, 40)], 60, 0).WhyNot!.Case.ShouldBe("no-consumption");
        BatteriesPlan.Of(Alder, [Battery(2)], 60, 0).Plan!.MinutesEach.ShouldBe(120, "it is the issued one");
    }

    [Fact]
    public void A_camera_of_24_volts_gets_neither_ordinary_plates_nor_an_ordinary_generator()
    {
        static string[] Faults(ShootSupply supply, params CameraModel[] cameras) =>
            [.. SupplyPlan.Of(supply, cameras).Where(s => s.IsFault).Select(s => s.Because.Case)];

        Faults(new ShootSupply(SupplyKind.Plates, Volts: 14.4), HighSpeed, Alder).ShouldBe(["voltage"]);
        Faults(new ShootSupply(SupplyKind.Plates, Volts: 24), HighSpeed).ShouldBeEmpty();
        Faults(new ShootSupply(SupplyKind.Plates, Volts: 24), HighSpeed, Alder).ShouldBe(["voltage"], "nor the other way round");
        Faults(new ShootSupply(SupplyKind.Generator, 1500), HighSpeed).ShouldBe(["not-true-sine"]);
        // 68 W at a power factor of 0.6, four fifths of which may be planned on: 142 VA, in whole tens, the same here and on the sheet.
        Faults(new ShootSupply(SupplyKind.Generator, 149, IsTrueSine: true), HighSpeed).ShouldBe(["overloaded"]);
        Faults(new ShootSupply(SupplyKind.Generator, 150, IsTrueSine: true), HighSpeed).ShouldBeEmpty();
        SupplyPlan
            .Of(new ShootSupply(SupplyKind.Generator, 150), [HighSpeed])[0]
            .Because.Number("least")
            .ShouldBe(Handling.Of(HighSpeed, null)[0].Number("supply"));
        Faults(new ShootSupply(SupplyKind.Generator, 1500), Alder).ShouldBeEmpty();
    }

    [Fact]
    public void Mains_carry_four_fifths_and_a_circuit_of_unknown_rating_is_asked_about()
    {
        // 20 W at a power factor of 0.6 is 33.3 VA each; six of them need 250 VA.
        CameraModel[] six = [.. Enumerable.Repeat(Alder, 6)];
        SupplyPlan.Of(new ShootSupply(SupplyKind.Mains, 250), six).ShouldHaveSingleItem().Because.Case.ShouldBe("carries");
        (bool isFault, Judgement because) = SupplyPlan.Of(new ShootSupply(SupplyKind.Mains, 249), six).ShouldHaveSingleItem();
        isFault.ShouldBeTrue();
        because.Case.ShouldBe("overloaded");
        because.Number("least").ShouldBe(250);
        SupplyPlan.Of(new ShootSupply(SupplyKind.Mains), six).ShouldHaveSingleItem().Because.Case.ShouldBe("unrated");
        SupplyPlan.Of(ShootSupply.OwnBatteries, six).ShouldBeEmpty();
        SupplyPlan.Of(new ShootSupply(SupplyKind.Mains, 1), [Ottermere.Alder]).ShouldBeEmpty();
    }

    [Fact]
    public void A_weaker_compression_costs_volume_time_to_copy_and_editing_load()
    {
        // 90 Mb/s is 11.25 MB/s; the usual reader gives 90 MB/s.
        RecordingVolume one = RecordingVolume.Of(new BitRate(90), 60, 1, CopySpeeds.Usual);
        one.Gigabytes.ShouldBe(40.5, 1e-6);
        one.MinutesPerTerabyte.ShouldBe(1e6 / 11.25 / 60, 1e-6);
        one.CopyMinutes.ShouldBe(7.5, 1e-6);
        one.EditMegabytes.ShouldBe(11.25, 1e-6);
        RecordingVolume three = RecordingVolume.Of(new BitRate(180), 60, 3, CopySpeeds.Usual with { LinkMegabytes = 45 });
        three.Gigabytes.ShouldBe(243, 1e-6);
        three.CopyMinutes.ShouldBe(90, 1e-6);
        three.EditMegabytes.ShouldBe(67.5, 1e-6);
        Should.Throw<QuantityException>(() => RecordingVolume.Of(new BitRate(90), 0, 1, CopySpeeds.Usual));
    }

    [Fact]
    public void A_pack_gathers_what_belongs_to_one_camera()
    {
        Kit kit = Kit.Of(
            "OBG-101",
            [
                Battery(3),
                new("Card", PieceKind.Card, 1, ""),
                new("Charger", PieceKind.Charger, 1, ""),
                new("Adapter", PieceKind.Adapter, 1, "") { Supply = PieceSupply.BringYourOwn },
            ]
        );
        CameraPack outdoors = PackPlan.Of(
            new PackedCamera("A", "OBG-101", SheetOf(Alder), kit, null),
            170,
            480,
            ShootSupply.OwnBatteries,
            CopySpeeds.Usual
        );
        outdoors.Batteries!.Round.ShouldBeNull("a charger is of no use without a socket");
        outdoors.Cards!.Missing.ShouldBe(1);
        outdoors.Costs[0].IsChosen.ShouldBeTrue();

        CameraPack indoors = PackPlan.Of(
            new PackedCamera("A", "OBG-101", SheetOf(Alder), kit, null),
            170,
            480,
            new ShootSupply(SupplyKind.Mains),
            CopySpeeds.Usual
        );
        indoors.Batteries!.Round.ShouldNotBeNull("the adapter is not issued, so batteries run it and the charger has a socket");

        CameraPack special = PackPlan.Of(
            new PackedCamera("B", "OBG-114", SheetOf(HighSpeed), kit, null),
            10,
            60,
            ShootSupply.OwnBatteries,
            CopySpeeds.Usual
        );
        special.Cards.ShouldBeNull();
        special.WhyNot.ShouldHaveSingleItem().Case.ShouldBe("memory");
        special.Assembly.Select(a => a.Case).ShouldContain("assembly");
    }

    [Fact]
    public void Each_quality_of_a_format_is_set_against_the_sheets_own()
    {
        Standard uhd = Ottermere.Make(
            "uhd",
            Ottermere.LectureRoom.Light,
            ("record-format", "2160 29.97p", null),
            ("bit-rate", "at least 80 Mb/s", null)
        );
        CameraPack pack = PackPlan.Of(
            new PackedCamera("A", "X", SheetCompiler.Compile(uhd, Alder), Kit.Of("X", []), null),
            60,
            60,
            ShootSupply.OwnBatteries,
            CopySpeeds.Usual
        );
        pack.Costs.Select(c => (c.Volume.Rate.Megabits, c.IsChosen)).ShouldBe([(90, true), (140, false)]);
        pack.Costs[1].TimesChosen.ShouldBe(140.0 / 90, 1e-9);
    }

    [Theory]
    [InlineData(30000, 1001, 3, "03:00:00;00", true)]
    [InlineData(25, 1, 0, "00:00:00:00", false)]
    [InlineData(24000, 1001, 23, "23:00:00:00", false)]
    public void Timecode_is_preset_by_card_or_day_and_drop_frame_where_the_rate_has_it(
        int num,
        int den,
        int number,
        string label,
        bool drop
    )
    {
        TimecodePreset preset = TimecodePreset.Of(new FrameRate(num, den), TimecodeHourSays.Card, number, 1);
        (preset.Label, preset.DropFrame, preset.SetAgainMinutes).ShouldBe((label, drop, null));
        Core.Media.Timecode.Frame(label, new FrameRate(num, den), drop).ShouldBeGreaterThanOrEqualTo(0, "the label exists");
    }

    [Fact]
    public void Clocks_that_have_to_agree_are_set_again_before_they_are_a_frame_apart()
    {
        // 25 frames, 10 ppm: 0.9 frames an hour.
        TimecodePreset preset = TimecodePreset.Of(new FrameRate(25, 1), TimecodeHourSays.Day, 2, 3);
        preset.SetAgainMinutes!.Value.ShouldBe(60 / 0.9, 1e-6);
        preset.Because.Cases().ShouldBe(["day", "non-drop", "again"]);
        Should.Throw<QuantityException>(() => TimecodePreset.Of(new FrameRate(25, 1), TimecodeHourSays.Day, 24, 3));
    }

    [Fact]
    public void Cautions_are_those_of_the_place_and_end_with_whose_word_counts()
    {
        ImmutableArray<Judgement> cautions = Cautions.Of(
            [Hazard.Cables, Hazard.Lamps],
            new ShootSupply(SupplyKind.Generator),
            true,
            [Alder, HighSpeed]
        );
        cautions.Select(c => c.Case).ShouldBe(["lithium", "generator", "lamps", "cables", "sun", "pins", "deference"]);
        Cautions.Of([], ShootSupply.OwnBatteries, false, []).ShouldBeEmpty();
        foreach (Hazard hazard in Enum.GetValues<Hazard>())
        {
            Judgement said = Cautions.Of([hazard], ShootSupply.OwnBatteries, false, [])[0];
            Templates.Of(said).ShouldNotBeNull(hazard.ToString());
            hazard.ToString().ShouldStartWith(said.Case, Shouldly.Case.Insensitive);
        }
    }

    [Theory]
    [InlineData(-1)]
    [InlineData(1441)]
    [InlineData(double.NaN)]
    public void Times_of_a_department_lie_between_nothing_and_a_day(double minutes) =>
        Should.Throw<QuantityException>(() => new PreparationTimes { Check = minutes }).Message.ShouldContain("a check");

    [Fact]
    public void Tasks_of_a_shoot_end_with_packing_after_everything_that_has_to_be_in_the_bag()
    {
        var times = new PreparationTimes();
        ImmutableArray<PreparationTask> tasks = PreparationTasks.Of(
            [
                new CameraNeeds("A · OBG-101", 2, 90, false, true, 20, true, false),
                new CameraNeeds("B · OBG-114", 1, null, true, false, 0, false, true),
            ],
            times,
            true
        );
        PreparationTask Find(string id) => tasks.First(t => t.Id == id);
        Find("A · OBG-101: check").After.ShouldBe(["A · OBG-101: format and label cards"]);
        Find("A · OBG-101: format and label cards").After.ShouldBe(["A · OBG-101: copy and prove its cards"]);
        Find("A · OBG-101: count and pack")
            .After.ShouldBe(
                ["A · OBG-101: check", "A · OBG-101: charge battery 1", "A · OBG-101: charge battery 2", "match the cameras"],
                ignoreOrder: true
            );
        Find("B · OBG-114: charge battery 1").Needs.Keys.ShouldBe(["charger", "B · OBG-114"], ignoreOrder: true);
        Find("B · OBG-114: charge battery 1").Minutes.ShouldBe(times.Charge);
        Find("match the cameras").Minutes.ShouldBe(times.Match);
        Find("match the cameras").After.ShouldContain("B · OBG-114: inspect pins and assemble");
        Find("load and go").After.Length.ShouldBe(2);

        var capacity = tasks.SelectMany(t => t.Needs.Keys).Distinct().ToDictionary(r => r, _ => 1);
        Preparation.Best(tasks, capacity, 600).Tasks.Length.ShouldBe(tasks.Length);
        Should.Throw<QuantityException>(() =>
            PreparationTasks.Of(
                [new("A", 0, null, false, false, 0, false, false), new("A", 0, null, false, false, 0, false, false)],
                times,
                false
            )
        );
        PreparationTasks.CanGrow("A · OBG-101").ShouldBeFalse();
    }
}
