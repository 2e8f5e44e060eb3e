using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;

namespace GoldNotch.Core.Checks;

/// <summary>Whether a check asks a person for a line.</summary>
public enum Asking
{
    /// <summary>It is read in this check.</summary>
    Now,

    /// <summary>It belongs to the shoot or to its end, and is asked when the camera comes back.</summary>
    AtReturn,

    /// <summary>This model does not have the control and nothing requires it, or meets the line without it: nobody looks for it.</summary>
    Nothing,
}

/// <summary>What a check asks for, and what it need not ask again. (Bench rules.)</summary>
public static class CheckQuestions
{
    /// <summary>Whether a line is asked for.</summary>
    /// <param name="line">The line.</param>
    /// <param name="status">How the unit stands; null where it is gone.</param>
    public static Asking Of(SheetLine line, UnitStatus? status) =>
        (line.NothingToDo && !line.LookAnyway) || IsLacking(line) ? Asking.Nothing
        : SettingDefinition.Of(line.Setting).IsAfterTheCheck && status is not (UnitStatus.Out or null) ? Asking.AtReturn
        : Asking.Now;

    /// <summary>Whether the model simply does not have what the line asks for, and no must of the standard is broken by it.</summary>
    public static bool IsLacking(SheetLine line) =>
        line is { Fit: Fit.NotPossible, Target: null } && line.Notch.Importance != Importance.Must && line.Dial.Detents.IsEmpty;

    /// <summary>Settings that an earlier check of the same camera left as this sheet requires; the others differ, or nobody knows.</summary>
    /// <param name="sheet">The sheet of the new check.</param>
    /// <param name="left">How the earlier check left the camera.</param>
    public static ImmutableArray<Setting> AsBefore(Sheet sheet, IReadOnlyDictionary<Setting, Reading> left) =>
        [
            .. CheckEvaluator
                .Evaluate(sheet, left)
                .Where(v =>
                    v.Line.Target is not null
                    && left.ContainsKey(v.Line.Setting)
                    && v.Kind is (VerdictKind.OnTarget or VerdictKind.WithinTolerance)
                )
                .Select(v => v.Line.Setting),
        ];
}
