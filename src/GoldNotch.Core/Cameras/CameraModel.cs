using System.Collections.Immutable;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>A side of the body as the person holds it behind the eyepiece.</summary>
public enum BodySide
{
    /// <summary>The operator's left.</summary>
    Left,

    /// <summary>The operator's right.</summary>
    Right,

    /// <summary>Top.</summary>
    Top,

    /// <summary>Back.</summary>
    Back,

    /// <summary>Front.</summary>
    Front,

    /// <summary>On the lens.</summary>
    Lens,

    /// <summary>In a menu on the screen.</summary>
    Screen,
}

/// <summary>Where a control is on one model, and how a person sees that it is manual.</summary>
/// <param name="Side">Side of the body.</param>
/// <param name="Across">Place along the side, 0 front to 1 back (left to right on front and back).</param>
/// <param name="Down">Place down the side, 0 top to 1 bottom.</param>
/// <param name="Name">What is printed on or beside it.</param>
/// <param name="Path">Menu path or what to do with the control.</param>
/// <param name="ManualSign">How manual is recognised; empty where the control cannot float.</param>
/// <param name="Trap">What goes wrong here; empty where nothing is known.</param>
public sealed record ControlPlace(BodySide Side, double Across, double Down, string Name, string Path, string ManualSign, string Trap)
{
    /// <summary>Its side as it is called.</summary>
    public string SideName =>
        Side switch
        {
            BodySide.Left => "left side",
            BodySide.Right => "right side",
            BodySide.Top => "top",
            BodySide.Back => "back",
            BodySide.Front => "front",
            BodySide.Lens => "lens",
            _ => "menu",
        };
}

/// <summary>A recording the camera can make.</summary>
/// <param name="Size">Picture size.</param>
/// <param name="Rate">Rate with scan.</param>
/// <param name="BitRates">Its bit rates, one or more.</param>
public sealed record RecordFormat(FrameSize Size, ScanRate Rate, ImmutableArray<BitRate> BitRates)
{
    /// <summary>Codecs it can be coded in; empty where there is no choice.</summary>
    public ImmutableArray<string> Codecs { get; init; } = [];

    /// <summary>The bit rates that go with a codec, where they differ by codec; a codec without an entry has all rates of the format.</summary>
    public ImmutableDictionary<string, ImmutableArray<BitRate>> CodecRates { get; init; } =
        ImmutableDictionary<string, ImmutableArray<BitRate>>.Empty;

    /// <summary>The bit rates this codec writes here, rising.</summary>
    /// <param name="codec">The department's word for it; null where none is known.</param>
    public ImmutableArray<BitRate> RatesIn(string? codec) =>
        [.. (codec is null ? BitRates : CodecRates.GetValueOrDefault(codec, BitRates)).Order()];

    /// <summary>Bit depths it can be recorded in, lowest first; empty where the maker does not state them.</summary>
    public ImmutableArray<int> BitDepths { get; init; } = [];

    /// <summary>Card types it can be written to; empty where every card will do.</summary>
    public ImmutableArray<string> CardTypes { get; init; } = [];

    /// <summary>How much narrower the picture is than the sensor allows, 1 and up: 1.3 frames a third tighter.</summary>
    public double Crop { get; init; } = 1;

    /// <summary>Longest clip, minutes; null where there is no limit.</summary>
    public double? ClipMinutes { get; init; }

    /// <summary>What is lost at this rate besides the crop; empty where nothing is.</summary>
    public string Cost { get; init; } = "";

    /// <summary>Worst bit rate of a variable-rate format; null where the stated rate is the worst.</summary>
    public BitRate? Worst { get; init; }

    /// <summary>The most that must be written: the worst of a variable rate, else the rate chosen, else the highest there is.</summary>
    /// <param name="chosen">The bit rate chosen; null where none is.</param>
    public BitRate WorstAt(BitRate? chosen) => Worst ?? chosen ?? BitRates.Max();

    /// <summary>Whether it is raw: white is then chosen afterwards.</summary>
    public bool Raw { get; init; }
}

