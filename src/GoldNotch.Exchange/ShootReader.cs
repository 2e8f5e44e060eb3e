using System.Collections.Immutable;
using GoldNotch.Core.Shoots;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>Reads shoots, kits and pools; each refusal names the field and the way out.</summary>
public static class ShootReader
{
    /// <summary>Most cameras of a shoot.</summary>
    public const int MostCameras = 24;

    // Nobody lends a camera for longer in one go; more is a slip in a year.
    private static readonly TimeSpan Longest = TimeSpan.FromDays(100);

    /// <summary>Refuses a shoot that cannot be kept.</summary>
    /// <param name="shoot">The shoot.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static void Check(ShootDocument shoot, string at = "")
    {
        Line(shoot.Name, 80, $"{at}/name");
        Line(shoot.Place, 120, $"{at}/place", mayBeEmpty: true);
        Text(shoot.Notes, 2000, $"{at}/notes", mayBeEmpty: true);
        Line(shoot.Borrower, 40, $"{at}/borrower", mayBeEmpty: true);
        Line(shoot.Standard, 60, $"{at}/standard", mayBeEmpty: true);
        Times(shoot, at);
        Supply(shoot.Supply, $"{at}/supply");
        InRange(shoot.Day, 0, 23, $"{at}/day", "number of the day");
        OneOf<TimecodeHourSays>(shoot.HourSays, $"{at}/hourSays");
        InRange(shoot.Technicians, 1, 50, $"{at}/technicians", "number of people");
        InRange(shoot.Chargers, 0, 100, $"{at}/chargers", "number of chargers");
        InRange(shoot.Readers, 0, 50, $"{at}/readers", "number of card readers");
        Each(shoot.Hazards ?? [], $"{at}/hazards", (h, where) => OneOf<Hazard>(h, where));
        if ((shoot.Cameras?.Count ?? 0) > MostCameras)
        {
            throw new RefusedException(
                ProblemCode.TooMany,
                $"{at}/cameras/{MostCameras}",
                $"A shoot has at most {MostCameras} cameras. Make two shoots of it."
            );
        }

        Each(shoot.Cameras ?? [], $"{at}/cameras", Camera);
        Distinct((shoot.Cameras ?? []).Select(c => c.Letter), $"{at}/cameras", "letter");
        Distinct((shoot.Cameras ?? []).Where(c => c.Unit.Length > 0).Select(c => c.Unit), $"{at}/cameras", "unit");
        Blocks(shoot, at);
    }

    /// <summary>The blocks of a shoot in minutes after its call.</summary>
    public static ImmutableArray<DayBlock> BlocksOf(ShootDocument shoot, string at = "") =>
        shoot.Call is not { } call
            ? []
            :
            [
                .. (shoot.Blocks ?? []).Select(
                    (b, i) =>
                        RefusedException.At($"{at}/blocks/{i}", () =>
                            DayBlock.Of(
                                b.Name,
                                (b.From - call).TotalMinutes,
                                (b.To - call).TotalMinutes,
                                b.RecordingMinutes,
                                b.Room,
                                b.Light
                            )
                        )
                ),
            ];

    /// <summary>The supply of a shoot.</summary>
    public static ShootSupply Supply(ShootSupplyDocument? supply, string at = "/supply") =>
        supply is null
            ? ShootSupply.OwnBatteries
            : new ShootSupply(
                OneOf<SupplyKind>(supply.Kind, $"{at}/kind"),
                supply.VoltAmperes is { } va ? InRange(va, 1, 10_000_000, $"{at}/voltAmperes", "rating in VA") : null,
                supply.Volts is { } volts ? InRange(volts, 1, 1000, $"{at}/volts", "voltage") : null,
                supply.TrueSine
            );

    /// <summary>The hazards of a shoot.</summary>
    public static ImmutableArray<Hazard> HazardsOf(ShootDocument shoot) =>
        Each(shoot.Hazards ?? [], "/hazards", (h, where) => OneOf<Hazard>(h, where));

    /// <summary>A kit, checked.</summary>
    /// <exception cref="RefusedException">A piece cannot be.</exception>
    public static Kit ToKit(KitDocument kit, string at = "")
    {
        Line(kit.Unit, 30, $"{at}/unit");
        ImmutableArray<KitPiece> pieces = Each(kit.Pieces, $"{at}/pieces", ToPiece);
        return RefusedException.At($"{at}/pieces", () => Kit.Of(kit.Unit, pieces));
    }

    /// <summary>A kit as it is written.</summary>
    public static KitDocument Document(Kit kit) => new(kit.UnitTag, [.. kit.Pieces.Select(Document)]);

    /// <summary>A pool's piece, its count checked.</summary>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static KitPiece Check(PoolDocument pool, string at = "")
    {
        Key(pool.Key, $"{at}/key");
        // A pool may be empty for a while, and may be larger than a bag.
        KitPiece piece = ToPiece(pool.Piece with { Count = 1 }, $"{at}/piece");
        RefusedException.At($"{at}/piece", () => Kit.Of("pool", [piece]));
        return piece with { Count = (int)InRange(pool.Piece.Count, 0, 100_000, $"{at}/piece/count", "number") };
    }

