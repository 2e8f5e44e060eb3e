using GoldNotch.Core.Practice;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Department;

/// <summary>What holds for the whole department; <c>mainsHz</c> is what a new standard begins with, <c>timeZone</c> an IANA name, empty for that of the
/// server, <c>preparation</c> in minutes. <c>saidSo</c>: whether somebody has ever saved it, or it is as the application came.</summary>
public sealed record DepartmentView(
    string Name,
    string TimeZone,
    double MainsHz,
    PreparationTimesDocument Preparation,
    CheckOffPolicyView CheckOff,
    bool SaidSo,
    int Version
);

/// <summary>When a hand-out asks for a check-off.</summary>
public enum CheckOffAsked
{
    /// <summary>From the first that is signed on.</summary>
    OnceSigned,

    /// <summary>Always.</summary>
    Always,

    /// <summary>Never.</summary>
    Never,
}

/// <summary>How long a check-off holds, months, when a hand-out asks for one, and what is asked for at it; a list that is left out stays as it is.</summary>
public sealed record CheckOffPolicyView(int Months, CheckOffAsked Asked, CheckOffListDocument? List = null);

/// <summary>What of it can be changed; what is left out stays as it is.</summary>
public sealed record DepartmentEdit(
    string Name,
    string TimeZone,
    double MainsHz,
    PreparationTimesDocument? Preparation = null,
    CheckOffPolicyView? CheckOff = null
);

/// <summary>The last backup that was restored elsewhere and found equal; where none was, the last that was made, and why it is not good.</summary>
/// <param name="TakenAt">When.</param>
/// <param name="Megabytes">Size of the file, MiB.</param>
/// <param name="Good">Whether it was restored elsewhere and found equal.</param>
/// <param name="Why">What was wrong; empty where it is good.</param>
/// <param name="AuditCheckpoint">Where the chain of the audit log stood.</param>
/// <param name="Old">Whether a night's backup is missing since.</param>
public sealed record BackupView(DateTimeOffset TakenAt, double Megabytes, bool Good, string Why, string AuditCheckpoint, bool Old);

/// <summary>What is known of backups; null where none was made.</summary>
public sealed record BackupsView(BackupView? Last);

/// <summary>The settings of the department.</summary>
internal static class DepartmentEndpoints
{
    private const int LongestName = 80;

    internal static void MapDepartment(this IEndpointRouteBuilder api)
    {
        api.MapGet("/department", GetAsync).WithName("getDepartment");
        api.MapPut("/department", PutAsync)
            .Needs(Right.DefineStandards)
            .ProducesProblem(400)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putDepartment");
        api.MapGet("/department/backups", BackupsAsync).Needs(Right.ManagePeople).WithName("getBackups");
    }

    private static async Task<Ok<DepartmentView>> GetAsync(HttpContext context, DepartmentStore store, CancellationToken cancel)
    {
        Data.Department now = await store.GetAsync(cancel);
        context.Response.Headers.ETag = ETags.Of(now.Version);
        return TypedResults.Ok(View(now));
    }

    private static DepartmentView View(Data.Department now) =>
        new(
            now.Name,
            now.TimeZone,
            now.MainsHz,
            PreparationTimesDocument.Of(now.Preparation),
            Of(now.CheckOff),
            now.Version > 1,
            now.Version
        );

    private static CheckOffPolicyView Of(CheckOffPolicy policy) =>
        new(
            policy.Months,
            policy.IsAsked switch
            {
                null => CheckOffAsked.OnceSigned,
                true => CheckOffAsked.Always,
                false => CheckOffAsked.Never,
            },
            CheckOffListDocument.Of(policy.List)
        );

    private static async Task<Ok<BackupsView>> BackupsAsync(Npgsql.NpgsqlDataSource source, TimeProvider clock, CancellationToken cancel) =>
        TypedResults.Ok(
            new BackupsView(
                await Backups.LastAsync(source, cancel) is { } run
                    ? new BackupView(
                        run.TakenAt,
                        Math.Round(run.Bytes / 1048576.0, 1),
                        run.Good,
                        run.Why,
                        run.AuditCheckpoint,
                        clock.GetUtcNow() - run.TakenAt > Backups.OldAfter
                    )
                    : null
            )
        );

    private static async Task<Results<Ok<DepartmentView>, ProblemHttpResult>> PutAsync(
        DepartmentEdit edit,
        SeenVersion seen,
        Author author,
        DepartmentStore store,
        CancellationToken cancel
    )
    {
        if (edit.MainsHz is not (>= 10 and <= 1000))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/mainsHz",
                "The mains frequency is 50 or 60 Hz in most places; between 10 and 1000 is taken. Nothing was changed."
            );
        }

        string name = edit.Name.Trim();
        string zone = edit.TimeZone.Trim();
        if (name.Length > LongestName)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/name",
                $"The name of the place has at most {LongestName} characters. Nothing was changed."
            );
        }

        if (zone.Length > 0 && !TimeZoneInfo.TryFindSystemTimeZoneById(zone, out _))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/timeZone",
                "There is no such time zone. Choose one of the list. Nothing was changed."
            );
        }

        if (edit.CheckOff is { Months: < 1 or > CheckOff.MostMonths })
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/checkOff/months",
                $"A check-off holds 1 to {CheckOff.MostMonths} months. Nothing was changed."
            );
        }

        Data.Department now = await store.GetAsync(cancel);
        var wanted = new Data.Department(
            name,
            zone,
            edit.MainsHz,
            edit.Preparation?.ToTimes("/preparation") ?? now.Preparation,
            edit.CheckOff is { } policy
                ? new CheckOffPolicy(
                    policy.Months,
                    policy.Asked == CheckOffAsked.OnceSigned ? null : policy.Asked == CheckOffAsked.Always,
                    policy.List?.ToList("/checkOff/list") ?? now.CheckOff.List
                )
                : now.CheckOff,
            seen.Number
        );
        return await store.ChangeAsync(wanted, author.Actor, cancel) is { } after
            ? TypedResults.Ok(View(after))
            : TypedResults.Problem(
                ProblemHandler.Problem(
                    412,
                    ProblemCode.ChangedMeanwhile,
                    "",
                    "Somebody changed the settings of the department meanwhile. Nothing was changed; load them again and decide."
                )
            );
    }
}
