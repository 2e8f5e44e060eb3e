using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Sound as a plan from a list of microphones, and meters whose bars mean different levels.</summary>
public class SoundPlanTests
{
    private static readonly PlannedMicrophone Boom = new("boom", MicrophoneKind.Condenser);
    private static readonly PlannedMicrophone Host = new("host", MicrophoneKind.Condenser, IsWireless: true);

    [Fact]
    public void One_microphone_is_powered_if_it_needs_it_and_the_spare_is_that_of_the_standard()
    {
        SoundPlan plan = Of(Policies.Defaults, Boom);
        Required(plan)
            .ShouldBe([
                (Setting.Input1, "condenser microphone"),
                (Setting.Phantom1, "on"),
                (Setting.Channel1, "input 1"),
                (Setting.Channel2, "built-in"),
                (Setting.Pad, "off"),
                (Setting.Headphones, "done"),
            ]);
        plan.Warnings.ShouldBeEmpty();
        Required(Of(Policies.Defaults.With("spare-channel", "lower"), Boom)).ShouldContain((Setting.Channel2, "input 1, 10 dB lower"));
        SoundPlan second = Of(Policies.Defaults.With("spare-channel", "second"), Boom);
        Required(second).ShouldContain((Setting.Channel2, "built-in"));
        second.Warnings.Single().Case.ShouldBe("no-spare");
    }

    [Fact]
    public void Two_have_a_channel_each_a_spare_is_plugged_in_last_and_a_receiver_gets_no_power()
    {
        SoundPlan plan = Of(Policies.Defaults, Boom with { Name = "spare", IsSpare = true }, Host);
        Required(plan)
            .Take(6)
            .ShouldBe([
                (Setting.Input1, "wireless"),
                (Setting.Input2, "condenser microphone"),
                (Setting.Phantom1, "off"),
                (Setting.Phantom2, "on"),
                (Setting.Channel1, "input 1"),
                (Setting.Channel2, "input 2"),
            ]);
        plan.Notches.First(n => n.Setting == Setting.Phantom1).Because.Case.ShouldBe("phantom-wireless");
        Required(plan).ShouldContain((Setting.WirelessPair, "done"));
        plan.Steps.Single().Case.ShouldBe("ears");
    }

    [Fact]
    public void What_has_no_input_left_and_what_nobody_could_hear_is_told()
    {
        SoundPlan plan = SoundPlan.Of(
            new SoundSetup([Boom, Host, new PlannedMicrophone("desk", MicrophoneKind.Line)], HasHeadphones: false),
            Policies.Defaults
        );
        plan.Warnings.Select(w => w.Case).ShouldBe(["no-input", "no-headphones"]);
        Of(Policies.Defaults).Warnings.Single().Case.ShouldBe("no-microphone");
        Required(Of(Policies.Defaults, Boom with { IsLoud = true })).ShouldContain((Setting.Pad, "20 dB"));
    }

    [Fact]
    public void A_recorder_apart_brings_its_steps_and_sound_by_others_asks_little_or_nothing_of_the_camera()
    {
        SoundSetup apart = new([Boom], IsRecorderApart: true);
        SoundPlan.Of(apart, Policies.Defaults).Steps.Select(s => s.Case).ShouldBe(["one", "arm", "sync", "stop"]);
        SoundPlan reference = SoundPlan.Of(apart, Policies.Defaults.With("sound-by-others", "reference"));
        Required(reference).ShouldBe([(Setting.Channel1, "built-in"), (Setting.Channel2, "built-in")]);
        SoundPlan none = SoundPlan.Of(apart, Policies.Defaults.With("sound-by-others", "nothing"));
        none.Notches.ShouldBeEmpty();
        none.Steps.Select(s => s.Case).ShouldBe(["none", "arm", "sync", "stop"]);
    }

    [Fact]
    public void Every_requirement_of_a_plan_is_one_that_a_standard_can_have_and_compiles_on_a_camera()
    {
        foreach (MicrophoneKind kind in Enum.GetValues<MicrophoneKind>())
        {
            foreach (SoundNotch notch in Of(Policies.Defaults, new PlannedMicrophone("one", kind, IsLoud: true), Host).Notches)
            {
                Requirement.Parse(notch.Setting, notch.Require).Text.ShouldNotBeEmpty();
            }
        }
    }

    [Theory]
    [InlineData("two thirds of the bar", -20)]
    [InlineData("2/3 of the bar", -20)]
    [InlineData("three quarters of the bar", -15)]
    [InlineData("80 % of the bar", -12)]
    public void A_share_of_an_even_bar_is_converted_by_its_scale(string typed, double dbfs) => Read(Even, typed).ShouldBe(dbfs, 0.05);

    [Fact]
    public void The_same_share_is_another_level_on_another_meter_and_none_where_nobody_has_said()
    {
        MeterScale bent = new([new MeterMark(0, -60), new MeterMark(0.5, -20), new MeterMark(1, 0)]);
        Read(bent, "2/3 of the bar").ShouldBe(-13.3, 0.05);
        Read(Even, "-12").ShouldBe(-12);
        Should.Throw<QuantityException>(() => Read(null, "2/3 of the bar")).Message.ShouldContain("cannot be converted");
        Should.Throw<QuantityException>(() => Read(Even, "4/3 of the bar")).Message.ShouldContain("no share of a bar");
        Should.Throw<QuantityException>(() => Read(Even, "some of the bar")).Message.ShouldContain("no share of a bar");
        Should.Throw<QuantityException>(() => Read(new MeterScale([new MeterMark(0.5, -20), new MeterMark(1, 0)]), "a quarter of the bar"));
    }

    private static MeterScale Even { get; } = new([new MeterMark(0, -60), new MeterMark(1, 0)]);

    private static double Read(MeterScale? meter, string typed)
    {
        Sheet sheet = SheetCompiler.Compile(
            Ottermere.Make("any", Ottermere.LectureRoom.Light, [("audio-peak-level", "−12 dBFS", (string?)null)]),
            Ottermere.Alder with
            {
                Meter = meter,
            }
        );
        var read = (Reading.Of)ReadingParser.Parse(Setting.AudioPeakLevel, sheet, typed, new Dictionary<Setting, Reading>());
        return read.Value.ShouldBeOfType<SettingValue.Amount>().Value;
    }

    private static SoundPlan Of(Policies policies, params PlannedMicrophone[] microphones) =>
        SoundPlan.Of(new SoundSetup([.. microphones]), policies);

    private static (Setting, string)[] Required(SoundPlan plan) => [.. plan.Notches.Select(n => (n.Setting, n.Require))];
}
