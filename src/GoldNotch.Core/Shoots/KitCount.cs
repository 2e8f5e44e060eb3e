using System.Collections.Immutable;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>A piece as somebody counted it.</summary>
/// <param name="Name">The piece.</param>
/// <param name="Counted">How many are there, whole or broken.</param>
/// <param name="Broken">How many of these are broken.</param>
public sealed record CountedPiece(string Name, int Counted, int Broken = 0);

/// <summary>What a count found of one piece that is not as it should be.</summary>
/// <param name="Name">The piece.</param>
/// <param name="Missing">How many are missing, 0 where all are there.</param>
/// <param name="Broken">How many are broken.</param>
/// <param name="IsRequired">Whether the kit is incomplete without it.</param>
/// <param name="Because">What was found, with its numbers.</param>
public sealed record Shortfall(string Name, int Missing, int Broken, bool IsRequired, Judgement Because);

/// <summary>Counting a kit: one person out, one back.</summary>
public static class KitCount
{
    private const string RuleId = "KIT-COUNT";

    private static readonly Template Missing = new(RuleId, "missing", "{piece}: {missing} of {count} missing.");
    private static readonly Template Broken = new(RuleId, "broken", "{piece}: {broken} of {count} broken.");
    private static readonly Template Both = new(RuleId, "both", "{piece}: {missing} of {count} missing, {broken} broken.");

    private static readonly Template StrangePlate = new(
        RuleId,
        "strange-plate",
        "The plate {found} is on the camera; plate {own} belongs on it. Find whose tripod is without a plate, and change them back."
    );

    private static readonly Template NoPlate = new(
        RuleId,
        "no-plate",
        "Plate {own} is not on the camera. It stays there: {tripod} cannot be used without it."
    );

    /// <summary>Everything is there: the count after a look at the kit's photograph.</summary>
    public static ImmutableArray<CountedPiece> AllThere(Kit kit) => [.. kit.Issued.Select(p => new CountedPiece(p.Name, p.Count))];

    /// <summary>What is missing or broken against what should be there.</summary>
    /// <param name="expected">What should be there: the kit, or what went out.</param>
    /// <param name="counted">What was counted; a piece that nobody counted is missing.</param>
    /// <exception cref="QuantityException">More broken than counted, more counted than there can be, or a piece that is not of this kit.</exception>
    public static ImmutableArray<Shortfall> Shortfalls(IReadOnlyList<KitPiece> expected, IReadOnlyList<CountedPiece> counted)
    {
        foreach (CountedPiece one in counted)
        {
            KitPiece piece = expected.FirstOrDefault(p => p.Name == one.Name)
                ?? throw new QuantityException(
                    QuantityFault.BadLabel,
                    $"{one.Name} is not in this kit. It has {string.Join(", ", expected.Select(p => p.Name))}."
                );
            Guard.InRange(one.Counted, 0, piece.Count, $"count of {one.Name}");
            Guard.InRange(one.Broken, 0, one.Counted, $"number of broken {one.Name}");
        }

        return
        [
            .. expected
                .Where(p => p.Supply == PieceSupply.Issued)
                .Select(p => Of(p, counted.FirstOrDefault(c => c.Name == p.Name) ?? new CountedPiece(p.Name, 0)))
                .OfType<Shortfall>(),
        ];
    }

    /// <summary>Whether a kit is complete: nothing required is missing or broken.</summary>
    public static bool IsComplete(IEnumerable<Shortfall> shortfalls) => !shortfalls.Any(s => s.IsRequired);

    /// <summary>What is wrong with the plate on a camera that is paired with a tripod; null where nothing is, or the kit has no plate with a label.</summary>
    /// <param name="kit">The camera's kit.</param>
    /// <param name="found">Label of the plate that is on the camera; empty for none; null where nobody looked.</param>
    public static Judgement? Plate(Kit kit, string? found)
    {
        KitPiece? own = kit.Issued.FirstOrDefault(p => p.Kind == PieceKind.Plate && p.Code.Length > 0);
        if (own is null || found is null || found.Equals(own.Code, StringComparison.OrdinalIgnoreCase))
        {
            return null;
        }

        string tripod = kit.Pieces.FirstOrDefault(p => p.Kind == PieceKind.Tripod)?.Name ?? "its tripod";
        return found.Length == 0 ? NoPlate.Of(("own", own.Code), ("tripod", tripod)) : StrangePlate.Of(("found", found), ("own", own.Code));
    }

    private static Shortfall? Of(KitPiece piece, CountedPiece counted)
    {
        int missing = piece.Count - counted.Counted;
        if (missing == 0 && counted.Broken == 0)
        {
            return null;
        }

        Template template =
            missing == 0 ? Broken
            : counted.Broken == 0 ? Missing
            : Both;
        return new Shortfall(
            piece.Name,
            missing,
            counted.Broken,
            piece.IsRequired,
            template.Of(
                ("piece", piece.Name),
                ("missing", FigureValue.Count(missing)),
                ("broken", FigureValue.Count(counted.Broken)),
                ("count", FigureValue.Count(piece.Count))
            )
        );
    }
}
