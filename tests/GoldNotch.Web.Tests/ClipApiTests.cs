using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>A test clip from its upload to what it means in its check.</summary>
[Collection(SiteTests.Name)]
public class ClipApiTests(TestSite site)
{
    private static readonly Lazy<byte[]> Good = new(() => MadeClip.Of());

    [Fact]
    public async Task A_clip_answers_its_check_counts_in_it_and_is_sealed_with_it()
    {
        using TestClient ines = await site.ClientAsync();
        Guid check = await ines.BeginAsync();
        int before = (await ines.GetAsync($"/api/checks/{check}")).Int("version");
        var id = Guid.NewGuid();
        JsonElement clip = await JudgedAsync(ines, id, "C0001.MP4", MadeClip.Of(volume: 0.9), $"&check={check}&stage=found");
        (clip.GetProperty("unit").GetString(), clip.GetProperty("counts").GetBoolean()).ShouldBe(("OBG-106", true));
        Answers(clip).ShouldBe(["record-format 1080 29.97p recorded"]);
        clip.GetProperty("facts")[0].GetProperty("value").GetString().ShouldBe("1080 29.97p");

        Answer open = await ines.GetAsync($"/api/checks/{check}");
        JsonElement reading = open.Line("record-format").GetProperty("reading");
        (reading.GetProperty("fromClip").GetBoolean(), reading.GetProperty("fromCamera").GetBoolean()).ShouldBe((true, false));
        reading.GetProperty("by").GetString().ShouldBe("Ines Calloway");
        open.Int("version").ShouldBeGreaterThan(before, "a signature is given for what the clip shows");
        open.Text("clip").ShouldBe(id.ToString());
        JsonElement audio = open.At("now").GetProperty("items").EnumerateArray().First(i => i.GetProperty("topic").GetString() == "audio");
        audio.GetProperty("severity").GetString().ShouldBe("fault");
        audio.GetProperty("because").GetProperty("sentence").GetString()!.ShouldContain("Channel 1");

        await ines.ReadTheRestAsync(check);
        (await ines.SignAsync(check, "loud")).Expect(200);
        (await ines.SendAsync(HttpMethod.Delete, $"/api/clips/{id}", null)).Expect(409);
        (await PutAsync(ines, Guid.NewGuid(), "late.mp4", Good.Value, $"&check={check}")).Expect(409);
        await Should.ThrowAsync<Npgsql.PostgresException>(() => site.SqlAsync($"DELETE FROM clip WHERE id = '{id}'"));
        Answer signed = await ines.GetAsync($"/api/checks/{check}");
        signed.At("now").GetProperty("items").EnumerateArray().ShouldContain(i => i.GetProperty("topic").GetString() == "audio");
    }

    [Fact]
    public async Task What_a_person_read_otherwise_stands_until_somebody_decides()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid check = await mara.BeginAsync();
        (await mara.ReadAsync(check, "record-format", "1080 59.94i")).Expect(200);
        var id = Guid.NewGuid();
        JsonElement clip = await JudgedAsync(mara, id, "C0002.MP4", Good.Value, $"&check={check}");
        Answers(clip).ShouldBe(["record-format 1080 29.97p beside"]);
        JsonElement line = (await mara.GetAsync($"/api/checks/{check}")).Line("record-format");
        line.GetProperty("reading").GetProperty("label").GetString().ShouldBe("1080 59.94i");
        line.GetProperty("rivals")[0].GetProperty("fromClip").GetBoolean().ShouldBeTrue();

