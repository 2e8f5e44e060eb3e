using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Matches;

/// <summary>One picture of a camera in a match.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Turn">Which time pictures were taken, 1 and up.</param>
/// <param name="At">Where its controls stood.</param>
/// <param name="Grey">What its grey card measures.</param>
/// <param name="Skin">Linear means of the skin beside it; null where none was measured.</param>
public sealed record MatchTake(string Letter, int Turn, MatchPosition At, RegionStatistics Grey, LinearRgb? Skin = null);

/// <summary>Several cameras that are to look alike, with every picture that was taken of them.</summary>
/// <param name="Light">The light as it was read, which a camera without a number is taken to be balanced for.</param>
/// <param name="ExposureReference">Letter of the camera the others are exposed like.</param>
/// <param name="ColourReference">Letter of the camera whose white balance the others follow; often the same.</param>
/// <param name="Tolerance">What counts as matched.</param>
/// <param name="Cameras">The cameras.</param>
/// <param name="Takes">Every picture.</param>
public sealed record CameraMatch(
    Kelvin Light,
    string ExposureReference,
    string ColourReference,
    MatchRest Tolerance,
    ImmutableArray<MatchCamera> Cameras,
    ImmutableArray<MatchTake> Takes
)
{
    /// <summary>The last time pictures were taken; 0 before the first.</summary>
    public int Turn => Takes.IsEmpty ? 0 : Takes.Max(t => t.Turn);

    /// <summary>The newest picture of a camera at a turn or before it; null where there is none.</summary>
    internal MatchTake? Newest(string letter, int turn) => Takes.Where(t => t.Letter == letter && t.Turn <= turn).MaxBy(t => t.Turn);

    /// <summary>A picture as the loop reads it.</summary>
    internal MatchShot Shot(MatchTake take) => new(take.Grey, take.At.White ?? Light, take.Skin);
}

/// <summary>How a camera stands in a match.</summary>
public enum MatchState
{
    /// <summary>There is no picture of it.</summary>
    NoPicture,

    /// <summary>A reference has no picture that can be used, so nothing can be compared.</summary>
    NoReference,

    /// <summary>Its own picture is not fit.</summary>
    NotFit,

    /// <summary>Something is off, and can be moved.</summary>
    Off,

    /// <summary>Something is off, and none of its controls goes further.</summary>
    OutOfReach,

    /// <summary>Nothing is off.</summary>
    Matched,

    /// <summary>The others are matched to it, in exposure and in white balance.</summary>
    Reference,
}

/// <summary>One turn of one camera.</summary>
/// <param name="Take">Its picture.</param>
/// <param name="Standing">How it stood.</param>
/// <param name="Predicted">What the turn before said would be left; null at the first, and where a picture was only made fit.</param>
/// <param name="Counts">Whether a correction of it was proposed, which counts as a round.</param>
public sealed record MatchTurn(MatchTake Take, MatchStanding Standing, MatchRest? Predicted, bool Counts);

/// <summary>How one camera stands, and what to do next.</summary>
/// <param name="Camera">The camera.</param>
/// <param name="State">How it stands.</param>
/// <param name="Turns">Its pictures that could be compared, oldest first.</param>
/// <param name="Steps">What to move, in order.</param>
/// <param name="Next">Where its controls stand then; null where nothing was read.</param>
/// <param name="GotWorse">What ended further off than it began, and is outside its tolerance: <c>stops</c>, <c>mired</c>, <c>duv</c>.</param>
public sealed record MatchRow(
    MatchCamera Camera,
    MatchState State,
    ImmutableArray<MatchTurn> Turns,
    ImmutableArray<MatchStep> Steps,
    MatchPosition? Next,
    ImmutableArray<string> GotWorse
)
{
    /// <summary>Rounds that counted so far.</summary>
    public int Rounds => Turns.Count(t => t.Counts);

    /// <summary>Its last turn; null before the first.</summary>
    public MatchTurn? Last => Turns.IsEmpty ? null : Turns[^1];
}

/// <summary>How far the light moved between the first and the last picture of a reference whose controls were not touched between.</summary>
/// <param name="Letter">The reference.</param>
/// <param name="Stops">Exposure, positive brighter.</param>
/// <param name="Mired">Colour, positive warmer.</param>
public sealed record MovedLight(string Letter, Stops Stops, MiredShift Mired)
{
    // Over so much it is not the noise of two pictures. (Section 16.)
    private const double SeenStops = 0.05;
    private const double SeenMired = 3;

    /// <summary>Whether it is said.</summary>
    public bool IsSaid => Math.Abs(Stops.Value) > SeenStops + Guard.Edge || Math.Abs(Mired.Value) > SeenMired + Guard.Edge;
}

/// <summary>A match as it stands. (Sections 12 and 16.)</summary>
/// <param name="Rows">The cameras, in order.</param>
/// <param name="Light">How far the light moved; null where no reference was photographed twice at the same settings.</param>
public sealed record MatchReport(ImmutableArray<MatchRow> Rows, MovedLight? Light)
{
    /// <summary>Whether every camera is matched, or is the reference.</summary>
    public bool IsMatched => Rows.Length > 1 && Rows.All(r => r.State is MatchState.Matched or MatchState.Reference);

