using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Noise: what the gain read adds or takes away.</summary>
internal static class NoiseConsequence
{
    private const string RuleId = "NOW-NOISE";

    private static readonly Template Automatic = new(
        RuleId,
        "automatic",
        "Automatic gain adds noise with the scene, and hides a closed iris, a fast shutter and a forgotten ND filter."
    );
    private static readonly Template AsRequired = new(RuleId, "as-required", "Noise is as the sheet requires, at {gain}.");
    private static readonly Template Up = new(RuleId, "up", "Noise is {up:size} above the sheet, {against} against 0 dB.");
    private static readonly Template UpTimes = new(
        RuleId,
        "up-times",
        "Noise is {up:size} above the sheet, {against} against 0 dB: {factor} the amplitude."
    );
    private static readonly Template Down = new(
        RuleId,
        "down",
        "Gain is {up:size} below the sheet: no more noise, but {stops:size} of latitude above grey is lost."
    );
    private static readonly Template Value = new(RuleId, "value", "{up}");

    internal static Consequence Of(Findings found)
    {
        if (found.IsAutomatic(Setting.Gain))
        {
            return new(ConsequenceTopic.Noise, Severity.Automatic, OnAutomatic.Value.Of(), Automatic.Of(Setting.Gain));
        }

        if (
            found.Value(Setting.Gain) is not SettingValue.GainAt seen
            || found.Sheet.Target<SettingValue.GainAt>(Setting.Gain) is not { } target
        )
        {
            return Unread.Of(ConsequenceTopic.Noise, Unread.Gain);
        }

        Decibels up = seen.Gain - target.Gain;
        Severity severity =
            up.Value < 0.05 ? Severity.Fine
            : up.Value <= 3 ? Severity.Slight
            : Severity.Fault;
        Template template =
            Math.Abs(up.Value) < 0.05 ? AsRequired
            : up.Value < 0 ? Down
            : up.Value >= 3 ? UpTimes
            : Up;
        return new(
            ConsequenceTopic.Noise,
            severity,
            Value.Of(("up", up)),
            template.Of(
                Setting.Gain,
                ("gain", seen),
                ("up", up),
                ("against", seen.Gain),
                ("factor", FigureValue.In(Measure.Times, Math.Round(up.Factor, 1))),
                ("stops", up.ToStops())
            )
        );
    }
}
