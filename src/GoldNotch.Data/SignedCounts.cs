using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Exchange;
using Npgsql;
using NpgsqlTypes;

namespace GoldNotch.Data;

/// <summary>What a signed check adds to the unit's state and to the counts of drift, in the transaction of the signature.</summary>
internal static class SignedCounts
{
    /// <param name="transaction">The transaction of the signature.</param>
    /// <param name="whole">The signed check.</param>
    /// <param name="judged">What it was signed with.</param>
    /// <param name="number">Its place in the order of signatures taken here; null for one that a file claims.</param>
    /// <param name="cancel">Cancels.</param>
    internal static async Task WriteAsync(
        NpgsqlTransaction transaction,
        WholeCheck whole,
        JudgedCheck judged,
        long? number,
        CancellationToken cancel
    )
    {
        StoredCheck check = whole.Check;
        DateTimeOffset signed = check.SignedAt!.Value.ToUniversalTime();

        // What was signed here last is how the unit stands, whatever a clock says; a check from a file counts only where nothing was signed
        // here, and among files the one that claims to be the newest.
        await transaction
            .Command(
                """
                INSERT INTO unit_state AS s
                    (unit_tag, check_id, signed_at, signed_by, standard_key, standard_version, wrong, headline, unread, unread_required, signature_number)
                VALUES (@unit, @id, @at, @by, @standard, @version, @wrong, @headline, @unread, @unread_required, @number)
                ON CONFLICT (unit_tag) DO UPDATE SET check_id = @id, signed_at = @at, signed_by = @by, standard_key = @standard,
                    standard_version = @version, signature_number = @number, headline = @headline, unread = @unread, unread_required = @unread_required,
                    earlier = ARRAY(SELECT w FROM unnest(s.wrong) w WHERE w <> ALL(@answered)),
                    wrong = @wrong || ARRAY(SELECT w FROM unnest(s.wrong) w WHERE w <> ALL(@answered) AND w <> ALL(@wrong))
                WHERE CASE WHEN @number::bigint IS NULL THEN s.signature_number IS NULL AND s.signed_at <= @at
                           ELSE coalesce(s.signature_number, 0) < @number END
                """
            )
            .With("unit", check.UnitTag)
            .With("number", number)
            .With("id", check.Id)
            .With("at", signed)
            .With("by", check.SignedBy)
            .With("standard", check.StandardKey)
            .With("version", check.StandardVersion)
            .With("wrong", Keys(judged.Wrong))
            .With("answered", Keys(judged.Answered))
            .With("unread_required", Keys(judged.UnreadRequired))
            .WithJson("headline", JudgementDocument.WriteAll(judged.Summary.Headline))
            .With("unread", judged.Summary.Unread)
            .RunAsync(cancel);
        if (judged.FoundSettings.IsEmpty)
        {
            return;
        }

        // In one order everywhere, so that two signatures never wait for each other crosswise.
        FoundSetting[] found = [.. judged.FoundSettings.OrderBy(f => SettingDefinition.Of(f.Setting).Key, StringComparer.Ordinal)];
        await transaction
            .Command(
                """
                INSERT INTO unit_drift AS d (unit_tag, setting, looked, wrong, automatic, last_wrong)
                SELECT @unit, f.setting, 1, f.wrong::int, f.automatic::int, CASE WHEN f.wrong THEN @at END
                FROM unnest(@settings, @wrong, @automatic) AS f (setting, wrong, automatic)
                ON CONFLICT (unit_tag, setting) DO UPDATE SET looked = d.looked + 1, wrong = d.wrong + excluded.wrong,
                    automatic = d.automatic + excluded.automatic, last_wrong = greatest(d.last_wrong, excluded.last_wrong)
                """
            )
            .With("unit", check.UnitTag)
            .WithTime("at", signed)
            .WithFound(found)
            .RunAsync(cancel);
        await transaction
            .Command(
                """
                INSERT INTO model_drift AS d (model_key, month, setting, looked, wrong, automatic)
                SELECT u.model_key, date_trunc('month', @at AT TIME ZONE 'UTC')::date, f.setting, 1, f.wrong::int, f.automatic::int
                FROM camera_unit u, unnest(@settings, @wrong, @automatic) AS f (setting, wrong, automatic)
                WHERE u.tag = @unit
                ON CONFLICT (model_key, month, setting) DO UPDATE SET looked = d.looked + 1, wrong = d.wrong + excluded.wrong, automatic = d.automatic + excluded.automatic
                """
            )
            .With("unit", check.UnitTag)
            .WithTime("at", signed)
            .WithFound(found)
            .RunAsync(cancel);
    }

    private static string[] Keys(ImmutableArray<Setting> settings) => [.. settings.Select(s => SettingDefinition.Of(s).Key)];

    private static NpgsqlCommand WithFound(this NpgsqlCommand command, FoundSetting[] found) =>
        command
            .With("settings", found.Select(f => SettingDefinition.Of(f.Setting).Key).ToArray())
            .With("wrong", found.Select(f => f.Wrong).ToArray())
            .With("automatic", found.Select(f => f.Automatic).ToArray());

    private static NpgsqlCommand WithTime(this NpgsqlCommand command, string name, DateTimeOffset at)
    {
        command.Parameters.AddWithValue(name, NpgsqlDbType.TimestampTz, at);
        return command;
    }
}
