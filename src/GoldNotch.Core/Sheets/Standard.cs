using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>How much a notch weighs.</summary>
public enum Importance
{
    /// <summary>The camera does not leave without it.</summary>
    Must,

    /// <summary>Wanted; a person may decide otherwise.</summary>
    Should,

    /// <summary>Good to know.</summary>
    Note,
}

/// <summary>The kind of lamp, for flicker.</summary>
public enum LampKind
{
    /// <summary>The sun or the sky: no ripple.</summary>
    Daylight,

    /// <summary>A filament.</summary>
    Tungsten,

    /// <summary>A lamp on the mains with ordinary ripple.</summary>
    Mains,

    /// <summary>An LED nobody has measured.</summary>
    UnknownLed,
}

/// <summary>The light a standard is made for.</summary>
/// <param name="Description">In a few words.</param>
/// <param name="Illuminance">Lux at the subject; null where it changes too much to say.</param>
/// <param name="Temperature">Colour temperature.</param>
/// <param name="MainsHz">Mains frequency at the place, Hz.</param>
/// <param name="Lamp">Kind of lamp.</param>
public sealed record SceneLight(string Description, Lux? Illuminance, Kelvin Temperature, double MainsHz, LampKind Lamp)
{
    /// <summary>Ripple modulation of the lamp, 0 to 1.</summary>
    public double Modulation =>
        Lamp switch
        {
            LampKind.Daylight => 0,
            LampKind.Tungsten => Flicker.TungstenModulation,
            LampKind.UnknownLed => Flicker.UnknownLedModulation,
            _ => Flicker.DefaultModulation,
        };
}

/// <summary>One thing a standard asks for: the department's intention, before any model.</summary>
/// <param name="Setting">What is set.</param>
/// <param name="Requirement">The value or rule wanted.</param>
/// <param name="Tolerance">How far off still counts, in the setting's own unit.</param>
/// <param name="Importance">How much it weighs.</param>
/// <param name="Reason">Why the department wants it.</param>
public sealed record Notch(Setting Setting, Requirement Requirement, Distance Tolerance, Importance Importance, string Reason)
{
    /// <summary>When it holds; empty: always. Of several that hold, the one with the most conditions counts.</summary>
    public ImmutableArray<Condition> When { get; init; } = [];

    /// <summary>Name of the standard that its reason was copied from, until somebody says that it holds here; empty where it was written for this one.</summary>
    public string ReasonFrom { get; init; } = "";

    /// <summary>Whether it holds.</summary>
    public bool Holds(Circumstances circumstances) => When.All(circumstances.Has);
}

/// <summary>A department's standard for one kind of shoot: intention only, translated for each model by <see cref="Compiling.SheetCompiler"/>.</summary>
public sealed record Standard
{
    /// <summary>Makes a standard; the notches are put in the order of the work.</summary>
    /// <param name="key">Key in files and addresses, e.g. <c>lecture-room</c>.</param>
    /// <param name="name">Name as spoken.</param>
    /// <param name="version">Version number, 1 and up.</param>
    /// <param name="purpose">What it is for, in a sentence.</param>
    /// <param name="light">The light it is made for.</param>
    /// <param name="notches">One notch for a setting and its conditions at the most.</param>
    /// <exception cref="QuantityException">A setting has two notches under the same conditions.</exception>
    public Standard(string key, string name, int version, string purpose, SceneLight light, IEnumerable<Notch> notches)
    {
        Key = key;
        Name = name;
        Version = version;
        Purpose = purpose;
        Light = light;
        Notches = [.. notches.OrderBy(n => n.Setting).ThenBy(n => n.When.Length)];
        foreach (IGrouping<Setting, Notch> all in Notches.GroupBy(n => n.Setting))
        {
            if (
                all.GroupBy(n => string.Join(", ", n.When.Order().Select(ConditionWords.Of))).FirstOrDefault(g => g.Skip(1).Any()) is
                { } twice
            )
            {
                string under = twice.Key.Length == 0 ? "" : $" under the same conditions ({twice.Key})";
                throw new QuantityException(
                    QuantityFault.BadLabel,
                    $"The standard “{name}” has two notches for {SettingDefinition.Of(all.Key).Key}{under}; keep one."
                );
            }
        }
    }

