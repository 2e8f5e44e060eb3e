using System.Collections.Immutable;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Pictures;

/// <summary>What a region says: figures, and for a card whether it is fit.</summary>
/// <param name="Id">The region.</param>
/// <param name="Pixels">Pixels that counted.</param>
/// <param name="LevelPercent">Level as recorded, per cent.</param>
/// <param name="Stops">Stops from mid grey; null without light.</param>
/// <param name="ClippedShare">Share that is clipped.</param>
/// <param name="CrushedShare">Share that is black.</param>
/// <param name="SignalToNoiseDb">dB; null without noise.</param>
/// <param name="EvennessStops">Stops between its corners; null where one is dark.</param>
/// <param name="LightK">Kelvin of the light; null where the balance is not known.</param>
/// <param name="CastMired">Cast, positive warm.</param>
/// <param name="Duv">Tint, positive green.</param>
/// <param name="HueDegrees">Hue; null where there is hardly a colour, and for a card, which tells of the light.</param>
/// <param name="Saturation">Length of the colour difference.</param>
/// <param name="SkinSide">Which side of the skin line it lies on.</param>
/// <param name="IsUsed">Whether a card can be used; null where it is no card.</param>
/// <param name="Says">What is said of a card.</param>
public sealed record RegionFigures(
    Guid Id,
    int Pixels,
    double LevelPercent,
    double? Stops,
    double ClippedShare,
    double CrushedShare,
    double? SignalToNoiseDb,
    double? EvennessStops,
    double? LightK,
    double? CastMired,
    double? Duv,
    double? HueDegrees,
    double Saturation,
    SkinSide? SkinSide,
    bool? IsUsed,
    IReadOnlyList<JudgementView> Says
);

/// <summary>A drawing whose cells are bytes, in base64, row by row.</summary>
public sealed record CellsView(int Columns, int Rows, string Cells);

/// <summary>What is drawn beside a picture.</summary>
public sealed record DrawingsView(CellsView Waveform, string Red, string Green, string Blue, CellsView Vector, CellsView Exposure);

/// <summary>A picture measured: at full size, or on a reduced one while a hand moves.</summary>
/// <param name="AtFullSize">Whether every pixel was measured.</param>
/// <param name="Curve">The curve it was read by.</param>
/// <param name="CurveSource">Who says so.</param>
/// <param name="Regions">What each region says.</param>
/// <param name="Drawings">What is drawn; null where it was not asked for.</param>
public sealed record MeasuredView(
    bool AtFullSize,
    string Curve,
    CurveSource CurveSource,
    IReadOnlyList<RegionFigures> Regions,
    DrawingsView? Drawings,
    IReadOnlyList<JudgementView> Concluded
);

/// <summary>A picture.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">Name of its file.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Unit">The unit it is of.</param>
/// <param name="By">Who brought it.</param>
/// <param name="At">When.</param>
/// <param name="Bytes">Size of the file.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Bits">Bits a sample.</param>
/// <param name="IsHere">Whether the file itself is here, so that it can be measured anew.</param>
/// <param name="Original">Whether the file was asked to be kept.</param>
/// <param name="Settings">What it is read by.</param>
/// <param name="Regions">Its regions.</param>
/// <param name="Measured">What they say.</param>
/// <param name="Version">Its version.</param>
public sealed record PictureView(
    Guid Id,
    string Name,
    string Kind,
    string? Unit,
    string By,
    DateTimeOffset At,
    long Bytes,
    int Width,
    int Height,
    int Bits,
    bool IsHere,
    bool Original,
    PictureSettingsDocument Settings,
    IReadOnlyList<RegionDocument> Regions,
    MeasuredView Measured,
    int Version
);

/// <summary>A picture in a list.</summary>
public sealed record PictureRow(Guid Id, string Name, string? Unit, string By, DateTimeOffset At, int Width, int Height, int Regions);

/// <summary>A page of pictures; <c>next</c> asks for the one after.</summary>
public sealed record PicturePage(IReadOnlyList<PictureRow> Pictures, string? Next);

