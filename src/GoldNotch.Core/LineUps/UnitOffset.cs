using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>A match that a unit was in before.</summary>
/// <param name="Against">Tag of the reference it was matched to.</param>
/// <param name="Was">What came of it.</param>
public sealed record UnitMatch(string Against, EarlierMatch Was);

/// <summary>What a unit's number has to be above the reference's, and how that is known. (Section 16.)</summary>
/// <param name="Shift">Mired above it.</param>
/// <param name="DaysOld">Days since it was matched; null where it is a measurement without a date, or none at all.</param>
/// <param name="IsKnown">Whether anybody measured it.</param>
public sealed record UnitOffset(MiredShift Shift, double? DaysOld, bool IsKnown)
{
    /// <summary>Whether it is so old that it is named.</summary>
    public bool IsOld => DaysOld > Matching.OldAfterDays;

    /// <summary>A match of the two in about this light, whichever of them was the reference, or of both to a third; else what was measured on each.</summary>
    /// <param name="reference">The camera whose colour is trusted.</param>
    /// <param name="camera">The camera.</param>
    /// <param name="light">The light that is planned for.</param>
    public static UnitOffset Of(LineUpCamera reference, LineUpCamera camera, Kelvin light)
    {
        if (reference.Tag == camera.Tag)
        {
            return new UnitOffset(default, null, true);
        }

        (MiredShift Shift, double Days)? direct =
            Pick(camera, reference.Tag, light) is { } own ? (own.Offset, own.DaysOld)
            : Pick(reference, camera.Tag, light) is { } other ? (new MiredShift(-other.Offset.Value), other.DaysOld)
            : Third(reference, camera, light);
        return direct is { } found
            ? new UnitOffset(found.Shift, found.Days, true)
            : new UnitOffset(
                new MiredShift((camera.ColourOffset?.Value ?? 0) - (reference.ColourOffset?.Value ?? 0)),
                null,
                camera.ColourOffset is not null
            );
    }

    private static EarlierMatch? Pick(LineUpCamera of, string against, Kelvin light) =>
        Matching.Pick(of.Matches.Where(m => m.Against == against).Select(m => m.Was), light);

    // Of several the one whose older half is the newest.
    private static (MiredShift, double)? Third(LineUpCamera reference, LineUpCamera camera, Kelvin light) =>
        camera
            .Matches.Select(m => m.Against)
            .Distinct()
            .Select(against => (Mine: Pick(camera, against, light), Theirs: Pick(reference, against, light)))
            .Where(p => p is { Mine: not null, Theirs: not null })
            .Select(p =>
                (Shift: new MiredShift(p.Mine!.Offset.Value - p.Theirs!.Offset.Value), Days: Math.Max(p.Mine.DaysOld, p.Theirs.DaysOld))
            )
            .OrderBy(p => p.Days)
            .Select(p => ((MiredShift, double)?)p)
            .FirstOrDefault();
}
