using GoldNotch.Core.Judgements;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A finding somebody accepted, with the reason.</summary>
/// <param name="StandardKey">The standard it is about; empty for a card alone.</param>
/// <param name="ModelKey">The model it is about; empty for a standard alone.</param>
/// <param name="RuleId">The rule.</param>
/// <param name="Setting">Key of the setting; empty for the whole.</param>
/// <param name="Sentence">What it said when it was accepted.</param>
/// <param name="Reason">Why it was.</param>
/// <param name="By">Who accepted it.</param>
/// <param name="At">When.</param>
public sealed record AcceptedFinding(
    string StandardKey,
    string ModelKey,
    string RuleId,
    string Setting,
    Judgement Because,
    string Reason,
    string By,
    DateTimeOffset At
);

/// <summary>A waiver: for one model or one unit a notch does not count, until a day.</summary>
/// <param name="Id">Id made by the client.</param>
/// <param name="StandardKey">The standard.</param>
/// <param name="Setting">Key of the setting.</param>
/// <param name="ModelKey">The model; null when it is for a unit.</param>
/// <param name="UnitTag">The unit; null when it is for a model.</param>
/// <param name="Reason">Why.</param>
/// <param name="Author">Who gave it.</param>
/// <param name="MadeAt">When.</param>
/// <param name="ExpiresOn">Last day it holds.</param>
/// <param name="EndedBy">Who ended it early; null while nobody has.</param>
/// <param name="EndedAt">When; null while nobody has.</param>
public sealed record Waiver(
    Guid Id,
    string StandardKey,
    string Setting,
    string? ModelKey,
    string? UnitTag,
    string Reason,
    string Author,
    DateTimeOffset MadeAt,
    DateOnly ExpiresOn,
    string? EndedBy = null,
    DateTimeOffset? EndedAt = null
)
{
    /// <summary>Whether it holds on a day.</summary>
    public bool Holds(DateOnly day) => EndedAt is null && day <= ExpiresOn;
}

/// <summary>Decisions of people that the rules respect: accepted findings and waivers.</summary>
public sealed class DecisionStore(NpgsqlDataSource source)
{
    private const string Waivers =
        "id, standard_key, setting, model_key, unit_tag, reason, author, made_at, expires_on, ended_by, ended_at";

