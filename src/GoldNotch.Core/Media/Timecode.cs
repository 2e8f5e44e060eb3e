using System.Globalization;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Media;

/// <summary>Timecode labels, drop-frame and not (SMPTE ST 12-1).</summary>
public static class Timecode
{
    /// <summary>Whether drop-frame exists at a rate: only at 29.97 and 59.94.</summary>
    public static bool DropFrameExists(FrameRate rate) => rate == new FrameRate(30_000, 1001) || rate == new FrameRate(60_000, 1001);

    /// <summary>The label of a frame, counted from 0.</summary>
    /// <param name="frame">Frame, 0 to one day.</param>
    /// <param name="rate">Frame rate; 23.976 counts 24.</param>
    /// <param name="dropFrame">Drop-frame, written with a semicolon.</param>
    /// <exception cref="QuantityException">No drop-frame at this rate, or beyond one day.</exception>
    public static string Label(long frame, FrameRate rate, bool dropFrame)
    {
        (int nominal, int drop) = Counting(rate, dropFrame);
        Guard.InRange(frame, 0, FramesADay(nominal, drop) - 1, "frame");
        long number = frame;
        if (drop > 0)
        {
            // Two (at 59.94 four) labels are left out at each minute but every tenth.
            long tenMinutes = (nominal * 600L) - (drop * 9L);
            (long tens, long rest) = Math.DivRem(frame, tenMinutes);
            long minutes = rest < nominal * 60L ? 0 : 1 + ((rest - (nominal * 60L)) / ((nominal * 60L) - drop));
            number += drop * ((tens * 9) + minutes);
        }

        long seconds = number / nominal;
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{seconds / 3600:00}:{seconds / 60 % 60:00}:{seconds % 60:00}{(dropFrame ? ';' : ':')}{number % nominal:00}"
        );
    }

    /// <summary>The frame of a label, counted from 0.</summary>
    /// <exception cref="QuantityException">Cannot be read, a label that drop-frame leaves out, beyond one day, or no drop-frame at this rate.</exception>
    public static long Frame(string? label, FrameRate rate, bool dropFrame)
    {
        (int nominal, int drop) = Counting(rate, dropFrame);
        string[] parts = (Notation.Tidy(label) ?? "").Split(dropFrame ? [':', ';'] : [':']);
        int[] n = new int[4];
        for (int i = 0; i < 4; i++)
        {
            if (
                parts.Length != 4
                || parts[i].Length != 2
                || !int.TryParse(parts[i], NumberStyles.None, CultureInfo.InvariantCulture, out n[i])
            )
            {
                throw Guard.Unreadable(label ?? "", "a timecode", dropFrame ? "01:00:00;00" : "01:00:00:00");
            }
        }

        Guard.InRange(n[0], 0, 23, "hour");
        Guard.InRange(n[1], 0, 59, "minute");
        Guard.InRange(n[2], 0, 59, "second");
        Guard.InRange(n[3], 0, nominal - 1, "frame");
        if (drop > 0 && n[2] == 0 && n[3] < drop && n[1] % 10 != 0)
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                $"Drop-frame leaves out the label {label}: after the minute it begins at frame {drop:00}."
            );
        }

        long minutes = (n[0] * 60L) + n[1];
        return (((minutes * 60) + n[2]) * nominal) + n[3] - (drop * (minutes - (minutes / 10)));
    }

    /// <summary>The hour that says the card or the day.</summary>
    /// <param name="number">Number of the card or day, 0 to 23.</param>
    /// <exception cref="QuantityException">Above 23: the hour has no room for it.</exception>
    public static int PresetHour(int number) => (int)Guard.InRange(number, 0, Level.LastHour, "card or day for the hour of a timecode");

    /// <summary>Frames that two clocks part in an hour: rate·e·10⁻⁶·3600.</summary>
    /// <param name="rate">Frame rate.</param>
    /// <param name="partsPerMillion">How far apart the clocks run; below zero where the second is the slower, zero where they agree.</param>
    /// <exception cref="QuantityException">Not finite.</exception>
    public static double FramesAnHour(FrameRate rate, double partsPerMillion) =>
        rate.FramesPerSecond * Guard.Finite(partsPerMillion, "difference of the clocks") * 1e-6 * 3600;

    /// <summary>Hours after which timecode is set again to stay within a frame, whichever clock is the faster; infinite where the clocks agree.</summary>
    /// <exception cref="QuantityException">Not finite.</exception>
    public static double RejamHours(FrameRate rate, double partsPerMillion) => 1 / Math.Abs(FramesAnHour(rate, partsPerMillion));

    private static (int Nominal, int Drop) Counting(FrameRate rate, bool dropFrame)
    {
        int nominal = (int)Math.Round(rate.FramesPerSecond);
        return !dropFrame ? (Math.Max(1, nominal), 0)
            : DropFrameExists(rate) ? (nominal, nominal / 15)
            : throw new QuantityException(
                QuantityFault.NoDropFrame,
                $"Drop-frame exists only at 29.97 and 59.94; at {rate.Label()} count non-drop."
            );
    }

    private static long FramesADay(int nominal, int drop) => (nominal * 86_400L) - (drop * 24L * 54);
}
