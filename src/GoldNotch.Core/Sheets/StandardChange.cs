using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>One difference between two versions.</summary>
/// <param name="Because">What differs; its setting is null where it is about the whole.</param>
public sealed record StandardChange(Judgement Because)
{
    private const string RuleId = "CHANGE";

    private static readonly Template Whole = new(RuleId, "whole", "{what}: {before} → {after}.");
    private static readonly Template Added = new(RuleId, "added", "{setting}: new, {required}, {importance}.");
    private static readonly Template AddedWhen = new(RuleId, "added-when", "{setting} ({when}): new, {required}, {importance}.");
    private static readonly Template Removed = new(RuleId, "removed", "{setting}: no longer required; it was {required}.");
    private static readonly Template RemovedWhen = new(
        RuleId,
        "removed-when",
        "{setting} ({when}): no longer required; it was {required}."
    );
    private static readonly Template Required = new(RuleId, "required", "{setting}: {before} → {after}.");
    private static readonly Template RequiredWhen = new(RuleId, "required-when", "{setting} ({when}): {before} → {after}.");
    private static readonly Template Tolerance = new(RuleId, "tolerance", "{setting}: tolerance {before} → {after}.");
    private static readonly Template ToleranceWhen = new(RuleId, "tolerance-when", "{setting} ({when}): tolerance {before} → {after}.");
    private static readonly Template Reason = new(RuleId, "reason", "{setting}: its reason is now “{after}”.");
    private static readonly Template ReasonWhen = new(RuleId, "reason-when", "{setting} ({when}): its reason is now “{after}”.");
    private static readonly Template Value = new(RuleId, "value", "{setting}: {before} → {after}.");

    /// <summary>The setting it is about; null where it is about the whole.</summary>
    public Setting? Setting => Because.Setting;

    /// <summary>What differs between two versions of a standard.</summary>
    public static ImmutableArray<StandardChange> Between(Standard before, Standard after)
    {
        var changes = ImmutableArray.CreateBuilder<StandardChange>();
        OfWhole("Name", before.Name, after.Name);
        OfWhole("Purpose", before.Purpose, after.Purpose);
        OfWhole("Use of the footage", Words(before.Use.ToString()), Words(after.Use.ToString()));
        OfWhole("Planned time", Planned(before.PlannedMinutes), Planned(after.PlannedMinutes));
        OfWhole("Check interval", Interval(before.IntervalDays), Interval(after.IntervalDays));
        OfWhole(
            "Circumstances",
            FigureValue.Of(before.Circumstances.All.Select(ConditionWords.Of)),
            FigureValue.Of(after.Circumstances.All.Select(ConditionWords.Of))
        );
        OfWhole("Noise limit", Limit(before.Exposure), Limit(after.Exposure));
        OfWhole("Exposure offset on log", before.Exposure.OffsetOnLog, after.Exposure.OffsetOnLog);
        OfWhole("Exposure offset", before.Exposure.Offset, after.Exposure.Offset);
        OfWhole("Levels", Levels(before.Exposure), Levels(after.Exposure));
        OfWhole("Microphones", Microphones(before.Sound), Microphones(after.Sound));
        OfWhole("Light", Lit(before.Light), Lit(after.Light));
        foreach (Policy policy in Policy.All)
        {
            OfWhole($"Policy on {policy.Name.ToLowerInvariant()}", before.Policies[policy.Matter].Text, after.Policies[policy.Matter].Text);
        }

        foreach ((Setting setting, string when) in before.Notches.Concat(after.Notches).Select(Key).Distinct().Order())
        {
            Notch? was = before.Notches.FirstOrDefault(n => Key(n) == (setting, when));
            Notch? now = after.Notches.FirstOrDefault(n => Key(n) == (setting, when));
            changes.AddRange(OfNotch(setting, when, was, now).Select(c => new StandardChange(c)));
        }

        return changes.ToImmutable();

        void OfWhole(string what, FigureValue was, FigureValue now)
        {
            if (was != now)
            {
                changes.Add(new StandardChange(Whole.Of(("what", what), ("before", was), ("after", now))));
            }
        }
    }

