using System.Text;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>A file is no back door: what it claims is shown as its claim, and it cannot change what was signed, approved or read here.</summary>
[Collection(SiteTests.Name)]
public class ImportTrustTests(TestSite site)
{
    [Fact]
    public async Task A_check_from_a_file_says_who_brought_it_beside_who_it_claims_signed_it()
    {
        using TestClient ines = await site.ClientAsync();
        JsonObject check = Check("OBG-106", DateTimeOffset.UtcNow.AddHours(-2));
        (await ImportAsync(ines, ("checks", check))).Expect(200).Int("added").ShouldBe(1);
        Answer shown = (await ines.GetAsync($"/api/checks/{Id(check)}")).Expect(200);
        shown.Text("signedBy").ShouldBe("Mara Quill");
        shown.Text("importedBy").ShouldBe("Ines Calloway");
        (await ines.GetAsync("/api/checks?unit=OBG-106"))
            .At("checks")
            .EnumerateArray()
            .First(c => c.GetProperty("id").GetGuid() == Id(check))
            .GetProperty("importedBy")
            .GetString()
            .ShouldBe("Ines Calloway");
        (
            await site.SqlAsync(
                $"SELECT signed_by_id IS NULL AND signature_number IS NULL AND imported_by_id = (SELECT id FROM person WHERE login = 'ines') FROM check_run WHERE id = '{Id(check)}'"
            )
        ).ShouldBe(true);
        (
            await site.SqlAsync($"SELECT after ->> 'signedBy' FROM audit_entry WHERE subject = '{Id(check)}' AND what = 'check imported'")
        ).ShouldBe("Mara Quill");
        (await ImportAsync(ines, ("checks", check))).Expect(200).Int("unchanged").ShouldBe(1);
    }

    [Theory]
    [InlineData("startedAt")]
    [InlineData("signedAt")]
    [InlineData("readings/0/at")]
    public async Task A_date_that_is_still_to_come_is_refused(string field)
    {
        using TestClient ines = await site.ClientAsync();
        JsonObject check = Check("OBG-106", DateTimeOffset.UtcNow.AddHours(-2));
        if (field == "startedAt")
        {
            check["signedAt"] = null;
            check["signedBy"] = null;
        }

        JsonNode at = field.StartsWith("readings", StringComparison.Ordinal) ? check["readings"]![0]! : check;
        at[field.Split('/')[^1]] = DateTimeOffset.UtcNow.AddHours(3);
        (await ImportAsync(ines, ("checks", check)))
            .ExpectProblem(400, "bad-value", $"/checks/0/{field}")
            .Text("detail")
            .ShouldContain("still to come");
    }

    [Fact]
    public async Task An_id_that_is_here_with_other_content_is_refused_and_told_what_differs()
    {
        using TestClient ines = await site.ClientAsync();
        JsonObject check = Check("OBG-106", DateTimeOffset.UtcNow.AddHours(-2));
        (await ImportAsync(ines, ("checks", check))).Expect(200);
        JsonObject other = check.DeepClone().AsObject();
        other["signedBy"] = "Joss Penhale";
        other["readings"]![0]!["read"] = "L";
        string told = (await ImportAsync(ines, ("checks", other))).ExpectProblem(400, "id-taken", "/checks/0/id").Text("detail");
        told.ShouldContain("signedBy is “Mara Quill” here and “Joss Penhale” in the file");
        told.ShouldContain("readings/0/read is “H” here and “L” in the file");
        (await ines.GetAsync($"/api/checks/{Id(check)}")).Text("signedBy").ShouldBe("Mara Quill");

        Answer export = await ines.GetAsync("/api/export/models.json");
        JsonObject model = JsonNode.Parse(export.At("models").EnumerateArray().First().GetRawText())!.AsObject();
        model["name"] = "Another name";
        (await ImportAsync(ines, ("models", model)))
            .ExpectProblem(409, "version-exists", "/models/0/version")
            .Text("detail")
            .ShouldContain("here and “Another name” in the file");
    }

