using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Shoots;

/// <summary>Why a shoot does not take place.</summary>
public sealed record CancelShootRequest(string Why);

/// <summary>How late the day is.</summary>
/// <param name="Minutes">Minutes; below zero where it is early again.</param>
/// <param name="At">When it was said, where it was said without network; left out: now.</param>
public sealed record LateRequest(int Minutes, DateTimeOffset? At = null);

/// <summary>A unit's time: promised to a shoot, or out on loan.</summary>
public sealed record BusyView(string Unit, string Name, Guid? Shoot, Guid? Loan, DateTimeOffset From, DateTimeOffset To, bool IsOut);

/// <summary>What of the list is asked for; each field that is left out filters nothing.</summary>
internal sealed record ShootQuery(
    [FromQuery(Name = "when")] string? When,
    [FromQuery(Name = "find")] string? Find,
    [FromQuery(Name = "person")] string? Person,
    [FromQuery(Name = "before")] string? Before
);

/// <summary>Shoots: plan, pack, the day. Everybody who is signed in plans.</summary>
internal static class ShootEndpoints
{
    private const int PageSize = 50;

    // What a phone said without network on the day is still of that day; clocks of phones are a little apart.
    private static readonly TimeSpan LongestWait = TimeSpan.FromHours(24);
    private static readonly TimeSpan LongestAhead = TimeSpan.FromMinutes(5);

    // A week of every unit is asked for; a year would be a list that nobody reads.
    private static readonly TimeSpan LongestLook = TimeSpan.FromDays(62);

