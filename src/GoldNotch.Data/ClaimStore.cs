using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>What somebody says of a model: unverified until it is measured.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Model">Key of the model.</param>
/// <param name="About"><c>filters</c>, <c>noise</c>, <c>latitude</c> or <c>other</c>.</param>
/// <param name="Claim">What is said.</param>
/// <param name="Source">Who says it.</param>
/// <param name="By">Who noted it here.</param>
/// <param name="At">When.</param>
public sealed record ModelClaim(Guid Id, string Model, string About, string Claim, string Source, string By, DateTimeOffset At);

/// <summary>Claims about models, side by side.</summary>
public sealed class ClaimStore(NpgsqlDataSource source)
{
    private const string Columns = "id, model_key, about, claim, claim_source, added_by, added_at";

    /// <summary>The claims about a model, the oldest first; those that were taken away are left out.</summary>
    public Task<List<ModelClaim>> OfAsync(string model, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"SELECT {Columns} FROM model_claim WHERE model_key = @model AND removed_at IS NULL ORDER BY added_at, id LIMIT 200"
            )
            .With("model", model)
            .ListAsync(Read, cancel);

    /// <summary>Notes a claim; the same id again changes nothing.</summary>
    public async Task AddAsync(ModelClaim claim, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        int added = await transaction
            .Command(
                $"INSERT INTO model_claim ({Columns}) VALUES (@id, @model, @about, @claim, @source, @by, @at) ON CONFLICT (id) DO NOTHING"
            )
            .With("id", claim.Id)
            .With("model", claim.Model)
            .With("about", claim.About)
            .With("claim", claim.Claim)
            .With("source", claim.Source)
            .With("by", claim.By)
            .With("at", claim.At.ToUniversalTime())
            .RunAsync(cancel);
        if (added > 0)
        {
            await Audit.WriteAsync(transaction, who, "claim noted", $"model {claim.Model}", null, claim, cancel);
        }

        await transaction.CommitAsync(cancel);
    }

    /// <summary>Takes a claim away; who did stays in the audit log.</summary>
    /// <returns>Whether it was there.</returns>
    public async Task<bool> RemoveAsync(string model, Guid id, DateTimeOffset at, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        ModelClaim? gone = await transaction
            .Command(
                $"""
                UPDATE model_claim SET removed_by = @who, removed_at = @at WHERE id = @id AND model_key = @model AND removed_at IS NULL
                RETURNING {Columns}
                """
            )
            .With("id", id)
            .With("model", model)
            .With("who", who.Name)
            .With("at", at.ToUniversalTime())
            .FirstAsync(Read, cancel);
        if (gone is null)
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "claim removed", $"model {model}", gone, null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    private static ModelClaim Read(Row r) =>
        new(
            r.Id("id"),
            r.Text("model_key"),
            r.Text("about"),
            r.Text("claim"),
            r.Text("claim_source"),
            r.Text("added_by"),
            r.Moment("added_at")
        );
}
