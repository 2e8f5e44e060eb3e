using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>What an import did.</summary>
/// <param name="Added">Entries that were new or changed.</param>
/// <param name="Unchanged">Entries that were there already, the same.</param>
/// <param name="LeftOut">Entries that could not be kept, where the person said to keep the others.</param>
public sealed record ImportReport(int Added, int Unchanged, IReadOnlyList<ImportFault> LeftOut);

/// <summary>Reads an exchange file and keeps all of it, or nothing, or, when told so, the entries that can be kept. The demo comes in through here at each start.</summary>
/// <param name="source">The database.</param>
/// <param name="clock">What is later than now was not seen by anybody.</param>
public sealed partial class ExchangeImporter(NpgsqlDataSource source, TimeProvider clock)
{
    // More than these help nobody: then reading stops.
    private const int MostFaults = 200;

    // One file at a time: two large ones take no more of the site than one.
    private static readonly SemaphoreSlim One = new(1, 1);

    /// <summary>Imports a document in one transaction.</summary>
    /// <param name="json">The file, UTF-8.</param>
    /// <param name="who">Who imports.</param>
    /// <param name="keepGood">Whether entries that can be kept are kept although others cannot.</param>
    /// <param name="cancel">Cancels; then nothing is kept.</param>
    /// <param name="placesFrom">Another format that the file was made from: then no line of this one is told.</param>
    /// <exception cref="RefusedException">It is no exchange file, or something in it cannot be kept and <paramref name="keepGood"/> is false; nothing is kept.</exception>
    public async Task<ImportReport> ImportAsync(Stream json, Actor who, bool keepGood, CancellationToken cancel, string? placesFrom = null)
    {
        // Whoever sends slowly keeps nobody else waiting.
        using var buffer = new MemoryStream();
        await json.CopyToAsync(buffer, cancel);
        await One.WaitAsync(cancel);
        try
        {
            return await ImportAloneAsync(buffer.ToArray(), who, keepGood, placesFrom, cancel);
        }
        finally
        {
            One.Release();
        }
    }

    private async Task<ImportReport> ImportAloneAsync(byte[] json, Actor who, bool keepGood, string? placesFrom, CancellationToken cancel)
    {
        ExchangeFile file = ExchangeFile.Open(json);
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        var import = new Import(file, transaction, placesFrom is null, cancel);
        await import.EachAsync("models", ExchangeJson.Default.ModelDocument, (m, at) => PutModelAsync(transaction, m, at, who, cancel));
        await import.EachAsync("standards", ExchangeJson.Default.StandardDocument, (s, at) =>
            PutStandardAsync(transaction, s, at, who, cancel)
        );
        await import.EachAsync("units", ExchangeJson.Default.UnitDocument, (u, at) => PutUnitAsync(transaction, u, at, who, cancel));
        await import.EachAsync("matches", ExchangeJson.Default.UnitMatchDocument, (m, at) =>
            PutMatchAsync(transaction, m, at, who, cancel)
        );
        await import.EachAsync("checks", ExchangeJson.Default.CheckDocument, (c, at) => PutCheckAsync(transaction, c, at, who, cancel));
        await import.EachAsync("sheets", ExchangeJson.Default.SheetDocument, (s, at) => CompareSheetAsync(transaction, s, at, cancel));
        await import.EachAsync("lineUps", ExchangeJson.Default.LineUpDocument, (l, at) =>
            PutLineUpAsync(transaction, l.Renewed(), at, who, cancel)
        );
        await import.EachAsync("kits", ExchangeJson.Default.KitDocument, (k, at) => PutKitAsync(transaction, k, at, who, cancel));
        await import.EachAsync("pools", ExchangeJson.Default.PoolDocument, (p, at) => PutPoolAsync(transaction, p, at, who, cancel));
        await import.EachAsync("shoots", ExchangeJson.Default.ShootDocument, (s, at) => PutShootAsync(transaction, s, at, who, cancel));
        await import.EachAsync("loans", ExchangeJson.Default.LoanDocument, (l, at) => PutLoanAsync(transaction, l, at, who, cancel));
        await import.EachAsync("practice", ExchangeJson.Default.PracticeTryDocument, (t, at) => PutTryAsync(transaction, t, at, cancel));
        await import.EachAsync("checkOffs", ExchangeJson.Default.CheckOffDocument, (c, at) =>
            PutCheckOffAsync(transaction, c, at, who, cancel)
        );
        if (import.Faults is [var first, ..] && (!keepGood || import.Stopped))
        {
            string more =
                import.Stopped ? $" {MostFaults} entries cannot be kept, and reading stopped there."
                : import.Faults.Count > 1 ? $" {import.Faults.Count} entries cannot be kept."
                : "";
            throw new RefusedException(first.Code, first.Pointer, $"{first.Message}{more} Nothing was imported.")
            {
                Faults = [.. import.Faults.Take(MostFaults)],
            };
        }

        if (import.Added > 0)
        {
            // Each entry has said what it changed; this says that they came together.
            await Audit.WriteAsync(
                transaction,
                who,
                "import",
                "exchange",
                null,
                new
                {
                    added = import.Added,
                    unchanged = import.Unchanged,
                    leftOut = import.Faults.Count,
                },
                cancel
            );
        }

        await transaction.CommitAsync(cancel);
        return new ImportReport(import.Added, import.Unchanged, [.. import.Faults.Take(MostFaults)]);
    }

