using System.Security.Claims;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Sessions;

/// <summary>Who is signed in, and the token that the person's writes must carry.</summary>
/// <param name="Login">Sign-in name.</param>
/// <param name="Name">Name on checks.</param>
/// <param name="Role">What the person is in the department.</param>
/// <param name="Rights">What the person may do that not everybody may.</param>
/// <param name="Notation">How the person reads quantities.</param>
/// <param name="WriteToken">Value of the X-Gold-Notch-Token header.</param>
public sealed record SessionView(
    string Login,
    string Name,
    Role Role,
    IReadOnlyList<Right> Rights,
    NotationPreferences Notation,
    string WriteToken
);

/// <summary>A try to sign in.</summary>
/// <param name="Login">Sign-in name.</param>
/// <param name="Password">Password.</param>
/// <param name="Keep">Whether the person stays signed in on this device when the browser is closed.</param>
public sealed record SignInRequest(string Login, string Password, bool Keep = false);

/// <summary>A change of one's own password.</summary>
/// <param name="Current">The password as it is.</param>
/// <param name="New">The password to be.</param>
public sealed record PasswordChange(string Current, string New);

/// <summary>Signing in and out.</summary>
internal static class SessionEndpoints
{
    internal const string SignInLimit = "sign-in";
    private const int LongestLogin = 40;

    internal static void MapSessions(this IEndpointRouteBuilder api)
    {
        api.MapGet("/session", Current).RequireAuthorization().WithName("getSession");
        api.MapPost("/session", SignInAsync).RequireRateLimiting(SignInLimit).WithName("signIn");
        api.MapDelete("/session", SignOutAsync).WithName("signOut");
        api.MapPut("/session/notation", ChangeNotationAsync).RequireAuthorization().WithName("changeNotation");
        api.MapPut("/session/password", ChangePasswordAsync)
            .RequireAuthorization()
            .RequireRateLimiting(SignInLimit)
            .WithName("changePassword");
    }

    private static Ok<SessionView> Current(HttpContext context, IAntiforgery antiforgery) =>
        TypedResults.Ok(View(context, context.User, antiforgery));

    private static async Task<Results<Ok<SessionView>, ProblemHttpResult>> SignInAsync(
        SignInRequest request,
        HttpContext context,
        [AsParameters] SignInWork work,
        CancellationToken cancel
    )
    {
        // A name longer than any and a password longer than any are tried as what they are: wrong.
        string login = request.Login.Length <= LongestLogin ? request.Login : request.Login[..LongestLogin];
        StoredPerson? person = login == request.Login ? await work.People.GetAsync(login, cancel) : null;
        bool known = await work.Sessions.KnowsDeviceAsync(context, person, cancel);
        string address = context.Connection.RemoteIpAddress?.ToString() ?? "";
        string place = known ? SignInTries.Device(work.Sessions.Device(context)) : SignInTries.Address(address);
        if (await work.Tries.LetThroughAsync(login, person is null, place, known, work.Now, cancel) is { } until)
        {
            return Refused(ProblemCode.Locked, $"Too many wrong passwords. The next try is let through {Wait(until - work.Now)}.");
        }

        // Unknown names cost the same time as known ones.
        StoredPerson against = person ?? Nobody;
        bool right =
            request.Password.Length <= Passwords.Longest
            && work.Hasher.VerifyHashedPassword(against, against.PasswordHash, request.Password) != PasswordVerificationResult.Failed;
        if (!right || person is not { Active: true })
        {
            await work.Tries.WriteDownAsync(login, person, place, address, work.Now, cancel);
            return Refused(
                ProblemCode.WrongPassword,
                "Name and password do not match. Check both, and Caps Lock; after several tries there is a wait, longer each time."
            );
        }

        await work.Tries.ClearAsync(person.Login, place, cancel);
        return TypedResults.Ok(View(context, await work.Sessions.BeginAsync(context, person, request.Keep, cancel), work.Antiforgery));
    }

    private static async Task<Results<Ok<SessionView>, ProblemHttpResult>> ChangePasswordAsync(
        PasswordChange change,
        HttpContext context,
        Author author,
        [AsParameters] SignInWork work,
        CancellationToken cancel
    )
    {
        StoredSession session = BrowserSessions.Of(context)
            ?? throw new RefusedException(ProblemCode.NotFound, "", "This session has ended. Sign in again.");
        StoredPerson person = session.Person;
        Passwords.Check(change.New, person, "/new");

        // Who holds a session of another must not be able to guess that person's password with it.
        string place = SignInTries.Device(session.Word);
        if (await work.Tries.LetThroughAsync(person.Login, false, place, known: true, work.Now, cancel) is { } until)
        {
            return Refused(ProblemCode.Locked, $"Too many wrong passwords. The next try is let through {Wait(until - work.Now)}.");
        }

        if (
            change.Current.Length > Passwords.Longest
            || work.Hasher.VerifyHashedPassword(person, person.PasswordHash, change.Current) == PasswordVerificationResult.Failed
        )
        {
            await work.Tries.WriteDownAsync(person.Login, person, place, "a session", work.Now, cancel);
            return TypedResults.Problem(
                ProblemHandler.Problem(
                    400,
                    ProblemCode.WrongPassword,
                    "/current",
                    "That is not your password as it is now. Nothing was changed."
                )
            );
        }

        StoredPerson after = await work.People.ChangePasswordAsync(
            person.Login,
            work.Hasher.HashPassword(person, change.New),
            author.Actor,
            cancel
        ) ?? throw new RefusedException(ProblemCode.NotFound, "", "This account is gone.");
        return TypedResults.Ok(View(context, await work.Sessions.BeginAsync(context, after, session.Kept, cancel), work.Antiforgery));
    }

    private static async Task<NoContent> ChangeNotationAsync(
        NotationPreferences notation,
        HttpContext context,
        PersonStore people,
        CancellationToken cancel
    )
    {
        await people.ChangeNotationAsync(context.User.Identity?.Name ?? "", notation, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutAsync(HttpContext context, BrowserSessions sessions, CancellationToken cancel)
    {
        await sessions.EndAsync(context, cancel);

        // Nothing of the last person stays to be read from a cache, or by going back.
        context.Response.Headers["Clear-Site-Data"] = "\"cache\"";
        return TypedResults.NoContent();
    }

    private static SessionView View(HttpContext context, ClaimsPrincipal person, IAntiforgery antiforgery)
    {
        context.User = person;
        string token = antiforgery.GetAndStoreTokens(context).RequestToken ?? "";
        Role role = SignedIn.Role(person);
        return new SessionView(
            SignedIn.Login(person),
            SignedIn.Name(person),
            role,
            Roles.RightsOf(role),
            SignedIn.Notation(context),
            token
        );
    }

    private static ProblemHttpResult Refused(ProblemCode code, string sentence) =>
        TypedResults.Problem(ProblemHandler.Problem(400, code, "/password", sentence));

    private static string Wait(TimeSpan wait) =>
        wait < TimeSpan.FromMinutes(2)
            ? $"in {Math.Max(1, (int)Math.Ceiling(wait.TotalSeconds))} s"
            : $"in {(int)Math.Ceiling(wait.TotalMinutes)} min";

    // A well-formed hash of nothing anybody knows.
    private static readonly StoredPerson Nobody = new(
        "",
        "",
        Role.Operator,
        new PasswordHasher<StoredPerson>().HashPassword(new StoredPerson("", "", Role.Operator, ""), Guid.NewGuid().ToString())
    );
}
