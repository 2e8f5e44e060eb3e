using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>What a line-up names: its standard, its units and their cards.</summary>
/// <param name="Standard">The approved standard.</param>
/// <param name="Units">Units by tag; one that is gone is missing here.</param>
/// <param name="Models">Cards by key, the newest.</param>
public sealed record LineUpSources(
    StandardDocument Standard,
    IReadOnlyDictionary<string, UnitDocument> Units,
    IReadOnlyDictionary<string, ModelDocument> Models
)
{
    /// <summary>What units needed at earlier matches, by tag, the newest first.</summary>
    public ILookup<string, UnitMatchDocument>? Matches { get; init; }

    /// <summary>Now: how old a match is.</summary>
    public DateTimeOffset Now { get; init; }
}

/// <summary>Line-ups from documents to the core. Each refusal names the field it is about.</summary>
public static partial class LineUpReader
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
        Emphasis(document, at);
        Marks(document, at);
        Kit(document, at);
        InRange(document.MaxFront, 0, 2, $"{at}/maxFront", "number of front filters");
        Offset(document.OffsetStops, $"{at}/offsetStops");
        Offset(document.OffsetLogStops, $"{at}/offsetLogStops");
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

    private static Stops? Offset(double? stops, string at) =>
        stops is { } offset ? new Stops(InRange(offset, -5, 5, at, "offset in stops")) : null;

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
            Emphasis = Emphasis(document, ""),
            Offset = Offset(document.OffsetStops, "/offsetStops"),
            OffsetOnLog = Offset(document.OffsetLogStops, "/offsetLogStops"),
            ColourReference = document.ColourReference,
            OneReading = document.OneReading,
            Floor = Floor(document, ""),
            Rooms = Rooms(document, ""),
        };
    }

    private static EmphasisPolicy? Emphasis(LineUpDocument document, string at) =>
        document.Emphasis is { } text ? OneOf<EmphasisPolicy>(text, $"{at}/emphasis") : null;

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

        CameraModel model = ModelReader.ToModel(UnitReader.Measured(card, unit), at);
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
            Matches =
            [
                .. (sources.Matches?[unit.Tag] ?? []).Select(m => new UnitMatch(
                    m.Against,
                    new EarlierMatch(Math.Max(0, (sources.Now - m.At).TotalDays), new Kelvin(m.LightK), new MiredShift(m.OffsetMired))
                )),
            ],
            Pins = ToPins(c.Pins, $"{at}/pins"),
            Place = c is { AcrossM: { } x, AwayM: { } y } ? (x, y) : null,
            LooksAt = c.LooksAt,
        };
    }
}
