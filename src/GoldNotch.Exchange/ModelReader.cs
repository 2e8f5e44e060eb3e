using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Media;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.UnitFigures;
using GoldNotch.Core.Units;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>From camera specifications to the core's models. Each refusal names the field it is about.</summary>
public static class ModelReader
{
    // No camera stops at more places; a longer list would be drawn detent by detent.
    private const int MostMarks = 400;

    // No camera scans slower than a frame of film or faster than its shortest shutters.
    private const double LowestScanHz = 10;
    private const double HighestScanHz = 10_000;

    /// <summary>A camera specification as the core's model.</summary>
    /// <param name="specification">The document.</param>
    /// <param name="at">JSON pointer to the document.</param>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static CameraModel ToModel(ModelDocument specification, string at = "")
    {
        ImmutableArray<RecordFormat> formats = Each(specification.Formats, $"{at}/formats", ToFormat);
        Distinct(formats.Select(f => $"{f.Size.Label()} {f.Rate.Label()}"), $"{at}/formats", "format");
        ImmutableArray<FilterPosition> filters = Each(specification.Filters, $"{at}/filters", (f, p) =>
            new FilterPosition(Text(f.Label, 20, $"{p}/label"), Loss(f.Stops, $"{p}/stops"))
        );
        Distinct(filters.Select(f => f.Label), $"{at}/filters", "filter position");
        return new CameraModel(
            Key(specification.Key, $"{at}/key"),
            Text(specification.Name, 80, $"{at}/name"),
            Count(specification.Version, $"{at}/version"),
            Text(specification.Kind, 200, $"{at}/kind"),
            specification.FullAuto,
            formats,
            [
                .. Each(specification.Shutters, $"{at}/shutters", (s, p) => RefusedException.At(p, () => ExposureTime.Parse(s)))
                    .Distinct()
                    .OrderByDescending(t => t.Seconds),
            ],
            GainReader.ToGain(specification.Gain, $"{at}/gain"),
            filters,
            ToLens(specification.Lens, $"{at}/lens"),
            new ModeControl(specification.Iris.Manual, specification.Iris.Automatic),
            ToWhite(specification.WhiteBalance, $"{at}/whiteBalance"),
            new ModeControl(specification.Focus.Manual, specification.Focus.Automatic),
            BySetting(specification.Controls, $"{at}/controls", ToPlace)
        )
        {
            Sensor = specification.Sensor is { } s
                ? (Millimetres(s.WidthMm, $"{at}/sensor/widthMm"), Millimetres(s.HeightMm, $"{at}/sensor/heightMm"))
                : null,
            Lenses = Each(specification.Lenses ?? [], $"{at}/lenses", (l, p) =>
                new NamedLens(
                    Text(l.Name, 60, $"{p}/name"),
                    ToLens(l.Lens, $"{p}/lens"),
                    l.Transmission is { } t ? RefusedException.At($"{p}/transmission", () => FNumber.Parse(t)) : null
                )
            ),
            Angles = specification.Angles is { } a ? ToAngles(a, $"{at}/angles") : null,
            ShutterAutomatic = specification.ShutterAutomatic,
            ClearScan = specification.ClearScan is { } scan ? ToClearScan(scan, $"{at}/clearScan") : null,
            Variable = specification.VariableFilter is { } v ? ToVariable(v, $"{at}/variableFilter") : null,
            Tint = specification.Tint is { } tint ? ColourReader.ToTint(tint, $"{at}/tint") : null,
            Curves = ColourReader.ToCurves(specification, $"{at}/curves"),
            Choices = BySetting(specification.Choices, $"{at}/choices", ToChoice, SettingKind.Choice),
            Levels = BySetting(specification.Levels, $"{at}/levels", ToLevel, SettingKind.Level),
            NotFitted =
            [
                .. Each(specification.NotFitted ?? [], $"{at}/notFitted", (k, p) =>
                    RefusedException.At(p, () => SettingDefinition.Parse(k))
                ),
            ],
            Presumed =
            [
                .. Each(specification.Presumed ?? [], $"{at}/presumed", (k, p) => RefusedException.At(p, () => SettingDefinition.Parse(k))),
            ],
            Slots = Each(specification.Slots ?? [], $"{at}/slots", ToSlot),
            Card = specification.Card is { } issued ? ToIssued(issued, $"{at}/card") : null,
            Power = specification.Power is { } power ? ToPower(power, $"{at}/power") : null,
            BufferGb = specification.BufferGb is { } buffer ? InRange(buffer, 0.001, 100_000, $"{at}/bufferGb", "memory in GB") : null,
            BlackReferenceMinutes = specification.BlackReferenceMinutes is { } black
                ? InRange(black, 0.1, 1000, $"{at}/blackReferenceMinutes", "interval in minutes")
                : null,
            Reset = specification.Reset is { } reset
                ? new ResetBehaviour(
                    Text(reset.How, 300, $"{at}/reset/how", mayBeEmpty: true),
                    BySetting(reset.States, $"{at}/reset/states", (t, p) => Text(t, Notation.LongestLabel, p))
                )
                {
                    Firmware = Text(reset.Firmware, 20, $"{at}/reset/firmware", mayBeEmpty: true),
                }
                : null,
            Meter = specification.Meter is { } meter ? ToMeter(meter, $"{at}/meter") : null,
            Measured = Each(specification.Measured ?? [], $"{at}/measured", ToMeasured),
            Dependencies = ToDependencies(specification.Dependencies ?? [], $"{at}/dependencies"),
            Handling =
            [
                .. Each(specification.Handling ?? [], $"{at}/handling", (h, p) =>
                        new HandlingNote(OneOf<HandlingKind>(h.Kind, $"{p}/kind"), Text(h.Text, 300, $"{p}/text"))
                    )
                    .OrderBy(h => h.Kind),
            ],
        };
    }

