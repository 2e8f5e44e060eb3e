using System.Diagnostics;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A backup that could not be made, or is not equal to what it was made from.</summary>
public sealed class BackupException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>A backup as it was made.</summary>
/// <param name="File">The file.</param>
/// <param name="Bytes">Its size.</param>
/// <param name="TakenAt">When.</param>
/// <param name="AuditCheckpoint">Where the chain of the audit log stood.</param>
/// <param name="Good">Whether it was restored elsewhere and found equal.</param>
/// <param name="Why">What was wrong; empty where it is good.</param>
public sealed record BackupRun(string File, long Bytes, DateTimeOffset TakenAt, string AuditCheckpoint, bool Good, string Why);

/// <summary>
/// Makes backups as the owner of the tables, with PostgreSQL's own tools: one consistent, compressed file, photographs and all, that is
/// restored into a scratch database at once and compared with what it was made from, by a hash over every row of every table.
/// </summary>
/// <param name="owner">Connection as the owner, who may make a database.</param>
public sealed class Backups(string owner)
{
    // What only says how often something was done here: it moves while a backup is made and is no record.
    private static readonly string[] NotCompared = ["backup_run"];

    /// <summary>Backups come each night: one older than this says that a night was missed.</summary>
    public static readonly TimeSpan OldAfter = TimeSpan.FromDays(2);

    /// <summary>How the names of ordinary backups begin.</summary>
    public const string Nightly = "gold-notch";

    /// <summary>How the names of backups before an upgrade begin.</summary>
    public const string BeforeUpgrade = "before-upgrade";

    /// <summary>Makes one and verifies it; what came of it stands in a file beside it, and in the database where its tables know of backups.</summary>
    /// <param name="folder">Where to.</param>
    /// <param name="name">How the file's name begins: <see cref="Nightly"/>, or <see cref="BeforeUpgrade"/>, which is not cleared away.</param>
    /// <param name="clock">For its name.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="BackupException">It could not be made, or is not equal.</exception>
    public async Task<BackupRun> MakeAsync(string folder, string name, TimeProvider clock, CancellationToken cancel)
    {
        Directory.CreateDirectory(folder);
        DateTimeOffset now = clock.GetUtcNow();
        string file = Path.Combine(folder, string.Create(CultureInfo.InvariantCulture, $"{name}-{now:yyyyMMdd-HHmmss}.dump"));
        string part = file + ".part";
        await using var connection = new NpgsqlConnection(Unpooled(owner));
        await connection.OpenAsync(cancel);
        string hash;
        string checkpoint;
        await using (
            NpgsqlTransaction transaction = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead, cancel)
        )
        {
            // The dump and the hash see the same moment, whatever is recorded meanwhile.
            string snapshot = await TextAsync(connection, "SELECT pg_export_snapshot()", cancel);
            await ToolAsync(
                "pg_dump",
                ["--format=custom", "--compress=6", "--no-owner", $"--snapshot={snapshot}", $"--file={part}"],
                owner,
                cancel
            );
            hash = await HashAsync(connection, cancel);
            checkpoint = await HasAsync(connection, "audit_head", cancel)
                ? await TextAsync(connection, "SELECT position || ':' || upper(left(encode(hash, 'hex'), 16)) FROM audit_head", cancel)
                : "";
        }

        string why = await DifferenceAsync(part, hash, cancel);
        File.Move(part, file, overwrite: true);
        await File.WriteAllTextAsync(
            file + ".sums",
            $"{await SumAsync(file, cancel)}  {Path.GetFileName(file)}\nrows {hash}\naudit {checkpoint}\n",
            cancel
        );
        var run = new BackupRun(file, new FileInfo(file).Length, now, checkpoint, why.Length == 0, why);
        if (await HasAsync(connection, "backup_run", cancel))
        {
            await WriteAsync(connection, run, cancel);
        }

