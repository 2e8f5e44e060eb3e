using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Web.Features.Shoots;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Today;

/// <summary>A shoot on the line of the day.</summary>
public sealed record DayShootView(ShootRowView Shoot, DateTimeOffset? BeginBy, bool Fits);

/// <summary>What somebody has to do.</summary>
public enum NeedKind
{
    /// <summary>A camera should be back.</summary>
    Overdue,

    /// <summary>Preparation has to start, or comes too late.</summary>
    Prepare,

    /// <summary>A camera needs its check before its shoot.</summary>
    Check,

    /// <summary>Cameras are collected.</summary>
    HandOut,

    /// <summary>A camera is due back.</summary>
    Return,

    /// <summary>A loan is back and something of it is open.</summary>
    Open,

    /// <summary>A check is begun and not signed.</summary>
    OpenCheck,
}

/// <summary>A line of what needs somebody: when, what it is about, and where it is done.</summary>
/// <param name="Kind">What has to be done.</param>
/// <param name="At">When; null where it has no time.</param>
/// <param name="Shoot">The shoot it is about.</param>
/// <param name="ShootName">Its name.</param>
/// <param name="Unit">The unit it is about; empty where it is about several or none.</param>
/// <param name="Units">The units it is about.</param>
/// <param name="Person">Who has it.</param>
/// <param name="Loan">The loan it is about.</param>
/// <param name="Check">The check it is about.</param>
/// <param name="Standard">The standard to check by; empty where none is known.</param>
/// <param name="Points">How much is open.</param>
/// <param name="IsUrgent">Whether it is late, or comes too late.</param>
public sealed record NeedView(
    NeedKind Kind,
    DateTimeOffset? At,
    Guid? Shoot,
    string ShootName,
    string Unit,
    IReadOnlyList<string> Units,
    string Person,
    Guid? Loan,
    Guid? Check,
    string Standard,
    int Points,
    bool IsUrgent
);

/// <summary>Today, for the person who asks.</summary>
/// <param name="Now">The time the page was made.</param>
/// <param name="Day">Shoots of today and tomorrow, on one line of time.</param>
/// <param name="Needs">What needs somebody, most urgent first.</param>
/// <param name="Mine">Shoots of the person who asks, the next first.</param>
/// <param name="Owed">What the person who asks has borrowed.</param>
/// <param name="HasShoots">Whether there are any shoots at all.</param>
/// <param name="HasUnits">Whether there are any cameras at all.</param>
public sealed record TodayView(
    DateTimeOffset Now,
    IReadOnlyList<DayShootView> Day,
    IReadOnlyList<NeedView> Needs,
    IReadOnlyList<ShootRowView> Mine,
    IReadOnlyList<NeedView> Owed,
    bool HasShoots,
    bool HasUnits
);

