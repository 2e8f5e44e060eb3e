using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Practice;

/// <summary>How a control is worked.</summary>
public enum ControlMake
{
    /// <summary>A slide or switch: each position is there at once.</summary>
    Switch,

    /// <summary>A wheel with detents: one after the other.</summary>
    Dial,

    /// <summary>A ring on the lens.</summary>
    Ring,

    /// <summary>A button: each press goes one on.</summary>
    Button,

    /// <summary>A button that is held for two seconds.</summary>
    Hold,

    /// <summary>An entry of a menu that is walked to.</summary>
    Menu,
}

/// <summary>A setting that a control works, and how.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Make">How it is worked.</param>
/// <param name="Menu">The menu entries on the way to it, in their order; empty where it is no menu.</param>
public sealed record WorkedSetting(Setting Setting, ControlMake Make, ImmutableArray<string> Menu);

/// <summary>A control on the body as the specification states it: one place, one name, one or more settings.</summary>
/// <param name="Key">Key within the body, e.g. <c>left:gain</c>.</param>
/// <param name="Side">Its side.</param>
/// <param name="Across">Place along the side, 0 to 1.</param>
/// <param name="Down">Place down the side, 0 to 1.</param>
/// <param name="Name">What is printed on or beside it.</param>
/// <param name="Settings">What it works, in the order of the work.</param>
public sealed record BodyControl(
    string Key,
    BodySide Side,
    double Across,
    double Down,
    string Name,
    ImmutableArray<WorkedSetting> Settings
);

/// <summary>The body of a camera for practice: every control that its specification places.</summary>
public static class PracticeBody
{
    // More positions than this are stepped through, not seen at once.
    private const int MostOnASwitch = 4;

    /// <summary>The controls of a model, side by side and from the top left. What the specification does not place is not there.</summary>
    /// <param name="model">The model.</param>
    public static ImmutableArray<BodyControl> Of(CameraModel model) =>
        [
            .. SettingDefinition
                .All.Select(d => d.Setting)
                .Where(s => IsWorkable(s, model))
                .Select(s => (Setting: s, Place: model.PlaceOf(s)!))
                .GroupBy(p => KeyOf(p.Place))
                .Select(g => new BodyControl(
                    g.Key,
                    g.First().Place.Side,
                    g.Min(p => p.Place.Across),
                    g.Min(p => p.Place.Down),
                    g.First().Place.Name,
                    [.. g.Select(p => new WorkedSetting(p.Setting, MakeOf(p.Setting, p.Place, model), MenuOf(p.Place)))]
                ))
                .OrderBy(c => c.Side)
                .ThenBy(c => Math.Round(c.Down, 1))
                .ThenBy(c => c.Across)
                .ThenBy(c => c.Key, StringComparer.Ordinal),
        ];

    /// <summary>Whether a setting has a control that is placed and can be worked.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="model">The model.</param>
    public static bool IsWorkable(Setting setting, CameraModel model) =>
        model.PlaceOf(setting) is not null
        && !model.NotFitted.Contains(setting)
        && SettingDefinition.Of(setting).Kind != SettingKind.Task
        && setting
            is not (Setting.CardMinutes or Setting.RunningMinutes or Setting.CardSpeed or Setting.FileSystem or Setting.AudioPeakLevel);

    /// <summary>Key of the control at a place.</summary>
    public static string KeyOf(ControlPlace place) =>
        $"{place.Side.ToString().ToLowerInvariant()}:{string.Concat(place.Name.ToLowerInvariant().Select(c => char.IsLetterOrDigit(c) ? c : '-'))}";

    /// <summary>How a control is worked, by what the specification says of it: in a menu, held, pressed again and again, else by how many positions it has.</summary>
    internal static ControlMake MakeOf(Setting setting, ControlPlace place, CameraModel model)
    {
        bool Says(string word) => place.Path.Contains(word, StringComparison.OrdinalIgnoreCase);
        int positions = Dial.Of(setting, model, null).Detents.Length;
        return place.Side == BodySide.Screen || (positions > MostOnASwitch && !MenuOf(place).IsEmpty) ? ControlMake.Menu
            : place.Side == BodySide.Lens ? ControlMake.Ring
            : Says("hold") || Says("two seconds") ? ControlMake.Hold
            : Says("each press") ? ControlMake.Button
            : positions <= MostOnASwitch ? ControlMake.Switch
            : ControlMake.Dial;
    }

    /// <summary>The entries to walk through: what the path lists after <em>Menu</em>, or the name of the control where it says none.</summary>
    /// <param name="place">The place, as the specification states it.</param>
    public static ImmutableArray<string> MenuOf(ControlPlace place)
    {
        int menu = place.Path.IndexOf("Menu,", StringComparison.OrdinalIgnoreCase);
        if (menu < 0)
        {
            return place.Side == BodySide.Screen ? [place.Name] : [];
        }

        string way = place.Path[(menu + "Menu,".Length)..];
        int end = way.IndexOfAny(['.', ';', ':']);
        // A point within an entry is part of its name.
        end = end > 0 && end + 1 < way.Length && way[end] == '.' && way[end + 1] != ' ' ? way.IndexOf(". ", StringComparison.Ordinal) : end;
        ImmutableArray<string> entries =
        [
            .. (end > 0 ? way[..end] : way)
                .Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                .Select(e => e.TrimEnd('.')),
        ];
        return entries.IsEmpty ? [place.Name] : entries;
    }
}
