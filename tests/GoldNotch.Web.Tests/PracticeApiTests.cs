using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.StandIns;
using GoldNotch.Exchange;
using GoldNotch.SimulatedCameras;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Exercises over the API: each person's own, the same whenever it is opened, counted once.</summary>
[Collection(DemoSiteTests.Name)]
public class PracticeApiTests(DemoSite site)
{
    private static Task<Answer> BeginAsync(TestClient client, Guid id, string kind, string model = "alder-20", int seed = 7) =>
        client.PutAsync(
            $"/api/practice/tries/{id}",
            new
            {
                kind,
                model,
                standard = "lecture-room",
                seed,
            }
        );

    private static object Nothing => new { moves = Array.Empty<object>(), seconds = 30 };

    // What the sheet requires, from top to bottom, as whoever reads it would type it.
    private static object[] BySheet(Answer begun)
    {
        Dictionary<string, JsonElement> worked = begun
            .At("body")
            .EnumerateArray()
            .SelectMany(c => c.GetProperty("settings").EnumerateArray())
            .ToDictionary(s => s.GetProperty("setting").GetString()!);
        List<object> moves = [];
        for (int round = 0; round < 2; round++)
        {
            foreach (JsonElement line in begun.At("sheet").EnumerateArray())
            {
                string setting = line.GetProperty("setting").GetString()!;
                string required = line.GetProperty("required").GetString()!;
                string to =
                    required is "automatic" ? "auto"
                    : required.StartsWith("memory ", StringComparison.Ordinal) ? $"balance {required["memory ".Length..]}"
                    : required;
                worked.ShouldContainKey(setting);
                moves.Add(new { setting, to });
            }
        }

        return [.. moves];
    }

    [Fact]
    public async Task A_camera_is_worked_kept_finished_once_and_the_same_whenever_it_is_opened()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        Answer begun = (await BeginAsync(mara, id, "set-to-sheet")).Expect(200);
        begun.At("body").GetArrayLength().ShouldBeGreaterThan(10);
        begun.At("camera").GetProperty("display").GetArrayLength().ShouldBeGreaterThan(5);
        begun.At("result").ValueKind.ShouldBe(JsonValueKind.Null);
        (await BeginAsync(mara, id, "find-control", "bracken-3", 99))
            .Expect(200)
            .Text("kind")
            .ShouldBe("setToSheet", "it is begun already");
        (await mara.GetAsync($"/api/practice/tries/{id}/finder.jpg")).Expect(200).Type.ShouldBe("image/jpeg");
        byte[] before = mara.LastBytes;

        object[] moves = BySheet(begun);
        Answer kept = (await mara.PutAsync($"/api/practice/tries/{id}/steps", new { moves, seconds = 40 }, 1)).Expect(200);
        kept.At("moves").EnumerateArray().Select(m => m.GetProperty("refusal").GetString()!).ShouldContain("");

        // What was worked is seen in the finder: here on another try of the same seed, whose white stands under the wrong light.
        var other = Guid.NewGuid();
        (await BeginAsync(mara, other, "set-to-sheet")).Expect(200);
        object[] white = [new { setting = "white-balance", to = "12000 K" }];
        (await mara.PutAsync($"/api/practice/tries/{other}/steps", new { moves = white, seconds = 5 }, 1)).Expect(200);
        (await mara.GetAsync($"/api/practice/tries/{other}/finder.jpg")).Expect(200);
        mara.LastBytes.SequenceEqual(before).ShouldBeFalse("what was worked is seen");
        (await mara.PutAsync($"/api/practice/tries/{id}/steps", new { moves, seconds = 41 }, 1)).ExpectProblem(412, "changed-meanwhile");

        Answer done = (await mara.PutAsync($"/api/practice/tries/{id}/finished", new { moves, seconds = 50 })).Expect(200);
        done.At("result").GetProperty("passed").GetBoolean().ShouldBeTrue(done.At("result").GetRawText());
        done.At("result").GetProperty("inThePicture").GetArrayLength().ShouldBeGreaterThan(0);
        Answer again = (await mara.PutAsync($"/api/practice/tries/{id}/finished", Nothing)).Expect(200);
        again.At("result").GetProperty("passed").GetBoolean().ShouldBeTrue("what was judged first stands");
        (await mara.PutAsync($"/api/practice/tries/{id}/steps", Nothing, again.Int("version"))).ExpectProblem(409, "immutable", "/id");
        (await mara.SendAsync(HttpMethod.Delete, $"/api/practice/tries/{id}", null)).ExpectProblem(409, "immutable", "/id");

