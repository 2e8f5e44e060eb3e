using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>What a department states itself: a noise limit, an offset by kind of curve, levels by curve.</summary>
public class ExposureIntentTests
{
    private static readonly CameraModel Logging = Ottermere.Alder with
    {
        Sensor = LineUpTests.Alder.Sensor,
        Gain = Ottermere.Alder.Gain with { Cap = new Decibels(12) },
        Choices = ImmutableDictionary<Setting, ChoiceControl>
            .Empty.Add(Setting.Profile, new ChoiceControl([new("department", ""), new("log", "")], false))
            .Add(Setting.FalseColour, new ChoiceControl([new("on", ""), new("off", "")], false)),
        Levels = ImmutableDictionary<Setting, LevelControl>.Empty.Add(
            Setting.Zebra,
            new LevelControl([40, 45, 50, 61, 70, 95, 100], true, false)
        ),
    };

    [Theory]
    [InlineData("log", 1, 1.0)]
    [InlineData("department", 1, 0.0)]
    [InlineData("log", 0, 0.0)]
    public void An_offset_belongs_to_its_kind_of_curve(string curve, double onLog, double expected)
    {
        Sheet sheet = Compile(
            Logging,
            new ExposureIntent { OffsetOnLog = new Stops(onLog) },
            3000,
            ("profile", curve),
            ("iris", "as metered")
        );
        Sheet plain = Compile(Logging, ExposureIntent.None, 3000, ("profile", curve), ("iris", "as metered"));
        FNumber Iris(Sheet of) => of.Target<SettingValue.Iris>(Setting.Iris)!.Number;
        Iris(sheet).OpennessFrom(Iris(plain)).Value.ShouldBe(expected, 0.01);
        sheet.Predicted!.Offset.Value.ShouldBe(expected, 1e-9);
        Math.Abs(sheet.Predicted.Error.Value).ShouldBeLessThan(1.0 / 6 + 1e-9, "the error is what is left beside the offset");
        sheet.Compromises.Value.ShouldBe(sheet.Predicted.Error.Value, 1e-9);
    }

    [Fact]
    public void A_model_that_has_no_log_is_not_exposed_for_it()
    {
        CameraModel without = Logging with { Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty, NotFitted = [Setting.Profile] };
        Sheet sheet = Compile(without, new ExposureIntent { OffsetOnLog = new Stops(1) }, ("profile", "log"), ("iris", "as metered"));
        sheet.LineOf(Setting.Iris)!.Because.Cases().ShouldNotContain("with-offset");
    }

    [Fact]
    public void In_a_line_up_each_camera_is_exposed_for_its_own_curve()
    {
        LineUp lineUp = LineUpTests.Of(
            LineUpTests.Camera("A", "f/2.6 to f/16") with
            {
                Model = Logging,
            },
            LineUpTests.Camera("B", "f/2.6 to f/16") with
            {
                Model = Logging with { Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty, NotFitted = [Setting.Profile] },
            }
        );
        lineUp = lineUp with { Standard = With(lineUp.Standard, new ExposureIntent { OffsetOnLog = new Stops(1) }, ("profile", "log")) };
        LineUpReport report = LineUpReport.Of(lineUp);
        report.Cameras.Select(c => c.Plan.Chosen.Balance.Offset.Value).ShouldBe([1, 0]);
        report.Cameras.ShouldAllBe(c => Math.Abs(c.Plan.Chosen.Error.Value) < 0.2);
        LineUpReport
            .Of(lineUp with { OffsetOnLog = Stops.Zero })
            .Cameras.ShouldAllBe(c => c.Plan.Chosen.Balance.Offset.Value == 0, "the line-up has the last word");
        Sheet shoot = ShootSheet.Of(lineUp, report.Cameras[0], null);
        RuleBook.Of(shoot).ShouldNotContain(f => f.RuleId == "METER-DISAGREES");
    }

    [Fact]
    public void A_plan_that_needs_gain_behind_a_filter_carries_its_own_reason_and_no_fault()
    {
        Standard standard = With(Ottermere.LectureRoom, ExposureIntent.None, ("gain", "+6 dB"), ("nd", "2 stops"));
        RuleBook.Of(SheetCompiler.Compile(standard, Logging)).Select(f => f.RuleId).ShouldContain("GAIN-UP-ND-IN");
        Standard planned = ShootSheet.Planned(standard, "Bulb lecture", (Stops.Zero, Stops.Zero));
        RuleBook
            .Of(SheetCompiler.Compile(planned, Logging))
            .Select(f => f.RuleId)
            .Intersect(["GAIN-UP-ND-IN", "GAIN-WITH-ND"])
            .ShouldBeEmpty();
    }

