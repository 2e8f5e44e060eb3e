using System.Collections.Immutable;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>The day on one line: what is due when, how cards and batteries run down, and what happens when the day is late.</summary>
public class DayLineTests
{
    private static readonly ImmutableArray<DayBlock> Day =
    [
        DayBlock.Of("Rehearsal", 600, 660, 10, "Glasshouse 3", "daylight"),
        DayBlock.Of("Talk", 660, 750, 80, "", ""),
        DayBlock.Of("Interview", 780, 840, 40, "Lecture room", "tungsten"),
        DayBlock.Of("Close-ups", 840, 870, 20, "", "daylight"),
    ];

    private static DayCamera Camera(string letter, double? card = null, double? battery = null, double? black = null, bool saves = false) =>
        new(letter, card, battery, black, saves);

    private static DayLine Line(params DayCamera[] cameras) => DayLine.Of(570, 900, Day, [.. cameras], null);

    private static double[] Times(DayLine line, DayDuty duty) => [.. line.Moments.Where(m => m.Duty == duty).Select(m => m.At)];

    [Fact]
    public void The_day_begins_with_the_call_and_balances_at_each_change_of_room_or_light()
    {
        DayLine line = Line();
        line.Moments[0].Duty.ShouldBe(DayDuty.Call);
        line.Moments[^1].ShouldBe(new DayMoment(900, DayDuty.End, [], ""));
        line.Moments.Where(m => m.Duty == DayDuty.Balance)
            .Select(m => (m.At, m.Name))
            .ShouldBe([(570, "Glasshouse 3, daylight"), (780, "Lecture room, tungsten"), (840, "Lecture room, daylight")]);
        line.Moments.Select(m => m.At).ShouldBeInOrder();
    }

    [Fact]
    public void A_card_is_changed_before_a_block_it_would_not_outlast_when_little_is_left()
    {
        // 100 min: 10 + 80 used, 10 left before an interview of 40.
        Times(Line(Camera("A", card: 100)), DayDuty.Card).ShouldBe([780]);
    }

    [Fact]
    public void A_card_that_still_holds_much_is_changed_when_it_is_full()
    {
        // 60 min: 10 used, 50 left before a talk of 80 in 90 minutes: full after 56.25 of them. Then 30 left: changed before the interview at half.
        double[] changes = Times(Line(Camera("A", card: 60)), DayDuty.Card);
        changes[0].ShouldBe(660 + (50 * 90 / 80.0), 1e-9);
        changes[1].ShouldBe(780 + (30 * 60 / 40.0), 1e-9);
    }

    [Fact]
    public void A_tiny_card_is_changed_as_often_as_it_fills()
    {
        DayLine line = Line(Camera("A", card: 7));
        double recorded = 10 + 80 + 40 + 20;
        Times(line, DayDuty.Card).Length.ShouldBeGreaterThanOrEqualTo((int)(recorded / 7) - 1);
        line.RunDowns[0].Card.ShouldAllBe(p => p.Left >= -1e-9 && p.Left <= 7);
    }

    [Fact]
    public void What_runs_down_never_goes_below_nothing_and_is_full_after_a_change()
    {
        var chance = new Random(3);
        for (int i = 0; i < 200; i++)
        {
            double card = chance.Next(5, 200);
            double battery = chance.Next(15, 300);
            DayLine line = Line(Camera("A", card, battery));
            foreach (
                (ImmutableArray<RunDownPoint> points, double full) in new[]
                {
                    (line.RunDowns[0].Card, card),
                    (line.RunDowns[0].Battery, battery),
                }
            )
            {
                points.ShouldAllBe(p => p.Left >= -1e-9 && p.Left <= full + 1e-9);
                points.Select(p => p.At).ShouldBeInOrder();
            }

            // What was used is what the blocks record and last, whatever the changes.
            Used(line.RunDowns[0].Card).ShouldBe(150, 1e-6);
            Used(line.RunDowns[0].Battery).ShouldBe(240, 1e-6);
        }
    }

    [Fact]
    public void Duties_of_several_cameras_at_one_moment_are_one_line()
    {
        DayLine line = Line(Camera("B", black: 60), Camera("A", black: 60), Camera("C", saves: true));
        DayMoment[] black = [.. line.Moments.Where(m => m.Duty == DayDuty.BlackReference)];
        black.Select(m => m.At).ShouldBe([660, 720, 780, 840]);
        black.ShouldAllBe(m => m.Cameras.SequenceEqual(new[] { "A", "B" }));
        Times(line, DayDuty.SaveMemory).ShouldBe([660, 750, 840, 870]);
    }

    [Fact]
    public void Timecode_is_set_again_while_the_day_lasts() =>
        Times(DayLine.Of(570, 900, Day, [], 100), DayDuty.Timecode).ShouldBe([670, 770, 870]);

    [Fact]
    public void A_late_day_moves_what_is_still_to_come_and_nothing_before()
    {
        DayLine line = Line(Camera("A", card: 100));
        DayLine late = line.Shifted(700, 20);
        Times(late, DayDuty.Block).ShouldBe([600, 660, 800, 860]);
        Times(late, DayDuty.Card).ShouldBe([800]);
        Times(late, DayDuty.End).ShouldBe([920]);
        late.Next(700)[0].At.ShouldBe(800);
        late.Next(700).Select(m => m.Duty).ShouldBe([DayDuty.Block, DayDuty.Balance, DayDuty.Card]);
        late.Next(10_000).ShouldBeEmpty();

        Times(line.Shifted(700, -100), DayDuty.Block).ShouldBe([600, 660, 700, 740]);
        line.Shifted(700, -100).Moments.Select(m => m.At).ShouldBeInOrder();
    }

    [Theory]
    [InlineData(600, 600, 0)]
    [InlineData(600, 590, 0)]
    [InlineData(600, 660, 61)]
    [InlineData(600, 660, -1)]
    public void A_block_that_cannot_be_is_refused(double from, double to, double recorded) =>
        Should.Throw<QuantityException>(() => DayBlock.Of("Talk", from, to, recorded, "", ""));

    [Fact]
    public void Blocks_that_overlap_or_lie_outside_the_day_are_named()
    {
        Should
            .Throw<QuantityException>(() => DayLine.Of(570, 900, [.. Day, DayBlock.Of("Walk", 740, 790, 1, "", "")], [], null))
            .Message.ShouldBe("Walk begins before Talk ends. Let one block follow the other.");
        Should.Throw<QuantityException>(() => DayLine.Of(610, 900, Day, [], null)).Message.ShouldContain("Rehearsal");
        Should.Throw<QuantityException>(() => DayLine.Of(570, 860, Day, [], null)).Message.ShouldContain("Close-ups");
    }

    [Fact]
    public void A_day_without_blocks_has_a_call_and_an_end() =>
        DayLine.Of(570, 900, [], [Camera("A", 60, 60)], null).Moments.Select(m => m.Duty).ShouldBe([DayDuty.Call, DayDuty.End]);

    private static double Used(ImmutableArray<RunDownPoint> points) =>
        points.Zip(points.Skip(1)).Where(p => p.Second.At > p.First.At).Sum(p => p.First.Left - p.Second.Left);
}
