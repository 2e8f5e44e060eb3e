using System.Text.Json;
using System.Text.RegularExpressions;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>No sentence of a check has a hole where a value should stand: what a model cannot be set to is told as the standard asks for it.</summary>
[Collection(DemoSiteTests.Name)]
public partial class WholeSentenceTests(DemoSite site)
{
    [Fact]
    public async Task No_sentence_of_a_check_of_the_demo_has_a_hole()
    {
        using TestClient ines = await site.ClientAsync();
        Answer page = (await ines.GetAsync("/api/checks")).Expect(200);
        List<string> holes = [];
        int sentences = 0;
        foreach (JsonElement row in page.At("checks").EnumerateArray())
        {
            Answer check = (await ines.GetAsync($"/api/checks/{row.GetProperty("id").GetGuid()}")).Expect(200);
            foreach (Match said in Sentence().Matches(check.Json.GetRawText()))
            {
                sentences++;
                if (Hole().IsMatch(said.Value))
                {
                    holes.Add(said.Value);
                }
            }
        }

        holes.Distinct().ShouldBeEmpty();
        sentences.ShouldBeGreaterThan(1000);
    }

    [GeneratedRegex("\"sentence\":\"[^\"]*\"")]
    private static partial Regex Sentence();

    [GeneratedRegex(@" [.;:,](?=[ ""])")]
    private static partial Regex Hole();
}
