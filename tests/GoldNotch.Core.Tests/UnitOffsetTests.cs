using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.Ottermere;

namespace GoldNotch.Core.Tests;

/// <summary>What a unit's number has to be above the reference's: from a match in about this light, else from what was measured on each.</summary>
public class UnitOffsetTests
{
    private static readonly Kelvin Daylight = new(5600);
    private static readonly LineUpCamera A = Camera("A", "OBG-1");
    private static readonly LineUpCamera B = Camera("B", "OBG-2");

    [Fact]
    public void A_match_of_the_two_counts_whichever_was_the_reference()
    {
        UnitOffset.Of(A, B with { Matches = [Match("OBG-1", 12, 3)] }, Daylight).ShouldBe(new UnitOffset(new MiredShift(12), 3, true));
        UnitOffset.Of(A with { Matches = [Match("OBG-2", 12, 3)] }, B, Daylight).Shift.Value.ShouldBe(-12);
    }

    [Fact]
    public void Two_that_were_matched_to_a_third_are_as_old_as_the_older()
    {
        LineUpCamera a = A with { Matches = [Match("OBG-9", 4, 200)] };
        LineUpCamera b = B with { Matches = [Match("OBG-9", 10, 3)] };
        UnitOffset of = UnitOffset.Of(a, b, Daylight);
        (of.Shift.Value, of.DaysOld, of.IsOld).ShouldBe((6, 200, true));
    }

    [Fact]
    public void The_newest_in_about_this_light_is_taken_and_one_of_other_light_is_not()
    {
        LineUpCamera b = B with
        {
            ColourOffset = new MiredShift(5),
            Matches = [Match("OBG-1", 30, 1, 3200), Match("OBG-1", 8, 40), Match("OBG-1", 9, 90)],
        };
        UnitOffset.Of(A, b, Daylight).Shift.Value.ShouldBe(8);
        UnitOffset.Of(A, b, new Kelvin(3200)).Shift.Value.ShouldBe(30);
        UnitOffset other = UnitOffset.Of(A, b, new Kelvin(4200));
        (other.Shift.Value, other.DaysOld, other.IsKnown).ShouldBe((5, null, true));
    }

    [Fact]
    public void Where_nobody_measured_anything_it_says_so()
    {
        UnitOffset.Of(A, B, Daylight).ShouldBe(new UnitOffset(default, null, false));
        UnitOffset.Of(A, A, Daylight).IsKnown.ShouldBeTrue();
    }

    [Theory]
    [InlineData(0.2, "was-matched-today")]
    [InlineData(20, "was-matched")]
    [InlineData(181, "was-matched-long-ago")]
    public void The_plan_names_the_day_and_an_old_one_as_old(double days, string said)
    {
        LineUpCamera b = B with { Matches = [Match("OBG-1", 12, days)] };
        LineUp lineUp = LineUpTests.Of(A, b) with { ColourReference = "A" };
        BalanceRow row = BalancePlan.Of(lineUp, lineUp.Cameras).Single(r => r.Letter == "B");
        row.Because.Then.Select(t => t.Case).ShouldContain(said);
        row.Because.Number("offset").ShouldBe(12);
    }

    private static UnitMatch Match(string against, double mired, double days, double light = 5600) =>
        new(against, new EarlierMatch(days, new Kelvin(light), new MiredShift(mired)));

    private static LineUpCamera Camera(string letter, string tag) =>
        new(letter, tag, letter, Alder, "", null, "wide", Watch.Fixed, null, null, null, new IrisRequirement.Open());
}
