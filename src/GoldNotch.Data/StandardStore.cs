using System.Text.Json;
using GoldNotch.Core.Sheets;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A version of a standard as it is kept.</summary>
/// <param name="Key">Key of the standard.</param>
/// <param name="Version">Version, 1 and up.</param>
/// <param name="Name">Name as spoken.</param>
/// <param name="State"><c>draft</c>, <c>approved</c> or <c>retired</c>.</param>
/// <param name="Revision">Rises with each change of a draft.</param>
/// <param name="ChangedBy">Who changed it last.</param>
/// <param name="ChangedAt">When.</param>
/// <param name="ApprovedBy">Who approved it; null for a draft.</param>
/// <param name="ApprovedAt">When; null for a draft.</param>
public sealed record StandardHead(
    string Key,
    int Version,
    string Name,
    StandardState State,
    int Revision,
    string ChangedBy,
    DateTimeOffset ChangedAt,
    string? ApprovedBy,
    DateTimeOffset? ApprovedAt
);

/// <summary>A version with its document.</summary>
/// <param name="Head">The head.</param>
/// <param name="Document">What it says; its state is that of the head.</param>
public sealed record StoredStandard(StandardHead Head, StandardDocument Document);

/// <summary>Versions of standards: draft, approved, retired. What was approved never changes.</summary>
public sealed class StandardStore(NpgsqlDataSource source)
{
    private const string Columns = "key, version, name, state, revision, changed_by, changed_at, approved_by, approved_at";

