using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>A camera of a line-up made ready for the planner.</summary>
/// <param name="Of">The camera as it was asked for.</param>
/// <param name="Plan">What the planner needs.</param>
/// <param name="Sheet">Its standard's sheet in this light, before the plan: where rate and shutter come from.</param>
/// <param name="Shutter">The shutter as the camera shows it.</param>
/// <param name="Angle">Horizontal angle of view, degrees.</param>
/// <param name="FramedWidth">Width of the picture at the subject; an anamorphic lens takes in as many times more as it squeezes.</param>
/// <param name="Squeeze">How many times the lens squeezes; 1 for an ordinary one.</param>
public sealed record PreparedCamera(
    LineUpCamera Of,
    PlanCamera Plan,
    Sheet Sheet,
    SettingValue.Speed Shutter,
    double Angle,
    Metres FramedWidth,
    double Squeeze
)
{
    /// <summary>True picture ratio, width over height, once the squeeze is undone; null where no format is settled.</summary>
    public double? PictureRatio => Sheet.Format is { } format ? Squeeze * format.Size.Width / format.Size.Height : null;
}

/// <summary>What of a line-up's camera is at fault.</summary>
public enum LineUpInput
{
    /// <summary>The unit, or its specification.</summary>
    Unit,

    /// <summary>The lens on it.</summary>
    Lens,

    /// <summary>Its ISO at 0 dB.</summary>
    Speed,

    /// <summary>Its distance.</summary>
    Distance,

    /// <summary>The standard.</summary>
    Standard,

    /// <summary>The width it frames.</summary>
    FramedWidth,

    /// <summary>Its focal length.</summary>
    FocalLength,

    /// <summary>The iris required.</summary>
    Requirement,

    /// <summary>What is pinned.</summary>
    Pins,
}

/// <summary>Why a camera cannot be planned.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Input">What of it.</param>
/// <param name="Message">What is wrong and what to do.</param>
public sealed record LineUpFault(string Letter, LineUpInput Input, string Message);

/// <summary>Takes a camera of a line-up to pieces for the planner.</summary>
public static class CameraPreparation
{
    // An Airy disc as wide as one and a half circles of confusion begins to be seen (bench rule), in green light.
    private const double AiryCircles = 1.5;
    private const double GreenMm = 0.00055;

    // Bodies that move the iris themselves stop at thirds; cine lenses marked in T have a plain ring (bench rule).
    private static readonly Stops Thirds = new(1.0 / 3);

    /// <summary>Makes a camera ready, or says what is missing.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="camera">One of its cameras.</param>
    /// <param name="fault">What keeps it out of the plan; null when it is ready.</param>
    public static PreparedCamera? Prepare(LineUp lineUp, LineUpCamera camera, out LineUpFault? fault)
    {
        LineUpInput input = LineUpInput.Unit;
        try
        {
            fault = null;
            CameraModel model = camera.Model;
            if (model.Sensor is not { } sensor)
            {
                throw Nothing($"The card of {model.Name} does not give its sensor. Add it to the card: angle of view and depth need it.");
            }

            if (model.Gain.Bases.IsEmpty && model.Gain.IsoAtZeroGain is null)
            {
                input = LineUpInput.Speed;
                throw Nothing($"The maker of {model.Name} gives no ISO. Test it against the meter and type the speed at 0 dB here.");
            }

            input = LineUpInput.Distance;
            Metres tape = camera.Distance
                ?? FloorPlan.DistanceOf(camera, lineUp.Floor)
                ?? throw Nothing(
                    $"Camera {camera.Letter} has no distance. Type it, or place the camera and what it looks at on the floor plan."
                );
            input = LineUpInput.Standard;
            Sheet sheet = SheetCompiler.Compile(
                lineUp.Standard.In(lineUp.Light.AsScene(lineUp.Place)),
                model,
                Circumstances(lineUp, camera)
            );
            SettingValue.Speed shutter = camera.Pins.Shutter is { } held
                ? new SettingValue.Speed(held)
                : sheet.Target<SettingValue.Speed>(Setting.Shutter)
                    ?? throw Nothing(
                        $"{model.Name} has no shutter for this standard: {(sheet.LineOf(Setting.RecordFormat) is { } line ? JudgementText.Of(line.Because) : "it requires no recording format.")} Choose another standard, or another camera."
                    );
            (Millimetres width, Millimetres height) = Picture(sensor, sheet.Format);
            input = camera.Focal is null ? LineUpInput.FramedWidth : LineUpInput.FocalLength;
            double squeeze = Squeeze(sheet);
            Millimetres seen = new(width.Value * squeeze);
            Millimetres? prime = model.Lens.Shortest == model.Lens.Longest ? model.Lens.Shortest : null;
            Millimetres? framing = camera.Framed is { } framed ? FieldOfView.FocalForTape(seen, framed, tape) : prime;
            Millimetres focal = camera.Focal
                ?? framing
                ?? throw Nothing($"Say the focal length of camera {camera.Letter}, or how wide its picture is to be.");
            FNumber widest = WidestAt(model.Lens, focal, camera);
            input = LineUpInput.Distance;
            Metres distance = FieldOfView.FromTape(tape, focal);
            var standpoint = new Standpoint(focal, distance, width, FieldOfView.CircleOfConfusion(width, height)) { Tape = tape };
            Metres framedWidth = FieldOfView.WidthAt(seen, focal, distance);
            input = LineUpInput.Requirement;
            IrisTravel travel = Travel(model.Lens, widest, camera);
            IrisRequirement requirement = OnThisRing(camera.Requirement, travel);
            input = LineUpInput.Pins;
            if (camera.Pins.Iris is { } pinned)
            {
                FNumber at = travel.Nearest(new FNumber(pinned.Value, travel.MarkedInT));
                travel = travel with { Widest = at, Smallest = at };
            }

            var plan = new PlanCamera(
                camera.Letter,
                shutter.Time,
                Held(States(lineUp.Standard, model, sheet), camera),
                Held(Filters(model), camera),
                travel,
                requirement,
                standpoint,
                new FNumber(standpoint.Circle.Value * AiryCircles / (2.44 * GreenMm))
            )
            {
                PinnedFront = camera.Pins.Front,
                Offset = lineUp.OffsetOn(sheet.Word(Setting.Profile)),
            };
            return new PreparedCamera(camera, plan, sheet, shutter, FieldOfView.AngleDegrees(seen, focal), framedWidth, squeeze);
        }
        catch (QuantityException refused)
        {
            fault = new LineUpFault(camera.Letter, input, refused.Message);
            return null;
        }
    }

