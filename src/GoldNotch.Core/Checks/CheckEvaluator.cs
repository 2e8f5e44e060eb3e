using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Holds readings against a sheet: one verdict per line.</summary>
public static class CheckEvaluator
{
    private const string RuleId = "CHECK-DISTANCE";

    private static readonly Template NothingToSet = new(RuleId, "nothing-to-set", "{because}");
    private static readonly Template NotRead = new(RuleId, "not-read", "{setting} has not been read.");
    private static readonly Template NotFitted = new(
        RuleId,
        "not-fitted",
        "{setting} is recorded as not fitted on this unit, and the specification of {model} agrees."
    );
    private static readonly Template NotFittedButListed = new(
        RuleId,
        "not-fitted-but-listed",
        "{setting} is recorded as not fitted on this unit, but the specification of {model} lists one. Look again, or correct the specification."
    );
    private static readonly Template AutomaticAsRequired = new(
        RuleId,
        "automatic-as-required",
        "{setting} is automatic, as the standard requires."
    );
    private static readonly Template Automatic = new(
        RuleId,
        "automatic",
        "{setting} is automatic and changes with the scene. Set it to manual."
    );
    private static readonly Template AutomaticSign = new(
        RuleId,
        "automatic-sign",
        "{setting} is automatic and changes with the scene. Set it to manual. {sign}"
    );
    private static readonly Template ByEye = new(
        RuleId,
        "by-eye",
        "{setting} is set to {seen}; the sheet leaves it to the person at the camera."
    );
    private static readonly Template AboveCap = new(
        RuleId,
        "above-cap",
        "Gain is set to {seen}; the sheet leaves it to the picture, up to {cap} at most."
    );
    private static readonly Template CouldNotBeMet = new(
        RuleId,
        "could-not-be-met",
        "{setting} is set to {seen}; this model cannot meet the sheet: {because}"
    );
    private static readonly Template AsRequired = new(RuleId, "as-required", "{setting} is {seen}, as the sheet requires.");
    private static readonly Template OffTarget = new(
        RuleId,
        "off-target",
        "{setting} is {seen}; the sheet requires {target}: {difference}."
    );
    private static readonly Template WithinTolerance = new(
        RuleId,
        "within-tolerance",
        "{setting} is {seen}; the sheet requires {target}: {difference}, within the tolerance of {tolerance:size}."
    );
    private static readonly Template MonitorOnly = new(
        RuleId,
        "monitor-only",
        "Gain is {seen}, for the monitor only: {curve} records at base."
    );
    private static readonly Template HeldByHand = new(
        RuleId,
        "held-by-hand",
        "{setting} is {seen}, held by hand; the sheet leaves it to the camera. Set its control to automatic."
    );
    private static readonly Template SetByCamera = new(
        RuleId,
        "set-by-camera",
        "The iris is automatic as the sheet requires: the camera sets it."
    );
    private static readonly Template Waived = new("WAIVED", "waived", "Waived for {unit} until {until} by {author}: {reason}");

    /// <summary>Verdicts of a check as it stands; what a change made stale says so.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="state">The readings that count, and the stale ones.</param>
    public static ImmutableArray<Verdict> Evaluate(Sheet sheet, CheckState state) =>
        [
            .. Evaluate(sheet, state.Readings)
                .Select(v =>
                    v.Kind == VerdictKind.Unread && state.Stale.TryGetValue(v.Line.Setting, out StaleReading? stale)
                        ? v with
                        {
                            Because = stale.Because,
                        }
                        : v
                ),
        ];

    /// <summary>Verdicts of readings, in the order of the sheet.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="readings">What was read; a line without a reading is unread.</param>
    public static ImmutableArray<Verdict> Evaluate(Sheet sheet, IReadOnlyDictionary<Setting, Reading> readings)
    {
        var verdicts = ImmutableArray.CreateBuilder<Verdict>(sheet.Lines.Length);
        foreach (SheetLine line in sheet.Lines)
        {
            verdicts.Add(WithWaiver(sheet, Judge(sheet, line, readings)));
        }

        return verdicts.MoveToImmutable();
    }

    // What is off target keeps its reason and its consequences; it only no longer counts as something to correct.
    private static Verdict WithWaiver(Sheet sheet, Verdict verdict) =>
        verdict.Kind is VerdictKind.OffTarget or VerdictKind.Automatic
        && sheet.Waived.FirstOrDefault(w => w.Setting == verdict.Line.Setting) is { } waiver
            ? verdict with
            {
                Kind = VerdictKind.WithinTolerance,
                Because = verdict.Because.And(
                    Waived.Of(
                        verdict.Line.Setting,
                        ("unit", waiver.For),
                        ("until", waiver.Until),
                        ("author", waiver.Author),
                        ("reason", waiver.Reason)
                    )
                ),
            }
            : verdict;

