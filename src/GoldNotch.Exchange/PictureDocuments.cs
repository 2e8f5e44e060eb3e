using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>What a region of a picture is of.</summary>
public enum RegionKind
{
    /// <summary>A grey card.</summary>
    GreyCard,

    /// <summary>A white card.</summary>
    WhiteCard,

    /// <summary>A black card.</summary>
    BlackCard,

    /// <summary>Skin.</summary>
    Skin,

    /// <summary>The bright side of a face.</summary>
    KeySide,

    /// <summary>Its dark side.</summary>
    FillSide,

    /// <summary>Background.</summary>
    Background,

    /// <summary>Anything.</summary>
    Free,
}

/// <summary>A region of a picture, in shares of its width and height. One that is proposed was found by the program, and nobody has said yet that it is what
/// it is taken for: no match stands on it.</summary>
public sealed record RegionDocument(
    Guid Id,
    RegionKind Kind,
    double X,
    double Y,
    double Width,
    double Height,
    RegionShape Shape = RegionShape.Rectangle,
    bool IsProposed = false
);

/// <summary>The numbers of a log curve: V = c·log10(a·x + b) + d above the cut, e·x + f at and below it.</summary>
public sealed record LogCurveDocument(double A, double B, double C, double D, double E, double F, double Cut);

/// <summary>What a picture is read by; <c>curve</c> is BT.709, HLG, sRGB or Log, and left out where the file's own word is to be taken.</summary>
public sealed record PictureSettingsDocument(
    string? Curve = null,
    LogCurveDocument? Log = null,
    double ClipLevel = 1,
    bool? LegalRange = null,
    double? BalanceK = null,
    double AtSeconds = 0
);

/// <summary>What was measured of a region.</summary>
public sealed record RegionFiguresDocument(
    Guid Id,
    int Pixels,
    double LevelPercent,
    double Red,
    double Green,
    double Blue,
    double ClippedShare,
    double CrushedShare,
    double Noise,
    double? EvennessStops = null,
    double? HighestSignal = null
)
{
    /// <summary>As it is kept.</summary>
    public static RegionFiguresDocument Of(Guid id, RegionStatistics of) =>
        new(
            id,
            of.Pixels,
            of.LevelPercent,
            of.Mean.Red,
            of.Mean.Green,
            of.Mean.Blue,
            of.ClippedShare,
            of.CrushedShare,
            of.Noise,
            of.Evenness?.Value,
            of.HighestSignal
        );

    /// <summary>As it was measured.</summary>
    public RegionStatistics ToStatistics() =>
        new(
            Pixels,
            LevelPercent,
            new LinearRgb(Red, Green, Blue),
            ClippedShare,
            CrushedShare,
            Noise,
            EvennessStops is { } stops ? new Stops(stops) : null
        )
        {
            // A picture of before this was kept: of a grey patch all channels are nearly the same.
            HighestSignal = HighestSignal ?? LevelPercent / 100,
        };
}

/// <summary>Everything that is kept of a picture beside its looks: what it was read by, its regions and what they measured.</summary>
public sealed record PictureDocument(
    PictureSettingsDocument Settings,
    IReadOnlyList<RegionDocument> Regions,
    IReadOnlyList<RegionFiguresDocument> Figures
)
{
    /// <summary>Most regions of a picture.</summary>
    public const int MostRegions = 24;
}

/// <summary>Reads what a person says of a picture into the core; every fault names its field.</summary>
public static class PictureReader
{
    /// <summary>The regions, by their ids.</summary>
    /// <exception cref="RefusedException">One reaches out of the picture, is nothing, or is given twice.</exception>
    public static IReadOnlyList<(RegionDocument Document, FrameRegion Region)> Regions(IReadOnlyList<RegionDocument> regions)
    {
        if (regions.Count > PictureDocument.MostRegions)
        {
            throw new RefusedException(
                ProblemCode.TooMany,
                "/regions",
                $"A picture has at most {PictureDocument.MostRegions} regions. Take one away first."
            );
        }

        if (regions.Select(r => r.Id).Distinct().Count() != regions.Count)
        {
            throw new RefusedException(ProblemCode.Duplicate, "/regions", "A region is given twice.");
        }

        return
        [
            .. regions.Select(
                (r, i) => (r, RefusedException.At($"/regions/{i}", () => new FrameRegion(r.Shape, r.X, r.Y, r.Width, r.Height)))
            ),
        ];
    }

    /// <summary>The curve that is named; null where the file's own word is to be taken.</summary>
    /// <param name="settings">Where it is named.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <exception cref="RefusedException">There is none of the name, or numbers of it are missing.</exception>
    public static ToneCurve? Curve(PictureSettingsDocument settings, string at = "/settings") =>
        settings.Curve switch
        {
            null => null,
            "Log" => settings.Log is { } log
                ? RefusedException.At($"{at}/log", () => LogCurve(log))
                : throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/log",
                    "A log curve needs its seven numbers. They stand in the maker's description of the profile."
                ),
            var name => RefusedException.At($"{at}/curve", () => ToneCurve.Named(name)),
        };

    /// <summary>What the camera's balance was set to.</summary>
    /// <exception cref="RefusedException">No such temperature.</exception>
    public static Kelvin? Balance(PictureSettingsDocument settings) =>
        settings.BalanceK is { } kelvin ? RefusedException.At("/settings/balanceK", () => new Kelvin(kelvin)) : null;

    private static ToneCurve.Log LogCurve(LogCurveDocument log)
    {
        Guard(log.A > 0 && log.C > 0 && log.E > 0 && (log.A * log.Cut) + log.B > 0);
        return new ToneCurve.Log(log.A, log.B, log.C, log.D, log.E, log.F, log.Cut);
    }

    private static void Guard(bool isRight)
    {
        if (!isRight)
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                "a, c and e have to be above zero, and a·cut + b too. Look at the maker's description of the profile again."
            );
        }
    }
}
