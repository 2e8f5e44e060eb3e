using System.Globalization;
using CsvHelper;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Exchange;

/// <summary>Checks as CSV: a reading a row, in the order in which they were taken; a check that nobody has read yet has one row without a setting.</summary>
internal static partial class CsvFiles
{
    private static readonly string[] CheckColumns =
    [
        "id",
        "unit",
        "standard",
        "standardVersion",
        "startedBy",
        "startedAt",
        "signedBy",
        "signedAt",
        "note",
        "stage",
        "setting",
        "read",
        "by",
        "at",
        "fromCamera",
        "fromClip",
    ];

    internal static byte[] Checks(IEnumerable<CheckDocument> checks) =>
        Write(
            CheckColumns,
            checks.SelectMany(c =>
                c.Readings.Count == 0
                    ?
                    [
                        [.. Head(c), "", "", "", "", "", "", ""],
                    ]
                    : c.Readings.Select(r =>
                        (string[])[.. Head(c), r.Stage, r.Setting, r.Read, r.By, Time(r.At), YesNo(r.FromCamera), YesNo(r.FromClip)]
                    )
            )
        );

    private static string YesNo(bool value) => value ? "yes" : "no";

    private static string[] Head(CheckDocument c) =>
        [
            c.Id.ToString(),
            c.Unit,
            c.Standard,
            Number(c.StandardVersion),
            c.StartedBy,
            Time(c.StartedAt),
            c.SignedBy ?? "",
            c.SignedAt is { } signed ? Time(signed) : "",
            c.Note,
        ];

    private static List<CheckDocument> ReadChecks(CsvReader reader)
    {
        List<CheckDocument> checks = [];
        List<ReadingDocument> readings = [];
        while (reader.Read())
        {
            string at = $"/checks/{Math.Max(0, checks.Count - 1)}";
            Guid id = Guid.TryParse(Cell(reader, "id"), out Guid parsed) ? parsed : throw Wrong(reader, at + "/id", "the id is no UUID");
            if (checks.Count == 0 || checks[^1].Id != id)
            {
                readings = [];
                checks.Add(
                    new CheckDocument(
                        id,
                        Cell(reader, "unit"),
                        Cell(reader, "standard"),
                        Whole(reader, "standardVersion", at),
                        Cell(reader, "startedBy"),
                        Moment(reader, "startedAt", at),
                        readings,
                        Cell(reader, "signedBy") is { Length: > 0 } signer ? signer : null,
                        Cell(reader, "signedAt").Length > 0 ? Moment(reader, "signedAt", at) : null,
                        Cell(reader, "note")
                    )
                );
            }

            if (Cell(reader, "setting").Length > 0)
            {
                readings.Add(
                    new ReadingDocument(
                        Cell(reader, "setting"),
                        Cell(reader, "read"),
                        Cell(reader, "by"),
                        Moment(reader, "at", at),
                        Cell(reader, "stage"),
                        Cell(reader, "fromCamera") == "yes"
                    )
                );
            }
        }

        return checks;
    }

    private static string Time(DateTimeOffset at) =>
        at.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss.ffffff'Z'", CultureInfo.InvariantCulture);

    private static DateTimeOffset Moment(CsvReader reader, string column, string at) =>
        DateTimeOffset.TryParse(
            Cell(reader, column),
            CultureInfo.InvariantCulture,
            DateTimeStyles.AssumeUniversal,
            out DateTimeOffset moment
        )
            ? moment
            : throw Wrong(reader, $"{at}/{column}", $"write the time in {column} as 2026-11-27T09:30:00Z");

    private static RefusedException Wrong(CsvReader reader, string at, string what) =>
        new(ProblemCode.BadDocument, at, $"Row {reader.Parser.Row}: {what}. Nothing was imported.");
}
