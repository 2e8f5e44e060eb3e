using System.Collections.Frozen;
using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

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

/// <summary>Names of the settings: the word on the page, the key in files and addresses, the step of the work.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Key">Key in exchange files and addresses, e.g. <c>white-balance</c>.</param>
/// <param name="Name">The word on the page.</param>
/// <param name="Step">Step of the work, 1 (kit out) to 18 (wrap).</param>
/// <param name="Kind">How it is worked out and read.</param>
/// <param name="Unit">The unit its tolerance is given in.</param>
/// <param name="Example">How a reading of it is typed.</param>
public sealed record SettingName(Setting Setting, string Key, string Name, int Step, SettingKind Kind, NaturalUnit Unit, string Example)
{
    private static readonly string[] Chapters =
    [
        "Kit out", "Power", "Media", "Known state", "Record format", "Exposure", "Exposure", "Exposure", "Exposure", "White balance",
        "Focus and lens", "Picture profile", "Viewing aids", "Audio", "Timecode", "Test", "Shoot", "Wrap",
    ];

    /// <summary>The department's words for its positions, which cards translate into a camera's own; empty where every camera has its own.</summary>
    public ImmutableArray<string> Words { get; init; } = [];

    /// <summary>What a camera without the control amounts to, e.g. a camera without a digital zoom has it off; empty where nothing can be said.</summary>
    public string WhenAbsent { get; init; } = "";

    /// <summary>Whether the words run from less to more, so that the next one can stand in.</summary>
    public bool Ordered { get; init; }

    /// <summary>What an act consists of; empty for settings.</summary>
    public string What { get; init; } = "";

    /// <summary>The chapter of the work it belongs to.</summary>
    public string Chapter => Chapters[Step - 1];

