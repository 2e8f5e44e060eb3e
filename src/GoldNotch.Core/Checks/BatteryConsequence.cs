using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Battery: whether it lasts.</summary>
internal static class BatteryConsequence
{
    private const string RuleId = "NOW-BATTERY";

    private static readonly Template NotSeatedShort = new(RuleId, "not-seated-short", "not seated");
    private static readonly Template NotSeated = new(
        RuleId,
        "not-seated",
        "The battery is not seated: the camera loses power at the first knock."
    );
    private static readonly Template OnMainsShort = new(RuleId, "on-mains-short", "on mains");
    private static readonly Template OnMains = new(
        RuleId,
        "on-mains",
        "The adapter is set to *camera*: the mains run it, and the battery only bridges a pulled plug."
    );
    private static readonly Template RunsShort = new(RuleId, "runs-short", "{runs}");
    private static readonly Template Displayed = new(RuleId, "displayed", "The display shows {runs}.");
    private static readonly Template Full = new(
        RuleId,
        "full",
        "A full battery with {health} of its energy left runs {runs}; the charge of this one has not been read."
    );
    private static readonly Template Confirmed = new(
        RuleId,
        "confirmed",
        "Enough for the plan was confirmed at the display, {runs} or more; nobody recorded its number."
    );
    private static readonly Template ConfirmedShort = new(
        RuleId,
        "confirmed-too-short",
        "{runs} or more was confirmed at the display: up to {missing} less than the {planned} planned. Bring a charged spare{mains}."
    );
    private static readonly Template DisplayedShort = new(
        RuleId,
        "displayed-too-short",
        "The display shows {runs}: {missing} less than the {planned} planned. Bring a charged spare{mains}."
    );
    private static readonly Template FullShort = new(
        RuleId,
        "full-too-short",
        "A full battery with {health} of its energy left runs {runs}: {missing} less than the {planned} planned. The charge of this one has not been read. Bring a charged spare{mains}."
    );

    internal static Consequence Of(Findings found)
    {
        if (found.Value(Setting.BatterySeated) is SettingValue.Task { Yes: false })
        {
            return new(ConsequenceTopic.Battery, Severity.Fault, NotSeatedShort.Of(), NotSeated.Of());
        }

        if (found.Value(Setting.MainsAdapter) is SettingValue.Choice { Word: "camera" })
        {
            return new(ConsequenceTopic.Battery, Severity.Fine, OnMainsShort.Of(), OnMains.Of(Setting.MainsAdapter));
        }

        bool read = found.Value(Setting.RunningMinutes) is SettingValue.Amount;
        double? minutes = found.Value(Setting.RunningMinutes) is SettingValue.Amount shown
            ? shown.Value
            : found.Sheet.Model.Power?.RunningMinutes;
        if (minutes is not { } runs)
        {
            return Unread.Of(ConsequenceTopic.Battery, Unread.Battery);
        }

        (string, FigureValue) running = ("runs", FigureValue.In(Measure.Minutes, Math.Floor(runs)));
        (string, FigureValue) health = (
            "health",
            FigureValue.In(Measure.Percent, Math.Round(100 * (found.Sheet.Model.Power?.Health ?? 1)))
        );
        return found.Sheet.Standard.PlannedMinutes is { } planned && runs < planned - Guard.Edge
            ? new(
                ConsequenceTopic.Battery,
                read ? Severity.Fault : Severity.Slight,
                RunsShort.Of(running),
                (
                    found.IsConfirmed(Setting.RunningMinutes) ? ConfirmedShort
                    : read ? DisplayedShort
                    : FullShort
                ).Of(
                    Setting.RunningMinutes,
                    running,
                    health,
                    ("missing", FigureValue.In(Measure.Minutes, planned - Math.Floor(runs))),
                    ("planned", FigureValue.In(Measure.Minutes, planned)),
                    ("mains", found.Sheet.Model.NotFitted.Contains(Setting.MainsAdapter) ? "" : ", or use mains")
                )
            )
            : new(
                ConsequenceTopic.Battery,
                Severity.Fine,
                RunsShort.Of(running),
                (
                    found.IsConfirmed(Setting.RunningMinutes) ? Confirmed
                    : read ? Displayed
                    : Full
                ).Of(Setting.RunningMinutes, running, health)
            );
    }
}
