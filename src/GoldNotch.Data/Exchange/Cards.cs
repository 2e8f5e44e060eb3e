using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Data.Exchange;

/// <summary>From documents to the core. Each refusal names the field it is about.</summary>
public static class Cards
{
    /// <summary>A capability card as the core's model.</summary>
    /// <param name="card">The document.</param>
    /// <param name="at">JSON pointer to the document.</param>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static CameraModel ToModel(ModelDocument card, string at = "") => new(
        Key(card.Key, $"{at}/key"),
        Text(card.Name, 80, $"{at}/name"),
        Count(card.Version, $"{at}/version"),
        Text(card.Kind, 200, $"{at}/kind"),
        card.FullAuto,
        Each(card.Formats, $"{at}/formats", ToFormat),
        [.. Each(card.Shutters, $"{at}/shutters", (s, p) => RefusedException.At(p, () => ExposureTime.Parse(s))).OrderByDescending(t => t.Seconds)],
        ToGain(card.Gain, $"{at}/gain"),
        Each(card.Filters, $"{at}/filters", (f, p) => new FilterPosition(Text(f.Label, 20, $"{p}/label"), Loss(f.Stops, $"{p}/stops"))),
        ToLens(card.Lens, $"{at}/lens"),
        new ModeControl(card.Iris.Manual, card.Iris.Automatic),
        ToWhite(card.WhiteBalance, $"{at}/whiteBalance"),
        new ModeControl(card.Focus.Manual, card.Focus.Automatic),
        card.Controls.ToImmutableDictionary(
            c => RefusedException.At($"{at}/controls", () => SettingName.Parse(c.Key)),
            c => ToPlace(c.Value, $"{at}/controls/{c.Key}")));

    /// <summary>A standard's version as the core's standard.</summary>
    /// <param name="standard">The document.</param>
    /// <param name="at">JSON pointer to the document.</param>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static Standard ToStandard(StandardDocument standard, string at = "")
    {
        ImmutableArray<Notch> notches = Each(standard.Notches, $"{at}/notches", ToNotch);
        return RefusedException.At($"{at}/notches", () => new Standard(
            Key(standard.Key, $"{at}/key"),
            Text(standard.Name, 80, $"{at}/name"),
            Count(standard.Version, $"{at}/version"),
            Text(standard.Purpose, 400, $"{at}/purpose"),
            ToLight(standard.Light, $"{at}/light"),
            notches));
    }

    private static Notch ToNotch(NotchDocument notch, string at)
    {
        Setting setting = RefusedException.At($"{at}/setting", () => SettingName.Parse(notch.Setting));
        return new Notch(
            setting,
            RefusedException.At($"{at}/want", () => Wish.Parse(setting, notch.Want)),
            RefusedException.At($"{at}/slack", () => Distance.ParseSlack(notch.Slack, SettingName.Of(setting).Unit)),
            OneOf<Importance>(notch.Importance, $"{at}/importance"),
            Text(notch.Reason, 400, $"{at}/reason"));
    }

    private static SceneLight ToLight(LightDocument light, string at) => new(
        Text(light.Description, 200, $"{at}/description"),
        light.Lux is { } lux ? RefusedException.At($"{at}/lux", () => new Lux(lux)) : null,
        RefusedException.At($"{at}/temperatureK", () => new Kelvin(light.TemperatureK)),
        light.MainsHz is >= 10 and <= 1000
            ? light.MainsHz
            : throw new RefusedException("bad-value", $"{at}/mainsHz", "The mains frequency is 50 or 60 Hz in most places; between 10 and 1000 is taken."),
        OneOf<LampKind>(light.Lamp, $"{at}/lamp"));

    private static RecordFormat ToFormat(FormatDocument format, string at) => new(
        RefusedException.At($"{at}/size", () => FrameSize.Parse(format.Size)),
        RefusedException.At($"{at}/rate", () => ScanRate.Parse(format.Rate)),
        format.BitRatesMbps.Count == 0
            ? throw new RefusedException("bad-value", $"{at}/bitRatesMbps", "A format needs at least one bit rate.")
            : Each(format.BitRatesMbps, $"{at}/bitRatesMbps", (b, p) => RefusedException.At(p, () => new BitRate(b))));

    private static GainControl ToGain(GainDocument gain, string at) => new(
        [.. Each(gain.Positions, $"{at}/positions", (g, p) => new GainPosition(Text(g.Name, 20, $"{p}/name", mayBeEmpty: true), RefusedException.At($"{p}/gainDb", () => new Decibels(g.GainDb))))
            .OrderBy(g => g.Gain.Value)],
        gain.Automatic,
        gain.IsoAtZeroGain is { } iso ? RefusedException.At($"{at}/isoAtZeroGain", () => new Iso(iso)) : null);

    private static Lens ToLens(LensDocument lens, string at)
    {
        var shortest = RefusedException.At($"{at}/shortestMm", () => new Millimetres(lens.ShortestMm));
        var longest = RefusedException.At($"{at}/longestMm", () => new Millimetres(lens.LongestMm));
        var widest = RefusedException.At($"{at}/widestAtShort", () => FNumber.Parse(lens.WidestAtShort));
        var atLong = RefusedException.At($"{at}/widestAtLong", () => FNumber.Parse(lens.WidestAtLong));
        var smallest = RefusedException.At($"{at}/smallest", () => FNumber.Parse(lens.Smallest));
        return longest.Value < shortest.Value
            ? throw new RefusedException("bad-value", $"{at}/longestMm", "The longest focal length is shorter than the shortest.")
            : smallest.Value < Math.Max(widest.Value, atLong.Value)
                ? throw new RefusedException("bad-value", $"{at}/smallest", "The smallest opening has a smaller f-number than the widest: they are exchanged.")
                : new Lens(shortest, longest, widest, atLong, smallest);
    }

    private static WhiteControl ToWhite(WhiteBalanceDocument white, string at) => new(
        Each(white.PresetsK, $"{at}/presetsK", (k, p) => RefusedException.At(p, () => new Kelvin(k))),
        Each(white.Memories, $"{at}/memories", (m, p) => Text(m, 20, p)),
        white.Dial is { } dial ? ToDial(dial, $"{at}/dial") : null,
        white.Automatic);

    // A dial of a million steps would be drawn detent by detent.
    private static KelvinGrid ToDial(KelvinDialDocument dial, string at) =>
        dial.StepK < 10 || (dial.HighestK - dial.LowestK) / dial.StepK is > 2000 or < 0 or double.NaN
            ? throw new RefusedException("bad-value", $"{at}/stepK", "The kelvin dial needs a step of 10 K or more and at most 2000 steps from lowest to highest.")
            : new KelvinGrid(
                RefusedException.At($"{at}/lowestK", () => new Kelvin(dial.LowestK)),
                RefusedException.At($"{at}/highestK", () => new Kelvin(dial.HighestK)),
                dial.StepK);

    private static ControlPlace ToPlace(ControlDocument place, string at) => new(
        OneOf<BodySide>(place.Side, $"{at}/side"),
        Math.Clamp(place.Across, 0, 1),
        Math.Clamp(place.Down, 0, 1),
        Text(place.Name, 60, $"{at}/name"),
        Text(place.Path, 300, $"{at}/path"),
        Text(place.ManualSign, 300, $"{at}/manualSign", mayBeEmpty: true),
        Text(place.Trap, 300, $"{at}/trap", mayBeEmpty: true));

    private static Stops Loss(double stops, string at) => stops is >= 0 and <= 33
        ? new Stops(stops)
        : throw new RefusedException("bad-value", at, "A filter takes between 0 and 33 stops of light; clear is 0.");

    private static T OneOf<T>(string text, string at)
        where T : struct, Enum
    {
        foreach (T value in Enum.GetValues<T>())
        {
            if (Word(value) == text)
            {
                return value;
            }
        }

        throw new RefusedException("bad-value", at, $"“{(text.Length > 40 ? text[..40] : text)}” is none of {string.Join(", ", Enum.GetValues<T>().Select(Word))}.");
    }

    private static string Word<T>(T value)
        where T : struct, Enum => string.Concat(value.ToString().Select((c, i) => i > 0 && char.IsUpper(c) ? "-" + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString()));

    private static string Key(string key, string at) =>
        key.Length is > 0 and <= 60 && key.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-') && key[0] != '-'
            ? key
            : throw new RefusedException("bad-value", at, "A key is made of small letters, digits and hyphens, at most 60, like lecture-room.");

    private static string Text(string text, int most, string at, bool mayBeEmpty = false) =>
        text.Length <= most && (mayBeEmpty || text.Trim().Length > 0) && !text.Contains('\0', StringComparison.Ordinal)
            ? text
            : throw new RefusedException("bad-value", at, $"This needs {(mayBeEmpty ? "at most" : "1 to")} {most} characters.");

    private static int Count(int value, string at) =>
        value >= 1 ? value : throw new RefusedException("bad-value", at, "A version is 1 or more.");

    private static ImmutableArray<TOut> Each<TIn, TOut>(IReadOnlyList<TIn> list, string at, Func<TIn, string, TOut> read) =>
        list.Count > 500
            ? throw new RefusedException("bad-value", at, "This list has more than 500 entries.")
            : [.. list.Select((item, i) => read(item, $"{at}/{i}"))];
}