    /// <summary>A piece as the core knows it.</summary>
    public static KitPiece ToPiece(KitPieceDocument piece, string at) =>
        new(
            Line(piece.Name, 80, $"{at}/name"),
            OneOf<PieceKind>(piece.Kind, $"{at}/kind"),
            piece.Count,
            Line(piece.Where, 60, $"{at}/where", mayBeEmpty: true)
        )
        {
            Code = Line(piece.Code, 40, $"{at}/code", mayBeEmpty: true),
            IsRequired = piece.Required,
            Supply = OneOf<PieceSupply>(piece.Supply, $"{at}/supply"),
            AaEach = piece.AaEach,
            WattHours = piece.WattHours,
            Health = piece.Health,
            CapacityGb = piece.CapacityGb,
        };

    /// <summary>A piece as it is written.</summary>
    public static KitPieceDocument Document(KitPiece piece) =>
        new(
            piece.Name,
            Word(piece.Kind),
            piece.Count,
            piece.Where,
            piece.Code,
            piece.IsRequired,
            Word(piece.Supply),
            piece.AaEach,
            piece.WattHours,
            piece.Health,
            piece.CapacityGb
        );

    /// <summary>Text that stands on one line of a list, a label and a calendar.</summary>
    /// <param name="text">The text.</param>
    /// <param name="most">Most characters.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <param name="mayBeEmpty">Whether it may be left empty.</param>
    /// <exception cref="RefusedException">It has a line break or another control character, or is too long or empty.</exception>
    public static string Line(string text, int most, string at, bool mayBeEmpty = false) =>
        text.Any(char.IsControl)
            ? throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "There is a line break or another control character in it. Write it on one line."
            )
            : Text(text, most, at, mayBeEmpty);

    private static ShootCameraDocument Camera(ShootCameraDocument camera, string at)
    {
        if (camera.Letter.Length is 0 or > 3 || !camera.Letter.All(char.IsAsciiLetterUpper))
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/letter", "A camera goes by one to three capital letters: A, B, C.");
        }

        Line(camera.Unit, 30, $"{at}/unit", mayBeEmpty: true);
        Line(camera.Operator, 40, $"{at}/operator", mayBeEmpty: true);
        Line(camera.Standard, 60, $"{at}/standard", mayBeEmpty: true);
        Each(camera.Pools ?? [], $"{at}/pools", (p, where) =>
        {
            Key(p.Pool, $"{where}/pool");
            return InRange(p.Count, 1, 1000, $"{where}/count", "number");
        });
        Distinct((camera.Pools ?? []).Select(p => p.Pool), $"{at}/pools", "pool");
        return camera;
    }

    private static void Times(ShootDocument shoot, string at)
    {
        if (shoot.Call is not { } call)
        {
            if ((shoot.End ?? shoot.Collect ?? shoot.Return ?? shoot.PrepareFrom) is not null)
            {
                throw new RefusedException(ProblemCode.BadValue, $"{at}/call", "Say when the call is, or leave the other times out too.");
            }

            return;
        }

        if (shoot.End is { } end)
        {
            if (end <= call)
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/end",
                    "The end is before the call. Choose a later end, or an earlier call."
                );
            }

            if (end - call > Longest)
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/end",
                    $"The end is {(int)(end - call).TotalDays} days after the call; {(int)Longest.TotalDays} are the most. Look at the year."
                );
            }

            if (shoot.Return is { } back && back < end)
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/return",
                    "The cameras cannot be due back before the end. Choose a later time."
                );
            }
        }

        if (shoot.Collect is { } collect && collect > call)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/collect",
                "The cameras cannot be collected after the call. Choose an earlier time."
            );
        }

        if (shoot.PrepareFrom is { } prepare && prepare >= (shoot.Collect ?? call))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/prepareFrom",
                "Preparation cannot begin after the cameras go out. Choose an earlier time, or leave it empty."
            );
        }

        if ((shoot.Return ?? shoot.End ?? call) - (shoot.Collect ?? call) > Longest)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/return",
                $"The cameras would be away for more than {(int)Longest.TotalDays} days. Make two shoots of it."
            );
        }
    }

    private static void Blocks(ShootDocument shoot, string at)
    {
        if ((shoot.Blocks?.Count ?? 0) > DayBlock.Most)
        {
            throw new RefusedException(ProblemCode.TooMany, $"{at}/blocks/{DayBlock.Most}", $"A day has at most {DayBlock.Most} blocks.");
        }

        Each(shoot.Blocks ?? [], $"{at}/blocks", (b, where) =>
        {
            Line(b.Name, 80, $"{where}/name");
            Line(b.Room, 80, $"{where}/room", mayBeEmpty: true);
            Line(b.Light, 80, $"{where}/light", mayBeEmpty: true);
            return InRange(b.RecordingMinutes, 0, 200_000, $"{where}/recordingMinutes", "recorded time in minutes");
        });
        if ((shoot.Blocks?.Count ?? 0) == 0)
        {
            return;
        }

        if (shoot.Call is not { } call || shoot.End is not { } end)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                shoot.Call is null ? $"{at}/call" : $"{at}/end",
                "Blocks of the day need the call and the end. Say when they are."
            );
        }

        ImmutableArray<DayBlock> blocks = BlocksOf(shoot, at);
        RefusedException.At($"{at}/blocks", () => DayLine.Of(0, (end - call).TotalMinutes, blocks, [], null));
    }
}
