using System.Collections.Immutable;
using GoldNotch.Core.Shoots;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Tests;

/// <summary>Shoots, kits and loans as they are written and read; a shoot and its line-up that follow each other.</summary>
public class ShootReaderTests
{
    private static readonly DateTimeOffset At = new(2026, 11, 30, 9, 0, 0, TimeSpan.Zero);

    private static readonly ImmutableArray<KitPiece> Pieces =
    [
        new("Body", PieceKind.Body, 1, "main") { Code = "L-1" },
        new("Battery", PieceKind.Battery, 2, "") { WattHours = 40, Health = 0.8 },
        new("Receiver", PieceKind.WirelessReceiver, 1, "") { AaEach = 2, IsRequired = false },
        new("Card", PieceKind.Card, 1, "") { CapacityGb = 64 },
        new("Headphones", PieceKind.Headphones, 1, "") { Supply = PieceSupply.BringYourOwn },
    ];

    private static readonly CustodyEvent[] Every =
    [
        new CustodyEvent.HandedOut("U", "Mara", At.AddHours(4), Pieces, ["power-off"], "late", "Ines", At),
        new CustodyEvent.DueMoved(At.AddDays(1), "Ines", At),
        new CustodyEvent.CameBack("Ines", At),
        new CustodyEvent.CountedBack([new CountedPiece("Battery", 2, 1)], "Ines", At),
        new CustodyEvent.PieceSettled("Battery", PieceSettlement.WrittenOff, "swollen", "Ines", At),
        new CustodyEvent.WrapMarked("power-off", false, "Ines", At),
        new CustodyEvent.FaultNoted("dent", "Ines", At),
        new CustodyEvent.CardUnused("Card", "Ines", At),
        new CustodyEvent.CardListed("Card", 3, ["Mara", "Joss"], "Ines", At),
        new CustodyEvent.CardProven("Card", Guid.NewGuid(), "Ines", At),
        new CustodyEvent.CardReleased("Card", "Mara", "Ines", At),
        new CustodyEvent.CardFormatted("Card", "Ines", At),
        new CustodyEvent.Closed("at the gate", "Ines", At),
    ];

    public static TheoryData<CustodyEvent> Events() => [.. Every];

    [Theory]
    [MemberData(nameof(Events))]
    public void Every_event_is_read_as_it_was_written(CustodyEvent happened)
    {
        CustodyEventDocument written = CustodyReader.Document(happened);
        CustodyEventDocument again = CustodyReader.Document(CustodyReader.ToEvent(written, "U"));
        System.Text.Json.JsonSerializer.Serialize(again).ShouldBe(System.Text.Json.JsonSerializer.Serialize(written));
        CustodyReader.ToEvent(written, "U").GetType().ShouldBe(happened.GetType());
    }

    [Fact]
    public void Every_kind_of_event_there_is_has_its_word() =>
        Every
            .Select(e => e.GetType())
            .ShouldBe(typeof(CustodyEvent).GetNestedTypes().Where(t => t.IsSubclassOf(typeof(CustodyEvent))), ignoreOrder: true);

    [Theory]
    [InlineData("handed-out", "/borrower")]
    [InlineData("due-moved", "/due")]
    [InlineData("counted-back", "/counted")]
    [InlineData("piece-settled", "/piece")]
    [InlineData("wrap-marked", "/step")]
    [InlineData("fault-noted", "/text")]
    [InlineData("card-listed", "/card")]
    [InlineData("card-proven", "/card")]
    [InlineData("sold", "/kind")]
    public void An_event_that_lacks_what_it_needs_is_refused_at_that_field(string kind, string pointer) =>
        Should
            .Throw<RefusedException>(() => CustodyReader.ToEvent(new CustodyEventDocument(kind, "Ines", At), "U"))
            .Pointer.ShouldBe(pointer);

    [Fact]
    public void A_loan_is_held_against_the_rules_step_by_step()
    {
        CustodyEventDocument Out() =>
            CustodyReader.Document(new CustodyEvent.HandedOut("U", "Mara", At.AddHours(4), Pieces, [], "", "Ines", At));
        CustodyEventDocument Of(string kind, int hours = 1) => new(kind, "Ines", At.AddHours(hours));
        string Refused(params CustodyEventDocument[] events) =>
            Should.Throw<RefusedException>(() => CustodyReader.ToLoan(new LoanDocument(Guid.NewGuid(), "U", events))).Pointer;
        CustodyReader.ToLoan(new LoanDocument(Guid.NewGuid(), "U", [Out(), Of("came-back")])).Loan.Status.ShouldBe(LoanStatus.Back);
        Refused().ShouldBe("/events");
        Refused(Of("came-back")).ShouldBe("/events/0/kind");
        Refused(Out(), Out()).ShouldBe("/events/1/kind");
        Refused(Out(), Of("came-back", 2), Of("closed", 1)).ShouldBe("/events/2/at");
        Refused(Out(), Of("came-back"), Of("came-back", 2)).ShouldBe("/events/2");
    }

