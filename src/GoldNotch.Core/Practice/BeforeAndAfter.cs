using System.Collections.Immutable;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Shoots;

namespace GoldNotch.Core.Practice;

/// <summary>Kit count, cards and the wrap list: what is done before and after, by the rules of custody.</summary>
public static class BeforeAndAfter
{
    private const string RuleId = "PRACTICE-CUSTODY";
    private const int Options = 4;

    private static readonly Template WhatIsMissing = new(
        RuleId,
        "what-is-missing",
        "The kit of {model} has {list}. On the table lie {there}. What is not as it should be?"
    );
    private static readonly Template NothingIs = new(RuleId, "nothing", "Nothing: all of it is there.");
    private static readonly Template CountAgainst = new(RuleId, "count", "Count piece by piece against the list: {found}");
    private static readonly Template MayFormat = new(
        RuleId,
        "may-format",
        "The clip list of the card was {read}. Copies: {proof}. Footage on it belongs to {owners}; {released}. What now?"
    );
    private static readonly Template Format = new(RuleId, "format", "Format the card in the camera.");
    private static readonly Template Read = new(RuleId, "read", "Read the clip list of the card first.");
    private static readonly Template Prove = new(RuleId, "prove", "Prove two copies on different volumes first.");
    private static readonly Template Ask = new(RuleId, "ask", "Ask the owner who has not released it first.");
    private static readonly Template FormatWhy = new(
        RuleId,
        "format-why",
        "A card is formatted only when its list was read, every clip is proven on two volumes, and every owner has released it. Formatting erases all of it."
    );
    private static readonly Template WhatNext = new(RuleId, "what-next", "{model} comes back. Done so far: {done}. What comes next?");
    private static readonly Template Step = new(RuleId, "step", "{step}");
    private static readonly Template StepWhy = new(
        RuleId,
        "step-why",
        "The wrap list goes in the order of the hand: {steps:then}. Settings go back while the camera still has power."
    );

    /// <summary>Five questions: the count, the card, and steps of the wrap list.</summary>
    /// <param name="source">What it is made from.</param>
    /// <param name="seed">Its seed.</param>
    public static QuestionExercise Of(PracticeSource source, int seed)
    {
        var chance = new Random(seed);
        ImmutableArray<KitPiece> kit = source.Kit.Any(p => p.Supply == PieceSupply.Issued)
            ? [.. source.Kit.Where(p => p.Supply == PieceSupply.Issued)]
            : Usual;
        ImmutableArray<Question> all =
        [
            OfCount(source, kit, chance),
            OfCard(chance),
            .. OfWrap(source, kit, chance),
            OfCard(chance),
            OfCount(source, kit, chance),
        ];
        return new QuestionExercise(ExerciseKind.BeforeAndAfter, seed, source.Model, all);
    }

    private static readonly ImmutableArray<KitPiece> Usual =
    [
        new("Camera", PieceKind.Body, 1, ""),
        new("Plate", PieceKind.Plate, 1, "on the camera"),
        new("Battery", PieceKind.Battery, 2, "kept apart"),
        new("Charger", PieceKind.Charger, 1, ""),
        new("Card", PieceKind.Card, 2, ""),
        new("Headphones", PieceKind.Headphones, 1, ""),
        new("Tripod", PieceKind.Tripod, 1, ""),
    ];

    private static Question OfCount(PracticeSource source, ImmutableArray<KitPiece> kit, Random chance)
    {
        KitPiece? missing = chance.Next(4) == 0 ? null : chance.One([.. kit.Where(p => p.Kind != PieceKind.Body).DefaultIfEmpty(kit[0])]);
        ImmutableArray<CountedPiece> counted = [.. kit.Select(p => new CountedPiece(p.Name, p == missing ? p.Count - 1 : p.Count))];
        ImmutableArray<Shortfall> found = KitCount.Shortfalls(kit, counted);
        Judgement right = found.IsEmpty ? NothingIs.Of() : found[0].Because;
        KitPiece[] others = [.. kit.Where(p => p != missing && p.Kind != PieceKind.Body).OrderBy(_ => chance.Next()).Take(Options - 2)];
        ImmutableArray<Judgement> options =
        [
            .. others.Select(p => KitCount.Shortfalls([p], [new CountedPiece(p.Name, p.Count - 1)])[0].Because),
            .. found.IsEmpty ? Array.Empty<Judgement>() : [right],
            NothingIs.Of(),
        ];
        return Choice(
            WhatIsMissing.Of(
                ("model", source.Model.Name),
                ("list", FigureValue.Of(kit.Select(p => $"{p.Count} × {p.Name}"))),
                // Not in the order of the list: nobody lays a table by it.
                (
                    "there",
                    FigureValue.Of(counted.Where(c => c.Counted > 0).OrderBy(_ => chance.Next()).Select(c => $"{c.Counted} × {c.Name}"))
                )
            ),
            [.. options.OrderBy(_ => chance.Next())],
            right,
            CountAgainst.Of(("found", right))
        );
    }

    private static Question OfCard(Random chance)
    {
        var card = new LentCard("Card")
        {
            Clips = chance.Next(4) == 0 ? null : 12,
            Proof = chance.Next(2) == 0 ? null : Guid.Empty,
            Owners = ["the department", "the partner"],
            Released = chance.Next(2) == 0 ? ["the department"] : ["the department", "the partner"],
        };
        Judgement right = (
            card.Clips is null ? Read
            : card.Proof is null ? Prove
            : !card.Unreleased.IsEmpty ? Ask
            : Format
        ).Of();
        return Choice(
            MayFormat.Of(
                ("read", card.Clips is null ? "not read" : "read, 12 clips"),
                ("proof", card.Proof is null ? "one, not proven" : "two on different volumes, proven"),
                ("owners", FigureValue.Of(card.Owners)),
                ("released", card.Unreleased.IsEmpty ? "both released it" : "the partner has not released it")
            ),
            [Read.Of(), Prove.Of(), Ask.Of(), Format.Of()],
            right,
            FormatWhy.Of()
        );
    }

    private static IEnumerable<Question> OfWrap(PracticeSource source, ImmutableArray<KitPiece> kit, Random chance)
    {
        ImmutableArray<string> steps = WrapList.Of(source.Model, kit);
        int done = chance.Next(steps.Length - 1);
        string next = steps[done];
        string[] later = [.. steps.Skip(done + 1).OrderBy(_ => chance.Next()).Take(Options - 1)];
        yield return Choice(
            WhatNext.Of(
                ("model", source.Model.Name),
                ("done", FigureValue.Of(steps.Take(done).Select(WrapList.NameOf).DefaultIfEmpty("nothing")))
            ),
            [.. later.Append(next).Select(s => Step.Of(("step", WrapList.NameOf(s)))).OrderBy(_ => chance.Next())],
            Step.Of(("step", WrapList.NameOf(next))),
            StepWhy.Of(("steps", FigureValue.Of(steps.Select(WrapList.NameOf))))
        );
    }

    private static Question Choice(Judgement asks, ImmutableArray<Judgement> options, Judgement right, Judgement because) =>
        new(asks, new Asked.Choice(options, [options.IndexOf(right)]), because);
}
