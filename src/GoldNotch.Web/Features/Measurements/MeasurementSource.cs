using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Matches;
using GoldNotch.Core.UnitFigures;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Imaging;
using GoldNotch.Web.Features.Pictures;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Measurements;

/// <summary>A picture of a measurement with what was measured of it.</summary>
/// <param name="Stored">How it was taken.</param>
/// <param name="Picture">The picture.</param>
/// <param name="Take">As the core takes it; null where its patch is not marked.</param>
internal sealed record MeasuredTake(StoredFigureTake Stored, StoredPicture Picture, FigureTake? Take);

/// <summary>A measurement put before the core.</summary>
/// <param name="Stored">As it is kept.</param>
/// <param name="Model">The model as its specification says: what is measured is compared with that.</param>
/// <param name="Card">The specification.</param>
/// <param name="Takes">Its pictures.</param>
internal sealed record WholeMeasurement(StoredFigure Stored, CameraModel Model, ModelDocument Card, IReadOnlyList<MeasuredTake> Takes)
{
    internal UnitFigureDocument Document => Stored.Document;

    internal IReadOnlyList<FigureTake> Read => [.. Takes.Select(t => t.Take).OfType<FigureTake>()];

    internal long Seal => FigureStore.Seal(Takes.Select(t => t.Stored));

    /// <summary>What was measured, for what it is used: nothing where nothing can be.</summary>
    /// <param name="by">Who accepts it.</param>
    /// <param name="at">When.</param>
    internal FigureUseDocument Use(string by, DateTimeOffset at) =>
        Document.Kind switch
        {
            FigureKind.Filters => new FigureUseDocument(
                Filters:
                [
                    .. FilterReport
                        .Of(Model, Read)
                        .Where(r => r.IsUsable)
                        .Select(r => new UnitFilterDocument(
                            r.Nominal.Label,
                            Math.Round(r.Strength!.Loss.Value, 3),
                            Rounded(r.Shift?.Value, 1),
                            Rounded(r.Duv, 5),
                            Rounded(r.Strength.Uncertainty?.Value, 3),
                            by,
                            at,
                            Stored.Id
                        )),
                ]
            ),
            FigureKind.Noise => new FigureUseDocument(Noise: Noise(NoiseReport.Of(Model, Read, Document.WantedDb), by, at)),
            FigureKind.Latitude when LatitudeReport.Of(Read, Claim) is { IsUsable: true, Latitude: { } found } => new FigureUseDocument(
                Latitude:
                [
                    new UnitLatitudeDocument(
                        Math.Round(Math.Max(0, found.Highlights.Value), 2),
                        Math.Round(Math.Max(0, found.Shadows.Value), 2),
                        by,
                        at,
                        Document.Base,
                        Document.Profile,
                        found.HighlightsAtLeast,
                        found.ShadowsAtLeast,
                        Stored.Id
                    ),
                ]
            ),
            _ => new FigureUseDocument(),
        };

    /// <summary>What the specification says of latitude on the base that is measured; null where it says nothing.</summary>
    internal Core.Exposure.Latitude? Claim => Model.LatitudeOn(Document.Base, null);

    private UnitNoiseDocument[] Noise(NoiseReport report, string by, DateTimeOffset at) =>
        [
            .. report
                .Bases.Where(b => b.IsUsable)
                .Select(
                    (b, i) =>
                        new UnitNoiseDocument(
                            b.Limit!.Value.Gain!.Value.Value,
                            Document.WantedDb,
                            by,
                            at,
                            b.Base,
                            b.Limit.Value.AtLeast,
                            i == 0 ? report.Switch?.Gain.Value : null,
                            report.IsAfterCoding,
                            Stored.Id
                        )
                ),
        ];

    private static double? Rounded(double? value, int digits) => value is { } v ? Math.Round(v, digits) : null;
}

