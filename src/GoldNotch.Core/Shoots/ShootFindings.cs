using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Shoots;

/// <summary>What is known of a camera of a shoot.</summary>
/// <param name="Letter">Its letter.</param>
/// <param name="Unit">Its asset tag.</param>
/// <param name="Status">Where it is.</param>
/// <param name="Readiness">Whether its last check holds on the day.</param>
/// <param name="HasSheet">Whether a standard gives it a sheet.</param>
/// <param name="HasKit">Whether somebody wrote down its kit.</param>
/// <param name="HeldBy">Who has it for something else, and until when; null where nobody does.</param>
/// <param name="Operator">Who is at it; empty where nobody is named.</param>
/// <param name="OperatorIsActive">Whether that person is still with the department.</param>
/// <param name="OperatorElsewhere">Another shoot at the same time with the same operator; empty where there is none.</param>
/// <param name="Free">Units of the same model that are free at that time.</param>
public sealed record ShootCameraFacts(
    string Letter,
    string Unit,
    UnitStatus Status,
    ReadinessState Readiness,
    bool HasSheet,
    bool HasKit,
    (string Borrower, DateTimeOffset Until)? HeldBy,
    string Operator,
    bool OperatorIsActive,
    string OperatorElsewhere,
    ImmutableArray<string> Free
)
{
    /// <summary>Whether whoever holds it should have brought it back by now, whenever the shoot is.</summary>
    public bool IsOverdue { get; init; }
}

/// <summary>A pool that shoots take more from than it has.</summary>
/// <param name="Name">The pool.</param>
/// <param name="Has">What it has.</param>
/// <param name="Elsewhere">What other shoots take of it at that time.</param>
/// <param name="Here">What this one takes.</param>
public sealed record PoolFacts(string Name, int Has, int Elsewhere, int Here);

/// <summary>Something that keeps a shoot from being right.</summary>
/// <param name="Letter">The camera it is about; empty where it is about none.</param>
/// <param name="IsFault">Whether the shoot cannot go on with it; else it is to be known.</param>
/// <param name="Because">What it is, and the nearest way out.</param>
public sealed record ShootFinding(string Letter, bool IsFault, Judgement Because);

/// <summary>What is told of a shoot at once, before anybody packs.</summary>
public static class ShootFindings
{
    // A judgement lists no more free units than one reads.
    private const int MostFree = 3;

    private const string RuleId = "SHOOT";

    private static readonly Template NoCall = new(RuleId, "no-call", "No call is set: nothing is booked. Say when it begins and ends.");
    private static readonly Template NoEnd = new(RuleId, "no-end", "No end is set: its cameras are not booked. Say when it is over.");
    private static readonly Template CallPast = new(
        RuleId,
        "call-past",
        "The call has passed and nothing was handed out. Move it, or cancel the shoot."
    );
    private static readonly Template NoCameras = new(RuleId, "no-cameras", "No camera is chosen. Choose one.");
    private static readonly Template NoStandard = new(
        RuleId,
        "no-standard",
        "{unit} has no sheet: no approved standard is chosen for it. Choose one, or plan it in the line-up."
    );
    private static readonly Template Repair = new(RuleId, "repair", "{unit} is in repair. {free}");
    private static readonly Template Retired = new(RuleId, "retired", "{unit} is no longer lent. {free}");
    private static readonly Template Held = new(
        RuleId,
        "held",
        "{unit} is with {borrower} until {day}, after the cameras are collected. {free}"
    );
    private static readonly Template Overdue = new(
        RuleId,
        "overdue",
        "{unit} is out with {borrower} and overdue since {day}: it may not be back for this shoot. Ask for it now. {free}"
    );
    private static readonly Template CheckDue = new(RuleId, "check-due", "{unit} is not checked. Check it before it goes out.");
    private static readonly Template CheckOff = new(
        RuleId,
        "check-off",
        "The last check of {unit} left something off target. Correct it and check again. {free}"
    );
    private static readonly Template NoKit = new(
        RuleId,
        "no-kit",
        "Nobody wrote down the kit of {unit}: cards and batteries cannot be counted. Write its list."
    );
    private static readonly Template OperatorLeft = new(
        RuleId,
        "operator-left",
        "{operator} has left the department. Choose who is at camera {letter}."
    );
    private static readonly Template OperatorTwice = new(
        RuleId,
        "operator-twice",
        "{operator} is at “{shoot}” at the same time. Choose somebody else for camera {letter}, or move one of the two."
    );
    private static readonly Template PoolShort = new(
        RuleId,
        "pool-short",
        "{here} of {pool} are taken here and {elsewhere} by other shoots at that time; there are {has}. Take {missing} less, or get more."
    );
    private static readonly Template FreeUnits = new(RuleId, "free", "Free at that time: {units}.");
    private static readonly Template NoneFree = new(RuleId, "none-free", "No other of its model is free at that time.");

