using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What a camera does in a line-up, and so who may move its iris and focus.</summary>
public enum Watch
{
    /// <summary>On a tripod, somebody at it.</summary>
    Fixed,

    /// <summary>On a tripod, panning and zooming.</summary>
    Moving,

    /// <summary>In the hand.</summary>
    Hand,

    /// <summary>Nobody at it.</summary>
    Unattended,
}

/// <summary>The light of a line-up as it was read.</summary>
/// <param name="Metered">E/C, from lux or from one reading.</param>
/// <param name="MeterConstant">C of the meter, to tell lux.</param>
/// <param name="Temperature">Its colour.</param>
/// <param name="MainsHz">Mains frequency at the place.</param>
/// <param name="Lamp">Kind of lamp.</param>
/// <param name="Dim">How far it may be dimmed, zero or negative; zero where it may not.</param>
/// <param name="Raise">How far it may be raised, zero or positive.</param>
public sealed record LineUpLight(
    MeteredLight Metered,
    double MeterConstant,
    Kelvin Temperature,
    double MainsHz,
    LampKind Lamp,
    Stops Dim,
    Stops Raise
)
{
    /// <summary>What the reference showed once it was balanced on the grey card; null until somebody typed it in.</summary>
    public Kelvin? OnCard { get; init; }

    /// <summary>The illuminance.</summary>
    public Lux Lux => Metered.ToLux(MeterConstant);

    /// <summary>Whether it may move at all.</summary>
    public bool MayMove => Dim.Value < -Guard.Edge || Raise.Value > Guard.Edge;

    /// <summary>As the standards describe light.</summary>
    public SceneLight AsScene(string place) => new(place, Lux, Temperature, MainsHz, Lamp);
}

/// <summary>A named place of the scene with its light: face, fill side, background, window.</summary>
/// <param name="Name">As spoken.</param>
/// <param name="FromKey">Stops above (positive) or below the key.</param>
/// <param name="Matters">Whether its detail is wanted; a small clipped background is not.</param>
public sealed record SceneMark(string Name, Stops FromKey, bool Matters = true);

/// <summary>A thing on the floor plan.</summary>
/// <param name="Name">As spoken.</param>
/// <param name="Kind"><c>person</c>, <c>mark</c> or <c>light</c>.</param>
/// <param name="X">Metres to the right.</param>
/// <param name="Y">Metres away from the lower edge.</param>
/// <param name="Lean">How far it moves to and fro, metres; 0 for what stands still.</param>
public sealed record FloorThing(string Name, string Kind, double X, double Y, double Lean = 0);

/// <summary>What is held by hand; the rest adapts.</summary>
/// <param name="Base">Base by its word; null: free.</param>
/// <param name="Gain">Gain; null: free.</param>
/// <param name="BuiltIn">Built-in filter by its label; null: free.</param>
/// <param name="Front">Front filters by label, empty: none; null: free.</param>
/// <param name="Iris">Iris; null: free.</param>
/// <param name="Shutter">Exposure time; null: as the sheet has it.</param>
public sealed record Pins(
    string? Base,
    Decibels? Gain,
    string? BuiltIn,
    ImmutableArray<string>? Front,
    FNumber? Iris,
    ExposureTime? Shutter
)
{
    /// <summary>Nothing held.</summary>
    public static Pins None { get; } = new(null, null, null, null, null, null);

    /// <summary>Whether anything is held.</summary>
    public bool Any => this != None;
}