    /// <summary>What differs between two sheets.</summary>
    public static ImmutableArray<StandardChange> Between(Sheet before, Sheet after)
    {
        var changes = ImmutableArray.CreateBuilder<StandardChange>();
        foreach (Setting setting in before.Lines.Concat(after.Lines).Select(l => l.Setting).Distinct().Order())
        {
            SheetLine? was = before.LineOf(setting);
            SheetLine? now = after.LineOf(setting);
            if (Shown(was) != Shown(now) || was?.Fit != now?.Fit)
            {
                changes.Add(new StandardChange(Value.Of(setting, ("setting", setting), ("before", Shown(was)), ("after", Shown(now)))));
            }
        }

        return changes.ToImmutable();
    }

    private static FigureValue Limit(ExposureIntent of) => of.NoiseLimit is { } limit ? limit : "none";

    private static FigureValue Microphones(SoundSetup? of) =>
        of is null || of.Microphones.IsEmpty ? "none" : FigureValue.Of(of.Microphones.Select(m => m.Name));

    private static FigureValue Levels(ExposureIntent of) =>
        of.Levels.IsEmpty
            ? "none"
            : new FigureValue.List([.. of.Levels.Select(l => (FigureValue)new FigureValue.Quoted(l.Told(Cameras.Setting.Profile)))]);

    private static IEnumerable<Judgement> OfNotch(Setting setting, string when, Notch? was, Notch? now)
    {
        bool always = when.Length == 0;
        (string, FigureValue) what = ("setting", setting);
        (string, FigureValue) under = ("when", when);
        if (was is null || now is null)
        {
            yield return was is null
                ? (always ? Added : AddedWhen).Of(
                    setting,
                    what,
                    under,
                    ("required", now!.Requirement.Text),
                    ("importance", Words(now.Importance.ToString()))
                )
                : (always ? Removed : RemovedWhen).Of(setting, what, under, ("required", was.Requirement.Text));
            yield break;
        }

        if (was.Requirement.Text != now.Requirement.Text)
        {
            yield return (always ? Required : RequiredWhen).Of(
                setting,
                what,
                under,
                ("before", was.Requirement.Text),
                ("after", now.Requirement.Text)
            );
        }

        if (was.Tolerance != now.Tolerance)
        {
            yield return (always ? Tolerance : ToleranceWhen).Of(
                setting,
                what,
                under,
                ("before", ToleranceOf(was)),
                ("after", ToleranceOf(now))
            );
        }

        if (was.Importance != now.Importance)
        {
            yield return (always ? Required : RequiredWhen).Of(
                setting,
                what,
                under,
                ("before", Words(was.Importance.ToString())),
                ("after", Words(now.Importance.ToString()))
            );
        }

        if (was.Reason != now.Reason)
        {
            yield return (always ? Reason : ReasonWhen).Of(setting, what, under, ("after", now.Reason));
        }
    }

    private static (Setting Setting, string When) Key(Notch notch) =>
        (notch.Setting, string.Join(", ", notch.When.Select(ConditionWords.Of)));

    private static string ToleranceOf(Notch notch) => notch.Tolerance.Amount == 0 ? "none" : notch.Tolerance.ToleranceLabel();

    private static FigureValue Shown(SheetLine? line) =>
        line is null ? "not required"
        : line.NothingToDo ? "nothing to set"
        : line.Target is null
            ? line.Fit == Fit.CheckByEye ? "check by eye"
                : "not possible"
        : line.Target;

    private static FigureValue.List Lit(SceneLight light) =>
        new([
            light.Description,
            light.Temperature,
            .. light.Illuminance is { } lux ? [lux] : Array.Empty<FigureValue>(),
            FigureValue.In(Measure.Hertz, light.MainsHz),
            Words(light.Lamp.ToString()),
        ]);

    private static FigureValue Interval(int? days) => days is { } number ? FigureValue.In(Measure.Days, number) : "none";

    private static FigureValue Planned(double? planned) => planned is { } minutes ? FigureValue.In(Measure.Minutes, minutes) : "none";

    private static string Words(string name) =>
        string.Concat(
            name.Select((c, i) => i > 0 && char.IsUpper(c) ? " " + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString())
        );
}
