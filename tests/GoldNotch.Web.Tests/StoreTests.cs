using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Data;
using GoldNotch.Data.Migrations;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using GoldNotch.Web.Tests.Hosting;
using Npgsql;

namespace GoldNotch.Web.Tests;

/// <summary>The stores against the real server, where the database itself must hold the line.</summary>
[Collection(SiteTests.Name)]
public sealed class StoreTests(TestSite site) : IAsyncLifetime
{
    private NpgsqlDataSource _source = null!;
    private Standard _standard = null!;
    private Sheet _sheet = null!;

    public async Task InitializeAsync()
    {
        _source = NpgsqlDataSource.Create(site.SiteConnectionString);
        _standard = StandardReader.ToStandard(
            (await new StandardStore(_source).GetAsync("lecture-room", 4, CancellationToken.None))!.Document
        );
        _sheet = SheetCompiler.Compile(
            _standard,
            ModelReader.ToModel((await new ModelStore(_source).GetAsync("bracken-3", CancellationToken.None))!.Document)
        );
    }

    public async Task DisposeAsync() => await _source.DisposeAsync();

    [Fact]
    public void Migrating_again_changes_nothing() => Should.NotThrow(() => Database.Migrate(site.ConnectionString));

    [Fact]
    public async Task A_check_whose_readings_fail_half_way_leaves_nothing()
    {
        var store = new CheckStore(_source);
        WholeCheck whole = await NewCheckAsync("OBG-106");
        StoredReading bad = Reading(Setting.NeutralDensity, "1") with { Typed = "1\0" };
        await Should.ThrowAsync<PostgresException>(() =>
            store.CreateAsync(
                whole with
                {
                    Readings = [Reading(Setting.Gain, "L"), bad],
                },
                Outcome(whole),
                Actor.Site("tests"),
                CancellationToken.None
            )
        );
        (await store.GetAsync(whole.Check.Id, CancellationToken.None)).ShouldBeNull();
        (await site.SqlAsync($"SELECT count(*) FROM check_reading WHERE check_id = '{whole.Check.Id}'")).ShouldBe(0L);
        (await site.SqlAsync($"SELECT count(*) FROM audit_entry WHERE subject = '{whole.Check.Id}'")).ShouldBe(0L);
    }

    [Fact]
    public async Task A_check_of_a_unit_that_is_gone_names_the_unit()
    {
        WholeCheck whole = await NewCheckAsync("OBG-404");
        RefusedException refused = await Should.ThrowAsync<RefusedException>(() =>
            new CheckStore(_source).CreateAsync(whole, Outcome(whole), Actor.Site("tests"), CancellationToken.None)
        );
        (refused.Code, refused.Pointer).ShouldBe((ProblemCode.UnitMissing, "/unit"));
    }

    [Fact]
    public async Task A_reading_is_kept_with_who_when_and_what_it_was_before()
    {
        var store = new CheckStore(_source);
        WholeCheck whole = await NewCheckAsync("OBG-106");
        await store.CreateAsync(whole, Outcome(whole), Actor.Site("tests"), CancellationToken.None);
        Guid id = whole.Check.Id;
        (
            await store.RecordAsync(id, [Reading(Setting.Gain, "L")], null, Actor.Site("tests"), Outcome, CancellationToken.None)
        ).Outcome.ShouldBe(RecordOutcome.Recorded);
        (
            await store.RecordAsync(
                id,
                [Reading(Setting.Gain, "H") with { Version = 1 }],
                null,
                Actor.Site("tests"),
                Outcome,
                CancellationToken.None
            )
        ).Outcome.ShouldBe(RecordOutcome.Recorded);
        (await site.SqlAsync($"SELECT before ->> 'read' FROM audit_entry WHERE subject = '{id} gain' ORDER BY id DESC LIMIT 1")).ShouldBe(
            "L"
        );
        (await site.SqlAsync($"SELECT off_target_count FROM check_run WHERE id = '{id}'")).ShouldBe(1);
        (
            await store.RecordAsync(
                Guid.NewGuid(),
                [Reading(Setting.Gain, "L")],
                null,
                Actor.Site("tests"),
                Outcome,
                CancellationToken.None
            )
        ).Outcome.ShouldBe(RecordOutcome.Missing);
    }

