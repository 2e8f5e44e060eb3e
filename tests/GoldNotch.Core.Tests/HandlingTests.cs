using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>What stands beside a sheet or a plan: handling, the depth policy, clocks; and what the lines of a sheet say of their assumptions.</summary>
public class HandlingTests
{
    private static readonly CameraModel HighSpeed = LineUpTests.Alder with
    {
        Power = new PowerNeed(150, 68, 24, 0.9),
        BufferGb = 24,
        Handling = [new HandlingNote(HandlingKind.Assembly, "Body, then lens."), new HandlingNote(HandlingKind.Gesture, "Both keys.")],
    };

    [Fact]
    public void Supply_comes_first_and_gestures_last_and_the_supply_is_large_enough()
    {
        RecordFormat format = HighSpeed.Formats[0];
        ImmutableArray<Judgement> notes = Handling.Of(HighSpeed, format);
        notes.Select(n => n.Case).ShouldBe(["voltage", "assembly", "memory", "gesture"]);

        // 68 W at a power factor of 0.6 on four fifths of a supply.
        notes[0].Figure("supply").ShouldBe("150 VA");
        notes[0].Figure("voltage").ShouldBe("24 V");
        Handling.Of(HighSpeed, null).Select(n => n.Case).ShouldNotContain("memory", "nothing is recorded yet");
        Handling.Of(Ottermere.Alder, format).ShouldBeEmpty();
    }

    [Fact]
    public void The_plan_says_it_once_for_cameras_that_share_it()
    {
        LineUp two = LineUpTests.Of(
            LineUpTests.Camera("A", "f/5.6") with
            {
                Model = HighSpeed,
            },
            LineUpTests.Camera("B", "f/5.6") with
            {
                Model = HighSpeed,
            }
        );
        Judgement[] said = [.. PlanRemarks.Cautions(two, LineUpReport.Of(two).Cameras).Where(c => c.Case == "of-camera")];
        said.Length.ShouldBe(4);
        said.ShouldAllBe(s => s.Figure("cameras") == "A, B");
    }

    [Theory]
    [InlineData("line-up", null)]
    [InlineData("match", "matched-name")]
    [InlineData("deeper", "deeper-name")]
    [InlineData("open", "open-name")]
    public void The_policy_on_depth_points_at_its_variant(string option, string? variant)
    {
        LineUp two = LineUpTests.Of(LineUpTests.Camera("A", "f/5.6"), LineUpTests.Camera("B", "f/5.6"));
        two = two with { Standard = two.Standard with { Policies = two.Standard.Policies.With("depth", option) } };
        (PlanRemarks.DepthByPolicy(two)?["variant"] as FigureValue.Quoted)?.Judgement.Case.ShouldBe(variant);
        (PlanRemarks.DepthByPolicy(two) is null).ShouldBe(variant is null);
        PlanRemarks.DepthByPolicy(two with { Cameras = [two.Cameras[0]] }).ShouldBeNull();
    }

    // 29.97 frames a second at 10 parts in a million are 1.08 frames an hour.
    [Theory]
    [InlineData("free", "55 min")]
    [InlineData("with recording", null)]
    public void Free_running_clocks_say_when_to_be_jammed_again(string run, string? every)
    {
        CameraModel running = LineUpTests.Alder with
        {
            Choices = LineUpTests.Alder.Choices.SetItem(
                Setting.TimecodeRun,
                new ChoiceControl([new ChoicePosition("free", ""), new ChoicePosition("with recording", "")], false)
            ),
        };
        LineUp two = LineUpTests.Of(
            LineUpTests.Camera("A", "f/5.6") with
            {
                Model = running,
            },
            LineUpTests.Camera("B", "f/5.6") with
            {
                Model = running,
            }
        );
        Notch notch = new(Setting.TimecodeRun, Requirement.Parse(Setting.TimecodeRun, run), default, Importance.Must, "");
        two = two with { Standard = two.Standard.In(two.Standard.Light, notch) };
        PlanRemarks.Clocks(two, LineUpReport.Of(two).Cameras)?.Figure("every").ShouldBe(every);
        (PlanRemarks.Clocks(two, LineUpReport.Of(two).Cameras) is null).ShouldBe(every is null);
    }

    [Fact]
    public void A_field_is_called_a_field_and_only_interlaced_combs()
    {
        Sheet stream = SheetCompiler.Compile(
            Ottermere.Make("any", Ottermere.LectureRoom.Light, ("record-format", "1080 59.94i", null), ("shutter", "180°", null)),
            Ottermere.Alder
        );
        stream.LineOf(Setting.Shutter)!.Because.Case.ShouldBe("whole-field");
        Topic(Now(stream, ("record-format", "1080 29.97p")), ConsequenceTopic.Format)
            .Because.Cases()
            .ShouldContain("other-scan-progressive");
        Sheet plain = Of(Ottermere.Alder);
        Topic(Now(plain, ("record-format", "1080 59.94i")), ConsequenceTopic.Format).Because.Cases().ShouldContain("other-scan");
        plain.LineOf(Setting.Shutter)!.Because.Case.ShouldBe("ordinary");
    }

    [Fact]
    public void Card_minutes_name_the_worst_rate_and_running_time_the_health_of_the_battery()
    {
        CameraModel variable = Ottermere.Alder with
        {
            Formats = [.. Ottermere.Alder.Formats.Select(f => f with { Worst = new BitRate(90) })],
            Card = new IssuedCard("SD", 64, CardClass.Parse("V30"), "exFAT"),
            Power = new PowerNeed(38, 9.5, 7.2, 0.9),
        };
        Sheet sheet = Of(variable, ("bit-rate", "highest"), ("card-minutes", "enough"), ("running-minutes", "enough"));
        Judgement minutes = sheet.LineOf(Setting.CardMinutes)!.Because;
        (minutes.Figure("holds"), minutes.Figure("worst"), minutes.Figure("least")).ShouldBe(("183 min", "90 Mb/s", "91 min"));
        sheet.LineOf(Setting.RunningMinutes)!.Because.Figure("health").ShouldBe("90 %");
        Topic(Now(sheet, ("shutter", "1/100")), ConsequenceTopic.Flicker).Because.Figure("lamp").ShouldBe("10 %");
    }

    [Fact]
    public void What_follows_from_a_format_that_the_model_lacks_is_not_called_exact()
    {
        Sheet sheet = SheetCompiler.Compile(
            Ottermere.Make(
                "any",
                Ottermere.LectureRoom.Light,
                ("record-format", "1080 25p", null),
                ("bit-rate", "at least 25 Mb/s", null),
                ("card-speed", "enough", null),
                ("shutter", "180°", null),
                ("base-iso", "by policy", null),
                ("iris", "f/4", null)
            ),
            TwoBases
        );
        foreach (
            (Setting setting, string told) in new[]
            {
                (Setting.BitRate, "no-format"),
                (Setting.CardSpeed, "no-format-for-speed"),
                (Setting.BaseIso, "no-shutter"),
            }
        )
        {
            SheetLine line = sheet.LineOf(setting)!;
            (line.Fit, line.Because.Case).ShouldBe((Fit.CheckByEye, told));
        }
    }
}
