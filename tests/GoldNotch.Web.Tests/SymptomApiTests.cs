using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks.Symptoms;
using GoldNotch.Core.Settings;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Troubleshoot: what is told over the API, and what is kept on the unit's page.</summary>
[Collection(DemoSiteTests.Name)]
public class SymptomApiTests(DemoSite site)
{
    [Fact]
    public async Task Every_symptom_can_be_asked_of_every_model_of_the_demo()
    {
        using TestClient client = await site.ClientAsync("joss");
        string[] tags =
        [
            .. (await client.GetAsync("/api/board"))
                .Expect(200)
                .At("rows")
                .EnumerateArray()
                .GroupBy(u => u.GetProperty("modelKey").GetString())
                .Select(g => g.First().GetProperty("tag").GetString()!),
        ];
        tags.Length.ShouldBe(6);
        foreach (string tag in tags)
        {
            JsonElement[] symptoms = [.. (await client.GetAsync($"/api/units/{tag}/symptoms")).Expect(200).At("symptoms").EnumerateArray()];
            symptoms.Select(s => s.GetProperty("key").GetString()).ShouldBe(SymptomBook.All.Select(s => s.Key));
            symptoms.ShouldAllBe(s => s.GetProperty("causes").EnumerateArray().Any(c => c.GetProperty("open").GetBoolean()), tag);
            symptoms.ShouldAllBe(s => s.GetProperty("because").GetProperty("ruleId").GetString() == "HARMLESS-FIRST");
        }
    }

    [Fact]
    public async Task What_a_check_has_read_is_told_with_where_the_control_is()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        (await client.ReadAsync(id, "gain", "auto")).Expect(200);
        (await client.ReadAsync(id, "nd", "1")).Expect(200);
        JsonElement dark = await SymptomAsync(client, "OBG-106", "dark-picture", $"?check={id}");
        JsonElement filter = Cause(dark, "filter");
        filter.GetProperty("state").GetString().ShouldBe("standsSo");
        filter.GetProperty("place").GetProperty("path").GetString()!.Length.ShouldBeGreaterThan(0);
        filter.GetProperty("setting").GetString().ShouldBe(SettingDefinition.Of(Setting.NeutralDensity).Key);
        dark.GetProperty("because").GetProperty("sentence").GetString()!.ShouldContain("ND filter was read as 1");

