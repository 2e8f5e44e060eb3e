using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Matches;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Matches;

/// <summary>A picture of a match with what was measured of it.</summary>
/// <param name="Take">Where and when.</param>
/// <param name="Picture">The picture.</param>
/// <param name="Grey">Its grey card; null where nobody has marked one, or confirmed the one that is proposed.</param>
/// <param name="Skin">Its skin; null likewise.</param>
/// <param name="KeySide">The key side of a face; null likewise.</param>
internal sealed record MatchedPicture(
    StoredTake Take,
    StoredPicture Picture,
    RegionStatistics? Grey,
    LinearRgb? Skin,
    RegionStatistics? KeySide
);

/// <summary>A camera of a match with its unit.</summary>
/// <param name="Document">As it is set up.</param>
/// <param name="Unit">The unit.</param>
/// <param name="Camera">As the core takes it.</param>
internal sealed record MatchedUnit(MatchCameraDocument Document, StoredUnit Unit, MatchCamera Camera);

/// <summary>A match put before the core.</summary>
/// <param name="Stored">As it is kept.</param>
/// <param name="Units">Its cameras whose unit and specification are there.</param>
/// <param name="Pictures">Its pictures.</param>
/// <param name="Match">The match as the core takes it.</param>
/// <param name="Report">What came of it.</param>
internal sealed record WholeMatch(
    StoredMatch Stored,
    IReadOnlyList<MatchedUnit> Units,
    IReadOnlyList<MatchedPicture> Pictures,
    CameraMatch Match,
    MatchReport Report
)
{
    internal long Seal => MatchStore.Seal(Pictures.Select(p => p.Take));
}

/// <summary>Puts a match before the core: its units and specifications as they are now, and what its pictures measure.</summary>
internal sealed class MatchSource(MatchStore matches, PictureStore pictures, UnitStore units, ModelStore models)
{
    /// <summary>A match as it is kept.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    internal async Task<StoredMatch> FindAsync(Guid id, CancellationToken cancel) =>
        await matches.GetAsync(id, cancel)
        ?? throw new RefusedException(ProblemCode.NotFound, "/id", "There is no such match. Look in the list of matches.");

    /// <summary>A match with everything that follows.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    internal async Task<WholeMatch> WholeAsync(Guid id, CancellationToken cancel) => await WholeAsync(await FindAsync(id, cancel), cancel);

    internal async Task<WholeMatch> WholeAsync(StoredMatch stored, CancellationToken cancel)
    {
        List<MatchedUnit> cameras = await UnitsAsync(stored.Document, cancel);
        List<StoredTake> takes = await matches.TakesAsync(stored.Id, cancel);
        Dictionary<Guid, StoredPicture> seen = (await pictures.ByIdsAsync([.. takes.Select(t => t.PictureId)], cancel)).ToDictionary(p =>
            p.Id
        );
        MatchedPicture[] read = [.. takes.Select(t => Read(t, seen[t.PictureId]))];
        MatchDocument document = stored.Document;
        var match = new CameraMatch(
            new Kelvin(document.Light.TemperatureK),
            document.ExposureReference,
            document.ColourReference,
            MatchReader.Tolerance(document.Tolerance),
            [.. cameras.Select(c => c.Camera)],
            [.. read.Select(p => Take(p, cameras)).OfType<MatchTake>()]
        );
        return new WholeMatch(stored, cameras, read, match, MatchReport.Of(match));
    }

    /// <summary>The cameras of a match whose unit and specification are there.</summary>
    internal async Task<List<MatchedUnit>> UnitsAsync(MatchDocument document, CancellationToken cancel)
    {
        Dictionary<string, StoredUnit> there = (await units.ByTagsAsync([.. document.Cameras.Select(c => c.Unit)], cancel)).ToDictionary(
            u => u.Tag
        );
        Dictionary<string, ModelDocument> cards = [];
        foreach (string key in there.Values.Select(u => u.ModelKey).Distinct())
        {
            if (await models.GetAsync(key, cancel) is { } card)
            {
                cards[key] = card.Document;
            }
        }

        return
        [
            .. document
                .Cameras.Where(c => there.TryGetValue(c.Unit, out StoredUnit? unit) && cards.ContainsKey(unit.ModelKey))
                .Select(c => new MatchedUnit(
                    c,
                    there[c.Unit],
                    new MatchCamera(
                        c.Letter,
                        c.Unit,
                        ModelReader.ToModel(UnitReader.Measured(cards[there[c.Unit].ModelKey], there[c.Unit].Document)),
                        c.IrisFree
                    )
                )),
        ];
    }

    private static MatchedPicture Read(StoredTake take, StoredPicture picture) =>
        new(
            take,
            picture,
            Figures(picture, RegionKind.GreyCard)?.ToStatistics(),
            Figures(picture, RegionKind.Skin) is { } skin ? skin.ToStatistics().Mean : null,
            Figures(picture, RegionKind.KeySide)?.ToStatistics()
        );

    // A match never stands on an area that nobody has confirmed.
    private static RegionFiguresDocument? Figures(StoredPicture picture, RegionKind kind) =>
        picture.Document.Regions.FirstOrDefault(r => r.Kind == kind && !r.IsProposed) is { } region
            ? picture.Document.Figures.FirstOrDefault(f => f.Id == region.Id)
            : null;

    private static MatchTake? Take(MatchedPicture picture, List<MatchedUnit> cameras)
    {
        MatchedUnit? camera = cameras.Find(c => c.Document.Letter == picture.Take.Letter);
        return camera is null || picture.Grey is not { } grey
            ? null
            : new MatchTake(picture.Take.Letter, picture.Take.Turn, At(picture.Take.Position, camera.Camera.Model), grey, picture.Skin);
    }

    // A specification may have changed since: a filter that is gone was not read.
    private static MatchPosition At(MatchPositionDocument position, CameraModel model)
    {
        bool hasFilter = model.FilterPositions().Any(f => f.Label == position.Filter);
        bool hasBase = model.Gain.Bases.Any(b => b.Word == position.Base);
        return MatchReader.Position(
            position with
            {
                Filter = hasFilter ? position.Filter : null,
                Base = hasBase ? position.Base : "",
            },
            model,
            "/position"
        );
    }
}
