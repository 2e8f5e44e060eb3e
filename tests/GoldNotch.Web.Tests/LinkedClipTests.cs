using System.Text;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>The ten-second test over the camera's link: it records with what it is set to, leftovers of the last borrower included.</summary>
[Collection(DemoSiteTests.Name)]
public class LinkedClipTests(DemoSite site)
{
    private const string Unit = "OBG-101";

    [Fact]
    public async Task A_linked_camera_records_its_test_clip_which_answers_the_check_and_shows_what_was_left_on()
    {
        using TestClient mara = await site.ClientAsync("mara");
        foreach (
            (string setting, string value) in new[]
            {
                ("full-auto", "off"),
                ("record-format", "1080 29.97p"),
                ("high-rate", "off"),
                ("shutter", "1/60"),
                ("gain", "0"),
                ("nd", "clear"),
                ("iris", "f/4"),
                ("channel-1", "input 1"),
                ("channel-2", "input 2"),
                ("input-1", "microphone"),
                ("phantom-1", "off"),
                ("input-2", "line"),
            }
        )
        {
            await PutAsync($"hand/{setting}", new { set = value });
        }

        // The condenser microphone gets no phantom power, and the wireless receiver is on line: nothing is heard on one channel, hardly anything on the other.
        await PutAsync(
            "scene",
            new
            {
                lux = 500,
                lightK = 3200,
                mainsHz = 50,
                flickerDepth = 0.3,
            }
        );
        await PutAsync(
            "sound",
            new
            {
                input1 = "condenser",
                input2 = "wireless",
                voiceDbfs = -3,
            }
        );
        Guid check = await mara.BeginAsync(Unit);
        (await mara.GetAsync($"/api/checks/{check}/camera")).Expect(200).At("givesClips").GetBoolean().ShouldBeTrue();
        var id = Guid.NewGuid();
        (await mara.SendAsync(HttpMethod.Post, $"/api/clips/{id}/from-camera", new { check, seconds = 4 })).Expect(200);
        JsonElement clip = await JudgedAsync(mara, id);
        clip.GetProperty("state").GetString().ShouldBe("judged", clip.GetRawText());
        clip.GetProperty("name").GetString().ShouldBe($"{Unit} test clip");
        string said = clip.GetProperty("findings").GetRawText();
        said.ShouldContain("Channel 1 is silent");
        said.ShouldContain("50\\u202FHz");
        Answer open = (await mara.GetAsync($"/api/checks/{check}")).Expect(200);
        JsonElement format = open.Line("record-format").GetProperty("reading");
        (format.GetProperty("label").GetString(), format.GetProperty("fromClip").GetBoolean()).ShouldBe(("1080 29.97p", true));

        // Asked again by the same id, nothing is recorded twice.
        (await mara.SendAsync(HttpMethod.Post, $"/api/clips/{id}/from-camera", new { check })).Expect(200);
    }

    [Fact]
    public async Task A_camera_without_a_link_or_one_that_records_raw_gives_none_and_says_what_to_do()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Answer none = await mara.SendAsync(HttpMethod.Post, $"/api/clips/{Guid.NewGuid()}/from-camera", new { unit = "OBG-105" });
        none.ExpectProblem(424, "camera-none", "");
        none.Json.GetProperty("detail").GetString()!.ShouldContain("choose it here");
        (await mara.SendAsync(HttpMethod.Post, $"/api/clips/{Guid.NewGuid()}/from-camera", new { unit = "OBG-999" })).Expect(404);
        (await mara.SendAsync(HttpMethod.Post, $"/api/clips/{Guid.NewGuid()}/from-camera", new { unit = Unit, stage = "soon" })).Expect(
            400
        );
        (
            await mara.SendAsync(HttpMethod.Post, $"/api/clips/{Guid.NewGuid()}/from-camera", new { unit = Unit, seconds = 900 })
        ).ExpectProblem(400, "bad-value", "/seconds");
    }

    private static async Task<JsonElement> JudgedAsync(TestClient client, Guid id)
    {
        JsonElement clip = default;
        for (int i = 0; i < 300; i++)
        {
            clip = (await client.GetAsync($"/api/clips/{id}")).Expect(200).Json;
            if (clip.GetProperty("state").GetString() != "judging")
            {
                break;
            }

            await Task.Delay(100);
        }

        return clip;
    }

    private async Task PutAsync(string path, object body)
    {
        using var http = new HttpClient();
        using HttpResponseMessage answer = await http.PutAsync(
            new Uri(site.Cameras, $"/stand-in/{Unit}/{path}"),
            new StringContent(JsonSerializer.Serialize(body), Encoding.UTF8, "application/json")
        );
        answer.IsSuccessStatusCode.ShouldBeTrue($"{path}: {await answer.Content.ReadAsStringAsync()}");
    }
}