    [Theory]
    [InlineData(6, 6)]
    [InlineData(30, 12)] // the cap of the specification stays
    public void A_noise_limit_caps_gain_as_a_last_resort(double limit, double most)
    {
        var intent = new ExposureIntent { NoiseLimit = new Decibels(limit) };
        Sheet dark = Compile(Logging, intent, 20, ("gain", "base"), ("iris", "f/2.6, takes up the rest"));
        dark.Target<SettingValue.GainAt>(Setting.Gain)!.Gain.Value.ShouldBe(most);
    }

    [Fact]
    public void Noise_over_the_limit_is_a_fault_whoever_asked_for_it()
    {
        var intent = new ExposureIntent { NoiseLimit = new Decibels(3) };
        Sheet sheet = Compile(intent, ("gain", "+6 dB"));
        RuleBook.Of(sheet).Single(f => f.RuleId == "GAIN-ABOVE-LIMIT").Because.Case.ShouldBe("noise-limit");
        Consequence noise = Topic(Now(sheet), ConsequenceTopic.Noise);
        (noise.Severity, noise.Because.Case).ShouldBe((Severity.Fault, "over-limit"));
        Topic(Now(Compile(intent, ("gain", "+3 dB"))), ConsequenceTopic.Noise).Severity.ShouldNotBe(Severity.Fault);
    }

    [Fact]
    public void A_noise_limit_counts_the_base_as_well_as_the_gain()
    {
        Standard standard = With(Ottermere.LectureRoom, new ExposureIntent { NoiseLimit = new Decibels(9) });
        (standard.CapOn(TwoBases, "low").Value, standard.CapOn(TwoBases, "high").Value).ShouldBe((9, 5));
    }

    [Fact]
    public void The_levels_of_a_curve_stand_where_they_are_looked_at_and_set_the_zebra()
    {
        var intent = new ExposureIntent { Levels = [new CurveLevels("log", 38, 45, 61)] };
        Standard skin = With(Ottermere.LectureRoom, intent, ("profile", "log"), ("zebra", "by policy"), ("false-colour", "on"));
        skin = skin with { Policies = skin.Policies.With("zebra", "skin") };
        Sheet sheet = SheetCompiler.Compile(skin, Logging);
        sheet.Target<SettingValue.Amount>(Setting.Zebra)!.Value.ShouldBe(45);
        foreach (Setting setting in new[] { Setting.Profile, Setting.Zebra, Setting.FalseColour })
        {
            string told = sheet.LineOf(setting)!.Because.Text();
            told.ShouldContain("grey at 38");
            told.ShouldContain("skin at 45");
            told.ShouldContain("white at 61");
        }

        SheetCompiler
            .Compile(With(skin, intent, ("profile", "department")), Logging)
            .LineOf(Setting.Zebra)!
            .Because.Cases()
            .ShouldNotContain("levels");
        RuleBook
            .Of(With(skin, intent, ("profile", "log"), ("zebra", "100 %")))
            .Single(f => f.RuleId == "ZEBRA-ON-LOG")
            .Because.Case.ShouldBe("above-white");
    }

    [Fact]
    public void A_change_of_any_of_it_is_told_between_versions()
    {
        var full = new ExposureIntent
        {
            NoiseLimit = new Decibels(6),
            OffsetOnLog = new Stops(1),
            Offset = new Stops(0.5),
            Levels = [new CurveLevels("log", 38, null, null)],
        };
        StandardChange.Between(Ottermere.LectureRoom, Ottermere.LectureRoom with { Exposure = full }).Length.ShouldBe(4);
        StandardChange
            .Between(Ottermere.LectureRoom with { Exposure = full }, Ottermere.LectureRoom with { Exposure = full with { } })
            .ShouldBeEmpty();
    }

    private static Sheet Compile(ExposureIntent intent, params (string Setting, string Require)[] notches) =>
        Compile(Logging, intent, notches);

    private static Sheet Compile(CameraModel model, ExposureIntent intent, params (string Setting, string Require)[] notches) =>
        SheetCompiler.Compile(With(Ottermere.LectureRoom, intent, notches), model);

    private static Sheet Compile(CameraModel model, ExposureIntent intent, double lux, params (string Setting, string Require)[] notches) =>
        SheetCompiler.Compile(
            With(Ottermere.LectureRoom.In(Ottermere.LectureRoom.Light with { Illuminance = new Lux(lux) }), intent, notches),
            model
        );

    // Notches instead of those of the same setting, or beside the others.
    private static Standard With(Standard standard, ExposureIntent intent, params (string Setting, string Require)[] notches) =>
        standard.In(
            standard.Light,
            [
                .. notches.Select(n => new Notch(
                    SettingDefinition.Parse(n.Setting),
                    Requirement.Parse(SettingDefinition.Parse(n.Setting), n.Require),
                    default,
                    Importance.Must,
                    "for a test"
                )),
            ]
        ) with
        {
            Exposure = intent,
        };
}