/// <summary>A position of the gain control.</summary>
/// <param name="Name">Name of the switch position, or empty where the control shows dB.</param>
/// <param name="Gain">Its gain.</param>
public sealed record GainPosition(string Name, Decibels Gain);

/// <summary>The gain control.</summary>
/// <param name="Positions">Every gain it can stand at, rising.</param>
/// <param name="HasAutomatic">Whether it has an automatic.</param>
/// <param name="IsoAtZeroGain">ISO at 0 dB; null where the maker gives none, and then nothing absolute is claimed.</param>
public sealed record GainControl(ImmutableArray<GainPosition> Positions, bool HasAutomatic, Iso? IsoAtZeroGain)
{
    /// <summary>Two bases or more, lowest first, or empty: then the control is as the other fields say.</summary>
    public ImmutableArray<GainBase> Bases { get; init; } = [];

    /// <summary>Gains that a position of the switch can be given in the menu, rising; empty where what the positions give is fixed.</summary>
    public ImmutableArray<Decibels> Assignable { get; init; } = [];

    /// <summary>Most gain the department allows on this model as a last resort; null: none.</summary>
    public Decibels? Cap { get; init; }

    /// <summary>Room above and below mid grey at 0 dB; null where nobody has measured it.</summary>
    public Latitude? Latitude { get; init; }

    /// <summary>Picture profiles that are recorded at base whatever the rating, by their words; under them there is no real gain.</summary>
    public ImmutableArray<string> FixedToBase { get; init; } = [];

    /// <summary>Most gain the department allows on a base; null: none was ever decided.</summary>
    public Decibels? CapOn(string? word) => BaseOf(word)?.Cap ?? Cap;

    /// <summary>Gain of the lower base from which the next one is used, as it was measured; null where nobody measured it.</summary>
    public Decibels? SwitchFrom { get; init; }

    /// <summary>Highest gain on a base before the next one is used; null where nobody measured it.</summary>
    public Decibels? SwitchAbove => SwitchFrom is { } from ? new Decibels(from.Value - HalfATenth) : null;

    // No gain has finer steps than a tenth.
    private const double HalfATenth = 0.05;

    /// <summary>The gains on a base; those of the control where it has one base.</summary>
    public ImmutableArray<GainPosition> PositionsOn(string? word) => BaseOf(word)?.Positions ?? Positions;

    /// <summary>The speed at 0 dB on a base; null where the maker gives none.</summary>
    public Iso? IsoOn(string? word) => BaseOf(word)?.Base.IsoAtZeroGain ?? IsoAtZeroGain;

    /// <summary>The base of a word, the lowest where none is named; null where there is one base only.</summary>
    public GainBase? BaseOf(string? word) => Bases.IsEmpty ? null : Bases.FirstOrDefault(b => b.Word == word) ?? Bases[0];
}

/// <summary>The white balance control.</summary>
/// <param name="Presets">Fixed numbers.</param>
/// <param name="Memories">Names of card memories.</param>
/// <param name="Dial">Numbers it can be dialled to; null where it cannot.</param>
/// <param name="HasAutomatic">Whether it has an automatic.</param>
public sealed record WhiteControl(ImmutableArray<Kelvin> Presets, ImmutableArray<string> Memories, KelvinGrid? Dial, bool HasAutomatic);

/// <summary>A control that is moved by a person, by the camera, or either.</summary>
/// <param name="Manual">Has manual.</param>
/// <param name="Automatic">Has automatic.</param>
public sealed record ModeControl(bool Manual, bool Automatic);

