using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Hand out and return over the API: who has what, whether it is complete, and nothing half done.</summary>
[Collection(CounterTests.Name)]
public class LoanApiTests(DemoSite site)
{
    internal static object[] AllThere(int batteries = 2) =>
        [
            new { name = "Body", counted = 1 },
            new { name = "Plate", counted = 1 },
            new { name = "Battery", counted = batteries },
            new { name = "Card", counted = 1 },
            new { name = "Charger", counted = 1 },
            new { name = "Receiver", counted = 1 },
        ];

    internal static object Request(
        string unit,
        object[]? counted = null,
        string reason = "not checked: in a hurry",
        string borrower = "mara",
        int hours = 4,
        string? plate = null
    ) =>
        new
        {
            unit,
            borrower,
            due = DateTimeOffset.UtcNow.AddHours(hours),
            counted = counted ?? AllThere(),
            reason,
            plate,
        };

    /// <summary>Hands a unit of <see cref="ShootApiTests"/> out to Mara.</summary>
    internal static async Task<Guid> LendAsync(TestClient ines, string unit, DateTimeOffset due, Guid? shoot = null)
    {
        var id = Guid.NewGuid();
        object request = new
        {
            unit,
            borrower = "mara",
            due,
            counted = AllThere(),
            reason = "not checked: in a hurry",
            shoot,
        };
        (await ines.PutAsync($"/api/loans/{id}", request)).Expect(200);
        return id;
    }

    internal static async Task<(Guid Id, Answer Loan)> OutAsync(TestClient ines, string unit)
    {
        var id = Guid.NewGuid();
        return (id, (await ines.PutAsync($"/api/loans/{id}", Request(unit))).Expect(200));
    }

    internal static Task<Answer> DoneAsync(TestClient client, Guid loan, int seen, params object[] events) =>
        client.SendAsync(HttpMethod.Post, $"/api/loans/{loan}/events", new { seen, events });

    internal static object[] Return(Answer loan, object[]? counted = null) =>
        [
            new { kind = "came-back" },
            new { kind = "counted-back", counted = counted ?? AllThere() },
            .. loan.At("wrap").EnumerateArray().Select(w => new { kind = "wrap-marked", step = w.GetProperty("step").GetString() }),
            new { kind = "card-unused", card = "Card" },
        ];

