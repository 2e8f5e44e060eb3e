using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Matches;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.Ottermere;

namespace GoldNotch.Core.Tests;

/// <summary>A match as a whole: pictures of several cameras, what each is to be moved by, and what is said when it cannot be.</summary>
public class MatchReportTests
{
    private static readonly CameraModel WithTint = Alder with
    {
        Levels = Alder.Levels.Add(Setting.Tint, new LevelControl([.. Enumerable.Range(-20, 41).Select(i => (double)i)], false, false)),
        Tint = new TintScale(0.0005, IsUpGreen: false),
    };
    private static readonly MatchPosition Standing = new(
        new Kelvin(5600),
        0,
        new FilterPosition("1/4", new Stops(2)),
        new Decibels(0),
        FNumber.Parse("4")
    );

    [Fact]
    public void Before_any_picture_nothing_is_said_and_without_the_reference_nothing_is_compared()
    {
        MatchReport.Of(Match()).Rows.ShouldAllBe(r => r.State == MatchState.NoPicture && r.Steps.IsEmpty);
        MatchReport report = MatchReport.Of(Match(Take("B", 1, Standing, 5600, 1)));
        State(report, "B").ShouldBe(MatchState.NoReference);
        State(report, "A").ShouldBe(MatchState.NoPicture);
    }

    [Fact]
    public void Each_correction_is_told_in_the_cameras_own_controls_and_where_they_stand_then()
    {
        MatchPosition at = Standing with { White = new Kelvin(4500), Tint = 4 };
        MatchReport report = MatchReport.Of(Match(Take("A", 1, Standing, 5600, 0), Take("B", 1, at, 5600, 1, duv: 0.002)));
        MatchRow row = Row(report, "B");
        row.State.ShouldBe(MatchState.Off);
        row.Rounds.ShouldBe(1);
        row.Steps.Select(s => (s.Setting, s.Sends))
            .ShouldBe([(Setting.WhiteBalance, $"5600{Notation.ThinSpace}K"), (Setting.Tint, "+8"), (Setting.Iris, "f/5.6")]);
        JudgementText
            .Of(row.Steps[1].Does)
            .ShouldBe($"Set +8{Notation.ThinSpace}steps in place of +4{Notation.ThinSpace}steps: 4 steps towards magenta.");
        row.Next.ShouldBe(at with { White = new Kelvin(5600), Tint = 8, Iris = FNumber.Parse("5.6") });
    }

    [Fact]
    public void What_was_predicted_stands_beside_what_came_of_it()
    {
        MatchPosition at = Standing with { White = new Kelvin(4500) };
        CameraMatch match = Match(Take("A", 1, Standing, 5600, 0), Take("B", 1, at, 5600, 1));
        MatchPosition then = Row(MatchReport.Of(match), "B").Next!;
        MatchReport report = MatchReport.Of(match with { Takes = match.Takes.Add(Take("B", 2, then, 5600, 0.04)) });
        MatchRow row = Row(report, "B");
        row.State.ShouldBe(MatchState.Matched);
        row.Steps.ShouldBeEmpty();
        row.Rounds.ShouldBe(1);
        row.Last!.Predicted!.Value.Stops.ShouldBe(0, 0.02);
        row.Last.Standing.Rest!.Value.Stops.ShouldBe(0.04, 0.005);
        report.IsMatched.ShouldBeTrue();
    }

    [Fact]
    public void What_nobody_read_is_moved_by_so_much_and_never_to_a_place()
    {
        MatchPosition unread = new(new Kelvin(5600));
        MatchReport report = MatchReport.Of(Match(Take("A", 1, Standing, 5600, 0), Take("B", 1, unread, 5600, 1)));
        MatchStep only = Row(report, "B").Steps.ShouldHaveSingleItem();
        (only.Setting, only.Sends, only.Does.Case).ShouldBe((Setting.Iris, null, "close-by"));
        only.Does.Number("stops").ShouldBe(-1);
        Row(report, "B").Next!.Iris.ShouldBeNull();
    }

    [Fact]
    public void An_iris_that_may_not_be_moved_leaves_it_to_filter_and_gain()
    {
        CameraMatch match = Match(Take("A", 1, Standing, 5600, 0), Take("B", 1, Standing, 5600, 2.05));
        MatchRow row = Row(MatchReport.Of(match with { Cameras = [match.Cameras[0], match.Cameras[1] with { IsIrisFree = false }] }), "B");
        row.Steps.ShouldHaveSingleItem().Sends.ShouldBe("1/16");
        row.Next!.Filter!.Label.ShouldBe("1/16");
    }

