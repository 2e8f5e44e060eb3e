using System.Text;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;
using Ical.Net;
using Ical.Net.CalendarComponents;

namespace GoldNotch.Web.Tests;

/// <summary>Shoots in a calendar program: whose address shows what, and that it leads nowhere once it is taken back.</summary>
[Collection(CounterTests.Name)]
public class CalendarApiTests(DemoSite site)
{
    private static async Task<List<CalendarEvent>> ReadAsync(TestClient client, string address)
    {
        (await client.GetAsync(new Uri(address).PathAndQuery)).Status.ShouldBe(200);
        return Events(client);
    }

    private static List<CalendarEvent> Events(TestClient client) => [.. Calendar.Load(Encoding.UTF8.GetString(client.LastBytes))!.Events];

    private static async Task<string> AddressAsync(TestClient client) =>
        (await client.PutAsync("/api/session/calendar", new { })).Expect(200).Text("address");

    private async Task<(JsonObject Shoot, string[] Units, DateTimeOffset Call)> ShootAsync(TestClient ines, int days, string name)
    {
        string[] units = await ShootApiTests.UnitsAsync(ines, 2);
        DateTimeOffset call = new DateTimeOffset(DateTime.UtcNow.Date, TimeSpan.Zero).AddDays(days).AddHours(9);
        JsonObject shoot = ShootApiTests.Shoot(name, call, units);
        shoot["cameras"]![0]!["operator"] = "mara";
        (await ShootApiTests.PutAsync(ines, shoot)).Expect(200);
        return (shoot, units, call);
    }

    [Fact]
    public async Task A_technician_sees_every_shoot_with_its_preparation_and_return_and_an_operator_only_their_own()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient joss = await site.ClientAsync("joss");
        using TestClient program = await site.ClientAsync(null);
        (JsonObject shoot, string[] units, DateTimeOffset call) = await ShootAsync(ines, 9, "Moss count; part 2,\\ fern");
        string id = shoot["id"]!.ToString();

        List<CalendarEvent> all = await ReadAsync(program, await AddressAsync(ines));
        CalendarEvent planned = all.Single(e => e.Uid == $"shoot-{id}@gold-notch");
        planned.Summary.ShouldBe("Moss count; part 2,\\ fern");
        planned.Location.ShouldBe("Glasshouse 3");
        planned.Start!.AsUtc.ShouldBe(call.UtcDateTime);
        planned.End!.AsUtc.ShouldBe(call.AddHours(4).UtcDateTime);
        planned.Description.ShouldBe($"Camera A: {units[0]}, Mara Quill\nCamera B: {units[1]}");
        planned.Url!.AbsolutePath.ShouldBe($"/shoots/{id}");
        all.Single(e => e.Uid == $"prepare-{id}@gold-notch").End!.AsUtc.ShouldBe(call.UtcDateTime);
        all.Single(e => e.Uid == $"return-{id}@gold-notch").Start!.AsUtc.ShouldBe(call.AddHours(4).UtcDateTime);

        List<CalendarEvent> hers = await ReadAsync(program, await AddressAsync(mara));
        hers.ShouldContain(e => e.Uid == $"shoot-{id}@gold-notch");
        hers.ShouldNotContain(e => e.Uid!.StartsWith("prepare-"));
        (await ReadAsync(program, await AddressAsync(joss))).ShouldNotContain(e => e.Uid!.Contains(id));

        // A shoot that does not take place goes out of the calendar with the next time it is asked for.
        (await ines.SendAsync(HttpMethod.Post, $"/api/shoots/{id}/cancelled", new { why = "the moss is dry" }, 1)).Expect(200);
        (await ReadAsync(program, await AddressAsync(ines))).ShouldNotContain(e => e.Uid!.Contains(id));
        (await ines.GetAsync($"/api/shoots/{id}/shoot.ics")).Expect(200);
        Events(ines).Single().Status.ShouldBe("CANCELLED");
    }

    [Fact]
    public async Task Once_a_camera_is_out_its_loan_says_when_it_is_due()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient program = await site.ClientAsync(null);
        (JsonObject shoot, string[] units, DateTimeOffset call) = await ShootAsync(ines, 11, "Lichen");
        string id = shoot["id"]!.ToString();
        Guid loan = await LoanApiTests.LendAsync(ines, units[0], call.AddHours(5), Guid.Parse(id));
        string address = await AddressAsync(mara);
        List<CalendarEvent> hers = await ReadAsync(program, address);
        CalendarEvent due = hers.Single(e => e.Uid == $"loan-{loan}@gold-notch");
        due.Start!.AsUtc.ShouldBe(call.AddHours(5).UtcDateTime);
        due.Summary.ShouldBe($"Return: {units[0]}, Mara Quill");
        due.Description.ShouldBe("Lent for Lichen");
        hers.ShouldNotContain(e => e.Uid == $"return-{id}@gold-notch");
    }

    [Fact]
    public async Task An_address_is_one_persons_and_leads_nowhere_once_it_is_taken_back_or_another_is_made()
    {
        using TestClient joss = await site.ClientAsync("joss");
        using TestClient program = await site.ClientAsync(null);
        string first = await AddressAsync(joss);
        await ReadAsync(program, first);
        (await joss.GetAsync("/api/session/calendar")).Expect(200).Text("address").ShouldBeEmpty("it is told once");
        string kept = (string)(await site.SqlAsync("SELECT string_agg(encode(secret, 'escape'), ' ') FROM calendar_address"))!;
        kept.ShouldNotContain(first.Split('=')[1]);

        string second = await AddressAsync(joss);
        (await program.GetAsync(new Uri(first).PathAndQuery)).ExpectProblem(404, "not-found", "/key");
        await ReadAsync(program, second);

        // Whoever is blocked sees nothing any more, by whatever way.
        await site.SqlAsync("UPDATE person SET active = false WHERE login = 'joss'");
        try
        {
            (await program.GetAsync(new Uri(second).PathAndQuery)).ExpectProblem(404, "not-found", "/key");
        }
        finally
        {
            await site.SqlAsync("UPDATE person SET active = true WHERE login = 'joss'");
        }

        await ReadAsync(program, second);
        (await joss.SendAsync(HttpMethod.Delete, "/api/session/calendar", null)).Status.ShouldBe(204);
        (await program.GetAsync(new Uri(second).PathAndQuery)).ExpectProblem(404, "not-found", "/key");
        (await program.GetAsync("/api/calendar.ics")).ExpectProblem(404, "not-found", "/key");
    }
}
