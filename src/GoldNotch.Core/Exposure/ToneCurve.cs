using GoldNotch.Core.Units;

namespace GoldNotch.Core.Exposure;

/// <summary>A stop value read from a patch: clipped samples make it a bound.</summary>
/// <param name="Value">Stops from mid grey, positive brighter.</param>
/// <param name="AtLeast">More than 0.1 % of the samples were clipped: it is this or more.</param>
public readonly record struct ReadStops(Stops Value, bool AtLeast);

/// <summary>A tone curve from scene-linear x (1.0 is 100 % diffuse reflectance, mid grey 0.18) to signal V (0 to 1), and back.</summary>
public abstract record ToneCurve
{
    /// <summary>Scene-linear value of mid grey.</summary>
    public const double MidGrey = 0.18;

    /// <summary>Share of clipped samples above which a reading is a bound.</summary>
    public const double ClippedShare = 0.001;

    private ToneCurve() { }

    /// <summary>Signal of a scene-linear value.</summary>
    /// <exception cref="QuantityException">Not a number.</exception>
    public double Encode(double linear) => SignalOf(Guard.Finite(linear, "amount of light"));

    /// <summary>Scene-linear value of a signal.</summary>
    /// <exception cref="QuantityException">Not a number.</exception>
    public double Decode(double signal) => LinearOf(Guard.Finite(signal, "signal"));

    /// <summary>The curve itself.</summary>
    protected abstract double SignalOf(double linear);

    /// <summary>Its inverse.</summary>
    protected abstract double LinearOf(double signal);

    /// <summary>Stops of a grey patch from mid grey: log2(inverse(V)/0.18).</summary>
    /// <param name="signal">V of the patch, bright enough to be above black.</param>
    /// <param name="clipped">Share of its samples that are clipped, 0 to 1.</param>
    /// <exception cref="QuantityException">The patch is at or below black.</exception>
    public ReadStops GreyStops(double signal, double clipped = 0) => new(Stops.Between(Decode(signal), MidGrey), clipped > ClippedShare);

    /// <summary>Code value of a signal in legal range: (16 + 219V)·2^(n−8).</summary>
    /// <param name="signal">V.</param>
    /// <param name="bits">Bits per sample, 8 to 16.</param>
    public static double LegalCode(double signal, int bits) =>
        (16 + (219 * Guard.Finite(signal, "signal"))) * Math.Pow(2, Guard.InRange(bits, 8, 16, "bit depth") - 8);

    /// <summary>The curve of a name: <c>BT.709</c>, <c>HLG</c> or <c>sRGB</c>; a log curve has its own numbers in the specification.</summary>
    /// <exception cref="QuantityException">No such name.</exception>
    public static ToneCurve Named(string? name) =>
        name switch
        {
            "BT.709" => new Bt709(),
            "HLG" => new HybridLog(),
            "sRGB" => new StandardRgb(),
            _ => throw Guard.Unreadable(name ?? "", "a tone curve", "BT.709, HLG or sRGB"),
        };

    /// <summary>Recommendation BT.709: linear below 0.018, a power above.</summary>
    public sealed record Bt709 : ToneCurve
    {
        /// <inheritdoc/>
        protected override double SignalOf(double linear) => linear < 0.018 ? 4.5 * linear : (1.099 * Math.Pow(linear, 0.45)) - 0.099;

        /// <inheritdoc/>
        protected override double LinearOf(double signal) => signal < 0.081 ? signal / 4.5 : Math.Pow((signal + 0.099) / 1.099, 1 / 0.45);
    }

    /// <summary>The curve of sRGB (IEC 61966-2-1): what a still is in that says nothing else.</summary>
    public sealed record StandardRgb : ToneCurve
    {
        /// <inheritdoc/>
        protected override double SignalOf(double linear) =>
            linear <= 0.0031308 ? 12.92 * linear : (1.055 * Math.Pow(linear, 1 / 2.4)) - 0.055;

        /// <inheritdoc/>
        protected override double LinearOf(double signal) => signal <= 0.04045 ? signal / 12.92 : Math.Pow((signal + 0.055) / 1.055, 2.4);
    }

    /// <summary>The hybrid log curve of BT.2100, scaled so that x = 1 is signal 0.75 and grey reads 0.38.</summary>
    public sealed record HybridLog : ToneCurve
    {
        private const double Scale = 0.26496;
        private const double A = 0.17883277;
        private const double B = 1 - (4 * A);
        private static readonly double C = 0.5 - (A * Math.Log(4 * A));

        /// <inheritdoc/>
        protected override double SignalOf(double linear)
        {
            double e = Scale * linear;
            return e <= 1.0 / 12 ? Math.Sqrt(3 * e) : (A * Math.Log((12 * e) - B)) + C;
        }

        /// <inheritdoc/>
        protected override double LinearOf(double signal) =>
            // Odd below 0: legal range leaves a little under black, and it stays under it.
            (signal <= 0.5 ? Math.Abs(signal) * signal / 3 : (Math.Exp((signal - C) / A) + B) / 12) / Scale;
    }

    /// <summary>A log curve: V = c·log10(a·x + b) + d above the cut, e·x + f at and below it.</summary>
    /// <param name="A">a, more than zero.</param>
    /// <param name="B">b.</param>
    /// <param name="C">c, more than zero.</param>
    /// <param name="D">d.</param>
    /// <param name="E">e, slope below the cut, more than zero.</param>
    /// <param name="F">f.</param>
    /// <param name="Cut">Scene-linear value of the cut.</param>
    public sealed record Log(double A, double B, double C, double D, double E, double F, double Cut) : ToneCurve
    {
        /// <inheritdoc/>
        protected override double SignalOf(double linear) => linear > Cut ? (C * Math.Log10((A * linear) + B)) + D : (E * linear) + F;

        /// <inheritdoc/>
        protected override double LinearOf(double signal) =>
            signal > SignalOf(Cut) ? (Math.Pow(10, (signal - D) / C) - B) / A : (signal - F) / E;
    }
}
