using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>A matter on which good people disagree; the department chooses an option for each standard.</summary>
public enum PolicyMatter
{
    /// <summary>What the base of gain is.</summary>
    BaseGain,

    /// <summary>When gain is allowed.</summary>
    GainAllowed,

    /// <summary>Which base of a two-base camera.</summary>
    TwoBases,

    /// <summary>Speeds of unlike cameras.</summary>
    CommonSpeed,

    /// <summary>Frame rate and scan.</summary>
    FrameRate,

    /// <summary>Shutter against double the rate.</summary>
    Shutter,

    /// <summary>Who moves the iris.</summary>
    Iris,

    /// <summary>Where white is taken from.</summary>
    Balance,

    /// <summary>Who sets the sound level.</summary>
    AudioLevel,

    /// <summary>Who focuses.</summary>
    Focus,

    /// <summary>Depth of field of several cameras.</summary>
    Depth,

    /// <summary>Zebra.</summary>
    Zebra,

    /// <summary>Compression.</summary>
    Compression,

    /// <summary>Date and time.</summary>
    DateAndTime,

    /// <summary>The spare sound channel.</summary>
    SpareChannel,

    /// <summary>What a plan of several cameras holds on to.</summary>
    Emphasis,

    /// <summary>The camera's sound where others record it.</summary>
    SoundByOthers,
}

/// <summary>One way of doing it.</summary>
/// <param name="Value">The member of the matter's own enumeration, e.g. <see cref="GainPolicy.Never"/>: what rules ask.</param>
/// <param name="Key">Key in files.</param>
/// <param name="Text">What it says.</param>
/// <param name="Reason">Why people hold it.</param>
public sealed record PolicyOption(Enum Value, string Key, string Text, string Reason);

