using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Exchange;

namespace GoldNotch.Data;

/// <summary>The sheet a check is held against: from its own specification, its version of the standard and the plan it was begun from.</summary>
public static class CheckSheets
{
    /// <summary>Compiles the sheet, without waivers.</summary>
    /// <param name="specification">The specification frozen with the check, as JSON.</param>
    /// <param name="shoot">The plan of a line-up it was begun from; null where there is none.</param>
    /// <param name="standard">Its version of the standard.</param>
    /// <exception cref="RefusedException">A stored field cannot be.</exception>
    public static Sheet Compile(string specification, PlannedSheetDocument? shoot, Standard standard)
    {
        CameraModel model = ModelReader.ToModel(ModelStore.ReadSpecification(specification));
        return shoot is null ? SheetCompiler.Compile(standard, model) : PlannedSheets.Sheet(standard, model, shoot);
    }

    /// <summary>The sheet with the waivers that count for a check. For a signed check only what counted while it was open: a later waiver does not rewrite it.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="check">The check.</param>
    /// <param name="waivers">The waivers of its standard.</param>
    /// <param name="now">Now.</param>
    public static Sheet WithWaivers(Sheet sheet, StoredCheck check, IEnumerable<Waiver> waivers, DateTimeOffset now) =>
        sheet with
        {
            Waived =
            [
                .. waivers
                    .Where(w => Counts(w, check, sheet.Model.Key, now))
                    .Select(w => new WaivedNotch(
                        SettingDefinition.Parse(w.Setting),
                        w.UnitTag ?? sheet.Model.Name,
                        w.Reason,
                        w.Author,
                        w.ExpiresOn
                    )),
            ],
        };

    /// <summary>The day a waiver must last to in order to count for a check.</summary>
    public static DateOnly DayOf(StoredCheck check) => DateOnly.FromDateTime(check.StartedAt.UtcDateTime);

    private static bool Counts(Waiver waiver, StoredCheck check, string model, DateTimeOffset now) =>
        (waiver.ModelKey == model || waiver.UnitTag == check.UnitTag)
        && waiver.MadeAt <= (check.SignedAt ?? now)
        && waiver.ExpiresOn >= DayOf(check)
        && (waiver.EndedAt is not { } ended || (check.SignedAt is { } signed && ended > signed));
}
