using System.Text.Json;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Audit;

/// <summary>A page of the trail; next is the id to ask before, null on the last page.</summary>
public sealed record AuditPage(IReadOnlyList<AuditView> Entries, long? Next);

/// <summary>One entry of the trail; in a list before and after are only the plain fields of what is long.</summary>
public sealed record AuditView(
    long Id,
    DateTimeOffset At,
    Guid? WhoId,
    string Who,
    string What,
    string Subject,
    string? Before,
    string? After
);

/// <summary>Whether the chain holds: how many entries were looked at, the checkpoint at its end, and where and why it does not hold.</summary>
public sealed record AuditVerification(bool Holds, long Entries, string Checkpoint, long? BrokenAt, string? Why);

/// <summary>The trail of who changed what.</summary>
internal static class AuditEndpoints
{
    private const int PageSize = 100;
    private const int MostFields = 12;
    private const int LongestField = 120;

    // Every entry is read: one who verifies is enough at a time.
    private static readonly SemaphoreSlim One = new(1, 1);

    internal static void MapAudit(this IEndpointRouteBuilder api)
    {
        RouteGroupBuilder audit = api.MapGroup("/audit").Needs(Right.ReadAuditLog);
        audit.MapGet("", ListAsync).WithName("listAudit");
        audit.MapGet("/{id:long}", GetAsync).ProducesProblem(404).WithName("getAuditEntry");
        audit.MapGet("/verification", VerifyAsync).WithName("verifyAudit");
    }

    private static async Task<Ok<AuditPage>> ListAsync(string? subject, long? before, AuditStore audit, CancellationToken cancel)
    {
        List<AuditEntry> rows = await audit.ListAsync(subject is { Length: > 0 and <= 120 } ? subject : null, before, PageSize, cancel);
        return TypedResults.Ok(new AuditPage([.. rows.Select(e => View(e, Short))], rows.Count == PageSize ? rows[^1].Id : null));
    }

    private static async Task<Ok<AuditView>> GetAsync(long id, AuditStore audit, CancellationToken cancel) =>
        await audit.GetAsync(id, cancel) is { } entry
            ? TypedResults.Ok(View(entry, whole => whole))
            : throw new RefusedException(ProblemCode.NotFound, "/id", $"The audit log has no entry {id}.");

    private static async Task<Ok<AuditVerification>> VerifyAsync(string? noted, AuditVerifier verifier, CancellationToken cancel)
    {
        AuditCheckpoint? checkpoint = AuditCheckpoint.Parse(noted);
        await One.WaitAsync(cancel);
        try
        {
            AuditVerdict verdict = await verifier.VerifyAsync(checkpoint, cancel);
            return TypedResults.Ok(
                new AuditVerification(verdict.Holds, verdict.Entries, verdict.Head.ToString(), verdict.BrokenAt, verdict.Why)
            );
        }
        finally
        {
            One.Release();
        }
    }

    private static AuditView View(AuditEntry e, Func<string?, string?> told) =>
        new(e.Id, e.At, e.WhoId, e.Who, e.What, e.Subject, told(e.Before), told(e.After));

    // A dropped draft is kept whole; a page of them is not sent whole: of each what is no list and no document in itself.
    private static string? Short(string? json)
    {
        if (json is not { Length: > 400 })
        {
            return json;
        }

        using JsonDocument whole = JsonDocument.Parse(json);
        return whole.RootElement.ValueKind != JsonValueKind.Object
            ? "{}"
            : JsonSerializer.Serialize(
                whole
                    .RootElement.EnumerateObject()
                    .Where(p =>
                        p.Value.ValueKind is JsonValueKind.String or JsonValueKind.Number or JsonValueKind.True or JsonValueKind.False
                    )
                    .Where(p => p.Value.GetRawText().Length <= LongestField)
                    .Take(MostFields)
                    .ToDictionary(p => p.Name, p => p.Value)
            );
    }
}
