namespace GoldNotch.Core.Sheets;

/// <summary>What the base of gain is. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum BaseGainPolicy
{
    /// <summary>0 dB or the native ISO.</summary>
    Unity,

    /// <summary>The lowest the camera has.</summary>
    Lowest,

    /// <summary>Native ISO whatever it is.</summary>
    Native,
}

/// <summary>When gain is allowed. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum GainPolicy
{
    /// <summary>Last of all, up to the cap on the model's card.</summary>
    Last,

    /// <summary>Never.</summary>
    Never,

    /// <summary>As much as the noise limit allows, before the iris is wide open.</summary>
    NoiseLimit,
}

/// <summary>Which base of a two-base camera. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum TwoBasesPolicy
{
    /// <summary>Low until more than 8 dB would be needed, never above 14.</summary>
    LowFirst,

    /// <summary>Always the base nearest to the rating.</summary>
    Nearest,
}

/// <summary>Speeds of unlike cameras. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum CommonSpeedPolicy
{
    /// <summary>Each at its native speed, ND for the rest.</summary>
    Native,

    /// <summary>One speed for all, compensated.</summary>
    Common,
}

/// <summary>Frame rate and scan. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum FrameRatePolicy
{
    /// <summary>By the use of the footage.</summary>
    ByUse,

    /// <summary>59.94i, the look of television.</summary>
    Interlaced,

    /// <summary>29.97p, plain.</summary>
    Progressive,

    /// <summary>23.976p, the look of film.</summary>
    Film,

    /// <summary>59.94p, for motion.</summary>
    Motion,
}

/// <summary>Shutter against double the rate. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum ShutterPolicy
{
    /// <summary>Nearest to double the rate.</summary>
    Nearest,

    /// <summary>Double the rate or faster.</summary>
    AtLeast,
}

/// <summary>Who moves the iris. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum IrisPolicy
{
    /// <summary>By hand; automatic only where nobody attends and it is not cut with others.</summary>
    Manual,

    /// <summary>Automatic where it moves between lights.</summary>
    AutomaticMoving,
}

/// <summary>Where white is taken from. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum WhiteBalancePolicy
{
    /// <summary>On the card each time; a number where several cameras must agree.</summary>
    Card,

    /// <summary>A preset number.</summary>
    Preset,

    /// <summary>Automatic.</summary>
    Automatic,
}

/// <summary>Who sets the audio level. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum AudioLevelPolicy
{
    /// <summary>By hand.</summary>
    Manual,

    /// <summary>Automatic.</summary>
    Automatic,
}

/// <summary>Who focuses. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum FocusPolicy
{
    /// <summary>By hand; tracking where nobody attends.</summary>
    Manual,

    /// <summary>Tracking.</summary>
    Tracking,
}

/// <summary>Depth of field of several cameras. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum DepthPolicy
{
    /// <summary>As the line-up says.</summary>
    LineUp,

    /// <summary>The same on all.</summary>
    Match,

    /// <summary>The tight camera deeper.</summary>
    Deeper,

    /// <summary>The sensitive camera open, with ND.</summary>
    Open,
}

/// <summary>What the zebra is for. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum ZebraPolicy
{
    /// <summary>100 % for clipping, off while recording.</summary>
    Clipping,

    /// <summary>70 % for skin.</summary>
    Skin,

    /// <summary>Off after use.</summary>
    Off,
}

/// <summary>How much the recording is compressed. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum CompressionPolicy
{
    /// <summary>By the use, with the minutes shown.</summary>
    ByUse,

    /// <summary>The least that card and machine take.</summary>
    Least,

    /// <summary>Good enough for the use.</summary>
    Enough,
}

/// <summary>Whether date and time are set. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum ClockPolicy
{
    /// <summary>Set.</summary>
    Set,

    /// <summary>Ignored.</summary>
    Ignore,
}

/// <summary>What the spare audio channel records. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum SpareChannelPolicy
{
    /// <summary>The built-in microphone.</summary>
    BuiltIn,

    /// <summary>The same microphone, 10 dB lower.</summary>
    Lower,

    /// <summary>A second microphone.</summary>
    Second,
}

/// <summary>Whether the camera's sound is used where others record it. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum SoundByOthersPolicy
{
    /// <summary>Nobody else records: the camera's sound is the sound.</summary>
    Camera,

    /// <summary>The camera's is a reference.</summary>
    Reference,

    /// <summary>The camera's is not used.</summary>
    Nothing,
}

/// <summary>What counts three times in a plan of several cameras. The texts and reasons are in <see cref="Policy.All"/>.</summary>
public enum EmphasisPolicy
{
    /// <summary>Nothing: each fault as a good technician weighs it.</summary>
    Balanced,

    /// <summary>Noise, and gain raised behind a filter.</summary>
    LowNoise,

    /// <summary>The required iris.</summary>
    Iris,

    /// <summary>Highlights, and gain below 0 dB.</summary>
    Highlights,
}
