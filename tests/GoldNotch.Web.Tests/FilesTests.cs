using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Paper, pictures, and files that come back as they went.</summary>
[Collection(DemoSiteTests.Name)]
public class FilesTests(DemoSite site)
{
    [Theory]
    [InlineData("sheet.pdf?unit=OBG-105", "841.9")]
    [InlineData("sheet.pdf?paper=letter", "792")]
    [InlineData("sheet.pdf?layout=page", "841.9")]
    [InlineData("strap.pdf?unit=OBG-105", "153]")]
    public async Task A_sheet_goes_to_paper_of_its_size(string file, string height)
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync($"/api/sheets/lecture-room/bracken-3/{file}")).Expect(200).Type.ShouldBe("application/pdf");
        string pdf = Encoding.Latin1.GetString(mara.LastBytes);
        pdf.ShouldStartWith("%PDF");
        pdf.TrimEnd().ShouldEndWith("%%EOF");
        pdf.ShouldContain(height);
        int pages = System.Text.RegularExpressions.Regex.Count(pdf, @"/Type\s*/Page\b");
        (pages == 1).ShouldBe(
            !file.StartsWith("sheet.pdf?unit", StringComparison.Ordinal) && !file.Contains("letter", StringComparison.Ordinal),
            $"{pages} pages"
        );
    }

    [Fact]
    public async Task Paper_and_units_that_are_not_there_are_told()
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync("/api/sheets/lecture-room/bracken-3/sheet.pdf?paper=a3")).ExpectProblem(400, "bad-value", "/paper");
        (await mara.GetAsync("/api/sheets/lecture-room/bracken-3/strap.pdf?unit=OBG-999")).ExpectProblem(404, "not-found", "/unit");
        (await mara.GetAsync("/api/units/OBG-999/code.svg")).ExpectProblem(404, "not-found", "/unit");
        (await mara.GetAsync("/api/sheets/lecture-room/bracken-3/dials/tint.svg")).ExpectProblem(404, "not-found", "/setting");
    }

    [Fact]
    public async Task A_dial_and_a_code_are_drawn()
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync("/api/sheets/lecture-room/bracken-3/dials/gain.svg")).Expect(200).Type.ShouldBe("image/svg+xml");
        string svg = Encoding.UTF8.GetString(mara.LastBytes);
        svg.ShouldContain("<svg");
        System.Text.RegularExpressions.Regex.Count(svg, "<text").ShouldBe(3, "L, M and H");
        (await mara.GetAsync("/api/coverage.svg")).Expect(200).Type.ShouldBe("image/svg+xml");
        System
            .Text.RegularExpressions.Regex.Count(Encoding.UTF8.GetString(mara.LastBytes), "<text")
            .ShouldBeGreaterThanOrEqualTo(6 + (7 * 7), "a name for each model, and a name and a cell for each standard");
        (await mara.GetAsync("/api/units/OBG-105/code.png")).Expect(200).Type.ShouldBe("image/png");
        mara.LastBytes[1..4].ShouldBe("PNG"u8.ToArray());
    }

    [Theory]
    [InlineData("units.json", "json", 14)]
    [InlineData("standards.json", "json", 8)]
    [InlineData("models.json", "json", 6)]
    [InlineData("units.csv", "csv", 14)]
    [InlineData("standards.csv", "csv", 8)]
    public async Task What_goes_out_comes_back_without_loss(string file, string kind, int entries)
    {
        using TestClient ines = await site.ClientAsync();
        (await ines.GetAsync($"/api/export/{file}")).Expect(200);
        byte[] went = ines.LastBytes;
        Answer back = (await ines.SendAsync(HttpMethod.Post, kind == "csv" ? "/api/import/csv" : "/api/import", went)).Expect(200);
        back.Int("added").ShouldBe(0, "nothing may differ from what is kept");
        back.Int("unchanged").ShouldBeGreaterThanOrEqualTo(entries);
        (await ines.GetAsync($"/api/export/{file}")).Expect(200);
        ines.LastBytes.ShouldBe(went);
    }

    [Theory]
    [InlineData("sheet.json", "/api/import")]
    [InlineData("sheet.csv", "/api/import/csv")]
    public async Task A_sheet_is_worked_out_again_when_it_comes_back_and_a_changed_line_is_found(string file, string to)
    {
        using TestClient ines = await site.ClientAsync();
        (await ines.GetAsync($"/api/sheets/seed-portraits/elm-p/{file}")).Expect(200);
        byte[] went = ines.LastBytes;
        (await ines.SendAsync(HttpMethod.Post, to, went)).Expect(200).Int("unchanged").ShouldBe(1);
        string forged = Encoding
            .UTF8.GetString(went)
            .Replace("4300", "5600", StringComparison.Ordinal)
            .Replace("T4", "T2.8", StringComparison.Ordinal)
            .Replace("f/4", "f/2.8", StringComparison.Ordinal);
        Answer refused = await ines.SendAsync(HttpMethod.Post, to, Encoding.UTF8.GetBytes(forged));
        refused.Status.ShouldBe(400);
        refused.Text("code").ShouldBe("sheet-differs");
    }

    [Fact]
    public async Task A_formula_in_a_cell_is_harmless_outside_and_unchanged_inside()
    {
        using TestClient ines = await site.ClientAsync();
        const string Formula = "=HYPERLINK(\"http://x\")";
        JsonObject unit = new()
        {
            ["tag"] = "OBG-900",
            ["model"] = "alder-20",
            ["tape"] = "+1",
            ["place"] = Formula,
        };
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/import",
                new JsonObject
                {
                    ["format"] = "gold-notch-exchange",
                    ["formatVersion"] = 1,
                    ["units"] = new JsonArray(unit),
                }.ToJsonString()
            )
        ).Expect(200);
        (await ines.GetAsync("/api/export/units.csv")).Expect(200);
        string csv = Encoding.UTF8.GetString(ines.LastBytes);
        csv.ShouldContain("\"'=HYPERLINK");
        csv.ShouldContain(",'+1,");
        (await ines.SendAsync(HttpMethod.Post, "/api/import/csv", ines.LastBytes)).Expect(200).Int("added").ShouldBe(0);
        (await ines.GetAsync("/api/units/OBG-900")).Text("place").ShouldBe(Formula);
        await site.SqlAsync("DELETE FROM camera_unit WHERE tag = 'OBG-900'");
    }

    [Fact]
    public async Task Of_five_hundred_cards_each_bad_one_is_told_and_the_good_ones_are_kept_only_when_said_so()
    {
        using TestClient ines = await site.ClientAsync();
        (await ines.GetAsync("/api/models/fennel-hs")).Expect(200);
        JsonNode card = JsonNode.Parse(ines.LastBytes)!["document"]!;
        JsonArray cards = [];
        for (int i = 0; i < 500; i++)
        {
            JsonNode one = card.DeepClone();
            one["key"] = $"many-{i}";
            one["name"] = $"Many {i}";
            if (i % 100 == 7)
            {
                one["lens"]!["smallest"] = "f/0";
            }

            cards.Add(one);
        }

        string file = new JsonObject
        {
            ["format"] = "gold-notch-exchange",
            ["formatVersion"] = 1,
            ["models"] = cards,
        }.ToJsonString(new JsonSerializerOptions { WriteIndented = true });
        Answer refused = (await ines.SendAsync(HttpMethod.Post, "/api/import", file)).ExpectProblem(
            400,
            "bad-value",
            "/models/7/lens/smallest"
        );
        refused.At("faults").GetArrayLength().ShouldBe(5);
        string line = file.Split('\n')[refused.Int("faults/1/line") - 1];
        line.ShouldContain("\"smallest\": \"f/0\"");
        (await ines.GetAsync("/api/models/many-0")).Expect(404);
        Answer kept = (await ines.SendAsync(HttpMethod.Post, "/api/import?keepGood=true", file)).Expect(200);
        (kept.Int("added"), kept.At("leftOut").GetArrayLength()).ShouldBe((495, 5));
        (await ines.GetAsync("/api/models/many-0")).Expect(200);
        await site.SqlAsync(
            "ALTER TABLE camera_model DISABLE TRIGGER ALL; DELETE FROM coverage_cell WHERE model_key LIKE 'many-%'; DELETE FROM camera_model WHERE key LIKE 'many-%'; ALTER TABLE camera_model ENABLE TRIGGER ALL"
        );
    }
}
