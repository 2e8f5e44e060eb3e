using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>What a cable and a capture device do to the levels of a picture.</summary>
public enum ChainVerdict
{
    /// <summary>Nothing.</summary>
    Clean,

    /// <summary>Legal range is shown as if it were full range: black is grey, white is dull.</summary>
    LegalShownAsFull,

    /// <summary>Full range is shown as if it were legal range: shadows and highlights are cut.</summary>
    FullShownAsLegal,

    /// <summary>Gain or offset, the same on all channels.</summary>
    LevelsMoved,

    /// <summary>Gain or offset of the channels differ.</summary>
    ChannelsDiffer,

    /// <summary>A look, saturation or sharpening is in the way: no line takes it out, and pictures through it are not used.</summary>
    Processed,
}

/// <summary>By which matrices the bars were coded and decoded.</summary>
public enum ChainMatrix
{
    /// <summary>By one and the same.</summary>
    Same,

    /// <summary>Coded by BT.601, decoded by BT.709.</summary>
    Bt601ReadAsBt709,

    /// <summary>Coded by BT.709, decoded by BT.601.</summary>
    Bt709ReadAsBt601,
}

/// <summary>What eight colour bars tell of the way from a camera's output to a live picture. (Section 21.)</summary>
/// <param name="Verdict">What is done to the levels.</param>
/// <param name="Matrix">By which matrices.</param>
/// <param name="Gain">Slope of red, green and blue against the true bars.</param>
/// <param name="Offset">Offset of red, green and blue, shares of the scale.</param>
/// <param name="Rest">Largest difference that the lines leave, shares of the scale.</param>
public sealed record CaptureChain(
    ChainVerdict Verdict,
    ChainMatrix Matrix,
    ImmutableArray<double> Gain,
    ImmutableArray<double> Offset,
    double Rest
)
{
    /// <summary>Bars there are: white, yellow, cyan, green, magenta, red, blue, black.</summary>
    public const int Bars = 8;

    /// <summary>Amplitude of bars where nothing else is said, share of the scale.</summary>
    public const double UsualAmplitude = 0.75;

    /// <summary>Largest difference that counts as a line, shares of the scale.</summary>
    public const double MostRest = 0.015;

    private const double SameLevels = 0.02;
    private const double MostGainApart = 0.03;
    private const double MostOffsetApart = 0.02;

    // A picture whose channels follow the bars by less than this shows no bars.
    private const double LeastGain = 0.25;

    // White yellow cyan green magenta red blue black.
    private static readonly ImmutableArray<(int Red, int Green, int Blue)> Pattern =
    [
        (1, 1, 1),
        (1, 1, 0),
        (0, 1, 1),
        (0, 1, 0),
        (1, 0, 1),
        (1, 0, 0),
        (0, 0, 1),
        (0, 0, 0),
    ];

    /// <summary>Whether what the chain does can be taken out of every picture that comes through it.</summary>
    public bool IsUsed => Verdict != ChainVerdict.Processed;

    /// <summary>Judges the bars as they arrived.</summary>
    /// <param name="bars">Mean R, G, B of each bar, shares of the scale, in the order of <see cref="Bars"/>.</param>
    /// <param name="amplitude">Amplitude of the bars: 0.75 or 1.</param>
    /// <exception cref="QuantityException">There are not eight bars of three numbers, or the picture shows no bars.</exception>
    public static CaptureChain Of(ImmutableArray<ImmutableArray<double>> bars, double amplitude = UsualAmplitude)
    {
        if (bars.Length != Bars || bars.Any(b => b.Length != 3))
        {
            throw new QuantityException(QuantityFault.NoChoice, "Eight colour bars of three channels are read.");
        }

        foreach (double value in bars.SelectMany(b => b))
        {
            Guard.Finite(value, "level of a bar");
        }

        Guard.Positive(amplitude, "amplitude of the bars");
        Fit plain = Line(bars, [.. Pattern.Select(p => (p.Red * amplitude, p.Green * amplitude, p.Blue * amplitude))]);
        if (plain.Gain.Any(g => g < LeastGain))
        {
            throw new QuantityException(
                QuantityFault.NoChoice,
                "The picture shows no colour bars. Turn the camera's bars on, and let them fill the picture."
            );
        }

        if (plain.Rest <= MostRest + Guard.Edge)
        {
            return Judged(plain, ChainMatrix.Same);
        }

        (ChainMatrix Matrix, Fit Fit)[] crossed =
        [
            (ChainMatrix.Bt601ReadAsBt709, Line(bars, Crossed(amplitude, ColourMatrix.Bt601, ColourMatrix.Bt709))),
            (ChainMatrix.Bt709ReadAsBt601, Line(bars, Crossed(amplitude, ColourMatrix.Bt709, ColourMatrix.Bt601))),
        ];
        (ChainMatrix matrix, Fit best) = crossed.MinBy(c => c.Fit.Rest);
        return best.Rest <= MostRest + Guard.Edge
            ? Judged(best, matrix)
            : new CaptureChain(ChainVerdict.Processed, ChainMatrix.Same, plain.Gain, plain.Offset, plain.Rest);
    }

    private static CaptureChain Judged(Fit fit, ChainMatrix matrix)
    {
        ChainVerdict verdict =
            Apart(fit.Gain) > MostGainApart + Guard.Edge || Apart(fit.Offset) > MostOffsetApart + Guard.Edge ? ChainVerdict.ChannelsDiffer
            : Like(fit, 1, 0) ? ChainVerdict.Clean
            : Like(fit, 219.0 / 255, 16.0 / 255) ? ChainVerdict.LegalShownAsFull
            : Like(fit, 255.0 / 219, -16.0 / 219) ? ChainVerdict.FullShownAsLegal
            : ChainVerdict.LevelsMoved;
        return new CaptureChain(verdict, matrix, fit.Gain, fit.Offset, fit.Rest);
    }

    private static double Apart(ImmutableArray<double> values) => values.Max() - values.Min();

    private static bool Like(Fit fit, double gain, double offset) =>
        fit.Gain.All(g => Math.Abs(g - gain) <= SameLevels + Guard.Edge)
        && fit.Offset.All(o => Math.Abs(o - offset) <= SameLevels + Guard.Edge);

    private static ImmutableArray<(double, double, double)> Crossed(double amplitude, ColourMatrix coded, ColourMatrix decoded)
    {
        var coder = new YCbCr(coded, isLegal: false, bits: 8);
        var decoder = new YCbCr(decoded, isLegal: false, bits: 8);
        return
        [
            .. Pattern.Select(p =>
            {
                (double y, double cb, double cr) = coder.FromRgb(p.Red * amplitude, p.Green * amplitude, p.Blue * amplitude);
                return decoder.ToRgb(y, cb, cr);
            }),
        ];
    }

    private static Fit Line(ImmutableArray<ImmutableArray<double>> bars, ImmutableArray<(double Red, double Green, double Blue)> truth)
    {
        double[] gain = new double[3];
        double[] offset = new double[3];
        double rest = 0;
        for (int channel = 0; channel < 3; channel++)
        {
            double[] x =
            [
                .. truth.Select(t =>
                    channel == 0 ? t.Red
                    : channel == 1 ? t.Green
                    : t.Blue
                ),
            ];
            double[] y = [.. bars.Select(b => b[channel])];
            (double meanX, double meanY) = (x.Average(), y.Average());
            double across = x.Zip(y, (a, b) => (a - meanX) * (b - meanY)).Sum();
            gain[channel] = across / x.Sum(a => (a - meanX) * (a - meanX));
            offset[channel] = meanY - (gain[channel] * meanX);
            rest = Math.Max(rest, x.Zip(y, (a, b) => Math.Abs(b - offset[channel] - (gain[channel] * a))).Max());
        }

        return new Fit([.. gain], [.. offset], rest);
    }

    private sealed record Fit(ImmutableArray<double> Gain, ImmutableArray<double> Offset, double Rest);
}
