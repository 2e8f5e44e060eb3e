using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Exchange;
using GoldNotch.Web.Features.Kits;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Loans;

/// <summary>What was done with a loan: how many events the person had seen, and what came after. <c>by</c> and <c>at</c> are the site's.</summary>
public sealed record CustodyRequest(int Seen, IReadOnlyList<CustodyDone> Events);

/// <summary>Something that was done; fields as in the exchange format.</summary>
public sealed record CustodyDone(
    string Kind,
    DateTimeOffset? Due = null,
    IReadOnlyList<CountedPieceDocument>? Counted = null,
    string? Piece = null,
    string? How = null,
    string? Step = null,
    bool? Done = null,
    string? Card = null,
    int? Clips = null,
    IReadOnlyList<string>? Owners = null,
    string? Owner = null,
    string? Text = null
);

/// <summary>A unit that is in.</summary>
public sealed record OfferedUnitView(string Tag, string Tape);

/// <summary>A model with units that are in: the least light it needs at its widest opening and the gain that is allowed, lux, null where its maker states no speed.</summary>
public sealed record OfferView(
    string ModelKey,
    string ModelName,
    double? LeastLux,
    string Because,
    int Free,
    IReadOnlyList<OfferedUnitView> Units
);

/// <summary>Which loans are asked for; each field that is left out filters nothing.</summary>
internal sealed record LoanQuery(
    [FromQuery(Name = "open")] bool? Open,
    [FromQuery(Name = "unit")] string? Unit,
    [FromQuery(Name = "shoot")] Guid? Shoot,
    [FromQuery(Name = "before")] string? Before
);

/// <summary>What every endpoint of a loan needs.</summary>
internal sealed record LoanWork(
    LoanStore Loans,
    Counter Counter,
    UnitStore Units,
    ModelStore Models,
    ShootStore Shoots,
    KitPhotoStore Photos,
    Phrasing Phrasing,
    TimeProvider Clock
)
{
    internal async Task<IReadOnlyList<LoanRowView>> RowsAsync(IReadOnlyList<LoanRow> rows, CancellationToken cancel)
    {
        Dictionary<string, StoredUnit> units = (await Units.ByTagsAsync([.. rows.Select(r => r.UnitTag).Distinct()], cancel)).ToDictionary(
            u => u.Tag
        );
        Dictionary<string, string> models = await Models.NamesAsync(cancel);
        Dictionary<Guid, string> shoots = await Shoots.NamesAsync([.. rows.Select(r => r.ShootId).OfType<Guid>().Distinct()], cancel);
        DateTimeOffset now = Clock.GetUtcNow();
        return [.. rows.Select(r => LoanViews.Row(r, units, models, shoots, now))];
    }

    internal async Task<LoanView> ViewAsync(StoredLoan stored, CancellationToken cancel) =>
        LoanViews.Of(stored, (await RowsAsync([stored.Row], cancel))[0], await Photos.GetAsync(stored.Row.UnitTag, cancel), Phrasing);
}

/// <summary>Hand out and return at the counter.</summary>
internal static class LoanEndpoints
{
    private const int PageSize = 50;
    private const int MostOffered = 6;
    private const int MostInFile = 100_000;

    internal static void MapLoans(this IEndpointRouteBuilder api)
    {
        api.MapGet("/loans", ListAsync).WithName("listLoans");
        api.MapGet("/export/loans.csv", CsvAsync).Produces(200, contentType: "text/csv").WithName("exportLoansCsv");
        api.MapPost("/loans/look", LookAsync).ProducesProblem(404).WithName("lookAtHandOut");
        api.MapGet("/loans/offer", OfferAsync).WithName("offerUnits");
        api.MapGet("/loans/{id:guid}", GetAsync).ProducesProblem(404).WithName("getLoan");
        api.MapPut("/loans/{id:guid}", HandOutAsync).Needs(Right.HandOut).ProducesProblem(409).WithName("handOut");
        api.MapPost("/loans/{id:guid}/events", DoneAsync)
            .Needs(Right.HandOut)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .WithName("addToLoan");
    }

    private static async Task<Ok<LoanPage>> ListAsync(
        [AsParameters] LoanQuery asked,
        [AsParameters] LoanWork work,
        CancellationToken cancel
    )
    {
        var filter = new LoanFilter(asked.Open ?? false, string.IsNullOrWhiteSpace(asked.Unit) ? null : asked.Unit, asked.Shoot);
        List<LoanRow> rows = await work.Loans.ListAsync(filter, PageCursor.Parse(asked.Before, "list of loans"), PageSize, cancel);
        string? next = rows.Count == PageSize ? PageCursor.Of(rows[^1].OutAt, rows[^1].Id) : null;
        return TypedResults.Ok(new LoanPage(await work.RowsAsync(rows, cancel), next));
    }

    private static async Task<FileContentHttpResult> CsvAsync([AsParameters] LoanWork work, CancellationToken cancel)
    {
        List<LoanRow> rows = await work.Loans.ListAsync(new LoanFilter(), null, MostInFile, cancel);
        Dictionary<Guid, string> shoots = await work.Shoots.NamesAsync([.. rows.Select(r => r.ShootId).OfType<Guid>().Distinct()], cancel);
        return TypedResults.File(CsvFiles.Loans(rows, shoots), "text/csv; charset=utf-8", "gold-notch-loans.csv");
    }

