using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>What a sheet sets, declared in the order of the work: later settings depend on earlier ones.</summary>
public enum Setting
{
    /// <summary>The switch that lets the camera decide everything.</summary>
    FullAuto,

    /// <summary>Picture size, scan and rate.</summary>
    RecordFormat,

    /// <summary>Bits a second of the recorded picture.</summary>
    BitRate,

    /// <summary>Exposure time of a frame.</summary>
    Shutter,

    /// <summary>Electronic amplification.</summary>
    Gain,

    /// <summary>Built-in neutral density filter.</summary>
    NeutralDensity,

    /// <summary>Whether a person or the camera moves the iris.</summary>
    IrisMode,

    /// <summary>The opening itself.</summary>
    IrisOpening,

    /// <summary>Where white is taken from, and its number.</summary>
    WhiteBalance,

    /// <summary>Whether a person or the camera focuses.</summary>
    FocusMode,
}

/// <summary>Names of the settings: the word on the page, the key in files and addresses, the chapter of the work.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Key">Key in exchange files and addresses, e.g. <c>white-balance</c>.</param>
/// <param name="Name">The word on the page.</param>
/// <param name="Chapter">The chapter of the work it belongs to.</param>
/// <param name="Unit">The unit its slack is given in.</param>
/// <param name="Example">How a reading of it is typed.</param>
public sealed record SettingName(Setting Setting, string Key, string Name, string Chapter, NaturalUnit Unit, string Example)
{
    /// <summary>All settings in the order of the work.</summary>
    public static ImmutableArray<SettingName> All { get; } =
    [
        new(Setting.FullAuto, "full-auto", "Full auto", "Known state", NaturalUnit.None, "off"),
        new(Setting.RecordFormat, "record-format", "Size, rate", "Record format", NaturalUnit.None, "1080 29.97p"),
        new(Setting.BitRate, "bit-rate", "Bit rate", "Record format", NaturalUnit.Megabits, "45"),
        new(Setting.Shutter, "shutter", "Shutter", "Exposure", NaturalUnit.Stops, "1/60 or 180°"),
        new(Setting.Gain, "gain", "Gain", "Exposure", NaturalUnit.Decibels, "+6"),
        new(Setting.NeutralDensity, "nd", "ND filter", "Exposure", NaturalUnit.Stops, "clear"),
        new(Setting.IrisMode, "iris-mode", "Iris", "Exposure", NaturalUnit.None, "manual"),
        new(Setting.IrisOpening, "iris-opening", "Opening", "Exposure", NaturalUnit.Stops, "6.3 or 5.6 1/3"),
        new(Setting.WhiteBalance, "white-balance", "White balance", "Colour", NaturalUnit.Mired, "3200"),
        new(Setting.FocusMode, "focus-mode", "Focus", "Lens", NaturalUnit.None, "manual"),
    ];

    /// <summary>The names of one setting.</summary>
    public static SettingName Of(Setting setting) => All[(int)setting];

    /// <summary>The setting of a key.</summary>
    /// <exception cref="QuantityException">No setting has this key.</exception>
    public static Setting Parse(string? key)
    {
        foreach (SettingName name in All)
        {
            if (name.Key == key)
            {
                return name.Setting;
            }
        }

        throw new QuantityException(
            QuantityFault.BadLabel,
            $"There is no setting “{Notation.Excerpt(key ?? "")}”. The settings are {string.Join(", ", All.Select(n => n.Key))}.");
    }
}