    /// <summary>One import on its way: each entry under a savepoint of its own.</summary>
    private sealed class Import(ExchangeFile file, NpgsqlTransaction transaction, bool tellLines, CancellationToken cancel)
    {
        private const string Entry = "entry";

        internal int Added { get; private set; }

        internal int Unchanged { get; private set; }

        internal List<ImportFault> Faults { get; } = [];

        internal bool Stopped => Faults.Count >= MostFaults;

        private string At(long line, long column, string message) => tellLines ? $"Line {line}, column {column}: {message}" : message;

        internal async Task EachAsync<T>(string list, JsonTypeInfo<T> type, Func<T, string, Task<bool>> put)
            where T : class
        {
            foreach (ExchangeItem<T> item in file.Items(list, type))
            {
                cancel.ThrowIfCancellationRequested();
                if (Stopped)
                {
                    return;
                }

                if (item.Value is not { } value)
                {
                    Faults.Add(item.Fault!);
                    continue;
                }

                await transaction.SaveAsync(Entry, cancel);
                try
                {
                    bool changed = await put(value, item.Pointer);
                    (Added, Unchanged) = changed ? (Added + 1, Unchanged) : (Added, Unchanged + 1);
                    await transaction.ReleaseAsync(Entry, cancel);
                }
                catch (RefusedException refused)
                {
                    await transaction.RollbackAsync(Entry, cancel);
                    (long line, long column) = file.PlaceOf(refused.Pointer);
                    Faults.Add(new ImportFault(refused.Pointer, line, column, refused.Code, At(line, column, refused.Message)));
                }
                catch (PostgresException beyond)
                    when (beyond.SqlState.StartsWith("22", StringComparison.Ordinal)
                        || beyond.SqlState.StartsWith("23", StringComparison.Ordinal)
                    )
                {
                    // The database says the same as the core does; what only it refuses is told as it is.
                    await transaction.RollbackAsync(Entry, cancel);
                    (long line, long column) = file.PlaceOf(item.Pointer);
                    Faults.Add(
                        new ImportFault(
                            item.Pointer,
                            line,
                            column,
                            ProblemCode.BadValue,
                            At(line, column, $"the database refuses this entry ({beyond.ConstraintName ?? beyond.SqlState}).")
                        )
                    );
                }
            }
        }
    }

    private static async Task<bool> PutModelAsync(
        NpgsqlTransaction transaction,
        ModelDocument model,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        _ = ModelReader.ToModel(model, at);
        string json = JsonSerializer.Serialize(model, ExchangeJson.Default.ModelDocument);
        bool added = await PutVersionAsync(
            transaction
                .Command(
                    "INSERT INTO camera_model (key, version, name, specification, changed_by) VALUES (@key, @version, @name, @json, @who) ON CONFLICT DO NOTHING"
                )
                .With("who", who.Name),
            transaction.Command("SELECT specification FROM camera_model WHERE key = @key AND version = @version"),
            kept => JsonSerializer.Serialize(ModelStore.ReadSpecification(kept), ExchangeJson.Default.ModelDocument),
            model.Key,
            model.Version,
            model.Name,
            null,
            json,
            at,
            cancel
        );
        if (added)
        {
            await Audit.WriteAsync(transaction, who, "specification imported", $"model {model.Key}", null, model, cancel);
        }

        return added;
    }

