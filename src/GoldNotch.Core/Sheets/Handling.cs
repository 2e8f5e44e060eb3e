using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>What has to be known to handle a camera at all: its supply, how it is put together, its memory, its gestures. Printed with every sheet and plan of it.</summary>
public static class Handling
{
    // Ordinary battery plates end here (bench rule).
    private const double OrdinaryVolts = 17;

    // What a raw sample takes where the specification does not state its depth (bench rule).
    private const int UsualRawBits = 12;

    private const string RuleId = "HANDLING";

    private static readonly Template Voltage = new(
        RuleId,
        "voltage",
        "{model} runs on {voltage}: never connect another supply or an ordinary battery plate. On a generator use a true-sine supply of {supply} or more for it alone. Anything fixed is for a qualified person."
    );
    private static readonly Template Memory = new(
        RuleId,
        "memory",
        "It records into memory: {memory} at {rate}, then it overwrites the beginning. Save before the next take and before leaving."
    );
    private static readonly Template Supply = new(RuleId, "supply", "Supply: {text}");
    private static readonly Template Assembly = new(RuleId, "assembly", "Assembly: {text}");
    private static readonly Template Trigger = new(RuleId, "trigger", "Trigger: {text}");
    private static readonly Template Saving = new(RuleId, "saving", "Saving: {text}");
    private static readonly Template Gesture = new(RuleId, "gesture", "Gesture: {text}");

    private static readonly Template Measured = new(RuleId, "measured", "Measured on {unit}, {what} ({by}, {day}).");

    /// <summary>The notes, in the order in which they are needed; at the end what was measured, with its source.</summary>
    /// <param name="model">The camera.</param>
    /// <param name="format">The recording; null where none is decided.</param>
    public static ImmutableArray<Judgement> Of(CameraModel model, RecordFormat? format)
    {
        var notes = ImmutableArray.CreateBuilder<Judgement>();
        if (model.Power is { Volts: > OrdinaryVolts } power)
        {
            notes.Add(
                Voltage.Of(
                    Setting.BatterySeated,
                    ("model", model.Name),
                    ("voltage", FigureValue.In(Measure.Volts, power.Volts)),
                    ("supply", FigureValue.In(Measure.VoltAmperes, Power.AdapterRating([power.Watts])))
                )
            );
        }

        notes.AddRange(model.Handling.Where(h => h.Kind < HandlingKind.Saving).Select(Stated));
        if (model.BufferGb is { } buffer && format is not null)
        {
            notes.Add(
                Memory.Of(
                    Setting.RecordFormat,
                    ("rate", format.Rate),
                    ("memory", FigureValue.In(Measure.Seconds, SecondsOf(buffer, format)))
                )
            );
        }

        notes.AddRange(model.Handling.Where(h => h.Kind >= HandlingKind.Saving).Select(Stated));
        notes.AddRange(model.Measured.Select(m => Measured.Of(("unit", m.Unit), ("what", m.What), ("by", m.By), ("day", m.On))));
        return notes.ToImmutable();
    }

    /// <summary>The notes for a sheet: those of its camera, and what its sound asks for beside the settings.</summary>
    /// <param name="sheet">The sheet.</param>
    public static ImmutableArray<Judgement> Of(Sheet sheet) =>
        [.. Of(sheet.Model, sheet.Format), .. sheet.Standard.Sound is { } sound ? SoundPlan.Of(sound, sheet.Standard.Policies).Steps : []];

    /// <summary>Seconds that a memory holds in a format, at the deepest sample it records.</summary>
    internal static double SecondsOf(double bufferGb, RecordFormat format) =>
        Recording.BufferSeconds(bufferGb * 1e9, format.Size, BitsOf(format), format.Rate.Frames);

    /// <summary>The deepest sample of a format, bits.</summary>
    internal static int BitsOf(RecordFormat format) => format.BitDepths.LastOrDefault(UsualRawBits);

    private static Judgement Stated(HandlingNote note) =>
        (
            note.Kind switch
            {
                HandlingKind.Supply => Supply,
                HandlingKind.Assembly => Assembly,
                HandlingKind.Trigger => Trigger,
                HandlingKind.Saving => Saving,
                _ => Gesture,
            }
        ).Of(("text", note.Text));
}