    [Fact]
    public void A_kit_is_read_as_it_was_written_and_a_line_break_in_a_name_is_refused()
    {
        Kit kit = Kit.Of("U", Pieces);
        ShootReader.Document(ShootReader.ToKit(ShootReader.Document(kit))).Pieces.ShouldBe(ShootReader.Document(kit).Pieces);
        KitPieceDocument piece = ShootReader.Document(Pieces[0]);
        string Refused(KitPieceDocument wrong) =>
            Should.Throw<RefusedException>(() => ShootReader.ToKit(new KitDocument("U", [wrong]))).Pointer;
        Refused(piece with { Name = "two\nlines" }).ShouldBe("/pieces/0/name");
        Refused(piece with { Name = new string('x', 400) }).ShouldBe("/pieces/0/name");
        Refused(piece with { Kind = "gadget" }).ShouldBe("/pieces/0/kind");
        Refused(piece with { Supply = "stolen" }).ShouldBe("/pieces/0/supply");
        Refused(piece with { Count = 0 }).ShouldBe("/pieces");
    }

    private static LineUpDocument LineUp(DateTimeOffset? call, params string[] units) =>
        new(
            Guid.Empty,
            "Talk",
            "Hall",
            "lecture-room",
            new LineUpLightDocument(3200, 60, "tungsten", 500),
            [.. units.Select((u, i) => new LineUpCameraDocument(((char)('A' + i)).ToString(), u, $"part {i}"))],
            call,
            ColourReference: units.Length > 0 ? "A" : ""
        );

    [Fact]
    public void A_shoot_follows_its_line_up_and_keeps_what_is_its_own()
    {
        var shoot = new ShootDocument(
            Guid.Empty,
            "Old",
            Call: At,
            End: At.AddHours(3),
            Blocks: [new ShootBlockDocument("Talk", At, At.AddHours(1), 40)],
            Cameras: [new ShootCameraDocument("A", "U1", "mara"), new ShootCameraDocument("B", "U2", "joss")]
        );
        ShootDocument follows = ShootSync.Follows(shoot, LineUp(At.AddHours(2), "U9"));
        follows.Name.ShouldBe("Talk");
        follows.Cameras.ShouldBe([new ShootCameraDocument("A", "U9", "mara")]);
        (follows.Call, follows.End, follows.Blocks![0].From).ShouldBe((At.AddHours(2), At.AddHours(5), At.AddHours(2)));
        ShootReader.Check(follows);
        ShootSync.Follows(shoot, LineUp(null, "U1")).Call.ShouldBe(At, "a line-up without a call says nothing of when");
        ShootSync.Begun(LineUp(At, "U1")).End.ShouldBeNull();
    }

    [Fact]
    public void A_line_up_follows_its_shoot_and_lets_go_of_a_reference_that_is_gone()
    {
        LineUpDocument lineUp = LineUp(At, "U1", "U2");
        var shoot = new ShootDocument(
            Guid.Empty,
            "Renamed",
            Call: At.AddDays(1),
            Cameras: [new ShootCameraDocument("B", "U2"), new ShootCameraDocument("C", "U3"), new ShootCameraDocument("D", "")]
        );
        LineUpDocument follows = ShootSync.Follows(lineUp, shoot);
        follows.Cameras.Select(c => (c.Letter, c.Unit, c.Part)).ShouldBe([("B", "U2", "part 1"), ("C", "U3", "")]);
        (follows.Name, follows.ColourReference, follows.Standard, follows.Call).ShouldBe(("Renamed", "", "lecture-room", At.AddDays(1)));
        LineUpReader.Check(follows);
    }

    [Fact]
    public void A_late_day_moves_what_is_to_come_makes_what_is_going_on_longer_and_leaves_what_is_over()
    {
        ShootBlockDocument Block(double from, double to) => new("Talk", At.AddHours(from), At.AddHours(to), 10);
        var shoot = new ShootDocument(
            Guid.Empty,
            "Day",
            Call: At,
            End: At.AddHours(8),
            Return: At.AddHours(9),
            Blocks: [Block(0, 1), Block(2, 3), Block(4, 5)]
        );
        ShootDocument late = ShootSync.Late(shoot, At.AddHours(2.5), TimeSpan.FromMinutes(20));
        double[] Hours(ShootDocument of) => [.. of.Blocks!.SelectMany(b => new[] { (b.From - At).TotalHours, (b.To - At).TotalHours })];
        Hours(late).ShouldBe([0, 1, 2, 3 + (1.0 / 3), 4 + (1.0 / 3), 5 + (1.0 / 3)], 1e-9);
        (late.Call, late.End, late.Return).ShouldBe((At, At.AddHours(8).AddMinutes(20), At.AddHours(9).AddMinutes(20)));
        ShootReader.Check(late);
        ShootSync
            .Late(shoot, At.AddHours(-1), TimeSpan.FromMinutes(20))
            .Call.ShouldBe(At.AddMinutes(20), "before the call the whole day moves");
        Hours(ShootSync.Late(shoot, At.AddHours(3.5), TimeSpan.FromHours(-2)))[4].ShouldBe(3.5, 1e-9, "nothing moves before now");
    }
}
