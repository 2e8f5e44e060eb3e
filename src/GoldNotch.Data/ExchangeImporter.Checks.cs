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
    private static async Task<bool> PutCheckAsync(
        NpgsqlTransaction transaction,
        CheckDocument check,
        string at,
        string who,
        CancellationToken cancel
    )
    {
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
        return await CheckStore.InsertAsync(
            transaction,
            new WholeCheck(stored, card, kept),
            JudgedCheck.Of(sheet, CheckReadings.ToCore(sheet, kept)),
            who,
            cancel
        );
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
