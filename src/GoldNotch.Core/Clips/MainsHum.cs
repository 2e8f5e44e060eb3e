using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>Hum of the mains in a channel. (Section 18.)</summary>
/// <param name="MainsHz">50 or 60.</param>
/// <param name="Level">Its level, dBFS.</param>
public sealed record MainsHum(double MainsHz, double Level)
{
    private const double BesideHz = 5;
    private const double OverBesides = 10;
    private const double WithinOfLevel = 30;
    private const double NamedOver = -60;
    private static readonly double[] Families = [50, 60];

    /// <summary>Looks for it.</summary>
    /// <param name="samples">Samples of −1 to 1.</param>
    /// <param name="rate">Samples a second.</param>
    /// <returns>The hum; null where there is none to be named.</returns>
    public static MainsHum? Find(ReadOnlySpan<double> samples, int rate)
    {
        int seconds = samples.Length / rate;
        if (seconds == 0)
        {
            return null;
        }

        double[] window = [.. Enumerable.Range(0, rate).Select(i => 0.5 - (0.5 * Math.Cos(2 * Math.PI * (i + 0.5) / rate)))];
        (double Mains, double Power)[] found = new (double, double)[Families.Length];
        for (int f = 0; f < Families.Length; f++)
        {
            double power = 0;
            for (int harmonic = 1; harmonic <= 3; harmonic++)
            {
                double hz = Families[f] * harmonic;
                double at = Least(samples, rate, seconds, window, hz);
                double beside = Math.Max(
                    Least(samples, rate, seconds, window, hz - BesideHz),
                    Least(samples, rate, seconds, window, hz + BesideHz)
                );
                power += at > 0 && at >= beside * Math.Pow(10, OverBesides / 20) ? at * at : 0;
            }

            found[f] = (Families[f], power);
        }

        (double mains, double most) = found.MaxBy(h => h.Power);
        double level = SoundLevels.Decibels(Math.Sqrt(most));
        return most > 0 && level > NamedOver && level >= SoundLevels.Of(samples).Level - WithinOfLevel ? new MainsHum(mains, level) : null;
    }

    // Hum does not pause, a voice does: the least of the seconds. RMS of a sine is its amplitude over root two.
    private static double Least(ReadOnlySpan<double> samples, int rate, int seconds, double[] window, double hz)
    {
        double least = double.PositiveInfinity;
        for (int second = 0; second < seconds; second++)
        {
            ReadOnlySpan<double> of = samples.Slice(second * rate, rate);
            (double re, double im) = (0, 0);
            for (int i = 0; i < rate; i++)
            {
                (double sin, double cos) = Math.SinCos(2 * Math.PI * hz * i / rate);
                double value = of[i] * window[i];
                re += value * cos;
                im -= value * sin;
            }

            // The window lets half of it through.
            double amplitude = 2 * Math.Sqrt((re * re) + (im * im)) / (0.5 * rate);
            least = Math.Min(least, amplitude / Math.Sqrt(2));
        }

        return least;
    }
}