        return run.Good
            ? run
            : throw new BackupException($"{Path.GetFileName(file)} is not equal to what it was made from: {why} Keep the one before it.");
    }

    /// <summary>Backups of a folder that are older than they are kept; never the newest.</summary>
    public static IEnumerable<string> TooOld(string folder, DateTimeOffset before) =>
        Directory
            .GetFiles(folder, $"{Nightly}-*.dump")
            .OrderDescending(StringComparer.Ordinal)
            .Skip(1)
            .Where(f => File.GetLastWriteTimeUtc(f) < before.UtcDateTime);

    /// <summary>Restores a backup into an empty database and compares it with what it says of itself.</summary>
    /// <param name="file">The backup.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="BackupException">The database is not empty, the file is damaged, or what came out differs.</exception>
    public async Task RestoreAsync(string file, CancellationToken cancel)
    {
        string[] sums = File.Exists(file + ".sums")
            ? await File.ReadAllLinesAsync(file + ".sums", cancel)
            : throw new BackupException($"{file}.sums is missing: it says what must come out. Copy it beside the backup.");
        if (!sums[0].StartsWith(await SumAsync(file, cancel), StringComparison.Ordinal))
        {
            throw new BackupException($"{file} is damaged: it is not the file that was made. Take another one.");
        }

        await using var connection = new NpgsqlConnection(Unpooled(owner));
        await connection.OpenAsync(cancel);
        if (await TextAsync(connection, "SELECT count(*)::text FROM pg_tables WHERE schemaname = 'public'", cancel) != "0")
        {
            throw new BackupException(
                "This database is not empty, and nothing in it was touched. Make a new one, restore into that, and point the site to it."
            );
        }

        await EnsureRoleAsync(connection, cancel);
        await ToolAsync("pg_restore", ["--no-owner", "--exit-on-error", "--single-transaction", file], owner, cancel);
        string hash = await HashAsync(connection, cancel);
        if (sums.Length < 2 || sums[1] != $"rows {hash}")
        {
            throw new BackupException("What came out is not what the backup was made from. Do not use this database; take another backup.");
        }
    }

    /// <summary>The last backup that was good, or the last that was not where none was; null where none was made.</summary>
    public static Task<BackupRun?> LastAsync(NpgsqlDataSource source, CancellationToken cancel) =>
        source
            .CreateCommand(
                "SELECT file, bytes, taken_at, audit_checkpoint, good, why FROM backup_run ORDER BY good DESC, taken_at DESC LIMIT 1"
            )
            .FirstAsync(
                r => new BackupRun(
                    r.Text("file"),
                    r.Long("bytes"),
                    r.Moment("taken_at"),
                    r.Text("audit_checkpoint"),
                    r.Flag("good"),
                    r.Text("why")
                ),
                cancel
            );

    /// <summary>A hash over all rows of all tables and where every sequence stands; the same for equal databases, in whatever order their rows lie.</summary>
    /// <param name="connection">Connection, in a transaction where others write.</param>
    /// <param name="cancel">Cancels.</param>
    public static async Task<string> HashAsync(NpgsqlConnection connection, CancellationToken cancel)
    {
        await TextAsync(
            connection,
            "SELECT set_config('TimeZone', 'UTC', false) || set_config('bytea_output', 'hex', false) || set_config('extra_float_digits', '1', false)",
            cancel
        );
        string[] tables = (
            await TextAsync(
                connection,
                "SELECT string_agg(tablename, ' ' ORDER BY tablename) FROM pg_tables WHERE schemaname = 'public'",
                cancel
            )
        ).Split(' ');
        var all = new StringBuilder();
        foreach (string table in tables.Except(NotCompared))
        {
            // The sum of the rows' hashes takes no memory and no order.
            string sum = await TextAsync(
                connection,
                $"""
                SELECT count(*) || ' ' || coalesce(sum(('x' || left(h, 16))::bit(64)::bigint::numeric), 0) || ' ' || coalesce(sum(('x' || right(h, 16))::bit(64)::bigint::numeric), 0)
                FROM (SELECT md5(t::text) AS h FROM "{table}" t) rows
                """,
                cancel
            );
            all.Append(CultureInfo.InvariantCulture, $"{table} {sum}\n");
        }

        all.Append(
            await TextAsync(
                connection,
                "SELECT coalesce(string_agg(sequencename || ' ' || coalesce(last_value::text, '-'), ' ' ORDER BY sequencename), '') FROM pg_sequences WHERE schemaname = 'public'",
                cancel
            )
        );
        return Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(all.ToString())));
    }

    // Restored beside it and compared; the scratch database goes, whatever came out.
    private async Task<string> DifferenceAsync(string file, string hash, CancellationToken cancel)
    {
        string scratch = $"gold_notch_scratch_{Guid.NewGuid():N}"[..40];
        await using var server = new NpgsqlConnection(Unpooled(owner));
        await server.OpenAsync(cancel);
        await RunAsync(server, $"CREATE DATABASE {scratch} TEMPLATE template0", cancel);
        try
        {
            string there = new NpgsqlConnectionStringBuilder(Unpooled(owner)) { Database = scratch }.ConnectionString;
            await ToolAsync("pg_restore", ["--no-owner", "--exit-on-error", "--single-transaction", file], there, cancel);
            await using var copy = new NpgsqlConnection(there);
            await copy.OpenAsync(cancel);
            return await HashAsync(copy, cancel) == hash ? "" : "a table or a sequence of the restored copy differs.";
        }
        catch (BackupException broken)
        {
            return broken.Message;
        }
        finally
        {
            await RunAsync(server, $"DROP DATABASE IF EXISTS {scratch} WITH (FORCE)", CancellationToken.None);
        }
    }

    private static async Task<string> SumAsync(string file, CancellationToken cancel)
    {
        await using FileStream bytes = File.OpenRead(file);
        return Convert.ToHexString(await SHA256.HashDataAsync(bytes, cancel));
    }

    // A database before an upgrade may be older than a table.
    private static async Task<bool> HasAsync(NpgsqlConnection connection, string table, CancellationToken cancel) =>
        await TextAsync(connection, $"SELECT to_regclass('public.{table}')::text", cancel) == table;

    private static async Task WriteAsync(NpgsqlConnection connection, BackupRun run, CancellationToken cancel)
    {
        await using NpgsqlCommand insert = new NpgsqlCommand(
            // By place: a backup before an upgrade writes into the table as the older version named its columns.
            "INSERT INTO backup_run VALUES (@id, @at, @file, @bytes, @checkpoint, @good, @why)",
            connection
        ).With("id", Guid.NewGuid()).With("at", run.TakenAt.ToUniversalTime()).With("file", run.File).With("bytes", run.Bytes).With("checkpoint", run.AuditCheckpoint).With("good", run.Good).With("why", run.Why);
        await insert.ExecuteNonQueryAsync(cancel);
    }

    private static Task EnsureRoleAsync(NpgsqlConnection connection, CancellationToken cancel) =>
        RunAsync(
            connection,
            $"DO $$ BEGIN IF NOT EXISTS (SELECT 1 FROM pg_roles WHERE rolname = '{Migrations.Database.SiteRole}') THEN CREATE ROLE {Migrations.Database.SiteRole} NOLOGIN; END IF; END $$",
            cancel
        );

    // PostgreSQL's own program, with the secret in its environment and never among its arguments.
    private static async Task ToolAsync(string tool, string[] arguments, string connection, CancellationToken cancel)
    {
        var to = new NpgsqlConnectionStringBuilder(connection);
        var start = new ProcessStartInfo(Find(tool)) { RedirectStandardError = true };
        foreach (
            string argument in arguments
                .Append($"--host={to.Host}")
                .Append($"--port={to.Port}")
                .Append($"--username={to.Username}")
                .Append($"--dbname={to.Database}")
        )
        {
            start.ArgumentList.Add(argument);
        }

        start.Environment["PGPASSWORD"] = to.Password ?? "";
        using Process process = Process.Start(start) ?? throw new BackupException($"{tool} could not be started.");
        try
        {
            string said = await process.StandardError.ReadToEndAsync(cancel);
            await process.WaitForExitAsync(cancel);
            if (process.ExitCode != 0)
            {
                throw new BackupException($"{tool} failed: {said.Trim().Split('\n')[^1]}");
            }
        }
        finally
        {
            if (!process.HasExited)
            {
                process.Kill(entireProcessTree: true);
            }
        }
    }

    private static string Find(string tool) =>
        Directory.Exists("/usr/lib/postgresql")
            ? Directory
                .GetDirectories("/usr/lib/postgresql")
                .OrderByDescending(d => int.TryParse(Path.GetFileName(d), CultureInfo.InvariantCulture, out int version) ? version : 0)
                .Select(d => Path.Combine(d, "bin", tool))
                .FirstOrDefault(File.Exists)
                ?? tool
            : tool;

    private static string Unpooled(string connection) =>
        new NpgsqlConnectionStringBuilder(connection) { Pooling = false, CommandTimeout = 0 }.ConnectionString;

    private static async Task<string> TextAsync(NpgsqlConnection connection, string sql, CancellationToken cancel)
    {
        await using var command = new NpgsqlCommand(sql, connection);
        return await command.ExecuteScalarAsync(cancel) as string ?? "";
    }

    private static async Task RunAsync(NpgsqlConnection connection, string sql, CancellationToken cancel)
    {
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync(cancel);
    }
}
