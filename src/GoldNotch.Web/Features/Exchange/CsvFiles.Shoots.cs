using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using CsvHelper;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Exchange;

/// <summary>
/// Shoots as CSV: a shoot has as many rows as it has cameras or blocks of the day, whichever are more; each row has one of both, and all of them say again what the shoot
/// is. Somebody who plans a term in a spreadsheet leaves the id out: it is made of name and call, so that the same file brought in twice is the same shoots.
/// </summary>
internal static partial class CsvFiles
{
    private static readonly string[] ShootColumns =
    [
        "id",
        "name",
        "place",
        "call",
        "end",
        "collect",
        "return",
        "standard",
        "outdoors",
        "supply",
        "voltAmperes",
        "volts",
        "trueSine",
        "hazards",
        "borrower",
        "notes",
        "hourSays",
        "day",
        "technicians",
        "chargers",
        "readers",
        "prepareFrom",
        "letter",
        "unit",
        "operator",
        "cameraStandard",
        "pools",
        "block",
        "from",
        "to",
        "recordingMinutes",
        "room",
        "light",
    ];

    private static readonly string[] LoanColumns = ["id", "unit", "borrower", "shoot", "out", "due", "back", "closed", "openPoints"];

    internal static byte[] Shoots(IEnumerable<ShootDocument> shoots) =>
        Write(
            ShootColumns,
            shoots.SelectMany(s =>
                Enumerable
                    .Range(0, Math.Max(1, Math.Max(s.Cameras?.Count ?? 0, s.Blocks?.Count ?? 0)))
                    .Select(i =>
                        (string[])[.. Head(s), .. Camera(s.Cameras?.ElementAtOrDefault(i)), .. Block(s.Blocks?.ElementAtOrDefault(i))]
                    )
            )
        );

    /// <summary>Who had what and when, for a spreadsheet; it goes out only: what was done with a loan comes in as JSON.</summary>
    internal static byte[] Loans(IEnumerable<Data.LoanRow> loans, IReadOnlyDictionary<Guid, string> shoots) =>
        Write(
            LoanColumns,
            loans.Select(l =>
                new[]
                {
                    l.Id.ToString(),
                    l.UnitTag,
                    l.Borrower,
                    l.ShootId is { } shoot ? shoots.GetValueOrDefault(shoot, "") : "",
                    Local(l.OutAt),
                    Local(l.DueAt),
                    Local(l.BackAt),
                    Local(l.ClosedAt),
                    Number(l.OpenPoints),
                }
            )
        );

    private static string[] Head(ShootDocument s) =>
        [
            s.Id.ToString(),
            s.Name,
            s.Place,
            Local(s.Call),
            Local(s.End),
            Local(s.Collect),
            Local(s.Return),
            s.Standard,
            YesNo(s.Outdoors),
            s.Supply?.Kind ?? "",
            Number(s.Supply?.VoltAmperes),
            Number(s.Supply?.Volts),
            s.Supply is null ? "" : YesNo(s.Supply.TrueSine),
            List(s.Hazards),
            s.Borrower,
            s.Notes,
            s.HourSays,
            Number(s.Day),
            Number(s.Technicians),
            Number(s.Chargers),
            Number(s.Readers),
            Local(s.PrepareFrom),
        ];

    private static string[] Camera(ShootCameraDocument? c) =>
        c is null
            ? ["", "", "", "", ""]
            : [c.Letter, c.Unit, c.Operator, c.Standard, Pairs(c.Pools?.Select(p => (p.Pool, Number(p.Count))))];

    private static string[] Block(ShootBlockDocument? b) =>
        b is null ? ["", "", "", "", "", ""] : [b.Name, Local(b.From), Local(b.To), Number(b.RecordingMinutes), b.Room, b.Light];

    private static List<ShootDocument> ReadShoots(CsvReader reader)
    {
        List<ShootDocument> shoots = [];
        List<ShootCameraDocument> cameras = [];
        List<ShootBlockDocument> blocks = [];
        while (reader.Read())
        {
            Guid id = ShootId(reader, $"/shoots/{shoots.Count}");
            bool isNew = shoots.Count == 0 || shoots[^1].Id != id;
            string at = $"/shoots/{(isNew ? shoots.Count : shoots.Count - 1)}";
            if (isNew)
            {
                shoots.Add(ShootOf(reader, id, at, cameras = [], blocks = []));
            }

            if (Cell(reader, "letter").Length > 0)
            {
                cameras.Add(CameraOf(reader, $"{at}/cameras/{cameras.Count}"));
            }

            if (Cell(reader, "block").Length > 0)
            {
                blocks.Add(BlockOf(reader, $"{at}/blocks/{blocks.Count}"));
            }
        }

        return shoots;
    }

