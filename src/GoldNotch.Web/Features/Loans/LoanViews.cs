using System.Collections.Immutable;
using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Kits;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Loans;

/// <summary>A loan as a list shows it.</summary>
public sealed record LoanRowView(
    Guid Id,
    string Unit,
    string ModelName,
    string Tape,
    string Borrower,
    Guid? Shoot,
    string ShootName,
    DateTimeOffset OutAt,
    DateTimeOffset DueAt,
    DateTimeOffset? BackAt,
    DateTimeOffset? ClosedAt,
    LoanStatus Status,
    bool IsOverdue,
    int OpenPoints
);

/// <summary>A page of loans; next is what to ask before, null on the last page.</summary>
public sealed record LoanPage(IReadOnlyList<LoanRowView> Rows, string? Next);

/// <summary>Something open of a loan; <c>settlements</c>: how a missing or broken piece can be settled.</summary>
public sealed record OpenPointView(OpenKind Kind, string Name, JudgementView Because, IReadOnlyList<SettlementView> Settlements);

/// <summary>A way to settle a missing or broken piece: its word in the exchange format, and as it is read.</summary>
public sealed record SettlementView(string How, string Name);

/// <summary>A step of the wrap list.</summary>
public sealed record WrapStepView(string Step, string Name, bool IsDone);

/// <summary>A card that went out.</summary>
public sealed record LentCardView(
    string Name,
    int? Clips,
    IReadOnlyList<string> Owners,
    IReadOnlyList<string> Unreleased,
    Guid? Proof,
    bool IsUnused,
    bool IsClear,
    bool IsFormatted
);

/// <summary>A piece that went out, with what was counted back of it.</summary>
public sealed record LentPieceView(KitPieceDocument Piece, int? Counted, int Broken, string Settled);

/// <summary>A loan with everything that was done with it; <c>photo</c>: what the kit looks like when all of it is there.</summary>
public sealed record LoanView(
    LoanRowView Row,
    string OutBy,
    string OutReason,
    string CloseReason,
    IReadOnlyList<LentPieceView> Pieces,
    bool IsCounted,
    IReadOnlyList<WrapStepView> Wrap,
    IReadOnlyList<LentCardView> Cards,
    IReadOnlyList<string> Faults,
    IReadOnlyList<OpenPointView> Open,
    IReadOnlyList<CustodyEventDocument> Events,
    KitPhotoView? Photo
);

/// <summary>Something that speaks against a hand-out.</summary>
public sealed record ObstacleView(ObstacleKind Kind, bool CanOverride, JudgementView Because);

/// <summary>What the counter needs to hand a unit out; <c>known</c> is the other model that the borrower had last, whose controls the sheet is compared with.</summary>
public sealed record HandOutView(
    string Unit,
    string ModelName,
    string ModelKey,
    string Tape,
    IReadOnlyList<KitPieceDocument> Pieces,
    IReadOnlyList<string> Differs,
    string PlateCode,
    DateTimeOffset Due,
    Guid? Shoot,
    string ShootName,
    string Standard,
    string Borrower,
    KitPhotoView? Photo,
    IReadOnlyList<ObstacleView> Obstacles,
    string KnownModel,
    string KnownName
);

/// <summary>Makes views of loans.</summary>
internal static class LoanViews
{
    internal static LoanRowView Row(
        LoanRow loan,
        IReadOnlyDictionary<string, StoredUnit> units,
        IReadOnlyDictionary<string, string> models,
        IReadOnlyDictionary<Guid, string> shoots,
        DateTimeOffset now
    )
    {
        StoredUnit? unit = units.GetValueOrDefault(loan.UnitTag);
        return new LoanRowView(
            loan.Id,
            loan.UnitTag,
            unit is null ? "" : models.GetValueOrDefault(unit.ModelKey, unit.ModelKey),
            unit?.Tape ?? "",
            loan.Borrower,
            loan.ShootId,
            loan.ShootId is { } shoot ? shoots.GetValueOrDefault(shoot, "") : "",
            loan.OutAt,
            loan.DueAt,
            loan.BackAt,
            loan.ClosedAt,
            loan.Status,
            loan.Status == LoanStatus.Out && now > loan.DueAt,
            loan.OpenPoints
        );
    }

    internal static LoanView Of(StoredLoan stored, LoanRowView row, StoredKitPhoto? photo, Phrasing phrasing)
    {
        Loan loan = stored.Loan;
        return new LoanView(
            row,
            loan.OutBy,
            loan.OutReason,
            loan.CloseReason,
            [.. loan.Pieces.Select(p => Piece(p, loan))],
            loan.Counted is not null,
            [.. loan.Wrap.Select(w => new WrapStepView(w.Step, WrapList.NameOf(w.Step), w.IsDone))],
            [
                .. loan.Cards.Select(c => new LentCardView(
                    c.Name,
                    c.Clips,
                    c.Owners,
                    c.Unreleased,
                    c.Proof,
                    c.IsUnused,
                    c.IsClear,
                    c.IsFormatted
                )),
            ],
            loan.Faults,
            [.. Custody.Open(loan).Select(o => new OpenPointView(o.Kind, o.Name, phrasing.Of(o.Because), Settlements(loan.Shortfalls, o)))],
            [.. stored.Events.Select(CustodyReader.Document)],
            KitPhotoView.Of(photo)
        );
    }

    internal static IReadOnlyList<ObstacleView> Of(ImmutableArray<Obstacle> obstacles, Phrasing phrasing) =>
        [.. obstacles.Select(o => new ObstacleView(o.Kind, o.CanOverride, phrasing.Of(o.Because)))];

    private static LentPieceView Piece(KitPiece piece, Loan loan)
    {
        CountedPiece? counted = loan.Counted is { } all
            ? all.FirstOrDefault(c => c.Name == piece.Name) ?? new CountedPiece(piece.Name, 0)
            : null;
        return new LentPieceView(
            ShootReader.Document(piece),
            counted?.Counted,
            counted?.Broken ?? 0,
            loan.Settled.TryGetValue(piece.Name, out PieceSettlement how) ? NameOf(how) : ""
        );
    }

    private static IReadOnlyList<SettlementView> Settlements(ImmutableArray<Shortfall> shortfalls, OpenPoint open) =>
        open.Kind == OpenKind.Piece
            ?
            [
                .. Custody
                    .Settlements(shortfalls.First(s => s.Name == open.Name))
                    .Select(s => new SettlementView(CustodyReader.WordOf(s), NameOf(s))),
            ]
            : [];

    private static string NameOf(PieceSettlement how) => CustodyReader.WordOf(how).Replace('-', ' ');
}
