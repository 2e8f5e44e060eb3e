using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Exchange;

/// <summary>Units, standards and sheets as CSV, for people with a spreadsheet. What could be taken for a formula there is made harmless going out and read back as it was.</summary>
internal static partial class CsvFiles
{
    private static readonly string[] UnitColumns = ["tag", "model", "tape", "place", "status", "filters", "colourOffsetMired", "dueBack"];
    private static readonly string[] StandardColumns =
    [
        "key",
        "name",
        "version",
        "state",
        "purpose",
        "use",
        "plannedMinutes",
        "circumstances",
        "policies",
        "light",
        "lux",
        "temperatureK",
        "mainsHz",
        "lamp",
        "setting",
        "require",
        "tolerance",
        "importance",
        "when",
        "reason",
        "intervalDays",
        "exposure",
        "reasonFrom",
        "sound",
    ];

    // What files of before did not have yet; a file without them is as good.
    private const int AddedToStandards = 4;

    private static readonly string[] SheetColumns =
    [
        "standard",
        "standardVersion",
        "model",
        "modelVersion",
        "circumstances",
        "setting",
        "require",
        "fit",
        "target",
        "size",
        "because",
    ];

    private static readonly char[] FormulaSigns = ['=', '+', '-', '@', '\t', '\r', '\''];

    internal static byte[] Units(IEnumerable<UnitDocument> units) =>
        Write(
            UnitColumns,
            units.Select(u =>
                new[]
                {
                    u.Tag,
                    u.Model,
                    u.Tape,
                    u.Place,
                    u.Status,
                    Pairs(u.Filters?.Select(f => (f.Label, Number(f.Stops)))),
                    Number(u.ColourOffsetMired),
                    u.DueBack?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
                }
            )
        );

    internal static byte[] Standards(IEnumerable<StandardDocument> standards) =>
        Write(
            StandardColumns,
            standards.SelectMany(s =>
                s.Notches.Select(n =>
                    new[]
                    {
                        s.Key,
                        s.Name,
                        Number(s.Version),
                        s.State,
                        s.Purpose,
                        s.Use,
                        Number(s.PlannedMinutes),
                        List(s.Circumstances),
                        Pairs(s.Policies?.Select(p => (p.Key, p.Value))),
                        s.Light.Description,
                        Number(s.Light.Lux),
                        Number(s.Light.TemperatureK),
                        Number(s.Light.MainsHz),
                        s.Light.Lamp,
                        n.Setting,
                        n.Require,
                        n.Tolerance,
                        n.Importance,
                        List(n.When),
                        n.Reason,
                        Number(s.IntervalDays),
                        Exposure(s.Exposure),
                        n.ReasonFrom ?? "",
                        Sound(s.Sound),
                    }
                )
            )
        );

    internal static byte[] Sheets(IEnumerable<SheetDocument> sheets) =>
        Write(
            SheetColumns,
            sheets.SelectMany(s =>
                s.Lines.Select(l =>
                    new[]
                    {
                        s.Standard,
                        Number(s.StandardVersion),
                        s.Model,
                        Number(s.ModelVersion),
                        List(s.Circumstances),
                        l.Setting,
                        l.Require,
                        l.Fit,
                        l.Target,
                        l.Size,
                        l.Text,
                    }
                )
            )
        );

