using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.UnitFigures;

/// <summary>Which pictures a measurement asks for, in which order. (Section 17.)</summary>
public static class ShotList
{
    /// <summary>Runs through the filters: three give an uncertainty.</summary>
    public const int FilterRuns = 3;

    // More gains than this say no more, and nobody takes them in ten minutes.
    private const int MostGains = 9;

    // From mid grey to the end and back down: whole stops, and half ones where highlights end.
    private static readonly double[] Exposures = [0, 1, 2, 2.5, 3, 3.5, 4, 5, 6, -1, -2, -3, -4, -5, -6, -7];

    /// <summary>Clear and each position, three times over; the light may drift from run to run and not within one.</summary>
    /// <exception cref="QuantityException">The model has no filter, or no clear position to compare with.</exception>
    public static ImmutableArray<FigureShot> Filters(CameraModel model)
    {
        if (model.Filters.IsEmpty)
        {
            throw new QuantityException(
                QuantityFault.NoChoice,
                model.Variable is null
                    ? $"{model.Name} has no built-in filter that could be measured."
                    : $"The filter of {model.Name} is variable: it has no positions that could be measured one by one."
            );
        }

        if (Clear(model) is not { } clear)
        {
            throw new QuantityException(
                QuantityFault.NoChoice,
                $"The specification of {model.Name} names no clear position: add it first."
            );
        }

        FilterPosition[] order = [clear, .. model.Filters.Where(f => f != clear)];
        return
        [
            .. Enumerable
                .Range(1, FilterRuns)
                .SelectMany(run => order.Select(f => (run, f)))
                .Select((s, i) => new FigureShot.Filter(i + 1, s.f.Label, s.run)),
        ];
    }

    /// <summary>Every gain of every base, or nine of them spread over its range.</summary>
    /// <exception cref="QuantityException">Fewer than two gains.</exception>
    public static ImmutableArray<FigureShot> Noise(CameraModel model)
    {
        ImmutableArray<(string Base, Decibels Gain)> all =
        [
            .. Words(model).SelectMany(word => Spread([.. Gains(model, word)]).Select(gain => (word, gain))),
        ];
        return all.Length > 1
            ? [.. all.Select((s, i) => new FigureShot.Gained(i + 1, s.Gain, s.Base))]
            : throw new QuantityException(
                QuantityFault.NoChoice,
                $"The specification of {model.Name} names one gain only: there is no limit to be found."
            );
    }

    /// <summary>From mid grey to clipping, then down to where noise is half of what is seen.</summary>
    public static ImmutableArray<FigureShot> Latitude() => [.. Exposures.Select((by, i) => new FigureShot.Exposed(i + 1, new Stops(by)))];

    /// <summary>One picture of each unit.</summary>
    /// <param name="tags">Their tags, three or more.</param>
    /// <exception cref="QuantityException">Fewer than three.</exception>
    public static ImmutableArray<FigureShot> OfSisters(IReadOnlyList<string> tags) =>
        tags.Count >= Sisters.Least
            ? [.. tags.Select((tag, i) => new FigureShot.OfUnit(i + 1, tag))]
            : throw new QuantityException(
                QuantityFault.NoChoice,
                $"Of {tags.Count} units nobody knows which is off: take {Sisters.Least} or more of the model."
            );

    /// <summary>The position that takes nothing; null where the specification names none.</summary>
    internal static FilterPosition? Clear(CameraModel model) => model.Filters.FirstOrDefault(f => f.Loss.Value == 0);

    /// <summary>Words of the bases, one empty word where there is one base.</summary>
    internal static ImmutableArray<string> Words(CameraModel model) =>
        model.Gain.Bases.IsEmpty ? [""] : [.. model.Gain.Bases.Select(b => b.Word)];

    /// <summary>The gains of a base, rising.</summary>
    internal static IEnumerable<Decibels> Gains(CameraModel model, string word) =>
        model.Gain.PositionsOn(word.Length == 0 ? null : word).Select(p => p.Gain).Distinct().OrderBy(g => g.Value);

    private static IEnumerable<Decibels> Spread(ImmutableArray<Decibels> gains) =>
        gains.Length <= MostGains
            ? gains
            : Enumerable.Range(0, MostGains).Select(i => gains[(int)Math.Round(i * (gains.Length - 1) / (MostGains - 1.0))]).Distinct();
}