    [Fact]
    public async Task A_clock_that_runs_backwards_does_not_end_a_check_before_it_began()
    {
        var store = new CheckStore(_source);
        WholeCheck whole = await NewCheckAsync("OBG-106");
        await store.CreateAsync(whole, Outcome(whole), Actor.Site("tests"), CancellationToken.None);
        WholeCheck? signed = await store.SignAsync(
            whole.Check.Id,
            1,
            Actor.Site("tests"),
            whole.Check.StartedAt.AddHours(-3),
            "nothing read",
            Outcome,
            CancellationToken.None
        );
        signed!.Check.SignedAt.ShouldBe(whole.Check.StartedAt);
    }

    [Fact]
    public async Task The_day_is_that_of_the_departments_wall()
    {
        var departments = new DepartmentStore(_source);
        var noon = new StillClock(new DateTimeOffset(2026, 11, 29, 12, 0, 0, TimeSpan.Zero));
        Department before = await departments.GetAsync(CancellationToken.None);
        try
        {
            foreach ((string zone, int day) in new[] { ("Pacific/Kiritimati", 30), ("Etc/UTC", 29), ("Etc/GMT+12", 29) })
            {
                Department now = await departments.GetAsync(CancellationToken.None);
                await departments.ChangeAsync(now with { TimeZone = zone }, Actor.Site("tests"), CancellationToken.None);
                (await new WallClock(noon, departments).TodayAsync(CancellationToken.None)).ShouldBe(new DateOnly(2026, 11, day), zone);
            }
        }
        finally
        {
            Department now = await departments.GetAsync(CancellationToken.None);
            await departments.ChangeAsync(before with { Version = now.Version }, Actor.Site("tests"), CancellationToken.None);
        }
    }

