using System.Collections.Immutable;
using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Shoots;
using static GoldNotch.Core.Shoots.CustodyEvent;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>Custody: a loan is what was done with it, and closes only when nothing is open or somebody answers for it.</summary>
public class CustodyTests
{
    private static readonly DateTimeOffset Start = new(2026, 11, 30, 9, 0, 0, TimeSpan.Zero);

    private static readonly HandedOut Out = new(
        "OBG-103",
        "Mara Quill",
        Start.AddHours(8),
        KitTests.Blue.Pieces,
        [WrapList.PowerOff, WrapList.CardOut],
        "",
        "Ines Calloway",
        Start
    );

    private static Loan After(params CustodyEvent[] events) => Loan.Of([Out, .. events]);

    private static CountedBack All(params string[] without) =>
        new([.. KitCount.AllThere(KitTests.Blue).Where(c => !without.Contains(c.Name))], "Ines", Start.AddHours(7));

    private static CustodyEvent[] Returned(params string[] without) =>
        [
            new CameBack("Ines", Start.AddHours(7)),
            All(without),
            new WrapMarked(WrapList.PowerOff, true, "Ines", Start.AddHours(7)),
            new WrapMarked(WrapList.CardOut, true, "Ines", Start.AddHours(7)),
            new CardUnused("Card 1", "Ines", Start.AddHours(7)),
        ];

    private static CustodyEvent[] Cleared(string card) =>
        [
            new CardListed(card, 12, ["Mara Quill", "Joss Penhale"], "Ines", Start),
            new CardProven(card, Guid.Empty, "Ines", Start),
            new CardReleased(card, "Mara Quill", "Ines", Start),
            new CardReleased(card, "joss penhale", "Ines", Start),
            new CardFormatted(card, "Ines", Start),
        ];

    [Theory]
    [InlineData("2031-03-04T09:00:00+01:00", "2031-03-04T18:00:00+01:00")]
    [InlineData("2031-03-04T17:00:00+01:00", "2031-03-04T18:00:00+01:00")]
    [InlineData("2031-03-04T17:30:00+01:00", "2031-03-05T18:00:00+01:00")]
    [InlineData("2031-03-04T23:59:00+01:00", "2031-03-05T18:00:00+01:00")]
    public void What_nobody_said_is_due_in_the_evening_that_is_still_to_come(string now, string due) =>
        HandOut
            .UsualDue(DateTimeOffset.Parse(now, CultureInfo.InvariantCulture))
            .ShouldBe(DateTimeOffset.Parse(due, CultureInfo.InvariantCulture));

    [Fact]
    public void A_loan_that_is_counted_wrapped_and_clear_has_nothing_open_and_closes()
    {
        Loan loan = After([.. Returned(), .. Cleared("Card 2")]);
        Custody.Open(loan).ShouldBeEmpty();
        var close = new Closed("", "Ines", Start.AddHours(8));
        Custody.Refusal(loan, close).ShouldBeNull();
        loan.With(close).Status.ShouldBe(LoanStatus.Closed);
        loan.Events.ShouldBe(11);
    }

    [Fact]
    public void What_goes_out_has_everything_open()
    {
        Loan loan = After();
        loan.Status.ShouldBe(LoanStatus.Out);
        loan.Cards.Select(c => c.Name).ShouldBe(["Card 1", "Card 2"]);
        Custody
            .Open(loan)
            .Select(o => (o.Kind, o.Name))
            .ShouldBe([
                (OpenKind.Camera, "OBG-103"),
                (OpenKind.Count, "OBG-103"),
                (OpenKind.Wrap, WrapList.PowerOff),
                (OpenKind.Wrap, WrapList.CardOut),
                (OpenKind.Card, "Card 1"),
                (OpenKind.Card, "Card 2"),
            ]);
        loan.IsOverdue(Start.AddHours(8)).ShouldBeFalse();
        loan.IsOverdue(Start.AddHours(8.1)).ShouldBeTrue();
        After(new CameBack("Ines", Start)).IsOverdue(Start.AddDays(3)).ShouldBeFalse();
    }

