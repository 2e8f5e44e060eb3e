using GoldNotch.Data;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Identity;

namespace GoldNotch.Web.Features.Sessions;

/// <summary>What signing in works with.</summary>
internal sealed record SignInWork(
    PersonStore People,
    BrowserSessions Sessions,
    SignInTries Tries,
    IPasswordHasher<StoredPerson> Hasher,
    IAntiforgery Antiforgery,
    TimeProvider Clock
)
{
    /// <summary>Now.</summary>
    internal DateTimeOffset Now => Clock.GetUtcNow();
}
