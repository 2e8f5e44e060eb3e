using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>The least light in which a model still exposes mid grey as the meter says.</summary>
/// <param name="Lux">Illuminance at the subject, for a dome receptor.</param>
/// <param name="Because">With which iris, time and speed.</param>
public sealed record LowLight(Lux Lux, Judgement Because)
{
    private const string RuleId = "LOW-LIGHT";

    private static readonly Template Down = new(RuleId, "down-to", "Down to {lux}: {iris}, {time}, {speed}.");

    /// <summary>The least light of a model: its widest opening, the gain that the department allows, no filter.</summary>
    /// <param name="model">The model.</param>
    /// <param name="time">Exposure time.</param>
    /// <returns>Null where its maker states no speed: then nothing absolute is claimed.</returns>
    public static LowLight? Of(CameraModel model, ExposureTime time)
    {
        Iso[] speeds =
        [
            .. from word in model.Gain.Bases.IsEmpty ? (string?[])[null] : [.. model.Gain.Bases.Select(b => b.Word)]
            let iso = model.Gain.IsoOn(word)
            where iso is not null
            let cap = model.Gain.CapOn(word) ?? Sensitivity.DefaultCap
            from gain in model.Gain.PositionsOn(word).Select(p => p.Gain).DefaultIfEmpty(Decibels.Zero)
            where !gain.IsAbove(cap)
            select Sensitivity.IsoAtGain(iso.Value, gain),
        ];
        if (speeds.Length == 0)
        {
            return null;
        }

        Iso fastest = speeds.MaxBy(s => s.Value);
        FNumber widest = model
            .Lenses.Select(l => l.Transmission ?? l.Lens.WidestAtShort)
            .Append(model.Lens.WidestAtShort)
            .MinBy(n => n.Value);
        Lux lux = MeteredLight.FromReading(widest, time, fastest).ToLux();
        return new LowLight(lux, Down.Of(("lux", lux), ("iris", widest), ("time", time), ("speed", fastest)));
    }
}
