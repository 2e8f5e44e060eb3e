using System.Globalization;
using System.Text.Json;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>The week of the demo, whenever it is started: what is out, what is tomorrow, what is back with something open, what is overdue.</summary>
public class WeekTests
{
    [Fact]
    public async Task The_week_of_the_demo_is_this_week_and_has_what_it_promises()
    {
        var site = new DemoSite();
        await site.InitializeAsync();
        try
        {
            using TestClient ines = await site.ClientAsync();
            await Week.ImportAsync(ines);
            JsonElement today = (await ines.GetAsync("/api/today")).Expect(200).Json;
            (string Kind, string Unit, string Name)[] needs =
            [
                .. today
                    .GetProperty("needs")
                    .EnumerateArray()
                    .Select(n =>
                        (n.GetProperty("kind").GetString()!, n.GetProperty("unit").GetString()!, n.GetProperty("shootName").GetString()!)
                    ),
            ];
            needs.ShouldContain(n => n.Kind == "overdue" && n.Unit == "OBG-111");
            needs.ShouldContain(n => n.Kind == "open" && n.Unit == "OBG-113");
            needs.ShouldContain(n => n.Kind == "prepare" && n.Name == "Cereus opening");
            today
                .GetProperty("day")
                .EnumerateArray()
                .Select(d =>
                    (d.GetProperty("shoot").GetProperty("name").GetString(), d.GetProperty("shoot").GetProperty("status").GetString())
                )
                .ShouldContain(("Fern workshop", "out"));

            Answer cereus = await ines.GetAsync("/api/shoots/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e03");
            cereus.At("preparation").GetProperty("fits").GetBoolean().ShouldBeFalse("it starts preparing too late");
            cereus
                .At("pack")
                .GetProperty("cameras")
                .EnumerateArray()
                .ShouldContain(c => c.GetProperty("batteries").GetProperty("missing").GetInt32() > 0);
            Answer open = await ines.GetAsync("/api/loans/7a1c0f52-6b1e-4a57-9a3e-2d5e6f7081a5");
            open.At("open").EnumerateArray().Select(o => o.GetProperty("kind").GetString()).ShouldBe(["piece", "card"]);
        }
        finally
        {
            await site.DisposeAsync();
        }
    }

    [Theory]
    [InlineData("{\"at\": \"2026-11-30T09:00:00Z\"}", 3, "{\"at\": \"2026-12-03T09:00:00Z\"}")]
    [InlineData("{\"at\": \"2026-12-31T23:59:59.5+01:00\"}", 1, "{\"at\": \"2027-01-01T23:59:59.5+01:00\"}")]
    [InlineData("{\"text\": \"on 2026-11-30\", \"day\": \"2026-11-30\"}", 3, "{\"text\": \"on 2026-11-30\", \"day\": \"2026-11-30\"}")]
    [InlineData("{\"at\": \"2026-11-30T09:00:00Z\"}", 0, "{\"at\": \"2026-11-30T09:00:00Z\"}")]
    public void Moments_move_by_whole_days_and_nothing_else_does(string file, int days, string moved) =>
        FileDates.Moved(file, days).ShouldBe(moved);

    [Fact]
    public async Task The_start_names_the_day_the_week_was_written_for() =>
        (await File.ReadAllTextAsync(Path.Combine(TestSite.Root, "start"))).ShouldContain(
            $"--as-of {Week.WrittenFor.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)} demo/week"
        );
}
