using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Reflection;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings;

/// <summary>How a setting is worked out and read.</summary>
public enum SettingKind
{
    /// <summary>By a computation of its own: stops, decibels, mired, rates.</summary>
    Computed,

    /// <summary>One of the control's named positions.</summary>
    Choice,

    /// <summary>A number on a control or a display.</summary>
    Level,

    /// <summary>Something a person does and says is done.</summary>
    Task,
}

/// <summary>
/// What a setting is: its names, its place in the work, how its control is drawn and read, what it may change, what it does to the
/// exposure. There is one definition for each setting, a class of <c>Definitions/</c> that is named after it and found by being there;
/// whatever has to know what a setting is asks it here.
/// </summary>
public abstract class SettingDefinition
{
    private const int LastBeforeTheShoot = 16;

    private static readonly string[] Chapters =
    [
        "Kit out",
        "Power",
        "Media",
        "Known state",
        "Record format",
        "Exposure",
        "Exposure",
        "Exposure",
        "Exposure",
        "White balance",
        "Focus and lens",
        "Picture profile",
        "Viewing aids",
        "Audio",
        "Timecode",
        "Test",
        "Shoot",
        "Wrap",
    ];

    /// <summary>Defines a setting.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="key">Key in exchange files and addresses, e.g. <c>white-balance</c>.</param>
    /// <param name="name">The word on the page.</param>
    /// <param name="step">Step of the work, 1 (kit out) to 18 (wrap).</param>
    /// <param name="kind">How it is worked out and read.</param>
    /// <param name="unit">The unit its tolerance is given in.</param>
    /// <param name="example">How a reading of it is typed.</param>
    private protected SettingDefinition(
        Setting setting,
        string key,
        string name,
        int step,
        SettingKind kind,
        NaturalUnit unit,
        string example
    )
    {
        Setting = setting;
        Key = key;
        Name = name;
        Step = step;
        Kind = kind;
        Unit = unit;
        Example = example;
    }

    /// <summary>All settings in the order of the work.</summary>
    public static ImmutableArray<SettingDefinition> All { get; } =
    [
        .. typeof(SettingDefinition)
            .Assembly.GetTypes()
            .Where(type => type.IsSubclassOf(typeof(SettingDefinition)) && !type.IsAbstract)
            .Select(type =>
                (SettingDefinition)
                    type.GetConstructor(BindingFlags.Instance | BindingFlags.Public | BindingFlags.NonPublic, [])!.Invoke(null)
            )
            .OrderBy(definition => definition.Setting),
    ];

    private static FrozenDictionary<string, Setting> ByKey { get; } = All.ToFrozenDictionary(d => d.Key, d => d.Setting);

    /// <summary>The setting.</summary>
    public Setting Setting { get; }

    /// <summary>Key in exchange files and addresses.</summary>
    public string Key { get; }

    /// <summary>The word on the page.</summary>
    public string Name { get; }

    /// <summary>Step of the work, 1 to 18.</summary>
    public int Step { get; }

    /// <summary>How it is worked out and read.</summary>
    public SettingKind Kind { get; }

    /// <summary>The unit its tolerance is given in.</summary>
    public NaturalUnit Unit { get; }

    /// <summary>How a reading of it is typed.</summary>
    public string Example { get; }

    /// <summary>Whether it belongs to the shoot and its end, so that no camera waits for it before it goes out.</summary>
    public bool IsAfterTheCheck => Step > LastBeforeTheShoot;

    /// <summary>The chapter of the work it belongs to.</summary>
    public string Chapter => Chapters[Step - 1];

    /// <summary>The department's words for its positions, which specifications translate into a camera's own; empty where every camera has its own.</summary>
    public ImmutableArray<string> Words { get; private protected init; } = [];

    /// <summary>What a camera without the control amounts to, e.g. one without a digital zoom has it off; empty where nothing can be said.</summary>
    public string WhenAbsent { get; private protected init; } = "";

    /// <summary>Whether the words run from less to more, so that the next one can stand in.</summary>
    public bool Ordered { get; private protected init; }

    /// <summary>What a task consists of; empty for settings.</summary>
    public string What { get; private protected init; } = "";

    /// <summary>Whether a standard may require <c>enough</c> of it, which the shoot decides.</summary>
    public virtual bool CanBeEnough => false;

    /// <summary>Settings whose readings a change of this one makes stale on any camera.</summary>
    public virtual ImmutableArray<Setting> Moves => [];

    /// <summary>Requirements to begin from, as they are written.</summary>
    public abstract ImmutableArray<string> Requirements { get; }

    /// <summary>The definition of one setting.</summary>
    public static SettingDefinition Of(Setting setting) => All[(int)setting];

    /// <summary>The setting of a key.</summary>
    /// <exception cref="QuantityException">No setting has this key.</exception>
    public static Setting Parse(string? key) =>
        key is not null && ByKey.TryGetValue(key, out Setting setting)
            ? setting
            : throw new QuantityException(
                QuantityFault.BadLabel,
                $"There is no setting “{Notation.Excerpt(key ?? "")}”. The settings are {string.Join(", ", All.Select(n => n.Key))}."
            );

    /// <summary>Whether the specification says anything about it: that it is there, or that it is not.</summary>
    public virtual bool IsStatedBy(CameraModel model) => true;

    /// <summary>Whether the control has an automatic that would change its value during a take.</summary>
    public virtual bool HasAutomatic(CameraModel model) =>
        (model.Choices.GetValueOrDefault(Setting)?.HasAutomatic ?? false)
        || (model.Levels.GetValueOrDefault(Setting)?.HasAutomatic ?? false);

    /// <summary>Whether it lets light through or amplifies it on a model.</summary>
    public virtual bool ExposesOn(CameraModel model) => false;

    /// <summary>How much brighter the picture is with what was read than with what the sheet sets; none where the setting does not expose.</summary>
    public virtual Stops Brighter(SettingValue read, SettingValue target, CameraModel model) => Stops.Zero;

    /// <summary>The places where the control of a model stops, in the order of its line.</summary>
    internal abstract IEnumerable<Detent> Detents(ControlSource control);

    /// <summary>Reads what was typed and is no label of the dial.</summary>
    /// <param name="typed">What was typed, tidied.</param>
    /// <param name="dial">The control.</param>
    /// <param name="control">What it is a control of.</param>
    /// <exception cref="QuantityException">Cannot be read, or this control has no such place.</exception>
    internal abstract SettingValue Read(string typed, Dial dial, ControlSource control);
}
