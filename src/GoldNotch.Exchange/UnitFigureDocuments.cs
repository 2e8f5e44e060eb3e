using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.UnitFigures;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>What a filter of a unit takes, as it was measured: typed in by a person, or from pictures, and then with its colour and its uncertainty.</summary>
public sealed record UnitFilterDocument(
    string Label,
    double Stops,
    double? ShiftMired = null,
    double? ShiftDuv = null,
    double? UncertaintyStops = null,
    string? By = null,
    DateTimeOffset? At = null,
    Guid? Figure = null
);

/// <summary>The highest gain of a unit that is clean enough; <c>base</c> is empty where it has one; <c>atLeast</c> where every gain that was measured is.</summary>
public sealed record UnitNoiseDocument(
    double GainDb,
    double WantedDb,
    string By,
    DateTimeOffset At,
    string Base = "",
    bool AtLeast = false,
    double? SwitchFromDb = null,
    bool AfterCoding = false,
    Guid? Figure = null
);

/// <summary>Stops above and below mid grey of a unit; <c>profile</c> is empty where nobody has said which it was measured in.</summary>
public sealed record UnitLatitudeDocument(
    double HighlightStops,
    double ShadowStops,
    string By,
    DateTimeOffset At,
    string Base = "",
    string Profile = "",
    bool HighlightsAtLeast = false,
    bool ShadowsAtLeast = false,
    Guid? Figure = null
);

/// <summary>A picture that a measurement asks for; what does not belong to its kind is left out.</summary>
public sealed record FigureShotDocument(
    int Number,
    string? Filter = null,
    int? Run = null,
    double? GainDb = null,
    string? Base = null,
    double? ExposedStops = null,
    string? Unit = null
)
{
    /// <summary>As it is written.</summary>
    public static FigureShotDocument Of(FigureShot shot) =>
        shot switch
        {
            FigureShot.Filter f => new FigureShotDocument(f.Number, Filter: f.Label, Run: f.Run),
            FigureShot.Gained g => new FigureShotDocument(g.Number, GainDb: g.Gain.Value, Base: g.Base),
            FigureShot.Exposed e => new FigureShotDocument(e.Number, ExposedStops: e.By.Value),
            FigureShot.OfUnit u => new FigureShotDocument(u.Number, Unit: u.Tag),
            _ => throw new ArgumentOutOfRangeException(nameof(shot)),
        };
}

/// <summary>A measurement as it is set up; its pictures stand apart.</summary>
/// <param name="Kind">What is measured.</param>
/// <param name="Model">Key of the model.</param>
/// <param name="Shots">The pictures it asks for, in order.</param>
/// <param name="Unit">Tag of the unit; left out where several units are compared.</param>
/// <param name="BalanceK">What white balance is set to.</param>
/// <param name="WantedDb">Of noise: signal to noise that is required.</param>
/// <param name="Base">Of latitude: word of the base; empty where there is one.</param>
/// <param name="Profile">Word of the picture profile; empty where none is known.</param>
/// <param name="Light">The light, in a few words.</param>
public sealed record UnitFigureDocument(
    FigureKind Kind,
    string Model,
    IReadOnlyList<FigureShotDocument> Shots,
    string? Unit = null,
    double BalanceK = 5600,
    double WantedDb = NoiseFigures.UsualWanted,
    string Base = "",
    string Profile = "",
    string Light = ""
)
{
    /// <summary>Most pictures of a measurement.</summary>
    public const int MostShots = 60;
}

/// <summary>How a picture of a measurement was taken: stops opened since the first of its run, and what iris and shutter showed where the camera said.</summary>
public sealed record FigureTakeDocument(
    double OpenedStops = 0,
    string? Iris = null,
    double? ShutterSeconds = null,
    double? ShutterDegrees = null
);

/// <summary>What an accepted measurement is used for: the figures that go to the unit, whether they are the limit of its whole model, and those of the unit that they took the place of.</summary>
public sealed record FigureUseDocument(
    IReadOnlyList<UnitFilterDocument>? Filters = null,
    IReadOnlyList<UnitNoiseDocument>? Noise = null,
    IReadOnlyList<UnitLatitudeDocument>? Latitude = null,
    bool ForModel = false,
    FigureUseDocument? Replaced = null
);

/// <summary>Reads measurements into the core; every fault names its field.</summary>
public static class FigureReader
{
    private const double MostOpened = 20;

    /// <summary>What is measured, by its word.</summary>
    /// <exception cref="RefusedException">There is no such kind.</exception>
    public static FigureKind Kind(string word) => Fields.OneOf<FigureKind>(word, "/kind");

