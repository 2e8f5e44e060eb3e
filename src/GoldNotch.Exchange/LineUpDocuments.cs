namespace GoldNotch.Exchange;

/// <summary>A line-up: several cameras under one light. <c>lightChanged</c> and <c>used</c> are written on the day.</summary>
/// <param name="Id">Made by whoever writes it first, so that a retry changes nothing.</param>
/// <param name="Name">As spoken.</param>
/// <param name="Place">Where.</param>
/// <param name="Standard">Key of the standard; its approved version is planned by.</param>
/// <param name="Light">The light as it was read.</param>
/// <param name="Cameras">The cameras, each with a letter of its own.</param>
/// <param name="Call">When everybody is there.</param>
/// <param name="Strategy"><c>own-base</c>, <c>move-light</c> or <c>common-speed</c>.</param>
/// <param name="Marks">Named places of the scene with their light.</param>
/// <param name="Kit">Front filters, shared.</param>
/// <param name="MaxFront">Most front filters before one lens, 0 to 2.</param>
/// <param name="OffsetStops">Exposure over the meter on every curve but log; left out: as the standard states.</param>
/// <param name="ColourReference">Letter of the camera whose colour is trusted most.</param>
/// <param name="OneReading">Whether all cameras are set from the one reading.</param>
/// <param name="Floor">What stands on the floor plan besides the cameras.</param>
/// <param name="Rooms">Other rooms of the day, for the memories of white.</param>
/// <param name="Used">What was really used; left out until the shoot is over.</param>
/// <param name="Emphasis"><c>balanced</c>, <c>low-noise</c>, <c>iris</c> or <c>highlights</c>; left out: as the standard has it.</param>
/// <param name="OffsetLogStops">Exposure over the meter on log curves; left out: as the standard states.</param>
public sealed record LineUpDocument(
    Guid Id,
    string Name,
    string Place,
    string Standard,
    LineUpLightDocument Light,
    IReadOnlyList<LineUpCameraDocument> Cameras,
    DateTimeOffset? Call = null,
    string Strategy = "own-base",
    IReadOnlyList<SceneMarkDocument>? Marks = null,
    IReadOnlyList<FrontFilterDocument>? Kit = null,
    int MaxFront = 1,
    double? OffsetStops = null,
    string ColourReference = "",
    bool OneReading = true,
    IReadOnlyList<FloorThingDocument>? Floor = null,
    IReadOnlyList<RoomDocument>? Rooms = null,
    UsedDocument? Used = null,
    string? Emphasis = null,
    double? OffsetLogStops = null
)
{
    // Until plans had costs this was a strategy of its own: noise before all else that can be traded for it.
    private const string FormerGainLast = "gain-last";

    /// <summary>As this version writes it.</summary>
    public LineUpDocument Renewed() => Strategy == FormerGainLast ? this with { Strategy = "own-base", Emphasis = "low-noise" } : this;
}

/// <summary>Another room of the day with the colour of its light.</summary>
public sealed record RoomDocument(string Name, double TemperatureK);

/// <summary>The light: <c>lux</c>, or one <c>reading</c>; <c>meter</c> is <c>dome</c> or <c>flat</c>. <c>dimStops</c> and <c>raiseStops</c> say how far it may move;
/// <c>onCardK</c> is what the white balance reference showed once it was balanced on the card.</summary>
public sealed record LineUpLightDocument(
    double TemperatureK,
    double MainsHz,
    string Lamp,
    double? Lux = null,
    LightReadingDocument? Reading = null,
    string Meter = "dome",
    double DimStops = 0,
    double RaiseStops = 0,
    double? OnCardK = null
);

/// <summary>A reading of a meter: <c>f/5.6⅓</c> at <c>1/60</c> and ISO 320.</summary>
public sealed record LightReadingDocument(string Iris, string Time, double Iso);

/// <summary>A place of the scene: <c>stops</c> from the key, or a <c>reading</c> in f-numbers at the key's time and speed.</summary>
public sealed record SceneMarkDocument(string Name, string? Stops = null, string? Reading = null, bool Matters = true);

/// <summary>A front filter with how many there are.</summary>
public sealed record FrontFilterDocument(string Label, double Stops, int Count = 1);

/// <summary>A thing on the floor plan: <c>kind</c> is <c>person</c>, <c>mark</c> or <c>light</c>; metres from the lower left corner.</summary>
public sealed record FloorThingDocument(string Name, string Kind, double AcrossM, double AwayM, double LeanM = 0);

/// <summary>A camera of a line-up. Its distance is given, or follows from the floor plan; its focal length is given, or follows from the framing.</summary>
/// <param name="Letter">Its letter.</param>
/// <param name="Unit">Asset tag.</param>
/// <param name="Part">What it is for.</param>
/// <param name="Watch"><c>fixed</c>, <c>moving</c>, <c>hand</c> or <c>unattended</c>.</param>
/// <param name="Require">Its iris: <c>open</c>, <c>f/5.6</c>, <c>f/4 to f/8</c>, <c>1.2 m deep</c>, <c>as deep as A</c>.</param>
/// <param name="Lens">The lens that is on it, where the body changes lenses.</param>
/// <param name="FocalMm">Focal length used.</param>
/// <param name="FramedM">Wanted width of the picture at the subject.</param>
/// <param name="DistanceM">From the sensor mark to the subject, as a tape gives it.</param>
/// <param name="IsoAtZeroGain">Speed at 0 dB as it was tested, where the maker gives none.</param>
/// <param name="AcrossM">Metres to the right on the floor plan.</param>
/// <param name="AwayM">Metres from the lower edge.</param>
/// <param name="LooksAt">The thing on the floor plan it looks at.</param>
/// <param name="Pins">What is held by hand.</param>
public sealed record LineUpCameraDocument(
    string Letter,
    string Unit,
    string Part,
    string Watch = "fixed",
    string Require = "open",
    string Lens = "",
    double? FocalMm = null,
    double? FramedM = null,
    double? DistanceM = null,
    double? IsoAtZeroGain = null,
    double? AcrossM = null,
    double? AwayM = null,
    string LooksAt = "",
    PinsDocument? Pins = null
);

/// <summary>What is held by hand; what is left out is free. <c>front</c> empty holds the front clear.</summary>
public sealed record PinsDocument(
    string? Base = null,
    double? GainDb = null,
    string? Filter = null,
    IReadOnlyList<string>? Front = null,
    string? Iris = null,
    string? Shutter = null
);

/// <summary>What was really used, camera by camera, and what to remember.</summary>
public sealed record UsedDocument(string Note, IReadOnlyList<UsedCameraDocument> Cameras);

/// <summary>What one camera was really at.</summary>
public sealed record UsedCameraDocument(string Letter, string Settings);
