using System.Globalization;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Browser.Tests;

/// <summary>
/// No two labels of a drawing lie on each other, and none falls out of it: for the line-ups of the demo, and for random ones. A few of those are tried with
/// every run; GOLDNOTCH_LINEUPS=200 tries as many.
/// </summary>
[Collection(LookingTests.Name)]
public class LabelTests(DemoBrowserSite site)
{
    private const int Usually = 6;
    private static readonly string[] Demo = ["1", "2", "3"];
    private static readonly string[] Standards = ["glasshouse-talk", "lecture-room", "night-house-watch"];

    // With a lens where the model changes lenses; the others zoom.
    private static readonly (string Tag, string[] Lenses)[] Units =
    [
        ("OBG-101", []),
        ("OBG-102", []),
        ("OBG-104", []),
        ("OBG-105", []),
        ("OBG-106", []),
        ("OBG-108", ["24", "35", "85"]),
        ("OBG-109", ["24", "35", "85"]),
        ("OBG-110", []),
        ("OBG-112", ["12", "25", "45"]),
        ("OBG-113", ["12", "25", "45"]),
        ("OBG-114", ["24", "35", "85"]),
    ];
    private static readonly string[] Names =
    [
        "x",
        "hands, close",
        "presenter",
        "a window that nobody can darken any more",
        "Donaudampfschifffahrtsgesellschaftsräume",
        "pane",
    ];
    private static readonly string[] Requirements = ["open", "f/2.8", "f/8", "2 m deep", "f/4 to f/5.6"];

    [Theory]
    [InlineData(1280)]
    [InlineData(390)]
    public void No_two_labels_of_the_demos_drawings_meet(int width)
    {
        using Browser browser = site.Open("mara", width);
        foreach (string number in Demo)
        {
            Look(browser, $"5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e0{number}").ShouldBeEmpty($"line-up {number} at {width} px");
        }
    }

    [Fact]
    public async Task No_two_labels_of_a_random_line_ups_drawings_meet()
    {
        int count = int.TryParse(Environment.GetEnvironmentVariable("GOLDNOTCH_LINEUPS"), out int asked) ? asked : Usually;
        using TestClient mara = await site.Site.ClientAsync("mara");
        using Browser wide = site.Open("mara");
        using Browser phone = site.Open("mara", 390);
        List<string> meeting = [];
        int drawn = 0;
        for (int seed = 1; seed <= count; seed++)
        {
            string id = $"00000000-0000-4000-8000-{seed:D12}";
            Answer kept = (await mara.PutAsync($"/api/line-ups/{id}", Random(id, new Random(seed)), 0)).Expect(200);
            if (kept.At("plan").GetProperty("cameras").GetArrayLength() > 0)
            {
                drawn++;
                meeting.AddRange(Look(wide, id).Select(m => $"{seed} at 1280 px: {m}"));
                meeting.AddRange(Look(phone, id).Select(m => $"{seed} at 390 px: {m}"));
            }

            (await mara.SendAsync(HttpMethod.Delete, $"/api/line-ups/{id}", null, kept.Int("version"))).Status.ShouldBeLessThan(300);
        }

        meeting.ShouldBeEmpty();
        drawn.ShouldBeGreaterThan(count / 2, "most of them can be planned");
    }

    private static object Random(string id, Random random)
    {
        T Of<T>(IReadOnlyList<T> all) => all[random.Next(all.Count)];
        double Between(double least, double most) => Math.Round(least + (random.NextDouble() * (most - least)), 2);
        (string Tag, string[] Lenses)[] units = [.. Units.OrderBy(_ => random.Next()).Take(random.Next(1, 6))];
        bool placed = random.Next(2) == 0;
        string[] things = [.. Names.OrderBy(_ => random.Next()).Take(random.Next(0, Names.Length))];
        return new
        {
            id,
            name = Of(Names),
            place = "",
            standard = Of(Standards),
            light = new
            {
                temperatureK = Between(2500, 9000),
                mainsHz = Of([50, 60]),
                lamp = Of(["daylight", "tungsten", "mains", "unknown-led"]),
                lux = Math.Round(Math.Pow(10, Between(0.5, 5))),
                meter = "dome",
                dimStops = 0,
                raiseStops = 0,
            },
            strategy = Of(["own-base", "move-light", "common-speed"]),
            cameras = units
                .Select(
                    (unit, i) =>
                        new
                        {
                            letter = $"{(char)('A' + i)}",
                            unit = unit.Tag,
                            lens = unit.Lenses.Length == 0 ? "" : Of(unit.Lenses),
                            focalMm = unit.Lenses.Length == 0 ? Between(18, 60) : (double?)null,
                            isoAtZeroGain = unit.Tag is "OBG-105" or "OBG-106" ? 320 : (double?)null,
                            part = Of(Names),
                            watch = "fixed",
                            require = Of(Requirements),
                            distanceM = placed && things.Length > 0 ? (double?)null : Between(0.6, 40),
                            acrossM = placed ? Between(0, 12) : (double?)null,
                            awayM = placed ? Between(0, 12) : (double?)null,
                            looksAt = placed && things.Length > 0 ? things[0] : "",
                        }
                )
                .ToArray(),
            marks = Names
                .OrderBy(_ => random.Next())
                .Take(random.Next(0, 5))
                .Select(name => new
                {
                    name,
                    stops = Between(-6, 6).ToString("0.#", CultureInfo.InvariantCulture),
                    matters = random.Next(2) == 0,
                })
                .ToArray(),
            kit = new[]
            {
                new
                {
                    label = "2",
                    stops = 2,
                    count = 2,
                },
                new
                {
                    label = "3",
                    stops = 3,
                    count = 1,
                },
            },
            maxFront = 1,
            floor = things
                .Select(name => new
                {
                    name,
                    kind = Of(["person", "mark", "light"]),
                    acrossM = Between(0, 12),
                    awayM = Between(0, 12),
                    leanM = 0.3,
                })
                .ToArray(),
        };
    }

    private static string[] Look(Browser browser, string lineUp)
    {
        browser.Show($"/shoots/{lineUp}/plan");
        browser.See(".drawings svg");
        return
        [
            .. (
                (IReadOnlyCollection<object>)
                    browser.Script(
                        """
                        const found = [];
                        for (const svg of document.querySelectorAll('.zone-work svg')) {
                          const whole = svg.getBoundingClientRect();
                          const boxes = [...svg.querySelectorAll('text')]
                            .map(t => ({ text: t.textContent.trim(), box: t.getBoundingClientRect() }))
                            .filter(t => t.text && t.box.width > 0);
                          for (const { text, box } of boxes)
                            if (box.left < whole.left - 2 || box.right > whole.right + 2 || box.top < whole.top - 3 || box.bottom > whole.bottom + 3) found.push(`${text} falls out of ${svg.getAttribute('aria-label')}`);
                          for (let i = 0; i < boxes.length; i++)
                            for (let j = i + 1; j < boxes.length; j++) {
                              const [a, b] = [boxes[i].box, boxes[j].box];
                              const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
                              const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
                              // The box of a line of text is higher than its letters.
                              if (wide > 1 && high > 4) found.push(`${boxes[i].text} × ${boxes[j].text} in ${svg.getAttribute('aria-label')}`);
                            }
                        }
                        return found;
                        """
                    )!
            ).Cast<string>(),
        ];
    }
}
