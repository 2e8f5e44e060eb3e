using System.Text.Json;
using System.Text.Json.Serialization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>
/// Who changed what, when, from what to what; written in the transaction of the change itself. The database chains the entries when the
/// transaction ends, and the role of the site can add to them and nothing else.
/// </summary>
internal static class Audit
{
    // Closed sets are written by their words and settings by their keys: a number would say something else when the set grows.
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new SettingByKey(), new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    internal static Task WriteAsync(
        NpgsqlTransaction transaction,
        Actor who,
        string what,
        string subject,
        object? before,
        object? after,
        CancellationToken cancel
    ) =>
        transaction
            .Command(
                "INSERT INTO audit_entry (who_id, who, what, subject, before, after) VALUES (@id, @who, @what, @subject, @before, @after)"
            )
            .With("id", who.Person)
            .With("who", who.Name)
            .With("what", what)
            .With("subject", subject)
            .WithJson("before", before is null ? null : JsonSerializer.Serialize(Shown(before), Json))
            .WithJson("after", after is null ? null : JsonSerializer.Serialize(Shown(after), Json))
            .RunAsync(cancel);

    // Of a reading what was read; the value it was understood as follows from that.
    private static object Shown(object written) =>
        written switch
        {
            StoredReading reading => Shown(reading),
            StoredReading[] readings => readings.Select(Shown),
            _ => written,
        };

    private static object Shown(StoredReading r) =>
        new
        {
            r.Setting,
            r.Stage,
            r.Kind,
            Read = r.Typed,
            r.By,
            r.At,
            r.FromCamera,
            r.FromClip,
            r.Version,
        };

    private sealed class SettingByKey : JsonConverter<Setting>
    {
        public override Setting Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            SettingDefinition.Parse(reader.GetString() ?? "");

        public override void Write(Utf8JsonWriter writer, Setting value, JsonSerializerOptions options) =>
            writer.WriteStringValue(SettingDefinition.Of(value).Key);
    }
}
