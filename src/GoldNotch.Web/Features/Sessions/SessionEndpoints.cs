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
public sealed record SignInRequest(string Login, string Password);

/// <summary>A change of one's own password.</summary>
/// <param name="Current">The password as it is.</param>
/// <param name="New">The password to be.</param>
public sealed record PasswordChange(string Current, string New);

/// <summary>Signing in and out.</summary>
internal static class SessionEndpoints
{
    internal const string SignInLimit = "sign-in";
    private const string StampClaim = "stamp";
    private const int TriesBeforeLock = 6;
    private static readonly TimeSpan LockFor = TimeSpan.FromMinutes(5);

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
        PersonStore people,
        IPasswordHasher<StoredPerson> hasher,
        IAntiforgery antiforgery,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        DateTimeOffset now = clock.GetUtcNow();
        StoredPerson? person =
            request.Login.Length <= 40 && request.Password.Length <= 200 ? await people.GetAsync(request.Login, cancel) : null;
        if (person?.LockedUntil > now)
        {
            return Refused(ProblemCode.Locked, "Too many wrong passwords for this name. It opens again in five minutes.");
        }

        // Unknown names cost the same time as known ones.
        StoredPerson against = person ?? new StoredPerson("", "", Role.Operator, DummyHash, 0, null);
        if (
            person is { Active: false }
            || hasher.VerifyHashedPassword(against, against.PasswordHash, request.Password) == PasswordVerificationResult.Failed
            || person is null
        )
        {
            if (person is not null)
            {
                await people.CountFailureAsync(person.Login, TriesBeforeLock, now + LockFor, cancel);
            }

            return Refused(
                ProblemCode.WrongPassword,
                "Name and password do not match. Check both, and Caps Lock; after too many tries the name is locked for five minutes."
            );
        }

        await people.ClearFailuresAsync(person.Login, cancel);
        ClaimsPrincipal principal = await BeginAsync(context, person);
        return TypedResults.Ok(View(context, principal, antiforgery));
    }

    private static async Task<Results<Ok<SessionView>, ProblemHttpResult>> ChangePasswordAsync(
        PasswordChange change,
        HttpContext context,
        Author author,
        PersonStore people,
        IPasswordHasher<StoredPerson> hasher,
        IAntiforgery antiforgery,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        Passwords.Check(change.New, "/new");
        string login = context.User.Identity?.Name ?? "";
        StoredPerson person = await people.GetAsync(login, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "", "This account is gone.");
        if (person.LockedUntil > clock.GetUtcNow())
        {
            return Refused(ProblemCode.Locked, "Too many wrong passwords for this name. It opens again in five minutes.");
        }

        if (
            change.Current.Length > 200
            || hasher.VerifyHashedPassword(person, person.PasswordHash, change.Current) == PasswordVerificationResult.Failed
        )
        {
            await people.CountFailureAsync(login, TriesBeforeLock, clock.GetUtcNow() + LockFor, cancel);
            return TypedResults.Problem(
                ProblemHandler.Problem(
                    400,
                    ProblemCode.WrongPassword,
                    "/current",
                    "That is not your password as it is now. Nothing was changed."
                )
            );
        }

        StoredPerson after = await people.ChangePasswordAsync(login, hasher.HashPassword(person, change.New), author.Name, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "", "This account is gone.");
        return TypedResults.Ok(View(context, await BeginAsync(context, after), antiforgery));
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

    /// <summary>Ends a session whose person was changed, blocked or given another password since.</summary>
    internal static async Task StillValidAsync(CookieValidatePrincipalContext context)
    {
        // The page itself and the health of the site are for anybody, also while the database is away.
        if (!context.HttpContext.Request.Path.StartsWithSegments("/api"))
        {
            return;
        }

        PersonStore people = context.HttpContext.RequestServices.GetRequiredService<PersonStore>();
        string login = context.Principal?.Identity?.Name ?? "";
        StoredPerson? person = await people.GetAsync(login, context.HttpContext.RequestAborted);
        if (person is not { Active: true } || person.Stamp.ToString() != context.Principal?.FindFirstValue(StampClaim))
        {
            context.RejectPrincipal();
            await context.HttpContext.SignOutAsync();
            return;
        }

        SignedIn.Reads(context.HttpContext, person.Notation);
    }

    private static async Task<ClaimsPrincipal> BeginAsync(HttpContext context, StoredPerson person)
    {
        var identity = new ClaimsIdentity(
            [
                new Claim(ClaimTypes.Name, person.Login),
                new Claim(ClaimTypes.GivenName, person.Name),
                new Claim(ClaimTypes.Role, person.Role.Word()),
                new Claim(StampClaim, person.Stamp.ToString()),
            ],
            CookieAuthenticationDefaults.AuthenticationScheme
        );
        var principal = new ClaimsPrincipal(identity);
        SignedIn.Reads(context, person.Notation);
        await context.SignInAsync(principal, new AuthenticationProperties { IsPersistent = true });
        return principal;
    }

    private static async Task<NoContent> SignOutAsync(HttpContext context, CancellationToken _)
    {
        await context.SignOutAsync();
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

    // A well-formed hash of nothing anybody knows.
    private static readonly string DummyHash = new PasswordHasher<StoredPerson>().HashPassword(
        new StoredPerson("", "", Role.Operator, "", 0, null),
        Guid.NewGuid().ToString()
    );
}
