using System.Globalization;
using System.Net;
using GoldNotch.Data;
using Npgsql;

namespace GoldNotch.Web.Hosting;

/// <summary>A setting of the site cannot be: the message says which, what it is, and what it may be.</summary>
internal sealed class SettingException(string message) : Exception(message);

/// <summary>What whoever installs the site decides, from the environment or the command line; every one is checked at the start (docs/operations.md).</summary>
internal sealed record SiteSettings
{
    internal const string DatabaseName = "GOLDNOTCH_DB";
    internal const string OwnerName = "GOLDNOTCH_DB_OWNER";

    /// <summary>More than any still has; a larger one would fill the disk before it is refused.</summary>
    internal const int MostPictureMegabytes = 1024;

    /// <summary>An hour of the fastest codec has more; ten seconds of any have less.</summary>
    internal const int MostClipMegabytes = 64 * 1024;
    private const long Megabyte = 1024 * 1024;

    /// <summary>Connection of the site, as a role that owns nothing.</summary>
    public required string Database { get; init; }

    /// <summary>Connection of the owner of the tables, for migrations alone; null where the site only runs.</summary>
    public string? Owner { get; init; }

    /// <summary>Address that people use, for printed codes and links; null takes that of each request.</summary>
    public Uri? PublicAddress { get; init; }

    /// <summary>Proxies whose forwarded headers are believed.</summary>
    public IReadOnlyList<IPNetwork> TrustedProxies { get; init; } = [];

    /// <summary>Certificate of the authority that phones are to take; null where the site's certificate is known to everybody.</summary>
    public string? Authority { get; init; }

    /// <summary>Folder for what the site writes outside the database; null where it writes nothing.</summary>
    public string? DataFolder { get; init; }

    /// <summary>How long a session lasts unused.</summary>
    public SessionTimes Sessions { get; init; } = new(TimeSpan.FromHours(12), TimeSpan.FromDays(30));

    /// <summary>How long backups are kept; the last good one always is.</summary>
    public TimeSpan KeepBackups { get; init; } = TimeSpan.FromDays(30);

    /// <summary>Largest file of a picture, bytes.</summary>
    public long PictureBytes { get; init; } = 64 * Megabyte;

    /// <summary>Largest file of a clip, bytes.</summary>
    public long ClipBytes { get; init; } = 2048 * Megabyte;

    /// <summary>How long a picture's or a clip's file lies that nobody asked to keep.</summary>
    public TimeSpan KeepPictures { get; init; } = TimeSpan.FromDays(1);

    /// <summary>Tries to sign in from one address a minute.</summary>
    public int SignInsPerMinute { get; init; } = 30;

    /// <summary>Reads and checks them all.</summary>
    /// <exception cref="SettingException">One cannot be.</exception>
    internal static SiteSettings Read(IConfiguration from) =>
        new()
        {
            Database = Connection(from, DatabaseName) ?? Connect(DatabaseName, "Host=127.0.0.1;Database=gold_notch", from),
            Owner = Connection(from, OwnerName),
            PublicAddress = Address(from, "GOLDNOTCH_PUBLIC_ADDRESS"),
            TrustedProxies = Networks(from, "GOLDNOTCH_TRUSTED_PROXIES"),
            Authority = File(from, "GOLDNOTCH_AUTHORITY"),
            DataFolder = Folder(from, "GOLDNOTCH_DATA"),
            Sessions = new SessionTimes(
                TimeSpan.FromHours(Number(from, "GOLDNOTCH_SESSION_HOURS", 12, 1, 24 * 7, "hours")),
                TimeSpan.FromDays(Number(from, "GOLDNOTCH_KEEP_DAYS", 30, 1, 365, "days"))
            ),
            KeepBackups = TimeSpan.FromDays(Number(from, "GOLDNOTCH_KEEP_BACKUPS_DAYS", 30, 1, 3650, "days")),
            PictureBytes = Number(from, "GOLDNOTCH_PICTURE_MB", 64, 1, MostPictureMegabytes, "megabytes") * Megabyte,
            ClipBytes = Number(from, "GOLDNOTCH_CLIP_MB", 2048, 1, MostClipMegabytes, "megabytes") * Megabyte,
            KeepPictures = TimeSpan.FromDays(Number(from, "GOLDNOTCH_PICTURE_DAYS", 1, 1, 365, "days")),
            SignInsPerMinute = Number(from, "GOLDNOTCH_SIGNINS_PER_MINUTE", 30, 1, 100_000, "tries"),
        };