    /// <summary>Refuses what cannot be a measurement of this model.</summary>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static void Check(UnitFigureDocument figure, CameraModel model)
    {
        Fields.InRange(figure.BalanceK, 1500, 40_000, "/balanceK", "white balance in K");
        Fields.InRange(figure.WantedDb, 6, 60, "/wantedDb", "signal to noise that is required, in dB");
        Fields.Text(figure.Light, 120, "/light", mayBeEmpty: true);
        if (figure.Base.Length > 0 && model.Gain.Bases.All(b => b.Word != figure.Base))
        {
            throw new RefusedException(ProblemCode.BadValue, "/base", $"{model.Name} has no base of that name. Choose one of its list.");
        }

        if (figure.Profile.Length > 0 && !model.Curves.ContainsKey(figure.Profile))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/profile",
                $"The specification of {model.Name} does not name the curve of that picture profile. Name it there first, or leave it out."
            );
        }

        if (figure.Kind == FigureKind.Noise && model.Gain.FixedToBase.Contains(figure.Profile))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/profile",
                $"In this profile {model.Name} records at base whatever its gain: there is no noise by gain to be measured. Choose another profile."
            );
        }

        if (figure.Shots.Count is 0 or > UnitFigureDocument.MostShots)
        {
            throw new RefusedException(
                figure.Shots.Count == 0 ? ProblemCode.BadValue : ProblemCode.TooMany,
                "/shots",
                $"A measurement has 1 to {UnitFigureDocument.MostShots} pictures."
            );
        }

        for (int i = 0; i < figure.Shots.Count; i++)
        {
            if (figure.Shots[i].Number != i + 1)
            {
                throw new RefusedException(ProblemCode.BadValue, $"/shots/{i}/number", "The pictures are numbered from 1, in order.");
            }

            Check(Shot(figure, figure.Shots[i], $"/shots/{i}"), model, $"/shots/{i}");
        }

        Fields.Distinct(figure.Shots.Select(s => s with { Number = 0 }), "/shots", "picture");
    }

    /// <summary>A picture as the core takes it.</summary>
    /// <exception cref="RefusedException">It is none of this kind.</exception>
    public static FigureShot Shot(UnitFigureDocument figure, FigureShotDocument shot, string at) =>
        (figure.Kind, shot) switch
        {
            (FigureKind.Filters, { Filter: { } label, Run: { } run }) => new FigureShot.Filter(
                shot.Number,
                Fields.Text(label, 20, $"{at}/filter"),
                (int)Fields.InRange(run, 1, 20, $"{at}/run", "number of the run")
            ),
            (FigureKind.Noise, { GainDb: { } gain }) => new FigureShot.Gained(
                shot.Number,
                new Decibels(Fields.InRange(gain, -60, 120, $"{at}/gainDb", "gain in dB")),
                shot.Base ?? ""
            ),
            (FigureKind.Latitude, { ExposedStops: { } by }) => new FigureShot.Exposed(
                shot.Number,
                new Stops(Fields.InRange(by, -MostOpened, MostOpened, $"{at}/exposedStops", "exposure in stops from mid grey"))
            ),
            (FigureKind.Sisters, { Unit: { } tag }) => new FigureShot.OfUnit(shot.Number, Fields.Text(tag, 30, $"{at}/unit")),
            _ => throw new RefusedException(ProblemCode.BadValue, at, "This picture does not belong to a measurement of this kind."),
        };

    /// <summary>Refuses how a picture cannot have been taken.</summary>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static FigureTakeDocument Take(FigureTakeDocument take, string at)
    {
        Fields.InRange(take.OpenedStops, -MostOpened, MostOpened, $"{at}/openedStops", "stops that were opened");
        if (take.Iris is { } iris)
        {
            RefusedException.At($"{at}/iris", () => FNumber.Parse(iris));
        }

        if (take.ShutterSeconds is { } shutter)
        {
            RefusedException.At($"{at}/shutterSeconds", () => new ExposureTime(shutter));
        }

        if (take.ShutterDegrees is { } angle)
        {
            RefusedException.At($"{at}/shutterDegrees", () => new ShutterAngle(angle));
        }

        return take;
    }

    private static void Check(FigureShot shot, CameraModel model, string at)
    {
        if (shot is FigureShot.Filter filter && model.Filters.All(f => f.Label != filter.Label))
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/filter", $"{model.Name} has no filter position “{filter.Label}”.");
        }

        if (
            shot is FigureShot.Gained gained
            && (gained.Base.Length > 0 ? model.Gain.Bases.All(b => b.Word != gained.Base) : !model.Gain.Bases.IsEmpty)
        )
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/base", $"Say on which base of {model.Name} it is.");
        }
    }
}