    /// <summary>Every version of every standard, by name, the newest first.</summary>
    public Task<List<StandardHead>> HeadsAsync(CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM standard_version ORDER BY name, key, version DESC").ListAsync(ReadHead, cancel);

    /// <summary>The versions in view: of each standard the approved one and the draft.</summary>
    public Task<List<StoredStandard>> InViewAsync(CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {Columns}, document FROM standard_version WHERE state <> 'retired' ORDER BY name, key, version")
            .ListAsync(Read, cancel);

    /// <summary>The approved versions, by name.</summary>
    public async Task<List<StoredStandard>> ApprovedAsync(CancellationToken cancel) =>
        [.. (await InViewAsync(cancel)).Where(s => s.Head.State == StandardState.Approved)];

    /// <summary>One version, or null.</summary>
    public Task<StoredStandard?> GetAsync(string key, int version, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {Columns}, document FROM standard_version WHERE key = @key AND version = @version")
            .With("key", key)
            .With("version", version)
            .FirstAsync(Read, cancel);

    /// <summary>The version in a state, or null: at most one draft and one approved.</summary>
    public Task<StoredStandard?> InStateAsync(string key, StandardState state, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"SELECT {Columns}, document FROM standard_version WHERE key = @key AND state = @state ORDER BY version DESC LIMIT 1"
            )
            .With("key", key)
            .With("state", state.Word())
            .FirstAsync(Read, cancel);

    /// <summary>Begins a draft with the next version number.</summary>
    /// <param name="document">What it says; version and state are set here.</param>
    /// <param name="who">Who begins it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">There is a draft already.</exception>
    public async Task<StoredStandard> BeginAsync(StandardDocument document, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);

        // Two people who begin at once would read the same number: the key is held while the next one is found.
        await transaction.Command("SELECT pg_advisory_xact_lock(hashtext(@key))").With("key", "standard " + document.Key).RunAsync(cancel);
        var newest = await transaction
            .Command($"SELECT {Columns} FROM standard_version WHERE key = @key ORDER BY version DESC LIMIT 1")
            .With("key", document.Key)
            .FirstAsync(ReadHead, cancel);
        var draft = await transaction
            .Command($"SELECT {Columns} FROM standard_version WHERE key = @key AND state = 'draft'")
            .With("key", document.Key)
            .FirstAsync(ReadHead, cancel);
        if (draft is not null)
        {
            throw new RefusedException(
                ProblemCode.DraftExists,
                "",
                $"{draft.Name} has a draft already, version {draft.Version}, changed last by {draft.ChangedBy}. Go on with that one."
            );
        }

        StandardDocument next = document with { Version = (newest?.Version ?? 0) + 1, State = StandardState.Draft.Word() };
        _ = StandardReader.ToStandard(next);
        StandardHead head = await transaction
            .Command(
                $"INSERT INTO standard_version (key, version, name, state, document, changed_by) VALUES (@key, @version, @name, 'draft', @json, @who) RETURNING {Columns}"
            )
            .With("key", next.Key)
            .With("version", next.Version)
            .With("name", next.Name)
            .WithJson("json", Json(next))
            .With("who", who.Name)
            .FirstAsync(ReadHead, cancel)
            ?? throw new InvalidOperationException("An insert returned nothing.");
        await Audit.WriteAsync(transaction, who, "draft begun", Subject(next.Key), null, new { next.Version }, cancel);
        await transaction.CommitAsync(cancel);
        return new StoredStandard(head, next);
    }

    /// <summary>Changes the draft if nobody else has since it was read.</summary>
    /// <returns>The draft as changed, or null when its revision has moved on or there is none.</returns>
    public async Task<StoredStandard?> ChangeDraftAsync(StandardDocument document, int revision, Actor who, CancellationToken cancel)
    {
        _ = StandardReader.ToStandard(document);
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StandardHead? head = await transaction
            .Command(
                $"""
                UPDATE standard_version SET document = @json, name = @name, revision = revision + 1, changed_by = @who, changed_at = now()
                WHERE key = @key AND version = @version AND state = 'draft' AND revision = @revision
                RETURNING {Columns}
                """
            )
            .WithJson("json", Json(document with { State = StandardState.Draft.Word() }))
            .With("name", document.Name)
            .With("who", who.Name)
            .With("key", document.Key)
            .With("version", document.Version)
            .With("revision", revision)
            .FirstAsync(ReadHead, cancel);
        if (head is null)
        {
            return null;
        }

        await transaction
            .Command("DELETE FROM coverage_cell WHERE standard_key = @key AND standard_version = @version")
            .With("key", document.Key)
            .With("version", document.Version)
            .RunAsync(cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            "draft changed",
            Subject(document.Key),
            new { Revision = revision },
            new { document.Version, head.Revision },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return new StoredStandard(head, document with { State = StandardState.Draft.Word() });
    }

    /// <summary>Throws the draft away if nobody has changed it since it was read.</summary>
    public async Task<bool> DropDraftAsync(string key, int revision, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredStandard? dropped = await transaction
            .Command(
                $"DELETE FROM standard_version WHERE key = @key AND state = 'draft' AND revision = @revision RETURNING {Columns}, document"
            )
            .With("key", key)
            .With("revision", revision)
            .FirstAsync(Read, cancel);
        if (dropped is null)
        {
            return false;
        }

        // The whole of it stays in the trail, so that it can be brought back.
        await Audit.WriteAsync(transaction, who, "draft dropped", Subject(key), dropped.Document, null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>Approves the draft; the version before it is retired in the same moment.</summary>
    /// <exception cref="RefusedException">A fault of it is open.</exception>
    /// <returns>The approved version, or null when the draft's revision has moved on or there is none.</returns>
    public async Task<StoredStandard?> ApproveAsync(string key, int revision, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredStandard? draft = await transaction
            .Command($"SELECT {Columns}, document FROM standard_version WHERE key = @key AND state = 'draft' FOR UPDATE")
            .With("key", key)
            .FirstAsync(Read, cancel);
        if (draft is null || draft.Head.Revision != revision)
        {
            return null;
        }

        await ApprovalGate.PassAsync(transaction, draft.Document, "", cancel);
        await transaction
            .Command("UPDATE standard_version SET state = 'retired' WHERE key = @key AND state = 'approved'")
            .With("key", key)
            .RunAsync(cancel);
        StandardDocument approved = draft.Document with { State = StandardState.Approved.Word() };
        StandardHead head = await transaction
            .Command(
                $"""
                UPDATE standard_version SET state = 'approved', document = @json, approved_by = @who, approved_by_id = @person, approved_at = now()
                WHERE key = @key AND version = @version RETURNING {Columns}
                """
            )
            .WithJson("json", Json(approved))
            .With("who", who.Name)
            .With("person", who.Person)
            .With("key", key)
            .With("version", draft.Head.Version)
            .FirstAsync(ReadHead, cancel)
            ?? throw new InvalidOperationException("The draft vanished while it was held.");
        await Audit.WriteAsync(transaction, who, "approved", Subject(key), null, new { head.Version, document = approved }, cancel);
        await transaction.CommitAsync(cancel);
        return new StoredStandard(head, approved);
    }

    /// <summary>Retires the approved version; there is none in force then.</summary>
    public async Task<bool> RetireAsync(string key, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (
            await transaction
                .Command("UPDATE standard_version SET state = 'retired' WHERE key = @key AND state = 'approved'")
                .With("key", key)
                .RunAsync(cancel) == 0
        )
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "retired", Subject(key), null, null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>How many checks were made against each version of a standard: all, and those still open.</summary>
    public async Task<Dictionary<int, (int All, int Open)>> ChecksByVersionAsync(string key, CancellationToken cancel)
    {
        var rows = await source
            .CreateCommand(
                "SELECT standard_version, count(*)::int AS checks, count(*) FILTER (WHERE signed_at IS NULL)::int AS open FROM check_run WHERE standard_key = @key GROUP BY standard_version"
            )
            .With("key", key)
            .ListAsync(r => (Version: r.Number("standard_version"), All: r.Number("checks"), Open: r.Number("open")), cancel);
        return rows.ToDictionary(r => r.Version, r => (r.All, r.Open));
    }

    internal static StandardDocument ReadDocument(string json) =>
        JsonSerializer.Deserialize(json, ExchangeJson.Default.StandardDocument)
        ?? throw new InvalidOperationException("A stored standard is empty.");

    internal static string Subject(string key) => $"standard {key}";

    private static string Json(StandardDocument document) => JsonSerializer.Serialize(document, ExchangeJson.Default.StandardDocument);

    private static StoredStandard Read(Row r)
    {
        StandardHead head = ReadHead(r);
        return new StoredStandard(head, ReadDocument(r.Text("document")) with { State = head.State.Word() });
    }

    private static StandardHead ReadHead(Row r) =>
        new(
            r.Text("key"),
            r.Number("version"),
            r.Text("name"),
            StandardStates.Parse(r.Text("state")),
            r.Number("revision"),
            r.Text("changed_by"),
            r.Moment("changed_at"),
            r.TextOrNull("approved_by"),
            r.MomentOrNull("approved_at")
        );
}
