using GoldNotch.Data;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Audit;

/// <summary>A page of the trail; next is the id to ask before, null on the last page.</summary>
public sealed record AuditPage(IReadOnlyList<AuditView> Entries, long? Next);

/// <summary>One entry of the trail.</summary>
public sealed record AuditView(long Id, DateTimeOffset At, string Who, string What, string Subject, string? Before, string? After);

/// <summary>The trail of who changed what.</summary>
internal static class AuditEndpoints
{
    private const int PageSize = 100;

    internal static void MapAudit(this IEndpointRouteBuilder api) =>
        api.MapGet("/audit", ListAsync).Needs(Right.ReadAuditLog).WithName("listAudit");

    private static async Task<Ok<AuditPage>> ListAsync(string? subject, long? before, AuditStore audit, CancellationToken cancel)
    {
        List<AuditEntry> rows = await audit.ListAsync(subject is { Length: > 0 and <= 120 } ? subject : null, before, PageSize, cancel);
        return TypedResults.Ok(
            new AuditPage(
                [.. rows.Select(e => new AuditView(e.Id, e.At, e.Who, e.What, e.Subject, Short(e.Before), Short(e.After)))],
                rows.Count == PageSize ? rows[^1].Id : null
            )
        );
    }

    // A dropped draft is kept whole; a page of them is not sent whole.
    private static string? Short(string? json) => json is { Length: > 400 } ? json[..400] + "…" : json;
}