/// <summary>Makes views of pictures.</summary>
internal sealed class PictureViews(PictureFiles files, Phrasing phrasing)
{
    internal PictureView Of(StoredPicture picture)
    {
        PictureSettingsDocument settings = picture.Document.Settings;
        UsedCurve used = PictureDesk.CurveOf(settings, picture);
        return new PictureView(
            picture.Id,
            picture.Name,
            picture.Kind,
            picture.UnitTag,
            picture.AddedBy,
            picture.AddedAt,
            picture.Bytes,
            picture.Width,
            picture.Height,
            picture.Bits,
            files.Find(picture.Id) is not null,
            picture.Original,
            settings,
            picture.Document.Regions,
            Measured(picture.Document.Regions, picture.Document.Figures, settings, used, atFullSize: true, drawings: null),
            picture.Version
        );
    }

    internal MeasuredView Measured(
        IReadOnlyList<RegionDocument> regions,
        IReadOnlyList<RegionFiguresDocument> figures,
        PictureSettingsDocument settings,
        UsedCurve used,
        bool atFullSize,
        PictureDrawings? drawings
    ) =>
        new(
            atFullSize,
            used.Name,
            used.Source,
            [.. figures.Select(f => Figures(f, regions.First(r => r.Id == f.Id).Kind, PictureReader.Balance(settings)))],
            drawings is null ? null : Drawn(drawings),
            [.. Concluded(regions, figures).Select(phrasing.Of)]
        );

    // What was only proposed concludes nothing.
    private static ImmutableArray<Judgement> Concluded(IReadOnlyList<RegionDocument> regions, IReadOnlyList<RegionFiguresDocument> figures)
    {
        ScenePart[] Parts(RegionKind kind, string name) =>
            [
                .. regions
                    .Where(r => r.Kind == kind && !r.IsProposed)
                    .Select(r => (Region: r, Of: figures.FirstOrDefault(f => f.Id == r.Id)))
                    .Where(p => p.Of is not null)
                    .Select(p => new ScenePart(name, p.Of!.ToStatistics(), ShareOf(p.Region))),
            ];
        ScenePart[] keys = Parts(RegionKind.KeySide, "key side");
        ScenePart[] fills = Parts(RegionKind.FillSide, "fill side");
        return SceneFindings.Of(
            Parts(RegionKind.WhiteCard, "white card").FirstOrDefault(),
            [.. Parts(RegionKind.Skin, "skin"), .. keys, .. fills],
            keys.FirstOrDefault(),
            fills.FirstOrDefault(),
            Parts(RegionKind.Background, "background").FirstOrDefault()
        );
    }

    private static double ShareOf(RegionDocument region) =>
        region.Width * region.Height * (region.Shape == RegionShape.Ellipse ? Math.PI / 4 : 1);

    private RegionFigures Figures(RegionFiguresDocument document, RegionKind kind, Kelvin? balance)
    {
        RegionStatistics of = document.ToStatistics();
        bool isCard = kind is RegionKind.GreyCard or RegionKind.WhiteCard;
        GreyCast? cast = isCard && balance is { } set ? Cast(of, set) : null;
        SkinTone tone = SkinTone.Of(of.Mean);
        return new RegionFigures(
            document.Id,
            of.Pixels,
            of.LevelPercent,
            of.FromGrey?.Value,
            of.ClippedShare,
            of.CrushedShare,
            of.SignalToNoise,
            of.Evenness?.Value,
            cast?.Light.Value,
            cast?.Cast.Value,
            cast?.Duv,
            isCard ? null : tone.HueDegrees,
            tone.Saturation,
            kind == RegionKind.Skin ? tone.Side : null,
            isCard ? CardReading.IsUsed(of) : null,
            isCard ? [.. CardFitness.Of(of).Select(phrasing.Of)] : []
        );
    }

    // A card so dark that no light can be read of it says so by its fitness.
    private static GreyCast? Cast(RegionStatistics of, Kelvin set)
    {
        try
        {
            return GreyCast.Of(of.Mean, set);
        }
        catch (QuantityException)
        {
            return null;
        }
    }

    private static DrawingsView Drawn(PictureDrawings of) =>
        new(
            Cells(of.Waveform),
            Base64(of.Red),
            Base64(of.Green),
            Base64(of.Blue),
            Cells(of.Vector),
            new CellsView(
                of.Exposure.Columns,
                of.Exposure.Rows,
                Convert.ToBase64String([.. of.Exposure.Stops.Select(s => unchecked((byte)s))])
            )
        );

    private static CellsView Cells(DensityGrid grid) => new(grid.Columns, grid.Rows, Base64(grid.Cells));

    private static string Base64(ImmutableArray<byte> bytes) => Convert.ToBase64String(bytes.AsSpan());
}
