using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Shoots;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace GoldNotch.Web.Features.Calendars;

/// <summary>Shoots, preparations and returns as iCalendar (RFC 5545). Every time is told in UTC, so that no program has to know the department's zone.</summary>
/// <param name="address">Address of the site, without a slash at its end.</param>
/// <param name="names">Names of people by sign-in name.</param>
internal sealed class ShootCalendar(string address, IReadOnlyDictionary<string, string> names)
{
    private readonly Calendar _calendar = new() { ProductId = "-//Gold Notch//Shoots//EN", Method = "PUBLISH" };

    /// <summary>The file.</summary>
    internal string Text(string title)
    {
        _calendar.AddProperty("X-WR-CALNAME", title);
        // A program that asks more often than the day changes wastes both sides' time.
        _calendar.AddProperty("REFRESH-INTERVAL;VALUE=DURATION", "PT30M");
        _calendar.AddProperty("X-PUBLISHED-TTL", "PT30M");
        return new CalendarSerializer().SerializeToString(_calendar) ?? "";
    }

    /// <summary>A shoot that has a call: when everybody is there, where, and with which cameras.</summary>
    internal void Shoot(StoredShoot shoot)
    {
        ShootDocument document = shoot.Document;
        if (document.Call is not { } call)
        {
            return;
        }

        CalendarEvent made = Event(
            $"shoot-{document.Id}",
            document.Name,
            call,
            document.End,
            $"/shoots/{document.Id}",
            shoot.ChangedAt,
            Lines(
                (document.Cameras ?? []).Select(c =>
                    $"Camera {c.Letter}: {Or(c.Unit, "not chosen yet")}{(c.Operator.Length > 0 ? $", {Name(c.Operator)}" : "")}"
                ),
                document.Borrower.Length > 0 ? $"Answers for the cameras: {Name(document.Borrower)}" : "",
                shoot.Cancelled is { } cancelled ? $"Cancelled: {cancelled.Why}" : "",
                document.Notes
            )
        );
        made.Location = document.Place.Length > 0 ? document.Place : null;
        made.Sequence = shoot.Version;
        made.Status = shoot.Cancelled is null ? EventStatus.Confirmed : EventStatus.Cancelled;
        if (shoot.Cancelled is null && document.Collect is { } collect && collect != call)
        {
            Event($"collect-{document.Id}", $"Collect: {document.Name}", collect, null, $"/shoots/{document.Id}", shoot.ChangedAt, "");
        }
    }

    /// <summary>When to prepare a shoot: from when it has to begin, at the latest, to when the cameras are collected.</summary>
    internal void Preparation(StoredShoot shoot, PreparationView plan)
    {
        if (plan.Tasks.Count == 0)
        {
            return;
        }

        CalendarEvent made = Event(
            $"prepare-{shoot.Document.Id}",
            $"Prepare: {shoot.Document.Name}",
            plan.BeginBy,
            plan.Until,
            $"/shoots/{shoot.Document.Id}/pack",
            shoot.ChangedAt,
            Lines(
                [],
                $"{plan.Tasks.Count} {(plan.Tasks.Count == 1 ? "task" : "tasks")}. Begin at this time at the latest.",
                plan.Fits ? "" : "It does not fit into the time there is: the Pack room says what would help."
            )
        );
        made.Sequence = shoot.Version;
    }

    /// <summary>When what is planned to be out is due back.</summary>
    internal void Return(StoredShoot shoot)
    {
        if ((shoot.Document.Return ?? shoot.Document.End) is { } due && shoot.Document.Cameras is { Count: > 0 } cameras)
        {
            string[] units = [.. cameras.Select(c => c.Unit).Where(u => u.Length > 0)];
            Event(
                $"return-{shoot.Document.Id}",
                $"Return: {shoot.Document.Name}",
                due,
                null,
                $"/shoots/{shoot.Document.Id}/return",
                shoot.ChangedAt,
                string.Join(", ", units)
            ).Sequence = shoot.Version;
        }
    }

    /// <summary>When a camera that is out is due back.</summary>
    internal void Loan(LoanRow loan, string shoot) =>
        Event(
            $"loan-{loan.Id}",
            $"Return: {loan.UnitTag}, {loan.Borrower}",
            loan.DueAt,
            null,
            $"/shoots/loans/{loan.Id}",
            loan.OutAt,
            shoot.Length > 0 ? $"Lent for {shoot}" : ""
        );

    private CalendarEvent Event(
        string id,
        string summary,
        DateTimeOffset from,
        DateTimeOffset? to,
        string path,
        DateTimeOffset changed,
        string text
    )
    {
        var made = new CalendarEvent
        {
            Uid = $"{id}@gold-notch",
            Summary = summary,
            Start = Utc(from),
            End = to is { } end && end > from ? Utc(end) : null,
            Url = new Uri(address + path),
            Description = text.Length > 0 ? text : null,
            // The same shoot is the same file, whenever it is asked for.
            DtStamp = Utc(changed),
            LastModified = Utc(changed),
        };
        _calendar.Events.Add(made);
        return made;
    }

    private static CalDateTime Utc(DateTimeOffset at) => new(DateTime.SpecifyKind(at.UtcDateTime, DateTimeKind.Utc), true);

    private string Name(string login) => names.GetValueOrDefault(login, login);

    private static string Or(string text, string otherwise) => text.Length > 0 ? text : otherwise;

    private static string Lines(IEnumerable<string> first, params ReadOnlySpan<string> more) =>
        string.Join('\n', first.Concat(more.ToArray()).Where(l => l.Length > 0));
}
