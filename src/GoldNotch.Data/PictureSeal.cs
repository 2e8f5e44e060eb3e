namespace GoldNotch.Data;

/// <summary>A number that changes with every picture of some work, and with nothing else: what a person has seen who signs it.</summary>
internal static class PictureSeal
{
    // Small enough to pass through JavaScript unharmed.
    private const long Prime = 9_007_199_254_740_881;

    /// <summary>The seal of pictures, in their order.</summary>
    /// <param name="pictures">Each with its version and its place.</param>
    internal static long Of(IEnumerable<(Guid Picture, int Version, int Place)> pictures)
    {
        long seal = 17;
        foreach ((Guid picture, int version, int place) in pictures)
        {
            foreach (byte part in picture.ToByteArray().Append((byte)version).Append((byte)place))
            {
                seal = ((seal * 31) + part) % Prime;
            }
        }

        return seal;
    }
}