    [Fact]
    public async Task A_unit_is_changed_with_a_version_more_and_an_entry_of_what_changed()
    {
        using TestClient ines = await site.ClientAsync();
        Answer export = await ines.GetAsync("/api/export/units.json");
        JsonObject unit = JsonNode.Parse(export.At("units").EnumerateArray().First().GetRawText())!.AsObject();
        string tag = unit["tag"]!.GetValue<string>();
        int version = (int)(await site.SqlAsync($"SELECT version FROM camera_unit WHERE tag = '{tag}'"))!;
        unit["place"] = "the far cupboard";
        (await ImportAsync(ines, ("units", unit))).Expect(200).Int("added").ShouldBe(1);
        (await site.SqlAsync($"SELECT version FROM camera_unit WHERE tag = '{tag}'")).ShouldBe(version + 1);
        (
            await site.SqlAsync(
                $"SELECT who || ': ' || (after ->> 'place') FROM audit_entry WHERE subject = '{tag}' AND what = 'unit changed' ORDER BY id DESC LIMIT 1"
            )
        ).ShouldBe("Ines Calloway: the far cupboard");
        (await ImportAsync(ines, ("units", unit))).Expect(200).Int("unchanged").ShouldBe(1);
        unit["model"] = "elsewhere";
        (await ImportAsync(ines, ("units", unit))).Status.ShouldBe(400);
    }

    [Fact]
    public async Task A_unit_stands_as_it_was_last_signed_here_whatever_a_file_or_a_clock_says()
    {
        using TestClient ines = await site.ClientAsync();
        Guid here = await ines.BeginAsync("OBG-105");
        (await ines.ReadAsync(here, "gain", "H")).Expect(200);
        (await ines.SignAsync(here, "only the gain")).Expect(200);
        JsonObject later = Check("OBG-105", DateTimeOffset.UtcNow.AddSeconds(20));
        later["readings"]![0]!["read"] = "L";
        (await ImportAsync(ines, ("checks", later))).Expect(200);
        (await site.SqlAsync("SELECT check_id FROM unit_state WHERE unit_tag = 'OBG-105'")).ShouldBe(here);

        // A clock of the site that was an hour ahead and is put right: the signature after it counts all the same.
        await site.SqlAsync("UPDATE unit_state SET signed_at = now() + interval '1 hour' WHERE unit_tag = 'OBG-105'");
        Guid next = await ines.BeginAsync("OBG-105");
        (await ines.SignAsync(next, "nothing read")).Expect(200);
        (await site.SqlAsync("SELECT check_id FROM unit_state WHERE unit_tag = 'OBG-105'")).ShouldBe(next);
    }

    [Fact]
    public async Task Reading_a_large_bad_file_stops_after_two_hundred_faults()
    {
        using TestClient ines = await site.ClientAsync();
        var file = new StringBuilder("{\"format\":\"gold-notch-exchange\",\"formatVersion\":2,\"units\":[\n");
        for (int i = 0; i < 60_000; i++)
        {
            file.Append(i == 0 ? "" : ",\n")
                .Append("{\"tag\":\"BAD-")
                .Append(i)
                .Append("\",\"model\":\"none\",\"tape\":\"\",\"place\":\"\",\"status\":\"away\"}");
        }

        string whole = file.Append("]}").ToString();
        Answer refused = (await ines.SendAsync(HttpMethod.Post, "/api/import?keepGood=true", whole)).ExpectProblem(
            400,
            "bad-value",
            "/units/0/status"
        );
        refused.Text("detail").ShouldContain("reading stopped there");
        refused.At("faults").GetArrayLength().ShouldBe(200);
        refused.At("faults")[199].GetProperty("line").GetInt64().ShouldBe(201);
        (await site.SqlAsync("SELECT count(*) FROM camera_unit WHERE tag LIKE 'BAD-%'")).ShouldBe(0L);
    }

    private static JsonObject Check(string unit, DateTimeOffset at) =>
        new()
        {
            ["id"] = Guid.NewGuid(),
            ["unit"] = unit,
            ["standard"] = "lecture-room",
            ["standardVersion"] = 4,
            ["startedBy"] = "Mara Quill",
            ["startedAt"] = at,
            ["readings"] = new JsonArray(
                new JsonObject
                {
                    ["setting"] = "gain",
                    ["read"] = "H",
                    ["by"] = "Mara Quill",
                    ["at"] = at.AddSeconds(5),
                }
            ),
            ["signedBy"] = "Mara Quill",
            ["signedAt"] = at.AddSeconds(9),
            ["note"] = "",
        };

    private static Guid Id(JsonObject check) => check["id"]!.GetValue<Guid>();

    private static Task<Answer> ImportAsync(TestClient client, params (string List, JsonObject Entry)[] entries)
    {
        var file = new JsonObject { ["format"] = "gold-notch-exchange", ["formatVersion"] = 2 };
        foreach ((string list, JsonObject entry) in entries)
        {
            file[list] = new JsonArray(entry.DeepClone());
        }

        return client.SendAsync(HttpMethod.Post, "/api/import", file.ToJsonString());
    }
}