    private static MeasuredFigure ToMeasured(MeasuredFigureDocument measured, string at)
    {
        OneOf<FigureKind>(measured.About, $"{at}/about");
        return new MeasuredFigure(
            Text(measured.What, 120, $"{at}/what"),
            Text(measured.Unit, 30, $"{at}/unit"),
            Text(measured.By, 80, $"{at}/by"),
            DateOnly.FromDateTime(measured.At.UtcDateTime)
        );
    }

    private static MeterScale ToMeter(IReadOnlyList<MeterMarkDocument> marks, string at)
    {
        ImmutableArray<MeterMark> read = Each(marks, at, (m, p) =>
            new MeterMark(InRange(m.Share, 0, 1, $"{p}/share", "share of the bar"), InRange(m.Dbfs, -120, 0, $"{p}/dbfs", "level in dBFS"))
        );
        return read.Length >= 2 && read.Zip(read.Skip(1)).All(m => m.First.Share < m.Second.Share && m.First.Dbfs < m.Second.Dbfs)
            ? new MeterScale(read)
            : throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "A meter has two marks or more, and both share and level rise from one to the next."
            );
    }

    private static RecordFormat ToFormat(FormatDocument format, string at) =>
        new(
            RefusedException.At($"{at}/size", () => FrameSize.Parse(format.Size)),
            RefusedException.At($"{at}/rate", () => ScanRate.Parse(format.Rate)),
            format.BitRatesMbps.Count == 0
                ? throw new RefusedException(ProblemCode.BadValue, $"{at}/bitRatesMbps", "A format needs at least one bit rate.")
                : Each(format.BitRatesMbps, $"{at}/bitRatesMbps", (b, p) => RefusedException.At(p, () => new BitRate(b)))
        )
        {
            Codecs = Each(format.Codecs ?? [], $"{at}/codecs", (c, p) => Text(c, 60, p)),
            BitDepths =
            [
                .. Each(format.BitDepths ?? [], $"{at}/bitDepths", (d, p) => (int)InRange(d, 8, 32, p, "bit depth")).Distinct().Order(),
            ],
            CardTypes = Each(format.CardTypes ?? [], $"{at}/cardTypes", (c, p) => Text(c, 40, p)),
            Crop = InRange(format.Crop, 1, 20, $"{at}/crop", "crop"),
            ClipMinutes = format.ClipMinutes is { } clip
                ? InRange(clip, 0.01, 10_000, $"{at}/clipMinutes", "longest clip in minutes")
                : null,
            Cost = Text(format.Cost, 200, $"{at}/cost", mayBeEmpty: true),
            Worst = format.WorstMbps is { } worst ? RefusedException.At($"{at}/worstMbps", () => new BitRate(worst)) : null,
            Raw = format.Raw,
            CodecRates = ToCodecRates(format, $"{at}/codecRatesMbps"),
        };

    // A rate that the format does not have, or a codec that is not offered there, would be a rate nobody can choose.
    private static ImmutableDictionary<string, ImmutableArray<BitRate>> ToCodecRates(FormatDocument format, string at) =>
        (format.CodecRatesMbps ?? new Dictionary<string, IReadOnlyList<double>>()).ToImmutableDictionary(
            c =>
                format.Codecs?.Contains(c.Key) == true
                    ? c.Key
                    : throw new RefusedException(
                        ProblemCode.BadValue,
                        $"{at}/{c.Key}",
                        $"The format is not offered in “{c.Key}”. Its codecs are {string.Join(", ", format.Codecs ?? [])}."
                    ),
            c =>
                c.Value is { Count: > 0 } rates
                    ? Each(rates, $"{at}/{c.Key}", (rate, p) =>
                        format.BitRatesMbps.Contains(rate)
                            ? new BitRate(rate)
                            : throw new RefusedException(
                                ProblemCode.BadValue,
                                p,
                                $"{Notation.Number(rate, 1)} Mb/s is not among the bit rates of this format. Add it there first."
                            )
                    )
                    : throw new RefusedException(
                        ProblemCode.BadValue,
                        $"{at}/{c.Key}",
                        "Give at least one bit rate, or leave the codec out."
                    )
        );

    private static Lens ToLens(LensDocument lens, string at)
    {
        Millimetres shortest = Millimetres(lens.ShortestMm, $"{at}/shortestMm");
        Millimetres longest = Millimetres(lens.LongestMm, $"{at}/longestMm");
        var widest = RefusedException.At($"{at}/widestAtShort", () => FNumber.Parse(lens.WidestAtShort));
        var atLong = RefusedException.At($"{at}/widestAtLong", () => FNumber.Parse(lens.WidestAtLong));
        var smallest = RefusedException.At($"{at}/smallest", () => FNumber.Parse(lens.Smallest));
        return longest.Value < shortest.Value
                ? throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/longestMm",
                    "The longest focal length is shorter than the shortest."
                )
            : smallest.Value < Math.Max(widest.Value, atLong.Value)
                ? throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/smallest",
                    "The smallest iris has a smaller f-number than the widest: they are exchanged."
                )
            : new Lens(shortest, longest, widest, atLong, smallest);
    }

    private static WhiteControl ToWhite(WhiteBalanceDocument white, string at) =>
        new(
            Each(white.PresetsK, $"{at}/presetsK", (k, p) => RefusedException.At(p, () => new Kelvin(k))),
            Each(white.Memories, $"{at}/memories", (m, p) => Text(m, 20, p)),
            white.Dial is { } dial ? ToDial(dial, $"{at}/dial") : null,
            white.Automatic
        );

    // A dial of a million steps would be drawn detent by detent.
    private static KelvinGrid ToDial(KelvinDialDocument dial, string at)
    {
        Kelvin lowest = RefusedException.At($"{at}/lowestK", () => new Kelvin(dial.LowestK));
        Kelvin highest = RefusedException.At($"{at}/highestK", () => new Kelvin(dial.HighestK));
        if (dial.StepMired is { } mired)
        {
            return new KelvinGrid(lowest, highest, 0) { StepMired = InRange(mired, 1, 200, $"{at}/stepMired", "step in mired") };
        }

        return dial.StepK is not { } step || step < 10 || (highest.Value - lowest.Value) / step is > 2000 or < 0 or double.NaN
            ? throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/stepK",
                "The kelvin dial needs a step of 10 K or more (or stepMired) and at most 2000 steps from lowest to highest."
            )
            : new KelvinGrid(lowest, highest, step);
    }

    private static AngleControl ToAngles(AnglesDocument angles, string at) =>
        angles.Degrees.Count == 0
            ? throw new RefusedException(ProblemCode.BadValue, $"{at}/degrees", "List the angles, or leave them out.")
            : new AngleControl(
                [
                    .. Each(angles.Degrees, $"{at}/degrees", (d, p) => RefusedException.At(p, () => new ShutterAngle(d)))
                        .Distinct()
                        .OrderBy(a => a.Degrees),
                ],
                angles.AnyBetween
            );

    private static ClearScan ToClearScan(ClearScanDocument scan, string at) =>
        scan is { FromHz: >= LowestScanHz, ToHz: <= HighestScanHz, StepHz: > 0 }
        && scan.FromHz < scan.ToHz
        && scan.StepHz <= scan.ToHz - scan.FromHz
            ? new ClearScan(scan.FromHz, scan.ToHz, scan.StepHz)
            : throw new RefusedException(
                ProblemCode.BadValue,
                at,
                "Clear scan goes from a lower to a higher frequency by a step, within 10 Hz and 10 000 Hz: 50.2 to 125 by 0.1."
            );

    private static VariableFilter ToVariable(VariableFilterDocument filter, string at)
    {
        Stops least = Loss(filter.LeastStops, $"{at}/leastStops");
        Stops most = Loss(filter.MostStops, $"{at}/mostStops");
        double step = InRange(filter.StepStops, 0.05, 10, $"{at}/stepStops", "step in stops");
        return most.Value >= least.Value
            ? new VariableFilter(least, most, new Stops(step))
            : throw new RefusedException(ProblemCode.BadValue, $"{at}/mostStops", "The most is less than the least: they are exchanged.");
    }

    private static ChoiceControl ToChoice(ChoiceDocument choice, string at)
    {
        if (choice.Positions.Count == 0)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/positions",
                "A control has at least one position; name it in notFitted if the model has none."
            );
        }

        ImmutableArray<ChoicePosition> positions = Each(choice.Positions, $"{at}/positions", (c, p) =>
            new ChoicePosition(Text(c.Is, 60, $"{p}/is"), Text(c.Shown, 60, $"{p}/shown", mayBeEmpty: true))
        );
        Distinct(positions.Select(p => p.Word.ToLowerInvariant()), $"{at}/positions", "position");
        return new ChoiceControl(positions, choice.Automatic);
    }

    private static LevelControl ToLevel(LevelDocument level, string at)
    {
        IEnumerable<double> marks = level.Values ?? [];
        if (level.From is { } from && level.To is { } to && level.Step is { } step)
        {
            InRange(step, 0.001, 100_000, $"{at}/step", "step");
            double count = (InRange(to, from, 100_000, $"{at}/to", "upper end") - from) / step;
            marks =
                count <= MostMarks
                    ? Enumerable.Range(0, (int)Math.Floor(count + 1e-9) + 1).Select(i => from + (i * step))
                    : throw new RefusedException(
                        ProblemCode.BadValue,
                        $"{at}/step",
                        $"That is more than {MostMarks} places; take a larger step."
                    );
        }

        double[] all = [.. marks.Distinct().Order()];
        return all.Length is > 0 and <= MostMarks && all.All(double.IsFinite)
            ? new LevelControl([.. all], level.HasOff, level.Automatic)
            : throw new RefusedException(ProblemCode.BadValue, at, $"Give 1 to {MostMarks} values, or from, to and step.");
    }

    private static MediaSlot ToSlot(SlotDocument slot, string at) =>
        new(
            Text(slot.Name, 40, $"{at}/name"),
            Text(slot.CardType, 40, $"{at}/cardType"),
            Each(slot.FileSystems, $"{at}/fileSystems", (f, p) => Text(f, 20, p)),
            slot.SlowestClass is { } slowest ? RefusedException.At($"{at}/slowestClass", () => CardClass.Parse(slowest)) : null
        );

    private static IssuedCard ToIssued(IssuedCardDocument card, string at) =>
        new(
            Text(card.CardType, 40, $"{at}/cardType"),
            InRange(card.CapacityGb, 0.01, 100_000, $"{at}/capacityGb", "capacity in GB"),
            RefusedException.At($"{at}/class", () => CardClass.Parse(card.Class)),
            Text(card.FileSystem, 20, $"{at}/fileSystem")
        );

    private static PowerNeed ToPower(PowerDocument power, string at) =>
        new(
            InRange(power.BatteryWh, 0.1, 10_000, $"{at}/batteryWh", "battery in Wh"),
            InRange(power.Watts, 0.1, 10_000, $"{at}/watts", "consumption in W"),
            InRange(power.Volts, 1, 1000, $"{at}/volts", "voltage"),
            InRange(power.Health, 0.1, 1, $"{at}/health", "health of the battery")
        )
        {
            ChargeMinutes = power.ChargeMinutes is { } charge
                ? InRange(charge, 1, 2880, $"{at}/chargeMinutes", "charging time in minutes")
                : null,
            ChargesOnlyWhenOff = power.ChargesOnlyWhenOff,
        };

    private static ImmutableArray<Dependency> ToDependencies(IReadOnlyList<DependencyDocument> list, string at)
    {
        ImmutableArray<Dependency> all = Each(list, at, (d, p) =>
            new Dependency(
                RefusedException.At($"{p}/when", () => SettingDefinition.Parse(d.When)),
                Text(d.Is, Notation.LongestLabel, $"{p}/is"),
                RefusedException.At($"{p}/then", () => SettingDefinition.Parse(d.Then)),
                Text(d.Becomes, Notation.LongestLabel, $"{p}/becomes"),
                Text(d.Because, 300, $"{p}/because")
            )
        );
        if (DependencyCircle.In(all) is { } circle)
        {
            throw new RefusedException(
                ProblemCode.Circle,
                at,
                $"These settings force each other in a circle: {string.Join(" → ", circle.Select(s => SettingDefinition.Of(s).Key))}. Take one of them out."
            );
        }

        for (int i = 0; i < all.Length; i++)
        {
            if (all[i].Then <= all[i].When)
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/{i}/then",
                    $"{SettingDefinition.Of(all[i].Then).Name} is set before {SettingDefinition.Of(all[i].When).Name} in the order of the work, so it cannot follow from it. Turn the sentence round."
                );
            }
        }

        return all;
    }

    private static ControlPlace ToPlace(ControlDocument place, string at) =>
        new(
            OneOf<BodySide>(place.Side, $"{at}/side"),
            InRange(place.Across, 0, 1, $"{at}/across", "place across"),
            InRange(place.Down, 0, 1, $"{at}/down", "place down"),
            Text(place.Name, 60, $"{at}/name"),
            Text(place.Path, 300, $"{at}/path"),
            Text(place.ManualSign, 300, $"{at}/manualSign", mayBeEmpty: true),
            Text(place.Trap, 300, $"{at}/trap", mayBeEmpty: true)
        );

    private static ImmutableDictionary<Setting, TOut> BySetting<TIn, TOut>(
        IReadOnlyDictionary<string, TIn>? all,
        string at,
        Func<TIn, string, TOut> read,
        SettingKind? only = null
    )
    {
        var found = ImmutableDictionary.CreateBuilder<Setting, TOut>();
        foreach ((string key, TIn value) in all ?? new Dictionary<string, TIn>())
        {
            string place = $"{at}/{key}";
            Setting setting = RefusedException.At(place, () => SettingDefinition.Parse(key));
            if (only is { } kind && SettingDefinition.Of(setting).Kind != kind)
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    place,
                    $"{SettingDefinition.Of(setting).Name} is no {(kind == SettingKind.Choice ? "choice" : "level")}: it has a place of its own on the specification."
                );
            }

            if (value is null)
            {
                throw new RefusedException(ProblemCode.BadValue, place, "Nothing is given here; leave it out.");
            }

            found[setting] = read(value, place);
        }

        return found.ToImmutable();
    }

    private static Millimetres Millimetres(double value, string at) => RefusedException.At(at, () => new Millimetres(value));

    private static Stops Loss(double stops, string at) =>
        stops is >= 0 and <= 33
            ? new Stops(stops)
            : throw new RefusedException(ProblemCode.BadValue, at, "A filter takes between 0 and 33 stops of light; clear is 0.");
}