/// <summary>Puts measurements before the core, and makes their pictures ready.</summary>
internal sealed class MeasurementSource(
    FigureStore figures,
    PictureStore pictures,
    UnitStore units,
    ModelStore models,
    PictureReadings readings
)
{
    // Units of a model that are compared at once.
    private const int MostSisters = 12;

    // Where nothing looks like a card, the middle of the picture is taken.
    private static readonly FrameRegion Middle = new(RegionShape.Rectangle, 0.35, 0.35, 0.3, 0.3);

    /// <summary>A measurement as it is kept.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    internal async Task<StoredFigure> FindAsync(Guid id, CancellationToken cancel) =>
        await figures.GetAsync(id, cancel)
        ?? throw new RefusedException(ProblemCode.NotFound, "/id", "There is no such measurement. Look on the page of its unit.");

    /// <summary>A specification.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    internal async Task<StoredModel> CardAsync(string key, CancellationToken cancel) =>
        await models.GetAsync(key, cancel)
        ?? throw new RefusedException(ProblemCode.ModelMissing, "/model", $"There is no camera specification “{key}”. Add it first.");

    /// <summary>A measurement with its pictures.</summary>
    /// <exception cref="RefusedException">There is none, or no specification for it.</exception>
    internal async Task<WholeMeasurement> WholeAsync(StoredFigure stored, CancellationToken cancel)
    {
        ModelDocument card = (await CardAsync(stored.Document.Model, cancel)).Document;
        List<StoredFigureTake> takes = await figures.TakesAsync(stored.Id, cancel);
        Dictionary<Guid, StoredPicture> seen = (await pictures.ByIdsAsync([.. takes.Select(t => t.PictureId)], cancel)).ToDictionary(p =>
            p.Id
        );
        return new WholeMeasurement(
            stored,
            ModelReader.ToModel(card),
            card,
            [.. takes.Select(t => new MeasuredTake(t, seen[t.PictureId], Take(stored.Document, t, seen[t.PictureId])))]
        );
    }

    /// <summary>What is proposed for a unit: the pictures that its model asks for.</summary>
    /// <exception cref="RefusedException">It cannot be measured on this model.</exception>
    internal async Task<UnitFigureDocument> ProposedAsync(FigureKind kind, StoredUnit unit, CancellationToken cancel)
    {
        var model = ModelReader.ToModel((await CardAsync(unit.ModelKey, cancel)).Document);
        List<StoredUnit> sisters = kind == FigureKind.Sisters ? await units.LentAsync(unit.ModelKey, null, cancel) : [];
        ImmutableArray<FigureShot> shots = RefusedException.At("/kind", () => kind switch
            {
                FigureKind.Filters => ShotList.Filters(model),
                FigureKind.Noise => ShotList.Noise(model),
                FigureKind.Latitude => ShotList.Latitude(),
                _ => ShotList.OfSisters([.. sisters.Select(s => s.Tag).OrderByDescending(t => t == unit.Tag).Take(MostSisters)]),
            });
        return new UnitFigureDocument(
            kind,
            unit.ModelKey,
            [.. shots.Select(FigureShotDocument.Of)],
            kind == FigureKind.Sisters ? null : unit.Tag,
            Base: kind == FigureKind.Latitude && !model.Gain.Bases.IsEmpty ? model.Gain.Bases[0].Word : "",
            Profile: Profiles(model).FirstOrDefault(p => kind != FigureKind.Noise || !model.Gain.FixedToBase.Contains(p)) ?? ""
        );
    }

    /// <summary>A picture read by the profile's curve, with the patch where it is in the others.</summary>
    internal Task<StoredPicture> ReadyAsync(
        WholeMeasurement whole,
        FigureShotDocument shot,
        StoredPicture picture,
        Author author,
        CancellationToken cancel
    )
    {
        // The newest, because a region that was moved is right from then on.
        RegionDocument? known = whole
            .Takes.Where(t => t.Picture.Id != picture.Id)
            .OrderByDescending(t => t.Stored.At)
            .Select(t => t.Picture.Document.Regions.FirstOrDefault(r => r.Kind == RegionKind.GreyCard))
            .FirstOrDefault(r => r is not null);
        // Before one camera on a stand the card stays where it is; before another it may lie elsewhere.
        bool isSame = whole.Document.Kind != FigureKind.Sisters;
        return readings.ReadyAsync(
            picture,
            new PictureOf(shot.Unit ?? whole.Document.Unit ?? "", whole.Model, whole.Document.Profile, whole.Document.BalanceK),
            Propose,
            author,
            cancel
        );

        IEnumerable<RegionDocument> Propose(DecodedPicture pixels, PictureProfile profile)
        {
            ImmutableArray<FrameRegion> found =
                known is not null && isSame ? [] : RefusedException.At("/file", () => CardFinder.Find(pixels));
            FrameRegion card = RegionProposal.Card(
                known is null ? null : new FrameRegion(known.Shape, known.X, known.Y, known.Width, known.Height),
                isSame,
                found,
                region => RegionStatistics.Of(pixels, region, profile).FromGrey?.Value
            ) ?? Middle;
            yield return new RegionDocument(Guid.NewGuid(), RegionKind.GreyCard, card.X, card.Y, card.Width, card.Height, card.Shape);
        }
    }

    /// <summary>Picture profiles whose curve is known, in the order of the camera's own list.</summary>
    internal static IEnumerable<string> Profiles(CameraModel model) =>
        model.Choices.GetValueOrDefault(Setting.Profile)?.Positions.Select(p => p.Word).Where(model.Curves.ContainsKey) ?? [];

    private static FigureTake? Take(UnitFigureDocument document, StoredFigureTake take, StoredPicture picture)
    {
        if (
            picture.Document.Regions.FirstOrDefault(r => r.Kind == RegionKind.GreyCard) is not { } region
            || picture.Document.Figures.FirstOrDefault(f => f.Id == region.Id) is not { } figures
        )
        {
            return null;
        }

        FileKind kind = Enum.Parse<FileKind>(picture.Kind, ignoreCase: true);
        return new FigureTake(
            FigureReader.Shot(document, document.Shots[take.Shot - 1], $"/shots/{take.Shot - 1}"),
            figures.ToStatistics(),
            new Stops(take.Document.OpenedStops),
            new Kelvin(picture.Document.Settings.BalanceK ?? document.BalanceK),
            PictureDesk.ProfileOf(picture.Document.Settings, picture),
            kind == FileKind.Jpeg ? PictureCoding.Jpeg
                : kind.IsStill() ? PictureCoding.None
                : PictureCoding.Clip
        );
    }
}
