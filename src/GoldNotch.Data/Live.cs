using System.Globalization;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Tells every copy of the site that something changed, when the transaction is committed and not before.</summary>
public static class Live
{
    /// <summary>The channel of PostgreSQL's LISTEN.</summary>
    public const string Channel = "gold_notch";

    /// <summary>A unit changed, or a check of it: <c>tag check-id</c>, the id empty where no check changed.</summary>
    internal static Task TellAsync(NpgsqlTransaction transaction, string unitTag, Guid? check, CancellationToken cancel) =>
        transaction
            .Command("SELECT pg_notify(@channel, @says)")
            .With("channel", Channel)
            .With("says", string.Create(CultureInfo.InvariantCulture, $"{unitTag} {check}"))
            .RunAsync(cancel);
}
