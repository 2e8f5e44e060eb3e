using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Matches;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>The light a match is made in.</summary>
public sealed record MatchLightDocument(double TemperatureK, double? Lux = null);

/// <summary>Where the controls of a camera stand; what nobody read is left out. <c>tint</c> is the number its control shows; where nobody has said which way its numbers run, steps towards green.</summary>
public sealed record MatchPositionDocument(
    double? WhiteK = null,
    double Tint = 0,
    string? Filter = null,
    double? GainDb = null,
    string? Iris = null,
    string Base = ""
);

/// <summary>A camera of a match; <c>begins</c> is where its plan puts its controls, <c>profile</c> the picture profile it records in.</summary>
public sealed record MatchCameraDocument(
    string Letter,
    string Unit,
    bool IrisFree = true,
    string Profile = "",
    MatchPositionDocument? Begins = null
);

/// <summary>What counts as matched.</summary>
public sealed record MatchToleranceDocument(double Stops = 1.0 / 6, double Mired = 5, double Duv = 0.002, double HueDegrees = 3);

/// <summary>A choice that no measurement settles: left open, decided by a named person, or put off.</summary>
public sealed record MatchChoiceDocument(string About, string Decision = "", string By = "", bool PutOff = false);

/// <summary>A match as it is set up; its pictures stand apart, because several people bring them at the same time.</summary>
/// <param name="Name">As spoken.</param>
/// <param name="Light">The light.</param>
/// <param name="Cameras">The cameras, two or more.</param>
/// <param name="ExposureReference">Letter of the camera the others are exposed like.</param>
/// <param name="ColourReference">Letter of the camera whose white balance they follow.</param>
/// <param name="LineUp">The line-up it was begun on.</param>
/// <param name="Tolerance">What counts as matched; left out: the usual.</param>
/// <param name="Choices">What is left to a person.</param>
public sealed record MatchDocument(
    string Name,
    MatchLightDocument Light,
    IReadOnlyList<MatchCameraDocument> Cameras,
    string ExposureReference,
    string ColourReference,
    Guid? LineUp = null,
    MatchToleranceDocument? Tolerance = null,
    IReadOnlyList<MatchChoiceDocument>? Choices = null
)
{
    /// <summary>Most cameras of a match.</summary>
    public const int MostCameras = 12;
}

/// <summary>What a unit needed against another at a match: its number is so much above the other's.</summary>
/// <param name="Id">Made by whoever measured it, so that a retry changes nothing.</param>
/// <param name="Unit">Tag of the unit.</param>
/// <param name="Against">Tag of the reference.</param>
/// <param name="LightK">The light it was measured in.</param>
/// <param name="OffsetMired">Mired that its number is above the reference's.</param>
/// <param name="Duv">How much greener it is than the reference at the same place of the tint control, Δuv.</param>
/// <param name="By">Who measured it.</param>
/// <param name="At">When.</param>
/// <param name="Match">The match it comes from.</param>
public sealed record UnitMatchDocument(
    Guid Id,
    string Unit,
    string Against,
    double LightK,
    double OffsetMired,
    double Duv,
    string By,
    DateTimeOffset At,
    Guid? Match = null
);

/// <summary>Reads matches into the core; every fault names its field.</summary>
public static class MatchReader
{
    private const int LongestName = 120;
    private const int LongestChoice = 300;
    private const int MostChoices = 20;

