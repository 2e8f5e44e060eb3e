using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>How two channels belong together.</summary>
public enum PairVerdict
{
    /// <summary>The same sound twice; one lower is a spare.</summary>
    Twins,

    /// <summary>Sounds of their own.</summary>
    Separate,

    /// <summary>One is turned round: together they cancel.</summary>
    OutOfPhase,

    /// <summary>One of them is silent.</summary>
    Silent,
}

/// <summary>Two channels compared. (Section 18.)</summary>
/// <param name="Correlation">−1 to 1; null where one is silent.</param>
/// <param name="DifferenceDb">Level of the first less the second; null likewise.</param>
/// <param name="Verdict">How they belong together.</param>
public sealed record ChannelPair(double? Correlation, double? DifferenceDb, PairVerdict Verdict)
{
    private const double TwinsOver = 0.98;
    private const double PhaseUnder = -0.9;

    /// <summary>Compares them.</summary>
    /// <param name="first">Samples of one.</param>
    /// <param name="second">As many of the other.</param>
    /// <exception cref="QuantityException">They have not the same number, or none.</exception>
    public static ChannelPair Of(ReadOnlySpan<double> first, ReadOnlySpan<double> second)
    {
        var meter = new PairMeter();
        meter.Add(first, second);
        return meter.Read();
    }

    internal static ChannelPair Of(double correlation, double differenceDb) =>
        new(
            correlation,
            differenceDb,
            correlation > TwinsOver ? PairVerdict.Twins
                : correlation < PhaseUnder ? PairVerdict.OutOfPhase
                : PairVerdict.Separate
        );
}
