using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>How a check lies in its tables.</summary>
public sealed partial class CheckStore
{
    private const string Columns = """
        id, unit_tag, standard_key, standard_version, started_by, started_at, signed_by, signed_at, note,
        on_target_count, within_tolerance_count, off_target_count, automatic_count, unread_count, headline,
        (SELECT s.name FROM standard_version s WHERE (s.key, s.version) = (standard_key, standard_version)) AS standard_name,
        version, imported_by, imported_at, shoot_name, found_off_target_count, found_automatic_count, found_headline,
        (SELECT s.state FROM standard_version s WHERE (s.key, s.version) = (standard_key, standard_version)) AS standard_state
        """;

    private const string ReadingColumns =
        "setting, kind, typed, read_by, read_at, version, stage, from_camera, from_clip, reading_order, value";

    private static async Task<WholeCheck?> HeadAsync(NpgsqlTransaction transaction, Guid id, string locking, CancellationToken cancel)
    {
        WholeCheck? head = await transaction
            .Command($"SELECT {Columns}, model_specification, shoot FROM check_run WHERE id = @id {locking}")
            .With("id", id)
            .FirstAsync(ReadWhole, cancel);
        if (head is null)
        {
            return null;
        }

        List<StoredReading> readings = await transaction
            .Command($"SELECT {ReadingColumns} FROM check_reading WHERE check_id = @id")
            .With("id", id)
            .ListAsync(ReadReading, cancel);
        return head with { Readings = Sorted(readings) };
    }

    internal static async Task<WholeCheck?> GetAsync(NpgsqlTransaction transaction, Guid id, string locking, CancellationToken cancel)
    {
        if (await HeadAsync(transaction, id, locking, cancel) is not { } head)
        {
            return null;
        }

        List<StoredReading> rivals = await transaction
            .Command(
                "SELECT setting, kind, typed, read_by, read_at, 0 AS version, stage, from_camera, from_clip, 0 AS reading_order, value FROM check_rival WHERE check_id = @id ORDER BY read_at"
            )
            .With("id", id)
            .ListAsync(ReadReading, cancel);
        List<StoredPhoto> photos = await transaction
            .Command("SELECT id, setting, taken_by, taken_at, width, height FROM check_photo WHERE check_id = @id ORDER BY taken_at, id")
            .With("id", id)
            .ListAsync(
                r => new StoredPhoto(
                    r.Id("id"),
                    SettingOf(r),
                    r.Text("taken_by"),
                    r.Moment("taken_at"),
                    r.Number("width"),
                    r.Number("height")
                ),
                cancel
            );
        List<StoredAddition> additions = head.Check.SignedAt is null
            ? []
            : await transaction
                .Command("SELECT id, setting, text, added_by, added_at FROM check_addition WHERE check_id = @id ORDER BY added_at, id")
                .With("id", id)
                .ListAsync(
                    r => new StoredAddition(r.Id("id"), SettingOf(r), r.Text("text"), r.Text("added_by"), r.Moment("added_at")),
                    cancel
                );
        string? signed = head.Check.SignedAt is null
            ? null
            : await transaction
                .Command("SELECT document FROM signed_check WHERE check_id = @id")
                .With("id", id)
                .FirstAsync(r => r.Only<string>(), cancel);
        return head with
        {
            Rivals = rivals,
            Clip = await ClipStore.OfCheckAsync(transaction, id, cancel),
            Photos = photos,
            Additions = additions,
            Signed = signed is null ? null : SignedDocument.Read(signed),
        };
    }

    private static List<StoredReading> Sorted(IEnumerable<StoredReading> readings) =>
        [.. readings.OrderBy(r => r.Stage).ThenBy(r => r.Setting)];

    private static Setting? SettingOf(Row r) => r.TextOrNull("setting") is { } key ? SettingDefinition.Parse(key) : null;

    private static string Word(CheckStage stage) => stage == CheckStage.Left ? "left" : "found";

    private static WholeCheck ReadWhole(Row r) =>
        new(
            ReadCheck(r),
            r.Text("model_specification"),
            [],
            r.IsNull("shoot") ? null : JsonSerializer.Deserialize(r.Text("shoot"), ExchangeJson.Default.PlannedSheetDocument)
        );

    private static StoredReading ReadReading(Row r) =>
        new(
            SettingDefinition.Parse(r.Text("setting")),
            ReadingKinds.Parse(r.Text("kind")),
            r.Text("typed"),
            r.Text("read_by"),
            r.Moment("read_at"),
            r.Number("version")
        )
        {
            Stage = r.Text("stage") == "left" ? CheckStage.Left : CheckStage.Found,
            FromCamera = r.Flag("from_camera"),
            FromClip = r.Flag("from_clip"),
            Order = r.Number("reading_order"),
            Value = r.IsNull("value") ? null : JsonSerializer.Deserialize(r.Text("value"), ExchangeJson.Default.ValueDocument)?.ToValue(),
        };

    private static StoredCheck ReadCheck(Row r) =>
        new(
            r.Id("id"),
            r.Text("unit_tag"),
            r.Text("standard_key"),
            r.Number("standard_version"),
            r.Text("standard_name"),
            r.Text("started_by"),
            r.Moment("started_at"),
            r.TextOrNull("signed_by"),
            r.MomentOrNull("signed_at"),
            r.Text("note"),
            new CheckSummary(
                r.Number("on_target_count"),
                r.Number("within_tolerance_count"),
                r.Number("off_target_count"),
                r.Number("automatic_count"),
                r.Number("unread_count"),
                JudgementDocument.ReadAll(r.Text("headline"))
            ),
            r.Text("shoot_name")
        )
        {
            FoundOffTarget = r.Number("found_off_target_count"),
            FoundAutomatic = r.Number("found_automatic_count"),
            FoundHeadline = JudgementDocument.ReadAll(r.Text("found_headline")),
            Version = r.Number("version"),
            ImportedBy = r.TextOrNull("imported_by"),
            ImportedAt = r.MomentOrNull("imported_at"),
            StandardState = StandardStates.Parse(r.Text("standard_state")),
        };
}
