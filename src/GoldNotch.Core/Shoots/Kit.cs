using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>What a piece of a kit is.</summary>
public enum PieceKind
{
    /// <summary>The camera itself.</summary>
    Body,

    /// <summary>A lens.</summary>
    Lens,

    /// <summary>The plate of a tripod, which stays on the camera.</summary>
    Plate,

    /// <summary>A tripod.</summary>
    Tripod,

    /// <summary>A camera battery.</summary>
    Battery,

    /// <summary>A charger.</summary>
    Charger,

    /// <summary>A mains adapter.</summary>
    Adapter,

    /// <summary>A memory card.</summary>
    Card,

    /// <summary>A card reader.</summary>
    Reader,

    /// <summary>A microphone on a cable.</summary>
    Microphone,

    /// <summary>The receiver of a wireless microphone.</summary>
    WirelessReceiver,

    /// <summary>The transmitter of a wireless microphone.</summary>
    WirelessTransmitter,

    /// <summary>A separate sound recorder.</summary>
    Recorder,

    /// <summary>Headphones.</summary>
    Headphones,

    /// <summary>A cable.</summary>
    Cable,

    /// <summary>A front filter.</summary>
    Filter,

    /// <summary>A rain cover.</summary>
    RainCover,

    /// <summary>Loose AA batteries.</summary>
    AaBatteries,

    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>Who supplies a piece.</summary>
public enum PieceSupply
{
    /// <summary>The department: it is counted out and back.</summary>
    Issued,

    /// <summary>The borrower brings it: it is on the list and never counted.</summary>
    BringYourOwn,
}

/// <summary>A piece of a kit.</summary>
/// <param name="Name">As spoken, once in a kit.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Count">How many, 1 and up.</param>
/// <param name="Where">Its place in the bag; empty where nobody wrote one.</param>
public sealed record KitPiece(string Name, PieceKind Kind, int Count, string Where)
{
    /// <summary>Most of one piece in a bag.</summary>
    public const int MostOfOne = 200;

    /// <summary>Label on the piece, unlike every other in the department; empty where it has none.</summary>
    public string Code { get; init; } = "";

    /// <summary>Whether the kit is incomplete without it.</summary>
    public bool IsRequired { get; init; } = true;

    /// <summary>Who supplies it.</summary>
    public PieceSupply Supply { get; init; } = PieceSupply.Issued;

    /// <summary>AA batteries in each, 0 where it needs none.</summary>
    public int AaEach { get; init; }

    /// <summary>Energy of a camera battery as printed, Wh; null where it is not a battery, or as the specification states it.</summary>
    public double? WattHours { get; init; }

    /// <summary>Share of the printed energy that is left in a battery, more than 0 to 1.</summary>
    public double Health { get; init; } = 1;

    /// <summary>Capacity of a card as sold, 10⁹ bytes; null where it is not a card, or as the specification states it.</summary>
    public double? CapacityGb { get; init; }
}

/// <summary>The kit of a unit, by the department's colour tape.</summary>
/// <param name="UnitTag">The unit it belongs to.</param>
/// <param name="Pieces">Its pieces, in the order in which they are counted.</param>
public sealed record Kit(string UnitTag, ImmutableArray<KitPiece> Pieces)
{
    /// <summary>Checks a kit.</summary>
    /// <param name="unitTag">The unit it belongs to.</param>
    /// <param name="pieces">Its pieces.</param>
    /// <exception cref="QuantityException">A piece stands in two places, a label is there twice, or a count is out of range.</exception>
    public static Kit Of(string unitTag, ImmutableArray<KitPiece> pieces)
    {
        foreach (KitPiece piece in pieces)
        {
            Guard.InRange(piece.Count, 1, KitPiece.MostOfOne, $"count of {piece.Name}");
            Guard.InRange(piece.AaEach, 0, 100, $"number of AA batteries of {piece.Name}");
            Guard.InRange(Guard.Positive(piece.Health, $"health of {piece.Name}"), 0, 1, $"health of {piece.Name}");
            if (piece.WattHours is { } energy)
            {
                Guard.Positive(energy, $"energy of {piece.Name}");
            }

            if (piece.CapacityGb is { } capacity)
            {
                Guard.Positive(capacity, $"capacity of {piece.Name}");
            }
        }

        foreach (
            IGrouping<string, KitPiece> same in pieces.GroupBy(p => p.Name, StringComparer.OrdinalIgnoreCase).Where(g => g.Count() > 1)
        )
        {
            KitPiece[] both = [.. same];
            throw new QuantityException(
                QuantityFault.BadLabel,
                both[0].Where == both[1].Where
                    ? $"{both[0].Name} is on the list twice. Give it one line and count {both.Sum(p => p.Count)}."
                    : $"{both[0].Name} has two places: {PlaceOf(both[0])} and {PlaceOf(both[1])}. Give each a name of its own."
            );
        }

        foreach (
            IGrouping<string, KitPiece> same in pieces
                .Where(p => p.Code.Length > 0)
                .GroupBy(p => p.Code, StringComparer.OrdinalIgnoreCase)
                .Where(g => g.Count() > 1)
        )
        {
            throw new QuantityException(
                QuantityFault.BadLabel,
                $"The label {same.Key} is on {string.Join(" and ", same.Select(p => p.Name))}. A label belongs to one piece."
            );
        }

        return new Kit(unitTag, pieces);
    }

    /// <summary>Pieces that the department hands out and counts.</summary>
    public IEnumerable<KitPiece> Issued => Pieces.Where(p => p.Supply == PieceSupply.Issued);

    /// <summary>Pieces that the borrower brings.</summary>
    public IEnumerable<KitPiece> BroughtAlong => Pieces.Where(p => p.Supply == PieceSupply.BringYourOwn);

    /// <summary>How many pieces of a kind are issued.</summary>
    public int CountOf(PieceKind kind) => Issued.Where(p => p.Kind == kind).Sum(p => p.Count);

    private static string PlaceOf(KitPiece piece) => piece.Where.Length > 0 ? piece.Where : "no place";
}
