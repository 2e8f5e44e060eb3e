using System.Collections.Immutable;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Shoots;
using static GoldNotch.Core.Shoots.CustodyEvent;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>Reads and writes what was done with a lent camera.</summary>
public static class CustodyReader
{
    private const int LongestText = 300;
    private const int LongestName = 80;
    private const int MostEvents = 500;

    /// <summary>The word of a settlement in the exchange format.</summary>
    public static string WordOf(PieceSettlement how) => Word(how);

    /// <summary>An event as the core knows it.</summary>
    /// <param name="of">As it is written.</param>
    /// <param name="unit">The unit of the loan.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <exception cref="RefusedException">A field is missing, or cannot be.</exception>
    public static CustodyEvent ToEvent(CustodyEventDocument of, string unit, string at = "")
    {
        string by = ShootReader.Line(of.By, LongestName, $"{at}/by");
        return of.Kind switch
        {
            "handed-out" => new HandedOut(
                unit,
                Named(of.Borrower, $"{at}/borrower"),
                Given(of.Due, $"{at}/due"),
                Each(Given(of.Pieces, $"{at}/pieces"), $"{at}/pieces", ShootReader.ToPiece),
                Each(of.Wrap ?? [], $"{at}/wrap", (s, where) => ShootReader.Line(s, 40, where)),
                Said(of.Text, $"{at}/text"),
                by,
                of.At
            ),
            "due-moved" => new DueMoved(Given(of.Due, $"{at}/due"), by, of.At),
            "came-back" => new CameBack(by, of.At),
            "counted-back" => new CountedBack(Counted(Given(of.Counted, $"{at}/counted"), $"{at}/counted"), by, of.At),
            "piece-settled" => new PieceSettled(
                Named(of.Piece, $"{at}/piece"),
                OneOf<PieceSettlement>(of.How ?? "", $"{at}/how"),
                Said(of.Text, $"{at}/text"),
                by,
                of.At
            ),
            "wrap-marked" => new WrapMarked(Named(of.Step, $"{at}/step"), of.Done ?? true, by, of.At),
            "fault-noted" => new FaultNoted(Fields.Text(of.Text ?? "", LongestText, $"{at}/text"), by, of.At),
            "card-unused" => new CardUnused(Named(of.Card, $"{at}/card"), by, of.At),
            "card-listed" => new CardListed(
                Named(of.Card, $"{at}/card"),
                (int)InRange(Given(of.Clips, $"{at}/clips"), 0, 1_000_000, $"{at}/clips", "number of clips"),
                Each(of.Owners ?? [], $"{at}/owners", (o, where) => ShootReader.Line(o, LongestName, where)),
                by,
                of.At
            ),
            "card-proven" => new CardProven(Named(of.Card, $"{at}/card"), Given(of.Proof, $"{at}/proof"), by, of.At),
            "card-released" => new CardReleased(Named(of.Card, $"{at}/card"), Named(of.Owner, $"{at}/owner"), by, of.At),
            "card-formatted" => new CardFormatted(Named(of.Card, $"{at}/card"), by, of.At),
            "closed" => new Closed(Said(of.Text, $"{at}/text"), by, of.At),
            _ => throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/kind",
                $"“{(of.Kind.Length > 40 ? of.Kind[..40] : of.Kind)}” is nothing that is done with a loan."
            ),
        };
    }

    /// <summary>An event as it is written.</summary>
    public static CustodyEventDocument Document(CustodyEvent happened)
    {
        CustodyEventDocument Of(string kind) => new(kind, happened.By, happened.At);
        return happened switch
        {
            HandedOut e => Of("handed-out") with
            {
                Borrower = e.Borrower,
                Due = e.Due,
                Pieces = [.. e.Pieces.Select(ShootReader.Document)],
                Wrap = [.. e.Wrap],
                Text = OrNull(e.Reason),
            },
            DueMoved e => Of("due-moved") with { Due = e.Due },
            CameBack => Of("came-back"),
            CountedBack e => Of("counted-back") with
            {
                Counted = [.. e.Counted.Select(c => new CountedPieceDocument(c.Name, c.Counted, c.Broken))],
            },
            PieceSettled e => Of("piece-settled") with { Piece = e.Piece, How = Word(e.How), Text = OrNull(e.Note) },
            WrapMarked e => Of("wrap-marked") with { Step = e.Step, Done = e.IsDone },
            FaultNoted e => Of("fault-noted") with { Text = e.Text },
            CardUnused e => Of("card-unused") with { Card = e.Card },
            CardListed e => Of("card-listed") with { Card = e.Card, Clips = e.Clips, Owners = [.. e.Owners] },
            CardProven e => Of("card-proven") with { Card = e.Card, Proof = e.Proof },
            CardReleased e => Of("card-released") with { Card = e.Card, Owner = e.Owner },
            CardFormatted e => Of("card-formatted") with { Card = e.Card },
            Closed e => Of("closed") with { Text = OrNull(e.Reason) },
            _ => throw new ArgumentOutOfRangeException(nameof(happened)),
        };
    }

    /// <summary>The loan that a document tells of; each step is held against the rules of custody.</summary>
    /// <exception cref="RefusedException">It does not begin with a hand-out, or a step cannot have happened.</exception>
    public static (Loan Loan, ImmutableArray<CustodyEvent> Events) ToLoan(LoanDocument document, string at = "")
    {
        ShootReader.Line(document.Unit, 30, $"{at}/unit");
        if (document.Events is [] or { Count: > MostEvents })
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/events",
                $"A loan has 1 to {MostEvents} events; the first is the hand-out."
            );
        }

        ImmutableArray<CustodyEvent> events = Each(document.Events, $"{at}/events", (e, where) => ToEvent(e, document.Unit, where));
        Loan? loan = null;
        for (int i = 0; i < events.Length; i++)
        {
            string where = $"{at}/events/{i}";
            if (events[i] is HandedOut != (i == 0))
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{where}/kind",
                    i == 0 ? "A loan begins with a hand-out." : "A loan has one hand-out. Begin another loan with the next."
                );
            }

            if (i > 0 && events[i].At < events[i - 1].At)
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{where}/at",
                    "It is earlier than the event before it. Events stand in their order."
                );
            }

            loan = loan is null ? Loan.Of([events[0]]) : After(loan, events[i], where);
        }

        return (loan!, events);
    }

    /// <summary>A loan after one more event.</summary>
    /// <exception cref="RefusedException">It cannot have happened.</exception>
    public static Loan After(Loan loan, CustodyEvent happened, string at = "")
    {
        if (Custody.Refusal(loan, happened) is { } refusal)
        {
            throw new RefusedException(ProblemCode.NotPossible, at, JudgementText.Of(refusal));
        }

        if (happened is CountedBack counted)
        {
            RefusedException.At($"{at}/counted", () => KitCount.Shortfalls(loan.Pieces, counted.Counted));
        }

        return loan.With(happened);
    }

    private static ImmutableArray<CountedPiece> Counted(IReadOnlyList<CountedPieceDocument> counted, string at)
    {
        Distinct(counted.Select(c => c.Name), at, "piece");
        return Each(counted, at, (c, where) =>
            new CountedPiece(ShootReader.Line(c.Name, LongestName, $"{where}/name"), c.Counted, c.Broken)
        );
    }

    private static string Named(string? text, string at) => ShootReader.Line(text ?? "", LongestName, at);

    private static string Said(string? text, string at) => Fields.Text(text ?? "", LongestText, at, mayBeEmpty: true).Trim();

    private static string? OrNull(string text) => text.Length > 0 ? text : null;

    private static T Given<T>(T? value, string at)
        where T : struct => value ?? throw Missing(at);

    private static IReadOnlyList<T> Given<T>(IReadOnlyList<T>? value, string at) => value ?? throw Missing(at);

    private static RefusedException Missing(string at) => new(ProblemCode.BadValue, at, "This is missing; what was done needs it.");
}