    /// <summary>Refuses what cannot be a match.</summary>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static void Check(MatchDocument match)
    {
        Fields.Text(match.Name, LongestName, "/name");
        Fields.InRange(match.Light.TemperatureK, 1500, 40_000, "/light/temperatureK", "colour of the light in K");
        if (match.Light.Lux is { } lux)
        {
            RefusedException.At("/light/lux", () => new Lux(lux));
        }

        if (match.Cameras.Count is < 2 or > MatchDocument.MostCameras)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/cameras",
                $"A match has 2 to {MatchDocument.MostCameras} cameras: choose another, or take one away."
            );
        }

        for (int i = 0; i < match.Cameras.Count; i++)
        {
            MatchCameraDocument camera = match.Cameras[i];
            Fields.Text(camera.Letter, 3, $"/cameras/{i}/letter");
            Fields.Text(camera.Unit, 30, $"/cameras/{i}/unit");
            Fields.Text(camera.Profile, 60, $"/cameras/{i}/profile", mayBeEmpty: true);
            if (match.Cameras.Take(i).Any(c => c.Letter == camera.Letter))
            {
                throw new RefusedException(ProblemCode.Duplicate, $"/cameras/{i}/letter", $"Two cameras have the letter {camera.Letter}.");
            }

            if (match.Cameras.Take(i).Any(c => c.Unit == camera.Unit))
            {
                throw new RefusedException(ProblemCode.Duplicate, $"/cameras/{i}/unit", $"{camera.Unit} is in the match twice.");
            }
        }

        Reference(match, match.ExposureReference, "/exposureReference");
        Reference(match, match.ColourReference, "/colourReference");
        MatchToleranceDocument tolerance = match.Tolerance ?? new MatchToleranceDocument();
        Fields.InRange(tolerance.Stops, 0.02, 2, "/tolerance/stops", "tolerance in stops");
        Fields.InRange(tolerance.Mired, 0.5, 100, "/tolerance/mired", "tolerance in mired");
        Fields.InRange(tolerance.Duv, 0.0002, 0.05, "/tolerance/duv", "tolerance in Δuv");
        Fields.InRange(tolerance.HueDegrees, 0.2, 45, "/tolerance/hueDegrees", "tolerance in degrees");
        Choices(match.Choices ?? []);
    }

    /// <summary>Refuses what a unit cannot have needed.</summary>
    /// <param name="needed">What it needed.</param>
    /// <param name="now">Now: nothing was measured later.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static void Check(UnitMatchDocument needed, DateTimeOffset now, string at)
    {
        Fields.Text(needed.Unit, 30, $"{at}/unit");
        Fields.Text(needed.Against, 30, $"{at}/against");
        Fields.InRange(needed.LightK, 1500, 40_000, $"{at}/lightK", "colour of the light in K");
        Fields.InRange(needed.OffsetMired, -500, 500, $"{at}/offsetMired", "offset in mired");
        Fields.InRange(needed.Duv, -0.2, 0.2, $"{at}/duv", "tint in Δuv");
        Fields.Text(needed.By, 80, $"{at}/by");
        if (needed.Unit == needed.Against)
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/against", "A unit is not matched to itself.");
        }

        if (needed.At > now)
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/at", "That is in the future: nothing was measured then yet.");
        }
    }

    /// <summary>A tolerance as the core takes it.</summary>
    public static MatchRest Tolerance(MatchToleranceDocument? of) =>
        of is null ? Matching.Tolerance : new MatchRest(of.Stops, of.Mired, of.Duv, of.HueDegrees);

    /// <summary>A tolerance as it is written.</summary>
    public static MatchToleranceDocument Document(MatchRest tolerance) =>
        new(tolerance.Stops, tolerance.Mired, tolerance.Duv, tolerance.HueDegrees ?? new MatchToleranceDocument().HueDegrees);

    /// <summary>Where the controls of a camera stand.</summary>
    /// <param name="of">The document.</param>
    /// <param name="model">The model, with the filters of this unit.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <exception cref="RefusedException">A control cannot stand there.</exception>
    public static MatchPosition Position(MatchPositionDocument of, CameraModel model, string at) =>
        new(
            of.WhiteK is { } kelvin ? RefusedException.At($"{at}/whiteK", () => new Kelvin(kelvin)) : null,
            Fields.InRange(of.Tint, -1000, 1000, $"{at}/tint", "tint"),
            of.Filter is { Length: > 0 } label ? Filter(label, model, $"{at}/filter") : null,
            of.GainDb is { } gain ? new Decibels(Fields.InRange(gain, -60, 120, $"{at}/gainDb", "gain in dB")) : null,
            of.Iris is { Length: > 0 } iris ? RefusedException.At($"{at}/iris", () => FNumber.Parse(iris)) : null,
            Base(of.Base, model, $"{at}/base")
        );

    /// <summary>A place of the controls as it is written.</summary>
    public static MatchPositionDocument Document(MatchPosition of) =>
        new(of.White?.Value, of.Tint, of.Filter?.Label, of.Gain?.Value, of.Iris?.Engraved(), of.Base);

    private static void Choices(IReadOnlyList<MatchChoiceDocument> choices)
    {
        if (choices.Count > MostChoices)
        {
            throw new RefusedException(ProblemCode.TooMany, "/choices", $"A match has at most {MostChoices} choices. Take one away first.");
        }

        for (int i = 0; i < choices.Count; i++)
        {
            Fields.Text(choices[i].About, LongestChoice, $"/choices/{i}/about");
            Fields.Text(choices[i].Decision, LongestChoice, $"/choices/{i}/decision", mayBeEmpty: true);
            Fields.Text(choices[i].By, 80, $"/choices/{i}/by", mayBeEmpty: true);
            if (choices[i] is { Decision.Length: > 0, By.Length: 0 })
            {
                throw new RefusedException(ProblemCode.BadValue, $"/choices/{i}/by", "Say who decided it, or put it off.");
            }
        }
    }

    private static void Reference(MatchDocument match, string letter, string at)
    {
        if (match.Cameras.All(c => c.Letter != letter))
        {
            throw new RefusedException(ProblemCode.BadValue, at, "The reference is one of the cameras: choose one by its letter.");
        }
    }

    private static FilterPosition Filter(string label, CameraModel model, string at) =>
        model.FilterPositions().FirstOrDefault(f => f.Label == label)
        ?? throw new RefusedException(
            ProblemCode.BadValue,
            at,
            $"{model.Name} has no filter {(label.Length > 20 ? label[..20] + "…" : label)}. It has {string.Join(", ", model.FilterPositions().Select(f => f.Label).DefaultIfEmpty("none"))}."
        );

    private static string Base(string word, CameraModel model, string at) =>
        word.Length == 0 || model.Gain.Bases.Any(b => b.Word == word)
            ? word
            : throw new RefusedException(
                ProblemCode.BadValue,
                at,
                $"{model.Name} has no base of that name. It has {string.Join(", ", model.Gain.Bases.Select(b => b.Word).DefaultIfEmpty("one base only: leave it out"))}."
            );
}