/// <summary>Gathers what today asks for.</summary>
internal sealed class TodaySource(
    ShootStore shoots,
    LoanStore loans,
    CheckStore checks,
    UnitStore units,
    ShootSource source,
    PreparationSource preparations,
    WallClock wall
)
{
    private const int MostShoots = 200;
    private const int MostLoans = 200;
    private const int MostChecks = 20;
    private const int MostMine = 5;

    // What has to start within the hour is told as if it had to start now.
    private static readonly TimeSpan Soon = TimeSpan.FromHours(1);

    internal async Task<TodayView> OfAsync(Author author, CancellationToken cancel)
    {
        DateTimeOffset now = await wall.NowAsync(cancel);
        DateTimeOffset midnight = new(now.Year, now.Month, now.Day, 0, 0, 0, now.Offset);
        var window = new ShootFilter(midnight, midnight.AddDays(2));
        List<StoredShoot> day = await shoots.BetweenAsync(window, MostShoots, cancel);
        ILookup<Guid, LoanRow> lent = await loans.OfShootsAsync([.. day.Select(s => s.Document.Id)], cancel);
        HashSet<string> prepared = await source.PreparedAsync(day, cancel);
        Dictionary<Guid, PreparationView> plans = await preparations.OfAsync(day, cancel);
        ShootRowView[] rows = [.. day.Select(s => ShootViews.Row(s, [.. lent[s.Document.Id]], prepared))];
        List<LoanRow> open = await loans.DueAsync(new LoanFilter(Open: true), MostLoans, cancel);
        List<NeedView> needs =
        [
            .. open.Select(l => OfLoan(l, now, midnight)).OfType<NeedView>(),
            .. rows.SelectMany(r => OfShoot(r, plans.GetValueOrDefault(r.Id), day.First(s => s.Document.Id == r.Id), prepared, lent, now)),
            .. (await checks.OpenAsync(MostChecks, cancel)).Select(c =>
                Need(NeedKind.OpenCheck, c.At) with
                {
                    Unit = c.Unit,
                    Units = [c.Unit],
                    Person = c.By,
                    Check = c.Id,
                    Points = c.Unread,
                }
            ),
        ];
        List<StoredShoot> mine = await shoots.BetweenAsync(new ShootFilter(now, now.AddDays(60), Person: author.Login), MostMine, cancel);
        ILookup<Guid, LoanRow> mineLent = await loans.OfShootsAsync([.. mine.Select(s => s.Document.Id)], cancel);
        HashSet<string> minePrepared = await source.PreparedAsync(mine, cancel);
        List<LoanRow> owed = await loans.DueAsync(new LoanFilter(Open: true, Borrower: author.Id), MostLoans, cancel);
        return new TodayView(
            now,
            [
                .. rows.Select(r => new DayShootView(
                    r,
                    plans.TryGetValue(r.Id, out PreparationView? plan) ? plan.BeginBy : null,
                    plan?.Fits ?? true
                )),
            ],
            [
                .. needs
                    .OrderByDescending(n => n.IsUrgent)
                    .ThenBy(n => n.Kind == NeedKind.OpenCheck)
                    .ThenBy(n => n.At ?? DateTimeOffset.MaxValue),
            ],
            [.. mine.Select(s => ShootViews.Row(s, [.. mineLent[s.Document.Id]], minePrepared))],
            [.. owed.Select(l => Of(l, now, l.Status == LoanStatus.Out ? NeedKind.Return : NeedKind.Open))],
            day.Count > 0 || (await shoots.ListAsync(new ShootFilter(), null, 1, cancel)).Count > 0,
            day.Count > 0 || (await units.ListAsync(null, null, true, 1, cancel)).Count > 0
        );
    }

    private static NeedView? OfLoan(LoanRow loan, DateTimeOffset now, DateTimeOffset midnight) =>
        loan.Status == LoanStatus.Back ? Of(loan, now, NeedKind.Open)
        : loan.DueAt < now ? Of(loan, now, NeedKind.Overdue)
        : loan.DueAt < midnight.AddDays(2) ? Of(loan, now, NeedKind.Return)
        : null;

    private static NeedView Of(LoanRow loan, DateTimeOffset now, NeedKind kind) =>
        Need(kind, loan.Status == LoanStatus.Back ? loan.BackAt : loan.DueAt) with
        {
            Shoot = loan.ShootId,
            Unit = loan.UnitTag,
            Units = [loan.UnitTag],
            Person = loan.Borrower,
            Loan = loan.Id,
            Points = loan.OpenPoints,
            IsUrgent = loan.Status == LoanStatus.Out && loan.DueAt < now,
        };

    private static IEnumerable<NeedView> OfShoot(
        ShootRowView row,
        PreparationView? plan,
        StoredShoot shoot,
        HashSet<string> prepared,
        ILookup<Guid, LoanRow> lent,
        DateTimeOffset now
    )
    {
        NeedView About(NeedKind kind, DateTimeOffset? at) => Need(kind, at) with { Shoot = row.Id, ShootName = row.Name };
        DateTimeOffset? collect = row.Collect ?? row.Call;
        if (plan is { Tasks.Count: > 0 } && (!plan.Fits || plan.BeginBy <= now + Soon))
        {
            yield return About(NeedKind.Prepare, plan.BeginBy) with
            {
                IsUrgent = !plan.Fits || plan.BeginBy <= now,
                Units = row.Units,
            };
        }

        string[] waiting = [.. row.Units.Where(u => lent[row.Id].All(l => l.UnitTag != u))];
        if (row.Status is not (ShootStatus.Planned or ShootStatus.Prepared or ShootStatus.Out) || (row.End ?? collect) < now)
        {
            yield break;
        }

        foreach (string unit in waiting.Where(u => !prepared.Contains(u)))
        {
            yield return About(NeedKind.Check, collect) with
            {
                Unit = unit,
                Units = [unit],
                Standard = StandardOf(shoot, unit),
            };
        }

        if (waiting.Length > 0)
        {
            yield return About(NeedKind.HandOut, collect) with
            {
                Units = waiting,
                IsUrgent = collect < now,
            };
        }
    }

    private static string StandardOf(StoredShoot shoot, string unit) =>
        shoot.Document.Cameras?.FirstOrDefault(c => c.Unit == unit)?.Standard is { Length: > 0 } own ? own : shoot.Document.Standard;

    private static NeedView Need(NeedKind kind, DateTimeOffset? at) => new(kind, at, null, "", "", [], "", null, null, "", 0, false);
}

/// <summary>The first page after signing in.</summary>
internal static class TodayEndpoints
{
    internal static void MapToday(this IEndpointRouteBuilder api) => api.MapGet("/today", GetAsync).WithName("getToday");

    private static async Task<Ok<TodayView>> GetAsync(TodaySource today, Author author, CancellationToken cancel) =>
        TypedResults.Ok(await today.OfAsync(author, cancel));
}
