using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Noise: what the gain and the base read add or take away.</summary>
internal static class NoiseConsequence
{
    private const string RuleId = "NOW-NOISE";

    // What a label does not show is no difference.
    private const double Label = 0.05;

    private static readonly Template Automatic = new(
        RuleId,
        "automatic",
        "Automatic gain adds noise with the scene, and hides a closed iris, a fast shutter and a forgotten ND filter."
    );
    private static readonly Template OnPurpose = new(
        RuleId,
        "on-purpose",
        "Automatic gain as the sheet requires: noise grows as the light falls, up to the camera's own limit."
    );
    private static readonly Template Monitoring = new(
        RuleId,
        "monitoring",
        "{curve} records at base: {gain} brightens the monitor only, and adds no noise to the recording."
    );
    private static readonly Template MonitoringValue = new(RuleId, "monitoring-value", "monitoring only");
    private static readonly Template AsRequired = new(RuleId, "as-required", "Noise is as the sheet requires, at {gain}.");
    private static readonly Template AsRequiredHigh = new(
        RuleId,
        "as-required-high",
        "Noise is as the sheet requires, and high: {against} against 0 dB, {whole} the amplitude at the same exposure."
    );
    private static readonly Template Up = new(RuleId, "up", "Noise is {up:size} above the sheet, {against} against 0 dB.");
    private static readonly Template UpTimes = new(
        RuleId,
        "up-times",
        "Noise is {up:size} above the sheet, {against} against 0 dB: {factor} the amplitude at the same exposure. Mid-tones at right exposure grow less."
    );
    private static readonly Template OverLimit = new(
        RuleId,
        "over-limit",
        "Noise is {against} against 0 dB; the standard's limit is {limit}. Add light or open the iris, and take gain away."
    );
    private static readonly Template Down = new(
        RuleId,
        "down",
        "Gain is {up:size} below the sheet: no more noise, but {lost:size} of latitude above grey is lost."
    );
    private static readonly Template Less = new(RuleId, "less", "Noise is {up:size} below the sheet, {against} against 0 dB.");
    private static readonly Template ByPicture = new(
        RuleId,
        "by-picture",
        "Noise is {against} against 0 dB; the sheet leaves gain to the camera's own picture."
    );
    private static readonly Template Value = new(RuleId, "value", "{up}");

    internal static Consequence Of(Findings found)
    {
        if (found.IsAutomaticAsRequired(Setting.Gain))
        {
            return new(ConsequenceTopic.Noise, Severity.Fine, OnAutomatic.AsRequired.Of(), OnPurpose.Of(Setting.Gain));
        }

        if (found.IsAutomatic(Setting.Gain))
        {
            return new(ConsequenceTopic.Noise, Severity.Automatic, OnAutomatic.Value.Of(), Automatic.Of(Setting.Gain));
        }

        if (found.CurveAtBase is { } curve && found.Value(Setting.Gain) is SettingValue.GainAt { Gain.Value: not 0 } shown)
        {
            return new(
                ConsequenceTopic.Noise,
                Severity.Fine,
                MonitoringValue.Of(),
                Monitoring.Of(Setting.Gain, ("gain", shown), ("curve", curve))
            );
        }

        if (found.Value(Setting.Gain) is SettingValue.GainAt { } byPicture && found.Sheet.LineOf(Setting.Gain) is { Target: null })
        {
            // The base's own noise counts wherever noise is told.
            Decibels over = new(
                Math.Max(0, byPicture.Gain.Value)
                    + PenaltyOf(found, (found.Value(Setting.BaseIso) as SettingValue.Choice)?.Word ?? found.Sheet.BaseWord).Value
            );
            return new(
                ConsequenceTopic.Noise,
                byPicture.Gain.IsAbove(found.Sheet.Standard.CapOn(found.Sheet.Model, found.Sheet.BaseWord)) ? Severity.Fault
                    : over.Value > Guard.Edge ? Severity.Slight
                    : Severity.Fine,
                Value.Of(("up", over)),
                ByPicture.Of(Setting.Gain, ("against", over))
            );
        }

        if (
            found.Value(Setting.Gain) is not SettingValue.GainAt seen
            || found.Sheet.Target<SettingValue.GainAt>(Setting.Gain) is not { } target
        )
        {
            return Unread.Of(ConsequenceTopic.Noise, Unread.Gain);
        }

        Decibels penalty = PenaltyOf(found, (found.Value(Setting.BaseIso) as SettingValue.Choice)?.Word ?? found.Sheet.BaseWord);
        Decibels required = PenaltyOf(found, found.Sheet.BaseWord);
        Decibels up = seen.Gain + penalty - (target.Gain + required);

        // Gain below 0 dB earns nothing that is seen, so amplitudes are compared from 0 dB up.
        Decibels noise = new(Math.Max(0, seen.Gain.Value) + penalty.Value);
        Decibels more = noise - new Decibels(Math.Max(0, target.Gain.Value) + required.Value);
        bool high = noise.IsAbove(Sensitivity.CleanUpTo(found.Sheet.Model.Gain.Bases.Length, Sensitivity.DefaultSwitch));

        // Only below 0 dB does gain take from the highlights: what is lowered to 0 dB gives none back and takes none.
        Stops lost = new Decibels(Math.Max(0, -seen.Gain.Value) - Math.Max(0, -target.Gain.Value)).ToStops();
        Decibels? limit = found.Sheet.Standard.Exposure.NoiseLimit;
        bool overLimit = limit is { } most && noise.IsAbove(most);
        Severity severity =
            overLimit ? Severity.Fault
            : up.Value >= Label ? (up.Value <= 3 ? Severity.Slight : Severity.Fault)
            : Math.Abs(up.Value) < Label && high ? Severity.Slight
            : Severity.Fine;
        Template template =
            overLimit ? OverLimit
            : Math.Abs(up.Value) < Label ? (high ? AsRequiredHigh : AsRequired)
            : up.Value < 0 ? (lost.Value > Guard.Edge ? Down : Less)
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
                ("against", noise),
                ("factor", FigureValue.In(Measure.Times, Math.Round(more.Factor, 1))),
                ("whole", FigureValue.In(Measure.Times, Math.Round(noise.Factor, 1))),
                ("lost", lost),
                ("limit", limit ?? Decibels.Zero)
            )
        );
    }

    private static Decibels PenaltyOf(Findings found, string? word) =>
        found.Sheet.Model.Gain.BaseOf(word)?.Base.NoisePenalty ?? Decibels.Zero;
}