    private static Verdict Judge(Sheet sheet, SheetLine line, IReadOnlyDictionary<Setting, Reading> readings)
    {
        Setting setting = line.Setting;
        Reading reading = readings.GetValueOrDefault(setting, Reading.Unread.Instance);

        // Where the iris is to be automatic its value is the camera's own: nobody reads it off and nobody puts it right. Unless a hand holds it.
        if (
            setting == Setting.Iris
            && reading is not Reading.NotFitted
            && sheet.Target<SettingValue.Mode>(Setting.IrisControl) is { Manual: false }
        )
        {
            return ByHand(readings, Setting.IrisControl) && reading is Reading.Of { Value: var held }
                ? Verdict(VerdictKind.OffTarget, HeldByHand.Of(setting, ("setting", setting), ("seen", held)))
                : Verdict(VerdictKind.OnTarget, SetByCamera.Of(setting));
        }

        // Under a required full auto a value that is read is the camera's own, unless full auto was read off.
        if (line.Target is SettingValue.Mode { Manual: false } && line.NothingToDo && reading is Reading.Of of)
        {
            if (readings.GetValueOrDefault(Setting.FullAuto) is Reading.Of { Value: SettingValue.Switch { On: false } })
            {
                return Verdict(VerdictKind.OffTarget, HeldByHand.Of(setting, ("setting", setting), ("seen", of.Value)));
            }

            return Verdict(VerdictKind.OnTarget, NothingToSet.Of(setting, ("because", line.Because)));
        }

        switch (reading)
        {
            case Reading.Unread when line.NothingToDo && !line.LookAnyway:
                return Verdict(VerdictKind.OnTarget, NothingToSet.Of(setting, ("because", line.Because)));
            case Reading.Unread:
                return Verdict(VerdictKind.Unread, NotRead.Of(setting, ("setting", setting)));
            case Reading.NotFitted:
                return Verdict(
                    VerdictKind.NotFitted,
                    (line.Dial.Detents.IsEmpty ? NotFitted : NotFittedButListed).Of(
                        setting,
                        ("setting", setting),
                        ("model", sheet.Model.Name)
                    )
                );
            case Reading.Automatic when line.Target is SettingValue.Mode { Manual: false } or SettingValue.Choice { Word: "automatic" }:
                return Verdict(VerdictKind.OnTarget, AutomaticAsRequired.Of(setting, ("setting", setting)));
            case Reading.Automatic:
                return Verdict(VerdictKind.Automatic, IsAutomatic(line));
        }

        SettingValue seen = ((Reading.Of)reading).Value;

        // Under a curve that is recorded at its base no gain is recorded, so none of it is off target.
        if (seen is SettingValue.GainAt { Gain.Value: not 0 } shown && CurveAtBase(sheet, readings) is { } curve)
        {
            return Verdict(VerdictKind.OnTarget, MonitorOnly.Of(setting, ("seen", shown), ("curve", curve)));
        }

        if (line.Target is not { } target)
        {
            return line.Fit == Fit.CheckByEye && seen is SettingValue.GainAt { Gain: var gain } && gain.IsAbove(CapOf(sheet))
                    ? Verdict(VerdictKind.OffTarget, AboveCap.Of(setting, ("seen", seen), ("cap", CapOf(sheet))))
                : line.Fit == Fit.CheckByEye ? Verdict(VerdictKind.OnTarget, ByEye.Of(setting, ("setting", setting), ("seen", seen)))
                : Verdict(
                    VerdictKind.OffTarget,
                    CouldNotBeMet.Of(setting, ("setting", setting), ("seen", seen), ("because", line.Because))
                );
        }

        // "Auto" as a mode is the same danger as an automatic value: it changes with the scene.
        if (seen.FollowsTheScene && !target.FollowsTheScene)
        {
            return Verdict(VerdictKind.Automatic, IsAutomatic(line));
        }

        if (Differences.Of(sheet, line, seen, target) is not { } difference)
        {
            return Verdict(VerdictKind.OnTarget, AsRequired.Of(setting, ("setting", setting), ("seen", seen)));
        }

        Distance off = difference.Off;
        bool within = off.Amount != 0 && off.Within(line.Notch.Tolerance);
        return new Verdict(
            line,
            reading,
            within ? VerdictKind.WithinTolerance : VerdictKind.OffTarget,
            off,
            (within ? WithinTolerance : OffTarget).Of(
                setting,
                ("setting", setting),
                ("seen", seen),
                ("target", target),
                ("difference", difference.Because),
                ("off", off),
                ("tolerance", line.Notch.Tolerance)
            )
        );

        Verdict Verdict(VerdictKind kind, Judgement because) =>
            new(line, reading, kind, new Distance(0, SettingDefinition.Of(setting).Unit), because);
    }

    private static string? CurveAtBase(Sheet sheet, IReadOnlyDictionary<Setting, Reading> readings) =>
        ((readings.GetValueOrDefault(Setting.Profile) as Reading.Of)?.Value as SettingValue.Choice)?.Word is var read
        && (read ?? sheet.Word(Setting.Profile)) is { } profile
        && sheet.Model.Gain.FixedToBase.Contains(profile)
            ? profile
            : null;

    private static bool ByHand(IReadOnlyDictionary<Setting, Reading> readings, Setting control) =>
        readings.GetValueOrDefault(control) is Reading.Of { Value.FollowsTheScene: false };

    private static Decibels CapOf(Sheet sheet) => sheet.Standard.CapOn(sheet.Model, sheet.BaseWord);

    private static Judgement IsAutomatic(SheetLine line) =>
        line.Place is { ManualSign.Length: > 0 } place
            ? AutomaticSign.Of(line.Setting, ("setting", line.Setting), ("sign", place.ManualSign))
            : Automatic.Of(line.Setting, ("setting", line.Setting));
}
