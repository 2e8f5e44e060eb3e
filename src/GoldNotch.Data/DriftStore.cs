using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>How often a setting was looked at and found wrong.</summary>
/// <param name="ModelKey">The model; empty where models are taken together.</param>
/// <param name="Setting">The setting.</param>
/// <param name="Wrong">Found off or automatic, of times looked at.</param>
/// <param name="Automatic">Found automatic, of times looked at.</param>
/// <param name="LastWrong">When it was found wrong last; null where it never was, or is not kept.</param>
public sealed record DriftCount(string ModelKey, Setting Setting, Frequency Wrong, Frequency Automatic, DateTimeOffset? LastWrong);

/// <summary>The counts of drift, kept up when checks are signed.</summary>
public sealed class DriftStore(NpgsqlDataSource source)
{
    /// <summary>Counts of one unit.</summary>
    public Task<List<DriftCount>> OfUnitAsync(string tag, CancellationToken cancel) =>
        source
            .CreateCommand("SELECT '' AS model_key, setting, looked, wrong, automatic, last_wrong FROM unit_drift WHERE unit_tag = @tag")
            .With("tag", tag)
            .ListAsync(Read, cancel);

    /// <summary>Counts of each model since a month; of one model where its key is given.</summary>
    /// <param name="modelKey">One model, or null for all.</param>
    /// <param name="since">The first day that counts; its whole month does.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<DriftCount>> ByModelAsync(string? modelKey, DateOnly since, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                SELECT model_key, setting, sum(looked)::int AS looked, sum(wrong)::int AS wrong, sum(automatic)::int AS automatic, NULL::timestamptz AS last_wrong FROM model_drift
                WHERE month >= date_trunc('month', @since::date) AND (@model::text IS NULL OR model_key = @model)
                GROUP BY model_key, setting
                """
            )
            .With("model", modelKey)
            .With("since", since)
            .ListAsync(Read, cancel);

    private static DriftCount Read(Row r) =>
        new(
            r.Text("model_key"),
            SettingDefinition.Parse(r.Text("setting")),
            new Frequency(r.Number("wrong"), r.Number("looked")),
            new Frequency(r.Number("automatic"), r.Number("looked")),
            r.MomentOrNull("last_wrong")
        );
}
