using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets;

/// <summary>Controls of a sheet that stand elsewhere than on another model which the person knows: a hand goes where it went before.</summary>
public static class MovedControls
{
    private const string RuleId = "MOVED-CONTROL";

    private static readonly Template Elsewhere = new(RuleId, "elsewhere", "On {known}: {side}, {control}. {path}");
    private static readonly Template InMenu = new(RuleId, "in-menu", "On {known}: {path}");
    private static readonly Template None = new(RuleId, "none", "{known} has none.");

    /// <summary>Where each control that stands elsewhere is on the other model. What one of the two specifications does not place is not compared.</summary>
    /// <param name="sheet">The sheet of the issued model.</param>
    /// <param name="known">The model that the person knows.</param>
    public static ImmutableDictionary<Setting, Judgement> Of(Sheet sheet, CameraModel known) =>
        known.Key == sheet.Model.Key
            ? ImmutableDictionary<Setting, Judgement>.Empty
            : sheet
                .Lines.Where(l => !l.NothingToDo && l.Place is not null)
                .Select(l => (l.Setting, Told: Told(l.Setting, l.Place!, known)))
                .Where(l => l.Told is not null)
                .ToImmutableDictionary(l => l.Setting, l => l.Told!);

    private static Judgement? Told(Setting setting, ControlPlace here, CameraModel known)
    {
        if (known.NotFitted.Contains(setting))
        {
            return None.Of(setting, ("known", known.Name));
        }

        if (known.PlaceOf(setting) is not { } there || IsSame(here, there))
        {
            return null;
        }

        return (there.Side == BodySide.Screen && there.Path.Length > 0 ? InMenu : Elsewhere).Of(
            setting,
            ("known", known.Name),
            ("side", there.SideName),
            ("control", there.Name),
            ("path", there.Path)
        );
    }

    // A menu is walked by its path, a control on the body is found by its side and by what is printed on it.
    private static bool IsSame(ControlPlace here, ControlPlace there) =>
        here.Side == there.Side
        && (
            here.Side == BodySide.Screen
                ? here.Path.Equals(there.Path, StringComparison.OrdinalIgnoreCase)
                : here.Name.Equals(there.Name, StringComparison.OrdinalIgnoreCase)
        );
}
