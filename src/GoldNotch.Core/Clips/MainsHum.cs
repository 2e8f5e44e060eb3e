using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>Hum of the mains in a channel. (Section 18.)</summary>
/// <param name="MainsHz">50 or 60.</param>
/// <param name="Level">Its level, dBFS.</param>
public sealed record MainsHum(double MainsHz, double Level)
{
    private const double WithinOfLevel = 30;
    private const double NamedOver = -60;

    /// <summary>Looks for it.</summary>
    /// <param name="samples">Samples of −1 to 1.</param>
    /// <param name="rate">Samples a second.</param>
    /// <returns>The hum; null where there is none to be named.</returns>
    public static MainsHum? Find(ReadOnlySpan<double> samples, int rate)
    {
        var meter = new HumMeter(rate);
        for (int at = 0; at + rate <= samples.Length; at += rate)
        {
            meter.Second(samples.Slice(at, rate));
        }

        return samples.Length < rate ? null : meter.Read(SoundLevels.Of(samples).Level);
    }

    internal static MainsHum? Of(double mains, double level, double levelOfAll) =>
        level > NamedOver && level >= levelOfAll - WithinOfLevel ? new MainsHum(mains, level) : null;
}

/// <summary>Takes whole seconds of a channel, and keeps the least of each frequency: hum does not pause, a voice does.</summary>
internal sealed class HumMeter
{
    private const int BesideHz = 5;
    private const double OverBesides = 10;
    private const int Harmonics = 3;
    private static readonly int[] Families = [50, 60];
    private readonly double[] _window;

    // Every frequency is whole, and so is the second: one turn of one hertz serves them all.
    private readonly double[] _sine;
    private readonly double[] _cosine;
    private readonly int[] _frequencies;
    private readonly double[] _least;

    internal HumMeter(int rate)
    {
        _window = [.. Enumerable.Range(0, rate).Select(i => 0.5 - (0.5 * Math.Cos(2 * Math.PI * (i + 0.5) / rate)))];
        _sine = [.. Enumerable.Range(0, rate).Select(i => Math.Sin(2 * Math.PI * i / rate))];
        _cosine = [.. Enumerable.Range(0, rate).Select(i => Math.Cos(2 * Math.PI * i / rate))];
        _frequencies =
        [
            .. Families
                .SelectMany(f => Enumerable.Range(1, Harmonics).Select(h => f * h))
                .SelectMany(hz => new[] { hz - BesideHz, hz, hz + BesideHz })
                .Distinct(),
        ];
        _least = [.. _frequencies.Select(_ => double.PositiveInfinity)];
    }

    internal void Second(ReadOnlySpan<double> samples)
    {
        double[] windowed = new double[samples.Length];
        for (int i = 0; i < windowed.Length; i++)
        {
            windowed[i] = samples[i] * _window[i];
        }

        for (int f = 0; f < _frequencies.Length; f++)
        {
            (double re, double im) = (0, 0);
            int at = 0;
            foreach (double value in windowed)
            {
                re += value * _cosine[at];
                im -= value * _sine[at];
                at += _frequencies[f];
                at -= at >= windowed.Length ? windowed.Length : 0;
            }

            // The window lets half of it through; RMS of a sine is its amplitude over root two.
            double amplitude = 2 * Math.Sqrt((re * re) + (im * im)) / (0.5 * windowed.Length);
            _least[f] = Math.Min(_least[f], amplitude / Math.Sqrt(2));
        }
    }

    internal MainsHum? Read(double level)
    {
        (int mains, double most) = Families.Select(f => (f, Power(f))).MaxBy(h => h.Item2);
        return most > 0 ? MainsHum.Of(mains, SoundLevels.Decibels(Math.Sqrt(most)), level) : null;
    }

    private double Power(int family)
    {
        double power = 0;
        for (int hz = family; hz <= family * Harmonics; hz += family)
        {
            double at = Least(hz);
            double beside = Math.Max(Least(hz - BesideHz), Least(hz + BesideHz));
            power += double.IsFinite(at) && at > 0 && at >= beside * Math.Pow(10, OverBesides / 20) ? at * at : 0;
        }

        return power;
    }

    private double Least(int hz) => _least[Array.IndexOf(_frequencies, hz)];
}
