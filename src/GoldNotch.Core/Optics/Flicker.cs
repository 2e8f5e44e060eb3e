using GoldNotch.Core.Units;

namespace GoldNotch.Core.Optics;

/// <summary>What the mains make of the picture.</summary>
public enum FlickerVerdict
{
    /// <summary>Ripple under half a per cent.</summary>
    Steady,

    /// <summary>A band that stands still.</summary>
    Standing,

    /// <summary>The picture pumps at the beat.</summary>
    Pulsing,
}

/// <summary>Flicker of one shutter under one mains frequency.</summary>
/// <param name="RipplePercent">Ripple of exposure from picture to picture, per cent.</param>
/// <param name="BeatHz">Rate at which it comes and goes, Hz.</param>
/// <param name="Verdict">Steady, standing or pulsing.</param>
public sealed record Flicker(double RipplePercent, double BeatHz, FlickerVerdict Verdict)
{
    /// <summary>Ripple over which anybody sees it, per cent.</summary>
    public const double SeenPercent = 2;

    private const double SteadyBelowPercent = 0.5;
    private const double StandingBelowHz = 0.02;

    // The least ripple is offered only within two thirds of a stop, so that the look of motion stays.
    private const double OfferWithinStops = 2.0 / 3;

    // A steady one may cost twice as much: a band cannot be taken out afterwards.
    private const double SteadyWithinStops = 4.0 / 3;

    // Less than a quarter less is not seen.
    private const double WorthTheChange = 0.75;

    /// <summary>Modulation of lamps where nothing better is known.</summary>
    public const double DefaultModulation = 0.3;

    /// <summary>Modulation of a tungsten filament.</summary>
    public const double TungstenModulation = 0.1;

    /// <summary>Modulation of an LED lamp that nobody has measured.</summary>
    public const double UnknownLedModulation = 1;

    /// <summary>Light ripples at F = 2f; ripple = m·|sin(πFt)/(πFt)|; beat = least |F − k·rate|, k whole (interlaced: field rate).</summary>
    /// <param name="mainsHz">Mains frequency, Hz, 10 to 1000.</param>
    /// <param name="time">Exposure time.</param>
    /// <param name="rate">Rate with its scan.</param>
    /// <param name="modulation">The lamp's modulation m, 0 to 1.</param>
    /// <exception cref="QuantityException">Mains or modulation out of range.</exception>
    public static Flicker Of(double mainsHz, ExposureTime time, ScanRate rate, double modulation)
    {
        double ripples = 2 * Guard.InRange(mainsHz, 10, 1000, "mains frequency");
        Guard.InRange(modulation, 0, 1, "lamp modulation");
        double x = Math.PI * ripples * time.Seconds;
        double percent = 100 * modulation * Math.Abs(Math.Sin(x) / x);
        double pictures = rate.PicturesPerSecond;
        double beat = Math.Abs(ripples - (Math.Round(ripples / pictures) * pictures));
        FlickerVerdict verdict =
            IsSteady(percent) ? FlickerVerdict.Steady
            : beat < StandingBelowHz - Guard.Edge ? FlickerVerdict.Standing
            : FlickerVerdict.Pulsing;
        return new Flicker(percent, beat, verdict);
    }

    /// <summary>A steadier speed: of those within ⅔ stop the one with the least ripple (within 1e-6 is equal: then the nearest, then the shorter);
    /// where none of those is steady, the nearest steady one within 1⅓ stops. Never one longer than a picture, and never one whose ripple is not
    /// at least a quarter less.</summary>
    /// <returns>Null where no speed is worth the change: another rate, or another lamp.</returns>
    public static ExposureTime? Offer(
        double mainsHz,
        ExposureTime wanted,
        IEnumerable<ExposureTime> speeds,
        ScanRate rate,
        double modulation
    )
    {
        double now = Of(mainsHz, wanted, rate, modulation).RipplePercent;
        (double Ripple, double Distance, ExposureTime Time)? near = null;
        (double Ripple, double Distance, ExposureTime Time)? steady = null;
        foreach (ExposureTime speed in speeds)
        {
            double distance = Math.Abs(speed.LongerThan(wanted).Value);
            if (speed.Seconds * rate.PicturesPerSecond > 1 + Guard.Edge || distance > SteadyWithinStops + Guard.Edge)
            {
                continue;
            }

            double ripple = Of(mainsHz, speed, rate, modulation).RipplePercent;
            if (distance <= OfferWithinStops + Guard.Edge && (near is not { } n || Better(ripple, distance, speed, n)))
            {
                near = (ripple, distance, speed);
            }

            if (IsSteady(ripple) && (steady is not { } s || Better(0, distance, speed, (0, s.Distance, s.Time))))
            {
                steady = (ripple, distance, speed);
            }
        }

        (double Ripple, double Distance, ExposureTime Time)? offer = near is { } best && IsSteady(best.Ripple) ? near : steady ?? near;
        return offer is { } o && (IsSteady(o.Ripple) || o.Ripple <= now * WorthTheChange) ? o.Time : null;
    }

    /// <summary>A steadier speed of the whole dial, however far: the nearest steady one, else the one with the least ripple that is at least a
    /// quarter less. Asked where <see cref="Offer"/> finds nothing near.</summary>
    /// <returns>Null where no speed of the dial is steadier.</returns>
    public static ExposureTime? OfferAnywhere(
        double mainsHz,
        ExposureTime wanted,
        IEnumerable<ExposureTime> speeds,
        ScanRate rate,
        double modulation
    )
    {
        double now = Of(mainsHz, wanted, rate, modulation).RipplePercent;
        (double Ripple, double Distance, ExposureTime Time)? best = null;
        foreach (ExposureTime speed in speeds.Where(s => s.Seconds * rate.PicturesPerSecond <= 1 + Guard.Edge))
        {
            double ripple = Of(mainsHz, speed, rate, modulation).RipplePercent;
            double counted = IsSteady(ripple) ? 0 : ripple;
            double distance = Math.Abs(speed.LongerThan(wanted).Value);
            if (counted <= now * WorthTheChange && (best is not { } b || Better(counted, distance, speed, b)))
            {
                best = (counted, distance, speed);
            }
        }

        return best?.Time;
    }

    private static bool IsSteady(double percent) => percent < SteadyBelowPercent - Guard.Edge;

    private static bool Better(double ripple, double distance, ExposureTime time, (double Ripple, double Distance, ExposureTime Time) than)
    {
        if (Math.Abs(ripple - than.Ripple) > 1e-6)
        {
            return ripple < than.Ripple;
        }

        return Math.Abs(distance - than.Distance) > Guard.Edge ? distance < than.Distance : time.Seconds < than.Time.Seconds;
    }
}