        // Put right, it is ruled out: what counts is the camera as it stands now.
        (await client.PutAsync($"/api/checks/{id}/readings/nd", new { read = "clear", stage = "left" }, 0)).Expect(200);
        Cause(await SymptomAsync(client, "OBG-106", "dark-picture", $"?check={id}"), "filter")
            .GetProperty("state")
            .GetString()
            .ShouldBe("ruledOut");
    }

    [Fact]
    public async Task It_is_no_fault_before_everything_was_looked_at_and_then_it_is_a_repair()
    {
        using TestClient client = await site.ClientAsync("joss");
        JsonElement asked = await SymptomAsync(client, "OBG-107", "black-screen");
        string[] open = Open(asked);
        Answer early = (await OutcomeAsync(client, "OBG-107", "black-screen", new { looked = open[1..] })).ExpectProblem(
            409,
            "not-looked-at",
            "/looked"
        );
        early.Text("title").ShouldContain(Cause(asked, open[0]).GetProperty("look").GetString()!);
        Answer kept = (await OutcomeAsync(client, "OBG-107", "black-screen", new { looked = open, text = "Since it got wet." })).Expect(
            200
        );
        kept.Text("kind").ShouldBe("repair");
        JsonElement note = (await client.GetAsync("/api/units/OBG-107/page")).At("notes/notes")[0];
        note.GetProperty("text").GetString().ShouldBe(kept.Text("text"));
        note.GetProperty("text").GetString()!.ShouldStartWith("The screen is black. Checked and not the cause: ");
        note.GetProperty("text").GetString()!.ShouldEndWith("Since it got wet.");
        note.GetProperty("by").GetString().ShouldBe("Joss Penhale");
    }

    [Fact]
    public async Task A_harmless_cause_is_kept_once_as_a_note_for_the_next_person()
    {
        using TestClient client = await site.ClientAsync("joss");
        Guid id = Guid.NewGuid();
        for (int again = 0; again < 2; again++)
        {
            (
                await client.PutAsync(
                    $"/api/units/OBG-103/symptoms/dead-zoom/outcomes/{id}",
                    new { looked = Array.Empty<string>(), cause = "selector" }
                )
            )
                .Expect(200)
                .Text("kind")
                .ShouldBe("note");
        }

        string[] notes =
        [
            .. (await client.GetAsync("/api/units/OBG-103/page"))
                .At("notes/notes")
                .EnumerateArray()
                .Select(n => n.GetProperty("text").GetString()!)
                .Where(s => s.StartsWith("The zoom", StringComparison.Ordinal)),
        ];
        notes.ShouldBe([
            "The zoom does nothing: no fault. Does the selector stand at the other of servo and hand? Yes. Servo for the rocker, hand for the ring.",
        ]);
    }

    [Fact]
    public async Task What_is_not_there_is_refused()
    {
        using TestClient client = await site.ClientAsync("joss");
        (await client.GetAsync("/api/units/OBG-999/symptoms")).ExpectProblem(404, "not-found", "/tag");
        (await OutcomeAsync(client, "OBG-106", "on-fire", new { looked = Array.Empty<string>() }))
            .ExpectProblem(400, "bad-value", "/symptom")
            .Text("title")
            .ShouldContain("black-screen");
    }

    [Fact]
    public async Task A_strange_cause_too_long_a_text_and_another_units_check_keep_nothing()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid other = await client.BeginAsync("OBG-101");
        int before = (await client.GetAsync("/api/units/OBG-106/page")).At("notes/notes").GetArrayLength();
        (await OutcomeAsync(client, "OBG-106", "dead-zoom", new { looked = new[] { "ghosts" } })).ExpectProblem(
            400,
            "bad-value",
            "/looked"
        );
        (await OutcomeAsync(client, "OBG-106", "dead-zoom", new { looked = Array.Empty<string>(), cause = "ghosts" })).ExpectProblem(
            400,
            "bad-value",
            "/cause"
        );
        (
            await OutcomeAsync(
                client,
                "OBG-106",
                "dead-zoom",
                new
                {
                    looked = Array.Empty<string>(),
                    cause = "selector",
                    text = new string('x', 301),
                }
            )
        ).ExpectProblem(400, "bad-value", "/text");
        (
            await OutcomeAsync(
                client,
                "OBG-106",
                "dead-zoom",
                new
                {
                    looked = Array.Empty<string>(),
                    cause = "selector",
                    check = other,
                }
            )
        ).ExpectProblem(400, "bad-value", "/check");
        (await client.GetAsync($"/api/units/OBG-106/symptoms?check={Guid.NewGuid()}")).ExpectProblem(404, "not-found", "/id");
        (await client.GetAsync("/api/units/OBG-106/page")).At("notes/notes").GetArrayLength().ShouldBe(before);
    }

    // The longest that can be said about any symptom of any model has to fit a note.
    [Fact]
    public async Task Every_fault_fits_a_note()
    {
        using TestClient client = await site.ClientAsync("joss");
        foreach (Symptom symptom in SymptomBook.All)
        {
            string[] open = Open(await SymptomAsync(client, "OBG-103", symptom.Key));
            (await OutcomeAsync(client, "OBG-103", symptom.Key, new { looked = open, text = new string('x', 300) })).Expect(200);
        }
    }

    private static async Task<JsonElement> SymptomAsync(TestClient client, string tag, string symptom, string check = "") =>
        (await client.GetAsync($"/api/units/{tag}/symptoms{check}"))
            .Expect(200)
            .At("symptoms")
            .EnumerateArray()
            .First(s => s.GetProperty("key").GetString() == symptom);

    private static JsonElement Cause(JsonElement symptom, string key) =>
        symptom.GetProperty("causes").EnumerateArray().First(c => c.GetProperty("key").GetString() == key);

    private static string[] Open(JsonElement symptom) =>
        [
            .. symptom
                .GetProperty("causes")
                .EnumerateArray()
                .Where(c => c.GetProperty("open").GetBoolean())
                .Select(c => c.GetProperty("key").GetString()!),
        ];

    private static Task<Answer> OutcomeAsync(TestClient client, string tag, string symptom, object body) =>
        client.PutAsync($"/api/units/{tag}/symptoms/{symptom}/outcomes/{Guid.NewGuid()}", body);
}
