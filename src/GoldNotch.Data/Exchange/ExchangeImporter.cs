using System.Text.Json;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using Npgsql;

namespace GoldNotch.Data.Exchange;

/// <summary>What an import did.</summary>
/// <param name="Added">Entries that were new or changed.</param>
/// <param name="Unchanged">Entries that were there already, the same.</param>
public sealed record ImportReport(int Added, int Unchanged);

/// <summary>Reads an exchange file and keeps all of it, or nothing. The demo comes in through here at each start.</summary>
public sealed class ExchangeImporter(NpgsqlDataSource source)
{
    /// <summary>The version of the format read here.</summary>
    public const int FormatVersion = 1;

    /// <summary>Imports a document in one transaction.</summary>
    /// <param name="json">The file, UTF-8.</param>
    /// <param name="who">Who imports.</param>
    /// <param name="cancel">Cancels; then nothing is kept.</param>
    /// <exception cref="RefusedException">Anything in it cannot be; nothing is kept.</exception>
    public async Task<ImportReport> ImportAsync(Stream json, string who, CancellationToken cancel)
    {
        ExchangeDocument document = await ParseAsync(json, cancel);
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        bool[] changes =
        [
            .. await EachAsync(document.Models ?? [], (m, i) => PutModelAsync(transaction, m, $"/models/{i}", cancel)),
            .. await EachAsync(document.Standards ?? [], (s, i) => PutStandardAsync(transaction, s, $"/standards/{i}", cancel)),
            .. await EachAsync(document.Units ?? [], (u, i) => PutUnitAsync(transaction, u, $"/units/{i}", cancel)),
            .. await EachAsync(document.Checks ?? [], (c, i) => PutCheckAsync(transaction, c, $"/checks/{i}", who, cancel)),
        ];
        int added = changes.Count(c => c);
        if (added > 0)
        {
            await Audit.WriteAsync(transaction, who, "import", "exchange", null, new { added, unchanged = changes.Length - added }, cancel);
        }

        await transaction.CommitAsync(cancel);
        return new ImportReport(added, changes.Length - added);
    }

    private static async Task<ExchangeDocument> ParseAsync(Stream json, CancellationToken cancel)
    {
        ExchangeDocument? document;
        try
        {
            document = await JsonSerializer.DeserializeAsync(json, ExchangeJson.Default.ExchangeDocument, cancel);
        }
        catch (JsonException wrong)
        {
            // Line and column are counted from 1, as every editor shows them.
            string at = $"Line {(wrong.LineNumber ?? 0) + 1}, column {(wrong.BytePositionInLine ?? 0) + 1}";
            throw new RefusedException("bad-document", ToPointer(wrong.Path), $"{at}: {Plain(wrong)} Nothing was imported.", wrong);
        }

        if (document is not { Format: "gold-notch-exchange" })
        {
            throw new RefusedException("bad-document", "/format", "This is not an exchange file: its format must be gold-notch-exchange. Nothing was imported.");
        }

        return document.FormatVersion == FormatVersion
            ? document
            : throw new RefusedException("bad-document", "/formatVersion", $"This file has format version {document.FormatVersion}; this site reads version {FormatVersion}. Nothing was imported.");
    }

    private static string Plain(JsonException wrong)
    {
        string message = wrong.InnerException?.Message ?? wrong.Message;
        return message.Contains("could not be mapped", StringComparison.Ordinal) ? $"the field “{LastName(message)}” is not part of the format."
            : message.Contains("missing required", StringComparison.Ordinal) || message.Contains("required properties", StringComparison.Ordinal) ? $"a required field is missing: {message[(message.LastIndexOf(':') + 1)..].Trim().TrimEnd('.')}."
            : "this cannot be read as JSON of the format.";
    }

    private static string LastName(string message)
    {
        string[] quoted = message.Split('\'');
        return quoted.Length > 1 ? quoted[1] : "?";
    }

    private static string ToPointer(string? path) =>
        path is null or "$" ? "" : path.TrimStart('$').Replace('.', '/').Replace("[", "/", StringComparison.Ordinal).Replace("]", "", StringComparison.Ordinal);

    private static async Task<List<bool>> EachAsync<T>(IReadOnlyList<T> list, Func<T, int, Task<bool>> put)
    {
        List<bool> changes = [];
        for (int i = 0; i < list.Count; i++)
        {
            changes.Add(await put(list[i], i));
        }

        return changes;
    }

    private static async Task<bool> PutModelAsync(NpgsqlTransaction transaction, ModelDocument model, string at, CancellationToken cancel)
    {
        _ = Cards.ToModel(model, at);
        string json = JsonSerializer.Serialize(model, ExchangeJson.Default.ModelDocument);
        return await PutVersionAsync(
            transaction.Command("INSERT INTO camera_model (key, version, name, card) VALUES (@key, @version, @name, @json) ON CONFLICT DO NOTHING"),
            transaction.Command("SELECT 'same' FROM camera_model WHERE key = @key AND version = @version AND card = @json"),
            model.Key, model.Version, model.Name, null, json, at, cancel);
    }