    /// <summary>Reads a file of one of the four kinds, told by its columns.</summary>
    /// <exception cref="RefusedException">It is no such file, or a cell cannot be read; the row is named.</exception>
    internal static ExchangeDocument Read(byte[] csv)
    {
        string text;
        try
        {
            text = new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(csv).TrimStart('\uFEFF');
        }
        catch (DecoderFallbackException)
        {
            throw new RefusedException(
                ProblemCode.BadDocument,
                "",
                "This file is not written in UTF-8. Save it as CSV UTF-8 and try again. Nothing was imported."
            );
        }

        using var reader = new CsvReader(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                BadDataFound = null,
                MissingFieldFound = null,
                DetectDelimiter = true,
                DetectDelimiterValues = [",", ";", "\t"],
            }
        );
        try
        {
            if (!reader.Read() || !reader.ReadHeader() || reader.HeaderRecord is not { } header)
            {
                throw Strange();
            }

            return Same(header, UnitColumns) ? ExchangeDocument.Empty with { Units = ReadUnits(reader) }
                : Enumerable.Range(0, AddedToStandards + 1).Any(later => Same(header, StandardColumns[..^later]))
                    ? ExchangeDocument.Empty with
                    {
                        Standards = ReadStandards(reader),
                    }
                : Same(header, SheetColumns) ? ExchangeDocument.Empty with { Sheets = ReadSheets(reader) }
                : Same(header, CheckColumns) ? ExchangeDocument.Empty with { Checks = ReadChecks(reader) }
                : Same(header, ShootColumns) ? ExchangeDocument.Empty with { Shoots = ReadShoots(reader) }
                : throw Strange();
        }
        catch (CsvHelperException wrong)
        {
            throw new RefusedException(
                ProblemCode.BadDocument,
                "",
                $"Row {reader.Parser.Row} cannot be read as CSV. Nothing was imported.",
                wrong
            );
        }
    }

    private static List<UnitDocument> ReadUnits(CsvReader reader)
    {
        List<UnitDocument> units = [];
        while (reader.Read())
        {
            string at = $"/units/{units.Count}";
            UnitFilterDocument[] filters =
            [
                .. Pairs(Cell(reader, "filters"), at + "/filters", reader)
                    .Select(p => new UnitFilterDocument(p.Key, Number(p.Value, at + "/filters", reader))),
            ];
            units.Add(
                new UnitDocument(
                    Cell(reader, "tag"),
                    Cell(reader, "model"),
                    Cell(reader, "tape"),
                    Cell(reader, "place"),
                    Cell(reader, "status"),
                    filters.Length > 0 ? filters : null,
                    Optional(reader, "colourOffsetMired", at),
                    Day(reader, "dueBack", at)
                )
            );
        }

        return units;
    }

    private static List<StandardDocument> ReadStandards(CsvReader reader)
    {
        List<StandardDocument> standards = [];
        List<NotchDocument> notches = [];
        while (reader.Read())
        {
            string at = $"/standards/{Math.Max(0, standards.Count - 1)}";
            StandardDocument row = new(
                Cell(reader, "key"),
                Cell(reader, "name"),
                Whole(reader, "version", at),
                Cell(reader, "state"),
                Cell(reader, "purpose"),
                new LightDocument(
                    Cell(reader, "light"),
                    Number(Cell(reader, "temperatureK"), at + "/light/temperatureK", reader),
                    Number(Cell(reader, "mainsHz"), at + "/light/mainsHz", reader),
                    Cell(reader, "lamp"),
                    Optional(reader, "lux", at)
                ),
                notches =
                    standards.Count > 0 && (standards[^1].Key, standards[^1].Version) == (Cell(reader, "key"), Whole(reader, "version", at))
                        ? notches
                        : [],
                Cell(reader, "use"),
                Optional(reader, "plannedMinutes", at),
                NullIfEmpty(List(Cell(reader, "circumstances"))),
                Pairs(Cell(reader, "policies"), at + "/policies", reader) is { Count: > 0 } policies ? policies : null,
                Cell(reader, "intervalDays").Length > 0 ? Whole(reader, "intervalDays", at) : null,
                Exposure(Cell(reader, "exposure"), at + "/exposure", reader),
                Sound(Cell(reader, "sound"), at + "/sound", reader)
            );
            if (notches.Count == 0)
            {
                standards.Add(row);
            }

            notches.Add(
                new NotchDocument(
                    Cell(reader, "setting"),
                    Cell(reader, "require"),
                    Cell(reader, "importance"),
                    Cell(reader, "reason"),
                    Cell(reader, "tolerance"),
                    NullIfEmpty(List(Cell(reader, "when"))),
                    Cell(reader, "reasonFrom") is { Length: > 0 } from ? from : null
                )
            );
        }

        return standards;
    }

    private static List<SheetDocument> ReadSheets(CsvReader reader)
    {
        List<SheetDocument> sheets = [];
        List<SheetLineDocument> lines = [];
        while (reader.Read())
        {
            string at = $"/sheets/{Math.Max(0, sheets.Count - 1)}";
            (string, int, string, int) id = (
                Cell(reader, "standard"),
                Whole(reader, "standardVersion", at),
                Cell(reader, "model"),
                Whole(reader, "modelVersion", at)
            );
            if (sheets.Count == 0 || (sheets[^1].Standard, sheets[^1].StandardVersion, sheets[^1].Model, sheets[^1].ModelVersion) != id)
            {
                lines = [];
                sheets.Add(new SheetDocument(id.Item1, id.Item2, id.Item3, id.Item4, List(Cell(reader, "circumstances")), lines));
            }

            lines.Add(
                new SheetLineDocument(
                    Cell(reader, "setting"),
                    Cell(reader, "require"),
                    Cell(reader, "fit"),
                    Cell(reader, "target"),
                    Cell(reader, "size"),
                    Cell(reader, "because")
                )
            );
        }

        return sheets;
    }

    internal static byte[] Write(string[] header, IEnumerable<string[]> rows)
    {
        using var to = new MemoryStream();
        using (
            var writer = new CsvWriter(
                new StreamWriter(to, new UTF8Encoding(true)),
                new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" }
            )
        )
        {
            foreach (string[] row in rows.Prepend(header))
            {
                foreach (string cell in row)
                {
                    writer.WriteField(Harmless(cell));
                }

                writer.NextRecord();
            }
        }

        return to.ToArray();
    }

    // A leading apostrophe keeps spreadsheets from running it; one that was there is doubled by the same rule, so nothing is lost.
    private static string Harmless(string cell) => cell.Length > 0 && FormulaSigns.Contains(cell[0]) ? "'" + cell : cell;

    private static string Cell(CsvReader reader, string column)
    {
        string cell = reader.HeaderRecord?.Contains(column) == false ? "" : reader.GetField(column) ?? "";
        return cell.Length > 1 && cell[0] == '\'' && FormulaSigns.Contains(cell[1]) ? cell[1..] : cell;
    }

    private static bool Same(string[] header, string[] columns) => header.Select(h => h.Trim()).SequenceEqual(columns);

    private static RefusedException Strange() =>
        new(
            ProblemCode.BadDocument,
            "",
            $"This is none of the CSV files of Gold Notch. Units have the columns {string.Join(", ", UnitColumns)}; export a file to see those of standards, sheets, checks and shoots. Nothing was imported."
        );

    internal static string Number(double? value) => value is { } number ? number.ToString("R", CultureInfo.InvariantCulture) : "";

    private static double Number(string text, string at, CsvReader reader) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out double value) && double.IsFinite(value)
            ? value
            : throw new RefusedException(
                ProblemCode.BadDocument,
                at,
                $"Row {reader.Parser.Row}: “{(text.Length > 40 ? text[..40] : text)}” is no number. Nothing was imported."
            );

    private static double? Optional(CsvReader reader, string column, string at) =>
        Cell(reader, column) is { Length: > 0 } text ? Number(text, $"{at}/{column}", reader) : null;

    private static int Whole(CsvReader reader, string column, string at) =>
        int.TryParse(Cell(reader, column), NumberStyles.None, CultureInfo.InvariantCulture, out int value)
            ? value
            : throw new RefusedException(
                ProblemCode.BadDocument,
                $"{at}/{column}",
                $"Row {reader.Parser.Row}: the {column} is no whole number. Nothing was imported."
            );

    private static DateOnly? Day(CsvReader reader, string column, string at) =>
        Cell(reader, column) is not { Length: > 0 } text ? null
        : DateOnly.TryParseExact(text, "yyyy-MM-dd", out DateOnly day) ? day
        : throw new RefusedException(
            ProblemCode.BadDocument,
            $"{at}/{column}",
            $"Row {reader.Parser.Row}: write the day as 2026-11-27. Nothing was imported."
        );

    private static string List(IReadOnlyList<string>? items) => string.Join("; ", items ?? []);

    private static string[] List(string cell) => cell.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    private static string[]? NullIfEmpty(string[] items) => items.Length == 0 ? null : items;

    private static string Pairs(IEnumerable<(string Key, string Value)>? pairs) =>
        string.Join("; ", (pairs ?? []).Select(p => $"{p.Key}={p.Value}"));

    private static Dictionary<string, string> Pairs(string cell, string at, CsvReader reader)
    {
        Dictionary<string, string> pairs = [];
        foreach (string pair in List(cell))
        {
            int sign = pair.LastIndexOf('=');
            if (sign <= 0 || !pairs.TryAdd(pair[..sign].Trim(), pair[(sign + 1)..].Trim()))
            {
                throw new RefusedException(
                    ProblemCode.BadDocument,
                    at,
                    $"Row {reader.Parser.Row}: write pairs as name=value; name=value. Nothing was imported."
                );
            }
        }

        return pairs;
    }
}