    [Fact]
    public void A_missing_piece_keeps_the_loan_open_until_it_is_settled()
    {
        Loan loan = After([.. Returned("Rain cover"), .. Cleared("Card 2")]);
        OpenPoint open = Custody.Open(loan).ShouldHaveSingleItem();
        (open.Kind, open.Name).ShouldBe((OpenKind.Piece, "Rain cover"));
        Custody.Refusal(loan, new Closed("", "Ines", Start))!.Case.ShouldBe("reason-needed");
        Custody.Refusal(loan, new Closed("Bought again", "Ines", Start)).ShouldBeNull();

        var settled = new PieceSettled("Rain cover", PieceSettlement.Found, "", "Ines", Start);
        Custody.Refusal(loan, settled).ShouldBeNull();
        Custody.Open(loan.With(settled)).ShouldBeEmpty();
        Custody.Refusal(loan.With(settled), settled)!.Case.ShouldBe("nothing-missing");
    }

    [Fact]
    public void What_is_missing_can_be_found_and_what_is_broken_repaired_never_the_other_way_round()
    {
        PieceSettlement[] all = Enum.GetValues<PieceSettlement>();
        string Refused(Loan loan, PieceSettlement how) =>
            Custody.Refusal(loan, new PieceSettled("Rain cover", how, "", "Ines", Start))?.Case ?? "";
        Loan missing = After([.. Returned("Rain cover")]);
        Custody.Settlements(missing.Shortfalls.Single()).ShouldBe(all.Except([PieceSettlement.Repaired]));
        all.Select(how => Refused(missing, how)).ShouldBe(["", "", "only-missing", ""]);

        Loan broken = missing.With(
            new CountedBack(
                [.. KitCount.AllThere(new Kit("", missing.Pieces)).Select(c => c with { Broken = c.Name == "Rain cover" ? 1 : 0 })],
                "Ines",
                Start
            )
        );
        Custody.Settlements(broken.Shortfalls.Single()).ShouldBe(all.Except([PieceSettlement.Found]), ignoreOrder: true);
        all.Select(how => Refused(broken, how)).ShouldBe(["only-broken", "", "", ""]);
    }

    [Fact]
    public void Footage_could_be_lost_on_a_card_until_it_is_clear_or_unused()
    {
        Loan loan = After(Returned());
        loan.Uncleared.Select(c => c.Name).ShouldContain("Card 2");
        HandOut.Obstacles(Fine with { Uncleared = [("Card 2", "Mara")] }).ShouldHaveSingleItem().Because.Case.ShouldBe("card-held");
        CustodyEvent[] steps = Cleared("Card 2");
        for (int i = 0; i < steps.Length; i++)
        {
            loan = loan.With(steps[i]);
            bool isClear = loan.Cards.First(c => c.Name == "Card 2").IsClear;
            loan.Uncleared.Any(c => c.Name == "Card 2").ShouldBe(!isClear && i < steps.Length - 1);
        }
    }

    [Fact]
    public void A_card_goes_from_unread_to_proven_to_released_to_formatted_and_says_what_it_lacks()
    {
        Loan loan = After(Returned());
        string[] said = ["not-read", "not-proven", "not-released", "not-released", "not-formatted", ""];
        CustodyEvent[] steps = Cleared("Card 2");
        for (int i = 0; i < said.Length; i++)
        {
            OpenPoint? open = Custody.Open(loan).FirstOrDefault(o => o.Name == "Card 2");
            (open?.Because.Case ?? "").ShouldBe(said[i]);
            bool isClear = i >= 4;
            (Custody.Refusal(loan, new CardFormatted("Card 2", "Ines", Start)) is null).ShouldBe(i == 4, said[i]);
            loan.Cards[1].IsClear.ShouldBe(isClear);
            loan = i < steps.Length ? loan.With(steps[i]) : loan;
        }
    }

    [Fact]
    public void A_partners_footage_is_released_by_the_partner()
    {
        Loan loan = After([.. Returned(), .. Cleared("Card 2").Take(3)]);
        Custody.Open(loan)[^1].Because.Figure("owners").ShouldBe("Joss Penhale");
        Custody.Refusal(loan, new CardReleased("Card 2", "Odile Sarn", "Ines", Start))!.Case.ShouldBe("no-owner");
    }

