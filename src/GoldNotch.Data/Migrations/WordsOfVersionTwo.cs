using System.Data;
using DbUp.Engine;
using GoldNotch.Exchange;

namespace GoldNotch.Data.Migrations;

/// <summary>
/// Migration 0005: columns, setting keys and stored documents take the words of format version 2. Signed checks and approved
/// versions keep their meaning; only the words in which they are stored change, which is why their triggers are off meanwhile.
/// </summary>
/// <remarks>One transaction of its own. Run again after a crash between it and its journal entry it finds its work done.</remarks>
internal sealed class WordsOfVersionTwo : IScript
{
    private const string Begin = """
        ALTER TABLE check_reading DROP CONSTRAINT check_reading_setting_check;
        ALTER TABLE check_reading DISABLE TRIGGER USER;
        ALTER TABLE check_rival DISABLE TRIGGER USER;
        ALTER TABLE check_photo DISABLE TRIGGER USER;
        ALTER TABLE check_addition DISABLE TRIGGER USER;
        ALTER TABLE check_run DISABLE TRIGGER USER;
        ALTER TABLE camera_model DISABLE TRIGGER USER;
        ALTER TABLE standard_version DISABLE TRIGGER USER;
        DELETE FROM coverage_cell;
        ALTER TABLE coverage_cell RENAME COLUMN look TO check_by_eye;
        ALTER TABLE check_run RENAME COLUMN on_count TO on_target_count;
        ALTER TABLE check_run RENAME COLUMN slack_count TO within_tolerance_count;
        ALTER TABLE check_run RENAME COLUMN off_count TO off_target_count;
        ALTER TABLE check_run RENAME COLUMN floating_count TO automatic_count;
        ALTER TABLE check_run RENAME COLUMN found_off_count TO found_off_target_count;
        ALTER TABLE check_run RENAME COLUMN found_floating_count TO found_automatic_count;
        ALTER TABLE unit_drift RENAME COLUMN floating TO automatic;
        ALTER TABLE model_drift RENAME COLUMN floating TO automatic;
        ALTER TABLE check_addition RENAME COLUMN says TO text;
        ALTER TABLE unit_note RENAME COLUMN says TO text;
        ALTER TABLE check_run RENAME COLUMN model_card TO model_specification;
        """;

    private const string Finish = """
        ALTER TABLE check_reading ADD CONSTRAINT check_reading_setting_check CHECK (setting IN (
            'kit-counted', 'tripod-plate', 'spare-batteries', 'lens-cap', 'battery-seated', 'mains-adapter', 'running-minutes',
            'card-seated', 'card-speed', 'file-system', 'card-cleared', 'card-formatted', 'slot-mode', 'record-to', 'card-minutes',
            'factory-reset', 'clock', 'language', 'full-auto', 'record-format', 'high-rate', 'codec', 'bit-rate', 'aspect',
            'squeeze', 'video-output', 'shutter', 'base-iso', 'gain', 'gain-limit', 'gain-boost', 'nd', 'iris-control', 'iris',
            'auto-exposure-shift', 'white-balance', 'tint', 'focus-mode', 'lens-focus', 'zoom-mode', 'digital-zoom', 'stabiliser',
            'eyepiece', 'eye-sensor', 'profile', 'viewing-lut', 'zebra', 'peaking', 'magnifier', 'markers', 'aspect-guide',
            'false-colour', 'histogram', 'button-1', 'button-2', 'button-3', 'input-1', 'input-2', 'phantom-1', 'phantom-2',
            'channel-1', 'channel-2', 'audio-level-control', 'audio-peak-level', 'low-cut', 'pad', 'limiter', 'audio-format',
            'headphones', 'wireless-pair', 'timecode-count', 'timecode-run', 'timecode-hour', 'black-reference', 'test-clip',
            'short-list', 'clips-copied', 'reset-after', 'packed', 'charged', 'kit-back', 'faults-noted'));
        ALTER TABLE check_reading ENABLE TRIGGER USER;
        ALTER TABLE check_rival ENABLE TRIGGER USER;
        ALTER TABLE check_photo ENABLE TRIGGER USER;
        ALTER TABLE check_addition ENABLE TRIGGER USER;
        ALTER TABLE check_run ENABLE TRIGGER USER;
        ALTER TABLE camera_model ENABLE TRIGGER USER;
        ALTER TABLE standard_version ENABLE TRIGGER USER;
        ALTER TABLE camera_model RENAME COLUMN card TO specification;
        """;