    /// <summary>Everything there is to tell, what stops it first.</summary>
    /// <param name="call">When the call is; null while it is not known.</param>
    /// <param name="hasEnd">Whether the end is known.</param>
    /// <param name="isOut">Whether a camera of it was handed out.</param>
    /// <param name="now">The time.</param>
    /// <param name="cameras">Its cameras.</param>
    /// <param name="pools">Pools it takes from.</param>
    public static ImmutableArray<ShootFinding> Of(
        DateTimeOffset? call,
        bool hasEnd,
        bool isOut,
        DateTimeOffset now,
        IReadOnlyList<ShootCameraFacts> cameras,
        IReadOnlyList<PoolFacts> pools
    )
    {
        List<ShootFinding> found = [];
        if (call is null || !hasEnd)
        {
            found.Add(new ShootFinding("", false, (call is null ? NoCall : NoEnd).Of()));
        }
        else if (call < now && !isOut)
        {
            found.Add(new ShootFinding("", false, CallPast.Of()));
        }

        if (cameras.Count == 0)
        {
            found.Add(new ShootFinding("", false, NoCameras.Of()));
        }

        found.AddRange(cameras.SelectMany(c => OfCamera(c)));
        found.AddRange(
            pools
                .Where(p => p.Here + p.Elsewhere > p.Has)
                .Select(p => new ShootFinding(
                    "",
                    true,
                    PoolShort.Of(
                        ("pool", p.Name),
                        ("here", FigureValue.Count(p.Here)),
                        ("elsewhere", FigureValue.Count(p.Elsewhere)),
                        ("has", FigureValue.Count(p.Has)),
                        ("missing", FigureValue.Count(Math.Min(p.Here, p.Here + p.Elsewhere - p.Has)))
                    )
                ))
        );
        return [.. found.OrderByDescending(f => f.IsFault)];
    }

    private static IEnumerable<ShootFinding> OfCamera(ShootCameraFacts camera)
    {
        (string, FigureValue) unit = ("unit", camera.Unit);
        (string, FigureValue) free = ("free", FreeOf(camera));
        ShootFinding Fault(Judgement because) => new(camera.Letter, true, because);
        ShootFinding Known(Judgement because) => new(camera.Letter, false, because);

        if (camera.Status is UnitStatus.Repair or UnitStatus.Retired)
        {
            yield return Fault((camera.Status == UnitStatus.Repair ? Repair : Retired).Of(unit, free));
        }
        else if (camera.HeldBy is { } held)
        {
            yield return Fault(
                (camera.IsOverdue ? Overdue : Held).Of(
                    unit,
                    free,
                    ("borrower", held.Borrower),
                    ("day", DateOnly.FromDateTime(held.Until.Date))
                )
            );
        }
        else if (camera.Readiness == ReadinessState.Off)
        {
            yield return Fault(CheckOff.Of(unit, free));
        }
        else if (camera.Readiness == ReadinessState.Due)
        {
            yield return Known(CheckDue.Of(unit));
        }

        if (!camera.HasSheet)
        {
            yield return Fault(NoStandard.Of(unit));
        }

        if (!camera.HasKit)
        {
            yield return Known(NoKit.Of(unit));
        }

        if (camera.Operator.Length > 0 && !camera.OperatorIsActive)
        {
            yield return Fault(OperatorLeft.Of(("operator", camera.Operator), ("letter", camera.Letter)));
        }
        else if (camera.OperatorElsewhere.Length > 0)
        {
            yield return Fault(
                OperatorTwice.Of(("operator", camera.Operator), ("shoot", camera.OperatorElsewhere), ("letter", camera.Letter))
            );
        }
    }

    private static FigureValue FreeOf(ShootCameraFacts camera) =>
        FigureValue.Of([camera.Free.IsEmpty ? NoneFree.Of() : FreeUnits.Of(("units", FigureValue.Of(camera.Free.Take(MostFree))))]);
}
