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

/// <summary>Makes a picture ready for its match: read by the curve of the camera's picture profile, its card and skin proposed from the other pictures, and measured.</summary>
internal sealed class MatchRegions(PictureStore pictures, PictureDesk desk)
{
    /// <summary>Regions that somebody has drawn stay, and so does a curve that somebody has named.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="unit">The camera it is of.</param>
    /// <param name="position">Where its controls stood.</param>
    /// <param name="others">The other pictures of the match.</param>
    /// <param name="author">Who brings it.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task<StoredPicture> ReadyAsync(
        StoredPicture picture,
        MatchedUnit unit,
        MatchPositionDocument position,
        IReadOnlyList<MatchedPicture> others,
        Author author,
        CancellationToken cancel
    )
    {
        PictureSettingsDocument settings = Settings(picture.Document.Settings, unit, position);
        IReadOnlyList<RegionDocument> drawn = picture.Document.Regions;
        bool hasCard = drawn.Any(r => r.Kind == RegionKind.GreyCard);
        if (hasCard && settings == picture.Document.Settings && picture.UnitTag == unit.Unit.Tag)
        {
            return picture;
        }

        DecodedPicture pixels = (await desk.DecodeAsync(picture.Id, settings, cancel)).Pixels;
        PictureProfile profile = PictureDesk.ProfileOf(settings, picture);
        IReadOnlyList<RegionDocument> regions = hasCard ? drawn : [.. drawn, .. Proposed(pixels, profile, unit, others, drawn)];
        return await pictures.ChangeAsync(
            picture.Id,
            picture.Version,
            new PictureDocument(settings, regions, PictureDesk.Measure(pixels, PictureReader.Regions(regions), profile)),
            unit.Unit.Tag,
            picture.Original,
            author.Actor,
            cancel
        )
            ?? throw new RefusedException(
                ProblemCode.ChangedMeanwhile,
                "/picture",
                "Somebody else changed this picture at the same moment. Nothing was overwritten; put it into the match again."
            );
    }

    private static PictureSettingsDocument Settings(PictureSettingsDocument now, MatchedUnit unit, MatchPositionDocument position)
    {
        PictureSettingsDocument set = now with { BalanceK = position.WhiteK ?? now.BalanceK };
        return IsOfProfile(now, unit) && unit.Camera.Model.Curves.GetValueOrDefault(unit.Document.Profile) is { } known
            ? set with
            {
                Curve = known.Name,
                Log = known.Curve is ToneCurve.Log log ? new LogCurveDocument(log.A, log.B, log.C, log.D, log.E, log.F, log.Cut) : null,
                ClipLevel = known.ClipLevel,
            }
            : set;
    }

    // A curve that a profile has given is given by another profile anew; one that a person named is not.
    private static bool IsOfProfile(PictureSettingsDocument now, MatchedUnit unit) =>
        now.Curve is null
        || unit.Camera.Model.Curves.Values.Any(c =>
            c.Name == now.Curve && c.ClipLevel == now.ClipLevel && (now.Log is null || c.Curve is ToneCurve.Log)
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
        ImmutableArray<FrameRegion> found = isSame ? [] : RefusedException.At("/file", () => CardFinder.Find(pixels));
        double? FromGrey(FrameRegion region) => RegionStatistics.Of(pixels, region, profile).FromGrey?.Value;
        if (RegionProposal.Card(known is null ? null : Region(known), isSame, found, FromGrey) is { } card)
        {
            yield return new RegionDocument(Guid.NewGuid(), RegionKind.GreyCard, card.X, card.Y, card.Width, card.Height, card.Shape);
        }

        // A face that somebody marked on one camera is looked for at the same place on the others.
        if (
            drawn.All(r => r.Kind != RegionKind.Skin)
            && Newest(others, unit, RegionKind.Skin)?.Picture.Document.Regions.First(r => r.Kind == RegionKind.Skin) is { } skin
        )
        {
            yield return skin with
            {
                Id = Guid.NewGuid(),
            };
        }
    }

    // The newest picture of this camera that has such a region, else of any other.
    private static MatchedPicture? Newest(IReadOnlyList<MatchedPicture> others, MatchedUnit unit, RegionKind kind) =>
        others
            .Where(o => o.Picture.Document.Regions.Any(r => r.Kind == kind))
            .OrderByDescending(o => o.Take.Letter == unit.Document.Letter)
            .ThenByDescending(o => o.Take.At)
            .FirstOrDefault();

    private static FrameRegion Region(RegionDocument of) => new(of.Shape, of.X, of.Y, of.Width, of.Height);
}