/// <summary>A matter with its options; the first is the default.</summary>
/// <param name="Matter">The matter.</param>
/// <param name="Key">Key in files.</param>
/// <param name="Name">As spoken.</param>
/// <param name="Settings">Settings whose <c>by policy</c> it decides.</param>
/// <param name="Options">The options, the default first.</param>
public sealed record Policy(
    PolicyMatter Matter,
    string Key,
    string Name,
    ImmutableArray<Setting> Settings,
    ImmutableArray<PolicyOption> Options
)
{
    /// <summary>Every matter (bench rules; where practitioners disagree each way is offered).</summary>
    public static ImmutableArray<Policy> All { get; } =
    [
        new(
            PolicyMatter.BaseGain,
            "base-gain",
            "Base of gain",
            [Setting.Gain],
            [
                new(BaseGainPolicy.Unity, "unity", "0 dB or the native ISO", "Full range at known noise."),
                new(BaseGainPolicy.Lowest, "lowest", "the lowest the camera has", "Least noise; below 0 dB it costs highlight room."),
                new(
                    BaseGainPolicy.Native,
                    "native",
                    "native ISO whatever it is",
                    "The sensor's own working point, even where it is high; the same as 0 dB, since cards count gain from it."
                ),
            ]
        ),
        new(
            PolicyMatter.GainAllowed,
            "gain-allowed",
            "When gain is allowed",
            [Setting.Gain],
            [
                new(
                    GainPolicy.Last,
                    "last",
                    "last of all, up to the cap on the model's card",
                    "Light, filter, shutter and iris are free; noise stays in the picture."
                ),
                new(GainPolicy.Never, "never", "never", "A dark picture is corrected with light."),
                new(
                    GainPolicy.NoiseLimit,
                    "noise-limit",
                    "as much as the noise limit allows, before the iris is wide open",
                    "Depth of field is worth more than a little noise."
                ),
            ]
        ),
        new(
            PolicyMatter.TwoBases,
            "two-bases",
            "Two bases",
            [Setting.BaseIso],
            [
                new(
                    TwoBasesPolicy.LowFirst,
                    "low-first",
                    "low until more than 8 dB would be needed, never above 14",
                    "The low base is the cleaner; above 8 dB it no longer is."
                ),
                new(TwoBasesPolicy.Nearest, "nearest", "always the base nearest to the rating", "Least gain either way."),
            ]
        ),
        new(
            PolicyMatter.CommonSpeed,
            "common-speed",
            "Speed on unlike cameras",
            [],
            [
                new(
                    CommonSpeedPolicy.Native,
                    "native",
                    "each at its native speed, ND for the rest",
                    "Each camera keeps its full highlight room."
                ),
                new(
                    CommonSpeedPolicy.Common,
                    "common",
                    "one speed for all, compensated",
                    "One number for everybody; some cameras lose latitude."
                ),
            ]
        ),
        new(
            PolicyMatter.FrameRate,
            "frame-rate",
            "Frame rate",
            [Setting.RecordFormat],
            [
                new(FrameRatePolicy.ByUse, "use", "by the use of the footage", "The receiver decides what is right."),
                new(FrameRatePolicy.Interlaced, "59.94i", "59.94i, the look of television", "Smooth movement on television receivers."),
                new(FrameRatePolicy.Progressive, "29.97p", "29.97p, plain", "Good on every screen, no combs."),
                new(FrameRatePolicy.Film, "23.976p", "23.976p, the look of film", "Slow pans only."),
                new(FrameRatePolicy.Motion, "59.94p", "59.94p, for motion", "Sharp movement, and slow motion at half speed."),
            ]
        ),
        new(
            PolicyMatter.Shutter,
            "shutter",
            "Shutter",
            [Setting.Shutter],
            [
                new(ShutterPolicy.Nearest, "nearest", "nearest to double the rate", "Closest to the ordinary look of motion."),
                new(ShutterPolicy.AtLeast, "at-least", "double the rate or faster", "Never more smear than meant."),
            ]
        ),
        new(
            PolicyMatter.Iris,
            "iris",
            "Iris",
            [Setting.IrisControl],
            [
                new(
                    IrisPolicy.Manual,
                    "manual",
                    "by hand; automatic only where nobody attends and it is not cut with others",
                    "An automatic iris moves during the take."
                ),
                new(
                    IrisPolicy.AutomaticMoving,
                    "automatic-moving",
                    "automatic where it moves between lights",
                    "Nobody can follow a walk from shade to sun by hand."
                ),
            ]
        ),
        new(
            PolicyMatter.Balance,
            "balance",
            "White balance",
            [Setting.WhiteBalance],
            [
                new(
                    WhiteBalancePolicy.Card,
                    "card",
                    "on the card each time; a number where several cameras must agree",
                    "The card is right for this light, whatever it is."
                ),
                new(WhiteBalancePolicy.Preset, "preset", "a preset number", "The same number everywhere; corrected afterwards in one go."),
                new(WhiteBalancePolicy.Automatic, "automatic", "automatic", "Right on average where light changes faster than people can."),
            ]
        ),
        new(
            PolicyMatter.AudioLevel,
            "audio-level",
            "Audio level",
            [Setting.AudioLevelControl],
            [
                new(AudioLevelPolicy.Manual, "manual", "by hand", "The background stays where it is between words."),
                new(AudioLevelPolicy.Automatic, "automatic", "automatic", "No take is lost where nobody watches the meter."),
            ]
        ),
        new(
            PolicyMatter.Focus,
            "focus",
            "Focus",
            [Setting.FocusMode],
            [
                new(
                    FocusPolicy.Manual,
                    "manual",
                    "by hand; tracking where nobody attends",
                    "Automatic focus goes to whoever walks through."
                ),
                new(FocusPolicy.Tracking, "tracking", "tracking", "Keeps a moving face sharp where one person does everything."),
            ]
        ),
        new(
            PolicyMatter.Depth,
            "depth",
            "Depth of field of several cameras",
            [],
            [
                new(DepthPolicy.LineUp, "line-up", "as the line-up says", "It depends on who moves."),
                new(DepthPolicy.Match, "match", "the same on all", "The cut does not show."),
                new(DepthPolicy.Deeper, "deeper", "the tight camera deeper", "People lean, and an unattended camera cannot follow."),
                new(DepthPolicy.Open, "open", "the sensitive camera open, with ND", "A shallow background behind the speaker."),
            ]
        ),
        new(
            PolicyMatter.Zebra,
            "zebra",
            "Zebra",
            [Setting.Zebra],
            [
                new(ZebraPolicy.Clipping, "clipping", "100 % for clipping, off while recording", "It says what is lost, and nothing else."),
                new(ZebraPolicy.Skin, "skin", "70 % for skin", "A face can be set by eye."),
                new(ZebraPolicy.Off, "off", "off after use", "Stripes hide the picture."),
            ]
        ),
        new(
            PolicyMatter.Compression,
            "compression",
            "Compression",
            [Setting.BitRate],
            [
                new(CompressionPolicy.ByUse, "use", "by the use, with the minutes shown", "Small for the web, large for grading."),
                new(CompressionPolicy.Least, "least", "the least that card and machine take", "Nothing is lost that might be wanted."),
                new(CompressionPolicy.Enough, "enough", "good enough for the use", "More minutes on a card, faster copies."),
            ]
        ),
        new(
            PolicyMatter.DateAndTime,
            "date-and-time",
            "Date and time",
            [Setting.Clock],
            [
                new(ClockPolicy.Set, "set", "set", "It puts clips in order afterwards."),
                new(ClockPolicy.Ignore, "ignore", "ignored", "Clips are named by card; nobody trusts the clock."),
            ]
        ),
        new(
            PolicyMatter.SpareChannel,
            "spare-channel",
            "Spare sound channel",
            [Setting.Channel2],
            [
                new(SpareChannelPolicy.BuiltIn, "built-in", "the built-in microphone", "It works when the cable does not."),
                new(SpareChannelPolicy.Lower, "lower", "the same microphone, 10 dB lower", "It saves a shout that clips the first."),
                new(SpareChannelPolicy.Second, "second", "a second microphone", "Two voices, or two places."),
            ]
        ),
        new(
            PolicyMatter.Emphasis,
            "emphasis",
            "Emphasis of a plan",
            [],
            [
                new(
                    EmphasisPolicy.Balanced,
                    "balanced",
                    "balanced",
                    "Noise, iris and highlights each give way a little before one of them gives way a lot."
                ),
                new(
                    EmphasisPolicy.LowNoise,
                    "low-noise",
                    "low noise",
                    "Noise stays in the picture and adds up in dark rooms; the iris may give way."
                ),
                new(EmphasisPolicy.Iris, "iris", "the required iris", "Depth of field carries the scene; a little noise is accepted."),
                new(
                    EmphasisPolicy.Highlights,
                    "highlights",
                    "highlights",
                    "What clips is gone; windows and bright sky are part of the picture."
                ),
            ]
        ),
        new(
            PolicyMatter.SoundByOthers,
            "sound-by-others",
            "Sound recorded by others",
            [],
            [
                new(
                    SoundByOthersPolicy.Camera,
                    "camera",
                    "none: the camera's is used",
                    "One machine less, and picture and sound stay together."
                ),
                new(
                    SoundByOthersPolicy.Reference,
                    "reference",
                    "by others; the camera's is a reference",
                    "Both are put together by it without a clap."
                ),
                new(
                    SoundByOthersPolicy.Nothing,
                    "nothing",
                    "by others; the camera's is not used",
                    "Nobody takes the wrong sound by mistake."
                ),
            ]
        ),
    ];

    /// <summary>The default.</summary>
    public PolicyOption Default => Options[0];

    /// <summary>The options of one matter.</summary>
    public static Policy Of(PolicyMatter matter) => All[(int)matter];

    /// <summary>The policy whose options an enumeration lists.</summary>
    internal static Policy OfOptions<TOption>()
        where TOption : struct, Enum => OptionsOf<TOption>.Policy;

    private static class OptionsOf<TOption>
        where TOption : struct, Enum
    {
        internal static readonly Policy Policy = All.Single(p => p.Default.Value is TOption);
    }

    /// <summary>The matter that decides <c>by policy</c> for a setting; null where none does.</summary>
    public static Policy? Deciding(Setting setting) => All.FirstOrDefault(p => p.Settings.Contains(setting));
}

