using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;
using Npgsql;

namespace GoldNotch.Web.Tests;

/// <summary>Standards, cards and decisions against the real server, where two people come at once and the database holds the line.</summary>
[Collection(SiteTests.Name)]
public sealed class DefinitionStoreTests(TestSite site) : IAsyncLifetime
{
    private NpgsqlDataSource _source = null!;
    private StandardStore _standards = null!;

    public Task InitializeAsync()
    {
        _source = NpgsqlDataSource.Create(site.SiteConnectionString);
        _standards = new StandardStore(_source);
        return Task.CompletedTask;
    }

    public async Task DisposeAsync() => await _source.DisposeAsync();

    [Fact]
    public async Task Of_many_who_begin_a_draft_at_once_one_does_and_the_others_are_told_whose_it_is()
    {
        StandardDocument document = await DocumentAsync("at-once");
        Task<StoredStandard>[] all =
        [
            .. Enumerable.Range(0, 8).Select(i => _standards.BeginAsync(document, Actor.Site($"person {i}"), CancellationToken.None)),
        ];
        await Task.WhenAll(all.Select(t => t.ContinueWith(_ => { }, TaskScheduler.Default)));
        all.Count(t => t.IsCompletedSuccessfully).ShouldBe(1);
        foreach (Task<StoredStandard> late in all.Where(t => t.IsFaulted))
        {
            ((RefusedException)late.Exception!.InnerException!).Code.ShouldBe(ProblemCode.DraftExists);
        }

        (await _standards.DropDraftAsync("at-once", 1, Actor.Site("tests"), CancellationToken.None)).ShouldBeTrue();
    }

