using GoldNotch.Core.Units;

namespace GoldNotch.Core.Media;

/// <summary>Seconds on a card, cards for a plan, bits of raw, seconds in a memory buffer, time to copy.</summary>
public static class Recording
{
    /// <summary>Share of a card that is not counted on (bench rule, 3 %).</summary>
    public const double DefaultReserve = 0.03;

    /// <summary>Share added to a plan (bench rule, 15 %).</summary>
    public const double DefaultMargin = 0.15;

    private const double AudioRate = 48_000;

    /// <summary>Seconds a card holds: capacity·10⁹·8·(1 − reserve)/(picture + sound bits per second).</summary>
    /// <param name="capacityGb">Capacity as sold, 10⁹ bytes, more than zero.</param>
    /// <param name="picture">Bits a second of the picture.</param>
    /// <param name="audioChannels">Audio channels outside the stated rate, 0 where it is inside.</param>
    /// <param name="audioDepthBits">Bits of a sound sample.</param>
    /// <param name="reserve">Share kept back, 0 to 0.9.</param>
    /// <exception cref="QuantityException">Not positive or out of range.</exception>
    public static double Seconds(
        double capacityGb,
        BitRate picture,
        int audioChannels = 0,
        int audioDepthBits = 0,
        double reserve = DefaultReserve
    )
    {
        Guard.Positive(capacityGb, "capacity");
        Guard.InRange(reserve, 0, 0.9, "reserve");
        double sound =
            Guard.InRange(audioChannels, 0, 64, "number of channels") * AudioRate * Guard.InRange(audioDepthBits, 0, 64, "sound depth");
        return capacityGb * 1e9 * 8 * (1 - reserve) / ((picture.Megabits * 1e6) + sound);
    }

    /// <summary>Cards for a plan: ceil(planned·(1 + margin)/each); none where nothing is planned.</summary>
    /// <param name="plannedSeconds">Planned recording, seconds, zero or more.</param>
    /// <param name="secondsEach">Seconds on one card, more than zero.</param>
    /// <param name="margin">Share added, 0 to 10.</param>
    /// <exception cref="QuantityException">Not positive or out of range.</exception>
    public static int Needed(double plannedSeconds, double secondsEach, double margin = DefaultMargin)
    {
        double wanted = Guard.InRange(plannedSeconds, 0, double.MaxValue, "planned time") * (1 + Guard.InRange(margin, 0, 10, "margin"));
        return (int)Math.Max(0, Math.Ceiling((wanted / Guard.Positive(secondsEach, "time on one card")) - Guard.Edge));
    }

    /// <summary>Bits a second of raw: width·height·bits·rate/ratio.</summary>
    /// <param name="size">Picture size.</param>
    /// <param name="bits">Bits a pixel, 1 to 32.</param>
    /// <param name="rate">Frames a second.</param>
    /// <param name="ratio">Compression, 1 and up.</param>
    /// <exception cref="QuantityException">Out of range.</exception>
    public static BitRate Raw(FrameSize size, double bits, FrameRate rate, double ratio = 1) =>
        new(
            size.Pixels
                * Guard.InRange(bits, 1, 32, "bit depth")
                * rate.FramesPerSecond
                / Guard.InRange(ratio, 1, 1000, "compression")
                / 1e6
        );

    /// <summary>Seconds a memory buffer holds: bytes·8/(width·height·bits·rate); once full it overwrites.</summary>
    /// <param name="bytes">Size of the memory, bytes, more than zero.</param>
    /// <param name="size">Picture size.</param>
    /// <param name="bits">Bits a pixel.</param>
    /// <param name="rate">Frames a second.</param>
    /// <exception cref="QuantityException">Not positive or out of range.</exception>
    public static double BufferSeconds(double bytes, FrameSize size, double bits, FrameRate rate) =>
        Guard.Positive(bytes, "memory") * 8 / (Raw(size, bits, rate).Megabits * 1e6);

    /// <summary>Seconds to copy: bytes over the slowest of reader, disk and link.</summary>
    /// <exception cref="QuantityException">Not positive.</exception>
    public static double CopySeconds(double bytes, double readerBytesPerSecond, double diskBytesPerSecond, double linkBytesPerSecond) =>
        Guard.Positive(bytes, "amount")
        / Math.Min(
            Guard.Positive(readerBytesPerSecond, "reader's speed"),
            Math.Min(Guard.Positive(diskBytesPerSecond, "disk's speed"), Guard.Positive(linkBytesPerSecond, "link's speed"))
        );
}