    private static async Task<bool> PutStandardAsync(NpgsqlTransaction transaction, StandardDocument standard, string at, CancellationToken cancel)
    {
        _ = Cards.ToStandard(standard, at);
        if (standard.State is not ("draft" or "approved" or "retired"))
        {
            throw new RefusedException("bad-value", $"{at}/state", "The state is one of draft, approved, retired.");
        }

        // A newer approved version retires the one before it, so that one is in force at a time.
        if (standard.State == "approved")
        {
            await transaction.Command("UPDATE standard_version SET state = 'retired' WHERE key = @key AND state = 'approved' AND version < @version")
                .With("key", standard.Key).With("version", standard.Version).RunAsync(cancel);
        }

        string json = JsonSerializer.Serialize(standard, ExchangeJson.Default.StandardDocument);
        return await PutVersionAsync(
            transaction.Command("INSERT INTO standard_version (key, version, name, state, document) VALUES (@key, @version, @name, @state, @json) ON CONFLICT DO NOTHING"),
            transaction.Command("SELECT 'same' FROM standard_version WHERE key = @key AND version = @version AND document = @json"),
            standard.Key, standard.Version, standard.Name, standard.State, json, at, cancel);
    }

    private static async Task<bool> PutVersionAsync(
        NpgsqlCommand insert, NpgsqlCommand same, string key, int version, string name, string? state, string json, string at, CancellationToken cancel)
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

        same.With("key", key).With("version", version).WithJson("json", json);
        return await same.FirstAsync(r => r.GetString(0), cancel) is not null
            ? false
            : throw new RefusedException("version-exists", $"{at}/version", $"{name} version {version} is kept already and says something else, or a newer one is in force. Give this one the next version number. Nothing was imported.");
    }

    private static async Task<bool> PutUnitAsync(NpgsqlTransaction transaction, UnitDocument unit, string at, CancellationToken cancel)
    {
        UnitRules.Check(unit.Tag, unit.Tape, unit.Place, unit.Status, at);
        if (await transaction.Command("SELECT key FROM camera_model WHERE key = @key LIMIT 1").With("key", unit.Model).FirstAsync(r => r.GetString(0), cancel) is null)
        {
            throw new RefusedException("model-missing", $"{at}/model", $"There is no model {unit.Model}. Import its card first, or in the same file. Nothing was imported.");
        }

        return await transaction.Command(
                """
                INSERT INTO camera_unit AS u (tag, model_key, tape, place, status) VALUES (@tag, @model, @tape, @place, @status)
                ON CONFLICT (tag) DO UPDATE SET tape = @tape, place = @place, status = @status, version = u.version + 1
                WHERE u.model_key = @model AND (u.tape, u.place, u.status) IS DISTINCT FROM (@tape, @place, @status)
                """)
            .With("tag", unit.Tag).With("model", unit.Model).With("tape", unit.Tape).With("place", unit.Place).With("status", unit.Status)
            .RunAsync(cancel) > 0;
    }

    private static async Task<bool> PutCheckAsync(NpgsqlTransaction transaction, CheckDocument check, string at, string who, CancellationToken cancel)
    {
        string? card = await transaction.Command(
                """
                SELECT m.card FROM camera_unit u JOIN camera_model m ON m.key = u.model_key
                WHERE u.tag = @tag ORDER BY m.version DESC LIMIT 1
                """).With("tag", check.Unit).FirstAsync(r => r.GetString(0), cancel)
            ?? throw new RefusedException("unit-missing", $"{at}/unit", $"There is no unit {check.Unit}. Import it first, or in the same file. Nothing was imported.");
        string standard = await transaction.Command("SELECT document FROM standard_version WHERE key = @key AND version = @version")
            .With("key", check.Standard).With("version", check.StandardVersion).FirstAsync(r => r.GetString(0), cancel)
            ?? throw new RefusedException("standard-missing", $"{at}/standard", $"There is no standard {check.Standard} version {check.StandardVersion}. Nothing was imported.");
        Sheet sheet = SheetCompiler.Compile(Cards.ToStandard(CatalogueStore.ReadStandard(standard)), Cards.ToModel(CatalogueStore.ReadModel(card)));

        IReadOnlyList<StoredReading> kept = CheckReadings.ReadAll(sheet, check.Readings, $"{at}/readings");
        var stored = new StoredCheck(
            check.Id, check.Unit, check.Standard, check.StandardVersion, "", check.StartedBy, check.StartedAt,
            check.SignedBy, check.SignedAt, check.Note, CheckSummary.Of(CheckEvaluator.Evaluate(sheet, CheckReadings.ToCore(sheet, kept))));
        return await CheckStore.InsertAsync(transaction, new WholeCheck(stored, card, kept), who, cancel);
    }
}
