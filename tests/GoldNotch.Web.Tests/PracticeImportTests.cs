using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Tries and check-offs come in with files, are never written over, and are refused at their field.</summary>
[Collection(CounterTests.Name)]
public class PracticeImportTests(DemoSite site)
{
    private static readonly object[] Items =
    [
        new
        {
            key = "kit",
            text = "counts the kit",
            standard = "every piece",
        },
    ];

    private static object Try(
        Guid id,
        string person = "joss",
        string kind = "two-cameras",
        string model = "alder-20",
        string standard = "lecture-room",
        double seconds = 90,
        bool passed = true
    ) =>
        new
        {
            id,
            person,
            kind,
            model,
            standard,
            at = "2026-10-01T10:00:00Z",
            passed,
            seconds,
        };

    private static object Off(Guid id, string person = "joss", string model = "fennel-hs", string by = "Ines Calloway", int months = 12) =>
        new
        {
            id,
            person,
            model,
            begunBy = by,
            begunAt = "2026-10-01T09:00:00Z",
            items = Items,
            ticked = new[] { "kit" },
            signedBy = by,
            signedAt = "2026-10-01T10:00:00Z",
            months,
        };

    private static Task<Answer> ImportAsync(TestClient client, object[]? practice = null, object[]? checkOffs = null) =>
        client.SendAsync(
            HttpMethod.Post,
            "/api/import",
            JsonSerializer.Serialize(
                new
                {
                    format = "gold-notch-exchange",
                    formatVersion = 2,
                    practice = practice ?? [],
                    checkOffs = checkOffs ?? [],
                }
            )
        );

    [Fact]
    public async Task They_come_in_once_and_what_is_there_is_not_written_over()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient joss = await site.ClientAsync("joss");
        await CheckOffApiTests.AskedAsync(ines, "never");
        (Guid done, Guid off) = (Guid.NewGuid(), Guid.NewGuid());
        (await ImportAsync(ines, [Try(done)], [Off(off)])).Expect(200).Int("added").ShouldBe(2);
        (await ImportAsync(ines, [Try(done, passed: false)], [Off(off, months: 60)])).Expect(200).Int("added").ShouldBe(0);

        Answer view = (await joss.GetAsync($"/api/practice/tries/{done}")).Expect(200);
        view.At("result").GetProperty("passed").GetBoolean().ShouldBeTrue();
        JsonElement skill = (await joss.GetAsync("/api/practice"))
            .At("skills")
            .EnumerateArray()
            .First(s => s.GetProperty("modelKey").GetString() == "alder-20" && s.GetProperty("kind").GetString() == "twoCameras");
        skill.GetProperty("lastAt").GetDateTimeOffset().ShouldBe(new DateTimeOffset(2026, 10, 1, 10, 0, 0, TimeSpan.Zero));
        JsonElement kept = (await joss.GetAsync("/api/check-offs"))
            .At("all")
            .EnumerateArray()
            .First(c => c.GetProperty("id").GetGuid() == off);
        kept.GetProperty("validUntil").GetString().ShouldBe("2027-10-01");
        kept.GetProperty("signedBy").GetString().ShouldBe("Ines Calloway");
    }

    [Fact]
    public async Task What_cannot_be_is_refused_at_its_field_and_nothing_comes_in()
    {
        using TestClient ines = await site.ClientAsync();
        var id = Guid.NewGuid();
        (object[] Practice, object[] Offs, string Pointer)[] wrong =
        [
            ([Try(id, person: "nobody-here")], [], "/practice/0/person"),
            ([Try(id, kind: "juggling")], [], "/practice/0/kind"),
            ([Try(id, model: "no-such")], [], "/practice/0/model"),
            ([Try(id, standard: "no-such")], [], "/practice/0/standard"),
            ([Try(id, seconds: -1)], [], "/practice/0/seconds"),
            ([], [Off(id, by: "Joss Penhale")], "/checkOffs/0/signedBy"),
            ([], [Off(id, months: 0)], "/checkOffs/0/months"),
            ([], [Off(id, by: "two\nlines")], "/checkOffs/0/begunBy"),
        ];
        foreach ((object[] practice, object[] offs, string pointer) in wrong)
        {
            Answer refused = await ImportAsync(ines, practice, offs);
            refused.Status.ShouldBeInRange(400, 409, pointer);
            refused.Text("pointer").ShouldBe(pointer);
        }

        (
            await site.SqlAsync(
                $"SELECT (SELECT count(*) FROM practice_try WHERE id = '{id}') + (SELECT count(*) FROM check_off WHERE id = '{id}')"
            )
        ).ShouldBe(0L);
    }
}
