namespace GoldNotch.Core.Frames;

/// <summary>Values by their rank.</summary>
public static class Ranked
{
    /// <summary>A percentile by the nearest rank: value number ⌈share·n⌉ of the sorted.</summary>
    /// <param name="values">One value or more.</param>
    /// <param name="share">Above 0, to 1.</param>
    public static double Percentile(ReadOnlySpan<double> values, double share)
    {
        double[] sorted = values.ToArray();
        Array.Sort(sorted);
        int rank = (int)Math.Ceiling((share * sorted.Length) - 1e-9);
        return sorted[Math.Clamp(rank - 1, 0, sorted.Length - 1)];
    }

    /// <summary>The value in the middle; of an even number the mean of the middle two.</summary>
    /// <param name="values">One value or more.</param>
    public static double Median(ReadOnlySpan<double> values)
    {
        double[] sorted = values.ToArray();
        Array.Sort(sorted);
        int half = sorted.Length / 2;
        return sorted.Length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }

    /// <summary>A value between two measured neighbours, linear; null outside of what was measured.</summary>
    /// <param name="measured">Places and values, rising by place.</param>
    /// <param name="at">The place.</param>
    public static double? Between(IReadOnlyList<(double At, double Value)> measured, double at)
    {
        for (int i = 0; i < measured.Count; i++)
        {
            (double here, double value) = measured[i];
            if (Math.Abs(here - at) < 1e-9)
            {
                return value;
            }

            if (i > 0 && measured[i - 1].At < at && at < here)
            {
                (double before, double from) = measured[i - 1];
                return from + ((value - from) * (at - before) / (here - before));
            }
        }

        return null;
    }
}
