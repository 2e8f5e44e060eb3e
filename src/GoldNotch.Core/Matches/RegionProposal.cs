using GoldNotch.Core.Frames;

namespace GoldNotch.Core.Matches;

/// <summary>Where the card is likely to be in a picture, from where it was in another and from what looks like a card in this one; a person decides.</summary>
public static class RegionProposal
{
    // A card that moved by more than this is another framing.
    private const double LeastOverlap = 0.3;
    private const double DarkestStops = -3.5;
    private const double BrightestStops = 1.5;

    /// <summary>The card of a new picture.</summary>
    /// <param name="known">Where it was in a picture of the match; null where no picture has one.</param>
    /// <param name="isSameCamera">Whether that picture is of this camera, which stands where it stood.</param>
    /// <param name="found">What looks like a card here, the best first.</param>
    /// <param name="fromGrey">How far from mid grey one of those is, in stops; null where it cannot be read.</param>
    /// <returns>The region; null where nothing is known and nothing is found.</returns>
    public static FrameRegion? Card(
        FrameRegion? known,
        bool isSameCamera,
        IReadOnlyList<FrameRegion> found,
        Func<FrameRegion, double?> fromGrey
    )
    {
        if (known is not null)
        {
            return isSameCamera ? known : found.Where(f => Overlap(f, known) >= LeastOverlap).MaxBy(f => Overlap(f, known)) ?? known;
        }

        // A white and a black card lie beside the grey one; what is far from it is one of them, whatever the exposure.
        return found.FirstOrDefault(f => fromGrey(f) is >= DarkestStops and <= BrightestStops) ?? (found.Count > 0 ? found[0] : null);
    }

    private static double Overlap(FrameRegion a, FrameRegion b)
    {
        double width = Math.Min(a.X + a.Width, b.X + b.Width) - Math.Max(a.X, b.X);
        double height = Math.Min(a.Y + a.Height, b.Y + b.Height) - Math.Max(a.Y, b.Y);
        double both = Math.Max(0, width) * Math.Max(0, height);
        return both / ((a.Width * a.Height) + (b.Width * b.Height) - both);
    }
}
