using System.Net;
using GoldNotch.Data.Migrations;
using GoldNotch.Web.Hosting;
using GoldNotch.Web.Tests.Hosting;
using Microsoft.Extensions.Configuration;
using Npgsql;

namespace GoldNotch.Web.Tests;

/// <summary>A wrong setting stops the start with a word that says which, and what it may be; a right one does what it says.</summary>
[Collection(SiteTests.Name)]
public class SettingsTests(TestSite site)
{
    [Theory]
    [InlineData("GOLDNOTCH_DB", "Host=x;Colour=red")]
    [InlineData("GOLDNOTCH_PUBLIC_ADDRESS", "gear.example.org")]
    [InlineData("GOLDNOTCH_PUBLIC_ADDRESS", "https://gear.example.org/below")]
    [InlineData("GOLDNOTCH_TRUSTED_PROXIES", "10.0.0.5, nearby")]
    [InlineData("GOLDNOTCH_DATA", "/proc/nothing/is/written/here")]
    [InlineData("GOLDNOTCH_SESSION_HOURS", "0")]
    [InlineData("GOLDNOTCH_KEEP_DAYS", "a month")]
    [InlineData("GOLDNOTCH_CONNECTIONS", "1")]
    [InlineData("GOLDNOTCH_PICTURE_MB", "2000")]
    [InlineData("GOLDNOTCH_CLIP_MB", "0")]
    [InlineData("GOLDNOTCH_PICTURE_DAYS", "0")]
    [InlineData("GOLDNOTCH_AUTHORITY", "/no/such/authority.crt")]
    public void A_setting_that_cannot_be_is_told_by_its_name(string name, string value) =>
        Should.Throw<SettingException>(() => SiteSettings.Read(Of((name, value)))).Message.ShouldStartWith(name);

    [Fact]
    public void Settings_that_are_left_out_have_their_defaults_and_connections_leave_a_reserve()
    {
        SiteSettings settings = SiteSettings.Read(Of());
        (settings.Sessions.Idle, settings.Sessions.Kept).ShouldBe((TimeSpan.FromHours(12), TimeSpan.FromDays(30)));
        var connection = new NpgsqlConnectionStringBuilder(settings.Database);
        (connection.MaxPoolSize * 2).ShouldBeLessThan(
            100 - 20,
            "two copies, a backup and a person at the console fit PostgreSQL's hundred"
        );
        connection.ConnectionIdleLifetime.ShouldBeLessThanOrEqualTo(60);
        SiteSettings
            .Read(Of(("GOLDNOTCH_TRUSTED_PROXIES", "10.0.0.5 10.1.0.0/16")))
            .TrustedProxies.ShouldBe([IPNetwork.Parse("10.0.0.5/32"), IPNetwork.Parse("10.1.0.0/16")]);
    }

    [Fact]
    public async Task A_login_that_owns_tables_is_found_out_and_one_of_the_site_is_not()
    {
        await using var owner = new NpgsqlConnection(site.ConnectionString + ";Pooling=false");
        await owner.OpenAsync();
        (await Database.OwnsAnythingAsync(owner)).ShouldBeTrue();
        await using var own = new NpgsqlConnection(site.SiteConnectionString + ";Pooling=false");
        await own.OpenAsync();
        (await Database.OwnsAnythingAsync(own)).ShouldBeFalse();
        (await Database.MissingAsync(own)).ShouldBeEmpty();
    }

    [Fact]
    public async Task Health_tells_the_schema_and_what_is_missing()
    {
        using TestClient nobody = await site.ClientAsync(null);
        (await nobody.GetAsync("/health/ready")).Expect(200).Text("schema").ShouldBe(Database.Newest);
        await site.SqlAsync("UPDATE schemaversions SET scriptname = 'away ' || scriptname WHERE scriptname LIKE '%0003%'");
        try
        {
            (await nobody.GetAsync("/health/ready")).Expect(503).Text("schema").ShouldContain("0003_line_ups.sql");
        }
        finally
        {
            await site.SqlAsync("UPDATE schemaversions SET scriptname = replace(scriptname, 'away ', '')");
        }
    }

    [Fact]
    public async Task Of_two_who_migrate_at_once_one_waits_and_a_backup_is_asked_for_before_a_database_with_records_is_touched()
    {
        int asked = 0;
        await site.SqlAsync("CREATE TABLE IF NOT EXISTS schemaversions_kept AS TABLE schemaversions");
        await site.SqlAsync(
            "DELETE FROM schemaversions WHERE scriptname LIKE '%0013%' OR scriptname LIKE '%0014%'; ALTER TABLE backup_run RENAME TO backup_run_kept; ALTER INDEX backup_run_newest RENAME TO kept_newest; ALTER INDEX backup_run_pkey RENAME TO kept_pkey"
        );
        try
        {
            await Task.WhenAll(
                Enumerable
                    .Range(0, 3)
                    .Select(_ =>
                        Task.Run(() => Database.Migrate(site.ConnectionString, missing => Interlocked.Add(ref asked, missing.Count)))
                    )
            );
            asked.ShouldBe(2, "both migrations that are missing, and one of the three who migrate");
            (await site.SqlAsync("SELECT count(*) FROM schemaversions WHERE scriptname LIKE '%0013%'")).ShouldBe(1L);
        }
        finally
        {
            await site.SqlAsync("DROP TABLE IF EXISTS backup_run_kept, schemaversions_kept");
        }
    }

    private static IConfiguration Of(params (string Name, string Value)[] settings) =>
        new ConfigurationBuilder().AddInMemoryCollection(settings.ToDictionary(s => s.Name, s => (string?)s.Value)).Build();
}
