using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>How the light of a clip moves.</summary>
public enum FlickerVerdict
{
    /// <summary>It does not.</summary>
    Steady,

    /// <summary>It goes up and down at one frequency.</summary>
    Pumping,

    /// <summary>It moves without one: the light, or the scene.</summary>
    Restless,
}

/// <summary>Flicker, from the mean light of each frame in strips of it. (Section 18.)</summary>
/// <param name="Percent">How far it goes, per cent of the mean.</param>
/// <param name="Hertz">At which frequency; 0 where nothing moves.</param>
/// <param name="MainsHz">The mains that would beat so, Hz; null where none would, or it does not pump.</param>
/// <param name="Verdict">How it moves.</param>
public sealed record LightFlicker(double Percent, double Hertz, double? MainsHz, FlickerVerdict Verdict)
{
    private const int LeastFrames = 8;
    private const double SteadyUnder = 0.5;
    private const double TimesOverBesides = 3;
    private const double NearMainsHz = 0.25;
    private static readonly double[] Mains = [50, 60];

    /// <summary>Judges the light of strips, or of one region.</summary>
    /// <param name="strips">Linear mean luminance of each frame, a series a strip; of interlaced clips each parity over its own mean.</param>
    /// <param name="rate">Values a second: frames, or fields.</param>
    /// <exception cref="QuantityException">There is no strip, or too few frames.</exception>
    public static LightFlicker Of(IReadOnlyList<double[]> strips, double rate)
    {
        if (strips.Count == 0 || strips.Any(s => s.Length < 2 * LeastFrames))
        {
            throw new QuantityException(QuantityFault.NoChoice, $"Flicker needs {2 * LeastFrames} frames or more.");
        }

        Half[] halves = [.. strips.SelectMany(s => new[] { new Half(s[..(s.Length / 2)], rate), new Half(s[^(s.Length / 2)..], rate) })];
        int count = strips[0].Length / 2;

        // A step, or somebody who walks by, is in one half only; what moves is in few strips.
        double At(double hz) =>
            Ranked.Median([.. Enumerable.Range(0, strips.Count).Select(i => Math.Min(halves[2 * i].At(hz), halves[(2 * i) + 1].At(hz)))]);
        (double amplitude, double frequency) = (0, 0);
        double step = rate / (8 * count);
        double from = Math.Max(0.5, 3 * rate / count);
        for (int i = 0; from + (i * step) <= (rate / 2) + Guard.Edge; i++)
        {
            double hz = from + (i * step);
            double here = At(hz);
            if (here > amplitude)
            {
                (amplitude, frequency) = (here, hz);
            }
        }

        double percent = 100 * amplitude;
        if (percent < SteadyUnder)
        {
            return new LightFlicker(percent, frequency, null, FlickerVerdict.Steady);
        }

        double beside = 3 * rate / count;
        bool isLine = new[] { frequency - beside, frequency + beside }
            .Where(f => f >= 0 && f <= rate / 2)
            .All(f => amplitude >= TimesOverBesides * At(f));
        return new LightFlicker(
            percent,
            frequency,
            isLine ? MainsOf(frequency, rate) : null,
            isLine ? FlickerVerdict.Pumping : FlickerVerdict.Restless
        );
    }

    // Lamps go up and down twice a period of the mains; what is seen of that is its distance from a multiple of the rate.
    private static double? MainsOf(double frequency, double rate)
    {
        (double Mains, double Off)[] near =
        [
            .. Mains
                .Select(m => (m, Math.Abs(frequency - Math.Abs((2 * m) - (Math.Round(2 * m / rate) * rate)))))
                .Where(m => m.Item2 <= NearMainsHz + Guard.Edge),
        ];
        return near.Length == 0 ? null : near.MinBy(n => n.Off).Mains;
    }

    /// <summary>Half of a series, less its own trend, windowed.</summary>
    private sealed class Half
    {
        private readonly double[] _windowed;
        private readonly double _window;
        private readonly double _mean;
        private readonly double _rate;

        internal Half(double[] values, double rate)
        {
            int n = values.Length;
            (_rate, _mean) = (rate, values.Average());
            double middle = (n - 1) / 2.0;
            double slope =
                values.Select((v, i) => (i - middle) * (v - _mean)).Sum() / Enumerable.Range(0, n).Sum(i => (i - middle) * (i - middle));
            double[] window = [.. Enumerable.Range(0, n).Select(i => 0.5 - (0.5 * Math.Cos(2 * Math.PI * (i + 0.5) / n)))];
            _window = window.Average();
            _windowed = [.. values.Select((v, i) => (v - _mean - (slope * (i - middle))) * window[i])];
        }

        internal double At(double hz)
        {
            if (_mean <= 0)
            {
                return 0;
            }

            int n = _windowed.Length;
            (double re, double im) = (0, 0);
            for (int i = 0; i < n; i++)
            {
                (double sin, double cos) = Math.SinCos(2 * Math.PI * hz * i / _rate);
                re += _windowed[i] * cos;
                im -= _windowed[i] * sin;
            }

            double amplitude = 2.0 / n * Math.Sqrt((re * re) + (im * im)) / (_window * _mean);

            // At half the rate both sidebands fall together.
            return Math.Abs(hz - (_rate / 2)) < _rate / n ? amplitude / 2 : amplitude;
        }
    }
}
