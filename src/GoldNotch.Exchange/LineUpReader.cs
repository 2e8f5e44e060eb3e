using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>What a line-up names: its standard, its units and their cards.</summary>
/// <param name="Standard">The approved standard.</param>
/// <param name="Units">Units by tag; one that is gone is missing here.</param>
/// <param name="Models">StandardReader by key, the newest.</param>
public sealed record LineUpSources(
    StandardDocument Standard,
    IReadOnlyDictionary<string, UnitDocument> Units,
    IReadOnlyDictionary<string, ModelDocument> Models
);

/// <summary>Line-ups from documents to the core. Each refusal names the field it is about.</summary>
public static class LineUpReader
{
    private const int MostThings = 100;

    /// <summary>The field of a camera's document that an input of the planner comes from.</summary>
    public static string FieldOf(LineUpInput input) =>
        input switch
        {
            LineUpInput.Unit => "unit",
            LineUpInput.Lens => "lens",
            LineUpInput.Speed => "isoAtZeroGain",
            LineUpInput.Distance => "distanceM",
            LineUpInput.FramedWidth => "framedM",
            LineUpInput.FocalLength => "focalMm",
            LineUpInput.Requirement => "require",
            LineUpInput.Pins => "pins",
            _ => "standard",
        };

    /// <summary>Refuses a line-up that cannot be kept, naming the field. What it names need not be there: units come and go.</summary>
    /// <param name="document">The document.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static void Check(LineUpDocument document, string at = "")
    {
        Text(document.Name, 80, $"{at}/name");
        Text(document.Place, 120, $"{at}/place", mayBeEmpty: true);
        Key(document.Standard, $"{at}/standard");
        ToLight(document.Light, $"{at}/light");
        OneOf<PlanStrategy>(document.Strategy, $"{at}/strategy");
        Marks(document, at);
        Kit(document, at);
        InRange(document.MaxFront, 0, 2, $"{at}/maxFront", "number of front filters");
        InRange(document.OffsetStops, -5, 5, $"{at}/offsetStops", "offset in stops");
        Floor(document, at);
        Rooms(document, at);
        if (document.Cameras.Count > LineUp.MostCameras)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/cameras",
                $"A line-up has at most {LineUp.MostCameras} cameras. Plan the rest as another one."
            );
        }

        Each(document.Cameras, $"{at}/cameras", CheckCamera);
        Distinct(document.Cameras.Select(c => c.Letter), $"{at}/cameras", "letter");
        Distinct(document.Cameras.Select(c => c.Unit), $"{at}/cameras", "unit");
        if (document.ColourReference.Length > 0 && document.Cameras.All(c => c.Letter != document.ColourReference))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/colourReference",
                $"There is no camera {document.ColourReference} to be the colour reference. Name one of the line-up."
            );
        }

        if (document.Used is { } used)
        {
            Text(used.Note, 2000, $"{at}/used/note", mayBeEmpty: true);
            Each(used.Cameras, $"{at}/used/cameras", (c, p) => Text(c.Settings, 400, $"{p}/settings", mayBeEmpty: true));
        }
    }

    /// <summary>The line-up as the core plans it. Cameras whose unit, card or lens is not there are told apart, not refused.</summary>
    /// <param name="document">A document that passed <see cref="Check"/>.</param>
    /// <param name="sources">What it names.</param>
    /// <param name="faults">What keeps single cameras out.</param>
    public static LineUp ToLineUp(LineUpDocument document, LineUpSources sources, out ImmutableArray<LineUpFault> faults)
    {
        List<LineUpFault> missing = [];
        ImmutableArray<LineUpCamera>.Builder cameras = ImmutableArray.CreateBuilder<LineUpCamera>();
        for (int i = 0; i < document.Cameras.Count; i++)
        {
            if (ToCamera(document.Cameras[i], $"/cameras/{i}", sources, missing) is { } camera)
            {
                cameras.Add(camera);
            }
        }

        faults = [.. missing];
        return new LineUp(
            document.Name,
            document.Place,
            StandardReader.ToStandard(sources.Standard),
            ToLight(document.Light, "/light"),
            Marks(document, ""),
            OneOf<PlanStrategy>(document.Strategy, "/strategy"),
            Kit(document, ""),
            cameras.ToImmutable()
        )
        {
            MaxFront = document.MaxFront,
            Offset = new Stops(document.OffsetStops),
            ColourReference = document.ColourReference,
            OneReading = document.OneReading,
            Floor = Floor(document, ""),
            Rooms = Rooms(document, ""),
        };
    }

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
        );
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

    private static string CheckCamera(LineUpCameraDocument c, string at)
    {
        if (c.Letter.Length is 0 or > 3 || !c.Letter.All(char.IsAsciiLetterUpper))
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/letter", "A camera goes by one to three capital letters: A, B, C.");
        }

        Text(c.Unit, 30, $"{at}/unit");
        Text(c.Part, 80, $"{at}/part", mayBeEmpty: true);
        OneOf<Watch>(c.Watch, $"{at}/watch");
        RefusedException.At($"{at}/require", () => IrisRequirementNotation.Parse(c.Require));
        Text(c.Lens, 40, $"{at}/lens", mayBeEmpty: true);
        Positive(c.FocalMm, 5000, $"{at}/focalMm", "focal length in mm");
        Positive(c.FramedM, 1000, $"{at}/framedM", "framed width in metres");
        Positive(c.DistanceM, 1000, $"{at}/distanceM", "distance in metres");
        Positive(c.IsoAtZeroGain, 10_000_000, $"{at}/isoAtZeroGain", "ISO");
        if (c is { FocalMm: not null, FramedM: not null })
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/framedM", "Say the focal length or the framing; the other follows.");
        }

        if (c.AcrossM is null != c.AwayM is null)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/{(c.AcrossM is null ? "acrossM" : "awayM")}",
                "A place on the floor plan needs both numbers."
            );
        }

        InRange(c.AcrossM ?? 0, -500, 500, $"{at}/acrossM", "place in metres");
        InRange(c.AwayM ?? 0, -500, 500, $"{at}/awayM", "place in metres");
        Text(c.LooksAt, 40, $"{at}/looksAt", mayBeEmpty: true);
        ToPins(c.Pins, $"{at}/pins");
        return c.Letter;
    }

    private static void Positive(double? value, double most, string at, string what)
    {
        if (value is { } given && (!double.IsFinite(given) || given <= 0 || given > most))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                at,
                FormattableString.Invariant($"The {what} is more than 0 and at most {most}.")
            );
        }
    }

    private static Pins ToPins(PinsDocument? pins, string at) =>
        pins is null
            ? Pins.None
            : new Pins(
                pins.Base is null or "low" or "high"
                    ? pins.Base
                    : throw new RefusedException(ProblemCode.BadValue, $"{at}/base", "A base is low or high."),
                pins.GainDb is { } gain ? new Decibels(InRange(gain, -200, 200, $"{at}/gainDb", "gain in dB")) : null,
                pins.Filter is { } filter ? Text(filter, 20, $"{at}/filter") : null,
                pins.Front is { } front ? Each(front, $"{at}/front", (f, p) => Text(f, 20, p)) : null,
                pins.Iris is { } iris ? RefusedException.At($"{at}/iris", () => FNumber.Parse(iris)) : null,
                pins.Shutter is { } shutter ? RefusedException.At($"{at}/shutter", () => ExposureTime.Parse(shutter)) : null
            );

    private static LineUpCamera? ToCamera(LineUpCameraDocument c, string at, LineUpSources sources, List<LineUpFault> missing)
    {
        if (!sources.Units.TryGetValue(c.Unit, out UnitDocument? unit) || !sources.Models.TryGetValue(unit.Model, out ModelDocument? card))
        {
            missing.Add(
                new LineUpFault(
                    c.Letter,
                    LineUpInput.Unit,
                    $"There is no unit {c.Unit} any more. Choose another one for camera {c.Letter}."
                )
            );
            return null;
        }

        CameraModel model = ModelReader.ToModel(UnitReader.Measured(card, unit.Filters), at);
        if (model.Gain.Bases.IsEmpty && model.Gain.IsoAtZeroGain is null && c.IsoAtZeroGain is { } tested)
        {
            model = model with { Gain = model.Gain with { IsoAtZeroGain = new Iso(tested) } };
        }

        FNumber? transmission = null;
        string lensName = "";
        if (!model.Lenses.IsEmpty)
        {
            NamedLens? lens =
                c.Lens.Length == 0 ? null : model.Lenses.FirstOrDefault(l => l.Name.Equals(c.Lens, StringComparison.OrdinalIgnoreCase));
            if (lens is null)
            {
                string has = string.Join(", ", model.Lenses.Select(l => l.Name));
                missing.Add(
                    new LineUpFault(
                        c.Letter,
                        LineUpInput.Lens,
                        c.Lens.Length == 0
                            ? $"Say which lens is on {card.Name}: {has}."
                            : $"There is no lens {c.Lens} that fits {card.Name}. It takes {has}."
                    )
                );
                return null;
            }

            (model, transmission, lensName) = (model with { Lens = lens.Lens }, lens.Transmission, lens.Name);
        }
        else if (c.Lens.Length > 0)
        {
            missing.Add(new LineUpFault(c.Letter, LineUpInput.Lens, $"The lens of {card.Name} does not come off. Leave the lens empty."));
            return null;
        }

        return new LineUpCamera(
            c.Letter,
            unit.Tag,
            unit.Tape.Length > 0 ? $"{card.Name} {unit.Tape}" : card.Name,
            model,
            lensName,
            transmission,
            c.Part,
            OneOf<Watch>(c.Watch, $"{at}/watch"),
            c.FocalMm is { } f ? new Millimetres(f) : null,
            c.FramedM is { } w ? new Metres(w) : null,
            c.DistanceM is { } d ? new Metres(d) : null,
            IrisRequirementNotation.Parse(c.Require)
        )
        {
            MeasuredFilters = [.. (unit.Filters ?? []).Select(m => m.Label)],
            ColourOffset = unit.ColourOffsetMired is { } offset ? new MiredShift(offset) : null,
            Pins = ToPins(c.Pins, $"{at}/pins"),
            Place = c is { AcrossM: { } x, AwayM: { } y } ? (x, y) : null,
            LooksAt = c.LooksAt,
        };
    }
}

/// <summary>A card as one unit is.</summary>
public static class UnitReader
{
    /// <summary>What was measured on this unit's filters replaces what the maker says.</summary>
    public static ModelDocument Measured(ModelDocument card, IReadOnlyList<FilterDocument>? measured) =>
        card with
        {
            Filters = [.. card.Filters.Select(f => measured?.FirstOrDefault(m => m.Label == f.Label) ?? f)],
        };
}