    /// <summary>Findings accepted for a standard, a model, or both together.</summary>
    public Task<List<AcceptedFinding>> AcceptedAsync(string standardKey, string modelKey, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                SELECT standard_key, model_key, rule_id, setting, judgement, reason, accepted_by, accepted_at FROM accepted_finding
                WHERE standard_key = @standard AND model_key = @model
                """
            )
            .With("standard", standardKey)
            .With("model", modelKey)
            .ListAsync(ReadAccepted, cancel);

    /// <summary>Accepts a finding as it reads now.</summary>
    public async Task AcceptAsync(AcceptedFinding finding, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        await transaction
            .Command(
                """
                INSERT INTO accepted_finding (standard_key, model_key, rule_id, setting, judgement, reason, accepted_by)
                VALUES (@standard, @model, @rule, @setting, @judgement, @reason, @by)
                ON CONFLICT (standard_key, model_key, rule_id, setting) DO UPDATE SET judgement = @judgement, reason = @reason, accepted_by = @by, accepted_at = now()
                """
            )
            .With("standard", finding.StandardKey)
            .With("model", finding.ModelKey)
            .With("rule", finding.RuleId)
            .With("setting", finding.Setting)
            .WithJson("judgement", JudgementDocument.Write(finding.Because))
            .With("reason", finding.Reason)
            .With("by", finding.By)
            .RunAsync(cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            "finding accepted",
            Subject(finding.StandardKey, finding.ModelKey),
            null,
            new
            {
                finding.RuleId,
                finding.Setting,
                finding.Reason,
            },
            cancel
        );
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Opens an accepted finding again.</summary>
    public async Task<bool> ReopenAsync(
        string standardKey,
        string modelKey,
        string ruleId,
        string setting,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        int gone = await transaction
            .Command(
                "DELETE FROM accepted_finding WHERE standard_key = @standard AND model_key = @model AND rule_id = @rule AND setting = @setting"
            )
            .With("standard", standardKey)
            .With("model", modelKey)
            .With("rule", ruleId)
            .With("setting", setting)
            .RunAsync(cancel);
        if (gone > 0)
        {
            await Audit.WriteAsync(
                transaction,
                who,
                "finding opened again",
                Subject(standardKey, modelKey),
                new { RuleId = ruleId, Setting = setting },
                null,
                cancel
            );
            await transaction.CommitAsync(cancel);
        }

        return gone > 0;
    }

    /// <summary>A page of the waivers of a standard, the newest first, ended ones too.</summary>
    /// <param name="standardKey">The standard.</param>
    /// <param name="before">The last one of the page before, or null.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<Waiver>> WaiversAsync(
        string standardKey,
        (DateTimeOffset MadeAt, Guid Id)? before,
        int limit,
        CancellationToken cancel
    ) =>
        source
            .CreateCommand(
                $"""
                SELECT {Waivers} FROM waiver
                WHERE standard_key = @standard AND (@at::timestamptz IS NULL OR (made_at, id) < (@at, @id))
                ORDER BY made_at DESC, id DESC LIMIT @limit
                """
            )
            .With("standard", standardKey)
            .With("at", before?.MadeAt.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(ReadWaiver, cancel);

    /// <summary>Every waiver of a standard that is for a model or one of some units and had not run out on a day, ended ones too.</summary>
    /// <param name="standardKey">The standard.</param>
    /// <param name="modelKey">The model.</param>
    /// <param name="unitTags">The units.</param>
    /// <param name="day">The day.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<Waiver>> WaiversForAsync(
        string standardKey,
        string modelKey,
        IEnumerable<string> unitTags,
        DateOnly day,
        CancellationToken cancel
    ) =>
        source
            .CreateCommand(
                $"""
                SELECT {Waivers} FROM waiver
                WHERE standard_key = @standard AND expires_on >= @day AND (model_key = @model OR unit_tag = ANY(@units))
                ORDER BY made_at DESC, id DESC
                """
            )
            .With("standard", standardKey)
            .With("model", modelKey)
            .With("units", unitTags.ToArray())
            .With("day", day)
            .ListAsync(ReadWaiver, cancel);

    /// <summary>Gives a waiver; the same one again changes nothing.</summary>
    public async Task<Waiver> GiveAsync(Waiver waiver, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        int added = await transaction
            .Command(
                """
                INSERT INTO waiver (id, standard_key, setting, model_key, unit_tag, reason, author, expires_on)
                VALUES (@id, @standard, @setting, @model, @unit, @reason, @author, @expires) ON CONFLICT (id) DO NOTHING
                """
            )
            .With("id", waiver.Id)
            .With("standard", waiver.StandardKey)
            .With("setting", waiver.Setting)
            .With("model", waiver.ModelKey)
            .With("unit", waiver.UnitTag)
            .With("reason", waiver.Reason)
            .With("author", waiver.Author)
            .With("expires", waiver.ExpiresOn)
            .RunAsync(cancel);
        if (added > 0)
        {
            await Audit.WriteAsync(
                transaction,
                who,
                "waiver given",
                StandardStore.Subject(waiver.StandardKey),
                null,
                new
                {
                    waiver.Setting,
                    For = waiver.ModelKey ?? waiver.UnitTag,
                    waiver.Reason,
                    waiver.ExpiresOn,
                },
                cancel
            );
        }

        Waiver kept = await transaction
            .Command($"SELECT {Waivers} FROM waiver WHERE id = @id")
            .With("id", waiver.Id)
            .FirstAsync(ReadWaiver, cancel)
            ?? throw new InvalidOperationException("A waiver vanished in its own transaction.");
        await transaction.CommitAsync(cancel);
        return kept;
    }

    /// <summary>Ends a waiver before its day.</summary>
    /// <returns>Null when there is none, or it had ended.</returns>
    public async Task<Waiver?> EndAsync(Guid id, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        Waiver? ended = await transaction
            .Command($"UPDATE waiver SET ended_by = @who, ended_at = now() WHERE id = @id AND ended_at IS NULL RETURNING {Waivers}")
            .With("id", id)
            .With("who", who.Name)
            .FirstAsync(ReadWaiver, cancel);
        if (ended is not null)
        {
            await Audit.WriteAsync(
                transaction,
                who,
                "waiver ended",
                StandardStore.Subject(ended.StandardKey),
                new { ended.Setting, For = ended.ModelKey ?? ended.UnitTag },
                null,
                cancel
            );
            await transaction.CommitAsync(cancel);
        }

        return ended;
    }

    private static string Subject(string standardKey, string modelKey) =>
        standardKey.Length > 0 ? StandardStore.Subject(standardKey) : $"model {modelKey}";

    private static AcceptedFinding ReadAccepted(Row r) =>
        new(
            r.Text("standard_key"),
            r.Text("model_key"),
            r.Text("rule_id"),
            r.Text("setting"),
            JudgementDocument.Read(r.Text("judgement")),
            r.Text("reason"),
            r.Text("accepted_by"),
            r.Moment("accepted_at")
        );

    private static Waiver ReadWaiver(Row r) =>
        new(
            r.Id("id"),
            r.Text("standard_key"),
            r.Text("setting"),
            r.TextOrNull("model_key"),
            r.TextOrNull("unit_tag"),
            r.Text("reason"),
            r.Text("author"),
            r.Moment("made_at"),
            r.Day("expires_on"),
            r.TextOrNull("ended_by"),
            r.MomentOrNull("ended_at")
        );
}