/// <summary>A camera of a line-up.</summary>
/// <param name="Letter">Its letter: A, B, C.</param>
/// <param name="Tag">Asset tag of the unit.</param>
/// <param name="Spoken">As people call it: Alder red.</param>
/// <param name="Model">Its card, with what was measured on this unit and with the lens that is on it.</param>
/// <param name="LensName">The lens, where the body changes lenses; empty elsewhere.</param>
/// <param name="Transmission">T-number wide open where the iris is marked in T; null elsewhere.</param>
/// <param name="Part">What it is for: wide, presenter, hands.</param>
/// <param name="Watch">Who is at it.</param>
/// <param name="Focal">Focal length used; null where it follows from the framing.</param>
/// <param name="Framed">Wanted width of the picture at the subject; null where the focal length is given.</param>
/// <param name="Distance">Distance to the subject as a tape gives it, from the sensor mark; null where it follows from the floor plan.</param>
/// <param name="Requirement">What its iris is wanted for.</param>
public sealed record LineUpCamera(
    string Letter,
    string Tag,
    string Spoken,
    CameraModel Model,
    string LensName,
    FNumber? Transmission,
    string Part,
    Watch Watch,
    Millimetres? Focal,
    Metres? Framed,
    Metres? Distance,
    IrisRequirement Requirement
)
{
    /// <summary>Built-in positions whose loss was measured on this unit.</summary>
    public ImmutableHashSet<string> MeasuredFilters { get; init; } = [];

    /// <summary>What this unit needs to match the reference, mired; null where nobody measured it.</summary>
    public MiredShift? ColourOffset { get; init; }

    /// <summary>Matches it was in before, the newest first.</summary>
    public ImmutableArray<UnitMatch> Matches { get; init; } = [];

    /// <summary>What is held by hand.</summary>
    public Pins Pins { get; init; } = Pins.None;

    /// <summary>Where it stands on the floor plan; null where it is not placed.</summary>
    public (double X, double Y)? Place { get; init; }

    /// <summary>The thing on the floor plan it looks at; empty where none is named.</summary>
    public string LooksAt { get; init; } = "";
}

/// <summary>A shoot with several cameras, as it is planned.</summary>
/// <param name="Name">As spoken.</param>
/// <param name="Place">Where.</param>
/// <param name="Standard">The standard it goes by.</param>
/// <param name="Light">The light.</param>
/// <param name="Marks">Named places of the scene.</param>
/// <param name="Strategy">How it is planned.</param>
/// <param name="Kit">Front filters, shared.</param>
/// <param name="Cameras">The cameras, one or more, each with a letter of its own.</param>
public sealed record LineUp(
    string Name,
    string Place,
    Standard Standard,
    LineUpLight Light,
    ImmutableArray<SceneMark> Marks,
    PlanStrategy Strategy,
    ImmutableArray<FrontFilter> Kit,
    ImmutableArray<LineUpCamera> Cameras
)
{
    /// <summary>Most cameras in a line-up; more than any room holds.</summary>
    public const int MostCameras = 24;

    /// <summary>Most front filters before one lens.</summary>
    public int MaxFront { get; init; } = 1;

    /// <summary>What this plan holds on to; null: what the standard does.</summary>
    public EmphasisPolicy? Emphasis { get; init; }

    /// <summary>Exposure over the meter on every curve but log; null: as the standard states.</summary>
    public Stops? Offset { get; init; }

    /// <summary>Exposure over the meter on log curves; null: as the standard states.</summary>
    public Stops? OffsetOnLog { get; init; }

    /// <summary>Exposure over the meter on a curve.</summary>
    /// <param name="curve">The picture profile by its word; null where none is known.</param>
    public Stops OffsetOn(string? curve) => (curve == ExposureIntent.Log ? OffsetOnLog : Offset) ?? Standard.Exposure.OffsetOn(curve);

    /// <summary>Letter of the camera whose colour is trusted most; empty: the one with a card memory or offset zero is proposed.</summary>
    public string ColourReference { get; init; } = "";

    /// <summary>Whether all cameras are set from the one reading.</summary>
    public bool OneReading { get; init; } = true;

    /// <summary>Other rooms of the day, in its order.</summary>
    public ImmutableArray<Room> Rooms { get; init; } = [];

    /// <summary>What stands on the floor plan besides the cameras.</summary>
    public ImmutableArray<FloorThing> Floor { get; init; } = [];

    /// <summary>Brightest wanted detail above the key; the key itself where no mark is above it.</summary>
    public Stops Brightest => new(Marks.Where(m => m.Matters).Select(m => m.FromKey.Value).Append(0).Max());

    /// <summary>Darkest wanted detail below the key, positive downwards.</summary>
    public Stops Darkest => new(-Marks.Where(m => m.Matters).Select(m => m.FromKey.Value).Append(0).Min());

    /// <summary>What its cameras share.</summary>
    public PlanScene Scene =>
        new(Light.Metered, Brightest, Darkest, Stops.Zero, Kit, MaxFront) { Emphasis = Emphasis ?? Standard.Policies.Of<EmphasisPolicy>() };
}