    internal static void MapShoots(this IEndpointRouteBuilder api)
    {
        api.MapGet("/shoots", ListAsync).WithName("listShoots");
        api.MapGet("/shoots/availability", AvailabilityAsync).WithName("listAvailability");
        api.MapPost("/shoots/preview", PreviewAsync).WithName("previewShoot");
        api.MapGet("/shoots/{id:guid}", GetAsync).ProducesProblem(404).WithName("getShoot");
        api.MapPut("/shoots/{id:guid}", PutAsync).ProducesProblem(409).ProducesProblem(412).ProducesProblem(428).WithName("putShoot");
        api.MapDelete("/shoots/{id:guid}", DropAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("dropShoot");
        api.MapPost("/shoots/{id:guid}/cancelled", CancelAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("cancelShoot");
        api.MapDelete("/shoots/{id:guid}/cancelled", TakeUpAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("takeUpShoot");
        api.MapPost("/shoots/{id:guid}/late", LateAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("shiftShoot");
    }

    private static async Task<Ok<ShootPage>> ListAsync(
        [AsParameters] ShootQuery asked,
        ShootStore shoots,
        LoanStore loans,
        ShootSource source,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        DateTimeOffset now = clock.GetUtcNow();
        ShootFilter filter = (asked.When ?? "") switch
        {
            "" or "all" => new ShootFilter(),
            // One that ended today is still looked for.
            "upcoming" => new ShootFilter(From: now.AddHours(-12)),
            "past" => new ShootFilter(To: now),
            _ => throw new RefusedException(ProblemCode.BadValue, "/when", "Shoots are upcoming, past or all."),
        };
        filter = filter with { Find = Given(asked.Find), Person = Given(asked.Person) };
        List<StoredShoot> rows = await shoots.ListAsync(filter, PageCursor.Parse(asked.Before, "list of shoots"), PageSize, cancel);
        ILookup<Guid, LoanRow> lent = await loans.OfShootsAsync([.. rows.Select(r => r.Document.Id)], cancel);
        HashSet<string> prepared = await source.PreparedAsync(rows, cancel);
        string? next =
            rows.Count == PageSize ? PageCursor.Of(rows[^1].Document.Call ?? DateTimeOffset.MaxValue, rows[^1].Document.Id) : null;
        return TypedResults.Ok(new ShootPage([.. rows.Select(r => ShootViews.Row(r, [.. lent[r.Document.Id]], prepared))], next));
    }

    private static async Task<Ok<IReadOnlyList<BusyView>>> AvailabilityAsync(
        DateTimeOffset from,
        DateTimeOffset to,
        ShootStore shoots,
        LoanStore loans,
        CancellationToken cancel
    )
    {
        if (to <= from || to - from > LongestLook)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/to",
                $"The end comes after the beginning, and at most {LongestLook.TotalDays:0} days after it."
            );
        }

        List<UnitBooking> booked = await shoots.BookingsAsync(null, from, to, cancel);
        List<LoanRow> outNow = await loans.OutBetweenAsync(from, to, cancel);
        return TypedResults.Ok<IReadOnlyList<BusyView>>([
            .. booked.Select(b => new BusyView(b.UnitTag, b.Name, b.ShootId, null, b.From, b.To, false)),
            .. outNow.Select(l => new BusyView(l.UnitTag, l.Borrower, l.ShootId, l.Id, l.OutAt, l.DueAt, true)),
        ]);
    }

    private static async Task<Ok<ShootView>> PreviewAsync(
        ShootDocument document,
        ShootStore shoots,
        ShootSource source,
        CancellationToken cancel
    )
    {
        ShootReader.Check(document);
        StoredShoot kept = await shoots.GetAsync(document.Id, cancel) ?? new StoredShoot(document, 0, "", default, null);
        return TypedResults.Ok(await source.ViewAsync(kept with { Document = document }, cancel));
    }

    private static async Task<Ok<ShootView>> GetAsync(
        Guid id,
        HttpContext context,
        ShootStore shoots,
        ShootSource source,
        CancellationToken cancel
    ) => await SeenAsync(await shoots.FindAsync(id, cancel), context, source, cancel);

    private static async Task<Results<Ok<ShootView>, ProblemHttpResult>> PutAsync(
        Guid id,
        ShootDocument document,
        SeenVersion seen,
        HttpContext context,
        Author author,
        ShootStore shoots,
        ShootSource source,
        CancellationToken cancel
    )
    {
        if (document.Id != id)
        {
            throw new RefusedException(ProblemCode.BadValue, "/id", "The id in the document is not the one in the address.");
        }

        ShootReader.Check(document);
        StoredShoot? kept = await shoots.PutAsync(document, seen.Number, author.Actor, cancel);
        return kept is null ? await MovedOnAsync(id, shoots, cancel) : await SeenAsync(kept, context, source, cancel);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DropAsync(
        Guid id,
        SeenVersion seen,
        Author author,
        ShootStore shoots,
        CancellationToken cancel
    ) => await shoots.DropAsync(id, seen.Number, author.Actor, cancel) ? TypedResults.NoContent() : await MovedOnAsync(id, shoots, cancel);

    private static async Task<Results<Ok<ShootView>, ProblemHttpResult>> CancelAsync(
        Guid id,
        CancelShootRequest request,
        SeenVersion seen,
        HttpContext context,
        Author author,
        ShootStore shoots,
        ShootSource source,
        CancellationToken cancel
    )
    {
        string why = request.Why.Trim();
        if (why.Length is 0 or > 300)
        {
            throw new RefusedException(ProblemCode.BadValue, "/why", "Say in 1 to 300 characters why it does not take place.");
        }

        StoredShoot? kept = await shoots.CancelAsync(id, why, seen.Number, author.Actor, cancel);
        return kept is null ? await MovedOnAsync(id, shoots, cancel) : await SeenAsync(kept, context, source, cancel);
    }

    private static async Task<Results<Ok<ShootView>, ProblemHttpResult>> TakeUpAsync(
        Guid id,
        SeenVersion seen,
        HttpContext context,
        Author author,
        ShootStore shoots,
        ShootSource source,
        CancellationToken cancel
    )
    {
        StoredShoot? kept = await shoots.CancelAsync(id, null, seen.Number, author.Actor, cancel);
        return kept is null ? await MovedOnAsync(id, shoots, cancel) : await SeenAsync(kept, context, source, cancel);
    }

    private static async Task<Results<Ok<ShootView>, ProblemHttpResult>> LateAsync(
        Guid id,
        LateRequest request,
        SeenVersion seen,
        HttpContext context,
        Author author,
        ShootStore shoots,
        ShootSource source,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        const int Most = 600;
        if (request.Minutes is 0 or < -Most or > Most)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/minutes",
                $"Say how many minutes late it is: 1 to {Most}, or as many early."
            );
        }

        DateTimeOffset now = clock.GetUtcNow();
        if (request.At is { } said && (said < now - LongestWait || said > now + LongestAhead))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/at",
                "That was said too long ago, or in a time to come. Look at the day and say again how late it is. Nothing was moved."
            );
        }

        StoredShoot before = await shoots.FindAsync(id, cancel);
        ShootDocument late = ShootSync.Late(before.Document, request.At ?? now, TimeSpan.FromMinutes(request.Minutes));
        ShootReader.Check(late);
        StoredShoot? kept = await shoots.PutAsync(late, seen.Number, author.Actor, cancel);
        return kept is null ? await MovedOnAsync(id, shoots, cancel) : await SeenAsync(kept, context, source, cancel);
    }

    private static async Task<Ok<ShootView>> SeenAsync(StoredShoot kept, HttpContext context, ShootSource source, CancellationToken cancel)
    {
        context.Response.Headers.ETag = ETags.Of(kept.Version);
        return TypedResults.Ok(await source.ViewAsync(kept, cancel));
    }

    private static async Task<ProblemHttpResult> MovedOnAsync(Guid id, ShootStore shoots, CancellationToken cancel)
    {
        StoredShoot newest = await shoots.FindAsync(id, cancel);
        return TypedResults.Problem(
            ProblemHandler.Problem(
                412,
                ProblemCode.ChangedMeanwhile,
                "",
                $"{newest.ChangedBy} changed this shoot meanwhile. Yours is not saved yet: choose which one counts.",
                new Dictionary<string, object?> { ["newest"] = newest.Document, ["version"] = newest.Version }
            )
        );
    }

    private static string? Given(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();
}
