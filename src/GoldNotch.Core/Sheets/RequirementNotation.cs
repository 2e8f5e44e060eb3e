using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <content>How requirements are written.</content>
public abstract partial record Requirement
{
    /// <summary>Reads a requirement for a setting, e.g. <c>180° or faster</c>, <c>card in memory A</c>, <c>f/5.6, takes up the rest</c>.</summary>
    /// <exception cref="QuantityException">Cannot be read as a requirement for this setting.</exception>
    public static Requirement Parse(Setting setting, string? text)
    {
        string tidy = Notation.Tidy(text) ?? throw Guard.Unreadable(text ?? "", "a requirement", Example(setting));
        if (tidy == "by policy" && Policy.Deciding(setting) is not null)
        {
            return new ByPolicy();
        }

        SettingDefinition name = SettingDefinition.Of(setting);
        return name.Kind switch
        {
            SettingKind.Choice => PositionRequirement(tidy, name),
            SettingKind.Level => NumberRequirement(tidy, name),
            SettingKind.Task => tidy == "done"
                ? new Done()
                : throw Guard.Unreadable(tidy, $"a requirement for {name.Name.ToLowerInvariant()}", "done"),
            _ => ComputedRequirement(setting, tidy),
        };
    }

    /// <summary>Requirements to begin from, as they are written.</summary>
    public static ImmutableArray<string> Examples(Setting setting)
    {
        ImmutableArray<string> own = SettingDefinition.Of(setting).Requirements;
        return Policy.Deciding(setting) is null ? own : [.. own, "by policy"];
    }

    private static Requirement ComputedRequirement(Setting setting, string tidy) =>
        setting switch
        {
            Setting.FullAuto when tidy == "off" => new Off(),
            Setting.FullAuto when tidy == "on" => new On(),
            Setting.RecordFormat when tidy == "by the use" => new ByUse(),
            Setting.RecordFormat when Before(tidy, " at the rate of the line-up") is { } of => new LineUpRate(FrameSize.Parse(of)),
            Setting.RecordFormat when tidy.Split(' ') is [var size, var rate] => new Format(FrameSize.Parse(size), ScanRate.Parse(rate)),
            Setting.BitRate when tidy == "highest" => new HighestBitRate(),
            Setting.BitRate when tidy == "highest the card takes" => new HighestForCard(),
            Setting.BitRate when After(tidy, "at least ") is { } rest => new BitRateAtLeast(BitRate.Parse(rest)),
            Setting.Shutter => ShutterRequirement(tidy),
            Setting.Gain => tidy switch
            {
                "lowest" => new LowestGain(),
                "base" => new NativeGain(),
                _ => new Gain(Decibels.Parse(tidy)),
            },
            Setting.NeutralDensity => new FilterLoss(NeutralDensity.ParseLoss(tidy)),
            Setting.IrisControl or Setting.FocusMode when tidy == "manual" => new ManualMode(),
            Setting.IrisControl or Setting.FocusMode when tidy == "automatic" => new AutomaticMode(),
            Setting.Iris when tidy == "as metered" => new AsMetered(),
            Setting.Iris => Before(tidy, ", takes up the rest") is { } number
                ? new Iris(FNumber.Parse(number), TakesUpTheRest: true)
                : new Iris(FNumber.Parse(tidy), TakesUpTheRest: false),
            Setting.WhiteBalance when tidy == "automatic" => new AutomaticMode(),
            Setting.WhiteBalance when After(tidy, "preset nearest to ") is { } kelvin => new WhitePreset(Kelvin.Parse(kelvin)),
            Setting.WhiteBalance when After(tidy, "card in memory ") is { Length: > 0 } memory => new WhiteCard(memory),
            _ => throw Guard.Unreadable(
                tidy,
                $"a requirement for {SettingDefinition.Of(setting).Name.ToLowerInvariant()}",
                Example(setting)
            ),
        };

    private static Requirement ShutterRequirement(string tidy) =>
        tidy == "double the rate" ? new Angle(ShutterAngle.HalfFrame, null)
        : tidy == "double the rate or faster" ? new Angle(ShutterAngle.HalfFrame, ShutterOption.AtLeastDouble)
        : Before(tidy, " or faster") is { } angle ? new Angle(ShutterAngle.Parse(angle), ShutterOption.AtLeastDouble)
        : After(tidy, "nearest to ") is { } nearest ? new Angle(ShutterAngle.Parse(nearest), ShutterOption.Nearest)
        : tidy.StartsWith("1/", StringComparison.Ordinal) ? new Speed(ExposureTime.Parse(tidy))
        : new Angle(ShutterAngle.Parse(tidy), null);

    // A word of the department's list catches a slip of the finger here rather than on forty cameras.
    private static Requirement PositionRequirement(string tidy, SettingDefinition name)
    {
        if (tidy == "enough" && name.CanBeEnough)
        {
            return new Enough();
        }

        string? word = name.Words.FirstOrDefault(w => w.Equals(tidy, StringComparison.OrdinalIgnoreCase));
        return word is not null ? new Position(word)
            : name.Words.IsEmpty ? new Position(tidy)
            : throw Guard.Unreadable(tidy, $"a requirement for {name.Name.ToLowerInvariant()}", string.Join(" or ", name.Words));
    }

    private static Requirement NumberRequirement(string tidy, SettingDefinition name)
    {
        if (tidy == "off")
        {
            return new Position("off");
        }

        return tidy == "enough" && name.CanBeEnough ? new Enough()
            : After(tidy, "at least ") is { } least ? new Amount(Level.Parse(least, name.Unit), Bound.AtLeast, name.Unit)
            : After(tidy, "at most ") is { } most ? new Amount(Level.Parse(most, name.Unit), Bound.AtMost, name.Unit)
            : new Amount(Level.Parse(tidy, name.Unit), Bound.Exactly, name.Unit);
    }

    private static string? After(string text, string start) =>
        text.StartsWith(start, StringComparison.OrdinalIgnoreCase) ? text[start.Length..].Trim() : null;

    private static string? Before(string text, string end) =>
        text.EndsWith(end, StringComparison.OrdinalIgnoreCase) ? text[..^end.Length].Trim() : null;

    private static string Example(Setting setting) => string.Join(", or ", Examples(setting).Take(2));
}
