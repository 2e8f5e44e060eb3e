using System.Text.Json;
using GoldNotch.Data.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Reads capability cards and standards. Both are immutable by version; the newest card and the approved standard are in force.</summary>
public sealed class CatalogueStore(NpgsqlDataSource source)
{
    /// <summary>The newest card of every model, by name.</summary>
    public Task<List<ModelDocument>> ModelsAsync(CancellationToken cancel) =>
        source.CreateCommand("SELECT card FROM (SELECT DISTINCT ON (key) name, card FROM camera_model ORDER BY key, version DESC) newest ORDER BY name")
            .ListAsync(r => ReadModel(r.GetString(0)), cancel);

    /// <summary>The newest card of one model, or null.</summary>
    public Task<ModelDocument?> ModelAsync(string key, CancellationToken cancel) =>
        source.CreateCommand("SELECT card FROM camera_model WHERE key = @key ORDER BY version DESC LIMIT 1")
            .With("key", key)
            .FirstAsync(r => ReadModel(r.GetString(0)), cancel);

    /// <summary>Every approved standard, by name.</summary>
    public Task<List<StandardDocument>> ApprovedAsync(CancellationToken cancel) =>
        source.CreateCommand("SELECT document FROM standard_version WHERE state = 'approved' ORDER BY name")
            .ListAsync(r => ReadStandard(r.GetString(0)), cancel);

    /// <summary>A standard: the approved version, or the one asked for; null when there is none.</summary>
    public Task<StandardDocument?> StandardAsync(string key, int? version, CancellationToken cancel) =>
        source.CreateCommand(
                "SELECT document FROM standard_version WHERE key = @key AND CASE WHEN @version::int IS NULL THEN state = 'approved' ELSE version = @version END")
            .With("key", key)
            .With("version", version)
            .FirstAsync(r => ReadStandard(r.GetString(0)), cancel);

    /// <summary>A kept card, read again.</summary>
    public static ModelDocument Card(string json) => ReadModel(json);

    internal static ModelDocument ReadModel(string json) =>
        JsonSerializer.Deserialize(json, ExchangeJson.Default.ModelDocument) ?? throw new InvalidOperationException("A stored card is empty.");

    internal static StandardDocument ReadStandard(string json) =>
        JsonSerializer.Deserialize(json, ExchangeJson.Default.StandardDocument) ?? throw new InvalidOperationException("A stored standard is empty.");
}
