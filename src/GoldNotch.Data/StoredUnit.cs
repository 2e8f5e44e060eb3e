using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A unit as it is kept.</summary>
/// <param name="Tag">Asset tag.</param>
/// <param name="ModelKey">Its model.</param>
/// <param name="Tape">Colour of its tape.</param>
/// <param name="Place">Where it lives.</param>
/// <param name="Status"><c>in</c>, <c>out</c> or <c>repair</c>.</param>
/// <param name="Version">Rises with each change.</param>
/// <param name="Measured">What was measured on it.</param>
/// <param name="DueBack">When it is due back; null while it is in.</param>
public sealed record StoredUnit(
    string Tag,
    string ModelKey,
    string Tape,
    string Place,
    UnitStatus Status,
    int Version,
    MeasuredOnUnit Measured,
    DateOnly? DueBack
)
{
    /// <summary>The unit as an exchange file holds it.</summary>
    public UnitDocument Document =>
        new(
            Tag,
            ModelKey,
            Tape,
            Place,
            Status.Word(),
            Measured.Filters.Count > 0 ? Measured.Filters : null,
            Measured.ColourOffsetMired,
            DueBack,
            Measured.Noise.Count > 0 ? Measured.Noise : null,
            Measured.Latitude.Count > 0 ? Measured.Latitude : null
        );
}

