using System.Security.Claims;
using GoldNotch.Data;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;

namespace GoldNotch.Web.Hosting;

/// <summary>Sessions between the cookie and the database: the cookie names one, the database says whose it is and whether it has ended.</summary>
internal sealed class BrowserSessions(SessionStore store, SiteSettings settings, TimeProvider clock)
{
    private const string SecretClaim = "session";
    private const string DeviceCookie = "gold-notch-device";
    private static readonly object Item = new();

    /// <summary>The session of a request; null where nobody is signed in.</summary>
    internal static StoredSession? Of(HttpContext context) => context.Items[Item] as StoredSession;

    /// <summary>Begins a session, and ends the one that this browser had.</summary>
    /// <returns>The person as the rest of this request sees one.</returns>
    internal async Task<ClaimsPrincipal> BeginAsync(HttpContext context, StoredPerson person, bool kept, CancellationToken cancel)
    {
        if (Of(context) is { } before)
        {
            await store.EndAsync(before, cancel);
        }

        DateTimeOffset now = clock.GetUtcNow();
        string secret = await store.BeginAsync(person, kept, now, settings.Sessions, Device(context), cancel);
        var identity = new ClaimsIdentity([new Claim(SecretClaim, secret)], CookieAuthenticationDefaults.AuthenticationScheme);
        await context.SignInAsync(
            new ClaimsPrincipal(identity),
            new AuthenticationProperties { IsPersistent = kept, ExpiresUtc = now + settings.Sessions.Of(kept) }
        );
        SignedIn.Reads(context, person.Notation);
        return SignedIn.As(person);
    }

    /// <summary>Ends the session of a request.</summary>
    internal async Task EndAsync(HttpContext context, CancellationToken cancel)
    {
        if (Of(context) is { } session)
        {
            await store.EndAsync(session, cancel);
        }

        await context.SignOutAsync();
    }

    /// <summary>The secret of this device, given to it the first time it is asked for; it says nothing but that somebody has signed in here before.</summary>
    internal string Device(HttpContext context)
    {
        if (context.Request.Cookies[DeviceCookie] is { Length: 43 } known)
        {
            return known;
        }

        string made = SessionStore.NewSecret();
        context.Response.Cookies.Append(
            DeviceCookie,
            made,
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                Secure = context.Request.IsHttps,
                IsEssential = true,
                Path = "/api/session",
                Expires = clock.GetUtcNow() + TimeSpan.FromDays(400),
            }
        );
        return made;
    }

    /// <summary>Whether the person has signed in from this device before.</summary>
    internal async Task<bool> KnowsDeviceAsync(HttpContext context, StoredPerson? person, CancellationToken cancel) =>
        person is not null
        && context.Request.Cookies[DeviceCookie] is { Length: 43 } device
        && await store.KnowsAsync(person.Id, device, cancel);

    /// <summary>Asks of each request of the API whether its session goes on, and as whom.</summary>
    internal static async Task ValidateAsync(CookieValidatePrincipalContext context)
    {
        HttpContext http = context.HttpContext;

        // The page itself and the health of the site are for anybody, also while the database is away.
        if (!http.Request.Path.StartsWithSegments("/api"))
        {
            return;
        }

        IServiceProvider services = http.RequestServices;
        string secret = context.Principal?.FindFirstValue(SecretClaim) ?? "";
        StoredSession? session = await services
            .GetRequiredService<SessionStore>()
            .FindAsync(
                secret,
                services.GetRequiredService<TimeProvider>().GetUtcNow(),
                services.GetRequiredService<SiteSettings>().Sessions,
                http.RequestAborted
            );
        if (session is null)
        {
            context.RejectPrincipal();
            await http.SignOutAsync();
            return;
        }

        http.Items[Item] = session;
        SignedIn.Reads(http, session.Person.Notation);
        http.User = SignedIn.As(session.Person);
        context.ReplacePrincipal(http.User);
    }
}