    private sealed class StillClock(DateTimeOffset at) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => at;
    }

    [Fact]
    public async Task A_check_keeps_the_card_it_began_with_when_the_model_gets_a_new_one()
    {
        var store = new CheckStore(_source);
        WholeCheck whole = await NewCheckAsync("OBG-106");
        await store.CreateAsync(whole, Outcome(whole), Actor.Site("tests"), CancellationToken.None);
        ModelDocument card = (await new ModelStore(_source).GetAsync("bracken-3", CancellationToken.None))!.Document;
        var newer = new ExchangeDocument(
            "gold-notch-exchange",
            1,
            Models: [card with { Version = card.Version + 1, Filters = [new FilterDocument("clear", 0)] }]
        );
        await using var json = new MemoryStream(
            System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(newer, ExchangeJson.Default.ExchangeDocument)
        );
        await new ExchangeImporter(_source, TimeProvider.System).ImportAsync(json, Actor.Site("tests"), false, CancellationToken.None);
        try
        {
            WholeCheck kept = (await store.GetAsync(whole.Check.Id, CancellationToken.None))!;
            ModelStore.ReadSpecification(kept.ModelSpecification).Filters.Count.ShouldBe(3);
            (await new ModelStore(_source).GetAsync("bracken-3", CancellationToken.None))!.Document.Filters.Count.ShouldBe(1);
        }
        finally
        {
            // The other tests of this site know the first card.
            await site.SqlAsync(
                "ALTER TABLE camera_model DISABLE TRIGGER model_version_is_immutable; DELETE FROM camera_model WHERE key = 'bracken-3' AND version > 1; ALTER TABLE camera_model ENABLE TRIGGER model_version_is_immutable"
            );
        }
    }

    [Fact]
    public async Task Units_are_paged_by_tag_and_found_without_wildcards()
    {
        var store = new UnitStore(_source);
        List<StoredUnit> first = await store.ListAsync(null, null, retired: true, 2, CancellationToken.None);
        List<StoredUnit> rest = await store.ListAsync(first[^1].Tag, null, retired: true, 200, CancellationToken.None);
        first.Concat(rest).Select(u => u.Tag).ShouldBe([.. first.Concat(rest).Select(u => u.Tag).Order(StringComparer.Ordinal)]);
        first.Select(u => u.Tag).ShouldNotContain(t => rest.Any(r => r.Tag == t));
        (await store.ListAsync(null, "_", retired: true, 200, CancellationToken.None)).ShouldBeEmpty();
        (await store.ListAsync(null, "YELLOW", retired: true, 200, CancellationToken.None)).Select(u => u.Tag).ShouldBe(["OBG-106"]);
    }

    [Fact]
    public async Task A_unit_changed_to_what_it_is_stays_at_its_version()
    {
        var store = new UnitStore(_source);
        StoredUnit unit = (await store.GetAsync("OBG-105", CancellationToken.None))!;
        (await store.UpdateAsync(unit, Actor.Site("tests"), CancellationToken.None)).ShouldBe(unit);
        (await store.UpdateAsync(unit with { Version = unit.Version + 7 }, Actor.Site("tests"), CancellationToken.None)).ShouldBeNull();
    }

    [Fact]
    public async Task Many_wrong_passwords_at_once_are_all_counted()
    {
        var tries = new SignInTries(_source);
        DateTimeOffset now = DateTimeOffset.UtcNow;
        string place = SignInTries.Address("10.0.0.9");
        DateTimeOffset?[] all = await Task.WhenAll(
            Enumerable.Range(0, 12).Select(_ => tries.LetThroughAsync("devi", false, place, false, now, CancellationToken.None))
        );
        all.Count(until => until is null).ShouldBe(SignInTries.Free);
        all.Where(until => until is not null).ShouldAllBe(until => until > now);
        (await tries.LetThroughAsync("devi", false, SignInTries.Address("10.0.0.10"), false, now, CancellationToken.None)).ShouldBeNull(
            "another place has its own tries"
        );
        (await tries.ListAsync(CancellationToken.None)).Single(c => c.Login == "devi").Failed.ShouldBeGreaterThan(SignInTries.Free - 1);
        await tries.ClearAsync("devi", place, CancellationToken.None);
        (await tries.LetThroughAsync("devi", false, place, false, now, CancellationToken.None)).ShouldBeNull();
    }

    [Fact]
    public void Cookie_keys_outlive_the_process()
    {
        var store = new PersonStore(_source);
        store.AddKey("key-1", "<key id=\"1\"/>");
        store.AddKey("key-1", "<key id=\"2\"/>");
        store.KeyRing().ShouldContain("<key id=\"2\"/>");
        store.KeyRing().ShouldNotContain("<key id=\"1\"/>");
    }

    private async Task<WholeCheck> NewCheckAsync(string tag)
    {
        string card = (string)
            (await site.SqlAsync("SELECT specification::text FROM camera_model WHERE key = 'bracken-3' AND version = 1"))!;
        var at = new DateTimeOffset(2026, 11, 20, 9, 0, 0, TimeSpan.Zero);
        var head = new StoredCheck(
            Guid.NewGuid(),
            tag,
            "lecture-room",
            4,
            "Lecture room",
            "tests",
            at,
            null,
            null,
            "",
            new CheckSummary(0, 0, 0, 0, 10, [])
        );
        return new WholeCheck(head, card, []);
    }

    private StoredReading Reading(Setting setting, string typed) =>
        CheckReadings.ToStored(
            setting,
            ReadingParser.Parse(setting, _sheet, typed, new Dictionary<Setting, Reading>()),
            typed,
            "tests",
            DateTimeOffset.UtcNow,
            0
        );

    private JudgedCheck Outcome(WholeCheck check)
    {
        Sheet sheet = CheckSheets.Compile(check.ModelSpecification, null, _standard);
        return JudgedCheck.Of(sheet, [.. CheckReadings.ToCore(sheet, check.Readings)]);
    }
}