    [Fact]
    public void A_control_that_goes_no_further_is_told_and_the_camera_is_out_of_reach()
    {
        // Half a stop too bright, the iris held, no filter read, gain at the lowest it has.
        MatchPosition at = Standing with { Filter = null, Gain = new Decibels(-3) };
        CameraMatch match = Match(Take("A", 1, Standing, 5600, 0), Take("B", 1, at, 5600, 0.6));
        MatchRow row = Row(MatchReport.Of(match with { Cameras = [match.Cameras[0], match.Cameras[1] with { IsIrisFree = false }] }), "B");
        row.State.ShouldBe(MatchState.OutOfReach);
        MatchStep told = row.Steps.ShouldHaveSingleItem();
        (told.Moves, told.Does.Case).ShouldBe((false, "no-further"));
        told.Does.Number("stops")!.Value.ShouldBe(0.6, 0.01);
    }

    [Fact]
    public void A_camera_without_numbers_is_balanced_on_the_card_and_one_without_memories_is_not()
    {
        MatchPosition memory = new(null, 0, Bracken.FilterPositions().First(), new Decibels(3), FNumber.Parse("4"));
        CameraMatch match = Match(Take("A", 1, Standing, 5600, 0), Take("B", 1, memory, 4500, 0));
        CameraMatch With(CameraModel model) => match with { Cameras = [match.Cameras[0], new MatchCamera("B", "OBG-9", model)] };
        MatchStep card = Row(MatchReport.Of(With(Bracken)), "B").Steps.ShouldHaveSingleItem();
        (card.Does.Case, card.Sends, card.Moves).ShouldBe(("card", null, true));
        MatchRow none = Row(MatchReport.Of(With(Bracken with { White = Bracken.White with { Memories = [] } })), "B");
        none.State.ShouldBe(MatchState.OutOfReach);
        none.Steps.ShouldHaveSingleItem().Does.Case.ShouldBe("no-balance");
    }

    [Fact]
    public void Gain_is_told_by_its_switch_and_a_tint_of_unknown_way_by_its_direction()
    {
        var unknown = new MatchCamera("B", "OBG-9", WithTint with { Tint = null, Gain = Bracken.Gain }, IsIrisFree: false);
        MatchPosition at = Standing with { Filter = null, Gain = new Decibels(3) };
        CameraMatch match = Match(Take("A", 1, Standing, 5600, 0), Take("B", 1, at, 5600, 1, duv: -0.004));
        MatchRow row = Row(MatchReport.Of(match with { Cameras = [match.Cameras[0], unknown] }), "B");
        row.Steps.Select(s => (s.Setting, s.Sends)).ShouldBe([(Setting.Tint, null), (Setting.Gain, "L")]);
        JudgementText.Of(row.Steps[0].Does).ShouldStartWith("Move it 4 steps towards green.");
        row.Next!.Tint.ShouldBe(4, "counted towards green");
    }

    [Fact]
    public void Light_that_moved_is_told_from_two_pictures_of_an_untouched_reference()
    {
        MatchReport.Of(Match(Take("A", 1, Standing, 5600, 0), Take("A", 2, Standing, 5600, 0.04))).Light!.IsSaid.ShouldBeFalse();
        MovedLight moved = MatchReport.Of(Match(Take("A", 1, Standing, 5600, 0), Take("A", 2, Standing, 5400, 0.2))).Light!;
        moved.IsSaid.ShouldBeTrue();
        moved.Stops.Value.ShouldBe(0.2, 0.02);
        moved.Mired.Value.ShouldBe((1e6 / 5400) - (1e6 / 5600), 0.5);
        MatchPosition touched = Standing with { Iris = FNumber.Parse("5.6") };
        MatchReport.Of(Match(Take("A", 1, Standing, 5600, 0), Take("A", 2, touched, 5600, -1))).Light.ShouldBeNull();
    }

