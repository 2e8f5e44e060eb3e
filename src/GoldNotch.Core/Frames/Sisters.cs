using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>What the same picture says on one unit.</summary>
/// <param name="Unit">Its tag.</param>
/// <param name="Stops">Exposure.</param>
/// <param name="Mired">Cast.</param>
/// <param name="Duv">Tint.</param>
/// <param name="SignalToNoise">dB.</param>
public sealed record SisterReading(string Unit, double Stops, double Mired, double Duv, double SignalToNoise);

/// <summary>How far a unit is from its sisters.</summary>
/// <param name="Off">The reading less the median of all.</param>
/// <param name="Named">What is over its limit: <c>stops</c>, <c>mired</c>, <c>duv</c>, <c>snr_db</c>.</param>
public sealed record SisterDifference(SisterReading Off, ImmutableArray<string> Named);

/// <summary>Units of one model compared in the same settings and light. (Section 17.)</summary>
public static class Sisters
{
    /// <summary>Units that are needed at least.</summary>
    public const int Least = 3;

    // Over so much a unit stands out.
    private static readonly SisterReading Limit = new("", 1.0 / 6, 5, 0.002, 2);

    /// <summary>Each unit less the median of all.</summary>
    /// <param name="units">Three or more.</param>
    /// <exception cref="QuantityException">Fewer than three: nobody knows which of two is off.</exception>
    public static ImmutableArray<SisterDifference> Compare(IReadOnlyList<SisterReading> units)
    {
        if (units.Count < Least)
        {
            throw new QuantityException(
                QuantityFault.NoChoice,
                $"Of {units.Count} units nobody knows which is off: take {Least} or more of the model."
            );
        }

        double Middle(Func<SisterReading, double> of) => Ranked.Median(units.Select(of).ToArray());
        (double stops, double mired, double duv, double noise) = (
            Middle(u => u.Stops),
            Middle(u => u.Mired),
            Middle(u => u.Duv),
            Middle(u => u.SignalToNoise)
        );
        return
        [
            .. units.Select(u => Named(new SisterReading(u.Unit, u.Stops - stops, u.Mired - mired, u.Duv - duv, u.SignalToNoise - noise))),
        ];
    }

    private static SisterDifference Named(SisterReading off) =>
        new(
            off,
            [
                .. new (string Name, double Value, double Most)[]
                {
                    ("stops", off.Stops, Limit.Stops),
                    ("mired", off.Mired, Limit.Mired),
                    ("duv", off.Duv, Limit.Duv),
                    ("snr_db", off.SignalToNoise, Limit.SignalToNoise),
                }
                    .Where(m => Math.Abs(m.Value) > m.Most + Guard.Edge)
                    .Select(m => m.Name),
            ]
        );
}