    [Fact]
    public async Task A_camera_goes_out_comes_back_and_its_loan_closes()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, Answer loan) = await OutAsync(ines, unit);
        loan.At("row").GetProperty("status").GetString().ShouldBe("out");
        loan.Text("outReason").ShouldBe("not checked: in a hurry");
        loan.At("pieces")
            .EnumerateArray()
            .Select(p => p.GetProperty("piece").GetProperty("name").GetString())
            .ShouldNotContain("Headphones");
        Answer unitNow = await ines.GetAsync($"/api/units/{unit}");
        unitNow.Text("status").ShouldBe("out");
        object byHand = new
        {
            tape = "grey",
            place = "Shelf",
            status = "in",
        };
        (await ines.PutAsync($"/api/units/{unit}", byHand, unitNow.Int("version"))).ExpectProblem(409, "unit-out", "/status");

        loan = (await DoneAsync(ines, id, 1, Return(loan))).Expect(200);
        loan.At("open").GetArrayLength().ShouldBe(0);
        (await ines.GetAsync($"/api/units/{unit}")).Text("status").ShouldBe("in");
        int seen = loan.At("events").GetArrayLength();
        loan = (await DoneAsync(ines, id, seen, new { kind = "closed" })).Expect(200);
        loan.At("row").GetProperty("status").GetString().ShouldBe("closed");
        (await DoneAsync(ines, id, seen, new { kind = "closed" })).Expect(200);
        (await site.SqlAsync($"SELECT count(*) FROM custody_event WHERE loan_id = '{id}'")).ShouldBe((long)seen + 1);
        (await DoneAsync(ines, id, seen + 1, new { kind = "fault-noted", text = "late" })).ExpectProblem(409, "not-possible", "/events/0");
    }

    [Fact]
    public async Task Two_people_who_hand_out_one_unit_at_once_do_not_both_succeed()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient tobias = await site.ClientAsync();
        foreach (string unit in await ShootApiTests.UnitsAsync(ines, 6))
        {
            Answer[] answers = await Task.WhenAll(
                ines.PutAsync($"/api/loans/{Guid.NewGuid()}", Request(unit, borrower: "mara")),
                tobias.PutAsync($"/api/loans/{Guid.NewGuid()}", Request(unit, borrower: "joss"))
            );
            Answer refused = answers.Single(a => a.Status == 409).ExpectProblem(409, "unit-out", "/unit");
            string has = answers.Single(a => a.Status == 200).At("row").GetProperty("borrower").GetString()!;
            refused.Text("detail").ShouldContain($"{unit} is out with {has}");
            (await site.SqlAsync($"SELECT count(*) FROM loan WHERE unit_tag = '{unit}'")).ShouldBe(1L);
        }
    }

    [Fact]
    public async Task A_hand_out_sent_twice_is_one()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, _) = await OutAsync(ines, unit);
        (await ines.PutAsync($"/api/loans/{id}", Request(unit))).Expect(200).At("events").GetArrayLength().ShouldBe(1);
    }

    [Fact]
    public async Task What_speaks_against_a_hand_out_is_told_and_needs_a_reason_or_another_unit()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await ShootApiTests.UnitsAsync(ines, 2);
        Answer look = (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", Request(units[0]))).Expect(200);
        look.At("obstacles").EnumerateArray().Select(o => o.GetProperty("kind").GetString()).ShouldBe(["check"]);
        look.At("pieces").GetArrayLength().ShouldBe(7);

        var id = Guid.NewGuid();
        (await ines.PutAsync($"/api/loans/{id}", Request(units[0], reason: ""))).ExpectProblem(409, "not-handed-out", "/reason");
        (await ines.PutAsync($"/api/loans/{id}", Request(units[0], hours: -1))).ExpectProblem(409, "not-handed-out", "/due");
        (await ines.PutAsync($"/api/loans/{id}", Request(units[0], borrower: "nobody"))).ExpectProblem(404, "not-found", "/borrower");
        (await ines.PutAsync($"/api/loans/{id}", Request(units[0], borrower: ""))).ExpectProblem(400, "bad-value", "/borrower");
        (await ines.PutAsync($"/api/loans/{id}", Request("NONE-1"))).ExpectProblem(400, "unit-missing", "/unit");
        (await ines.PutAsync($"/api/loans/{id}", Request(units[0], AllThere(3)))).ExpectProblem(400, "bad-value", "/counted");
        Answer strange = await ines.SendAsync(HttpMethod.Post, "/api/loans/look", Request(units[0], plate: $"PL-{units[1]}"));
        strange.At("obstacles").EnumerateArray().Select(o => o.GetProperty("kind").GetString()).ShouldContain("plate");
        Answer empty = await ines.SendAsync(HttpMethod.Post, "/api/loans/look", Request(units[0], AllThere(0)));
        empty
            .At("obstacles")
            .EnumerateArray()
            .First(o => o.GetProperty("kind").GetString() == "kit")
            .GetProperty("because")
            .GetProperty("sentence")
            .GetString()!
            .ShouldContain("Battery: 2 of 2 missing.");
        (await site.SqlAsync($"SELECT count(*) FROM loan WHERE unit_tag = '{units[0]}'")).ShouldBe(0L, "nothing was half done");

        // A label of the kit finds the unit as its tag does.
        (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", Request($"pl-{units[0].ToLowerInvariant()}")))
            .Text("unit")
            .ShouldBe(units[0]);
    }

    [Fact]
    public async Task A_person_who_left_borrows_nothing()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        await site.SqlAsync("UPDATE person SET active = false WHERE login = 'joss'");
        try
        {
            (await ines.PutAsync($"/api/loans/{Guid.NewGuid()}", Request(unit, borrower: "joss"))).ExpectProblem(
                409,
                "not-handed-out",
                "/borrower"
            );
        }
        finally
        {
            await site.SqlAsync("UPDATE person SET active = true WHERE login = 'joss'");
        }
    }

    [Fact]
    public async Task A_missing_piece_keeps_the_loan_open_against_its_borrower()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, Answer loan) = await OutAsync(ines, unit);
        loan = (await DoneAsync(ines, id, 1, Return(loan, [.. AllThere().Skip(1)]))).Expect(200);
        JsonElement open = loan.At("open").EnumerateArray().Single();
        open.GetProperty("because").GetProperty("sentence").GetString().ShouldBe("Body: 1 of 1 missing.");
        int seen = loan.At("events").GetArrayLength();
        (await DoneAsync(ines, id, seen, new { kind = "closed" })).ExpectProblem(409, "not-possible", "/events/0");

        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync("/api/today"))
            .At("owed")
            .EnumerateArray()
            .Where(o => o.GetProperty("unit").GetString() == unit)
            .Select(o => o.GetProperty("points").GetInt32())
            .ShouldBe([1]);
        (await DoneAsync(mara, id, seen, new { kind = "closed", text = "mine" })).Expect(403);

        (
            await DoneAsync(
                ines,
                id,
                seen,
                new
                {
                    kind = "piece-settled",
                    piece = "Body",
                    how = "found",
                },
                new { kind = "closed" }
            )
        ).Expect(200).At("row").GetProperty("status").GetString().ShouldBe("closed");
    }

    [Fact]
    public async Task A_return_that_cannot_have_happened_leaves_nothing_of_it()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, Answer loan) = await OutAsync(ines, unit);
        object[] wrong = [.. Return(loan), new { kind = "card-formatted", card = "Card 9" }];
        (await DoneAsync(ines, id, 1, wrong)).ExpectProblem(409, "not-possible", $"/events/{wrong.Length - 1}");
        (await ines.GetAsync($"/api/loans/{id}")).At("events").GetArrayLength().ShouldBe(1);
        (await ines.GetAsync($"/api/units/{unit}")).Text("status").ShouldBe("out");

        (await DoneAsync(ines, id, 1, new { kind = "handed-out" })).ExpectProblem(400, "bad-value", "/events/0/kind");
        (await DoneAsync(ines, id, 1, new { kind = "card-proven", card = "Card" })).ExpectProblem(400, "bad-value", "/events/0/kind");
        (await DoneAsync(ines, id, 1, new { kind = "sold" })).ExpectProblem(400, "bad-value", "/events/0/kind");
        (await DoneAsync(ines, id, 1)).ExpectProblem(400, "bad-value", "/events");
        (await DoneAsync(ines, id, 0, new { kind = "came-back" })).ExpectProblem(412, "changed-meanwhile", "/seen");
        (await DoneAsync(ines, Guid.NewGuid(), 1, new { kind = "came-back" })).ExpectProblem(404, "not-found", "/id");
    }

    [Fact]
    public async Task Two_people_who_take_one_camera_back_do_not_write_over_each_other()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient tobias = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, _) = await OutAsync(ines, unit);
        Answer[] answers = await Task.WhenAll(
            DoneAsync(ines, id, 1, new { kind = "came-back" }, new { kind = "fault-noted", text = "scratch" }),
            DoneAsync(tobias, id, 1, new { kind = "came-back" }, new { kind = "fault-noted", text = "dent" })
        );
        answers.Select(a => a.Status).Order().ShouldBe([200, 412]);
        (await ines.GetAsync($"/api/loans/{id}")).At("faults").GetArrayLength().ShouldBe(1);
    }

    [Fact]
    public async Task A_return_that_is_cut_off_in_its_middle_leaves_nothing_of_it_and_can_be_sent_again()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, Answer loan) = await OutAsync(ines, unit);

        // The connection is cut after the events were written and before the unit is.
        await site.SqlAsync(
            $"""
            CREATE FUNCTION cut_off() RETURNS trigger LANGUAGE plpgsql AS $f$ BEGIN PERFORM pg_terminate_backend(pg_backend_pid()); RETURN NEW; END $f$;
            CREATE TRIGGER cut_off BEFORE UPDATE ON loan FOR EACH ROW WHEN (NEW.id = '{id}') EXECUTE FUNCTION cut_off()
            """
        );
        try
        {
            (await DoneAsync(ines, id, 1, Return(loan))).Status.ShouldBe(503);
        }
        finally
        {
            await site.SqlAsync("DROP TRIGGER cut_off ON loan; DROP FUNCTION cut_off()");
        }

        (await site.SqlAsync($"SELECT count(*) FROM custody_event WHERE loan_id = '{id}'")).ShouldBe(1L);
        (await ines.GetAsync($"/api/units/{unit}")).Text("status").ShouldBe("out");
        (await DoneAsync(ines, id, 1, Return(loan))).Expect(200).At("open").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task What_was_done_is_only_ever_added_to()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, _) = await OutAsync(ines, unit);
        await Should.ThrowAsync<Npgsql.PostgresException>(() =>
            site.SqlAsync($"UPDATE custody_event SET at = now() WHERE loan_id = '{id}'")
        );
        await Should.ThrowAsync<Npgsql.PostgresException>(() => site.SqlAsync($"DELETE FROM custody_event WHERE loan_id = '{id}'"));
    }

    [Fact]
    public async Task A_missing_piece_says_how_it_can_be_settled_and_is_not_settled_otherwise()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, Answer loan) = await OutAsync(ines, unit);
        loan = (await DoneAsync(ines, id, 1, Return(loan, AllThere(1)))).Expect(200);
        int seen = loan.At("events").GetArrayLength();
        loan.At("open/0/settlements")
            .EnumerateArray()
            .Select(s => $"{s.GetProperty("how").GetString()}: {s.GetProperty("name").GetString()}")
            .ShouldBe(["found: found", "replaced: replaced", "written-off: written off"]);
        object repaired = new
        {
            kind = "piece-settled",
            piece = "Battery",
            how = "repaired",
        };
        (await DoneAsync(ines, id, seen, repaired)).ExpectProblem(409, "not-possible", "/events/0");
        object found = new
        {
            kind = "piece-settled",
            piece = "Battery",
            how = "found",
        };
        (await DoneAsync(ines, id, seen, found)).Expect(200).At("open").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task Footage_that_is_not_proven_speaks_against_the_next_hand_out_until_the_card_is_clear_or_unused()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (Guid id, Answer loan) = await OutAsync(ines, unit);
        object[] all = Return(loan);
        loan = (await DoneAsync(ines, id, 1, all[..^1])).Expect(200);
        async Task<string[]> AgainstAsync() =>
            [
                .. (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", new { unit }))
                    .At("obstacles")
                    .EnumerateArray()
                    .Where(o => o.GetProperty("kind").GetString() == "card")
                    .Select(o => o.GetProperty("because").GetProperty("sentence").GetString()!),
            ];
        (await AgainstAsync()).ShouldHaveSingleItem().ShouldContain("Card may hold footage of Mara Quill");
        (await DoneAsync(ines, id, loan.At("events").GetArrayLength(), all[^1])).Expect(200);
        (await AgainstAsync()).ShouldBeEmpty();
    }
}
