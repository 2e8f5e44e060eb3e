using System.Collections.Immutable;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What a new line-up and its parts begin with (bench rules): ordinary values, so that a plan comes out at once and each can be corrected.</summary>
/// <param name="Strategy">The strategy that the standard's policy on common speed asks for.</param>
/// <param name="Lux">Illuminance at the key: the standard's, or that of a lit room.</param>
/// <param name="MeterIris">Iris of a first meter reading.</param>
/// <param name="MeterTime">Time of a first meter reading: steady under the mains of the place.</param>
/// <param name="MeterSpeed">Speed of a first meter reading.</param>
public sealed record LineUpDefaults(PlanStrategy Strategy, Lux Lux, FNumber MeterIris, ExposureTime MeterTime, Iso MeterSpeed)
{
    /// <summary>How far a light that may move moves either way: what most dimmers and stands allow.</summary>
    public Stops MovesBy { get; } = new(2);

    /// <summary>Places of a scene, in the order they are proposed.</summary>
    public ImmutableArray<string> Places { get; } = ["face, far side", "background", "window", "dark coat"];

    /// <summary>Front filters of a kit, in the order they are proposed.</summary>
    public ImmutableArray<Stops> KitFilters { get; } = [new(2), new(3), new(4), new(1), new(6)];

    /// <summary>Light of another room: tungsten.</summary>
    public Kelvin RoomLight { get; } = new(3200);

    /// <summary>Where the first thing stands on the floor plan: metres from the left and from the front.</summary>
    public (Metres Across, Metres Away) FirstThing { get; } = (new(2), new(3));

    /// <summary>How far the next thing stands to the right of the one before.</summary>
    public Metres ThingsApart { get; } = new(0.5);

    /// <summary>How far a seated person leans to and fro.</summary>
    public Metres PersonLeans { get; } = new(0.3);

    /// <summary>From a camera to its subject.</summary>
    public Metres Distance { get; } = new(3);

    /// <summary>Width of the picture at the subject: a person from the waist.</summary>
    public Metres Framed { get; } = new(2);

    /// <summary>Focal length where nothing is planned yet.</summary>
    public Millimetres Focal { get; } = new(35);

    /// <summary>What a line-up of a standard begins with.</summary>
    public static LineUpDefaults Of(Standard standard) =>
        new(
            standard.Policies.Is(CommonSpeedPolicy.Common) ? PlanStrategy.CommonSpeed : PlanStrategy.OwnBase,
            standard.Light.Illuminance ?? new Lux(1000),
            new FNumber(5.6),
            new ExposureTime(1 / standard.Light.MainsHz),
            new Iso(320)
        );
}
