using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>Areas of an ordinary picture that are likely to be cards: of what <see cref="CardFinder"/> finds, those that have the shape of a card, are evenly
/// lit, no large part of the picture, and neutral to each other. Still a proposal: a wall can be all of that.</summary>
/// <param name="Cards">The areas, the most likely first; often none.</param>
/// <param name="IsSure">Whether two cards of different levels and one colour lie side by side, as a grey and a white card do; one area alone is never sure.</param>
public sealed record CardSearch(ImmutableArray<FrameRegion> Cards, bool IsSure)
{
    // A card in a scene is a part of it: what takes more of the picture is a wall, a sky or a page (bench rules, all of them).
    private const double LargestShare = 0.3;
    private const double LongestSide = 2.6;

    // The rectangle is most of what hangs together; of a wall with things before it, it is not.
    private const double LeastFilled = 0.8;

    // Lying in one light, cards differ in level and not in colour: stops between channels.
    private const double SameColourStops = 0.12;
    private const double OtherLevelStops = 0.5;

    // A card lies within the picture; what runs out of it on two sides is a part of the place.
    private const int MostEdges = 1;

    /// <summary>Looks for cards.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="profile">The curve it is read by.</param>
    /// <exception cref="QuantityException">The picture is too narrow to be searched.</exception>
    public static CardSearch Of<TPixels>(TPixels picture, PictureProfile profile)
        where TPixels : IPixels
    {
        CardSquare[][] squares = CardFinder.Squares(picture);
        (FrameRegion Region, RegionStatistics Of)[] even =
        [
            .. CardFinder
                .Candidates(squares, picture.Width, picture.Height)
                .Where(HasShape)
                .Select(c => (c.Region, Of: RegionStatistics.Of(picture, c.Region, profile)))
                .Where(c => IsEven(c.Of)),
        ];

        // Cards of one set lie in one light: of those that agree in colour the largest company, and of equal ones the more likely.
        (FrameRegion Region, RegionStatistics Of)[] likely =
        [
            .. even.Select(one => even.Where(other => other == one || IsOfOneColour(one.Of.Mean, other.Of.Mean)).ToArray())
                .MaxBy(company => company.Length)
                ?? [],
        ];
        return new CardSearch(
            [.. likely.Select(l => l.Region).Take(CardFinder.Most)],
            likely.Any(one => likely.Any(other => other.Of.Mean.Luminance > one.Of.Mean.Luminance * Math.Pow(2, OtherLevelStops)))
        );
    }

    private static bool HasShape(CardFinder.Candidate of)
    {
        CardFinder.Block block = of.Block;
        double side = (double)Math.Max(block.Width, block.Height) / Math.Min(block.Width, block.Height);
        int edges =
            (block.Left == 0 ? 1 : 0)
            + (block.Top == 0 ? 1 : 0)
            + (block.Left + block.Width == CardFinder.Across ? 1 : 0)
            + (block.Top + block.Height == of.Rows ? 1 : 0);
        return block.Squares <= LargestShare * CardFinder.Across * of.Rows
            && side <= LongestSide
            && block.Squares >= LeastFilled * of.Members
            && edges <= MostEdges;
    }

    private static bool IsEven(RegionStatistics of) =>
        of.Evenness is { } stops && Math.Abs(stops.Value) <= CardReading.MostUnevenStops + Guard.Edge;

    private static bool IsOfOneColour(LinearRgb one, LinearRgb other) =>
        Math.Min(Least(one), Least(other)) > 0
        && Math.Abs(Math.Log2(one.Red / one.Green / (other.Red / other.Green))) <= SameColourStops
        && Math.Abs(Math.Log2(one.Blue / one.Green / (other.Blue / other.Green))) <= SameColourStops;

    private static double Least(LinearRgb of) => Math.Min(of.Red, Math.Min(of.Green, of.Blue));
}
