namespace GoldNotch.Exchange;

/// <summary>A capability card. What a card does not say is left out; what the model is known not to have is named in <c>notFitted</c>.</summary>
/// <param name="Key">Key in files and addresses.</param>
/// <param name="Name">Name as spoken.</param>
/// <param name="Version">Version, 1 and up.</param>
/// <param name="Kind">What sort of camera, in a few words.</param>
/// <param name="FullAuto">Whether it has a full-auto switch.</param>
/// <param name="Lens">The lens on it.</param>
/// <param name="Formats">Recordings it can make.</param>
/// <param name="Shutters">Shutter speeds.</param>
/// <param name="Gain">Gain control.</param>
/// <param name="Filters">Built-in filter positions.</param>
/// <param name="Iris">Who can move the iris.</param>
/// <param name="WhiteBalance">White balance control.</param>
/// <param name="Focus">Who can focus.</param>
/// <param name="Controls">Where each control is, by setting.</param>
/// <param name="Sensor">Sensor.</param>
/// <param name="Lenses">Lenses that go with the body.</param>
/// <param name="Angles">Shutter by angle.</param>
/// <param name="VariableFilter">Variable filter.</param>
/// <param name="Choices">Controls with named positions, by setting.</param>
/// <param name="Levels">Controls with numbers, by setting.</param>
/// <param name="NotFitted">Settings it is known not to have.</param>
/// <param name="Slots">Slots for cards and drives.</param>
/// <param name="Card">The card issued with it.</param>
/// <param name="Power">Battery and consumption.</param>
/// <param name="BufferGb">Memory it records into, 10⁹ bytes.</param>
/// <param name="BlackReferenceMinutes">Minutes after which the black reference is taken again.</param>
/// <param name="Reset">What a factory reset does.</param>
/// <param name="Dependencies">Values that bring others with them.</param>
/// <param name="Handling">What has to be known to handle it.</param>
/// <param name="Tint">What the numbers of its tint control mean.</param>
/// <param name="Curves">The curve of each picture profile, by the profile's word.</param>
/// <param name="Presumed">Settings of which only the class of camera is told: what is given for them is not confirmed.</param>
public sealed record ModelDocument(
    string Key,
    string Name,
    int Version,
    string Kind,
    bool FullAuto,
    LensDocument Lens,
    IReadOnlyList<FormatDocument> Formats,
    IReadOnlyList<string> Shutters,
    GainDocument Gain,
    IReadOnlyList<FilterDocument> Filters,
    ModeDocument Iris,
    WhiteBalanceDocument WhiteBalance,
    ModeDocument Focus,
    IReadOnlyDictionary<string, ControlDocument> Controls,
    SensorDocument? Sensor = null,
    IReadOnlyList<NamedLensDocument>? Lenses = null,
    AnglesDocument? Angles = null,
    VariableFilterDocument? VariableFilter = null,
    IReadOnlyDictionary<string, ChoiceDocument>? Choices = null,
    IReadOnlyDictionary<string, LevelDocument>? Levels = null,
    IReadOnlyList<string>? NotFitted = null,
    IReadOnlyList<SlotDocument>? Slots = null,
    IssuedCardDocument? Card = null,
    PowerDocument? Power = null,
    double? BufferGb = null,
    double? BlackReferenceMinutes = null,
    ResetDocument? Reset = null,
    IReadOnlyList<DependencyDocument>? Dependencies = null,
    IReadOnlyList<HandlingDocument>? Handling = null,
    IReadOnlyList<string>? Presumed = null,
    bool? ShutterAutomatic = null,
    ClearScanDocument? ClearScan = null,
    TintScaleDocument? Tint = null,
    IReadOnlyDictionary<string, ProfileCurveDocument>? Curves = null,
    IReadOnlyList<MeasuredFigureDocument>? Measured = null,
    IReadOnlyList<MeterMarkDocument>? Meter = null
);

/// <summary>A mark of the level meter: share of the bar, 0 to 1, and what it means in dBFS. Two or more, rising.</summary>
public sealed record MeterMarkDocument(double Share, double Dbfs);

/// <summary>A figure that was measured instead of taken from the maker's word: whether it is about filters, noise or latitude, what it is, the unit it was measured on, by whom and when.</summary>
public sealed record MeasuredFigureDocument(string About, string What, string Unit, string By, DateTimeOffset At);

/// <summary>What the numbers of its tint control mean: how far a step moves the picture, and whether higher numbers are <c>green</c> or <c>magenta</c>; left out where nobody has said.</summary>
public sealed record TintScaleDocument(double StepDuv, string? Up = null);

/// <summary>The curve of a picture profile: BT.709, HLG, sRGB, or Log with its numbers; <c>clipLevel</c> is the signal its highlights end at, <c>latitudes</c> what was measured in it.</summary>
public sealed record ProfileCurveDocument(
    string Curve,
    LogCurveDocument? Log = null,
    double ClipLevel = 1,
    IReadOnlyList<LatitudeDocument>? Latitudes = null
);

/// <summary>Stops above and below mid grey at 0 dB; <c>base</c> is empty where the camera has one base.</summary>
public sealed record LatitudeDocument(double HighlightStops, double ShadowStops, string Base = "");

/// <summary>Frequencies a clear scan can be set to, Hz.</summary>
public sealed record ClearScanDocument(double FromHz, double ToHz, double StepHz);

/// <summary>What has to be known to handle a model: <c>kind</c> is supply, assembly, trigger, saving or gesture.</summary>
public sealed record HandlingDocument(string Kind, string Text);

/// <summary>A lens.</summary>
public sealed record LensDocument(double ShortestMm, double LongestMm, string WidestAtShort, string WidestAtLong, string Smallest);

