using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>The light and the scene of a line-up: places, front filters, rooms, and what stands on the floor.</summary>
public static partial class LineUpReader
{
    /// <summary>The light as it was read.</summary>
    /// <exception cref="RefusedException">A field cannot be, or it has lux and a reading, or neither.</exception>
    public static LineUpLight ToLight(LineUpLightDocument light, string at)
    {
        double constant = light.Meter switch
        {
            "dome" => MeteredLight.DomeConstant,
            "flat" => MeteredLight.FlatConstant,
            _ => throw new RefusedException(ProblemCode.BadValue, $"{at}/meter", "A meter has a dome or a flat receptor."),
        };
        MeteredLight metered = (light.Lux, light.Reading) switch
        {
            ({ } lux, null) => RefusedException.At($"{at}/lux", () =>
                MeteredLight.FromLux(new Lux(AtMost(lux, 10_000_000, $"{at}/lux", "light in lux")), constant)
            ),
            (null, { } reading) => MeteredLight.FromReading(
                RefusedException.At($"{at}/reading/iris", () => FNumber.Parse(reading.Iris)),
                RefusedException.At($"{at}/reading/time", () => ExposureTime.Parse(reading.Time)),
                RefusedException.At($"{at}/reading/iso", () => new Iso(AtMost(reading.Iso, 10_000_000, $"{at}/reading/iso", "ISO")))
            ),
            (null, null) => throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/lux",
                "Say the light: lux at the key, or one reading of the meter."
            ),
            _ => throw new RefusedException(ProblemCode.BadValue, $"{at}/reading", "Say the light once: either lux or a reading."),
        };
        return new LineUpLight(
            metered,
            constant,
            RefusedException.At($"{at}/temperatureK", () =>
                new Kelvin(InRange(light.TemperatureK, 1000, 40_000, $"{at}/temperatureK", "colour of the light in kelvin"))
            ),
            InRange(light.MainsHz, 10, 1000, $"{at}/mainsHz", "mains frequency"),
            OneOf<LampKind>(light.Lamp, $"{at}/lamp"),
            new Stops(InRange(light.DimStops, -10, 0, $"{at}/dimStops", "range downwards in stops, zero or negative,")),
            new Stops(InRange(light.RaiseStops, 0, 10, $"{at}/raiseStops", "range upwards in stops"))
        )
        {
            OnCard = light.OnCardK is { } card
                ? RefusedException.At($"{at}/onCardK", () =>
                    new Kelvin(InRange(card, 1000, 40_000, $"{at}/onCardK", "white balance shown on the card in kelvin"))
                )
                : null,
        };
    }

    private static double AtMost(double value, double most, string at, string what) =>
        value <= most
            ? value
            : throw new RefusedException(ProblemCode.BadValue, at, FormattableString.Invariant($"The {what} is at most {most}."));

    private static ImmutableArray<SceneMark> Marks(LineUpDocument document, string at) =>
        Each(document.Marks ?? [], $"{at}/marks", (mark, p) =>
        {
            string name = Text(mark.Name, 40, $"{p}/name");
            return (mark.Stops, mark.Reading) switch
            {
                ({ } stops, null) => new SceneMark(
                    name,
                    Within(RefusedException.At($"{p}/stops", () => Stops.Parse(stops)), $"{p}/stops"),
                    mark.Matters
                ),
                (null, { } reading) => new SceneMark(
                    name,
                    Within(FromKey(document.Light, reading, $"{at}/light", $"{p}/reading"), $"{p}/reading"),
                    mark.Matters
                ),
                _ => throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{p}/stops",
                    $"Say {name} once: stops from the key, or a reading of the meter there."
                ),
            };
        });

    // A higher f-number at the same time and speed is more light.
    private static Stops FromKey(LineUpLightDocument light, string reading, string lightAt, string at)
    {
        FNumber there = RefusedException.At(at, () => FNumber.Parse(reading));
        FNumber key = light.Reading is { } r
            ? RefusedException.At($"{lightAt}/reading/iris", () => FNumber.Parse(r.Iris))
            : throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "A reading here needs the key as a reading too. Give this one in stops from the key."
            );
        return -there.OpennessFrom(key);
    }

    private static Stops Within(Stops stops, string at) => new(InRange(stops.Value, -20, 20, at, "distance from the key in stops"));

    private static ImmutableArray<FrontFilter> Kit(LineUpDocument document, string at)
    {
        IReadOnlyList<FrontFilterDocument> kit = document.Kit ?? [];
        if (kit.Count > 12)
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/kit", "A kit has at most 12 kinds of front filter.");
        }

        Distinct(kit.Where(k => k is not null).Select(k => k.Label), $"{at}/kit", "filter");
        return Each(kit, $"{at}/kit", (f, p) =>
            new FrontFilter(
                new FilterPosition(
                    Text(f.Label, 20, $"{p}/label"),
                    new Stops(InRange(f.Stops, 0, 33, $"{p}/stops", "loss of a filter in stops"))
                ),
                (int)InRange(f.Count, 0, LineUp.MostCameras, $"{p}/count", "number of these filters")
            )
        );
    }

    private static ImmutableArray<Room> Rooms(LineUpDocument document, string at)
    {
        IReadOnlyList<RoomDocument> rooms = document.Rooms ?? [];
        if (rooms.Count > 12)
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/rooms", "A day has at most 12 rooms besides the first.");
        }

        Distinct(rooms.Where(r => r is not null).Select(r => r.Name), $"{at}/rooms", "room");
        return Each(rooms, $"{at}/rooms", (r, p) =>
            new Room(
                Text(r.Name, 40, $"{p}/name"),
                new Kelvin(InRange(r.TemperatureK, 1000, 40_000, $"{p}/temperatureK", "colour of the light in kelvin"))
            )
        );
    }

    private static ImmutableArray<FloorThing> Floor(LineUpDocument document, string at)
    {
        IReadOnlyList<FloorThingDocument> floor = document.Floor ?? [];
        if (floor.Count > MostThings)
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/floor", $"A floor plan has at most {MostThings} things.");
        }

        Distinct(floor.Where(f => f is not null).Select(f => f.Name), $"{at}/floor", "thing");
        return Each(floor, $"{at}/floor", (f, p) =>
            new FloorThing(
                Text(f.Name, 40, $"{p}/name"),
                f.Kind is "person" or "mark" or "light"
                    ? f.Kind
                    : throw new RefusedException(
                        ProblemCode.BadValue,
                        $"{p}/kind",
                        "A thing on the floor plan is a person, a mark or a light."
                    ),
                InRange(f.AcrossM, -500, 500, $"{p}/acrossM", "place in metres"),
                InRange(f.AwayM, -500, 500, $"{p}/awayM", "place in metres"),
                InRange(f.LeanM, 0, 50, $"{p}/leanM", "lean in metres")
            )
        );
    }
}