    [Fact]
    public void A_list_read_again_asks_for_proof_and_release_again()
    {
        Loan loan = After([.. Returned(), .. Cleared("Card 2").Take(4), new CardListed("Card 2", 13, ["Mara Quill"], "Ines", Start)]);
        loan.Cards[1].IsClear.ShouldBeFalse();
        Custody.Open(loan)[^1].Because.Case.ShouldBe("not-proven");
    }

    [Fact]
    public void What_cannot_have_happened_is_not_written_down()
    {
        Loan loan = After();
        string? Refused(CustodyEvent happened) => Custody.Refusal(loan, happened)?.Case;
        Refused(new Closed("whatever", "Ines", Start)).ShouldBe("still-out");
        Refused(new DueMoved(Start, "Ines", Start)).ShouldBe("due-before");
        Refused(new DueMoved(Start.AddDays(1), "Ines", Start)).ShouldBeNull();
        Refused(new WrapMarked("polish", true, "Ines", Start)).ShouldBe("no-step");
        Refused(new CardFormatted("Card 9", "Ines", Start)).ShouldBe("no-card");
        Refused(new CardProven("Card 1", Guid.Empty, "Ines", Start)).ShouldBe("not-read");
        Refused(new CameBack("Ines", Start)).ShouldBeNull();

        loan = After([.. Returned(), .. Cleared("Card 2")]);
        Refused(new CameBack("Ines", Start)).ShouldBe("back");
        Refused(new CardListed("Card 2", 1, [], "Ines", Start)).ShouldBe("card-done");

        loan = loan.With(new CardListed("Card 1", 4, ["Mara"], "Ines", Start));
        Refused(new CardUnused("Card 1", "Ines", Start)).ShouldBe("unused-but-read");

        loan = loan.With(new Closed("left open", "Ines", Start));
        Refused(new FaultNoted("scratched", "Ines", Start)).ShouldBe("closed");
        Custody.Open(loan).ShouldBeEmpty();
    }

    [Fact]
    public void A_loan_begins_with_a_hand_out_and_has_one()
    {
        Should.Throw<InvalidOperationException>(() => Loan.Of([]));
        Should.Throw<InvalidOperationException>(() => Loan.Of([new CameBack("Ines", Start)]));
        Should.Throw<InvalidOperationException>(() => After(Out));
    }

    [Fact]
    public void Whatever_order_allowed_events_come_in_a_closed_loan_without_reason_had_nothing_open()
    {
        var chance = new Random(11);
        CustodyEvent[] all =
        [
            .. Returned(),
            .. Returned("Battery"),
            .. Cleared("Card 1"),
            .. Cleared("Card 2"),
            new PieceSettled("Battery", PieceSettlement.Replaced, "", "Ines", Start),
            new CardUnused("Card 2", "Ines", Start),
            new Closed("", "Ines", Start),
            new Closed("", "Ines", Start),
        ];
        int closed = 0;
        for (int i = 0; i < 3000; i++)
        {
            Loan loan = After();
            for (int step = 0; step < 60 && loan.Status != LoanStatus.Closed; step++)
            {
                CustodyEvent next = all[chance.Next(all.Length)];
                if (Custody.Refusal(loan, next) is null)
                {
                    Loan before = loan;
                    loan = loan.With(next);
                    if (loan.Status == LoanStatus.Closed)
                    {
                        closed++;
                        before.BackAt.ShouldNotBeNull();
                        before.Counted.ShouldNotBeNull();
                        before.Shortfalls.ShouldBeEmpty();
                        before.Wrap.ShouldAllBe(w => w.IsDone);
                        before.Cards.ShouldAllBe(c => c.IsUnused || (c.IsFormatted && c.Proof != null && c.Unreleased.IsEmpty));
                    }
                }
            }
        }

        closed.ShouldBeGreaterThan(100);
    }

