using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings;

/// <summary>A setting with a computation of its own.</summary>
internal abstract class ComputedSetting(
    Setting setting,
    string key,
    string name,
    int step,
    NaturalUnit unit,
    string example,
    params string[] requirements
) : SettingDefinition(setting, key, name, step, SettingKind.Computed, unit, example)
{
    public override ImmutableArray<string> Requirements { get; } = [.. requirements];

    /// <inheritdoc/>
    internal override SettingValue Read(string typed, Dial dial, ControlSource control) =>
        throw dial.NoSuchPlace(typed, this, control.Model);
}

/// <summary>A setting that is one of the named positions of its control.</summary>
internal abstract class ChoiceSetting : SettingDefinition
{
    protected ChoiceSetting(
        Setting setting,
        string key,
        string name,
        int step,
        string example,
        string[]? words = null,
        string whenAbsent = "",
        bool ordered = false
    )
        : base(setting, key, name, step, SettingKind.Choice, NaturalUnit.None, example)
    {
        Words = [.. words ?? []];
        WhenAbsent = whenAbsent;
        Ordered = ordered;
    }

    public override ImmutableArray<string> Requirements => Words;

    public override bool IsStatedBy(CameraModel model) => model.Choices.ContainsKey(Setting);

    internal override IEnumerable<Detent> Detents(ControlSource control) => Positions(control.Model, _ => true);

    /// <summary>A control whose positions nobody listed may stand at anything.</summary>
    internal override SettingValue Read(string typed, Dial dial, ControlSource control) =>
        dial.Detents.IsEmpty ? new SettingValue.Choice(typed) : throw dial.NoSuchPlace(typed, this, control.Model);

    protected IEnumerable<Detent> Positions(CameraModel model, Func<ChoicePosition, bool> there) =>
        (model.Choices.GetValueOrDefault(Setting)?.Positions ?? [])
            .Where(there)
            .Select(
                (p, i) =>
                    new Detent(
                        new SettingValue.Choice(p.Word, p.Shown),
                        p.Label,
                        p.Label.Equals(p.Word, StringComparison.OrdinalIgnoreCase) ? "" : p.Word,
                        i,
                        true
                    )
            );
}

/// <summary>A setting that is a number on a control or a display.</summary>
internal abstract class LevelSetting(
    Setting setting,
    string key,
    string name,
    int step,
    NaturalUnit unit,
    string example,
    params string[] requirements
) : SettingDefinition(setting, key, name, step, SettingKind.Level, unit, example)
{
    // A mark is typed as it is printed, to one decimal.
    private const double SameMark = 0.05;

    // Thirds are typed of a dial in quarters, as files of before wrote them: the nearest quarter is a twelfth away.
    private const double SameStops = (1.0 / 12) + 0.001;

    public override ImmutableArray<string> Requirements { get; } = requirements is [] ? [Level.Label(0, unit)] : [.. requirements];

    public override bool IsStatedBy(CameraModel model) => model.Levels.ContainsKey(Setting);

    internal override IEnumerable<Detent> Detents(ControlSource control)
    {
        if (control.Model.Levels.GetValueOrDefault(Setting) is not { } level)
        {
            yield break;
        }

        double span = level.Marks[^1] - level.Marks[0];
        if (level.HasOff)
        {
            yield return Detent.Named(new SettingValue.Choice("off"), "off", level.Marks[0] - Math.Max(span / 8, 1));
        }

        foreach (double mark in level.Marks)
        {
            yield return new Detent(new SettingValue.Amount(mark, Unit), Marked(mark), "", mark, true);
        }
    }

    // As it is printed beside the control: stops in thirds where they are thirds, without the unit.
    private string Marked(double mark) =>
        Unit == NaturalUnit.Stops ? Level.Label(mark, Unit).Split(Notation.ThinSpace)[0] : Notation.Number(mark, 1);

    /// <summary>What is read off a display may be any number; a control only stands at its marks.</summary>
    internal override SettingValue Read(string typed, Dial dial, ControlSource control)
    {
        if (dial.Detents.IsEmpty && typed.Equals("off", StringComparison.OrdinalIgnoreCase))
        {
            return new SettingValue.Choice("off");
        }

        double number = Level.ParseShown(typed, Unit);
        return dial.Detents.IsEmpty
            ? new SettingValue.Amount(number, Unit)
            : dial.Nearest(number, Unit == NaturalUnit.Stops ? SameStops : SameMark) ?? throw dial.NoSuchPlace(typed, this, control.Model);
    }
}

/// <summary>Something a person does and says is done.</summary>
internal abstract class TaskSetting : SettingDefinition
{
    protected TaskSetting(Setting setting, string key, string name, int step, string what)
        : base(setting, key, name, step, SettingKind.Task, NaturalUnit.None, "done") => What = what;

    public override ImmutableArray<string> Requirements => ["done"];

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        [Detent.Named(new SettingValue.Task(true), "done", 0), Detent.Named(new SettingValue.Task(false), "not done", 1)];

    internal override SettingValue Read(string typed, Dial dial, ControlSource control) =>
        typed.ToLowerInvariant() switch
        {
            "yes" => new SettingValue.Task(true),
            "no" => new SettingValue.Task(false),
            _ => throw dial.NoSuchPlace(typed, this, control.Model),
        };
}

/// <summary>A control that is either in a person's hand or on automatic.</summary>
internal abstract class ModeSetting(Setting setting, string key, string name, int step)
    : ComputedSetting(setting, key, name, step, NaturalUnit.None, "manual", "manual", "automatic")
{
    /// <summary>The control of a model.</summary>
    internal abstract ModeControl ControlOf(CameraModel model);

    public override bool HasAutomatic(CameraModel model) => ControlOf(model).Automatic;

    internal override IEnumerable<Detent> Detents(ControlSource control)
    {
        ModeControl mode = ControlOf(control.Model);
        if (mode.Manual)
        {
            yield return Detent.Named(new SettingValue.Mode(true), "manual", 0);
        }

        if (mode.Automatic)
        {
            yield return Detent.Named(new SettingValue.Mode(false), "auto", 1);
        }
    }
}

/// <summary>A level of which the shoot decides how much is enough.</summary>
internal abstract class EnoughSetting(
    Setting setting,
    string key,
    string name,
    int step,
    NaturalUnit unit,
    string example,
    params string[] requirements
) : LevelSetting(setting, key, name, step, unit, example, requirements)
{
    public override bool CanBeEnough => true;

    public abstract override bool IsStatedBy(CameraModel model);
}
