namespace GoldNotch.Core.Cameras;

/// <summary>What a sheet sets, declared in the order of the work: later settings depend on earlier ones.</summary>
public enum Setting
{
    /// <summary>Every piece of the kit counted against its list.</summary>
    KitCounted,

    /// <summary>The plate of this camera is with it, screwed tight, and has passed the lift test.</summary>
    TripodPlate,

    /// <summary>Fresh AA batteries for wireless and recorder, and one spare set.</summary>
    SpareBatteries,

    /// <summary>Cap in the bag, front glass looked at against the light.</summary>
    LensCap,

    /// <summary>Battery the right way round, clicked home, charge seen.</summary>
    BatterySeated,

    /// <summary>What the mains adapter is switched to.</summary>
    MainsAdapter,

    /// <summary>Minutes the battery will run the camera.</summary>
    RunningMinutes,

    /// <summary>Card in the right slot, contacts the right way, never forced.</summary>
    CardSeated,

    /// <summary>Sustained write speed that the class on the card promises.</summary>
    CardSpeed,

    /// <summary>How the card is formatted.</summary>
    FileSystem,

    /// <summary>Every clip on the card is known to be copied and was opened there, before anything is formatted.</summary>
    CardCleared,

    /// <summary>Formatted in this camera, after the clips were cleared.</summary>
    CardFormatted,

    /// <summary>What the second slot does.</summary>
    SlotMode,

    /// <summary>The medium the camera writes to first.</summary>
    RecordTo,

    /// <summary>Remaining minutes the display shows at this format.</summary>
    CardMinutes,

    /// <summary>Reset to the factory state; the card is untouched by it.</summary>
    FactoryReset,

    /// <summary>Date, time and zone set.</summary>
    Clock,

    /// <summary>Language of the menus.</summary>
    Language,

    /// <summary>The switch that lets the camera decide everything.</summary>
    FullAuto,

    /// <summary>Picture size, scan and rate.</summary>
    RecordFormat,

    /// <summary>The mode that records faster than it plays.</summary>
    HighRate,

    /// <summary>How the picture is coded.</summary>
    Codec,

    /// <summary>Bits of each sample of the recording.</summary>
    BitDepth,

    /// <summary>Bits a second of the recorded picture.</summary>
    BitRate,

    /// <summary>Shape of the recorded picture.</summary>
    Aspect,

    /// <summary>What the viewing picture is stretched by for an anamorphic lens.</summary>
    Squeeze,

    /// <summary>What the output carries; it is set apart from the recording.</summary>
    VideoOutput,

    /// <summary>Exposure time of a frame.</summary>
    Shutter,

    /// <summary>Which base sensitivity of the sensor is in use.</summary>
    BaseIso,

    /// <summary>Electronic amplification.</summary>
    Gain,

    /// <summary>The most that automatic gain may add.</summary>
    GainLimit,

    /// <summary>Hyper gain, slow-shutter boost and smoothing.</summary>
    GainBoost,

    /// <summary>Built-in neutral density filter.</summary>
    NeutralDensity,

    /// <summary>Whether a person or the camera moves the iris.</summary>
    IrisControl,

    /// <summary>The iris itself.</summary>
    Iris,

    /// <summary>Bias of the automatic exposure; it is no effect.</summary>
    AutoExposureShift,

    /// <summary>Where white is taken from, and its number.</summary>
    WhiteBalance,

    /// <summary>Green to magenta, in the camera's own steps.</summary>
    Tint,

    /// <summary>Whether a person or the camera focuses.</summary>
    FocusMode,

    /// <summary>The second focus switch; both must agree.</summary>
    LensFocus,

    /// <summary>Servo or hand.</summary>
    ZoomMode,

    /// <summary>Enlarging the pixels; never an optical zoom.</summary>
    DigitalZoom,

    /// <summary>Steadying of the picture.</summary>
    Stabiliser,

    /// <summary>Eyepiece set to the eye of the person who shoots.</summary>
    Eyepiece,

    /// <summary>The sensor that blanks the screen.</summary>
    EyeSensor,

    /// <summary>Tone curve and colour that are recorded.</summary>
    Profile,

    /// <summary>A look laid over the screen only; it is not recorded.</summary>
    ViewingLut,

    /// <summary>Level at which stripes are drawn.</summary>
    Zebra,

    /// <summary>Colour that marks still, sharp edges.</summary>
    Peaking,

    /// <summary>Enlarged view for focusing.</summary>
    Magnifier,

    /// <summary>Centre and safe area on the screen.</summary>
    Markers,

    /// <summary>Guide for another aspect ratio.</summary>
    AspectGuide,

    /// <summary>Levels shown as colours.</summary>
    FalseColour,

    /// <summary>Distribution of levels on the screen.</summary>
    Histogram,

    /// <summary>What assignable button 1 does.</summary>
    Button1,

    /// <summary>What assignable button 2 does.</summary>
    Button2,

    /// <summary>What assignable button 3 does.</summary>
    Button3,

    /// <summary>What input 1 is switched to.</summary>
    Input1,

    /// <summary>What input 2 is switched to.</summary>
    Input2,

    /// <summary>48 V on input 1.</summary>
    Phantom1,

    /// <summary>48 V on input 2.</summary>
    Phantom2,

    /// <summary>What is recorded on channel 1.</summary>
    Channel1,

    /// <summary>What is recorded on channel 2.</summary>
    Channel2,

    /// <summary>Whether a person or the camera sets the level.</summary>
    AudioLevelControl,

    /// <summary>Peaks of the voice on the meter.</summary>
    AudioPeakLevel,

    /// <summary>Filter against rumble and wind.</summary>
    LowCut,

    /// <summary>Attenuation before the amplifier.</summary>
    Pad,

    /// <summary>Catches peaks before they clip.</summary>
    Limiter,

    /// <summary>How sound is coded.</summary>
    AudioFormat,

    /// <summary>Headphones on, both channels heard.</summary>
    Headphones,

    /// <summary>Same channel, LEDs on, AA batteries fresh, receiver powered.</summary>
    WirelessPair,

    /// <summary>Drop-frame keeps to the clock at 29.97 and 59.94.</summary>
    TimecodeCount,

    /// <summary>Free, or with the recording.</summary>
    TimecodeRun,

    /// <summary>Hour digit that says the card or the day.</summary>
    TimecodeHour,

    /// <summary>Taken with the lens capped, after warm-up.</summary>
    BlackReference,

    /// <summary>Ten seconds recorded, played back, looked at and listened to; playback left again.</summary>
    TestClip,

    /// <summary>On each change of light, place or lens: filter, iris, white, focus again.</summary>
    ShortList,

    /// <summary>Copied, opened, counted, verified, and the card marked.</summary>
    ClipsCopied,

    /// <summary>Reset to the known state, language back.</summary>
    ResetAfter,

    /// <summary>Power off, cap on, card and battery out, tripod low, packed as it was found.</summary>
    Packed,

    /// <summary>Batteries on the charger.</summary>
    Charged,

    /// <summary>The kit counted again.</summary>
    KitBack,

    /// <summary>What failed is written down for the next person.</summary>
    FaultsNoted,
}
