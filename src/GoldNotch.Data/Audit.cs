using System.Text.Json;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Who changed what, when, from what to what; written in the transaction of the change itself.</summary>
internal static class Audit
{
    internal static Task WriteAsync(
        NpgsqlTransaction transaction,
        string who,
        string what,
        string subject,
        object? before,
        object? after,
        CancellationToken cancel
    ) =>
        transaction
            .Command("INSERT INTO audit_entry (who, what, subject, before, after) VALUES (@who, @what, @subject, @before, @after)")
            .With("who", who)
            .With("what", what)
            .With("subject", subject)
            .WithJson("before", before is null ? null : JsonSerializer.Serialize(before))
            .WithJson("after", after is null ? null : JsonSerializer.Serialize(after))
            .RunAsync(cancel);
}
