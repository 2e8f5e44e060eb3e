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

/// <summary>A kit with what is taken from pools for it.</summary>
/// <param name="IsWritten">Whether somebody wrote the kit down.</param>
/// <param name="Own">The kit.</param>
/// <param name="All">The kit with what is taken from pools.</param>
/// <param name="Taken">What is taken from pools.</param>
/// <param name="Others">Kits of other units of the same model.</param>
internal sealed record ShootKit(bool IsWritten, Kit Own, Kit All, IReadOnlyList<PoolPieceView> Taken, IReadOnlyList<Kit> Others);

/// <summary>A camera of a shoot with everything that is known of it.</summary>
internal sealed record ShootCamera(
    ShootCameraDocument Of,
    StoredUnit? Unit,
    BoardUnit? Board,
    Readiness? Readiness,
    Sheet? Sheet,
    string SheetFrom,
    string StandardKey,
    ShootKit Kit,
    LoanRow? Loan,
    LoanRow? OpenLoan
)
{
    /// <summary>As it is called in the preparation.</summary>
    internal string Name => $"{Of.Letter} · {Of.Unit}";

    /// <summary>Whether it can go out: its check holds, or it is out for this shoot already.</summary>
    internal bool IsPrepared => Loan is not null || Readiness?.State == ReadinessState.Ready;
}

/// <summary>Gathers the cameras of a shoot: unit, readiness on the day, sheet, kit with what is taken from pools, loan.</summary>
internal sealed class ShootCameras(
    LineUpSource plans,
    SheetSource sheets,
    UnitStore units,
    BoardStore board,
    KitStore kits,
    LoanStore loans,
    WallClock wall
)
{
    /// <summary>The cameras of a shoot that have a unit.</summary>
    internal async Task<ImmutableArray<ShootCamera>> OfAsync(
        ShootDocument document,
        StoredLineUp? lineUp,
        LoanRow[] ofShoot,
        StoredPool[] pools,
        CancellationToken cancel
    )
    {
        ShootCameraDocument[] asked = [.. (document.Cameras ?? []).Where(c => c.Unit.Length > 0)];
        string[] tags = [.. asked.Select(c => c.Unit)];
        Dictionary<string, StoredUnit> known = (await units.ByTagsAsync(tags, cancel)).ToDictionary(u => u.Tag);
        DateTimeOffset nowThere = await wall.NowAsync(cancel);
        DateOnly today = DateOnly.FromDateTime(nowThere.DateTime);
        // A check that is due on the day of the shoot is due for it.
        DateOnly day =
            document.Call is { } call && call > nowThere ? DateOnly.FromDateTime(call.ToOffset(nowThere.Offset).DateTime) : today;
        Dictionary<string, BoardUnit> boards = (await board.OfUnitsAsync(tags, day, cancel)).ToDictionary(u => u.Tag);
        Dictionary<string, Kit[]> written = [];
        foreach (string model in known.Values.Select(u => u.ModelKey).Distinct())
        {
            written[model] = [.. (await kits.OfModelAsync(model, cancel)).Select(k => ShootReader.ToKit(k.Document))];
        }

        LineUpReport? report = lineUp is null ? null : await ReportAsync(lineUp, cancel);
        ILookup<string, LoanRow> open = (await loans.OpenOfUnitsAsync(tags, cancel)).ToLookup(l => l.UnitTag);
        var cameras = ImmutableArray.CreateBuilder<ShootCamera>();
        foreach (ShootCameraDocument camera in asked)
        {
            StoredUnit? unit = known.GetValueOrDefault(camera.Unit);
            (Sheet? sheet, string from, string standard) = await SheetAsync(document, camera, unit, report, cancel);
            BoardUnit? stands = boards.GetValueOrDefault(camera.Unit);
            cameras.Add(
                new ShootCamera(
                    camera,
                    unit,
                    stands,
                    stands is null ? null : Readiness.Of(stands.Status, stands.DueBack, stands.Last, day),
                    sheet,
                    from,
                    standard,
                    KitOf(camera, unit, written, pools),
                    ofShoot.Where(l => l.UnitTag == camera.Unit).MaxBy(l => l.OutAt),
                    open[camera.Unit].FirstOrDefault(l => l.ShootId != document.Id)
                )
            );
        }

        return cameras.ToImmutable();
    }

    private async Task<LineUpReport?> ReportAsync(StoredLineUp lineUp, CancellationToken cancel)
    {
        try
        {
            return (await plans.ReportAsync(lineUp.Document, cancel)).Report;
        }
        catch (RefusedException)
        {
            // Its standard may have been retired: then its cameras go by their standards alone, and the plan says so itself.
            return null;
        }
    }

    private async Task<(Sheet? Sheet, string From, string Standard)> SheetAsync(
        ShootDocument document,
        ShootCameraDocument camera,
        StoredUnit? unit,
        LineUpReport? report,
        CancellationToken cancel
    )
    {
        string standard = camera.Standard.Length > 0 ? camera.Standard : document.Standard;
        if (
            camera.Standard.Length == 0
            && report?.Cameras.FirstOrDefault(r => r.Plan.Camera.Name == camera.Letter && r.Prepared.Of.Tag == camera.Unit) is { } row
        )
        {
            return (
                ShootSheet.Of(report.LineUp, row, report.White.FirstOrDefault(w => w.Letter == camera.Letter)),
                "plan",
                report.LineUp.Standard.Key
            );
        }

        if (unit is null || standard.Length == 0)
        {
            return (null, "", standard);
        }

        try
        {
            (Sheet sheet, _) = await sheets.GetAsync(new SheetAddress(standard, unit.ModelKey, null, null), unit, cancel);
            return (sheet, "standard", standard);
        }
        catch (RefusedException)
        {
            // A standard that is no longer in force gives no sheet; the findings say so.
            return (null, "", standard);
        }
    }

    private static ShootKit KitOf(ShootCameraDocument camera, StoredUnit? unit, Dictionary<string, Kit[]> written, StoredPool[] pools)
    {
        Kit? own = unit is null ? null : written[unit.ModelKey].FirstOrDefault(k => k.UnitTag == camera.Unit);
        Kit kit = own ?? new Kit(camera.Unit, []);
        List<PoolPieceView> taken = [];
        List<KitPiece> all = [.. kit.Pieces];
        foreach (PoolTakenDocument take in camera.Pools ?? [])
        {
            if (pools.FirstOrDefault(p => p.Document.Key == take.Pool) is { } pool)
            {
                taken.Add(new PoolPieceView(take.Pool, pool.Document.Piece.Name, take.Count));
                all.Add(ShootReader.ToPiece(pool.Document.Piece, "") with { Count = take.Count, Where = "from the pool", Code = "" });
            }
        }

        return new ShootKit(
            own is not null,
            kit,
            kit with
            {
                Pieces = [.. all],
            },
            taken,
            unit is null ? [] : [.. written[unit.ModelKey].Where(k => k.UnitTag != camera.Unit)]
        );
    }
}