    // Whoever has not chosen yet is shown what is in: the model that needs least light first.
    private static async Task<Ok<List<OfferView>>> OfferAsync(
        UnitStore units,
        ModelStore models,
        DepartmentStore departments,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        var time = new ExposureTime(1 / (await departments.GetAsync(cancel)).MainsHz);
        ILookup<string, StoredUnit> free = (await units.LentAsync(null, null, cancel))
            .Where(u => u.Status == UnitStatus.In)
            .ToLookup(u => u.ModelKey);
        return TypedResults.Ok(
            (
                from stored in await models.NewestAsync(cancel)
                where free.Contains(stored.Document.Key)
                let model = ModelReader.ToModel(stored.Document)
                let light = LowLight.Of(model, time)
                orderby light?.Lux.Value ?? double.MaxValue, model.Name
                select new OfferView(
                    model.Key,
                    model.Name,
                    light?.Lux.Value,
                    phrasing.Text(light?.Because),
                    free[model.Key].Count(),
                    [.. free[model.Key].Take(MostOffered).Select(u => new OfferedUnitView(u.Tag, u.Tape))]
                )
            ).ToList()
        );
    }

    private static async Task<Ok<HandOutView>> LookAsync(HandOutRequest request, [AsParameters] LoanWork work, CancellationToken cancel)
    {
        CounterHandOut look = await work.Counter.LookAsync(request, cancel);
        ShootCameraDocument? camera = look.Shoot?.Document.Cameras?.FirstOrDefault(c => c.Unit == look.Unit.Tag);
        string known = look.Borrower is { } borrower ? await work.Loans.LastModelAsync(borrower.Id, cancel) ?? "" : "";
        known = known == look.Model.Key ? "" : known;
        return TypedResults.Ok(
            new HandOutView(
                look.Unit.Tag,
                look.Model.Name,
                look.Model.Key,
                look.Unit.Tape,
                [.. look.Kit.Pieces.Select(ShootReader.Document)],
                [.. KitDifference.Of(look.Kit, look.Others).Select(d => work.Phrasing.Text(d.Because))],
                look.Kit.Issued.FirstOrDefault(p => p.Kind == PieceKind.Plate)?.Code ?? "",
                look.Due,
                look.Shoot?.Document.Id,
                look.Shoot?.Document.Name ?? "",
                camera?.Standard is { Length: > 0 } own ? own : look.Shoot?.Document.Standard ?? "",
                look.Borrower?.Login ?? "",
                KitPhotoView.Of(await work.Photos.GetAsync(look.Unit.Tag, cancel)),
                LoanViews.Of(look.Obstacles, work.Phrasing),
                known,
                known.Length == 0 ? "" : (await work.Models.NamesAsync(cancel)).GetValueOrDefault(known, known)
            )
        );
    }

    private static async Task<Ok<LoanView>> GetAsync(Guid id, [AsParameters] LoanWork work, CancellationToken cancel) =>
        TypedResults.Ok(await work.ViewAsync(await work.Loans.FindAsync(id, cancel), cancel));

    private static async Task<Ok<LoanView>> HandOutAsync(
        Guid id,
        HandOutRequest request,
        Author author,
        [AsParameters] LoanWork work,
        CancellationToken cancel
    )
    {
        // The same hand-out again, because its answer was lost: it is out by now, and that is no obstacle.
        if (
            await work.Loans.GetAsync(id, cancel) is { } known
            && known.Loan.Unit.Equals(request.Unit.Trim(), StringComparison.OrdinalIgnoreCase)
        )
        {
            return TypedResults.Ok(await work.ViewAsync(known, cancel));
        }

        CounterHandOut look = await work.Counter.LookAsync(request, cancel);
        CustodyEvent.HandedOut handedOut = work.Counter.Decide(look, request.Reason, author);
        StoredLoan stored = await work.Loans.HandOutAsync(id, handedOut, look.Borrower?.Id, look.Shoot?.Document.Id, author.Actor, cancel);
        return TypedResults.Ok(await work.ViewAsync(stored, cancel));
    }

    private static async Task<Ok<LoanView>> DoneAsync(
        Guid id,
        CustodyRequest request,
        Author author,
        [AsParameters] LoanWork work,
        CancellationToken cancel
    )
    {
        if (request.Events.Count is 0 or > 200)
        {
            throw new RefusedException(ProblemCode.BadValue, "/events", "Between 1 and 200 things are written down at once.");
        }

        StoredLoan before = await work.Loans.FindAsync(id, cancel);
        DateTimeOffset now = work.Clock.GetUtcNow();
        ImmutableArray<CustodyEvent> events =
        [
            .. request.Events.Select(
                (e, i) =>
                    e.Kind is "handed-out" or "card-proven"
                        ? throw new RefusedException(
                            ProblemCode.BadValue,
                            $"/events/{i}/kind",
                            e.Kind == "card-proven"
                                ? "A card is proven by comparing it with its copies, not by saying so."
                                : "A loan has one hand-out. Begin another loan."
                        )
                        : CustodyReader.ToEvent(Document(e, author.Name, now), before.Loan.Unit, $"/events/{i}")
            ),
        ];
        StoredLoan? after = await work.Loans.AppendAsync(id, request.Seen, events, author.Actor, cancel);
        return after is null
            ? throw new RefusedException(
                ProblemCode.ChangedMeanwhile,
                "/seen",
                "Somebody else wrote something down for this loan meanwhile. Load it again; what you did is not saved yet."
            )
            : TypedResults.Ok(await work.ViewAsync(after, cancel));
    }

    private static CustodyEventDocument Document(CustodyDone done, string by, DateTimeOffset at) =>
        new(
            done.Kind,
            by,
            at,
            Due: done.Due,
            Counted: done.Counted,
            Piece: done.Piece,
            How: done.How,
            Step: done.Step,
            Done: done.Done,
            Card: done.Card,
            Clips: done.Clips,
            Owners: done.Owners,
            Owner: done.Owner,
            Text: done.Text
        );
}
