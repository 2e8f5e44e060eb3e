using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.UnitFigures;

/// <summary>One unit beside its sisters.</summary>
/// <param name="Tag">The unit.</param>
/// <param name="Off">How far it is from the median of all; null where its picture does not count.</param>
/// <param name="IsNamed">Whether it stands out.</param>
/// <param name="Says">What there is to say of it.</param>
public sealed record SisterRow(string Tag, SisterReading? Off, bool IsNamed, Judgement Says);

/// <summary>Units of one model beside each other, in the same settings and light. (Section 17.)</summary>
public static class SisterReport
{
    private const string RuleId = "FIGURE-SISTERS";

    private static readonly Template Waits = new(RuleId, "waits", "Pictures of {least} units or more are compared; {have#is|are} there.");
    private static readonly Template Unfit = new(
        RuleId,
        "unfit",
        "Its card clips, is black or is uneven: it does not count. Put the card right and take it again."
    );
    private static readonly Template Alike = new(RuleId, "alike", "Like its sisters.");
    private static readonly Template Stops = new(RuleId, "stops", "{off:size} {off?brighter|darker} than its sisters.");
    private static readonly Template Mired = new(RuleId, "mired", "{off:size} {off?warmer|cooler}.");
    private static readonly Template Tint = new(RuleId, "duv", "Greener or more magenta by Δuv {off}.");
    private static readonly Template Noise = new(RuleId, "noise", "{off:size} {off?cleaner|noisier}.");

    /// <summary>Judges the pictures so far, in the order of the units.</summary>
    /// <param name="takes">The pictures, one of each unit.</param>
    public static ImmutableArray<SisterRow> Of(IReadOnlyList<FigureTake> takes)
    {
        (string Tag, FigureTake Take)[] all =
        [
            .. takes.Where(t => t.Shot is FigureShot.OfUnit).Select(t => (((FigureShot.OfUnit)t.Shot).Tag, t)),
        ];
        (string Tag, FigureTake Take)[] good =
        [
            .. all.Where(t => CardReading.IsUsed(t.Take.Patch) && t.Take.Patch.SignalToNoise is not null),
        ];
        if (good.Length < Sisters.Least)
        {
            Judgement waits = Waits.Of(("least", FigureValue.Count(Sisters.Least)), ("have", FigureValue.Count(good.Length)));
            return [.. all.Select(t => new SisterRow(t.Tag, null, false, good.Contains(t) ? waits : Unfit.Of()))];
        }

        Dictionary<string, SisterDifference> off = Sisters
            .Compare([.. good.Select(t => Reading(t.Tag, t.Take))])
            .ToDictionary(d => d.Off.Unit);
        return
        [
            .. all.Select(t =>
                off.TryGetValue(t.Tag, out SisterDifference? found)
                    ? new SisterRow(t.Tag, found.Off, !found.Named.IsEmpty, Said(found))
                    : new SisterRow(t.Tag, null, false, Unfit.Of())
            ),
        ];
    }

    private static SisterReading Reading(string tag, FigureTake take)
    {
        GreyCast cast = GreyCast.Of(take.Patch.Mean, take.Set);
        return new SisterReading(
            tag,
            take.Patch.FromGrey!.Value.Value,
            cast.Cast.Value,
            cast.Duv,
            NoiseFigures.AtGrey(take.Patch.SignalToNoise!.Value, take.Patch.Mean.Luminance)
        );
    }

    private static Judgement Said(SisterDifference found)
    {
        Judgement[] parts =
        [
            .. found.Named.Select(name =>
                name switch
                {
                    "stops" => Stops.Of(("off", new Units.Stops(found.Off.Stops))),
                    "mired" => Mired.Of(("off", new MiredShift(found.Off.Mired))),
                    "duv" => Tint.Of(("off", FigureValue.In(Measure.Duv, found.Off.Duv))),
                    _ => Noise.Of(("off", FigureValue.In(Measure.Decibels, found.Off.SignalToNoise))),
                }
            ),
        ];
        return parts.Length == 0 ? Alike.Of() : parts.Skip(1).Aggregate(parts[0], (said, next) => said.And(next));
    }
}
