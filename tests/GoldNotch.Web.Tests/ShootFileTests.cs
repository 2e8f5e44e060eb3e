using System.Text;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Shoots as files and on paper: nothing is lost on the way out and back, and a page stays a page.</summary>
[Collection(CounterTests.Name)]
public class ShootFileTests(DemoSite site)
{
    private const string Columns =
        "id,name,place,call,end,collect,return,standard,outdoors,supply,voltAmperes,volts,trueSine,hazards,borrower,notes,hourSays,day,technicians,chargers,readers,prepareFrom,letter,unit,operator,cameraStandard,pools,block,from,to,recordingMinutes,room,light";

    private static DateTimeOffset Day(int days) =>
        new DateTimeOffset(DateTime.UtcNow.Date.Ticks, TimeSpan.FromHours(1)).AddDays(days).AddHours(9);

    private static Task<Answer> ImportAsync(TestClient client, string csv) =>
        client.SendAsync(HttpMethod.Post, "/api/import/csv", Encoding.UTF8.GetBytes(csv));

    private static async Task<JsonObject> FullAsync(TestClient ines, int cameras, DateTimeOffset call)
    {
        string[] units = await ShootApiTests.UnitsAsync(ines, cameras);
        JsonObject shoot = ShootApiTests.Shoot("Term, \"plants\"; =1+1", call, units);
        shoot["notes"] = "first line\nsecond, with a comma";
        shoot["outdoors"] = true;
        shoot["borrower"] = "joss";
        shoot["technicians"] = 2;
        shoot["hazards"] = new JsonArray("wet", "lifting");
        shoot["collect"] = call.AddHours(-2).ToString("O");
        shoot["supply"] = new JsonObject
        {
            ["kind"] = "generator",
            ["voltAmperes"] = 1000,
            ["volts"] = 230,
            ["trueSine"] = true,
        };
        shoot["cameras"]![0]!["operator"] = "mara";
        shoot["cameras"]![0]!["standard"] = "lecture-room";
        shoot["blocks"] = new JsonArray([
            .. Enumerable
                .Range(0, 3)
                .Select(i =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["name"] = $"Bed {i}",
                            ["from"] = call.AddMinutes(60 * i).ToString("O"),
                            ["to"] = call.AddMinutes(60 * (i + 1)).ToString("O"),
                            ["recordingMinutes"] = 40.5,
                            ["room"] = i == 1 ? "Glasshouse 4" : "",
                        }
                ),
        ]);
        (await ShootApiTests.PutAsync(ines, shoot)).Expect(200);
        return shoot;
    }

    [Fact]
    public async Task A_shoot_goes_out_as_csv_and_comes_back_whole()
    {
        using TestClient ines = await site.ClientAsync();
        JsonObject shoot = await FullAsync(ines, 2, Day(41));
        string id = shoot["id"]!.ToString();
        string before = (await ines.GetAsync($"/api/shoots/{id}")).Expect(200).At("document").GetRawText();
        (await ines.GetAsync($"/api/shoots/{id}/shoot.csv")).Expect(200).Type.ShouldBe("text/csv");
        byte[] csv = ines.LastBytes;
        Encoding
            .UTF8.GetString(csv)
            .Split("\r\n", StringSplitOptions.RemoveEmptyEntries)
            .Length.ShouldBe(4, "a head, and a row for each block");
        (await ines.SendAsync(HttpMethod.Post, "/api/import/csv", csv)).Expect(200).Int("unchanged").ShouldBe(1);

        (await ines.SendAsync(HttpMethod.Delete, $"/api/shoots/{id}", null, 1)).Status.ShouldBe(204);
        (await ines.SendAsync(HttpMethod.Post, "/api/import/csv", csv)).Expect(200).Int("added").ShouldBe(1);
        (await ines.GetAsync($"/api/shoots/{id}")).Expect(200).At("document").GetRawText().ShouldBe(before);
    }

    [Fact]
    public async Task A_term_from_a_spreadsheet_is_planned_once_however_often_the_file_comes()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await ShootApiTests.UnitsAsync(ines, 1);
        string Row(string name, int days, string unit) =>
            $",{name},Hall,{Day(days):yyyy-MM-dd'T'HH:mm:sszzz},{Day(days).AddHours(3):yyyy-MM-dd'T'HH:mm:sszzz},,,lecture-room,,,,,,,,,,,,,,,A,{unit},,,,,,,,,";
        string file = $"{Columns}\r\n{Row("Week 1", 51, units[0])}\r\n{Row("Week 2", 58, units[0])}\r\n";
        (await ImportAsync(ines, file)).Expect(200).Int("added").ShouldBe(2);
        Answer again = (await ImportAsync(ines, file)).Expect(200);
        (again.Int("added"), again.Int("unchanged")).ShouldBe((0, 2));
        (await ines.GetAsync("/api/export/shoots.csv")).Expect(200);
        string all = Encoding.UTF8.GetString(ines.LastBytes);
        (await ines.SendAsync(HttpMethod.Post, "/api/import/csv", ines.LastBytes)).Expect(200).Int("added").ShouldBe(0);
        all.ShouldContain("Week 2");

        Answer wrong = await ImportAsync(ines, file.Replace(Day(58).ToString("yyyy-MM-dd"), "next week", StringComparison.Ordinal));
        wrong.ExpectProblem(400, "bad-document", "/shoots/1/call");
        wrong.Text("detail").ShouldContain("Row 3");
        string twice = $"{Columns}\r\n{Row("Week 1b", 51, units[0])}\r\n";
        (await ImportAsync(ines, twice)).Status.ShouldNotBe(200, "the unit has a shoot then");
        (await ImportAsync(ines, file.Replace("Hall,", "Hall,,", StringComparison.Ordinal))).Status.ShouldBe(400);
        (await ImportAsync(ines, file.Replace(",A,", ",A,Q", StringComparison.Ordinal))).Status.ShouldBe(400, "no such unit");
    }

    [Fact]
    public async Task Loans_go_out_for_a_spreadsheet()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        Guid loan = await LoanApiTests.LendAsync(ines, unit, DateTimeOffset.UtcNow.AddHours(5));
        (await ines.GetAsync("/api/export/loans.csv")).Expect(200);
        string row = Encoding
            .UTF8.GetString(ines.LastBytes)
            .Split("\r\n")
            .Single(r => r.StartsWith(loan.ToString(), StringComparison.Ordinal));
        row.ShouldStartWith($"{loan},{unit},Mara Quill,,");
    }

    [Theory]
    [InlineData("call-sheet", "a4", 1)]
    [InlineData("call-sheet", "letter", 12)]
    [InlineData("kit-list", "a4", 12)]
    [InlineData("kit-list", "letter", 1)]
    public async Task Paper_is_one_page(string what, string paper, int cameras)
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        JsonObject shoot = await FullAsync(ines, cameras, Day(70));
        (await mara.GetAsync($"/api/shoots/{shoot["id"]}/{what}.pdf?paper={paper}")).Expect(200).Type.ShouldBe("application/pdf");
        string pdf = Encoding.Latin1.GetString(mara.LastBytes);
        System.Text.RegularExpressions.Regex.Count(pdf, @"/Type\s*/Page\b").ShouldBe(1);
        pdf.ShouldContain(paper == "a4" ? "/MediaBox [0 0 595" : "/MediaBox [0 0 612 792");
        (await mara.GetAsync($"/api/shoots/{shoot["id"]}/{what}.pdf?paper=a3")).ExpectProblem(400, "bad-value", "/paper");
    }

    [Fact]
    public async Task The_pieces_of_a_kit_that_have_a_code_get_labels()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (await ines.GetAsync($"/api/units/{unit}/kit/labels.pdf?paper=printer&widthMm=62&heightMm=29")).Expect(200);
        string pdf = Encoding.Latin1.GetString(ines.LastBytes);
        System.Text.RegularExpressions.Regex.Count(pdf, @"/Type\s*/Page\b").ShouldBe(1, "one piece has a code");
        object[] pieces = [new { name = "Body", kind = "body" }];
        (await ines.PutAsync($"/api/units/{unit}/kit", new { pieces }, 1)).Expect(200);
        (await ines.GetAsync($"/api/units/{unit}/kit/labels.pdf")).ExpectProblem(404, "not-found", "/pieces");
    }
}