    /// <summary>Key in files and addresses.</summary>
    public string Key { get; }

    /// <summary>Name as spoken.</summary>
    public string Name { get; }

    /// <summary>Version number.</summary>
    public int Version { get; }

    /// <summary>What it is for.</summary>
    public string Purpose { get; }

    /// <summary>The light it is made for.</summary>
    public SceneLight Light { get; }

    /// <summary>The notches in the order of the work.</summary>
    public ImmutableArray<Notch> Notches { get; }

    /// <summary>What the footage is for.</summary>
    public FootageUse Use { get; init; }

    /// <summary>Minutes to be recorded; null where nobody can say.</summary>
    public double? PlannedMinutes { get; init; }

    /// <summary>Days after which a unit is to be checked again; null where only a loan asks for it.</summary>
    public int? IntervalDays { get; init; }

    /// <summary>The circumstances it is usually used in.</summary>
    public Circumstances Circumstances { get; init; } = Circumstances.Usual;

    /// <summary>The options it goes by.</summary>
    public Policies Policies { get; init; } = Policies.Defaults;

    /// <summary>What it states of exposure beyond single settings.</summary>
    public ExposureIntent Exposure { get; init; } = ExposureIntent.None;

    /// <summary>What there is to record sound with; null where nobody has said.</summary>
    public SoundSetup? Sound { get; init; }

    /// <summary>The shoot whose plan took the place of its own exposure, by name; null where it speaks for itself. A plan has weighed gain
    /// against filters and says why; the rules on required gain do not apply to it.</summary>
    public string? PlannedFor { get; init; }

    /// <summary>Most gain it allows on a base of a model: the cap of policy and specification, and what the noise limit leaves above the base.</summary>
    /// <param name="model">The camera.</param>
    /// <param name="baseWord">The base by its word; null for the lowest, or where there is one only.</param>
    public Decibels CapOn(CameraModel model, string? baseWord = null)
    {
        Decibels cap = Policies.CapOn(model, baseWord);
        if (Exposure.NoiseLimit is not { } limit)
        {
            return cap;
        }

        double penalty = model.Gain.BaseOf(baseWord)?.Base.NoisePenalty.Value ?? 0;
        return new Decibels(Math.Min(cap.Value, Math.Max(0, limit.Value - penalty)));
    }

    /// <summary>The same intention in another light, with some of its notches replaced: what a line-up makes of a standard for one camera.</summary>
    /// <param name="light">The light there.</param>
    /// <param name="instead">Notches that take the place of all of the same setting.</param>
    public Standard In(SceneLight light, params ImmutableArray<Notch> instead) =>
        new(Key, Name, Version, Purpose, light, [.. Notches.Where(n => !instead.Any(i => i.Setting == n.Setting)), .. instead])
        {
            Use = Use,
            PlannedMinutes = PlannedMinutes,
            Circumstances = Circumstances,
            Policies = Policies,
            IntervalDays = IntervalDays,
            Exposure = Exposure,
        };

    /// <summary>The notches that hold under some circumstances, in the order of the work: of several for a setting, the one with the most conditions.</summary>
    public ImmutableArray<Notch> NotchesIn(Circumstances circumstances)
    {
        var held = ImmutableArray.CreateBuilder<Notch>(Notches.Length);
        foreach (Notch notch in Notches)
        {
            if (!notch.Holds(circumstances))
            {
                continue;
            }

            // They come with the fewest conditions first, so that a later one is the more particular.
            if (held.Count > 0 && held[^1].Setting == notch.Setting)
            {
                held[^1] = notch;
            }
            else
            {
                held.Add(notch);
            }
        }

        return held.ToImmutable();
    }
}
