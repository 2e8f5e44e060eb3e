using GoldNotch.Core.StandIns;

namespace GoldNotch.Imaging.Rendering;

/// <summary>Sound of a stand-in: a voice of syllables and pauses, noise and hum, the same for the same channel.</summary>
public static class StandInSound
{
    /// <summary>Samples a second.</summary>
    public const int Rate = 48_000;

    // Partials of a voice, in Hz with their strength, and how it comes and goes.
    private static readonly (double Hz, double Share)[] Partials =
    [
        (137, 1),
        (274, 0.7),
        (411, 0.5),
        (685, 0.35),
        (1233, 0.2),
        (2466, 0.1),
    ];
    private const double SyllablesPerSecond = 4;
    private const double WordSeconds = 1.3;
    private const double SpokenShare = 0.7;
    private const double HumDbfs = -38;

    /// <summary>Samples of all channels, beside each other, between −1 and 1.</summary>
    /// <param name="channels">The channels.</param>
    /// <param name="seconds">How long.</param>
    public static float[] Of(IReadOnlyList<StandInChannel> channels, double seconds)
    {
        int count = (int)(seconds * Rate);
        double[] voice = Voice(count);
        float[] samples = new float[count * channels.Count];
        for (int c = 0; c < channels.Count; c++)
        {
            StandInChannel channel = channels[c];
            var random = new Random(1000 + c);
            double loud = channel.VoiceDbfs is { } peak ? Linear(peak) : 0;
            // Evenly spread noise has a level of its reach over the root of three.
            double reach = Linear(channel.FloorDbfs) * Math.Sqrt(3);
            double hum = channel.HumHz > 0 ? Linear(HumDbfs) : 0;
            for (int i = 0; i < count; i++)
            {
                double sample = (loud * voice[i]) + (reach * ((2 * random.NextDouble()) - 1));
                double at = 2 * Math.PI * channel.HumHz * i / Rate;
                sample += hum * (Math.Sin(at) + (0.5 * Math.Sin(2 * at)) + (0.3 * Math.Sin(3 * at)));
                samples[(i * channels.Count) + c] = (float)Math.Clamp(channel.IsReversed ? -sample : sample, -1, 1);
            }
        }

        return samples;
    }

    // Its highest peak is 1.
    private static double[] Voice(int count)
    {
        double[] voice = new double[count];
        double most = 0;
        for (int i = 0; i < count; i++)
        {
            double t = (double)i / Rate;
            double word = t % WordSeconds / WordSeconds;
            double syllable = Math.Sin(Math.PI * SyllablesPerSecond * t);
            double loud = word < SpokenShare ? syllable * syllable : 0;
            voice[i] = loud * Partials.Sum(p => p.Share * Math.Sin(2 * Math.PI * p.Hz * t));
            most = Math.Max(most, Math.Abs(voice[i]));
        }

        for (int i = 0; i < count && most > 0; i++)
        {
            voice[i] /= most;
        }

        return voice;
    }

    private static double Linear(double dbfs) => Math.Pow(10, dbfs / 20);
}