    /// <summary>All settings in the order of the work.</summary>
    public static ImmutableArray<SettingName> All { get; } =
    [
        new(Setting.KitCounted, "kit-counted", "Kit counted", 1, SettingKind.Task, NaturalUnit.None, "done") { What = "Every piece of the kit counted against its list." },
        new(Setting.TripodPlate, "tripod-plate", "Tripod plate", 1, SettingKind.Task, NaturalUnit.None, "done") { What = "The plate of this camera is with it, screwed tight, and has passed the lift test." },
        new(Setting.SpareBatteries, "spare-batteries", "Spare batteries", 1, SettingKind.Task, NaturalUnit.None, "done") { What = "Fresh AA batteries for wireless and recorder, and one spare set." },
        new(Setting.LensCap, "lens-cap", "Cap off, front clean", 1, SettingKind.Task, NaturalUnit.None, "done") { What = "Cap in the bag, front glass looked at against the light." },
        new(Setting.BatterySeated, "battery-seated", "Battery seated", 2, SettingKind.Task, NaturalUnit.None, "done") { What = "Battery the right way round, clicked home, charge seen." },
        new(Setting.MainsAdapter, "mains-adapter", "Mains adapter", 2, SettingKind.Choice, NaturalUnit.None, "not used") { Words = ["not used", "camera", "charge"], WhenAbsent = "not used" },
        new(Setting.RunningMinutes, "running-minutes", "Running time", 2, SettingKind.Level, NaturalUnit.Minutes, "95"),
        new(Setting.CardSeated, "card-seated", "Card seated", 3, SettingKind.Task, NaturalUnit.None, "done") { What = "Card in the right slot, contacts the right way, never forced." },
        new(Setting.CardSpeed, "card-speed", "Card speed", 3, SettingKind.Level, NaturalUnit.MegabytesPerSecond, "V30"),
        new(Setting.FileSystem, "file-system", "File system", 3, SettingKind.Choice, NaturalUnit.None, "exFAT") { Words = ["exFAT", "FAT32", "UDF"] },
        new(Setting.CardCleared, "card-cleared", "Clips copied and opened", 3, SettingKind.Task, NaturalUnit.None, "done") { What = "Every clip on the card is known to be copied and was opened there, before anything is formatted." },
        new(Setting.CardFormatted, "card-formatted", "Formatted in the camera", 3, SettingKind.Task, NaturalUnit.None, "done") { What = "Formatted in this camera, after the clips were cleared." },
        new(Setting.SlotMode, "slot-mode", "Slot mode", 3, SettingKind.Choice, NaturalUnit.None, "single") { Words = ["single", "relay", "simultaneous"], WhenAbsent = "single" },
        new(Setting.RecordTo, "record-to", "Recording medium", 3, SettingKind.Choice, NaturalUnit.None, "slot A") { Words = ["slot A", "slot B", "drive"] },
        new(Setting.CardMinutes, "card-minutes", "Minutes on the card", 3, SettingKind.Level, NaturalUnit.Minutes, "180"),
        new(Setting.FactoryReset, "factory-reset", "Factory reset", 4, SettingKind.Task, NaturalUnit.None, "done") { What = "Reset to the factory state; the card is untouched by it." },
        new(Setting.Clock, "clock", "Date and time", 4, SettingKind.Task, NaturalUnit.None, "done") { What = "Date, time and zone set." },
        new(Setting.Language, "language", "Language", 4, SettingKind.Choice, NaturalUnit.None, "English"),
        new(Setting.FullAuto, "full-auto", "Full auto", 4, SettingKind.Computed, NaturalUnit.None, "off"),
        new(Setting.RecordFormat, "record-format", "Resolution and frame rate", 5, SettingKind.Computed, NaturalUnit.None, "1080 29.97p"),
        new(Setting.HighRate, "high-rate", "High-rate mode", 5, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Codec, "codec", "Codec", 5, SettingKind.Choice, NaturalUnit.None, "as the camera shows it"),
        new(Setting.BitRate, "bit-rate", "Bit rate", 5, SettingKind.Computed, NaturalUnit.Megabits, "45"),
        new(Setting.Aspect, "aspect", "Aspect ratio", 5, SettingKind.Choice, NaturalUnit.None, "16:9") { Words = ["16:9", "4:3", "17:9", "2.40:1", "1:1"], WhenAbsent = "16:9" },
        new(Setting.Squeeze, "squeeze", "Anamorphic squeeze", 5, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "1.33", "1.5", "2"], WhenAbsent = "off" },
        new(Setting.VideoOutput, "video-output", "Video output", 5, SettingKind.Choice, NaturalUnit.None, "as recorded") { Words = ["as recorded", "1080", "720", "standard definition"], WhenAbsent = "as recorded" },
        new(Setting.Shutter, "shutter", "Shutter", 6, SettingKind.Computed, NaturalUnit.Stops, "1/60 or 180°"),
        new(Setting.BaseIso, "base-iso", "Base ISO", 7, SettingKind.Choice, NaturalUnit.None, "low") { Words = ["low", "high"], WhenAbsent = "low" },
        new(Setting.Gain, "gain", "Gain", 7, SettingKind.Computed, NaturalUnit.Decibels, "+6"),
        new(Setting.GainLimit, "gain-limit", "Automatic gain limit", 7, SettingKind.Level, NaturalUnit.Decibels, "0"),
        new(Setting.GainBoost, "gain-boost", "Gain boost, noise reduction", 7, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.NeutralDensity, "nd", "ND filter", 8, SettingKind.Computed, NaturalUnit.Stops, "clear"),
        new(Setting.IrisControl, "iris-control", "Iris control", 9, SettingKind.Computed, NaturalUnit.None, "manual"),
        new(Setting.Iris, "iris", "Iris", 9, SettingKind.Computed, NaturalUnit.Stops, "6.3 or 5.6 1/3"),
        new(Setting.AutoExposureShift, "auto-exposure-shift", "Auto-exposure shift", 9, SettingKind.Level, NaturalUnit.Stops, "0"),
        new(Setting.WhiteBalance, "white-balance", "White balance", 10, SettingKind.Computed, NaturalUnit.Mired, "3200"),
        new(Setting.Tint, "tint", "Tint", 10, SettingKind.Level, NaturalUnit.Tint, "0"),
        new(Setting.FocusMode, "focus-mode", "Focus", 11, SettingKind.Computed, NaturalUnit.None, "manual"),
        new(Setting.LensFocus, "lens-focus", "Focus switch on the lens", 11, SettingKind.Choice, NaturalUnit.None, "manual") { Words = ["manual", "automatic"], WhenAbsent = "manual" },
        new(Setting.ZoomMode, "zoom-mode", "Zoom", 11, SettingKind.Choice, NaturalUnit.None, "servo") { Words = ["servo", "hand"] },
        new(Setting.DigitalZoom, "digital-zoom", "Digital zoom", 11, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Stabiliser, "stabiliser", "Stabiliser", 11, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "standard", "strong"], WhenAbsent = "off", Ordered = true },
        new(Setting.Eyepiece, "eyepiece", "Eyepiece", 11, SettingKind.Task, NaturalUnit.None, "done") { What = "Eyepiece set to the eye of the person who shoots." },
        new(Setting.EyeSensor, "eye-sensor", "Eye sensor", 11, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Profile, "profile", "Picture profile", 12, SettingKind.Choice, NaturalUnit.None, "department") { Words = ["department", "standard", "log"] },
        new(Setting.ViewingLut, "viewing-lut", "Viewing LUT", 12, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Zebra, "zebra", "Zebra", 13, SettingKind.Level, NaturalUnit.Percent, "100 or off"),
        new(Setting.Peaking, "peaking", "Peaking", 13, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "red", "yellow", "blue", "white"], WhenAbsent = "off" },
        new(Setting.Magnifier, "magnifier", "Magnifier", 13, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Markers, "markers", "Safe-area markers", 13, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "80 %", "90 %"], WhenAbsent = "off" },
        new(Setting.AspectGuide, "aspect-guide", "Second-ratio guide", 13, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "4:3", "1:1", "9:16", "2.40:1"], WhenAbsent = "off" },
        new(Setting.FalseColour, "false-colour", "False colour", 13, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Histogram, "histogram", "Histogram", 13, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Button1, "button-1", "Assignable button 1", 13, SettingKind.Choice, NaturalUnit.None, "peaking") { Words = ["peaking", "zebra", "magnifier", "last clip", "base", "viewing LUT", "guide", "false colour", "nothing"] },
        new(Setting.Button2, "button-2", "Assignable button 2", 13, SettingKind.Choice, NaturalUnit.None, "peaking") { Words = ["peaking", "zebra", "magnifier", "last clip", "base", "viewing LUT", "guide", "false colour", "nothing"] },
        new(Setting.Button3, "button-3", "Assignable button 3", 13, SettingKind.Choice, NaturalUnit.None, "peaking") { Words = ["peaking", "zebra", "magnifier", "last clip", "base", "viewing LUT", "guide", "false colour", "nothing"] },
        new(Setting.Input1, "input-1", "Input 1", 14, SettingKind.Choice, NaturalUnit.None, "built-in") { Words = ["built-in", "microphone", "wireless", "line", "off"] },
        new(Setting.Input2, "input-2", "Input 2", 14, SettingKind.Choice, NaturalUnit.None, "built-in") { Words = ["built-in", "microphone", "wireless", "line", "off"] },
        new(Setting.Phantom1, "phantom-1", "Phantom power 1", 14, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Phantom2, "phantom-2", "Phantom power 2", 14, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Channel1, "channel-1", "Channel 1 source", 14, SettingKind.Choice, NaturalUnit.None, "input 1") { Words = ["input 1", "input 2", "built-in"] },
        new(Setting.Channel2, "channel-2", "Channel 2 source", 14, SettingKind.Choice, NaturalUnit.None, "input 1") { Words = ["input 1", "input 1, 10 dB lower", "input 2", "built-in"] },
        new(Setting.AudioLevelControl, "audio-level-control", "Audio level control", 14, SettingKind.Choice, NaturalUnit.None, "manual") { Words = ["manual", "automatic"] },
        new(Setting.AudioPeakLevel, "audio-peak-level", "Audio peak level", 14, SettingKind.Level, NaturalUnit.FullScale, "-12"),
        new(Setting.LowCut, "low-cut", "Low cut", 14, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.Pad, "pad", "Pad", 14, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "10 dB", "20 dB"], WhenAbsent = "off", Ordered = true },
        new(Setting.Limiter, "limiter", "Limiter", 14, SettingKind.Choice, NaturalUnit.None, "off") { Words = ["off", "on"], WhenAbsent = "off" },
        new(Setting.AudioFormat, "audio-format", "Audio format", 14, SettingKind.Choice, NaturalUnit.None, "linear PCM") { Words = ["linear PCM", "compressed"] },
        new(Setting.Headphones, "headphones", "Headphones", 14, SettingKind.Task, NaturalUnit.None, "done") { What = "Headphones on, both channels heard." },
        new(Setting.WirelessPair, "wireless-pair", "Wireless pair", 14, SettingKind.Task, NaturalUnit.None, "done") { What = "Same channel, LEDs on, AA batteries fresh, receiver powered." },
        new(Setting.TimecodeCount, "timecode-count", "Timecode count", 15, SettingKind.Choice, NaturalUnit.None, "non-drop") { Words = ["non-drop", "drop-frame"], WhenAbsent = "non-drop" },
        new(Setting.TimecodeRun, "timecode-run", "Timecode run", 15, SettingKind.Choice, NaturalUnit.None, "free") { Words = ["free", "with recording"] },
        new(Setting.TimecodeHour, "timecode-hour", "Timecode hour", 15, SettingKind.Level, NaturalUnit.Hours, "1"),
        new(Setting.BlackReference, "black-reference", "Black reference", 16, SettingKind.Task, NaturalUnit.None, "done") { What = "Taken with the lens capped, after warm-up." },
        new(Setting.TestClip, "test-clip", "Ten-second test", 16, SettingKind.Task, NaturalUnit.None, "done") { What = "Ten seconds recorded, played back, looked at and listened to; playback left again." },
        new(Setting.ShortList, "short-list", "Short list on a change", 17, SettingKind.Task, NaturalUnit.None, "done") { What = "On each change of light, place or lens: filter, iris, white balance, focus again." },
        new(Setting.ClipsCopied, "clips-copied", "Clips copied and verified", 18, SettingKind.Task, NaturalUnit.None, "done") { What = "Copied, opened, counted, verified, and the card marked." },
        new(Setting.ResetAfter, "reset-after", "Reset, language back", 18, SettingKind.Task, NaturalUnit.None, "done") { What = "Reset to the known state, language back." },
        new(Setting.Packed, "packed", "Packed as found", 18, SettingKind.Task, NaturalUnit.None, "done") { What = "Power off, cap on, card and battery out, tripod low, packed as it was found." },
        new(Setting.Charged, "charged", "On the charger", 18, SettingKind.Task, NaturalUnit.None, "done") { What = "Batteries on the charger." },
        new(Setting.KitBack, "kit-back", "Kit counted back", 18, SettingKind.Task, NaturalUnit.None, "done") { What = "The kit counted again." },
        new(Setting.FaultsNoted, "faults-noted", "Faults noted", 18, SettingKind.Task, NaturalUnit.None, "done") { What = "What failed is written down for the next person." },
    ];

    private static readonly FrozenDictionary<string, Setting> ByKey = All.ToFrozenDictionary(n => n.Key, n => n.Setting);

    /// <summary>The names of one setting.</summary>
    public static SettingName Of(Setting setting) => All[(int)setting];

    /// <summary>The setting of a key.</summary>
    /// <exception cref="QuantityException">No setting has this key.</exception>
    public static Setting Parse(string? key) => key is not null && ByKey.TryGetValue(key, out Setting setting)
        ? setting
        : throw new QuantityException(
            QuantityFault.BadLabel,
            $"There is no setting “{Notation.Excerpt(key ?? "")}”. The settings are {string.Join(", ", All.Select(n => n.Key))}.");
}
