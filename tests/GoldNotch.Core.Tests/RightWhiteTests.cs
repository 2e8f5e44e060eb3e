using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>White balance: one convention of offsets, the card before a guess, and a memory of which nothing is known.</summary>
public class RightWhiteTests
{
    private static readonly CameraModel WithoutMemories = LineUpTests.Alder with { White = LineUpTests.Alder.White with { Memories = [] } };

    [Fact]
    public void A_number_is_relative_to_the_reference_at_the_main_place_and_in_every_room()
    {
        LineUp day = Two(LineUpTests.Alder, WithoutMemories) with { Rooms = [new Room("same light", Light)] };
        LineUpReport report = LineUpReport.Of(day);
        BalanceRow other = BalancePlan.Of(day, day.Cameras)[1];
        RoomBalance rooms = RoomBalance.Of(day, day.Cameras[1], other, BalancePlan.Reference(day, day.Cameras));

        // 14 mired more than the reference under 3200 K is 3063 K, on steps of 100 K 3100.
        other.Dial.ShouldBe(new Kelvin(3100));
        rooms.Rooms[1].How["dial"].ShouldBe(rooms.Rooms[0].How["dial"]);
        report.Rooms[1].Rooms[1].How.ShouldBe(rooms.Rooms[1].How, "the report passes its reference on");
    }

    [Fact]
    public void Others_dial_what_the_reference_measured_once_it_is_typed_in_and_not_the_light_as_guessed()
    {
        LineUp guessed = Two(LineUpTests.Alder, WithoutMemories);
        BalancePlan.Of(guessed, guessed.Cameras)[1].Because.Case.ShouldBe("after-card");
        LineUp measured = guessed with { Light = guessed.Light with { OnCard = new Kelvin(2900) } };
        BalanceRow other = BalancePlan.Of(measured, measured.Cameras)[1];
        other.Because.Case.ShouldBe("dial-measured");
        other.Dial.ShouldBe(new Kelvin(2800)); // 344.8 + 14 mired is 2787 K
        BalancePlan.Of(measured, measured.Cameras)[0].Because.Cases().ShouldContain("card-showed");
    }

    [Fact]
    public void A_reference_that_is_set_by_number_leaves_nothing_to_wait_for()
    {
        LineUp day = Two(WithoutMemories, WithoutMemories);
        BalancePlan.Of(day, day.Cameras)[1].Because.Case.ShouldBe("dial-measured");
    }

    [Theory]
    [InlineData("A", Severity.Slight, "unknown-balance")]
    [InlineData("A card", Severity.Fine, "on-card")]
    [InlineData("a balanced here", Severity.Fine, "on-card")]
    [InlineData("A, 5400 K", Severity.Fine, "unseen")]
    [InlineData("B", Severity.Automatic, "other-memory")]
    public void A_memory_of_which_nothing_is_known_is_not_fine(string read, Severity severity, string told)
    {
        Consequence white = Topic(Now(Glass, ("white-balance", read)), ConsequenceTopic.WhiteBalance);
        (white.Severity, white.Because.Case).ShouldBe((severity, told));
        SettingValue value = ((Reading.Of)Ottermere.Read(Glass, ("white-balance", read))[Setting.WhiteBalance]).Value;
        ((Reading.Of)Ottermere.Read(Glass, ("white-balance", value.Label.Replace("memory ", "")))[Setting.WhiteBalance]).Value.ShouldBe(
            value
        );
    }

    [Fact]
    public void A_balance_taken_now_brings_back_the_iris_that_was_read_before()
    {
        List<StampedReading> readings =
        [
            new(Setting.IrisControl, CheckStage.Found, new Reading.Of(new SettingValue.Mode(true)), 1),
            new(Setting.Iris, CheckStage.Found, new Reading.Of(Glass.LineOf(Setting.Iris)!.Target!), 2),
            new(Setting.WhiteBalance, CheckStage.Found, new Reading.Of(new SettingValue.WhiteMemory("A", null)), 3),
        ];
        AsLeft.Of(Glass, readings).Stale.ShouldBeEmpty();
        readings.Add(
            new(Setting.WhiteBalance, CheckStage.Left, new Reading.Of(new SettingValue.WhiteMemory("A", null) { TakenHere = true }), 4)
        );
        AsLeft.Of(Glass, readings).Stale.Keys.Order().ShouldBe([Setting.IrisControl, Setting.Iris]);
        AsLeft.Of(Glass, readings).Stale[Setting.Iris].Because.Case.ShouldBe("after-balance");
    }

    [Fact]
    public void Corrected_to_its_memory_a_camera_was_balanced_here()
    {
        List<StampedReading> readings =
        [
            new(Setting.WhiteBalance, CheckStage.Found, new Reading.Of(new SettingValue.WhiteMemory("A", null)), 1),
        ];
        White().ShouldBe((Severity.Slight, "unknown-balance"));
        readings.Add(new(Setting.WhiteBalance, CheckStage.Left, new Reading.Of(new SettingValue.WhiteMemory("A", null)), 2));
        White().ShouldBe((Severity.Fine, "on-card"));

        (Severity, string) White()
        {
            Consequence white = Topic(JudgedCheck.Of(Glass, readings).Consequences, ConsequenceTopic.WhiteBalance);
            return (white.Severity, white.Because.Case);
        }
    }

    [Fact]
    public void A_model_that_stores_no_balance_is_told_so_and_what_to_dial()
    {
        SheetLine line = Of(
                Ottermere.Alder with
                {
                    White = Ottermere.Alder.White with { Memories = [] },
                },
                ("white-balance", "card in memory A")
            )
            .LineOf(Setting.WhiteBalance)!;
        (line.Fit, line.Because.Case, line.Because.Figure("white")).ShouldBe((Fit.Compromise, "no-memory", "3200 K"));
    }

    [Theory]
    [InlineData(true, Severity.Slight, "reversible")]
    [InlineData(false, Severity.Fault, "fix-now")]
    public void A_cast_is_reversible_in_raw_and_kept_in_compressed_recording(bool raw, Severity severity, string told)
    {
        CameraModel model = Ottermere.Alder with { Formats = [.. Ottermere.Alder.Formats.Select(f => f with { Raw = raw })] };
        Sheet sheet = Of(model, ("white-balance", "preset nearest to 3200 K"));
        Consequence white = Topic(Now(sheet, ("white-balance", "5600")), ConsequenceTopic.WhiteBalance);
        (white.Severity, white.Because.Cases().Contains(told)).ShouldBe((severity, true));
    }

    private static Kelvin Light { get; } = new(3200);

    private static Sheet Glass { get; } = Core.Sheets.Compiling.SheetCompiler.Compile(Ottermere.Glasshouse, Ottermere.Alder);

    private static LineUp Two(CameraModel reference, CameraModel other)
    {
        LineUp lineUp = LineUpTests.Of(
            LineUpTests.Camera("A", "f/5.6") with
            {
                Model = reference,
                ColourOffset = new MiredShift(-8),
            },
            LineUpTests.Camera("B", "f/5.6") with
            {
                Model = other,
                ColourOffset = new MiredShift(6),
            }
        );
        return lineUp with { ColourReference = "A", Light = lineUp.Light with { Temperature = Light } };
    }
}