    private static readonly string[] Keyed =
    [
        "check_reading",
        "check_rival",
        "check_photo",
        "check_addition",
        "unit_drift",
        "model_drift",
        "accepted_finding",
        "waiver",
    ];

    private static readonly (string Old, string New)[] Rules =
    [
        ("SLACK-WIDE", "TOLERANCE-WIDE"),
        ("LOOK-AND-PROFILE", "LUT-AND-PROFILE"),
        ("WHITE-CAST", "WHITE-BALANCE-CAST"),
        ("PEAK-LEVEL", "AUDIO-PEAK"),
    ];

    /// <inheritdoc/>
    public string ProvideScript(Func<IDbCommand> dbCommandFactory)
    {
        if (dbCommandFactory.HasColumn("camera_model", "specification"))
        {
            return "";
        }

        dbCommandFactory.Run(Begin);
        foreach ((string old, string now) in VersionOne.RenamedSettings)
        {
            foreach (string table in Keyed)
            {
                dbCommandFactory.Run($"UPDATE {table} SET setting = @now WHERE setting = @old", ("old", old), ("now", now));
            }

            dbCommandFactory.Run(
                "UPDATE unit_state SET wrong = array_replace(wrong, @old, @now) WHERE @old = ANY(wrong)",
                ("old", old),
                ("now", now)
            );
        }

        foreach (string table in new[] { "check_reading", "check_rival" })
        {
            foreach (
                (string setting, string old) in dbCommandFactory.Read(
                    $"SELECT DISTINCT setting, typed FROM {table} WHERE kind = 'value'",
                    r => (r.GetString(0), r.GetString(1))
                )
            )
            {
                if (VersionOne.Word(setting, old) is var now && now != old)
                {
                    dbCommandFactory.Run(
                        $"UPDATE {table} SET typed = @now WHERE setting = @setting AND typed = @old",
                        ("setting", setting),
                        ("old", old),
                        ("now", now)
                    );
                }
            }
        }

        foreach ((string old, string now) in Rules)
        {
            dbCommandFactory.Run("UPDATE accepted_finding SET rule_id = @now WHERE rule_id = @old", ("old", old), ("now", now));
        }

        Documents(dbCommandFactory, "camera_model", "card", json => Entry("models", json));
        Documents(dbCommandFactory, "standard_version", "document", json => Entry("standards", json));
        Documents(dbCommandFactory, "line_up", "document", json => Entry("lineUps", json));
        Documents(dbCommandFactory, "check_run", "model_specification", json => Entry("models", json));
        Documents(dbCommandFactory, "check_run", "shoot", VersionOne.ConvertShoot);
        dbCommandFactory.Run(Finish);
        return "";
    }

    private static string Entry(string list, string json) =>
        System.Text.Encoding.UTF8.GetString(VersionOne.Convert(list, System.Text.Encoding.UTF8.GetBytes(json)));

    // A thousand checks hold the same specification: each document is converted once, and all rows that hold it follow.
    private static void Documents(Func<IDbCommand> commands, string table, string column, Func<string, string> convert)
    {
        foreach (
            string old in commands.Read($"SELECT DISTINCT {column}::text FROM {table} WHERE {column} IS NOT NULL", r => r.GetString(0))
        )
        {
            commands.Run($"UPDATE {table} SET {column} = @now::jsonb WHERE {column} = @old::jsonb", ("old", old), ("now", convert(old)));
        }
    }
}
