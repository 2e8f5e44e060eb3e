using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Entries that are judged as they come in: checks, and sheets that must come out as they say.</summary>
public sealed partial class ExchangeImporter
{
    // Clocks of two machines may be that far apart.
    private static readonly TimeSpan ClocksApart = TimeSpan.FromMinutes(2);

    private async Task<bool> PutCheckAsync(
        NpgsqlTransaction transaction,
        CheckDocument check,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        CheckTimes(check, at);
        string? card = await transaction
            .Command(
                """
                SELECT m.specification FROM camera_unit u JOIN camera_model m ON m.key = u.model_key
                WHERE u.tag = @tag ORDER BY m.version DESC LIMIT 1
                """
            )
            .With("tag", check.Unit)
            .FirstAsync(r => r.Only<string>(), cancel)
            ?? throw new RefusedException(
                ProblemCode.UnitMissing,
                $"{at}/unit",
                $"There is no unit {check.Unit}. Import it first, or in the same file."
            );
        string standard = await transaction
            .Command("SELECT document FROM standard_version WHERE key = @key AND version = @version")
            .With("key", check.Standard)
            .With("version", check.StandardVersion)
            .FirstAsync(r => r.Only<string>(), cancel)
            ?? throw new RefusedException(
                ProblemCode.StandardMissing,
                $"{at}/standard",
                $"There is no standard {check.Standard} version {check.StandardVersion}."
            );
        Sheet sheet = SheetCompiler.Compile(
            StandardReader.ToStandard(StandardStore.ReadDocument(standard)),
            ModelReader.ToModel(ModelStore.ReadSpecification(card))
        );

        IReadOnlyList<StoredReading> kept = CheckReadings.ReadAll(sheet, check.Readings, $"{at}/readings");
        var stored = new StoredCheck(
            check.Id,
            check.Unit,
            check.Standard,
            check.StandardVersion,
            "",
            check.StartedBy,
            check.StartedAt,
            check.SignedBy,
            check.SignedAt,
            check.Note,
            CheckSummary.None
        );
        var whole = new WholeCheck(stored, card, kept);
        if (
            await CheckStore.InsertAsync(
                transaction,
                whole,
                JudgedCheck.Of(sheet, CheckReadings.ToCore(sheet, kept)),
                who,
                imported: true,
                cancel
            )
        )
        {
            return true;
        }

        // A file that says something else about a check that is here would be believed by whoever sent it.
        WholeCheck there = await CheckStore.GetAsync(transaction, check.Id, "", cancel)
            ?? throw new InvalidOperationException("A check vanished while its id was taken.");
        string differs = Differences.Told(Comparable(there), Comparable(whole));
        return differs.Length == 0
            ? false
            : throw new RefusedException(
                ProblemCode.IdTaken,
                $"{at}/id",
                $"A check of {there.Check.UnitTag} has this id already and is another: {differs}. It stays as it is; give this one an id of its own if it is another check."
            );
    }

    // In one order and to the microsecond, as the database keeps them.
    private static string Comparable(WholeCheck whole)
    {
        CheckDocument document = CheckReadings.ToDocument(whole);
        return JsonSerializer.Serialize(
            document with
            {
                StartedAt = ToMicroseconds(document.StartedAt),
                SignedAt = document.SignedAt is { } signed ? ToMicroseconds(signed) : null,
                Readings =
                [
                    .. document
                        .Readings.OrderBy(r => r.Stage, StringComparer.Ordinal)
                        .ThenBy(r => r.Setting, StringComparer.Ordinal)
                        .Select(r => r with { At = ToMicroseconds(r.At) }),
                ],
            },
            ExchangeJson.Default.CheckDocument
        );
    }

    private static DateTimeOffset ToMicroseconds(DateTimeOffset at) =>
        new(at.UtcTicks - (at.UtcTicks % TimeSpan.TicksPerMicrosecond), TimeSpan.Zero);

    private void CheckTimes(CheckDocument check, string at)
    {
        DateTimeOffset latest = clock.GetUtcNow() + ClocksApart;
        IEnumerable<(string Field, DateTimeOffset At)> times = check
            .Readings.Select((r, i) => ($"readings/{i}/at", r.At))
            .Prepend(("startedAt", check.StartedAt))
            .Append(("signedAt", check.SignedAt ?? check.StartedAt));
        foreach ((string field, DateTimeOffset moment) in times)
        {
            if (moment > latest)
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/{field}",
                    $"{moment:yyyy-MM-dd HH:mm} UTC is still to come: nobody has read or signed anything then. Correct the clock or the file."
                );
            }

            if (check.SignedAt is { } signed && moment > signed)
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/{field}",
                    "This is later than the signature, which is the last of a check. Correct the file."
                );
            }
        }
    }

    // A sheet says what it was made from; made from the same again it must come out the same, or one of the two is not what it says.
    private static async Task<bool> CompareSheetAsync(
        NpgsqlTransaction transaction,
        SheetDocument sheet,
        string at,
        CancellationToken cancel
    )
    {
        string standard = await transaction
            .Command("SELECT document FROM standard_version WHERE key = @key AND version = @version")
            .With("key", sheet.Standard)
            .With("version", sheet.StandardVersion)
            .FirstAsync(r => r.Only<string>(), cancel)
            ?? throw new RefusedException(
                ProblemCode.StandardMissing,
                $"{at}/standard",
                $"There is no standard {sheet.Standard} version {sheet.StandardVersion}."
            );
        string card = await transaction
            .Command("SELECT specification FROM camera_model WHERE key = @key AND version = @version")
            .With("key", sheet.Model)
            .With("version", sheet.ModelVersion)
            .FirstAsync(r => r.Only<string>(), cancel)
            ?? throw new RefusedException(
                ProblemCode.ModelMissing,
                $"{at}/model",
                $"There is no card of {sheet.Model} version {sheet.ModelVersion}."
            );
        Circumstances circumstances = RefusedException.At($"{at}/circumstances", sheet.InCircumstances);
        SheetDocument now = SheetDocument.Of(
            SheetCompiler.Compile(
                StandardReader.ToStandard(StandardStore.ReadDocument(standard)),
                ModelReader.ToModel(ModelStore.ReadSpecification(card)),
                circumstances
            )
        );
        for (int i = 0; i < Math.Max(now.Lines.Count, sheet.Lines.Count); i++)
        {
            if (i >= now.Lines.Count || i >= sheet.Lines.Count || !now.Lines[i].SaysTheSameAs(sheet.Lines[i]))
            {
                string differs =
                    i < now.Lines.Count
                        ? $"{now.Lines[i].Setting} comes to “{now.Lines[i].Target}” here"
                        : "it has lines that this sheet has not";
                throw new RefusedException(
                    ProblemCode.SheetDiffers,
                    $"{at}/lines/{i}",
                    $"This sheet is not what its versions come to: {differs}."
                );
            }
        }

        return false;
    }
}
