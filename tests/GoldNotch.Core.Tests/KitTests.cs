using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>Kits: what is in the bag, what sets kits apart, and what a count finds.</summary>
public class KitTests
{
    internal static readonly Kit Blue = Kit.Of(
        "OBG-103",
        [
            new("Body", PieceKind.Body, 1, "main"),
            new("Plate", PieceKind.Plate, 1, "on the camera") { Code = "PL-3" },
            new("Battery", PieceKind.Battery, 2, "left pocket"),
            new("Card", PieceKind.Card, 2, "lid"),
            new("Receiver", PieceKind.WirelessReceiver, 1, "front") { AaEach = 2 },
            new("Transmitter", PieceKind.WirelessTransmitter, 1, "front") { AaEach = 2 },
            new("Rain cover", PieceKind.RainCover, 1, "back") { IsRequired = false },
            new("Tripod blue", PieceKind.Tripod, 1, "own bag"),
            new("Headphones", PieceKind.Headphones, 1, "") { Supply = PieceSupply.BringYourOwn },
        ]
    );

    [Fact]
    public void A_piece_in_two_places_is_refused_with_both() =>
        Should
            .Throw<QuantityException>(() =>
                Kit.Of("OBG-103", [.. Blue.Pieces, new KitPiece("battery", PieceKind.Battery, 1, "right pocket")])
            )
            .Message.ShouldBe("Battery has two places: left pocket and right pocket. Give each a name of its own.");

    [Fact]
    public void A_piece_twice_in_one_place_is_one_line_with_a_count() =>
        Should
            .Throw<QuantityException>(() =>
                Kit.Of("OBG-103", [.. Blue.Pieces, new KitPiece("Battery", PieceKind.Battery, 1, "left pocket")])
            )
            .Message.ShouldContain("count 3");

    [Fact]
    public void A_label_belongs_to_one_piece() =>
        Should
            .Throw<QuantityException>(() =>
                Kit.Of("OBG-103", [.. Blue.Pieces, new KitPiece("Plate 2", PieceKind.Plate, 1, "lid") { Code = "pl-3" }])
            )
            .Message.ShouldContain("Plate and Plate 2");

    [Theory]
    [InlineData(0, 1, null, QuantityFault.OutOfRange)]
    [InlineData(201, 1, null, QuantityFault.OutOfRange)]
    [InlineData(1, 0, null, QuantityFault.NotPositive)]
    [InlineData(1, 1.2, null, QuantityFault.OutOfRange)]
    [InlineData(1, 1, 0.0, QuantityFault.NotPositive)]
    public void Figures_of_a_piece_that_cannot_be_are_refused(int count, double health, double? wattHours, QuantityFault fault) =>
        Should
            .Throw<QuantityException>(() =>
                Kit.Of("X", [new KitPiece("Battery", PieceKind.Battery, count, "") { Health = health, WattHours = wattHours }])
            )
            .Fault.ShouldBe(fault);

    [Fact]
    public void What_a_borrower_brings_is_listed_apart_and_never_counted()
    {
        Blue.BroughtAlong.Select(p => p.Name).ShouldBe(["Headphones"]);
        KitCount.AllThere(Blue).Select(c => c.Name).ShouldNotContain("Headphones");
        KitCount.Shortfalls(Blue.Pieces, KitCount.AllThere(Blue)).ShouldBeEmpty();
    }

    [Fact]
    public void A_count_names_what_is_missing_and_what_is_broken()
    {
        ImmutableArray<CountedPiece> counted =
        [
            .. KitCount
                .AllThere(Blue)
                .Where(c => c.Name != "Rain cover")
                .Select(c =>
                    c.Name == "Battery" ? new CountedPiece("Battery", 1, 1)
                    : c.Name == "Receiver" ? new CountedPiece("Receiver", 1, 1)
                    : c
                ),
        ];
        ImmutableArray<Shortfall> found = KitCount.Shortfalls(Blue.Pieces, counted);
        found
            .Select(s => (s.Name, s.Missing, s.Broken, s.IsRequired, s.Because.Case))
            .ShouldBe([("Battery", 1, 1, true, "both"), ("Receiver", 0, 1, true, "broken"), ("Rain cover", 1, 0, false, "missing")]);
        KitCount.IsComplete(found).ShouldBeFalse();
        KitCount.IsComplete(found.Where(s => s.Name == "Rain cover")).ShouldBeTrue();
    }