/// <summary>What was measured on a unit, as it is used.</summary>
/// <param name="Filters">By label; empty where nothing was measured.</param>
/// <param name="ColourOffsetMired">What it needs to match the reference, mired; null where nobody measured it.</param>
/// <param name="Noise">Gain limits, by base.</param>
/// <param name="Latitude">By base and profile.</param>
public sealed record MeasuredOnUnit(
    IReadOnlyList<UnitFilterDocument> Filters,
    double? ColourOffsetMired,
    IReadOnlyList<UnitNoiseDocument> Noise,
    IReadOnlyList<UnitLatitudeDocument> Latitude
)
{
    // A file holds seven digits of a second, the database six.
    private static readonly TimeSpan Instant = TimeSpan.FromMilliseconds(1);

    /// <summary>Nothing was measured.</summary>
    public static MeasuredOnUnit Nothing { get; } = new([], null, [], []);

    /// <summary>What a file says of a unit.</summary>
    public static MeasuredOnUnit Of(UnitDocument unit) =>
        new(unit.Filters ?? [], unit.ColourOffsetMired, unit.Noise ?? [], unit.Latitude ?? []);

    /// <summary>This in the place of what was known: a figure that a table repeats without its source keeps the source it had.</summary>
    internal MeasuredOnUnit Over(MeasuredOnUnit? before) =>
        before is null
            ? this
            : this with
            {
                Filters =
                [
                    .. Filters.Select(f =>
                        f.By is null
                        && before.Filters.FirstOrDefault(b => b.Label == f.Label && Math.Abs(b.Stops - f.Stops) < 1e-9) is { } known
                            ? known
                            : f
                    ),
                ],
            };

    /// <summary>With newer figures in the place of those of the same filter, base or profile.</summary>
    internal MeasuredOnUnit With(FigureUseDocument newer) =>
        this with
        {
            Filters = [.. Filters.Where(f => (newer.Filters ?? []).All(n => n.Label != f.Label)), .. newer.Filters ?? []],
            Noise = [.. Noise.Where(f => (newer.Noise ?? []).All(n => n.Base != f.Base)), .. newer.Noise ?? []],
            Latitude =
            [
                .. Latitude.Where(f => (newer.Latitude ?? []).All(n => (n.Base, n.Profile) != (f.Base, f.Profile))),
                .. newer.Latitude ?? [],
            ],
        };

    /// <summary>What newer figures take the place of, with its source.</summary>
    internal FigureUseDocument ReplacedBy(FigureUseDocument newer) =>
        new(
            [.. Filters.Where(f => (newer.Filters ?? []).Any(n => n.Label == f.Label))],
            [.. Noise.Where(f => (newer.Noise ?? []).Any(n => n.Base == f.Base))],
            [.. Latitude.Where(f => (newer.Latitude ?? []).Any(n => (n.Base, n.Profile) == (f.Base, f.Profile)))]
        );

    /// <summary>With what one measurement gave taken back, and what it had taken the place of in its place again: back to the first that was not withdrawn itself. What a
    /// person typed since, or a newer measurement gave, stays.</summary>
    /// <param name="figure">The measurement that is withdrawn.</param>
    /// <param name="accepted">What accepted measurements of the unit are used for, and whether they are withdrawn.</param>
    internal MeasuredOnUnit Without(Guid figure, IReadOnlyDictionary<Guid, (FigureUseDocument Used, bool IsWithdrawn)> accepted) =>
        this with
        {
            Filters = Back(Filters, f => f.Figure, f => f.Label, u => u.Filters, figure, accepted),
            Noise = Back(Noise, f => f.Figure, f => f.Base, u => u.Noise, figure, accepted),
            Latitude = Back(Latitude, f => f.Figure, f => (f.Base, f.Profile), u => u.Latitude, figure, accepted),
        };

    private static IReadOnlyList<T> Back<T, TKey>(
        IReadOnlyList<T> now,
        Func<T, Guid?> figureOf,
        Func<T, TKey> keyOf,
        Func<FigureUseDocument, IReadOnlyList<T>?> of,
        Guid figure,
        IReadOnlyDictionary<Guid, (FigureUseDocument Used, bool IsWithdrawn)> accepted
    )
        where T : class
        where TKey : notnull
    {
        T? Before(Guid gone, TKey key)
        {
            T? before =
                accepted.TryGetValue(gone, out (FigureUseDocument Used, bool IsWithdrawn) one) && one.Used.Replaced is { } replaced
                    ? (of(replaced) ?? []).FirstOrDefault(f => keyOf(f).Equals(key))
                    : null;
            return before is not null && figureOf(before) is { } older && (older == figure || accepted.GetValueOrDefault(older).IsWithdrawn)
                ? Before(older, key)
                : before;
        }

        return [.. now.Select(f => figureOf(f) == figure ? Before(figure, keyOf(f)) : f).OfType<T>()];
    }

    /// <inheritdoc/>
    public bool Equals(MeasuredOnUnit? other) =>
        other is not null
        && ColourOffsetMired == other.ColourOffsetMired
        && Same(Filters, other.Filters, (a, b) => a with { At = b.At } == b && Same(a.At, b.At))
        && Same(Noise, other.Noise, (a, b) => a with { At = b.At } == b && Same(a.At, b.At))
        && Same(Latitude, other.Latitude, (a, b) => a with { At = b.At } == b && Same(a.At, b.At));

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(ColourOffsetMired, Filters.Count, Noise.Count, Latitude.Count);

    private static bool Same<T>(IReadOnlyList<T> left, IReadOnlyList<T> right, Func<T, T, bool> equal) =>
        left.Count == right.Count && left.Zip(right).All(p => equal(p.First, p.Second));

    private static bool Same(DateTimeOffset? left, DateTimeOffset? right) =>
        left is { } l && right is { } r ? (l - r).Duration() < Instant : left is null && right is null;
}

/// <summary>Units of the pool: what was measured on them.</summary>
public sealed partial class UnitStore
{
    /// <summary>Keeps what a person measured on a unit and typed in, with a note of who did and when.</summary>
    /// <param name="tag">The unit.</param>
    /// <param name="filters">Every filter measured; replaces what was kept.</param>
    /// <param name="colourOffsetMired">What it needs to match the reference, mired; null where nobody measured it.</param>
    /// <param name="seen">The version the person saw.</param>
    /// <param name="note">What is said of it.</param>
    /// <param name="who">Who measured.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The unit as changed, or null when its version has moved on.</returns>
    public async Task<StoredUnit?> MeasureAsync(
        string tag,
        IReadOnlyList<FilterDocument> filters,
        double? colourOffsetMired,
        int seen,
        UnitNote note,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await HeldAsync(transaction, tag, cancel) is not { } before || before.Version != seen)
        {
            return null;
        }