    private static ShootDocument ShootOf(
        CsvReader reader,
        Guid id,
        string at,
        List<ShootCameraDocument> cameras,
        List<ShootBlockDocument> blocks
    )
    {
        string kind = Cell(reader, "supply");
        ShootDocument usual = new(id, Cell(reader, "name"));
        return usual with
        {
            Place = Cell(reader, "place"),
            Call = OptionalMoment(reader, "call", at),
            End = OptionalMoment(reader, "end", at),
            Collect = OptionalMoment(reader, "collect", at),
            Return = OptionalMoment(reader, "return", at),
            Standard = Cell(reader, "standard"),
            Outdoors = Yes(reader, "outdoors", at),
            Supply =
                kind.Length == 0
                    ? null
                    : new ShootSupplyDocument(
                        kind,
                        Optional(reader, "voltAmperes", at + "/supply"),
                        Optional(reader, "volts", at + "/supply"),
                        Yes(reader, "trueSine", at + "/supply")
                    ),
            Hazards = NullIfEmpty(List(Cell(reader, "hazards"))),
            Borrower = Cell(reader, "borrower"),
            Notes = Cell(reader, "notes"),
            HourSays = Cell(reader, "hourSays") is { Length: > 0 } says ? says : usual.HourSays,
            Day = Or(reader, "day", at, usual.Day),
            Technicians = Or(reader, "technicians", at, usual.Technicians),
            Chargers = Or(reader, "chargers", at, usual.Chargers),
            Readers = Or(reader, "readers", at, usual.Readers),
            PrepareFrom = OptionalMoment(reader, "prepareFrom", at),
            Cameras = cameras,
            Blocks = blocks,
        };
    }

    private static ShootCameraDocument CameraOf(CsvReader reader, string at)
    {
        PoolTakenDocument[] pools =
        [
            .. Pairs(Cell(reader, "pools"), at + "/pools", reader)
                .Select(p => new PoolTakenDocument(p.Key, (int)Number(p.Value, at + "/pools", reader))),
        ];
        return new ShootCameraDocument(
            Cell(reader, "letter"),
            Cell(reader, "unit"),
            Cell(reader, "operator"),
            Cell(reader, "cameraStandard"),
            pools.Length > 0 ? pools : null
        );
    }

    private static ShootBlockDocument BlockOf(CsvReader reader, string at) =>
        new(
            Cell(reader, "block"),
            Moment(reader, "from", at),
            Moment(reader, "to", at),
            Optional(reader, "recordingMinutes", at) ?? 0,
            Cell(reader, "room"),
            Cell(reader, "light")
        );

    private static Guid ShootId(CsvReader reader, string at)
    {
        string cell = Cell(reader, "id");
        if (cell.Length > 0)
        {
            return Guid.TryParse(cell, out Guid id)
                ? id
                : throw Wrong(reader, at + "/id", "the id is no UUID; leave it empty for a new shoot");
        }

        string named = $"{Cell(reader, "name")}\n{OptionalMoment(reader, "call", at)?.ToUniversalTime():O}";
        return new Guid(SHA256.HashData(Encoding.UTF8.GetBytes(named)).AsSpan(0, 16));
    }

    private static int Or(CsvReader reader, string column, string at, int usual) =>
        Cell(reader, column).Length > 0 ? Whole(reader, column, at) : usual;

    private static bool Yes(CsvReader reader, string column, string at) =>
        Cell(reader, column) switch
        {
            "yes" => true,
            "no" or "" => false,
            _ => throw Wrong(reader, $"{at}/{column}", $"{column} is yes or no"),
        };

    private static DateTimeOffset? OptionalMoment(CsvReader reader, string column, string at) =>
        Cell(reader, column).Length > 0 ? Moment(reader, column, at) : null;

    // With its own offset, so that whoever reads the file sees the hour on the wall.
    private static string Local(DateTimeOffset? at) => at?.ToString("yyyy-MM-dd'T'HH:mm:ss.FFFFFFFzzz", CultureInfo.InvariantCulture) ?? "";
}