/// <summary>A lens by name; <c>transmission</c> is its T-number wide open.</summary>
public sealed record NamedLensDocument(string Name, LensDocument Lens, string? Transmission = null);

/// <summary>A sensor.</summary>
public sealed record SensorDocument(double WidthMm, double HeightMm);

/// <summary>A recording the camera can make; <c>codecRatesMbps</c> names the bit rates of a codec where they differ by codec, <c>bitDepths</c> are the bits of a sample, <c>crop</c> is how many times narrower the picture is, <c>cost</c> what else is lost.</summary>
public sealed record FormatDocument(
    string Size,
    string Rate,
    IReadOnlyList<double> BitRatesMbps,
    IReadOnlyList<string>? Codecs = null,
    IReadOnlyList<string>? CardTypes = null,
    double Crop = 1,
    double? ClipMinutes = null,
    string Cost = "",
    double? WorstMbps = null,
    bool Raw = false,
    IReadOnlyList<int>? BitDepths = null,
    IReadOnlyDictionary<string, IReadOnlyList<double>>? CodecRatesMbps = null
);

/// <summary>The gain control: <c>positions</c>, or <c>isos</c> where it shows ISO numbers; <c>isoAtZeroGain</c> is left out where the maker gives none.
/// <c>fixedToBase</c> names the picture profiles that are recorded at base whatever the rating; <c>assignableDb</c> are the gains a position of the switch can be given in the menu,
/// <c>switchFromDb</c> the gain of the lower base from which the higher one was measured to be cleaner.</summary>
public sealed record GainDocument(
    IReadOnlyList<GainPositionDocument> Positions,
    bool Automatic,
    double? IsoAtZeroGain = null,
    IReadOnlyList<double>? Isos = null,
    IReadOnlyList<BaseDocument>? Bases = null,
    double? CapDb = null,
    double? HighlightStops = null,
    double? ShadowStops = null,
    IReadOnlyList<string>? FixedToBase = null,
    IReadOnlyList<double>? AssignableDb = null,
    double? SwitchFromDb = null
);

/// <summary>One of two bases, with its gains as a range or as ISO numbers.</summary>
public sealed record BaseDocument(
    string Word,
    string Name,
    double IsoAtZeroGain,
    GainRangeDocument? Gains = null,
    IReadOnlyList<double>? Isos = null,
    double NoisePenaltyDb = 0,
    double? HighlightStops = null,
    double? ShadowStops = null,
    double? CapDb = null
);

/// <summary>Gains in equal steps.</summary>
public sealed record GainRangeDocument(double FromDb, double ToDb, double StepDb);

/// <summary>A gain position; <c>name</c> is empty where the control shows dB.</summary>
public sealed record GainPositionDocument(double GainDb, string Name = "");

/// <summary>A filter position with its loss in stops.</summary>
public sealed record FilterDocument(string Label, double Stops);

/// <summary>A variable filter; it has clear too.</summary>
public sealed record VariableFilterDocument(double LeastStops, double MostStops, double StepStops);

/// <summary>Angles of the shutter; <c>anyBetween</c> where any angle between the ends can be typed in.</summary>
public sealed record AnglesDocument(IReadOnlyList<double> Degrees, bool AnyBetween = false);

/// <summary>Who can move a control.</summary>
public sealed record ModeDocument(bool Manual, bool Automatic);

/// <summary>The white balance control; <c>dial</c> is left out where no number can be dialled.</summary>
public sealed record WhiteBalanceDocument(
    IReadOnlyList<double> PresetsK,
    IReadOnlyList<string> Memories,
    bool Automatic,
    KelvinDialDocument? Dial = null
);

/// <summary>Numbers white can be dialled to, in steps of kelvin or of mired.</summary>
public sealed record KelvinDialDocument(double LowestK, double HighestK, double? StepK = null, double? StepMired = null);

/// <summary>A control with named positions.</summary>
public sealed record ChoiceDocument(IReadOnlyList<PositionDocument> Positions, bool Automatic = false);

/// <summary>A position: the department's word, and what the camera shows where that differs.</summary>
public sealed record PositionDocument(string Is, string Shown = "");

/// <summary>A control with numbers: a list, or equal steps from one end to the other.</summary>
public sealed record LevelDocument(
    IReadOnlyList<double>? Values = null,
    double? From = null,
    double? To = null,
    double? Step = null,
    bool HasOff = false,
    bool Automatic = false
);

/// <summary>A slot for cards.</summary>
public sealed record SlotDocument(string Name, string CardType, IReadOnlyList<string> FileSystems, string? SlowestClass = null);

/// <summary>The card the department issues.</summary>
public sealed record IssuedCardDocument(string CardType, double CapacityGb, string Class, string FileSystem);

/// <summary>Battery and consumption; <c>health</c> is the share of the printed energy that is counted on.</summary>
public sealed record PowerDocument(
    double BatteryWh,
    double Watts,
    double Volts,
    double Health = 0.9,
    double? ChargeMinutes = null,
    bool ChargesOnlyWhenOff = false
);

/// <summary>What a factory reset does; <c>how</c> is empty where there is none, <c>firmware</c> is the one from which the model has it.</summary>
public sealed record ResetDocument(string How, IReadOnlyDictionary<string, string> States, string Firmware = "");

/// <summary>A value that brings another with it.</summary>
public sealed record DependencyDocument(string When, string Is, string Then, string Becomes, string Because);

/// <summary>Where a control is.</summary>
public sealed record ControlDocument(
    string Side,
    double Across,
    double Down,
    string Name,
    string Path,
    string ManualSign = "",
    string Trap = ""
);
