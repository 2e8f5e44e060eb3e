using System.Text;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Calendars;

/// <summary>The address of the person's calendar.</summary>
/// <param name="MadeAt">When it was made; null where there is none.</param>
/// <param name="Address">The address itself, told once, when it is made; empty afterwards: only its hash is kept.</param>
public sealed record CalendarAddressView(DateTimeOffset? MadeAt, string Address);

/// <summary>Shoots in a calendar program: a file of one, and an address of each person's own that such a program asks by itself.</summary>
internal static class CalendarEndpoints
{
    private const string Feed = "/calendar.ics";
    private const int LongestSecret = 100;

    internal static void MapCalendar(this IEndpointRouteBuilder api)
    {
        api.MapGet("/session/calendar", AddressAsync).WithName("getCalendarAddress");
        api.MapPut("/session/calendar", MakeAsync).WithName("makeCalendarAddress");
        api.MapDelete("/session/calendar", RevokeAsync).WithName("revokeCalendarAddress");
        api.MapGet("/shoots/{id:guid}/shoot.ics", ShootAsync)
            .Produces(200, contentType: "text/calendar")
            .ProducesProblem(404)
            .WithName("exportShootCalendar");
    }

    /// <summary>What a calendar program asks: it signs in nowhere, its address is the key. In the query, so that no log of addresses has it.</summary>
    internal static void MapCalendarFeed(this IEndpointRouteBuilder api) => api.MapGet(Feed, FeedAsync).ExcludeFromDescription();

    private static async Task<Ok<CalendarAddressView>> AddressAsync(Author author, CalendarStore calendars, CancellationToken cancel) =>
        TypedResults.Ok(new CalendarAddressView(await calendars.MadeAsync(author.Id, cancel), ""));

    private static async Task<Ok<CalendarAddressView>> MakeAsync(
        Author author,
        HttpContext context,
        CalendarStore calendars,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        DateTimeOffset now = clock.GetUtcNow();
        string secret = await calendars.MakeAsync(author.Actor, author.Login, now, cancel);
        return TypedResults.Ok(new CalendarAddressView(now, $"{PublicAddress.Of(context)}/api{Feed}?key={secret}"));
    }

    private static async Task<NoContent> RevokeAsync(Author author, CalendarStore calendars, CancellationToken cancel)
    {
        await calendars.RevokeAsync(author.Actor, author.Login, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<FileContentHttpResult> FeedAsync(
        string? key,
        HttpContext context,
        CalendarStore calendars,
        CalendarSource source,
        CancellationToken cancel
    )
    {
        StoredPerson person = (key is { Length: > 0 and <= LongestSecret } ? await calendars.PersonAsync(key, cancel) : null)
            ?? throw new RefusedException(
                ProblemCode.NotFound,
                "/key",
                "This calendar address leads nowhere: it was taken back, or a newer one was made. Sign in and make a new one under your name."
            );
        context.Response.Headers.CacheControl = "private, no-store";
        return File(await source.OfPersonAsync(person, PublicAddress.Of(context), cancel), "gold-notch.ics");
    }

    private static async Task<FileContentHttpResult> ShootAsync(
        Guid id,
        HttpContext context,
        ShootStore shoots,
        CalendarSource source,
        CancellationToken cancel
    ) => File(await source.OfShootAsync(await shoots.FindAsync(id, cancel), PublicAddress.Of(context), cancel), $"shoot-{id}.ics");

    private static FileContentHttpResult File(string text, string name) =>
        TypedResults.File(Encoding.UTF8.GetBytes(text), "text/calendar; charset=utf-8", name);
}