    [Fact]
    public void A_picture_that_is_not_fit_gets_its_remedy_and_no_round_is_counted()
    {
        MatchTake clipped = Take("B", 1, Standing, 5600, 2.6);
        CameraMatch match = Match(Take("A", 1, Standing, 5600, 0), clipped with { Grey = clipped.Grey with { ClippedShare = 0.5 } });
        MatchRow row = Row(MatchReport.Of(match), "B");
        (row.State, row.Rounds).ShouldBe((MatchState.NotFit, 0));
        row.Steps.ShouldHaveSingleItem().Sends.ShouldBe("f/10");
        MatchTake own = Take("A", 1, Standing, 5600, 2.6);
        State(MatchReport.Of(Match(own with { Grey = own.Grey with { ClippedShare = 0.5 } }, clipped)), "A").ShouldBe(MatchState.NotFit);
    }

    [Fact]
    public void What_ends_further_off_than_it_began_is_named()
    {
        MatchRow row = Row(
            MatchReport.Of(Match(Take("A", 1, Standing, 5600, 0), Take("B", 1, Standing, 5600, 0.3), Take("B", 2, Standing, 5600, -0.5))),
            "B"
        );
        row.GotWorse.ShouldBe(["stops"]);
    }

    [Fact]
    public void Two_references_are_each_followed_in_their_own_matter()
    {
        // B shows the colour, A the exposure: each is corrected to the other in what it does not lead.
        MatchPosition warm = Standing with { White = new Kelvin(5000) };
        CameraMatch match = Match(Take("A", 1, warm, 5600, 0), Take("B", 1, Standing, 5600, 1)) with { ColourReference = "B" };
        MatchReport report = MatchReport.Of(match);
        Row(report, "A").Steps.ShouldHaveSingleItem().Setting.ShouldBe(Setting.WhiteBalance);
        Row(report, "B").Steps.ShouldHaveSingleItem().Setting.ShouldBe(Setting.Iris);
    }

    [Fact]
    public void A_card_is_proposed_where_it_was_and_else_where_something_looks_like_a_grey_one()
    {
        var white = new FrameRegion(RegionShape.Rectangle, 0.4, 0.3, 0.2, 0.2);
        var grey = new FrameRegion(RegionShape.Rectangle, 0.1, 0.3, 0.15, 0.2);
        var skin = new FrameRegion(RegionShape.Rectangle, 0.8, 0.3, 0.1, 0.1);
        double? Off(FrameRegion of) =>
            of == white ? 2.4
            : of == grey ? -1.2
            : -0.1;
        RegionProposal.Card(null, false, [white, grey, skin], Off).ShouldBe(grey);
        RegionProposal.Card(null, false, [white], Off).ShouldBe(white, "better than nothing: a person looks at it");
        RegionProposal.Card(null, false, [], Off).ShouldBeNull();

        // Of another camera: what looks like a card there; of this one: where it was, whatever else is found.
        var near = new FrameRegion(RegionShape.Rectangle, 0.12, 0.31, 0.15, 0.2);
        RegionProposal.Card(near, false, [white, grey], Off).ShouldBe(grey);
        RegionProposal.Card(near, false, [white], Off).ShouldBe(near);
        RegionProposal.Card(near, true, [white, grey], Off).ShouldBe(near);
    }

    private static MatchRow Row(MatchReport report, string letter) => report.Rows.Single(r => r.Camera.Letter == letter);

    private static MatchState State(MatchReport report, string letter) => Row(report, letter).State;

    private static CameraMatch Match(params MatchTake[] takes) =>
        new(
            new Kelvin(5600),
            "A",
            "A",
            Matching.Tolerance,
            [new MatchCamera("A", "OBG-1", WithTint), new MatchCamera("B", "OBG-2", WithTint)],
            [.. takes]
        );

    private static MatchTake Take(string letter, int turn, MatchPosition at, double light, double stops, double duv = 0)
    {
        Kelvin set = at.White ?? new Kelvin(5600);
        LinearRgb shown = BalanceEngine.Adapting.Shown(PlanckianLocus.White(new Kelvin(light), duv), PlanckianLocus.White(set));
        double scale = 0.18 * double.Exp2(stops) / shown.Green;
        var mean = new LinearRgb(shown.Red * scale, shown.Green * scale, shown.Blue * scale);
        return new MatchTake(letter, turn, at, new RegionStatistics(4000, 45, mean, 0, 0, 0.001, Stops.Zero));
    }
}
