using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Matches;

/// <summary>What a matched unit needs against the reference of white balance: stored on the unit, and planned by next time. (Section 16.)</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Offset">Mired that its number is above the reference's.</param>
/// <param name="Duv">How much greener it is than the reference at the same place of the tint control.</param>
public sealed record UnitNeed(string Letter, MiredShift Offset, double Duv)
{
    /// <summary>What each matched camera needs; one without a number, on either side, tells nothing that could be dialled.</summary>
    /// <param name="match">The match.</param>
    /// <param name="report">How it stands.</param>
    public static ImmutableArray<UnitNeed> Of(CameraMatch match, MatchReport report)
    {
        if (report.Rows.FirstOrDefault(r => r.Camera.Letter == match.ColourReference) is not { Last: { } reference } of || !IsNumbered(of))
        {
            return [];
        }

        (GreyCast Cast, double Tint) own = At(match, of, reference);
        return
        [
            .. report
                .Rows.Where(r => r != of && r.State is MatchState.Matched && IsNumbered(r))
                .Select(r =>
                {
                    (GreyCast Cast, double Tint) unit = At(match, r, r.Last!);
                    return new UnitNeed(
                        r.Camera.Letter,
                        Matching.Offset(reference.Take.At.White!.Value, own.Cast.Cast, r.Last!.Take.At.White!.Value, unit.Cast.Cast),
                        unit.Cast.Duv - unit.Tint - (own.Cast.Duv - own.Tint)
                    );
                }),
        ];
    }

    private static bool IsNumbered(MatchRow row) => row.Last is { Standing.Remedy: null, Take.At.White: not null };

    // What its tint control adds is not the camera's own.
    private static (GreyCast Cast, double Tint) At(CameraMatch match, MatchRow row, MatchTurn turn)
    {
        MatchShot shot = match.Shot(turn.Take);
        double steps = row.Camera.TintStepsBetween(turn.Take.At with { Tint = 0 }, turn.Take.At);
        return (GreyCast.Of(shot.Grey.Mean, shot.Set), steps * (row.Camera.Tint?.StepDuv ?? 0));
    }
}