/// <summary>The options a standard chose; what is not named goes by its default.</summary>
public sealed record Policies
{
    private readonly ImmutableSortedDictionary<PolicyMatter, PolicyOption> _chosen;

    private Policies(ImmutableSortedDictionary<PolicyMatter, PolicyOption> chosen) => _chosen = chosen;

    /// <summary>Every default.</summary>
    public static Policies Defaults { get; } = new(ImmutableSortedDictionary<PolicyMatter, PolicyOption>.Empty);

    /// <summary>What was chosen apart from the defaults.</summary>
    public IEnumerable<(Policy Policy, PolicyOption Option)> Chosen => _chosen.Select(c => (Policy.Of(c.Key), c.Value));

    /// <summary>The option of a matter.</summary>
    public PolicyOption this[PolicyMatter matter] => _chosen.GetValueOrDefault(matter) ?? Policy.Of(matter).Default;

    /// <summary>The option of the matter that an enumeration of options belongs to.</summary>
    public TOption Of<TOption>()
        where TOption : struct, Enum => (TOption)this[Policy.OfOptions<TOption>().Matter].Value;

    /// <summary>Whether the matter of this option goes by it.</summary>
    public bool Is<TOption>(TOption option)
        where TOption : struct, Enum => EqualityComparer<TOption>.Default.Equals(Of<TOption>(), option);

    /// <summary>Most gain that these policies allow on a model: none where gain is never allowed, else its own cap or the usual one.</summary>
    /// <param name="model">The camera.</param>
    /// <param name="baseWord">The base by its word; null for the lowest, or where there is one only.</param>
    public Decibels CapOn(CameraModel model, string? baseWord = null) =>
        Is(GainPolicy.Never) ? Decibels.Zero : model.Gain.CapOn(baseWord) ?? Sensitivity.DefaultCap;

    /// <summary>These policies with one matter decided.</summary>
    /// <param name="matter">Key of the matter.</param>
    /// <param name="option">Key of the option.</param>
    /// <exception cref="QuantityException">No such matter or option.</exception>
    public Policies With(string? matter, string? option)
    {
        Policy policy = Policy.All.FirstOrDefault(p => p.Key == matter)
            ?? throw new QuantityException(
                QuantityFault.BadLabel,
                $"There is no policy “{Notation.Excerpt(matter ?? "")}”. The policies are {string.Join(", ", Policy.All.Select(p => p.Key))}."
            );
        PolicyOption found = policy.Options.FirstOrDefault(s => s.Key == option)
            ?? throw new QuantityException(
                QuantityFault.BadLabel,
                $"{policy.Name} has no option “{Notation.Excerpt(option ?? "")}”. It has {string.Join(", ", policy.Options.Select(s => s.Key))}."
            );
        return new Policies(found == policy.Default ? _chosen.Remove(policy.Matter) : _chosen.SetItem(policy.Matter, found));
    }

    /// <inheritdoc/>
    public bool Equals(Policies? other) => other is not null && _chosen.SequenceEqual(other._chosen);

    /// <inheritdoc/>
    public override int GetHashCode() => _chosen.Aggregate(17, (hash, c) => HashCode.Combine(hash, c.Key, c.Value.Key));
}