/// <summary>What one camera model can do and where its controls are: the capability card.</summary>
/// <param name="Key">Key in files and addresses, e.g. <c>alder-20</c>.</param>
/// <param name="Name">Name as spoken.</param>
/// <param name="Version">Version of the card, 1 and up.</param>
/// <param name="Kind">What sort of camera, in a few words.</param>
/// <param name="HasFullAuto">Whether it has a full-auto switch.</param>
/// <param name="Formats">Recordings it can make.</param>
/// <param name="Shutters">Shutter speeds, longest first.</param>
/// <param name="Gain">Gain control.</param>
/// <param name="Filters">Built-in filter positions; empty where none are built in.</param>
/// <param name="Lens">The lens on it.</param>
/// <param name="Iris">Who can move the iris.</param>
/// <param name="White">White balance control.</param>
/// <param name="Focus">Who can focus.</param>
/// <param name="Controls">Where each control is.</param>
public sealed record CameraModel(
    string Key,
    string Name,
    int Version,
    string Kind,
    bool HasFullAuto,
    ImmutableArray<RecordFormat> Formats,
    ImmutableArray<ExposureTime> Shutters,
    GainControl Gain,
    ImmutableArray<FilterPosition> Filters,
    Lens Lens,
    ModeControl Iris,
    WhiteControl White,
    ModeControl Focus,
    ImmutableDictionary<Setting, ControlPlace> Controls
)
{
    /// <summary>Sensor, width by height in millimetres; null where the card does not say.</summary>
    public (Millimetres Width, Millimetres Height)? Sensor { get; init; }

    /// <summary>Lenses that go with the body, where it changes lenses.</summary>
    public ImmutableArray<NamedLens> Lenses { get; init; } = [];

    /// <summary>Shutter by angle; null where it goes by speeds only.</summary>
    public AngleControl? Angles { get; init; }

    /// <summary>Whether the shutter can be left automatic; null where the specification does not say, and then what has a full-auto switch is taken to have it.</summary>
    public bool? ShutterAutomatic { get; init; }

    /// <summary>Clear scan; null where the shutter has none.</summary>
    public ClearScan? ClearScan { get; init; }

    /// <summary>Variable filter; null where the positions are fixed.</summary>
    public VariableFilter? Variable { get; init; }

    /// <summary>What a step of its tint control is worth; null where nobody has said.</summary>
    public TintScale? Tint { get; init; }

    /// <summary>The curve of each picture profile, by the profile's word; a profile that is missing here is in none that anybody has described.</summary>
    public ImmutableDictionary<string, ProfileCurve> Curves { get; init; } = ImmutableDictionary<string, ProfileCurve>.Empty;

    /// <summary>Controls with named positions.</summary>
    public ImmutableDictionary<Setting, ChoiceControl> Choices { get; init; } = ImmutableDictionary<Setting, ChoiceControl>.Empty;

    /// <summary>Controls with numbers.</summary>
    public ImmutableDictionary<Setting, LevelControl> Levels { get; init; } = ImmutableDictionary<Setting, LevelControl>.Empty;

    /// <summary>What this model is known not to have.</summary>
    public ImmutableHashSet<Setting> NotFitted { get; init; } = [];

    /// <summary>Whether it records sound: a model that is known to have neither an input nor an audio format does not.</summary>
    public bool RecordsSound => !(NotFitted.Contains(Setting.AudioFormat) && NotFitted.Contains(Setting.Input1));

    /// <summary>Settings for which the specification only says what cameras of its class usually have: nobody has confirmed it on this model.</summary>
    public ImmutableHashSet<Setting> Presumed { get; init; } = [];

    /// <summary>What a share of its level meter means; null where nobody has said.</summary>
    public MeterScale? Meter { get; init; }

    /// <summary>Slots for cards and drives.</summary>
    public ImmutableArray<MediaSlot> Slots { get; init; } = [];

    /// <summary>The card the department issues with it; null where none is.</summary>
    public IssuedCard? Card { get; init; }

    /// <summary>Battery and consumption; null where the card does not say.</summary>
    public PowerNeed? Power { get; init; }

    /// <summary>Memory buffer in 10⁹ bytes that a high-speed camera records into; null where it writes to the card.</summary>
    public double? BufferGb { get; init; }

    /// <summary>Minutes after which the black reference is taken again; null where it wants none.</summary>
    public double? BlackReferenceMinutes { get; init; }

    /// <summary>What a factory reset does; null where the card does not say.</summary>
    public ResetBehaviour? Reset { get; init; }

    /// <summary>What has to be known to handle this model at all: supply, assembly, trigger, saving, gestures. Printed with every sheet of it.</summary>
    public ImmutableArray<HandlingNote> Handling { get; init; } = [];

    /// <summary>What of it was measured instead of taken from the maker's word, and by whom.</summary>
    public ImmutableArray<MeasuredFigure> Measured { get; init; } = [];

    /// <summary>Values that bring others with them.</summary>
    public ImmutableArray<Dependency> Dependencies { get; init; } = [];

    /// <summary>The format of a size and rate, or null.</summary>
    public RecordFormat? FormatOf(SettingValue.Format? chosen)
    {
        foreach (RecordFormat format in Formats)
        {
            if (chosen is not null && format.Size == chosen.Size && format.Rate == chosen.Rate)
            {
                return format;
            }
        }

        return null;
    }

    /// <summary>Stops above and below mid grey at 0 dB: as measured in this profile, else as the specification says; null where nobody knows.</summary>
    /// <param name="baseWord">Word of the base; empty where there is one only.</param>
    /// <param name="profile">Word of the picture profile; null where none is known.</param>
    public Latitude? LatitudeOn(string baseWord, string? profile) =>
        profile is not null
        && Curves.TryGetValue(profile, out ProfileCurve? curve)
        && curve.Latitudes.TryGetValue(baseWord, out Latitude known)
            ? known
        : baseWord.Length == 0 ? Gain.Latitude
        : Gain.BaseOf(baseWord)?.Latitude;

    /// <summary>The filter positions: those it has, or the steps of its variable filter.</summary>
    public IEnumerable<FilterPosition> FilterPositions() =>
        Variable is { } variable ? VariableFilterPositions.Of(variable.Least, variable.Most, variable.Step) : Filters;

    /// <summary>The slot for the issued card that takes the slowest class; null where no slot states one.</summary>
    public MediaSlot? SlowestSlot =>
        Slots
            .Where(s => s.Slowest is not null && (Card is null || s.CardType == Card.CardType))
            .MinBy(s => s.Slowest!.Value.MegabytesPerSecond);

    /// <summary>Whether its iris is set on the ring of a lens that the body knows nothing of: only a person can read it.</summary>
    public bool IrisIsReadOffTheRing => !Lenses.IsEmpty;

    /// <summary>Where a control is, or null where the card does not say.</summary>
    public ControlPlace? PlaceOf(Setting setting) => Controls.GetValueOrDefault(setting);
}

