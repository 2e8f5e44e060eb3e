using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Every write, by route and role, straight from the description of the API: a new route cannot be forgotten.</summary>
[Collection(DemoSiteTests.Name)]
public class RouteRoleTests(DemoSite site)
{
    // What an operator may write: checks, line-ups, and what is the person's own. Everything else needs a technician.
    private static readonly string[] Operators =
    [
        "post /api/session",
        "delete /api/session",
        "put /api/session/notation",
        "put /api/session/password",
        "put /api/checks/{id}",
        "put /api/checks/{id}/readings/{setting}",
        "post /api/checks/{id}/preview",
        "put /api/checks/{id}/signature",
        "post /api/checks/{id}/readings/{setting}/decision",
        "post /api/checks/{id}/camera/readings",
        "put /api/checks/{id}/camera/settings/{setting}",
        "put /api/checks/{id}/photos/{photo}",
        "delete /api/checks/{id}/photos/{photo}",
        "put /api/checks/{id}/additions/{addition}",
        "put /api/checks/{id}/late-readings/{addition}",
        "put /api/units/{tag}/notes/{id}",
        "put /api/units/{tag}/symptoms/{symptom}/outcomes/{id}",
        "put /api/line-ups/{id}",
        "delete /api/line-ups/{id}",
        "post /api/line-ups/preview",
        "post /api/line-ups/light-changed",
    ];

    private static readonly byte[] Nothing = "{}"u8.ToArray();

    [Fact]
    public async Task Every_write_needs_its_role_and_every_address_a_person()
    {
        using TestClient nobody = await site.ClientAsync(null);
        using TestClient mara = await site.ClientAsync("mara");
        JsonElement paths = (await mara.GetAsync("/api/openapi.json")).Expect(200).At("paths");
        List<string> open = [];
        int writes = 0;
        foreach (JsonProperty path in paths.EnumerateObject())
        {
            string address = System.Text.RegularExpressions.Regex.Replace(path.Name, @"\{[^}]*\}", m => m.Value == "{version}" ? "1"
                : m.Value is "{id}" or "{photo}" or "{addition}" ? Guid.NewGuid().ToString()
                : "any-thing");
            foreach (JsonProperty method in path.Value.EnumerateObject().Where(m => m.Name is "get" or "put" or "post" or "delete"))
            {
                if (!path.Name.StartsWith("/api/", StringComparison.Ordinal))
                {
                    continue;
                }

                string route = $"{method.Name} {path.Name}";
                if (route is not ("post /api/session" or "delete /api/session"))
                {
                    (
                        await nobody.SendAsync(
                            new HttpMethod(method.Name.ToUpperInvariant()),
                            address,
                            method.Name == "get" ? null : Nothing
                        )
                    ).Status.ShouldBe(401, route);
                }

                if (method.Name != "get")
                {
                    writes++;
                    int status = (await mara.SendAsync(new HttpMethod(method.Name.ToUpperInvariant()), address, Nothing, 1)).Status;
                    if (route is "delete /api/session" or "post /api/session")
                    {
                        await mara.SignInAsync("mara", TestSite.Password);
                    }

                    if (status != 403)
                    {
                        open.Add(route);
                    }
                }
            }
        }

        open.Except(Operators).ShouldBeEmpty();
        writes.ShouldBeGreaterThan(20);
    }
}