    [Fact]
    public async Task Of_many_who_change_a_draft_at_once_one_is_kept_and_nobody_is_overwritten()
    {
        StoredStandard draft = await _standards.BeginAsync(
            await DocumentAsync("changed-at-once"),
            Actor.Site("tests"),
            CancellationToken.None
        );
        StoredStandard?[] all = await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(i =>
                    _standards.ChangeDraftAsync(
                        draft.Document with
                        {
                            Purpose = $"purpose {i}",
                        },
                        draft.Head.Revision,
                        Actor.Site($"person {i}"),
                        CancellationToken.None
                    )
                )
        );
        StoredStandard kept = all.Single(s => s is not null)!;
        (await _standards.GetAsync("changed-at-once", 1, CancellationToken.None))!.Document.Purpose.ShouldBe(kept.Document.Purpose);
        (await _standards.DropDraftAsync("changed-at-once", 1, Actor.Site("tests"), CancellationToken.None)).ShouldBeFalse(
            "the revision has moved on"
        );
        (await _standards.DropDraftAsync("changed-at-once", 2, Actor.Site("tests"), CancellationToken.None)).ShouldBeTrue();
        (
            await site.SqlAsync(
                "SELECT before ->> 'purpose' FROM audit_entry WHERE subject = 'standard changed-at-once' AND what = 'draft dropped'"
            )
        ).ShouldBe(kept.Document.Purpose, "a dropped draft can be brought back from the trail");
    }

    [Theory]
    [InlineData("UPDATE standard_version SET document = '{}' WHERE key = 'lecture-room'")]
    [InlineData("UPDATE standard_version SET state = 'draft' WHERE key = 'lecture-room'")]
    [InlineData("UPDATE standard_version SET state = 'retired', approved_by = 'nobody' WHERE key = 'lecture-room'")]
    [InlineData("DELETE FROM standard_version WHERE key = 'lecture-room'")]
    [InlineData("UPDATE camera_model SET specification = '{}'")]
    [InlineData("UPDATE audit_entry SET who = 'nobody'")]
    public async Task What_was_approved_or_written_down_cannot_be_changed_past_the_site_either(string statement) =>
        (await Should.ThrowAsync<PostgresException>(() => site.SqlAsync(statement))).SqlState.ShouldBe("GN001");

    [Theory]
    [InlineData(
        "INSERT INTO waiver (id, standard_key, setting, model_key, unit_tag, reason, author, expires_on) VALUES (gen_random_uuid(), 'a', 'gain', 'alder-20', 'OBG-101', 'because', 'me', now())"
    )]
    [InlineData(
        "INSERT INTO waiver (id, standard_key, setting, model_key, reason, author, expires_on) VALUES (gen_random_uuid(), 'a', 'gain', 'alder-20', 'x', 'me', now())"
    )]
    [InlineData(
        "INSERT INTO standard_version (key, version, name, state, document) VALUES ('lecture-room', 90, 'x', 'draft', '{}'), ('lecture-room', 91, 'x', 'draft', '{}')"
    )]
    [InlineData("UPDATE camera_unit SET colour_offset_mired = 900")]
    public async Task The_database_says_the_same_as_the_core(string statement) =>
        (await Should.ThrowAsync<PostgresException>(() => site.SqlAsync(statement))).SqlState.ShouldBeOneOf("23514", "23505");

    [Fact]
    public async Task Cells_that_another_build_counted_are_counted_again()
    {
        var coverage = new CoverageStore(_source);
        var key = new CellKey("lecture-room", 4, 1, "alder-20", 1);
        await coverage.AddAsync([(key, new CoverageCell(10, 0, 0, 0, 0, 0, null, default, []))], CancellationToken.None);
        (await coverage.AllAsync(CancellationToken.None)).ShouldContainKey(key);
        await site.SqlAsync("UPDATE coverage_cell SET made_by = gen_random_uuid()");
        (await coverage.AllAsync(CancellationToken.None)).ShouldNotContainKey(key);
        await coverage.AddAsync([(key, new CoverageCell(9, 1, 0, 0, 0, 0, null, default, []))], CancellationToken.None);
        (await coverage.AllAsync(CancellationToken.None))[key].Exact.ShouldBe(9);
        await site.SqlAsync("DELETE FROM coverage_cell");
    }

    [Fact]
    public async Task An_accepted_finding_is_kept_with_what_it_said_and_can_be_opened_again()
    {
        var decisions = new DecisionStore(_source);
        Judgement Pulses(double percent) =>
            new(
                "FLICKER",
                "pulses",
                Setting.Shutter,
                [new Figure("ripple", FigureValue.In(Measure.Percent, percent)), new Figure("mains", "50 Hz")]
            );
        var finding = new AcceptedFinding(
            "lecture-room",
            "alder-20",
            "FLICKER",
            "shutter",
            Pulses(5),
            "seen and liked",
            "Ines Calloway",
            default
        );
        await decisions.AcceptAsync(finding, Actor.Site("Ines Calloway"), CancellationToken.None);
        await decisions.AcceptAsync(
            finding with
            {
                Because = Pulses(9),
                Reason = "still liked",
            },
            Actor.Site("Ines Calloway"),
            CancellationToken.None
        );
        AcceptedFinding kept = (await decisions.AcceptedAsync("lecture-room", "alder-20", CancellationToken.None)).Single();
        (kept.Because, kept.Reason).ShouldBe((Pulses(9), "still liked"));
        Task<bool> ReopenAsync() =>
            decisions.ReopenAsync("lecture-room", "alder-20", "FLICKER", "shutter", Actor.Site("Ines Calloway"), CancellationToken.None);
        (await ReopenAsync()).ShouldBeTrue();
        (await ReopenAsync()).ShouldBeFalse();
        (await decisions.AcceptedAsync("lecture-room", "alder-20", CancellationToken.None)).ShouldBeEmpty();
    }

    [Fact]
    public async Task Of_two_technicians_who_demote_each_other_at_once_one_stays()
    {
        var people = new PersonStore(_source);
        foreach (string login in new[] { "una", "ivo" })
        {
            await people.AddAsync(new StoredPerson(login, login, Role.Technician, "x"), Actor.Site("tests"), CancellationToken.None);
        }

        await site.SqlAsync("UPDATE person SET active = false WHERE login = 'ines'");
        try
        {
            Task<StoredPerson?>[] both =
            [
                .. new[] { "una", "ivo" }.Select(async login =>
                    await people.ChangeAsync(
                        (await people.GetAsync(login, CancellationToken.None))! with
                        {
                            Role = Role.Operator,
                        },
                        Actor.Site("tests"),
                        CancellationToken.None
                    )
                ),
            ];
            await Task.WhenAll(both.Select(t => t.ContinueWith(_ => { }, TaskScheduler.Default)));
            both.Count(t => t.IsCompletedSuccessfully).ShouldBe(1);
            ((RefusedException)both.Single(t => t.IsFaulted).Exception!.InnerException!).Code.ShouldBe(ProblemCode.LastTechnician);
        }
        finally
        {
            await site.SqlAsync("UPDATE person SET active = true WHERE login = 'ines'; DELETE FROM person WHERE login IN ('una', 'ivo')");
        }
    }

    [Theory]
    [InlineData("\n")]
    [InlineData("\r\n")]
    public async Task A_fault_is_found_at_its_line_whatever_the_line_ends_with(string end)
    {
        string[] lines =
        [
            "{",
            "  \"format\": \"gold-notch-exchange\",",
            "  \"formatVersion\": 1,",
            "  \"units\": [",
            "    { \"tag\": \"OBG-101\", \"model\": \"alder-20\", \"tape\": \"red\", \"place\": \"x\" },",
            "    { \"tag\": \"OBG-102\", \"model\": \"alder-20\",",
            "      \"tape\": \"blue\",",
            "      \"place\": \"y\", \"status\": \"lost\" }",
            "  ]",
            "}",
        ];
        byte[] mark = [0xEF, 0xBB, 0xBF];
        using var file = new MemoryStream([.. mark, .. System.Text.Encoding.UTF8.GetBytes(string.Join(end, lines))]);
        RefusedException refused = await Should.ThrowAsync<RefusedException>(() =>
            new ExchangeImporter(_source, TimeProvider.System).ImportAsync(file, Actor.Site("tests"), false, CancellationToken.None)
        );
        refused.Pointer.ShouldBe("/units/1/status");
        (refused.Faults[0].Line, refused.Faults[0].Column).ShouldBe((8, lines[7].IndexOf("\"lost\"", StringComparison.Ordinal) + 1));
    }

    private async Task<StandardDocument> DocumentAsync(string key) =>
        (await _standards.GetAsync("lecture-room", 4, CancellationToken.None))!.Document with
        {
            Key = key,
            Name = key,
        };
}
