using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>Translates the notches of a setting for a model.</summary>
internal abstract class Translator
{
    /// <summary>Differences of light under this cannot be told apart on any camera scale: a twentieth of a stop (bench rule).</summary>
    protected const double ExactWithinStops = 0.05;

    /// <summary>The setting translated.</summary>
    internal abstract Setting Setting { get; }

    /// <summary>
    /// One for each setting, in the order of the work. A setting with a translator of its own has it by that class being there;
    /// any other is translated by what it is.
    /// </summary>
    internal static ImmutableArray<Translator> ForAll()
    {
        var own = typeof(Translator)
            .Assembly.GetTypes()
            .Where(type => type.IsSubclassOf(typeof(Translator)) && !type.IsAbstract && type.GetConstructor([]) is not null)
            .Select(type => (Translator)Activator.CreateInstance(type)!)
            .ToDictionary(translator => translator.Setting);
        return [.. SettingDefinition.All.Select(definition => own.GetValueOrDefault(definition.Setting) ?? ByKind(definition))];
    }

    /// <summary>Writes the line of a notch.</summary>
    internal abstract SheetLine Translate(Notch notch, SheetDraft draft);

    /// <summary>A line that does what is asked.</summary>
    protected SheetLine Exact(Notch notch, SheetDraft draft, SettingValue? target, Judgement because, Stops light = default) =>
        Line(notch, draft, Fit.Exact, target, 0, light, because);

    /// <summary>A line that this model meets by not having the control.</summary>
    protected SheetLine Nothing(Notch notch, SheetDraft draft, SettingValue target, Judgement because) =>
        Line(notch, draft, Fit.Exact, target, 0, Stops.Zero, because) with
        {
            NothingToDo = true,
        };

    /// <summary>A line that does the nearest useful thing.</summary>
    protected SheetLine Compromise(
        Notch notch,
        SheetDraft draft,
        SettingValue target,
        double size,
        Judgement because,
        Stops light = default
    ) => Line(notch, draft, Fit.Compromise, target, size, light, because);

    /// <summary>A line this model cannot do.</summary>
    protected SheetLine NotPossible(Notch notch, SheetDraft draft, Judgement because) =>
        Line(notch, draft, Fit.NotPossible, null, 0, Stops.Zero, because);

    /// <summary>A line that only a person can settle, at the camera.</summary>
    protected SheetLine CheckByEye(Notch notch, SheetDraft draft, SettingValue? target, Judgement because) =>
        Line(notch, draft, Fit.CheckByEye, target, 0, Stops.Zero, because);

    private static Translator ByKind(SettingDefinition definition) =>
        definition switch
        {
            ModeSetting mode => new ModeTranslator(mode),
            EnoughSetting => new EnoughTranslator(definition.Setting),
            { Kind: SettingKind.Choice } => new ChoiceTranslator(definition.Setting),
            { Kind: SettingKind.Level } => new LevelTranslator(definition.Setting),
            { Kind: SettingKind.Task } => new TaskTranslator(definition.Setting),
            _ => throw new InvalidOperationException($"Nothing translates {definition.Key}."),
        };

    private SheetLine Line(Notch notch, SheetDraft draft, Fit fit, SettingValue? target, double size, Stops light, Judgement because) =>
        new(
            notch,
            fit,
            target,
            new Distance(size, SettingDefinition.Of(Setting).Unit),
            light,
            because,
            draft.Model.PlaceOf(Setting),
            draft.Control
        );
}
