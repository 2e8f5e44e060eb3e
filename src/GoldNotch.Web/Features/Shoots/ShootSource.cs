using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Media;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.LineUps;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Shoots;

/// <summary>Puts a shoot before the core: units, kits, sheets, loans and people as they are now.</summary>
internal sealed class ShootSource(
    ShootStore shoots,
    ShootCameras gathered,
    PreparationSource preparations,
    LineUpStore lineUps,
    UnitStore units,
    ModelStore models,
    BoardStore board,
    KitStore kits,
    LoanStore loans,
    ShownMinutes shown,
    PersonStore people,
    WallClock wall,
    TimeProvider clock,
    Phrasing phrasing
)
{
    /// <summary>A shoot with everything that follows from it.</summary>
    internal async Task<ShootView> ViewAsync(StoredShoot shoot, CancellationToken cancel)
    {
        ShootDocument document = shoot.Document;
        DateTimeOffset now = clock.GetUtcNow();
        Dictionary<string, StoredPerson> persons = (await people.ListAsync(cancel)).ToDictionary(p => p.Login);
        Dictionary<string, string> names = await models.NamesAsync(cancel);
        LoanRow[] ofShoot = [.. (await loans.OfShootsAsync([document.Id], cancel))[document.Id]];
        StoredPool[] pools = [.. await kits.PoolsAsync(document.Booked, document.Id, cancel)];
        StoredLineUp? lineUp = await lineUps.GetAsync(document.Id, cancel);
        ImmutableArray<ShootCamera> cameras = await gathered.OfAsync(document, lineUp, ofShoot, pools, cancel);
        // What nobody has said of the shoot is what its standards say.
        ShootSupply supply = document.Supply is null
            ? ShootSupply.AsTheSheets([.. cameras.Select(c => c.Sheet).OfType<Sheet>()])
            : ShootReader.Supply(document.Supply);
        ImmutableArray<DayBlock> blocks = ShootReader.BlocksOf(document);
        double recording = blocks.Sum(b => b.RecordingMinutes);
        double on = blocks.Sum(b => b.To - b.From);
        Dictionary<string, IReadOnlyList<double>> minutes = await shown.OfAsync(
            [
                .. cameras
                    .Where(c => c.Sheet is not null)
                    .Select(c => new UnitStandard(c.Of.Unit, c.Sheet!.Standard.Key, c.Sheet.Standard.Version)),
            ],
            cancel
        );
        ImmutableDictionary<string, CameraPack> packs = cameras
            .Where(c => c.Sheet is not null)
            .ToImmutableDictionary(
                c => c.Of.Letter,
                c =>
                    PackPlan.Of(
                        new PackedCamera(
                            c.Of.Letter,
                            c.Of.Unit,
                            c.Sheet!,
                            c.Kit.All,
                            minutes.TryGetValue(c.Of.Unit, out IReadOnlyList<double>? recorded)
                                ? CardsPlan.NumberRead(c.Sheet!, recorded)
                                : null
                        ),
                        recording > 0 ? recording : c.Sheet!.Standard.PlannedMinutes ?? 0,
                        on > 0 ? on : c.Sheet!.Standard.PlannedMinutes ?? 0,
                        supply,
                        CopySpeeds.Usual
                    )
            );
        TimecodePreset? timecode = Timecode(document, cameras);
        HashSet<string> prepared = [.. cameras.Where(c => c.IsPrepared).Select(c => c.Of.Unit)];
        return new ShootView(
            document,
            shoot.Version,
            shoot.ChangedBy,
            shoot.Version > 0 ? shoot.ChangedAt : null,
            ShootViews.StatusOf(shoot, ofShoot, prepared),
            shoot.Cancelled?.Why ?? "",
            lineUp is not null,
            NameOf(document.Borrower, persons),
            [.. cameras.Select(c => Camera(c, names, persons))],
            [
                .. (await FindingsAsync(document, cameras, persons, pools, ofShoot, now, cancel)).Select(f => new ShootFindingView(
                    f.Letter,
                    f.IsFault,
                    phrasing.Of(f.Because)
                )),
            ],
            Pack(document, cameras, packs, names, supply, timecode, pools),
            (await preparations.OfAsync([shoot], cancel)).GetValueOrDefault(document.Id),
            Day(document, cameras, packs, blocks, supply, timecode)
        );
    }

    /// <summary>Units of shoots whose check holds on the day it is now.</summary>
    internal async Task<HashSet<string>> PreparedAsync(IReadOnlyList<StoredShoot> of, CancellationToken cancel)
    {
        DateOnly today = await wall.TodayAsync(cancel);
        string[] tags = [.. of.SelectMany(s => s.Document.Cameras ?? []).Select(c => c.Unit).Where(u => u.Length > 0).Distinct()];
        return
        [
            .. (await board.OfUnitsAsync(tags, today, cancel))
                .Where(u => Readiness.Of(u.Status, u.DueBack, u.Last, today).State == ReadinessState.Ready)
                .Select(u => u.Tag),
        ];
    }

    private ShootCameraView Camera(ShootCamera camera, Dictionary<string, string> names, Dictionary<string, StoredPerson> persons) =>
        new(
            camera.Of.Letter,
            camera.Of.Unit,
            camera.Unit?.ModelKey ?? "",
            camera.Unit is { } unit ? names.GetValueOrDefault(unit.ModelKey, unit.ModelKey) : "",
            camera.Unit?.Tape ?? "",
            camera.Unit?.Place ?? "",
            camera.Readiness?.State,
            camera.Readiness is { } now ? phrasing.Text(now.InShort) : "",
            NameOf(camera.Of.Operator, persons),
            camera.StandardKey,
            camera.SheetFrom,
            camera.IsPrepared,
            camera.Loan is { } loan ? new ShootLoanView(loan.Id, loan.Status, loan.Borrower, loan.DueAt, loan.OpenPoints) : null
        );

    private static string NameOf(string login, Dictionary<string, StoredPerson> persons) =>
        login.Length == 0 ? "" : persons.GetValueOrDefault(login)?.Name ?? login;

    private async Task<ImmutableArray<ShootFinding>> FindingsAsync(
        ShootDocument document,
        ImmutableArray<ShootCamera> cameras,
        Dictionary<string, StoredPerson> persons,
        StoredPool[] pools,
        LoanRow[] ofShoot,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        List<StoredShoot> beside =
            document.Booked is { } booked && cameras.Any(c => c.Of.Operator.Length > 0)
                ? await shoots.BetweenAsync(new ShootFilter(booked.From, booked.To), 500, cancel)
                : [];
        List<ShootCameraFacts> facts = [];
        foreach (ShootCamera camera in cameras.Where(c => c.Unit is not null))
        {
            LoanRow? held =
                camera.OpenLoan is { Status: LoanStatus.Out } other
                && (other.DueAt < now || document.Booked is not { } b || other.DueAt > b.From)
                    ? other
                    : null;
            bool needsAnother =
                held is not null || camera.Readiness!.State is ReadinessState.Off or ReadinessState.Repair or ReadinessState.Retired;
            facts.Add(
                new ShootCameraFacts(
                    camera.Of.Letter,
                    camera.Of.Unit,
                    camera.Unit!.Status,
                    camera.Loan is null ? camera.Readiness!.State : ReadinessState.Ready,
                    camera.Sheet is not null,
                    camera.Kit.IsWritten,
                    camera.Loan is null && held is { } h ? (h.Borrower, h.DueAt.ToOffset(now.Offset)) : null,
                    NameOf(camera.Of.Operator, persons),
                    persons.GetValueOrDefault(camera.Of.Operator)?.Active ?? false,
                    camera.Of.Operator.Length > 0
                        ? beside
                            .FirstOrDefault(s =>
                                s.Document.Id != document.Id && (s.Document.Cameras ?? []).Any(c => c.Operator == camera.Of.Operator)
                            )
                            ?.Document.Name
                            ?? ""
                        : "",
                    needsAnother ? await FreeAsync(camera, document, cancel) : []
                )
                {
                    IsOverdue = held?.DueAt < now,
                }
            );
        }

        return ShootFindings.Of(
            document.Call,
            document.End is not null,
            ofShoot.Length > 0,
            now,
            facts,
            [
                .. pools
                    .Select(p => new PoolFacts(
                        p.Document.Piece.Name,
                        p.Document.Piece.Count,
                        p.Taken,
                        cameras.SelectMany(c => c.Of.Pools ?? []).Where(t => t.Pool == p.Document.Key).Sum(t => t.Count)
                    ))
                    .Where(p => p.Here > 0),
            ]
        );
    }

    // Units of the same model that are in and promised to nobody at that time.
    private async Task<ImmutableArray<string>> FreeAsync(ShootCamera camera, ShootDocument document, CancellationToken cancel)
    {
        List<StoredUnit> same = await units.LentAsync(camera.Unit!.ModelKey, null, cancel);
        HashSet<string> busy = document.Booked is { } booked
            ? [.. (await shoots.BookingsAsync([.. same.Select(u => u.Tag)], booked.From, booked.To, cancel)).Select(b => b.UnitTag)]
            : [];
        return [.. same.Where(u => u.Status == UnitStatus.In && !busy.Contains(u.Tag) && u.Tag != camera.Of.Unit).Select(u => u.Tag)];
    }

    private static TimecodePreset? Timecode(ShootDocument document, ImmutableArray<ShootCamera> cameras)
    {
        RecordFormat? format = cameras.Select(c => c.Sheet?.Format).FirstOrDefault(f => f is not null);
        TimecodeHourSays says = document.HourSays == "card" ? TimecodeHourSays.Card : TimecodeHourSays.Day;
        return format is null
            ? null
            : TimecodePreset.Of(format.Rate.Frames, says, says == TimecodeHourSays.Card ? 1 : document.Day, cameras.Length);
    }

    private PackView Pack(
        ShootDocument document,
        ImmutableArray<ShootCamera> cameras,
        ImmutableDictionary<string, CameraPack> packs,
        Dictionary<string, string> names,
        ShootSupply supply,
        TimecodePreset? timecode,
        StoredPool[] pools
    )
    {
        CameraModel[] used = [.. cameras.Where(c => c.Sheet is not null).Select(c => c.Sheet!.Model)];
        AaPlan? aa = AaPlan.Of(
            cameras.Select(c => c.Kit.All),
            pools.Where(p => p.Document.Piece.Kind == "aa-batteries").Sum(p => p.Document.Piece.Count - p.Taken)
        );
        return new PackView(
            [
                .. cameras
                    .Where(c => packs.ContainsKey(c.Of.Letter))
                    .Select(c =>
                        ShootViews.Of(
                            packs[c.Of.Letter],
                            names.GetValueOrDefault(c.Unit?.ModelKey ?? "", c.Unit?.ModelKey ?? ""),
                            c.Kit,
                            timecode?.Label ?? "",
                            phrasing
                        )
                    ),
            ],
            aa is null ? null : new SaidView(aa.Needed > aa.InPool, phrasing.Of(aa.Because)),
            [
                .. document.Supply is null && supply.IsMains
                    ? [new SaidView(false, phrasing.Of(SupplyPlan.FromTheStandards))]
                    : Array.Empty<SaidView>(),
                .. SupplyPlan.Of(supply, used).Select(s => new SaidView(s.IsFault, phrasing.Of(s.Because))),
            ],
            timecode is null ? null : phrasing.Of(timecode.Because),
            [.. Cautions.Of(ShootReader.HazardsOf(document), supply, document.Outdoors, used).Select(phrasing.Of)]
        );
    }

    private static DayView? Day(
        ShootDocument document,
        ImmutableArray<ShootCamera> cameras,
        ImmutableDictionary<string, CameraPack> packs,
        ImmutableArray<DayBlock> blocks,
        ShootSupply supply,
        TimecodePreset? timecode
    )
    {
        if (document.Call is not { } call || document.End is not { } end)
        {
            return null;
        }

        DayCamera[] line =
        [
            .. cameras
                .Where(c => packs.ContainsKey(c.Of.Letter))
                .Select(c => new DayCamera(
                    c.Of.Letter,
                    packs[c.Of.Letter].Cards?.MinutesEach,
                    supply.IsMains && c.Kit.All.CountOf(PieceKind.Adapter) > 0 ? null : packs[c.Of.Letter].Batteries?.MinutesEach,
                    c.Sheet!.Model.BlackReferenceMinutes,
                    c.Sheet!.Model.BufferGb is not null
                )
                {
                    IsInRelay = packs[c.Of.Letter].Cards?.IsInRelay ?? false,
                }),
        ];
        return ShootViews.Of(DayLine.Of(0, (end - call).TotalMinutes, blocks, [.. line], timecode?.SetAgainMinutes), call);
    }
}
