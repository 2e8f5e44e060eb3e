using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>One difference between two versions of a standard, in words.</summary>
/// <param name="Setting">The setting; null where it is about the whole.</param>
/// <param name="Sentence">What changed.</param>
public sealed record StandardChange(Setting? Setting, string Sentence)
{
    /// <summary>What changed from one version to the other, the whole first, then in the order of the work.</summary>
    public static ImmutableArray<StandardChange> Between(Standard before, Standard after)
    {
        var changes = ImmutableArray.CreateBuilder<StandardChange>();
        Whole("Name", before.Name, after.Name);
        Whole("Purpose", before.Purpose, after.Purpose);
        Whole("Use of the footage", Words(before.Use.ToString()), Words(after.Use.ToString()));
        Whole("Planned time", Minutes(before.PlannedMinutes), Minutes(after.PlannedMinutes));
        Whole("Checked every", Days(before.IntervalDays), Days(after.IntervalDays));
        Whole("Circumstances", string.Join(", ", before.Circumstances.All.Select(ConditionWords.Of)), string.Join(", ", after.Circumstances.All.Select(ConditionWords.Of)));
        Whole("Light", Told(before.Light), Told(after.Light));
        foreach (Policy policy in Policy.All)
        {
            Whole($"Policy on {policy.Name.ToLowerInvariant()}", before.Policies[policy.Matter].Says, after.Policies[policy.Matter].Says);
        }

        foreach ((Setting setting, string when) in before.Notches.Concat(after.Notches).Select(Key).Distinct().Order())
        {
            Notch? was = before.Notches.FirstOrDefault(n => Key(n) == (setting, when));
            Notch? now = after.Notches.FirstOrDefault(n => Key(n) == (setting, when));
            foreach (string sentence in Notches(SettingName.Of(setting).Name + (when.Length > 0 ? $" ({when})" : ""), was, now))
            {
                changes.Add(new StandardChange(setting, sentence));
            }
        }

        return changes.ToImmutable();

        void Whole(string what, string was, string now)
        {
            if (was != now)
            {
                changes.Add(new StandardChange(null, $"{what}: {(was.Length == 0 ? "nothing" : was)} → {(now.Length == 0 ? "nothing" : now)}."));
            }
        }
    }

    /// <summary>Which lines of a sheet come out otherwise.</summary>
    /// <param name="before">The sheet as it was.</param>
    /// <param name="after">The sheet as it would be.</param>
    public static ImmutableArray<StandardChange> Between(Sheet before, Sheet after)
    {
        var changes = ImmutableArray.CreateBuilder<StandardChange>();
        foreach (Setting setting in before.Lines.Concat(after.Lines).Select(l => l.Setting).Distinct().Order())
        {
            SheetLine? was = before.LineOf(setting);
            SheetLine? now = after.LineOf(setting);
            if (Told(was) != Told(now) || was?.Fit != now?.Fit)
            {
                changes.Add(new StandardChange(setting, $"{SettingName.Of(setting).Name}: {Told(was)} → {Told(now)}."));
            }
        }

        return changes.ToImmutable();
    }

    private static IEnumerable<string> Notches(string name, Notch? was, Notch? now)
    {
        if (was is null || now is null)
        {
            yield return was is null ? $"{name}: new, {now!.Wish.Text}, {Words(now.Importance.ToString())}." : $"{name}: no longer asked for; it was {was.Wish.Text}.";
            yield break;
        }

        if (was.Wish.Text != now.Wish.Text)
        {
            yield return $"{name}: {was.Wish.Text} → {now.Wish.Text}.";
        }

        if (was.Slack != now.Slack)
        {
            yield return $"{name}: slack {Slack(was)} → {Slack(now)}.";
        }

        if (was.Importance != now.Importance)
        {
            yield return $"{name}: {Words(was.Importance.ToString())} → {Words(now.Importance.ToString())}.";
        }

        if (was.Reason != now.Reason)
        {
            yield return $"{name}: its reason is now “{now.Reason}”.";
        }
    }

    private static (Setting Setting, string When) Key(Notch notch) => (notch.Setting, string.Join(", ", notch.When.Select(ConditionWords.Of)));

    private static string Slack(Notch notch) => notch.Slack.Amount == 0 ? "none" : notch.Slack.SlackLabel();

    private static string Told(SheetLine? line) => line is null ? "not asked for"
        : line.NothingToDo ? "nothing to do"
        : line.Target is null ? line.Fit == Fit.Look ? "a person looks" : "not possible"
        : line.Target.Label;

    private static string Told(SceneLight light) =>
        $"{light.Description}, {light.Temperature.Label()}{(light.Illuminance is { } lux ? $", {Notation.Number(lux.Value, 1)} lx" : "")}, {Notation.Number(light.MainsHz, 1)} Hz, {Words(light.Lamp.ToString())}";

    private static string Days(int? days) => days is { } number ? $"{Notation.Number(number)} days" : "";

    private static string Minutes(double? planned) => planned is { } minutes ? $"{Notation.Number(minutes, 1)} min" : "";

    private static string Words(string name) => string.Concat(name.Select((c, i) => i > 0 && char.IsUpper(c) ? " " + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString()));
}
