using System.Collections.Immutable;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.UnitFigures;

/// <summary>What to do for a measurement, in order: printed as a short list and shown beside its pictures.</summary>
public static class FigureSteps
{
    private const string RuleId = "FIGURE-STEPS";

    private static readonly ImmutableArray<Template> Filters =
    [
        Step("filters-card", "Fill the picture with a grey card in steady light: lamps, not a window. Put the camera on a stand."),
        Step("filters-manual", "Set shutter, gain, iris and white balance to manual; noise reduction as it is used."),
        Step("filters-expose", "With the filter clear, expose the card about one stop above mid grey. Nothing clips."),
        Step("filters-order", "Take the pictures in the order of the list, clear and then each filter, three times over."),
        Step(
            "filters-open",
            "Behind a filter of more than three stops, open iris or shutter by whole stops and note with the picture how many."
        ),
    ];

    private static readonly ImmutableArray<Template> Noise =
    [
        Step("noise-patch", "Put an evenly lit grey card before the camera, a little out of focus. Set everything to manual."),
        Step("noise-size", "Set resolution, profile and noise reduction as the department records: only like is compared with like."),
        Step("noise-grey", "At each gain of the list bring the card to mid grey, within half a stop, by iris, filter or light."),
        Step("noise-files", "Save stills as PNG or TIFF, or take frames of a clip. A JPEG does not count: its coding smooths noise away."),
    ];

    private static readonly ImmutableArray<Template> Latitude =
    [
        Step(
            "latitude-patch",
            "Put an evenly lit grey card before the camera. Set the profile and the base it is to be known for, gain 0 dB."
        ),
        Step("latitude-grey", "Take the first picture at mid grey, within a third of a stop."),
        Step("latitude-up", "Open by the stops of the list, by shutter or iris, until two pictures half a stop apart look the same."),
        Step("latitude-down", "Then close by the stops of the list until its signal to noise falls under 6 dB."),
        Step("latitude-note", "Where a picture is at another exposure than the list says, note it: the figures depend on it."),
    ];

    private static readonly ImmutableArray<Template> SisterSteps =
    [
        Step("sisters-light", "Put one grey card in steady light, and each camera in turn on the same stand."),
        Step("sisters-same", "Set every unit the same, everything to manual: format, profile, shutter, gain, iris, filter, white balance."),
        Step("sisters-first", "Take one picture of each, one soon after the other: what moves meanwhile is the light."),
    ];

    /// <summary>The steps of a kind.</summary>
    public static ImmutableArray<Judgement> Of(FigureKind kind) =>
        [
            .. (
                kind switch
                {
                    FigureKind.Filters => Filters,
                    FigureKind.Noise => Noise,
                    FigureKind.Latitude => Latitude,
                    _ => SisterSteps,
                }
            ).Select(t => t.Of()),
        ];

    private static Template Step(string name, string text) => new(RuleId, name, text);
}
