using System.Collections.Immutable;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Shoots;

/// <summary>A piece that kits of the same model do not have alike.</summary>
/// <param name="Name">The piece.</param>
/// <param name="Here">How many are in this kit; 0 where it has none.</param>
/// <param name="Others">How many most of the other kits have.</param>
/// <param name="HereSupply">Who supplies it here; null where it is not in this kit.</param>
/// <param name="OthersSupply">Who supplies it in most others; null where it is not in them.</param>
public sealed record KitDifference(string Name, int Here, int Others, PieceSupply? HereSupply, PieceSupply? OthersSupply)
{
    private const string RuleId = "KIT-DIFFERS";

    private static readonly Template NotHere = new(RuleId, "not-here", "No {piece} in this kit; others of this model have {others}.");
    private static readonly Template OnlyHere = new(RuleId, "only-here", "{here} × {piece} in this kit; others of this model have none.");
    private static readonly Template OtherCount = new(
        RuleId,
        "other-count",
        "{here} × {piece} in this kit; others of this model have {others}."
    );
    private static readonly Template BroughtHere = new(
        RuleId,
        "own-here",
        "{piece}: the borrower supplies it; with others of this model it is issued."
    );
    private static readonly Template IssuedHere = new(
        RuleId,
        "issued-here",
        "{piece}: issued with this kit; with others of this model the borrower supplies it."
    );

    /// <summary>What differs, with its numbers.</summary>
    public Judgement Because =>
        (
            Here == 0 ? NotHere
            : Others == 0 ? OnlyHere
            : Here != Others ? OtherCount
            : HereSupply == PieceSupply.BringYourOwn ? BroughtHere
            : IssuedHere
        ).Of(("piece", Name), ("here", FigureValue.Count(Here)), ("others", FigureValue.Count(Others)));

    /// <summary>What sets a kit apart from those of the same model: a list for one kit misleads on another.</summary>
    /// <param name="kit">The kit.</param>
    /// <param name="others">The kits of the other units of its model.</param>
    /// <returns>In the order of the kit, then what only others have.</returns>
    public static ImmutableArray<KitDifference> Of(Kit kit, IReadOnlyList<Kit> others)
    {
        if (others.Count == 0)
        {
            return [];
        }

        return
        [
            .. kit
                .Pieces.Select(p => p.Name)
                .Concat(others.SelectMany(o => o.Pieces.Select(p => p.Name)))
                .Distinct(StringComparer.OrdinalIgnoreCase)
                .Select(name => Between(name, kit, others))
                .Where(d => d.Here != d.Others || (d.Here > 0 && d.HereSupply != d.OthersSupply)),
        ];
    }

    private static KitDifference Between(string name, Kit kit, IReadOnlyList<Kit> others)
    {
        KitPiece? Find(Kit of) => of.Pieces.FirstOrDefault(p => p.Name.Equals(name, StringComparison.OrdinalIgnoreCase));

        // The commonest; of equally common ones the first met.
        (int Count, PieceSupply? Supply) usual = others
            .Select(o => (Find(o)?.Count ?? 0, Find(o)?.Supply))
            .GroupBy(o => o)
            .MaxBy(g => g.Count())!
            .Key;
        KitPiece? here = Find(kit);
        return new KitDifference(here?.Name ?? name, here?.Count ?? 0, usual.Count, here?.Supply, usual.Supply);
    }
}
