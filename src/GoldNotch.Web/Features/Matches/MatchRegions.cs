using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Matches;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Imaging;
using GoldNotch.Web.Features.Pictures;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Matches;

/// <summary>Makes a picture ready for its match: its card and skin are proposed from the other pictures.</summary>
internal sealed class MatchRegions(PictureReadings readings)
{
    /// <summary>Regions that somebody has drawn stay, and so does a curve that somebody has named.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="unit">The camera it is of.</param>
    /// <param name="position">Where its controls stood.</param>
    /// <param name="others">The other pictures of the match.</param>
    /// <param name="author">Who brings it.</param>
    /// <param name="cancel">Cancels.</param>
    internal Task<StoredPicture> ReadyAsync(
        StoredPicture picture,
        MatchedUnit unit,
        MatchPositionDocument position,
        IReadOnlyList<MatchedPicture> others,
        Author author,
        CancellationToken cancel
    ) =>
        readings.ReadyAsync(
            picture,
            new PictureOf(unit.Unit.Tag, unit.Camera.Model, unit.Document.Profile, position.WhiteK),
            (pixels, profile) => Proposed(pixels, profile, unit, others, picture.Document.Regions),
            author,
            cancel
        );

    private static IEnumerable<RegionDocument> Proposed(
        DecodedPicture pixels,
        PictureProfile profile,
        MatchedUnit unit,
        IReadOnlyList<MatchedPicture> others,
        IReadOnlyList<RegionDocument> drawn
    )
    {
        MatchedPicture? from = Newest(others, unit, RegionKind.GreyCard);
        bool isSame = from?.Take.Letter == unit.Document.Letter;
        RegionDocument? known = from?.Picture.Document.Regions.First(r => r.Kind == RegionKind.GreyCard);
        ImmutableArray<FrameRegion> found = isSame ? [] : RefusedException.At("/file", () => CardSearch.Of(pixels, profile).Cards);
        double? FromGrey(FrameRegion region) => RegionStatistics.Of(pixels, region, profile).FromGrey?.Value;
        if (RegionProposal.Card(known is null ? null : Region(known), isSame, found, FromGrey) is { } card)
        {
            // A camera that stands where it stood sees the card where somebody has said it is; every other place is a proposal.
            yield return new RegionDocument(Guid.NewGuid(), RegionKind.GreyCard, card.X, card.Y, card.Width, card.Height, card.Shape)
            {
                IsProposed = !isSame || known!.IsProposed,
            };
        }

        // A face that somebody marked on one camera is looked for at the same place on the others.
        foreach (RegionKind kind in Faces.Where(k => drawn.All(r => r.Kind != k)))
        {
            if (Newest(others, unit, kind) is { } seen)
            {
                RegionDocument face = seen.Picture.Document.Regions.First(r => r.Kind == kind);
                yield return face with
                {
                    Id = Guid.NewGuid(),
                    IsProposed = face.IsProposed || seen.Take.Letter != unit.Document.Letter,
                };
            }
        }
    }

    // What is compared of a face: its colour, and how bright its key side is.
    private static readonly RegionKind[] Faces = [RegionKind.Skin, RegionKind.KeySide];

    // The newest picture of this camera that has such a region, else of any other.
    private static MatchedPicture? Newest(IReadOnlyList<MatchedPicture> others, MatchedUnit unit, RegionKind kind) =>
        others
            .Where(o => o.Picture.Document.Regions.Any(r => r.Kind == kind))
            .OrderByDescending(o => o.Take.Letter == unit.Document.Letter)
            .ThenByDescending(o => o.Take.At)
            .FirstOrDefault();

    private static FrameRegion Region(RegionDocument of) => new(of.Shape, of.X, of.Y, of.Width, of.Height);
}
