using GoldNotch.Core.LineUps;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>A new line-up, and what is added to one, as documents: the core's defaults in the fields of a file.</summary>
/// <param name="Document">A line-up of the standard without cameras, name or id.</param>
/// <param name="Camera">A camera without letter or unit.</param>
/// <param name="Lux">The light as lux, where it was given as a reading.</param>
/// <param name="Reading">The light as a reading, where it was given as lux.</param>
/// <param name="MovesByStops">How far a light that may move moves either way.</param>
/// <param name="Places">Names of places of a scene, in the order they are proposed.</param>
/// <param name="Kit">Front filters, in the order they are proposed.</param>
/// <param name="Room">Another room, without a name.</param>
/// <param name="Person">A person on the floor plan, without a name.</param>
/// <param name="Thing">Anything else on the floor plan, without name or kind.</param>
/// <param name="ThingsApartM">How far the next thing stands to the right, metres.</param>
/// <param name="FramedM">Width of the picture at the subject, metres, where nothing is planned yet.</param>
/// <param name="FocalMm">Focal length, millimetres, where nothing is planned yet.</param>
public sealed record NewLineUp(
    LineUpDocument Document,
    LineUpCameraDocument Camera,
    double Lux,
    LightReadingDocument Reading,
    double MovesByStops,
    IReadOnlyList<string> Places,
    IReadOnlyList<FrontFilterDocument> Kit,
    RoomDocument Room,
    FloorThingDocument Person,
    FloorThingDocument Thing,
    double ThingsApartM,
    double FramedM,
    double FocalMm
)
{
    /// <summary>What a line-up of a standard begins with.</summary>
    public static NewLineUp Of(StandardDocument standard)
    {
        var by = LineUpDefaults.Of(StandardReader.ToStandard(standard));
        (Metres across, Metres away) = by.FirstThing;
        return new NewLineUp(
            new LineUpDocument(
                Guid.Empty,
                "",
                "",
                standard.Key,
                new LineUpLightDocument(standard.Light.TemperatureK, standard.Light.MainsHz, standard.Light.Lamp, by.Lux.Value),
                [],
                Strategy: Fields.Word(by.Strategy)
            ),
            new LineUpCameraDocument("", "", "", DistanceM: by.Distance.Value),
            by.Lux.Value,
            new LightReadingDocument(by.MeterIris.Label(), by.MeterTime.Label(), by.MeterSpeed.Value),
            by.MovesBy.Value,
            by.Places,
            [.. by.KitFilters.Select(f => new FrontFilterDocument(Notation.Number(f.Value), f.Value))],
            new RoomDocument("", by.RoomLight.Value),
            new FloorThingDocument("", "person", across.Value, away.Value, by.PersonLeans.Value),
            new FloorThingDocument("", "", across.Value, away.Value),
            by.ThingsApart.Value,
            by.Framed.Value,
            by.Focal.Value
        );
    }
}
