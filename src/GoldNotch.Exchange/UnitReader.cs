using GoldNotch.Core.UnitFigures;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>A specification as one unit is.</summary>
public static class UnitReader
{
    /// <summary>What was measured on this unit takes the place of what the specification says: filters, gain limits, change of base, latitude.</summary>
    /// <param name="card">The specification.</param>
    /// <param name="unit">The unit.</param>
    public static ModelDocument Measured(ModelDocument card, UnitDocument unit)
    {
        UnitFilterDocument[] filters = [.. (unit.Filters ?? []).Where(m => card.Filters.Any(f => f.Label == m.Label))];
        UnitNoiseDocument[] noise = [.. (unit.Noise ?? []).Where(n => HasBase(card, n.Base))];
        UnitLatitudeDocument[] latitude = [.. (unit.Latitude ?? []).Where(l => HasBase(card, l.Base) && HasProfile(card, l.Profile))];
        if (filters.Length == 0 && noise.Length == 0 && latitude.Length == 0)
        {
            return card;
        }

        return card with
        {
            Filters =
            [
                .. card.Filters.Select(f =>
                    filters.FirstOrDefault(m => m.Label == f.Label) is { } m ? new FilterDocument(f.Label, m.Stops) : f
                ),
            ],
            Gain = Gain(card.Gain, noise, latitude),
            Curves = Curves(card, latitude),
            Measured =
            [
                // What this unit measured stands for what was measured on another of its model.
                .. (card.Measured ?? []).Where(m => noise.Length == 0 || m.About != About(FigureKind.Noise)),
                .. filters
                    .Where(f => f.By is not null && f.At is not null)
                    .Select(f => new MeasuredFigureDocument(About(FigureKind.Filters), What(f), unit.Tag, f.By!, f.At!.Value)),
                .. noise.Select(n => new MeasuredFigureDocument(About(FigureKind.Noise), What(n), unit.Tag, n.By, n.At)),
                .. latitude.Select(l => new MeasuredFigureDocument(About(FigureKind.Latitude), What(l), unit.Tag, l.By, l.At)),
            ],
        };
    }

    /// <summary>A specification with what was measured of its noise as its own limit.</summary>
    /// <param name="card">The specification.</param>
    /// <param name="noise">What was measured, by base.</param>
    /// <param name="unit">Tag of the unit it was measured on.</param>
    public static ModelDocument Limited(ModelDocument card, IReadOnlyList<UnitNoiseDocument> noise, string unit) =>
        card with
        {
            Gain = Gain(card.Gain, noise, []),
            Measured =
            [
                .. (card.Measured ?? []).Where(m => m.About != About(FigureKind.Noise)),
                .. noise.Select(n => new MeasuredFigureDocument(About(FigureKind.Noise), What(n), unit, n.By, n.At)),
            ],
        };

    private static string About(FigureKind kind) => Fields.Word(kind);

    private static bool HasBase(ModelDocument card, string word) =>
        card.Gain.Bases is { Count: > 0 } bases ? bases.Any(b => b.Word == word) : word.Length == 0;

    private static bool HasProfile(ModelDocument card, string profile) => profile.Length == 0 || card.Curves?.ContainsKey(profile) == true;

    private static GainDocument Gain(GainDocument gain, IReadOnlyList<UnitNoiseDocument> noise, UnitLatitudeDocument[] latitude)
    {
        UnitNoiseDocument? Noise(string word) => noise.FirstOrDefault(n => n.Base == word);
        // In which profile it was measured is then not known: it stands for all of them.
        UnitLatitudeDocument? Latitude(string word) => latitude.FirstOrDefault(l => l.Base == word && l.Profile.Length == 0);
        return gain with
        {
            CapDb = Noise("")?.GainDb ?? gain.CapDb,
            SwitchFromDb = noise.Select(n => n.SwitchFromDb).FirstOrDefault(s => s is not null) ?? gain.SwitchFromDb,
            HighlightStops = Latitude("")?.HighlightStops ?? gain.HighlightStops,
            ShadowStops = Shadows(Latitude(""), gain.ShadowStops),
            Bases = gain.Bases is { } bases
                ?
                [
                    .. bases.Select(b =>
                        b with
                        {
                            CapDb = Noise(b.Word)?.GainDb ?? b.CapDb,
                            HighlightStops = Latitude(b.Word)?.HighlightStops ?? b.HighlightStops,
                            ShadowStops = Shadows(Latitude(b.Word), b.ShadowStops),
                        }
                    ),
                ]
                : null,
        };
    }

    private static IReadOnlyDictionary<string, ProfileCurveDocument>? Curves(ModelDocument card, UnitLatitudeDocument[] latitude) =>
        card.Curves?.ToDictionary(
            c => c.Key,
            c =>
                latitude.Any(l => l.Profile == c.Key)
                    ? c.Value with
                    {
                        Latitudes =
                        [
                            .. (c.Value.Latitudes ?? []).Where(k => !latitude.Any(l => l.Profile == c.Key && l.Base == k.Base)),
                            .. latitude
                                .Where(l => l.Profile == c.Key)
                                .Select(l => new LatitudeDocument(l.HighlightStops, Shadows(l, Claimed(card.Gain, l.Base))!.Value, l.Base)),
                        ],
                    }
                    : c.Value
        );

    // Where noise was never as strong as the signal, it may be more: that takes nothing away from what is claimed.
    private static double? Shadows(UnitLatitudeDocument? of, double? claimed) =>
        of is null ? claimed
        : of.ShadowsAtLeast && claimed > of.ShadowStops ? claimed
        : of.ShadowStops;

    private static double? Claimed(GainDocument gain, string word) =>
        word.Length == 0 ? gain.ShadowStops : gain.Bases?.FirstOrDefault(b => b.Word == word)?.ShadowStops;

    private static string What(UnitFilterDocument of) => $"filter {of.Label}: {Notation.Number(of.Stops, 2)} stops";

    private static string What(UnitNoiseDocument of) =>
        $"gain limit{(of.Base.Length > 0 ? $", {of.Base} base" : "")}: {new Decibels(of.GainDb).Label()}{(of.AtLeast ? " or more" : "")}";

    private static string What(UnitLatitudeDocument of) =>
        $"latitude{(of.Base.Length > 0 ? $", {of.Base} base" : "")}{(of.Profile.Length > 0 ? $", {of.Profile}" : "")}: {Notation.Number(of.HighlightStops, 1)} stops above, {Notation.Number(of.ShadowStops, 1)} below";
}
