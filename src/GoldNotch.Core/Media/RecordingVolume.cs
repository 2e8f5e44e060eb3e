using GoldNotch.Core.Units;

namespace GoldNotch.Core.Media;

/// <summary>How fast footage is copied and edited at a place.</summary>
/// <param name="ReaderMegabytes">What the card reader gives, MB/s.</param>
/// <param name="DiskMegabytes">What the disk takes, MB/s.</param>
/// <param name="LinkMegabytes">What the cable or network between them carries, MB/s.</param>
public sealed record CopySpeeds(double ReaderMegabytes, double DiskMegabytes, double LinkMegabytes)
{
    /// <summary>A common reader, a single disk and a cable that holds neither back (bench rule).</summary>
    public static CopySpeeds Usual { get; } = new(90, 120, 400);

    /// <summary>Seconds to copy an amount.</summary>
    /// <param name="bytes">The amount, more than zero.</param>
    /// <exception cref="QuantityException">Not positive.</exception>
    public double Seconds(double bytes) => Recording.CopySeconds(bytes, ReaderMegabytes * 1e6, DiskMegabytes * 1e6, LinkMegabytes * 1e6);
}

/// <summary>What a choice of quality costs afterwards: in volume, in time to copy, in what the editing machine has to read.</summary>
/// <param name="Rate">The rate written.</param>
/// <param name="MinutesPerTerabyte">Minutes in 10¹² bytes.</param>
/// <param name="Gigabytes">Volume of the planned time, 10⁹ bytes.</param>
/// <param name="CopyMinutes">Minutes to copy it once.</param>
/// <param name="EditMegabytes">What the editing machine reads while all cameras play together, MB/s.</param>
public sealed record RecordingVolume(BitRate Rate, double MinutesPerTerabyte, double Gigabytes, double CopyMinutes, double EditMegabytes)
{
    /// <summary>Works a rate out. (Section 9.)</summary>
    /// <param name="rate">The rate written by one camera.</param>
    /// <param name="plannedMinutes">Planned recording of one camera, minutes, more than zero.</param>
    /// <param name="cameras">Cameras that record it, 1 to 100.</param>
    /// <param name="speeds">How fast footage is copied.</param>
    /// <exception cref="QuantityException">Not positive or out of range.</exception>
    public static RecordingVolume Of(BitRate rate, double plannedMinutes, int cameras, CopySpeeds speeds)
    {
        Guard.InRange(cameras, 1, 100, "number of cameras");
        double bytesPerSecond = rate.Megabits * 1e6 / 8;
        double bytes = bytesPerSecond * Guard.Positive(plannedMinutes, "planned time") * 60 * cameras;
        return new RecordingVolume(
            rate,
            1e12 / bytesPerSecond / 60,
            bytes / 1e9,
            speeds.Seconds(bytes) / 60,
            bytesPerSecond * cameras / 1e6
        );
    }
}
