using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What each fault of a way of setting a camera costs, in points. One point is about what a good technician gives for a small fault that
/// is seen (bench rules). Every line starts at zero and bends at most twice, so that nothing is turned over for a trifle.</summary>
public readonly struct PlanCost
{
    /// <summary>Terms there are.</summary>
    public const int Count = 11;

    /// <summary>What the emphasised terms are multiplied by.</summary>
    public const double Emphasised = 3;

    // Above what all other terms can come to for a tenth of a stop.
    private const double BeforeAll = 1000;

    private readonly double _noise;
    private readonly double _iris;
    private readonly double _highlights;
    private readonly double _exposure;

    /// <summary>The costs under an emphasis.</summary>
    /// <param name="emphasis">What counts three times.</param>
    /// <param name="exposureFirst">Whether exposure comes before everything else: no noise buys a tenth of a stop.</param>
    public PlanCost(EmphasisPolicy emphasis, bool exposureFirst = false)
    {
        _exposure = exposureFirst ? BeforeAll : 1;
        _noise = emphasis == EmphasisPolicy.LowNoise ? Emphasised : 1;
        _iris = emphasis == EmphasisPolicy.Iris ? Emphasised : 1;
        _highlights = emphasis == EmphasisPolicy.Highlights ? Emphasised : 1;
    }

    /// <summary>A rule of the standard broken: 100.</summary>
    public static double Rule(bool broken) => broken ? 100 : 0;

    /// <summary>Exposure error beyond a sixth of a stop: 12 a stop.</summary>
    /// <param name="error">Stops, either way.</param>
    public static double Exposure(double error) => 12 * Beyond(Math.Abs(error));

    /// <summary>The same, as these costs weigh it.</summary>
    /// <param name="error">Stops, either way.</param>
    internal double Exposed(double error) => _exposure * Exposure(error);

    /// <summary>Wanted shadow detail lost beyond a sixth of a stop: 1 a stop.</summary>
    /// <param name="margin">Stops left below the darkest wanted detail; negative is lost.</param>
    public static double Shadows(double margin) => Beyond(-margin);

    /// <summary>Filters in front: 0.3 each.</summary>
    public static double FrontFilters(int count) => 0.3 * count;

    /// <summary>Beyond the diffraction mark: 0.8 a stop.</summary>
    /// <param name="beyond">Stops smaller than the mark; negative is wider.</param>
    public static double Diffraction(double beyond) => 0.8 * Math.Max(0, beyond);

    /// <summary>Filter: 0.02 a stop.</summary>
    public static double FilterStops(double stops) => 0.02 * stops;

    /// <summary>Wanted highlight detail lost beyond a sixth of a stop: 4 a stop.</summary>
    /// <param name="margin">Stops left above the brightest wanted detail; negative is lost.</param>
    public double Highlights(double margin) => _highlights * 4 * Beyond(-margin);

    /// <summary>Noise: 0.15 a dB up to 6, 0.35 up to 12, 0.8 above.</summary>
    /// <param name="noise">dB over the quietest base at 0 dB, 0 or more.</param>
    public double Noise(double noise) =>
        _noise * ((0.15 * Math.Min(noise, 6)) + (0.35 * Math.Clamp(noise - 6, 0, 6)) + (0.8 * Math.Max(0, noise - 12)));

    /// <summary>Gain above 0 dB while a filter is in: 3, and 0.5 a dB of it.</summary>
    /// <param name="gain">dB.</param>
    /// <param name="filters">Stops of filter in all.</param>
    public double GainWithFilter(double gain, double filters) =>
        gain > Guard.Edge && filters > Guard.Edge ? _noise * (3 + (0.5 * gain)) : 0;

    /// <summary>Iris beyond a sixth of a stop from what was asked: 1.5 for the first stop and 0.5 a stop after it; where it is fixed 6 a stop
    /// for two stops, then 0.5.</summary>
    /// <param name="missed">Stops from the requirement, 0 or more.</param>
    /// <param name="isFixed">Whether one f-number is asked for.</param>
    public double Iris(double missed, bool isFixed)
    {
        double beyond = Beyond(missed);
        (double each, double until) = isFixed ? (6.0, 2.0) : (1.5, 1.0);
        return _iris * ((each * Math.Min(beyond, until)) + (0.5 * Math.Max(0, beyond - until)));
    }

    /// <summary>Gain below 0 dB: 0.1 a dB.</summary>
    /// <param name="gain">dB.</param>
    public double NegativeGain(double gain) => _highlights * 0.1 * Math.Max(0, -gain);

    /// <summary>Points in whole thousandths; candidates and sharings are compared by these.</summary>
    internal static long Thousandths(double points) => (long)Math.Floor((points * 1000) + 0.5 + Guard.Edge);

    private static double Beyond(double stops) => Math.Max(0, stops - PlanTerms.Met);
}
