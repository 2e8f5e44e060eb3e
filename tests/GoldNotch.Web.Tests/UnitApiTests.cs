using System.Text;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Units that are added on the page, all or none, and their labels.</summary>
[Collection(DemoSiteTests.Name)]
public class UnitApiTests(DemoSite site)
{
    private static object Row(string tag, string model = "alder-20", string tape = "grey", string place = "counter") =>
        new
        {
            tag,
            model,
            tape,
            place,
        };

    [Fact]
    public async Task Rows_are_added_with_an_entry_each_and_may_be_sent_again()
    {
        using TestClient ines = await site.ClientAsync();
        var body = new { units = new[] { Row(" new-301 "), Row("NEW-302") } };
        Answer added = (await ines.SendAsync(HttpMethod.Post, "/api/units", body)).Expect(200);
        (added.Int("added"), added.Int("unchanged")).ShouldBe((2, 0));
        Answer again = (await ines.SendAsync(HttpMethod.Post, "/api/units", body)).Expect(200);
        (again.Int("added"), again.Int("unchanged")).ShouldBe((0, 2));
        (await ines.GetAsync("/api/units/NEW-301")).Text("tape").ShouldBe("grey");
        (await site.SqlAsync("SELECT count(*) FROM audit_entry WHERE what = 'unit added' AND subject LIKE 'NEW-30_'")).ShouldBe(2L);
        await site.SqlAsync("DELETE FROM unit_state WHERE unit_tag LIKE 'NEW-30_'; DELETE FROM camera_unit WHERE tag LIKE 'NEW-30_'");
    }

    [Fact]
    public async Task Every_wrong_row_is_named_and_none_is_added()
    {
        using TestClient ines = await site.ClientAsync();
        Answer refused = await ines.SendAsync(
            HttpMethod.Post,
            "/api/units",
            new
            {
                units = new[]
                {
                    Row("NEW-310"),
                    Row("no tag"),
                    Row("NEW-310"),
                    Row("NEW-311", model: "beech"),
                    Row("OBG-101", tape: "striped"),
                    Row("NEW-312", place: new string('x', 121)),
                },
            }
        );
        refused.ExpectProblem(400, "bad-value", "/units/1/tag");
        refused
            .At("faults")
            .EnumerateArray()
            .Select(f => (f.GetProperty("pointer").GetString(), f.GetProperty("line").GetInt32()))
            .ShouldBe([("/units/1/tag", 2), ("/units/2/tag", 3), ("/units/3/model", 4), ("/units/4/tag", 5), ("/units/5/place", 6)]);
        (await ines.GetAsync("/api/units/NEW-310")).Expect(404);
        (await ines.SendAsync(HttpMethod.Post, "/api/units", new { units = Array.Empty<object>() })).ExpectProblem(
            400,
            "bad-value",
            "/units"
        );
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/units",
                new { units = Enumerable.Range(0, 501).Select(i => Row($"N-{i}")).ToArray() }
            )
        ).ExpectProblem(409, "too-many", "/units");
    }

    [Theory]
    [InlineData("paper=a4", 1, "[0 0 595 842]")]
    [InlineData("paper=letter", 1, "[0 0 612 792]")]
    [InlineData("paper=printer&widthMm=62&heightMm=29", 14, "[0 0 176 82]")]
    [InlineData("paper=a4&model=alder-20", 1, "[0 0 595 842]")]
    [InlineData("paper=printer&widthMm=50&heightMm=20&tags=OBG-101,OBG-105", 2, "[0 0 142 57]")]
    public async Task Labels_fit_their_paper(string query, int pages, string height)
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync($"/api/units/labels.pdf?{query}")).Expect(200).Type.ShouldBe("application/pdf");
        string pdf = Encoding.Latin1.GetString(mara.LastBytes);
        System.Text.RegularExpressions.Regex.Count(pdf, @"/Type\s*/Page\b").ShouldBe(pages);
        pdf.ShouldContain(height);
    }

    [Fact]
    public async Task A_label_too_small_to_be_read_and_a_unit_that_is_gone_are_told()
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync("/api/units/labels.pdf?paper=printer&widthMm=24&heightMm=29")).ExpectProblem(400, "bad-value", "/widthMm");
        (await mara.GetAsync("/api/units/labels.pdf?paper=printer&widthMm=62&heightMm=9")).ExpectProblem(400, "bad-value", "/heightMm");
        (await mara.GetAsync("/api/units/labels.pdf?paper=cloth")).ExpectProblem(400, "bad-value", "/paper");
        (await mara.GetAsync("/api/units/labels.pdf?tags=OBG-101,GONE-1")).ExpectProblem(404, "not-found", "/unit");
        (await mara.GetAsync("/api/units/labels.pdf?model=beech")).ExpectProblem(404, "not-found", "/model");
    }

    [Fact]
    public async Task Every_unit_of_a_model_has_its_strap_card()
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync("/api/sheets/lecture-room/alder-20/straps.pdf")).Expect(200).Type.ShouldBe("application/pdf");
        string pdf = Encoding.Latin1.GetString(mara.LastBytes);
        System.Text.RegularExpressions.Regex.Count(pdf, @"/Type\s*/Page\b").ShouldBe(1);
        (await mara.GetAsync("/api/sheets/lecture-room/alder-20/straps.pdf?paper=a9")).ExpectProblem(400, "bad-value", "/paper");
    }
}