/// <summary>A figure of a camera that somebody measured.</summary>
/// <param name="What">What it is, e.g. <c>filter 1/4: 2.1 stops</c>.</param>
/// <param name="Unit">The unit it was measured on.</param>
/// <param name="By">Who measured it.</param>
/// <param name="On">The day.</param>
public sealed record MeasuredFigure(string What, string Unit, string By, DateOnly On);

/// <summary>What a note on handling is about, in the order in which it is needed.</summary>
public enum HandlingKind
{
    /// <summary>What it is powered from, and what must not be connected.</summary>
    Supply,

    /// <summary>The order in which a body of several parts is put together.</summary>
    Assembly,

    /// <summary>How a recording is started, where that is not one press.</summary>
    Trigger,

    /// <summary>What must be saved before leaving or before the next take.</summary>
    Saving,

    /// <summary>A gesture of several buttons, and what to do when it does not take.</summary>
    Gesture,
}

/// <summary>A note on handling a model.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="Text">What to do, as the specification states it.</param>
public sealed record HandlingNote(HandlingKind Kind, string Text);

/// <summary>One camera of the pool.</summary>
/// <param name="Tag">Asset tag.</param>
/// <param name="ModelKey">Its model.</param>
/// <param name="Tape">Colour of its tape, or empty.</param>
/// <param name="Place">Where it lives.</param>
public sealed record CameraUnit(string Tag, string ModelKey, string Tape, string Place);