    [Theory]
    [InlineData("Battery", 3, 0)]
    [InlineData("Battery", 1, 2)]
    [InlineData("Battery", -1, 0)]
    [InlineData("Umbrella", 1, 0)]
    public void A_count_that_cannot_be_is_refused(string name, int counted, int broken) =>
        Should.Throw<QuantityException>(() => KitCount.Shortfalls(Blue.Pieces, [new CountedPiece(name, counted, broken)]));

    [Theory]
    [InlineData(null, null)]
    [InlineData("PL-3", null)]
    [InlineData("pl-3", null)]
    [InlineData("PL-7", "strange-plate")]
    [InlineData("", "no-plate")]
    public void A_plate_stays_on_the_camera_of_its_tripod(string? found, string? said) =>
        (KitCount.Plate(Blue, found)?.Case).ShouldBe(said);

    [Fact]
    public void A_missing_plate_names_the_tripod_that_waits_for_it() => KitCount.Plate(Blue, "")!.Figure("tripod").ShouldBe("Tripod blue");

    [Fact]
    public void Kits_of_one_model_say_where_they_differ()
    {
        Kit cabled = Kit.Of(
            "OBG-101",
            [
                .. Blue.Pieces.Where(p => p.Name is not ("Receiver" or "Transmitter" or "Headphones")),
                new KitPiece("Microphone", PieceKind.Microphone, 1, "front"),
                new KitPiece("Headphones", PieceKind.Headphones, 1, "lid"),
            ]
        );
        KitDifference
            .Of(Blue, [cabled, cabled with { UnitTag = "OBG-102" }])
            .ShouldBe([
                new KitDifference("Receiver", 1, 0, PieceSupply.Issued, null),
                new KitDifference("Transmitter", 1, 0, PieceSupply.Issued, null),
                new KitDifference("Headphones", 1, 1, PieceSupply.BringYourOwn, PieceSupply.Issued),
                new KitDifference("Microphone", 0, 1, null, PieceSupply.Issued),
            ]);
        KitDifference.Of(Blue, []).ShouldBeEmpty();
    }

    [Fact]
    public void Two_wireless_sets_and_a_recorder_take_ten_batteries_and_a_spare_set_as_many_again()
    {
        Kit kit = Kit.Of(
            "X",
            [
                new("Receiver", PieceKind.WirelessReceiver, 2, "") { AaEach = 2 },
                new("Transmitter", PieceKind.WirelessTransmitter, 2, "") { AaEach = 2 },
                new("Recorder", PieceKind.Recorder, 1, "") { AaEach = 2 },
            ]
        );
        AaPlan.Of([kit], 100, 0)!.Needed.ShouldBe(10);
        AaPlan one = AaPlan.Of([kit], 12)!;
        one.Needed.ShouldBe(20);
        one.Because.Case.ShouldBe("short");
        one.Because.Number("missing").ShouldBe(8);
        AaPlan.Of([kit], 20)!.Because.Case.ShouldBe("enough");
        AaPlan.Of([Kit.Of("Y", [new("Body", PieceKind.Body, 1, "")])], 0).ShouldBeNull();
    }

    [Fact]
    public void The_wrap_list_asks_for_nothing_the_camera_does_not_have()
    {
        CameraModel plain = Ottermere.Alder with { NotFitted = [Setting.HighRate, Setting.Language] };
        ImmutableArray<string> steps = WrapList.Of(plain, [new KitPiece("Body", PieceKind.Body, 1, "")]);
        steps.ShouldNotContain(WrapList.HighRate);
        steps.ShouldNotContain(WrapList.Language);
        steps.ShouldNotContain(WrapList.Tripod);
        steps.ShouldNotContain(WrapList.BatteryOut);
        steps.ShouldNotContain(WrapList.Memory);

        ImmutableArray<string> whole = WrapList.Of(Ottermere.Alder with { BufferGb = 24 }, Blue.Pieces);
        whole.ShouldBe(WrapList.Keys, ignoreOrder: true);
        whole.IndexOf(WrapList.Memory).ShouldBeLessThan(whole.IndexOf(WrapList.PowerOff), "memory is lost with the power");
        whole.ShouldAllBe(step => WrapList.NameOf(step) != step);
    }
}
