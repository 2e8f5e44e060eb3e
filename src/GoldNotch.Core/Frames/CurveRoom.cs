using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>A grey patch at a known exposure.</summary>
/// <param name="Exposed">Stops from the exposure that reads mid grey.</param>
/// <param name="Signal">Mean signal of the highest channel, V.</param>
/// <param name="SignalToNoise">dB.</param>
public readonly record struct PatchExposure(double Exposed, double Signal, double SignalToNoise);

/// <summary>How far a curve reaches above and below mid grey, as pictures show it. (Section 17.)</summary>
/// <param name="Highlights">Stops above.</param>
/// <param name="HighlightsAtLeast">No picture clipped: it may be more.</param>
/// <param name="Shadows">Stops below, positive.</param>
/// <param name="ShadowsAtLeast">None was noisy enough: it may be more.</param>
/// <param name="ClipLevel">Signal that highlights end at.</param>
/// <param name="CurveError">The largest error of the curve, stops.</param>
public sealed record CurveRoom(
    Stops Highlights,
    bool HighlightsAtLeast,
    Stops Shadows,
    bool ShadowsAtLeast,
    double ClipLevel,
    Stops CurveError
)
{
    // 2:1: under that a detail is lost in noise.
    private static readonly double LeastDb = 20 * Math.Log10(2);
    private const double SameSignal = 0.005;
    private const double ApartStops = 0.5;
    private const double EndBy = 2.0 / 255;
    private const double TrueStops = 1.0 / 3;

    /// <summary>Whether the curve is what the card says.</summary>
    public bool IsTrue => Math.Abs(CurveError.Value) <= TrueStops + Guard.Edge;

    /// <summary>Measures it.</summary>
    /// <param name="pictures">The pictures, two or more.</param>
    /// <param name="curve">The curve they are read by.</param>
    /// <param name="clipLevel">What the profile says its highlights end at.</param>
    /// <exception cref="QuantityException">Too few pictures.</exception>
    public static CurveRoom Of(IEnumerable<PatchExposure> pictures, ToneCurve curve, double clipLevel = 1)
    {
        PatchExposure[] rising = [.. pictures.OrderBy(p => p.Exposed)];
        if (rising.Length < 2)
        {
            throw new QuantityException(QuantityFault.NoChoice, "Take pictures of the patch from dark to clipping: two at least.");
        }

        double clip = MeasuredClip(rising) ?? clipLevel;
        PatchExposure[] open = [.. rising.Where(p => p.Signal < clip - EndBy)];
        PatchExposure[] shut = [.. rising.Where(p => p.Signal >= clip - EndBy)];
        if (open.Length == 0)
        {
            throw new QuantityException(QuantityFault.NoChoice, "Every picture is clipped: close the iris and begin darker.");
        }

        PatchExposure last = open[^1];
        double highlights =
            shut.Length == 0
                ? last.Exposed
                : Math.Min(last.Exposed + Math.Log2(curve.Decode(clip) / curve.Decode(last.Signal)), shut.Min(p => p.Exposed));
        (double shadows, bool shadowsAtLeast) = Shadow(rising);
        return new CurveRoom(
            new Stops(highlights),
            shut.Length == 0,
            new Stops(shadows),
            shadowsAtLeast,
            clip,
            new Stops(Error([.. open.Where(p => p.SignalToNoise >= LeastDb)], curve))
        );
    }

    // Where more light gives no more signal, that is the end.
    private static double? MeasuredClip(PatchExposure[] rising)
    {
        double brightest = rising.Max(p => p.Signal);
        PatchExposure[] flat = [.. rising.Where(p => p.Exposed > 0 && brightest - p.Signal <= SameSignal)];
        return flat.Length > 1 && flat[^1].Exposed - flat[0].Exposed >= ApartStops - Guard.Edge ? flat.Average(p => p.Signal) : null;
    }

    private static (double Stops, bool AtLeast) Shadow(PatchExposure[] rising)
    {
        PatchExposure[] falling = [.. rising.Where(p => p.Exposed <= Guard.Edge).Reverse()];
        for (int i = 0; i < falling.Length; i++)
        {
            if (falling[i].SignalToNoise > LeastDb)
            {
                continue;
            }

            if (i == 0)
            {
                return (-falling[0].Exposed, false);
            }

            (PatchExposure clean, PatchExposure noisy) = (falling[i - 1], falling[i]);
            double share = (clean.SignalToNoise - LeastDb) / (clean.SignalToNoise - noisy.SignalToNoise);
            return (-(clean.Exposed + (share * (noisy.Exposed - clean.Exposed))), false);
        }

        return (falling.Length == 0 ? 0 : -falling[^1].Exposed, true);
    }

    private static double Error(PatchExposure[] read, ToneCurve curve)
    {
        double Of(PatchExposure p) => Math.Log2(curve.Decode(p.Signal) / ToneCurve.MidGrey) - p.Exposed;
        PatchExposure[] lit = [.. read.Where(p => curve.Decode(p.Signal) > 0)];
        if (lit.Length == 0)
        {
            return 0;
        }

        double at = Of(lit.MinBy(p => Math.Abs(p.Exposed)));
        return lit.Select(p => Of(p) - at).MaxBy(Math.Abs);
    }
}