    /// <summary>Goes through all pictures, turn by turn.</summary>
    /// <param name="match">The match.</param>
    public static MatchReport Of(CameraMatch match) =>
        new([.. match.Cameras.Select(c => Row(match, c))], Moved(match, match.ColourReference) ?? Moved(match, match.ExposureReference));

    private static MatchRow Row(CameraMatch match, MatchCamera camera)
    {
        MatchTake[] takes = [.. match.Takes.Where(t => t.Letter == camera.Letter).OrderBy(t => t.Turn)];
        bool isReference = camera.Letter == match.ExposureReference && camera.Letter == match.ColourReference;
        if (takes.Length == 0)
        {
            return new MatchRow(camera, MatchState.NoPicture, [], [], null, []);
        }

        var turns = ImmutableArray.CreateBuilder<MatchTurn>();
        MatchResponse response = MatchResponse.AsSaid;
        foreach (MatchTake take in takes)
        {
            MatchTake? exposure = Reference(match, match.ExposureReference, take);
            MatchTake? colour = Reference(match, match.ColourReference, take);
            if (exposure is null || colour is null)
            {
                continue;
            }

            MatchTurn? before = turns.LastOrDefault(t => t.Standing.Remedy is null);
            MatchShot shot = match.Shot(take);
            if (before is not null && CardReading.IsUsed(take.Grey))
            {
                double steps = camera.TintStepsBetween(before.Take.At, take.At);
                response = MatchResponse.Between(
                    match.Shot(before.Take),
                    shot,
                    steps * (camera.Tint?.StepDuv ?? 0),
                    match.Shot(colour).Grey.Mean
                );
            }

            MatchStanding standing = MatchLoop.Stand(
                shot,
                match.Shot(exposure),
                match.Shot(colour),
                camera.ControlsAt(take.At, shot.Set),
                response,
                match.Tolerance
            );
            turns.Add(new MatchTurn(take, standing, turns.LastOrDefault() is { } last ? Predicted(last) : null, Counts(standing)));
        }

        if (turns.Count == 0)
        {
            return new MatchRow(
                camera,
                isReference && !CardReading.IsUsed(takes[^1].Grey) ? MatchState.NotFit : MatchState.NoReference,
                [],
                [],
                takes[^1].At,
                []
            );
        }

        MatchTurn newest = turns[^1];
        ImmutableArray<MatchStep> todo =
            isReference && newest.Standing.Remedy is null ? [] : MatchStep.For(camera, newest.Take.At, newest.Standing);
        return new MatchRow(
            camera,
            State(newest.Standing, isReference, todo),
            turns.ToImmutable(),
            todo,
            isReference ? newest.Take.At : Next(camera, newest),
            isReference ? [] : Worse(turns, match.Tolerance)
        );
    }

    // A reference's own picture is compared with itself, so that it is told when it is not fit.
    private static MatchTake? Reference(CameraMatch match, string letter, MatchTake take) =>
        letter == take.Letter ? take
        : match.Newest(letter, take.Turn) is { } of && CardReading.IsUsed(of.Grey) ? of
        : null;

    private static MatchState State(MatchStanding standing, bool isReference, ImmutableArray<MatchStep> todo) =>
        standing.Remedy is not null ? MatchState.NotFit
        : isReference ? MatchState.Reference
        : standing.IsMatched ? MatchState.Matched
        : todo.Any(s => s.Moves) ? MatchState.Off
        : MatchState.OutOfReach;

    private static bool Counts(MatchStanding standing) => standing is { Remedy: null, IsMatched: false };

    private static MatchRest? Predicted(MatchTurn turn) =>
        turn.Standing.Round is { } round ? new MatchRest(round.RestStops.Value, round.RestMired.Value, round.RestDuv) : null;

    private static MatchPosition Next(MatchCamera camera, MatchTurn newest) =>
        newest.Standing.Remedy is { } remedy ? camera.After(newest.Take.At, remedy)
        : newest.Standing is { IsMatched: false, Round: { } round } ? camera.After(newest.Take.At, round)
        : newest.Take.At;

    private static ImmutableArray<string> Worse(IEnumerable<MatchTurn> turns, MatchRest tolerance)
    {
        MatchRest[] rests = [.. turns.Select(t => t.Standing.Rest).OfType<MatchRest>()];
        return rests.Length > 1 ? Matching.PutBack(rests[0], rests[^1], tolerance) : [];
    }

    private static MovedLight? Moved(CameraMatch match, string letter)
    {
        MatchTake[] takes = [.. match.Takes.Where(t => t.Letter == letter && CardReading.IsUsed(t.Grey)).OrderBy(t => t.Turn)];
        MatchTake? first = takes.FirstOrDefault(t => takes.Length > 1 && t.At == takes[^1].At);
        if (first is null || first == takes[^1])
        {
            return null;
        }

        (MatchShot was, MatchShot now) = (match.Shot(first), match.Shot(takes[^1]));
        return new MovedLight(
            letter,
            Matching.Difference(now.Grey.Mean, was.Grey.Mean).Value,
            new MiredShift(GreyCast.Of(now.Grey.Mean, now.Set).Cast.Value - GreyCast.Of(was.Grey.Mean, was.Set).Cast.Value)
        );
    }
}
