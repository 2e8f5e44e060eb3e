using System.Security.Claims;
using GoldNotch.Data;
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
/// <param name="Role"><c>technician</c> or <c>operator</c>.</param>
/// <param name="WriteToken">Value of the X-Gold-Notch-Token header.</param>
public sealed record SessionView(string Login, string Name, string Role, string WriteToken);

/// <summary>A try to sign in.</summary>
/// <param name="Login">Sign-in name.</param>
/// <param name="Password">Password.</param>
public sealed record SignInRequest(string Login, string Password);

/// <summary>Signing in and out.</summary>
internal static class SessionEndpoints
{
    internal const string SignInLimit = "sign-in";
    private const int TriesBeforeLock = 6;
    private static readonly TimeSpan LockFor = TimeSpan.FromMinutes(5);

    internal static void MapSessions(this IEndpointRouteBuilder api)
    {
        api.MapGet("/session", Current).RequireAuthorization().WithName("getSession");
        api.MapPost("/session", SignInAsync).RequireRateLimiting(SignInLimit).WithName("signIn");
        api.MapDelete("/session", SignOutAsync).WithName("signOut");
    }

    private static Ok<SessionView> Current(HttpContext context, IAntiforgery antiforgery) => TypedResults.Ok(View(context, context.User, antiforgery));

    private static async Task<Results<Ok<SessionView>, ProblemHttpResult>> SignInAsync(
        SignInRequest request, HttpContext context, PersonStore people, IPasswordHasher<StoredPerson> hasher, IAntiforgery antiforgery, TimeProvider clock, CancellationToken cancel)
    {
        DateTimeOffset now = clock.GetUtcNow();
        StoredPerson? person = request.Login.Length <= 40 && request.Password.Length <= 200 ? await people.GetAsync(request.Login, cancel) : null;
        if (person?.LockedUntil > now)
        {
            return Refused("locked", "Too many wrong passwords for this name. It opens again in five minutes.");
        }

        // Unknown names cost the same time as known ones.
        StoredPerson against = person ?? new StoredPerson("", "", "", DummyHash, 0, null);
        if (hasher.VerifyHashedPassword(against, against.PasswordHash, request.Password) == PasswordVerificationResult.Failed || person is null)
        {
            if (person is not null)
            {
                await people.CountFailureAsync(person.Login, TriesBeforeLock, now + LockFor, cancel);
            }

            return Refused("wrong-password", "Name and password do not go together. The demo's are printed by ./start.");
        }

        await people.ClearFailuresAsync(person.Login, cancel);
        var identity = new ClaimsIdentity(
            [new Claim(ClaimTypes.Name, person.Login), new Claim(ClaimTypes.GivenName, person.Name), new Claim(ClaimTypes.Role, person.Role)],
            CookieAuthenticationDefaults.AuthenticationScheme);
        var principal = new ClaimsPrincipal(identity);
        await context.SignInAsync(principal, new AuthenticationProperties { IsPersistent = true });
        return TypedResults.Ok(View(context, principal, antiforgery));
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
        return new SessionView(person.Identity?.Name ?? "", Name(person), person.FindFirstValue(ClaimTypes.Role) ?? "", token);
    }

    internal static string Name(ClaimsPrincipal person) => person.FindFirstValue(ClaimTypes.GivenName) ?? "";

    private static ProblemHttpResult Refused(string code, string sentence) =>
        TypedResults.Problem(ProblemHandler.Problem(400, code, "/password", sentence));

    // A well-formed hash of nothing anybody knows.
    private static readonly string DummyHash = new PasswordHasher<StoredPerson>().HashPassword(new StoredPerson("", "", "", "", 0, null), Guid.NewGuid().ToString());
}
