using GoldNotch.Benchmarks;
using GoldNotch.Web.Tests.Hosting;
using Serilog.Events;

namespace GoldNotch.Web.Tests;

/// <summary>The short form of <c>malformed</c> of the benchmarks (GOLDNOTCH_MALFORMED=10000 runs the long one here): whatever is sent to whichever route, the answer is no fault of the site.</summary>
public class MalformedWriteTests(DemoSite site) : IClassFixture<DemoSite>
{
    [Fact]
    public async Task No_malformed_write_is_a_fault_of_the_site()
    {
        using TestClient ines = await site.ClientAsync();
        MalformedBodies bodies = await MalformedBodies.OfAsync(async path => (await ines.GetAsync(path)).Expect(200).Json, 20261128);
        bodies.Routes.ShouldBeGreaterThan(30);
        Func<LogEvent[]> logged = site.Log.FromNow();
        List<string> faults = [];
        Dictionary<int, int> kinds = [];
        int runs = int.TryParse(Environment.GetEnvironmentVariable("GOLDNOTCH_MALFORMED"), out int many) ? many : 500;
        for (int i = 0; i < runs; i++)
        {
            MalformedWrite write = bodies.Next();
            int status = await ines.SendRawAsync(write.Method, write.Path, write.Body, write.IfMatch);
            while (status == 429)
            {
                await Task.Delay(250);
                status = await ines.SendRawAsync(write.Method, write.Path, write.Body, write.IfMatch);
            }

            kinds[status] = kinds.GetValueOrDefault(status) + 1;
            if (status >= 500)
            {
                faults.Add($"{status} {write.Method} {write.Path} {write.IfMatch} {write.Body}");
            }
        }

        faults.ShouldBeEmpty();
        kinds.GetValueOrDefault(401).ShouldBe(0, "the session goes on");
        (kinds.GetValueOrDefault(200) + kinds.GetValueOrDefault(204)).ShouldBeGreaterThan(runs / 50, "some of them are right");
        logged().Where(e => e.Level >= LogEventLevel.Error).ShouldBeEmpty();
    }
}
