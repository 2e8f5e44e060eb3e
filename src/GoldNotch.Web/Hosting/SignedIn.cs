using System.Security.Claims;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Authorization;

namespace GoldNotch.Web.Hosting;

/// <summary>Who asks, and what that person may do.</summary>
internal static class SignedIn
{
    private static readonly object NotationItem = new();

    /// <summary>A person as the requests of a session see one: name and role as they are now, whatever they were at the sign-in.</summary>
    internal static ClaimsPrincipal As(StoredPerson person) =>
        new(
            new ClaimsIdentity(
                [
                    new Claim(ClaimTypes.NameIdentifier, person.Id.ToString()),
                    new Claim(ClaimTypes.Name, person.Login),
                    new Claim(ClaimTypes.GivenName, person.Name),
                    new Claim(ClaimTypes.Role, person.Role.Word()),
                ],
                CookieAuthenticationDefaults.AuthenticationScheme
            )
        );

    /// <summary>The person's id.</summary>
    internal static Guid Id(ClaimsPrincipal person) =>
        Guid.Parse(person.FindFirstValue(ClaimTypes.NameIdentifier) ?? Guid.Empty.ToString());

    /// <summary>The name on checks.</summary>
    internal static string Name(ClaimsPrincipal person) => person.FindFirstValue(ClaimTypes.GivenName) ?? "";

    /// <summary>The sign-in name.</summary>
    internal static string Login(ClaimsPrincipal person) => person.Identity?.Name ?? "";

    /// <summary>The role; that with the fewest rights where the session names none that is known.</summary>
    internal static Role Role(ClaimsPrincipal person) =>
        Roles.TryParse(person.FindFirstValue(ClaimTypes.Role), out Role role) ? role : Data.Role.Operator;

    /// <summary>How the person who asks reads quantities; the default where nobody is signed in.</summary>
    internal static NotationPreferences Notation(HttpContext? context) =>
        context?.Items[NotationItem] as NotationPreferences ?? NotationPreferences.Default;

    /// <summary>Says for this request how the person reads quantities.</summary>
    internal static void Reads(HttpContext context, NotationPreferences notation) => context.Items[NotationItem] = notation;

    /// <summary>Endpoints for people who have a right; others are refused with 403.</summary>
    internal static TBuilder Needs<TBuilder>(this TBuilder endpoints, Right right)
        where TBuilder : IEndpointConventionBuilder =>
        endpoints.RequireAuthorization(right.ToString()).WithMetadata(new NeededRight(right)).ProducesProblem403();

    /// <summary>One policy for each right.</summary>
    internal static void AddRights(this IServiceCollection services)
    {
        AuthorizationBuilder builder = services.AddAuthorizationBuilder();
        foreach (Right right in Enum.GetValues<Right>())
        {
            builder.AddPolicy(right.ToString(), policy =>
                policy.RequireAuthenticatedUser().RequireAssertion(asked => Role(asked.User).Has(right))
            );
        }
    }

    private static TBuilder ProducesProblem403<TBuilder>(this TBuilder endpoints)
        where TBuilder : IEndpointConventionBuilder =>
        endpoints.WithMetadata(
            new ProducesResponseTypeMetadata(403, typeof(Microsoft.AspNetCore.Mvc.ProblemDetails), ["application/problem+json"])
        );
}

/// <summary>The right that an endpoint needs.</summary>
internal sealed record NeededRight(Right Right);
