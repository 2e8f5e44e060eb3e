using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>Gain controls: positions in decibels, rows of ISO numbers, one base or two.</summary>
internal static class GainReader
{
    private const int MostSteps = 200;

    internal static GainControl ToGain(GainDocument gain, string at)
    {
        Iso? native = gain.IsoAtZeroGain is { } iso ? ToIso(iso, $"{at}/isoAtZeroGain") : null;
        ImmutableArray<GainBase> bases = [.. Each(gain.Bases ?? [], $"{at}/bases", ToBase).OrderBy(b => b.Base.IsoAtZeroGain.Value)];
        Distinct(bases.Select(b => b.Word), $"{at}/bases", "base");
        ImmutableArray<GainPosition> positions =
        [
            .. Each(gain.Positions, $"{at}/positions", (g, p) =>
                    new GainPosition(Text(g.Name, 20, $"{p}/name", mayBeEmpty: true), ToDecibels(g.GainDb, $"{p}/gainDb"))
                )
                .OrderBy(g => g.Gain.Value),
        ];
        Distinct(positions.Select(p => $"{p.Name} {p.Gain.Label()}".Trim()), $"{at}/positions", "gain");
        if (gain.Isos is { Count: > 0 } isos)
        {
            positions = native is { } zero
                ? FromIsos(isos, zero, $"{at}/isos")
                : throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/isoAtZeroGain",
                    "ISO numbers need the native ISO, from which gain is counted."
                );
        }

        return new GainControl(
            bases.IsEmpty ? positions : bases[0].Positions,
            gain.Automatic,
            bases.IsEmpty ? native : bases[0].Base.IsoAtZeroGain
        )
        {
            Bases = bases,
            Cap = gain.CapDb is { } cap ? ToDecibels(cap, $"{at}/capDb") : null,
            Latitude = ToLatitude(gain.HighlightStops, gain.ShadowStops, at),
            Assignable = [.. Each(gain.AssignableDb ?? [], $"{at}/assignableDb", ToDecibels).Distinct().OrderBy(g => g.Value)],
            SwitchFrom = gain.SwitchFromDb is { } from ? ToDecibels(from, $"{at}/switchFromDb") : null,
            FixedToBase = Each(gain.FixedToBase ?? [], $"{at}/fixedToBase", (word, p) => Text(word, 40, p)),
        };
    }

    private static GainBase ToBase(BaseDocument one, string at)
    {
        Iso zero = ToIso(one.IsoAtZeroGain, $"{at}/isoAtZeroGain");
        if (one.Word is not ("low" or "high"))
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/word", "The word of a base is low or high.");
        }

        ImmutableArray<GainPosition> positions = one switch
        {
            { Isos: { Count: > 0 } isos } => FromIsos(isos, zero, $"{at}/isos"),
            { Gains: { } range } => FromRange(range, $"{at}/gains"),
            _ => [new GainPosition("", Decibels.Zero)],
        };
        return new GainBase(
            one.Word,
            new SensitivityBase(
                Text(one.Name, 40, $"{at}/name"),
                zero,
                positions[0].Gain,
                positions[^1].Gain,
                ToDecibels(one.NoisePenaltyDb, $"{at}/noisePenaltyDb")
            ),
            positions,
            ToLatitude(one.HighlightStops, one.ShadowStops, at)
        )
        {
            Cap = one.CapDb is { } cap ? ToDecibels(cap, $"{at}/capDb") : null,
        };
    }

    private static ImmutableArray<GainPosition> FromIsos(IReadOnlyList<double> isos, Iso zero, string at)
    {
        Distinct(isos, at, "ISO");
        return
        [
            .. Each(isos, at, (iso, p) => new GainPosition("ISO " + Notation.Number(iso), Sensitivity.GainForIso(zero, ToIso(iso, p))))
                .OrderBy(p => p.Gain.Value),
        ];
    }

    private static ImmutableArray<GainPosition> FromRange(GainRangeDocument range, string at)
    {
        double from = ToDecibels(range.FromDb, $"{at}/fromDb").Value;
        double to = InRange(range.ToDb, from, 200, $"{at}/toDb", "highest gain in dB");
        double count = (to - from) / InRange(range.StepDb, 0.1, 100, $"{at}/stepDb", "step in dB");
        return count <= MostSteps
            ?
            [
                .. Enumerable
                    .Range(0, (int)Math.Floor(count + 1e-9) + 1)
                    .Select(i => new GainPosition("", new Decibels(from + (i * range.StepDb)))),
            ]
            : throw new RefusedException(ProblemCode.BadValue, $"{at}/stepDb", $"That is more than {MostSteps} steps; take a larger one.");
    }

    internal static Latitude? ToLatitude(double? highlights, double? shadows, string at) =>
        highlights is { } h && shadows is { } s
            ? new Latitude(
                new Stops(InRange(h, 0, 30, $"{at}/highlightStops", "room above mid grey in stops")),
                new Stops(InRange(s, 0, 30, $"{at}/shadowStops", "room below mid grey in stops"))
            )
            : null;

    private static Iso ToIso(double iso, string at) => RefusedException.At(at, () => new Iso(InRange(iso, 1, 10_000_000, at, "ISO")));

    private static Decibels ToDecibels(double gain, string at) => new(InRange(gain, -200, 200, at, "gain in dB"));
}