        // Brought once more it says so once more, and leaves no third reading; deleted it leaves what it read.
        Answers(await JudgedAsync(mara, Guid.NewGuid(), "C0002.MP4", Good.Value, $"&check={check}"))
            .ShouldBe(["record-format 1080 29.97p beside"]);
        (await mara.GetAsync($"/api/checks/{check}")).Line("record-format").GetProperty("rivals").GetArrayLength().ShouldBe(1);
        (await mara.SendAsync(HttpMethod.Delete, $"/api/clips/{id}", null)).Expect(204);
        (await mara.GetAsync($"/api/clips/{id}")).Expect(404);
        (await mara.GetAsync($"/api/checks/{check}")).Line("record-format").GetProperty("rivals").GetArrayLength().ShouldBe(1);
    }

    [Fact]
    public async Task A_clip_of_another_camera_reads_nothing_and_says_so()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid check = await mara.BeginAsync();
        JsonElement clip = await JudgedAsync(mara, Guid.NewGuid(), "C0003.MP4", MadeClip.Of("640x360", "25", null), $"&check={check}");
        clip.GetProperty("sentence").GetString().ShouldStartWith("This clip is 640×360 25p, which Bracken 3 does not record.");
        (clip.GetProperty("counts").GetBoolean(), clip.GetProperty("answers").GetArrayLength()).ShouldBe((false, 0));
        Answer open = await mara.GetAsync($"/api/checks/{check}");
        open.Line("record-format").GetProperty("reading").GetProperty("kind").GetString().ShouldBe("unread");
        open.At("clip").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task A_clip_without_a_check_finds_its_unit_by_the_name_and_is_listed()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        JsonElement clip = await JudgedAsync(mara, id, "OBG-105 <img src=x onerror=1>.mp4", Good.Value, "");
        (clip.GetProperty("unit").GetString(), clip.GetProperty("name").GetString()).ShouldBe(
            ("OBG-105", "OBG-105 <img src=x onerror=1>.mp4")
        );
        (await PutAsync(mara, id, "again.mp4", Good.Value, ""))
            .Expect(200)
            .Text("name")
            .ShouldStartWith("OBG-105", Case.Sensitive, "the same id changes nothing");
        JsonElement row = (await mara.GetAsync("/api/clips?unit=OBG-105"))
            .At("clips")
            .EnumerateArray()
            .First(c => c.GetProperty("id").GetGuid() == id);
        row.GetProperty("inShort").GetString().ShouldBe("nothing wrong found");
    }

    [Fact]
    public async Task What_is_no_clip_is_refused_at_once_and_nothing_is_kept()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid check = await mara.BeginAsync();
        var id = Guid.NewGuid();
        Answer words = await PutAsync(mara, id, "words.mp4", "shutter,gain"u8.ToArray(), $"&check={check}");
        words.Expect(400).Text("pointer").ShouldBe("/file");
        (await PutAsync(mara, id, "", Good.Value, "")).Expect(400).Text("pointer").ShouldBe("/name");
        (await PutAsync(mara, id, "a.mp4", Good.Value, $"&check={Guid.NewGuid()}")).Expect(404);
        (await PutAsync(mara, id, "a.mp4", Good.Value, "&unit=NO-1")).Expect(400).Text("pointer").ShouldBe("/unit");
        (await mara.GetAsync($"/api/clips/{id}")).Expect(404);

        // Its beginning is that of a clip, and the rest is not: that is found out when it is judged.
        JsonElement half = await JudgedAsync(mara, Guid.NewGuid(), "half.mp4", Good.Value[..4000], $"&check={check}", "refused");
        half.GetProperty("sentence").GetString().ShouldNotBeNullOrEmpty();
        (await mara.GetAsync($"/api/checks/{check}")).At("clip").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    private static string[] Answers(JsonElement clip) =>
        [
            .. clip.GetProperty("answers")
                .EnumerateArray()
                .Select(a =>
                    $"{a.GetProperty("setting").GetString()} {a.GetProperty("typed").GetString()} {a.GetProperty("outcome").GetString()}"
                ),
        ];

    private static Task<Answer> PutAsync(TestClient client, Guid id, string name, byte[] file, string query) =>
        client.SendAsync(HttpMethod.Put, $"/api/clips/{id}?name={Uri.EscapeDataString(name)}{query}", file);

    private static async Task<JsonElement> JudgedAsync(
        TestClient client,
        Guid id,
        string name,
        byte[] file,
        string query,
        string state = "judged"
    )
    {
        (await PutAsync(client, id, name, file, query)).Expect(200);
        DateTime until = DateTime.UtcNow.AddSeconds(60);
        while (true)
        {
            JsonElement clip = (await client.GetAsync($"/api/clips/{id}")).Expect(200).Json;
            if (clip.GetProperty("state").GetString() != "judging" || DateTime.UtcNow > until)
            {
                clip.GetProperty("state").GetString().ShouldBe(state, clip.GetProperty("sentence").GetString());
                return clip;
            }

            await Task.Delay(100);
        }
    }
}