        MeasuredOnUnit typed = before.Measured with
        {
            // What stands as it stood keeps its source.
            Filters =
            [
                .. filters.Select(f =>
                    before.Measured.Filters.FirstOrDefault(b => b.Label == f.Label && Math.Abs(b.Stops - f.Stops) < 0.005)
                    ?? new UnitFilterDocument(f.Label, f.Stops, By: note.By, At: note.At)
                ),
            ],
            ColourOffsetMired = colourOffsetMired,
        };
        StoredUnit after = await PutMeasuredAsync(transaction, before, typed, note, who, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>One unit, waited for; null where there is none.</summary>
    internal static Task<StoredUnit?> HeldAsync(NpgsqlTransaction transaction, string tag, CancellationToken cancel) =>
        transaction.Command($"SELECT {Columns} FROM camera_unit WHERE tag = @tag FOR UPDATE").With("tag", tag).FirstAsync(Read, cancel);

    /// <summary>Keeps what was measured, with its note and its entry of the audit log.</summary>
    internal static async Task<StoredUnit> PutMeasuredAsync(
        NpgsqlTransaction transaction,
        StoredUnit before,
        MeasuredOnUnit measured,
        UnitNote note,
        Actor who,
        CancellationToken cancel
    )
    {
        StoredUnit after = before with { Measured = measured, Version = before.Version + 1 };
        await transaction
            .Command(
                """
                UPDATE camera_unit SET filters = @filters, noise = @noise, latitude = @latitude, colour_offset_mired = @offset, version = @version
                WHERE tag = @tag
                """
            )
            .With("tag", before.Tag)
            .With("version", after.Version)
            .With(measured)
            .RunAsync(cancel);
        await UnitNoteStore.AddAsync(transaction, before.Tag, note, who, cancel);
        await Audit.WriteAsync(transaction, who, "unit measured", before.Tag, before.Measured, measured, cancel);
        await Live.TellAsync(transaction, before.Tag, null, cancel);
        return after;
    }

    private static MeasuredOnUnit ReadMeasured(Row r) =>
        new(
            r.IsNull("filters")
                ? []
                : JsonSerializer.Deserialize(r.Text("filters"), ExchangeJson.Default.IReadOnlyListUnitFilterDocument) ?? [],
            r.RealOrNull("colour_offset_mired"),
            r.IsNull("noise") ? [] : JsonSerializer.Deserialize(r.Text("noise"), ExchangeJson.Default.IReadOnlyListUnitNoiseDocument) ?? [],
            r.IsNull("latitude")
                ? []
                : JsonSerializer.Deserialize(r.Text("latitude"), ExchangeJson.Default.IReadOnlyListUnitLatitudeDocument) ?? []
        );
}

/// <summary>What was measured as parameters of a command: lists that are empty are null.</summary>
internal static class MeasuredParameters
{
    internal static NpgsqlCommand With(this NpgsqlCommand command, MeasuredOnUnit measured) =>
        command
            .WithJson(
                "filters",
                measured.Filters.Count > 0
                    ? JsonSerializer.Serialize(measured.Filters, ExchangeJson.Default.IReadOnlyListUnitFilterDocument)
                    : null
            )
            .WithJson(
                "noise",
                measured.Noise.Count > 0
                    ? JsonSerializer.Serialize(measured.Noise, ExchangeJson.Default.IReadOnlyListUnitNoiseDocument)
                    : null
            )
            .WithJson(
                "latitude",
                measured.Latitude.Count > 0
                    ? JsonSerializer.Serialize(measured.Latitude, ExchangeJson.Default.IReadOnlyListUnitLatitudeDocument)
                    : null
            )
            .With("offset", measured.ColourOffsetMired);
}