    /// <summary>The circumstances of a camera: those of the standard, with what the line-up knows.</summary>
    public static Circumstances Circumstances(LineUp lineUp, LineUpCamera camera)
    {
        Circumstances all = lineUp
            .Standard.Circumstances.With(lineUp.Cameras.Length > 1 ? Condition.CutWithOthers : Condition.Alone)
            .With(camera.Watch == Watch.Hand ? Condition.Hand : Condition.Tripod)
            .With(camera.Watch == Watch.Unattended ? Condition.Unattended : Condition.Attended);
        return all;
    }

    private static QuantityException Nothing(string message) => new(QuantityFault.NoChoice, message);

    private static double Squeeze(Sheet sheet) =>
        Notation.TryDecimal(sheet.Word(Setting.Squeeze) ?? "", out double times) && times is > 1 and <= 3 ? times : 1;

    // The picture uses the width of the sensor that the format leaves; its height follows the pixels where they are flatter than the sensor.
    private static (Millimetres Width, Millimetres Height) Picture((Millimetres Width, Millimetres Height) sensor, RecordFormat? format)
    {
        double width = sensor.Width.Value / (format?.Crop ?? 1);
        double height = sensor.Height.Value / (format?.Crop ?? 1);
        return (
            new Millimetres(width),
            new Millimetres(format is null ? height : Math.Min(height, width * format.Size.Height / format.Size.Width))
        );
    }

    private static FNumber WidestAt(Lens lens, Millimetres focal, LineUpCamera camera)
    {
        string name = camera.LensName.Length == 0 ? "" : $" {camera.LensName}";
        return focal.Value >= lens.Shortest.Value - Guard.Edge && focal.Value <= lens.Longest.Value + Guard.Edge
            ? lens.WidestAt(focal)
            : throw new QuantityException(
                QuantityFault.OutOfRange,
                lens.Shortest == lens.Longest
                    ? $"The lens{name} of camera {camera.Letter} is {lens.Shortest.Label()}, not {Notation.Number(focal.Value, 1)} mm. Move the camera, or put another lens on."
                    : $"The zoom of camera {camera.Letter} goes from {lens.Shortest.Label()} to {lens.Longest.Label()}, not to {Notation.Number(focal.Value, 1)} mm. Move the camera, or ask for another framing."
            );
    }

    private static IrisTravel Travel(Lens lens, FNumber widest, LineUpCamera camera)
    {
        if (camera.Transmission is not { } t)
        {
            return new IrisTravel(widest, lens.Smallest, widest.IsTransmission ? Stops.Zero : Thirds, Stops.Zero, widest.IsTransmission);
        }

        Stops loss = ExposureBalance.LensLoss(lens.WidestAtShort, t);
        return new IrisTravel(new FNumber(widest.OpenedBy(-loss).Value, true), ShootSheet.Marked(lens, t).Smallest, Stops.Zero, loss, true);
    }

    // An f-number asked for on a ring that is marked in T means its depth of field: the T-number is smaller by what the glass loses.
    private static IrisRequirement OnThisRing(IrisRequirement asked, IrisTravel ring)
    {
        FNumber Marked(FNumber number) => ring.MarkedInT && !number.IsTransmission ? ring.AsMarked(number) : number;
        return asked switch
        {
            IrisRequirement.Fixed one => new IrisRequirement.Fixed(Marked(one.At)),
            IrisRequirement.Range range => new IrisRequirement.Range(Marked(range.Widest), Marked(range.Smallest)),
            _ => asked,
        };
    }

