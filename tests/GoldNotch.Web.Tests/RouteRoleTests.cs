using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Every route, by role and both ways, straight from the description of the API: a new route cannot be forgotten.</summary>
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
        "put /api/session/calendar",
        "delete /api/session/calendar",
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
        "put /api/shoots/{id}",
        "delete /api/shoots/{id}",
        "post /api/shoots/preview",
        "post /api/shoots/{id}/cancelled",
        "post /api/shoots/{id}/late",
        "delete /api/shoots/{id}/cancelled",
        "post /api/loans/look",
        "put /api/practice/tries/{id}",
        "put /api/practice/tries/{id}/steps",
        "put /api/practice/tries/{id}/finished",
        "delete /api/practice/tries/{id}",
        "delete /api/line-ups/{id}",
        "put /api/pictures/{id}",
        "post /api/pictures/{id}/measure",
        "put /api/pictures/{id}/measured",
        "delete /api/pictures/{id}",
        "put /api/clips/{id}",
        "post /api/clips/{id}/from-camera",
        "delete /api/clips/{id}",
        "put /api/measurements/{id}",
        "delete /api/measurements/{id}",
        "put /api/measurements/{id}/shots/{number}",
        "delete /api/measurements/{id}/shots/{number}",
        "post /api/measurements/{id}/shots/{number}/still",
        "put /api/matches/{id}",
        "delete /api/matches/{id}",
        "put /api/matches/{id}/turns/{turn}/{letter}",
        "delete /api/matches/{id}/turns/{turn}/{letter}",
        "post /api/matches/{id}/turns/{turn}/{letter}/still",
        "post /api/matches/{id}/cameras/{letter}/correct",
        "post /api/matches/{id}/regions",
        "post /api/line-ups/preview",
        "post /api/standards/preview",
        "post /api/models/preview",
        "post /api/line-ups/light-changed",
        "post /api/line-ups/light",
    ];

    // What an operator may not even read.
    private static readonly string[] ReadByTechnicians =
    [
        "get /api/people",
        "get /api/department/backups",
        "get /api/practice/department",
        "get /api/check-offs/choices",
        "get /api/audit",
        "get /api/audit/{id}",
        "get /api/audit/verification",
    ];

    private static readonly byte[] Nothing = "{}"u8.ToArray();

    [Fact]
    public async Task Every_address_needs_a_person_and_its_right_and_opens_to_whoever_has_it()
    {
        using TestClient nobody = await site.ClientAsync(null);
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient ines = await site.ClientAsync("ines");
        List<string> open = [];
        List<string> closedReads = [];
        int writes = 0;
        foreach ((string route, HttpMethod method, string address) in await RoutesAsync(mara))
        {
            bool write = method != HttpMethod.Get;
            byte[]? body = write ? Nothing : null;
            bool session = route is "post /api/session" or "delete /api/session";
            if (!session)
            {
                (await nobody.SendAsync(method, address, body, 1)).Status.ShouldBe(401, route);
            }

            bool refused = (await mara.SendAsync(method, address, body, 1)).Status == 403;
            int allowed = (await ines.SendAsync(method, address, body, 1)).Status;
            allowed.ShouldNotBeOneOf(401, 403, 405, 500);
            if (session)
            {
                await mara.SignInAsync("mara", TestSite.Password);
                await ines.SignInAsync("ines", TestSite.Password);
            }

            writes += write ? 1 : 0;
            (
                write
                    ? refused
                        ? []
                        : open
                    : refused
                        ? closedReads
                        : []
            ).Add(route);
        }

        open.Order().ShouldBe(Operators.Order());
        closedReads.Order().ShouldBe(ReadByTechnicians.Order());
        writes.ShouldBeGreaterThan(20);
    }

    private static async Task<List<(string Route, HttpMethod Method, string Address)>> RoutesAsync(TestClient client)
    {
        List<(string, HttpMethod, string)> routes = [];
        foreach (JsonProperty path in (await client.GetAsync("/api/openapi.json")).Expect(200).At("paths").EnumerateObject())
        {
            string address = System.Text.RegularExpressions.Regex.Replace(path.Name, @"\{[^}]*\}", m => m.Value
                    is "{version}"
                        or "{turn}"
                        or "{number}"
                || path.Name.StartsWith("/api/audit/", StringComparison.Ordinal)
                    ? "1"
                : m.Value is "{id}" or "{photo}" or "{addition}" or "{proof}" ? Guid.NewGuid().ToString()
                : "any-thing");
            routes.AddRange(
                path.Value.EnumerateObject()
                    .Where(m => path.Name.StartsWith("/api/", StringComparison.Ordinal) && m.Name is "get" or "put" or "post" or "delete")
                    .Select(m => ($"{m.Name} {path.Name}", new HttpMethod(m.Name.ToUpperInvariant()), address))
            );
        }

        return routes;
    }
}