    private static readonly HandOutFacts Fine = new(
        "OBG-103",
        UnitStatus.In,
        ReadinessState.Ready,
        null,
        "Mara Quill",
        true,
        Start.AddHours(8),
        Start,
        [],
        [],
        null
    );

    [Fact]
    public void A_ready_camera_goes_out() => HandOut.Obstacles(Fine).ShouldBeEmpty();

    [Fact]
    public void What_speaks_against_a_hand_out_is_told_and_what_no_reason_outweighs_comes_first()
    {
        static (ObstacleKind, bool, string)[] Of(HandOutFacts facts) =>
            [.. HandOut.Obstacles(facts).Select(o => (o.Kind, o.CanOverride, o.Because.Case))];

        Of(Fine with { HolderNow = ("Joss Penhale", Start), Status = UnitStatus.Out }).ShouldBe([(ObstacleKind.IsOut, false, "is-out")]);
        Of(Fine with { Status = UnitStatus.Out }).ShouldBe([(ObstacleKind.IsOut, false, "marked-out")]);
        Of(Fine with { Status = UnitStatus.Repair }).ShouldBe([(ObstacleKind.NotLent, false, "repair")]);
        Of(Fine with { Status = UnitStatus.Retired }).ShouldBe([(ObstacleKind.NotLent, false, "retired")]);
        Of(Fine with { BorrowerIsActive = false }).ShouldBe([(ObstacleKind.PersonLeft, false, "left")]);
        Of(Fine with { Due = Start }).ShouldBe([(ObstacleKind.Due, false, "due-past")]);
        Of(Fine with { Promises = [new Promise("Bulb lecture", Start.AddHours(3))] }).ShouldBe([(ObstacleKind.Booked, true, "booked")]);
        Of(Fine with { Readiness = ReadinessState.Due }).ShouldBe([(ObstacleKind.Check, true, "check-due")]);
        Of(Fine with { Readiness = ReadinessState.Off }).ShouldBe([(ObstacleKind.Check, true, "check-off")]);
        Of(Fine with { Plate = KitCount.Plate(KitTests.Blue, "PL-9") }).ShouldBe([(ObstacleKind.Plate, true, "strange-plate")]);
        ImmutableArray<Shortfall> optional = KitCount.Shortfalls(KitTests.Blue.Pieces, All("Rain cover").Counted);
        Of(Fine with { Shortfalls = optional }).ShouldBeEmpty();
        HandOutFacts worst = Fine with
        {
            Readiness = ReadinessState.Due,
            BorrowerIsActive = false,
            Shortfalls = KitCount.Shortfalls(KitTests.Blue.Pieces, All("Battery", "Rain cover").Counted),
        };
        Of(worst)
            .ShouldBe([
                (ObstacleKind.PersonLeft, false, "left"),
                (ObstacleKind.Check, true, "check-due"),
                (ObstacleKind.Kit, true, "incomplete"),
            ]);
        HandOut.Obstacles(worst)[^1].Because.Figure("short").ShouldBe("Battery: 2 of 2 missing.");
    }

    [Theory]
    [InlineData(false, ShootStatus.Planned)]
    [InlineData(false, ShootStatus.Planned, "no", "yes")]
    [InlineData(false, ShootStatus.Prepared, "yes", "yes")]
    [InlineData(false, ShootStatus.Out, "yes", "out")]
    [InlineData(false, ShootStatus.Out, "back", "out")]
    [InlineData(false, ShootStatus.Back, "back", "closed")]
    [InlineData(false, ShootStatus.Closed, "closed", "yes")]
    [InlineData(true, ShootStatus.Cancelled, "yes", "out")]
    public void A_shoots_state_follows_from_its_cameras(bool cancelled, ShootStatus expected, params string[] cameras) =>
        ShootStatuses
            .Of(
                cancelled,
                [
                    .. cameras.Select(c => new ShootCameraState(
                        c != "no",
                        c switch
                        {
                            "out" => LoanStatus.Out,
                            "back" => LoanStatus.Back,
                            "closed" => LoanStatus.Closed,
                            _ => null,
                        }
                    )),
                ]
            )
            .ShouldBe(expected);
}