    private static async Task<bool> PutStandardAsync(
        NpgsqlTransaction transaction,
        StandardDocument standard,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        _ = StandardReader.ToStandard(standard, at);
        if (!StandardStates.Words.Contains(standard.State))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/state",
                $"The state is one of {string.Join(", ", StandardStates.Words)}."
            );
        }

        // A newer approved version retires the one before it, so that one is in force at a time.
        if (standard.State == StandardState.Approved.Word())
        {
            await transaction
                .Command("UPDATE standard_version SET state = 'retired' WHERE key = @key AND state = 'approved' AND version < @version")
                .With("key", standard.Key)
                .With("version", standard.Version)
                .RunAsync(cancel);
        }

        string json = JsonSerializer.Serialize(standard, ExchangeJson.Default.StandardDocument);
        bool added = await PutVersionAsync(
            transaction
                .Command(
                    """
                    INSERT INTO standard_version (key, version, name, state, document, changed_by, approved_by, approved_by_id, approved_at)
                    VALUES (@key, @version, @name, @state, @json, @who, CASE WHEN @state = 'draft' THEN NULL ELSE @who END,
                        CASE WHEN @state = 'draft' THEN NULL ELSE @person::uuid END, CASE WHEN @state = 'draft' THEN NULL ELSE now() END)
                    ON CONFLICT DO NOTHING
                    """
                )
                .With("who", who.Name)
                .With("person", who.Person),
            transaction.Command("SELECT document FROM standard_version WHERE key = @key AND version = @version"),
            kept => JsonSerializer.Serialize(StandardStore.ReadDocument(kept), ExchangeJson.Default.StandardDocument),
            standard.Key,
            standard.Version,
            standard.Name,
            standard.State,
            json,
            at,
            cancel
        );
        if (added && standard.State == StandardState.Approved.Word())
        {
            await ApprovalGate.PassAsync(transaction, standard, at, cancel);
        }

        if (added)
        {
            await Audit.WriteAsync(transaction, who, "standard imported", StandardStore.Subject(standard.Key), null, standard, cancel);
        }

        return added;
    }

    // Kept documents are read and written again before they are compared, so that a field the format gained since does not make them differ.
    private static async Task<bool> PutVersionAsync(
        NpgsqlCommand insert,
        NpgsqlCommand read,
        Func<string, string> again,
        string key,
        int version,
        string name,
        string? state,
        string json,
        string at,
        CancellationToken cancel
    )
    {
        insert.With("key", key).With("version", version).With("name", name).WithJson("json", json);
        if (state is not null)
        {
            insert.With("state", state);
        }

        if (await insert.RunAsync(cancel) > 0)
        {
            return true;
        }

        string? kept = await read.With("key", key).With("version", version).FirstAsync(r => r.Only<string>(), cancel);
        string differs = kept is null ? "a newer one is in force" : Differences.Told(again(kept), json);
        return differs.Length == 0
            ? false
            : throw new RefusedException(
                ProblemCode.VersionExists,
                $"{at}/version",
                $"{name} version {version} is kept already and is another: {differs}. Give this one the next version number."
            );
    }

    private static async Task<bool> PutUnitAsync(
        NpgsqlTransaction transaction,
        UnitDocument unit,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        UnitRules.Check(unit, at);
        if (
            await transaction
                .Command("SELECT key FROM camera_model WHERE key = @key LIMIT 1")
                .With("key", unit.Model)
                .FirstAsync(r => r.Only<string>(), cancel)
            is null
        )
        {
            throw new RefusedException(
                ProblemCode.ModelMissing,
                $"{at}/model",
                $"There is no model {unit.Model}. Import its card first, or in the same file."
            );
        }

        return await UnitStore.PutAsync(transaction, unit, at, who, cancel);
    }

    private static async Task<bool> PutMatchAsync(
        NpgsqlTransaction transaction,
        UnitMatchDocument needed,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        MatchReader.Check(needed, DateTimeOffset.UtcNow, at);
        if (!await UnitMatchStore.AddAsync(transaction, needed, at, cancel))
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "unit matched", needed.Unit, null, needed, cancel);
        await Live.TellAsync(transaction, needed.Unit, null, cancel);
        return true;
    }

    // A line-up has no versions to choose from: one that somebody made or changed here is not written over unseen.
    private static async Task<bool> PutLineUpAsync(
        NpgsqlTransaction transaction,
        LineUpDocument lineUp,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        LineUpReader.Check(lineUp, at);
        if (
            await transaction
                .Command("SELECT key FROM standard_version WHERE key = @key AND state = 'approved'")
                .With("key", lineUp.Standard)
                .FirstAsync(r => r.Only<string>(), cancel)
            is null
        )
        {
            throw new RefusedException(
                ProblemCode.StandardMissing,
                $"{at}/standard",
                $"There is no approved standard {lineUp.Standard}. Import it first, or in the same file."
            );
        }

        StoredLineUp? kept = await LineUpStore.GetAsync(transaction, lineUp.Id, cancel);
        string differs = kept is null ? "" : Differences.Told(LineUpStore.Json(kept.Document), LineUpStore.Json(lineUp));
        if (differs.Length > 0)
        {
            throw new RefusedException(
                ProblemCode.IdTaken,
                $"{at}/id",
                $"The line-up “{kept!.Document.Name}” has this id already and is another: {differs}. Give this one an id of its own, or delete the one that is here."
            );
        }

        return kept is null && await LineUpStore.PutAsync(transaction, lineUp, 0, who, cancel) is null
            ? throw new RefusedException(
                ProblemCode.ChangedMeanwhile,
                $"{at}/id",
                "Somebody began this line-up in the same moment. Import it again."
            )
            : kept is null;
    }
}