        JsonElement skill = (await mara.GetAsync("/api/practice"))
            .At("skills")
            .EnumerateArray()
            .First(s => s.GetProperty("modelKey").GetString() == "alder-20" && s.GetProperty("kind").GetString() == "setToSheet");
        skill.GetProperty("tries").GetInt32().ShouldBe(1);
        skill.GetProperty("stabilityDays").GetDouble().ShouldBe(4);
    }

    [Fact]
    public async Task Nobody_else_finds_a_try_on_any_route_a_technician_neither()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient joss = await site.ClientAsync("joss");
        using TestClient ines = await site.ClientAsync("ines");
        var id = Guid.NewGuid();
        (await BeginAsync(mara, id, "two-cameras")).Expect(200);
        foreach (TestClient other in new[] { joss, ines })
        {
            (await other.GetAsync($"/api/practice/tries/{id}")).ExpectProblem(404, "not-found", "/id");
            (await other.GetAsync($"/api/practice/tries/{id}/finder.jpg")).ExpectProblem(404, "not-found", "/id");
            (await BeginAsync(other, id, "set-to-sheet")).ExpectProblem(400, "id-taken", "/id");
            (await other.PutAsync($"/api/practice/tries/{id}/steps", Nothing, 1)).ExpectProblem(404, "not-found", "/id");
            (await other.PutAsync($"/api/practice/tries/{id}/finished", Nothing)).ExpectProblem(404, "not-found", "/id");
            (await other.SendAsync(HttpMethod.Delete, $"/api/practice/tries/{id}", null)).ExpectProblem(404, "not-found", "/id");
            (await other.GetAsync("/api/practice")).Json.GetRawText().ShouldNotContain(id.ToString());
        }

        (await mara.GetAsync("/api/practice")).Json.GetRawText().ShouldContain(id.ToString());
        (await mara.SendAsync(HttpMethod.Delete, $"/api/practice/tries/{id}", null)).Expect(204);
        (await mara.GetAsync($"/api/practice/tries/{id}")).Expect(404);
    }

    [Fact]
    public async Task Questions_do_not_give_their_answers_away_and_are_judged_at_the_end()
    {
        using TestClient mara = await site.ClientAsync("mara");
        foreach (string kind in new[] { "find-control", "light-changed", "before-and-after" })
        {
            var id = Guid.NewGuid();
            Answer begun = (await BeginAsync(mara, id, kind)).Expect(200);
            begun.At("questions").GetArrayLength().ShouldBe(5);
            begun.Json.GetRawText().ShouldNotContain("accepted", Case.Insensitive);
            begun.At("body").EnumerateArray().ShouldAllBe(c => c.GetProperty("settings").GetArrayLength() == 0);
            Answer done = (await mara.PutAsync($"/api/practice/tries/{id}/finished", Nothing)).Expect(200);
            done.At("result").GetProperty("right").GetInt32().ShouldBe(0);
            done.At("result").GetProperty("of").GetInt32().ShouldBe(5);
            done.At("result").GetProperty("tryAgain").GetString().ShouldNotBeNullOrEmpty();
        }
    }

    [Fact]
    public async Task What_cannot_be_is_refused_at_its_field()
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await BeginAsync(mara, Guid.NewGuid(), "juggling")).ExpectProblem(400, "bad-value", "/kind");
        (await BeginAsync(mara, Guid.NewGuid(), "set-to-sheet", "no-such")).ExpectProblem(400, "model-missing", "/model");
        var id = Guid.NewGuid();
        (await BeginAsync(mara, id, "set-to-sheet")).Expect(200);
        object[] moves = [new { setting = "no-such", to = "on" }];
        (await mara.PutAsync($"/api/practice/tries/{id}/steps", new { moves }, 1)).ExpectProblem(400, "bad-value", "/moves/0/setting");
        object[] many = [.. Enumerable.Repeat(new { setting = "gain", to = "0 dB" }, 401)];
        (await mara.PutAsync($"/api/practice/tries/{id}/finished", new { moves = many })).ExpectProblem(409, "too-many", "/moves");
        (await mara.PutAsync($"/api/practice/tries/{id}/steps", new { seconds = -1 }, 1)).ExpectProblem(400, "bad-value", "/seconds");
        (await mara.GetAsync($"/api/practice/tries/{id}")).Int("version").ShouldBe(1, "nothing was kept");
    }

    [Fact]
    public async Task A_specification_that_changes_meanwhile_leaves_the_exercise_as_it_was()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient ines = await site.ClientAsync("ines");
        var id = Guid.NewGuid();
        Answer begun = (await BeginAsync(mara, id, "find-control", "elm-p")).Expect(200);
        JsonElement card = (await ines.GetAsync("/api/models/elm-p")).Expect(200).At("document");
        var changed = System.Text.Json.Nodes.JsonNode.Parse(card.GetRawText())!;
        changed["name"] = "Elm P, renamed";
        foreach (KeyValuePair<string, System.Text.Json.Nodes.JsonNode?> control in changed["controls"]!.AsObject())
        {
            control.Value!["side"] = "top";
        }

        (await ines.PutAsync("/api/models/elm-p", changed.ToJsonString(), card.GetProperty("version").GetInt32())).Expect(200);
        try
        {
            Answer now = (await mara.GetAsync($"/api/practice/tries/{id}")).Expect(200);
            now.At("questions").GetRawText().ShouldBe(begun.At("questions").GetRawText());
            now.Text("modelName").ShouldBe("Elm P");
        }
        finally
        {
            (await ines.PutAsync("/api/models/elm-p", card.GetRawText(), card.GetProperty("version").GetInt32() + 1)).Expect(200);
        }
    }

    [Fact]
    public async Task A_model_that_is_no_longer_lent_is_finished_and_not_offered_again()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient ines = await site.ClientAsync("ines");
        var card = System.Text.Json.Nodes.JsonNode.Parse((await ines.GetAsync("/api/models/elm-p")).At("document").GetRawText())!;
        (card["key"], card["name"]) = ("iris-q", "Iris Q");
        (await ines.PutAsync("/api/models/iris-q", card, 0)).Expect(200);
        object unit = new
        {
            tag = "RET-001",
            model = "iris-q",
            tape = "grey",
            place = "Shelf",
        };
        (await ines.SendAsync(HttpMethod.Post, "/api/units", new { units = new[] { unit } })).Expect(200);
        async Task<bool> IsOfferedAsync() =>
            (await mara.GetAsync("/api/practice"))
                .Expect(200)
                .At("skills")
                .EnumerateArray()
                .Any(s => s.GetProperty("modelKey").GetString() == "iris-q");
        (await IsOfferedAsync()).ShouldBeTrue();
        var id = Guid.NewGuid();
        Answer begun = (await BeginAsync(mara, id, "find-control", "iris-q")).Expect(200);

        await site.SqlAsync("UPDATE camera_unit SET status = 'retired' WHERE tag = 'RET-001'");
        (await IsOfferedAsync()).ShouldBeFalse();
        (await mara.GetAsync($"/api/practice/tries/{id}"))
            .Expect(200)
            .At("questions")
            .GetRawText()
            .ShouldBe(begun.At("questions").GetRawText());
        (await mara.PutAsync($"/api/practice/tries/{id}/finished", Nothing)).Expect(200).At("result/of").GetInt32().ShouldBe(5);
        (await mara.GetAsync("/api/practice")).At("tries").GetRawText().ShouldContain(id.ToString());
    }

    [Fact]
    public async Task A_clock_turned_back_ends_no_exercise_before_it_began_and_breaks_no_memory()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        (await BeginAsync(mara, id, "find-control", "calla-d")).Expect(200);
        await site.SqlAsync($"UPDATE practice_try SET begun_at = now() + interval '3 hours' WHERE id = '{id}'");
        Answer done = (await mara.PutAsync($"/api/practice/tries/{id}/finished", Nothing)).Expect(200);
        DateTimeOffset begunAt = done.At("begunAt").GetDateTimeOffset();
        begunAt.ShouldBeGreaterThan(DateTimeOffset.UtcNow.AddHours(2));
        done.At("finishedAt").GetDateTimeOffset().ShouldBe(begunAt);
        JsonElement skill = (await mara.GetAsync("/api/practice"))
            .Expect(200)
            .At("skills")
            .EnumerateArray()
            .Single(s => s.GetProperty("modelKey").GetString() == "calla-d" && s.GetProperty("kind").GetString() == "findControl");
        skill.GetProperty("recall").GetDouble().ShouldBe(1, "it lies before us: nothing of it has faded");
        (await mara.PutAsync($"/api/practice/tries/{id}/finished", new { seconds = -5 })).Expect(200).Int("version").ShouldBe(2);
    }

    [Fact]
    public async Task The_refresher_is_one_page_of_what_is_found_wrong_here()
    {
        using TestClient mara = await site.ClientAsync("mara");
        foreach (string paper in new[] { "a4", "letter" })
        {
            (await mara.GetAsync($"/api/practice/refresher.pdf?model=alder-20&standard=lecture-room&paper={paper}"))
                .Expect(200)
                .Type.ShouldBe("application/pdf");
            System.Text.Encoding.Latin1.GetString(mara.LastBytes).ShouldContain("/Count 1");
        }

        (await mara.GetAsync("/api/practice/refresher.pdf?model=alder-20&standard=lecture-room&paper=a5")).ExpectProblem(
            400,
            "bad-value",
            "/paper"
        );
        (await mara.GetAsync("/api/practice/refresher.pdf?model=no-such&standard=lecture-room")).Expect(404);
    }

    private static (CameraModel[] Models, Standard[] Standards) Demo()
    {
        ExchangeDocument[] files =
        [
            .. new[] { "01-cameras.json", "02-standards.json" }.Select(f =>
                JsonSerializer.Deserialize(
                    File.ReadAllBytes(Path.Combine(TestSite.Root, "demo", f)),
                    ExchangeJson.Default.ExchangeDocument
                )!
            ),
        ];
        return (
            [.. files.SelectMany(f => f.Models ?? []).Select(m => ModelReader.ToModel(m))],
            [
                .. files
                    .SelectMany(f => f.Standards ?? [])
                    .GroupBy(s => s.Key)
                    .Select(g => StandardReader.ToStandard(g.MaxBy(s => s.Version)!)),
            ]
        );
    }

    [Fact]
    public void Exercises_of_the_demo_can_be_done_with_the_controls_of_each_model_and_only_what_is_right_is_accepted()
    {
        (CameraModel[] models, Standard[] standards) = Demo();
        PracticeTrialResult trial = PracticeTrial.Run(models, standards, 150, 20261130);
        trial.Faults.ShouldBeEmpty();
        trial.Made.Values.ShouldAllBe(made => made >= 20);
        trial.MostSteps.Values.Max().ShouldBeLessThanOrEqualTo(PracticeTrial.MostSteps);
    }

    [Fact]
    public void A_cable_that_came_off_is_heard_until_it_is_found()
    {
        (CameraModel[] models, Standard[] standards) = Demo();
        CameraModel alder = models.First(m => m.Key == "alder-20");
        var source = new PracticeSource(alder, SheetCompiler.Compile(standards.First(s => s.Key == "lecture-room"), alder))
        {
            Drift = new[] { Setting.Input1, Setting.Input2, Setting.Channel2 }.ToDictionary(s => s, _ => new Frequency(19, 20)),
        };
        CameraExercise[] silent =
        [
            .. Enumerable.Range(0, 60).Select(seed => LooksWrong.Of(source, seed)!).Where(e => e.Accepted[0] == "cable"),
        ];
        silent.ShouldNotBeEmpty();
        foreach (CameraExercise one in silent)
        {
            int Heard(params string[] named) =>
                new[] { Setting.Channel1, Setting.Channel2 }.Count(c =>
                    StandInHearing.Channel(one.Seen(new PracticeWork([], [], 0) { Named = [.. named] }).Camera.Body, c).VoiceDbfs
                        is not null
                );
            Heard("phantom").ShouldBe(Heard());
            Heard("cable").ShouldBeGreaterThan(Heard());
        }
    }

    [Fact]
    public async Task A_black_screen_shows_nothing_until_its_cause_is_named()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = Guid.Empty;
        Answer begun = null!;
        for (int seed = 0; seed < 60 && (id == Guid.Empty || begun.Text("symptom") != "The screen is black"); seed++)
        {
            if (id != Guid.Empty)
            {
                (await mara.SendAsync(HttpMethod.Delete, $"/api/practice/tries/{id}", null)).Expect(204);
            }

            begun = (await BeginAsync(mara, id = Guid.NewGuid(), "looks-wrong", "dogwood-m", seed)).Expect(200);
        }

        begun.Text("symptom").ShouldBe("The screen is black");
        begun.At("camera/display").GetArrayLength().ShouldBe(0);
        begun.At("camera/inWords")[0].GetString().ShouldBe("The screen is black.");
        (await mara.GetAsync($"/api/practice/tries/{id}/finder.jpg")).Expect(200);
        byte[] black = mara.LastBytes;
        int version = 1;
        List<string> named = [];
        foreach (JsonElement cause in begun.At("causes").EnumerateArray())
        {
            named.Add(cause.GetProperty("key").GetString()!);
            Answer now = (await mara.PutAsync($"/api/practice/tries/{id}/steps", new { named }, version++)).Expect(200);
            bool isFound = now.At("causes").EnumerateArray().Any(c => c.GetProperty("isRight").ValueKind == JsonValueKind.True);
            int shown = now.At("camera/display").GetArrayLength();
            if (isFound)
            {
                shown.ShouldBeGreaterThan(3);
                break;
            }

            shown.ShouldBe(0);
        }

        (await mara.GetAsync($"/api/practice/tries/{id}/finder.jpg")).Expect(200);
        mara.LastBytes.SequenceEqual(black).ShouldBeFalse("the picture is back");
    }
}
