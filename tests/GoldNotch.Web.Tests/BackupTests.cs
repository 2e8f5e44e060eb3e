using GoldNotch.Data;
using GoldNotch.Web.Tests.Hosting;
using Npgsql;

namespace GoldNotch.Web.Tests;

/// <summary>A backup is worth what comes out of it: it is restored and compared, and a damaged one is found out.</summary>
public sealed class BackupTests : IAsyncLifetime, IDisposable
{
    private readonly TestSite _site = new();
    private readonly string _folder = Directory.CreateTempSubdirectory("gold-notch-backup").FullName;

    public Task InitializeAsync() => _site.InitializeAsync();

    public Task DisposeAsync() => _site.DisposeAsync();

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    [Fact]
    public async Task What_comes_out_of_a_backup_is_what_went_in_photographs_and_signatures_too()
    {
        using TestClient ines = await _site.ClientAsync();
        (await ines.GetAsync("/api/department/backups")).At("last").ValueKind.ShouldBe(System.Text.Json.JsonValueKind.Null);
        Guid id = await ines.BeginAsync();
        byte[] picture = EvidenceApiTests.Picture(640, 480, SkiaSharp.SKEncodedImageFormat.Jpeg);
        (await ines.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{Guid.NewGuid()}", picture)).Expect(200);
        (await ines.SignAsync(id, "nothing read")).Expect(200);

        BackupRun run = await new Backups(_site.ConnectionString).MakeAsync(
            _folder,
            Backups.Nightly,
            TimeProvider.System,
            CancellationToken.None
        );
        run.Good.ShouldBeTrue(run.Why);
        Answer told = await ines.GetAsync("/api/department/backups");
        told.At("last/good").GetBoolean().ShouldBeTrue();
        told.Text("last/auditCheckpoint").ShouldBe(run.AuditCheckpoint);

        string name = "test_restored_" + Guid.NewGuid().ToString("N")[..12];
        await _site.SqlAsync($"CREATE DATABASE {name}");
        try
        {
            string there = new NpgsqlConnectionStringBuilder(_site.ConnectionString) { Database = name, Pooling = false }.ConnectionString;
            await new Backups(there).RestoreAsync(run.File, CancellationToken.None);
            await using NpgsqlDataSource restored = NpgsqlDataSource.Create(await SiteLogin.GiveAsync(there));
            WholeCheck check = (await new CheckStore(restored).GetAsync(id, CancellationToken.None))!;
            (check.Check.SignedBy, check.Photos.Count).ShouldBe(("Ines Calloway", 1));
            (
                await new AuditVerifier(restored).VerifyAsync(AuditCheckpoint.Parse(run.AuditCheckpoint), CancellationToken.None)
            ).Holds.ShouldBeTrue();

            (
                await Should.ThrowAsync<BackupException>(() => new Backups(there).RestoreAsync(run.File, CancellationToken.None))
            ).Message.ShouldContain("not empty");
        }
        finally
        {
            NpgsqlConnection.ClearAllPools();
            await _site.SqlAsync($"DROP DATABASE {name} WITH (FORCE)");
        }
    }

    [Fact]
    public async Task A_backup_before_an_upgrade_is_made_of_a_database_that_knows_of_none_and_comes_out_again()
    {
        await _site.SqlAsync("DROP TABLE backup_run; DROP TABLE audit_head CASCADE");
        BackupRun run = await new Backups(_site.ConnectionString).MakeAsync(
            _folder,
            Backups.BeforeUpgrade,
            TimeProvider.System,
            CancellationToken.None
        );
        (run.Good, run.AuditCheckpoint).ShouldBe((true, ""));
        Backups.TooOld(_folder, DateTimeOffset.MaxValue).ShouldBeEmpty("it is kept until a person takes it away");
        string name = "test_restored_" + Guid.NewGuid().ToString("N")[..12];
        await _site.SqlAsync($"CREATE DATABASE {name}");
        try
        {
            string there = new NpgsqlConnectionStringBuilder(_site.ConnectionString) { Database = name, Pooling = false }.ConnectionString;
            await new Backups(there).RestoreAsync(run.File, CancellationToken.None);
        }
        finally
        {
            await _site.SqlAsync($"DROP DATABASE {name} WITH (FORCE)");
        }
    }

    [Fact]
    public async Task A_damaged_backup_is_found_out_before_anything_is_done_with_it()
    {
        BackupRun run = await new Backups(_site.ConnectionString).MakeAsync(
            _folder,
            Backups.Nightly,
            TimeProvider.System,
            CancellationToken.None
        );
        byte[] bytes = await File.ReadAllBytesAsync(run.File);
        bytes[bytes.Length / 2] ^= 1;
        await File.WriteAllBytesAsync(run.File, bytes);
        (
            await Should.ThrowAsync<BackupException>(() =>
                new Backups(_site.ConnectionString).RestoreAsync(run.File, CancellationToken.None)
            )
        ).Message.ShouldContain("damaged");
        File.Delete(run.File + ".sums");
        (
            await Should.ThrowAsync<BackupException>(() =>
                new Backups(_site.ConnectionString).RestoreAsync(run.File, CancellationToken.None)
            )
        ).Message.ShouldContain("sums is missing");
    }

    [Fact]
    public async Task The_hash_tells_any_row_that_differs()
    {
        async Task<string> HashAsync()
        {
            await using var connection = new NpgsqlConnection(_site.ConnectionString + ";Pooling=false");
            await connection.OpenAsync();
            return await Backups.HashAsync(connection, CancellationToken.None);
        }

        string before = await HashAsync();
        (await HashAsync()).ShouldBe(before);
        await _site.SqlAsync("UPDATE camera_unit SET place = place || ' ' WHERE tag = 'OBG-106'");
        (await HashAsync()).ShouldNotBe(before);
    }
}
