using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;
using Npgsql;
using NpgsqlTypes;

namespace GoldNotch.Data;

/// <summary>Which sheet a cell is about.</summary>
/// <param name="StandardKey">The standard.</param>
/// <param name="StandardVersion">Its version.</param>
/// <param name="StandardRevision">Its revision.</param>
/// <param name="ModelKey">The model.</param>
/// <param name="ModelVersion">The version of its card.</param>
public readonly record struct CellKey(string StandardKey, int StandardVersion, int StandardRevision, string ModelKey, int ModelVersion);

/// <summary>The coverage grid in its stored form.</summary>
public sealed class CoverageStore(NpgsqlDataSource source)
{
    // The same sources give the same id; rules that were changed give another, and their cells are counted again.
    private static readonly Guid Build = Core.RulesVersion.Id;

    /// <summary>Every cell that is kept for versions in view.</summary>
    public async Task<Dictionary<CellKey, CoverageCell>> AllAsync(CancellationToken cancel)
    {
        var rows = await source
            .CreateCommand(
                """
                SELECT c.standard_key, c.standard_version, c.standard_revision, c.model_key, c.model_version,
                       exact, compromise, not_possible, broken_musts, check_by_eye, findings, matters_setting, light_left, notable
                FROM coverage_cell c
                JOIN standard_version s ON (s.key, s.version, s.revision) = (c.standard_key, c.standard_version, c.standard_revision) AND s.state <> 'retired'
                WHERE c.made_by = @build
                """
            )
            .With("build", Build)
            .ListAsync(
                r =>
                    (
                        new CellKey(
                            r.Text("standard_key"),
                            r.Number("standard_version"),
                            r.Number("standard_revision"),
                            r.Text("model_key"),
                            r.Number("model_version")
                        ),
                        new CoverageCell(
                            r.Number("exact"),
                            r.Number("compromise"),
                            r.Number("not_possible"),
                            r.Number("broken_musts"),
                            r.Number("check_by_eye"),
                            r.Number("findings"),
                            r.Text("matters_setting") is { Length: > 0 } key ? SettingDefinition.Parse(key) : null,
                            new Stops(r.Real("light_left")),
                            JudgementDocument.ReadAll(r.Text("notable"))
                        )
                    ),
                cancel
            );
        return rows.ToDictionary(r => r.Item1, r => r.Item2);
    }

    /// <summary>Keeps cells; one that came meanwhile from somebody else stays.</summary>
    public Task AddAsync(IReadOnlyList<(CellKey Key, CoverageCell Cell)> cells, CancellationToken cancel)
    {
        NpgsqlCommand command = source.CreateCommand(
            """
            INSERT INTO coverage_cell (standard_key, standard_version, standard_revision, model_key, model_version,
                                       exact, compromise, not_possible, broken_musts, check_by_eye, findings, matters_setting, light_left, notable, made_by)
            SELECT *, @build FROM unnest(@standard, @version, @revision, @model, @card, @exact, @compromise, @cannot, @broken, @by_eye, @findings, @setting, @light, @notable::jsonb[])
            ON CONFLICT (standard_key, standard_version, model_key, model_version) DO UPDATE
            SET (standard_revision, exact, compromise, not_possible, broken_musts, check_by_eye, findings, matters_setting, light_left, notable, made_by) =
                (EXCLUDED.standard_revision, EXCLUDED.exact, EXCLUDED.compromise, EXCLUDED.not_possible, EXCLUDED.broken_musts, EXCLUDED.check_by_eye, EXCLUDED.findings,
                 EXCLUDED.matters_setting, EXCLUDED.light_left, EXCLUDED.notable, EXCLUDED.made_by)
            """
        );
        command.With("build", Build);
        Texts("standard", c => c.Key.StandardKey);
        Numbers("version", c => c.Key.StandardVersion);
        Numbers("revision", c => c.Key.StandardRevision);
        Texts("model", c => c.Key.ModelKey);
        Numbers("card", c => c.Key.ModelVersion);
        Numbers("exact", c => c.Cell.Exact);
        Numbers("compromise", c => c.Cell.Compromise);
        Numbers("cannot", c => c.Cell.NotPossible);
        Numbers("broken", c => c.Cell.BrokenMusts);
        Numbers("by_eye", c => c.Cell.CheckByEye);
        Numbers("findings", c => c.Cell.Findings);
        Texts("setting", c => c.Cell.Matters is { } m ? SettingDefinition.Of(m).Key : "");
        command.Parameters.AddWithValue(
            "light",
            NpgsqlDbType.Array | NpgsqlDbType.Double,
            cells.Select(c => c.Cell.LightLeft.Value).ToArray()
        );
        Texts("notable", c => JudgementDocument.WriteAll(c.Cell.Notable));
        return command.RunAsync(cancel);

        void Texts(string name, Func<(CellKey Key, CoverageCell Cell), string> of) =>
            command.Parameters.AddWithValue(name, NpgsqlDbType.Array | NpgsqlDbType.Text, cells.Select(of).ToArray());

        void Numbers(string name, Func<(CellKey Key, CoverageCell Cell), int> of) =>
            command.Parameters.AddWithValue(name, NpgsqlDbType.Array | NpgsqlDbType.Integer, cells.Select(of).ToArray());
    }
}