    private static string? Connection(IConfiguration from, string name) =>
        from[name] is { Length: > 0 } text ? Connect(name, text, from) : null;

    // Limits, so that nothing waits for ever, and so few connections that a second copy, a backup and a person at the console find room.
    private static string Connect(string name, string text, IConfiguration from)
    {
        try
        {
            var builder = new NpgsqlConnectionStringBuilder(text)
            {
                Timeout = 3,
                CommandTimeout = 10,
                ApplicationName = "gold-notch",
                MinPoolSize = 0,
                MaxPoolSize = Number(from, "GOLDNOTCH_CONNECTIONS", 20, 3, 500, "connections"),
                ConnectionIdleLifetime = 30,
                ConnectionPruningInterval = 5,
            };
            return builder.ConnectionString;
        }
        catch (Exception wrong) when (wrong is ArgumentException or FormatException or KeyNotFoundException)
        {
            throw new SettingException(
                $"{name} is no connection of PostgreSQL: {wrong.Message} Write Host=…;Port=…;Database=…;Username=…;Password=…"
            );
        }
    }

    private static Uri? Address(IConfiguration from, string name) =>
        from[name] is not { Length: > 0 } text ? null
        : Uri.TryCreate(text, UriKind.Absolute, out Uri? address)
        && address.Scheme is "http" or "https"
        && address is { PathAndQuery: "/", Fragment: "" }
            ? address
        : throw new SettingException(
            $"{name} is “{text}”. Write scheme and host, and the port where there is one: https://gear.example.org"
        );

    private static IReadOnlyList<IPNetwork> Networks(IConfiguration from, string name) =>
        [
            .. (from[name] ?? "")
                .Split([',', ' '], StringSplitOptions.RemoveEmptyEntries)
                .Select(word =>
                    IPNetwork.TryParse(word, out IPNetwork network) ? network
                    : IPAddress.TryParse(word, out IPAddress? one) ? new IPNetwork(one, one.GetAddressBytes().Length * 8)
                    : throw new SettingException(
                        $"{name} has “{word}”. Write addresses or networks, parted by commas: 10.0.0.5, 10.1.0.0/16"
                    )
                ),
        ];

    private static string? File(IConfiguration from, string name) =>
        from[name] is not { Length: > 0 } path ? null
        : System.IO.File.Exists(path) ? Path.GetFullPath(path)
        : throw new SettingException(
            $"{name} is “{path}”, and there is no such file. Name the certificate of the authority, or leave it out."
        );

    private static string? Folder(IConfiguration from, string name)
    {
        if (from[name] is not { Length: > 0 } path)
        {
            return null;
        }

        try
        {
            Directory.CreateDirectory(path);
            string probe = Path.Combine(path, $".written-{Guid.NewGuid():N}");
            System.IO.File.WriteAllText(probe, "");
            System.IO.File.Delete(probe);
            return Path.GetFullPath(path);
        }
        catch (Exception wrong) when (wrong is IOException or UnauthorizedAccessException or ArgumentException)
        {
            throw new SettingException(
                $"{name} is “{path}”, and the site cannot write there: {wrong.Message} Give the folder to the user of the site, or name another."
            );
        }
    }

    private static int Number(IConfiguration from, string name, int otherwise, int least, int most, string unit) =>
        from[name] is not { Length: > 0 } text ? otherwise
        : int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out int number) && number >= least && number <= most ? number
        : throw new SettingException($"{name} is “{text}”. It is a whole number of {unit}, {least} to {most}; left out it is {otherwise}.");
}
