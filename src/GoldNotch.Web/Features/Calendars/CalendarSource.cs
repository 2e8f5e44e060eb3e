using GoldNotch.Data;
using GoldNotch.Web.Features.Shoots;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Calendars;

/// <summary>Gathers what belongs into a calendar: of a technician all shoots with their preparation and returns, of anybody else what is the person's own.</summary>
internal sealed class CalendarSource(
    ShootStore shoots,
    LoanStore loans,
    PersonStore people,
    PreparationSource preparations,
    TimeProvider clock
)
{
    private const int MostShoots = 500;
    private const int MostLoans = 500;

    // What was a month ago is looked up; what is in a year is planned.
    private static readonly TimeSpan Behind = TimeSpan.FromDays(31);
    private static readonly TimeSpan Ahead = TimeSpan.FromDays(366);

    // Preparation is planned anew by the hour: what is far away only costs time.
    private static readonly TimeSpan PreparedAhead = TimeSpan.FromDays(14);

    /// <summary>A person's calendar.</summary>
    internal async Task<string> OfPersonAsync(StoredPerson person, string address, CancellationToken cancel)
    {
        bool all = person.Role == Role.Technician;
        DateTimeOffset now = clock.GetUtcNow();
        var filter = new ShootFilter(now - Behind, now + Ahead, Person: all ? null : person.Login);
        List<StoredShoot> between = await shoots.BetweenAsync(filter, MostShoots, cancel);
        ILookup<Guid, LoanRow> lent = await loans.OfShootsAsync([.. between.Select(s => s.Document.Id)], cancel);
        Dictionary<Guid, PreparationView> plans = all
            ? await preparations.OfAsync([.. between.Where(s => s.Document.Call < now + PreparedAhead)], cancel)
            : [];
        ShootCalendar calendar = await NewAsync(address, cancel);
        foreach (StoredShoot shoot in between)
        {
            calendar.Shoot(shoot);
            if (plans.TryGetValue(shoot.Document.Id, out PreparationView? plan))
            {
                calendar.Preparation(shoot, plan);
            }

            // Once something of it is out, each loan says itself when it is due.
            if (!lent[shoot.Document.Id].Any())
            {
                calendar.Return(shoot);
            }
        }

        List<LoanRow> open = await loans.DueAsync(new LoanFilter(Open: true, Borrower: all ? null : person.Id), MostLoans, cancel);
        Dictionary<Guid, string> names = await shoots.NamesAsync([.. open.Select(l => l.ShootId).OfType<Guid>().Distinct()], cancel);
        foreach (LoanRow loan in open.Where(l => l.BackAt is null))
        {
            calendar.Loan(loan, loan.ShootId is { } shoot ? names.GetValueOrDefault(shoot, "") : "");
        }

        return calendar.Text($"Gold Notch: {person.Name}");
    }

    /// <summary>One shoot as a file.</summary>
    internal async Task<string> OfShootAsync(StoredShoot shoot, string address, CancellationToken cancel)
    {
        ShootCalendar calendar = await NewAsync(address, cancel);
        calendar.Shoot(shoot);
        if (shoot.Cancelled is null)
        {
            calendar.Return(shoot);
        }

        return calendar.Text(shoot.Document.Name);
    }

    private async Task<ShootCalendar> NewAsync(string address, CancellationToken cancel) =>
        new(address, (await people.ListAsync(cancel)).ToDictionary(p => p.Login, p => p.Name));
}
