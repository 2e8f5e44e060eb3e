using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>From documents to the core. Each refusal names the field it is about.</summary>
public static class StandardReader
{
    // A recording of more than a week is a slip of the finger.
    private const double MostMinutes = 10_080;
    private const int MostMicrophones = 12;

    /// <summary>A standard's version as the core's standard.</summary>
    /// <param name="standard">The document.</param>
    /// <param name="at">JSON pointer to the document.</param>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static Standard ToStandard(StandardDocument standard, string at = "")
    {
        ImmutableArray<Notch> notches = Each(standard.Notches, $"{at}/notches", ToNotch);
        Policies policies = Policies.Defaults;
        foreach ((string matter, string option) in standard.Policies ?? new Dictionary<string, string>())
        {
            policies = RefusedException.At($"{at}/policies/{matter}", () => policies.With(matter, option));
        }

        return RefusedException.At($"{at}/notches", () => new Standard(
                Key(standard.Key, $"{at}/key"),
                Text(standard.Name, 80, $"{at}/name"),
                Count(standard.Version, $"{at}/version"),
                Text(standard.Purpose, 400, $"{at}/purpose"),
                ToLight(standard.Light, $"{at}/light"),
                notches
            )
            {
                Use = OneOf<FootageUse>(standard.Use, $"{at}/use"),
                PlannedMinutes = standard.PlannedMinutes is { } minutes
                    ? InRange(minutes, 0.1, MostMinutes, $"{at}/plannedMinutes", "planned time in minutes")
                    : null,
                Circumstances = RefusedException.At($"{at}/circumstances", () =>
                    Circumstances.Of(Conditions(standard.Circumstances, $"{at}/circumstances"))
                ),
                Policies = policies,
                IntervalDays = standard.IntervalDays is { } days
                    ? (int)InRange(days, 1, 3650, $"{at}/intervalDays", "interval between checks in days")
                    : null,
                Sound = standard.Sound is { } sound ? ToSound(sound, $"{at}/sound") : null,
                Exposure = standard.Exposure is { } exposure ? ToExposure(exposure, $"{at}/exposure") : ExposureIntent.None,
            });
    }

    /// <summary>What there is to record sound with.</summary>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static SoundSetup ToSound(SoundDocument sound, string at)
    {
        ImmutableArray<PlannedMicrophone> microphones = Each(sound.Microphones, $"{at}/microphones", (m, p) =>
            new PlannedMicrophone(
                MicrophoneName(m.Name, $"{p}/name"),
                OneOf<MicrophoneKind>(m.Kind, $"{p}/kind"),
                m.Wireless,
                m.Spare,
                m.Loud
            )
        );
        if (microphones.Length > MostMicrophones)
        {
            throw new RefusedException(
                ProblemCode.TooMany,
                $"{at}/microphones",
                $"A list has at most {MostMicrophones} microphones. More belong on a recorder with its own sheet."
            );
        }

        Distinct(microphones.Select(m => m.Name), $"{at}/microphones", "microphone");
        return new SoundSetup(microphones, sound.Headphones, sound.RecorderApart);
    }

    // A table writes several of them into one cell.
    private static string MicrophoneName(string name, string at) =>
        Text(name, 40, at).AsSpan().ContainsAny(";=*")
            ? throw new RefusedException(ProblemCode.BadValue, at, "The name of a microphone has no semicolon, equals sign or star.")
            : name;

    private static ExposureIntent ToExposure(ExposureDocument exposure, string at)
    {
        ImmutableArray<CurveLevels> levels = Each(exposure.Levels ?? [], $"{at}/levels", (l, p) =>
            l is { GreyPercent: null, SkinPercent: null, WhitePercent: null }
                ? throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{p}/greyPercent",
                    "State at least one level of this curve, or leave the curve out."
                )
                : new CurveLevels(
                    Text(l.Curve, 60, $"{p}/curve").ToLowerInvariant(),
                    Level(l.GreyPercent, $"{p}/greyPercent"),
                    Level(l.SkinPercent, $"{p}/skinPercent"),
                    Level(l.WhitePercent, $"{p}/whitePercent")
                )
        );
        Distinct(levels.Select(l => l.Curve), $"{at}/levels", "curve");
        return new ExposureIntent
        {
            NoiseLimit = exposure.NoiseLimitDb is { } limit
                ? new Decibels(InRange(limit, 0, 60, $"{at}/noiseLimitDb", "noise limit in dB"))
                : null,
            OffsetOnLog = new Stops(InRange(exposure.OffsetLogStops, -5, 5, $"{at}/offsetLogStops", "offset in stops")),
            Offset = new Stops(InRange(exposure.OffsetStops, -5, 5, $"{at}/offsetStops", "offset in stops")),
            Levels = levels,
        };
    }

    // A recorded scale ends at 109 %.
    private static double? Level(double? percent, string at) =>
        percent is { } level ? InRange(level, 0, 109, at, "level in per cent of the recorded scale") : null;

    private static IEnumerable<Condition> Conditions(IReadOnlyList<string>? words, string at) =>
        Each(words ?? [], at, (w, p) => RefusedException.At(p, () => ConditionWords.Parse(w)));

    internal static Notch ToNotch(NotchDocument notch, string at)
    {
        Setting setting = RefusedException.At($"{at}/setting", () => SettingDefinition.Parse(notch.Setting));
        return new Notch(
            setting,
            RefusedException.At($"{at}/require", () => Requirement.Parse(setting, notch.Require)),
            RefusedException.At($"{at}/tolerance", () => Distance.ParseTolerance(notch.Tolerance, SettingDefinition.Of(setting).Unit)),
            OneOf<Importance>(notch.Importance, $"{at}/importance"),
            Text(notch.Reason, 400, $"{at}/reason", mayBeEmpty: true)
        )
        {
            ReasonFrom = Text(notch.ReasonFrom ?? "", 80, $"{at}/reasonFrom", mayBeEmpty: true),
            When = [.. Conditions(notch.When, $"{at}/when").Distinct().Order()],
        };
    }

    internal static SceneLight ToLight(LightDocument light, string at) =>
        new(
            Text(light.Description, 200, $"{at}/description"),
            light.Lux is { } lux ? RefusedException.At($"{at}/lux", () => new Lux(lux)) : null,
            RefusedException.At($"{at}/temperatureK", () => new Kelvin(light.TemperatureK)),
            light.MainsHz is >= 10 and <= 1000
                ? light.MainsHz
                : throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/mainsHz",
                    "The mains frequency is 50 or 60 Hz in most places; between 10 and 1000 is taken."
                ),
            OneOf<LampKind>(light.Lamp, $"{at}/lamp")
        );
}
