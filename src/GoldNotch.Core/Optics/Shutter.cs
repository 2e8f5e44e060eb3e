using GoldNotch.Core.Units;

namespace GoldNotch.Core.Optics;

/// <summary>The two ways of reading “half the frame time”.</summary>
public enum ShutterOption
{
    /// <summary>The speed nearest to double the rate.</summary>
    Nearest,

    /// <summary>Never slower than double the rate.</summary>
    AtLeastDouble,
}

/// <summary>A speed chosen from what a camera has.</summary>
/// <param name="Time">The speed.</param>
/// <param name="AngleDegrees">The angle it gives, degrees; above 360 when it is longer than a frame.</param>
/// <param name="Differs">Stops against the wanted time; positive is longer, so brighter.</param>
/// <param name="RepeatsFrames">Longer than one frame (interlaced: one field): the camera repeats pictures. Never a standard's value.</param>
public sealed record ShutterChoice(ExposureTime Time, double AngleDegrees, Stops Differs, bool RepeatsFrames);

/// <summary>Shutter speeds, angles and the look of motion.</summary>
public static class Shutter
{
    /// <summary>The angle of a time at a rate, 360·rate·t degrees; above 360 for a time longer than the frame.</summary>
    public static double AngleDegrees(ExposureTime time, FrameRate rate) => 360 * rate.FramesPerSecond * time.Seconds;

    /// <summary>Whether the time is longer than one picture (interlaced: one field), so that pictures repeat.</summary>
    public static bool RepeatsFrames(ExposureTime time, ScanRate rate) => time.Seconds > (1 / rate.PicturesPerSecond) + Guard.Edge;

    /// <summary>Chooses by the least |log2(t/wanted)| within the option; at equal distance the shorter.</summary>
    /// <param name="speeds">The camera's speeds.</param>
    /// <param name="wanted">Wanted time.</param>
    /// <param name="rate">Rate with its scan; angles are judged against frames.</param>
    /// <param name="option">Which option.</param>
    /// <exception cref="QuantityException">Nothing in the list fits the option.</exception>
    public static ShutterChoice Choose(IEnumerable<ExposureTime> speeds, ExposureTime wanted, ScanRate rate, ShutterOption option)
    {
        ExposureTime? best = null;
        double bestDistance = double.PositiveInfinity;
        foreach (ExposureTime speed in speeds)
        {
            if (option == ShutterOption.AtLeastDouble && speed.Seconds > wanted.Seconds * (1 + Guard.Edge))
            {
                continue;
            }

            double distance = Math.Abs(speed.LongerThan(wanted).Value);
            bool closer = distance < bestDistance - Guard.Edge;
            bool shorterTie = Math.Abs(distance - bestDistance) <= Guard.Edge && speed.Seconds < best!.Value.Seconds;
            if (closer || shorterTie)
            {
                (best, bestDistance) = (speed, distance);
            }
        }

        return best is { } time
            ? new ShutterChoice(time, AngleDegrees(time, rate.Frames), time.LongerThan(wanted), RepeatsFrames(time, rate))
            : throw new QuantityException(QuantityFault.NoChoice, $"No shutter speed of this camera is {wanted.Label()} or shorter.");
    }

    /// <summary>How much slower the picture plays: capture rate over playback rate.</summary>
    public static double SlowMotionFactor(FrameRate capture, FrameRate playback) => capture.FramesPerSecond / playback.FramesPerSecond;

    /// <summary>Least seconds for an object to cross the frame in a pan without judder: 7 s at 24 frames and 180°, scaled by 24/rate (bench rule).</summary>
    public static double PanSeconds(FrameRate rate) => 7 * 24 / rate.FramesPerSecond;
}
