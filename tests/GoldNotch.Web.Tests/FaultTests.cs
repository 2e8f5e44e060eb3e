using GoldNotch.Web.Tests.Hosting;
using Serilog.Events;

namespace GoldNotch.Web.Tests;

/// <summary>What goes wrong is told to the person with a request to report, and logged once; a refusal is no fault.</summary>
[Collection(SiteTests.Name)]
public class FaultTests(TestSite site)
{
    [Fact]
    public async Task A_fault_is_logged_once_with_the_request_that_the_person_is_told()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Func<LogEvent[]> logged = site.Log.FromNow();
        await site.SqlAsync("ALTER TABLE camera_unit RENAME TO camera_unit_elsewhere");
        Answer answer;
        try
        {
            answer = (await mara.GetAsync("/api/units")).ExpectProblem(500, "fault");
        }
        finally
        {
            await site.SqlAsync("ALTER TABLE camera_unit_elsewhere RENAME TO camera_unit");
        }

        string request = answer.Text("requestId");
        answer.Text("detail").ShouldContain(request);
        LogEvent fault = logged().Where(e => e.Level >= LogEventLevel.Warning).ShouldHaveSingleItem();
        fault.Exception.ShouldBeOfType<Npgsql.PostgresException>();
        fault.Properties["RequestId"].ToString().ShouldContain(request);
    }

    [Fact]
    public async Task A_refusal_is_information()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Func<LogEvent[]> logged = site.Log.FromNow();
        (await mara.GetAsync("/api/units/nobody-has-it")).Status.ShouldBe(404);
        (await mara.GetAsync("/api/sheets/lecture-room/no-such-model")).Status.ShouldBe(404);
        (await mara.PutAsync("/api/checks/nothing", new { })).Status.ShouldBeOneOf(400, 404);
        LogEvent[] all = logged();
        all.ShouldNotContain(e => e.Level > LogEventLevel.Information);
        all.ShouldContain(e =>
            e.Properties.ContainsKey("Code") && e.Properties["Code"].ToString().Contains("not-found", StringComparison.Ordinal)
        );
    }
}