    private static ImmutableArray<SensitivityState> States(Standard standard, CameraModel model, Sheet sheet)
    {
        bool fixedToBase = sheet.Word(Setting.Profile) is { } profile && model.Gain.FixedToBase.Contains(profile);
        Latitude? Room(string word) => model.LatitudeOn(word, sheet.Word(Setting.Profile));
        ImmutableArray<BaseGains> bases = model.Gain.Bases.IsEmpty
            ? [One("", model.Gain.IsoAtZeroGain!.Value, Decibels.Zero, Gains(model.Gain.Positions), Room(""))]
            : [.. model.Gain.Bases.Select(b => One(b.Word, b.Base.IsoAtZeroGain, b.Base.NoisePenalty, Gains(b.Positions), Room(b.Word)))];
        Decibels CapOn(string word) => standard.Policies.CapOn(model, word.Length == 0 ? null : word);
        return
        [
            .. SensitivityStates
                .Of(bases, Switch(standard, model, bases), new Decibels(bases.Max(b => CapOn(b.Base.Name).Value)), fixedToBase)
                .Select(s =>
                    s with
                    {
                        Shown = Shown(model, s),
                        AboveCap = s.Gain.IsAbove(CapOn(s.Base)) || s.Noise.IsAbove(Most(standard)),
                    }
                ),
        ];
    }

    private static string Shown(CameraModel model, SensitivityState state) =>
        model.Gain.PositionsOn(state.Base.Length == 0 ? null : state.Base).FirstOrDefault(p => p.Gain == state.Gain)?.Name ?? "";

    private static Decibels Most(Standard standard) => standard.Exposure.NoiseLimit ?? new Decibels(1000);

    // By the strategy of the nearest base, a base is kept until the next one is nearer.
    private static Decibels Switch(Standard standard, CameraModel model, ImmutableArray<BaseGains> bases) =>
        standard.Policies.Is(TwoBasesPolicy.Nearest) && bases.Length > 1
            ? new Decibels(Sensitivity.GainForIso(bases[0].Base.IsoAtZeroGain, bases[1].Base.IsoAtZeroGain).Value / 2)
            : model.Gain.SwitchAbove ?? Sensitivity.DefaultSwitch;

    private static ImmutableArray<Decibels> Gains(ImmutableArray<GainPosition> positions) =>
        positions.IsEmpty ? [Decibels.Zero] : [.. positions.Select(p => p.Gain)];

    private static BaseGains One(string word, Iso iso, Decibels penalty, ImmutableArray<Decibels> gains, Latitude? room) =>
        new(new SensitivityBase(word, iso, gains.Min(), gains.Max(), penalty), gains, room);

    private static ImmutableArray<FilterPosition> Filters(CameraModel model) =>
        model.FilterPositions().ToImmutableArray() is { IsEmpty: false } some ? some : [new FilterPosition("clear", Stops.Zero)];

    private static ImmutableArray<SensitivityState> Held(ImmutableArray<SensitivityState> states, LineUpCamera camera)
    {
        ImmutableArray<SensitivityState> left =
        [
            .. states.Where(s =>
                (camera.Pins.Base is not { } word || s.Base == word)
                && (camera.Pins.Gain is not { } gain || Math.Abs(s.Gain.Value - gain.Value) < 0.05)
            ),
        ];
        return !left.IsEmpty
            ? left
            : throw Nothing(
                $"Camera {camera.Letter} has no {string.Join(" at ", new[] { camera.Pins.Gain?.Label(), camera.Pins.Base is { } b ? $"the {b} base" : null }.OfType<string>())} to be held at under this standard. Let it go, or choose one of {Few(states)}."
            );
    }

    private static ImmutableArray<FilterPosition> Held(ImmutableArray<FilterPosition> filters, LineUpCamera camera)
    {
        ImmutableArray<FilterPosition> left = [.. filters.Where(f => camera.Pins.BuiltIn is not { } label || IsAt(f, label))];
        return !left.IsEmpty
            ? left
            : throw Nothing(
                $"{camera.Model.Name} has no built-in filter {camera.Pins.BuiltIn}. It has {string.Join(", ", filters.Select(f => f.Label))}."
            );
    }

    // A ring is labelled in stops; who wrote the factor means the nearest of them.
    private static bool IsAt(FilterPosition filter, string label) =>
        filter.Label == label
        || (
            label.StartsWith("1/", StringComparison.Ordinal)
            && filter.IsLabelledInStops
            && Math.Abs(NeutralDensity.ParseLoss(label).Value - filter.Loss.Value) < 0.05
        );

    private static string Few(ImmutableArray<SensitivityState> states) =>
        string.Join("; ", states.Select(s => JudgementText.Of(PlanReasons.State(s))).Take(12)) + (states.Length > 12 ? "; …" : "");
}
