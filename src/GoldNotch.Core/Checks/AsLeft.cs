using System.Collections.Frozen;
using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;

namespace GoldNotch.Core.Checks;

/// <summary>When in a check a reading was taken.</summary>
public enum CheckStage
{
    /// <summary>As the camera came to the bench.</summary>
    Found,

    /// <summary>After something was put right.</summary>
    Left,
}

/// <summary>A reading with its place in a check.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Stage">As found or as left.</param>
/// <param name="Reading">What was read.</param>
/// <param name="Order">Place in the order in which the check took its readings, from 1; clocks may run backwards, this does not.</param>
public sealed record StampedReading(Setting Setting, CheckStage Stage, Reading Reading, int Order);

/// <summary>A reading that no longer holds, because something it depends on was changed after it.</summary>
/// <param name="Setting">What has to be read again.</param>
/// <param name="Cause">What was changed.</param>
/// <param name="Because">Why the one depends on the other.</param>
public sealed record StaleReading(Setting Setting, Setting Cause, Judgement Because);

/// <summary>A check as it stands now: the readings as found, with what was put right laid over, less what that made stale.</summary>
/// <param name="Readings">What holds.</param>
/// <param name="Stale">What has to be read again, by setting.</param>
public sealed record CheckState(ImmutableDictionary<Setting, Reading> Readings, ImmutableDictionary<Setting, StaleReading> Stale);

/// <summary>As found → put right → as left.</summary>
public static class AsLeft
{
    private const string Rule = "READ-AGAIN";

    /// <summary>What a change may move on any camera; a model's card adds its own.</summary>
    private static readonly FrozenDictionary<Setting, ImmutableArray<Setting>> Moves = new Dictionary<Setting, ImmutableArray<Setting>>
    {
        [Setting.FullAuto] = [Setting.Shutter, Setting.Gain, Setting.IrisMode, Setting.IrisOpening, Setting.WhiteBalance, Setting.FocusMode],
        [Setting.RecordFormat] = [Setting.HighRate, Setting.Codec, Setting.BitRate, Setting.Shutter, Setting.CardMinutes],
        [Setting.BitRate] = [Setting.CardMinutes],
        [Setting.Base] = [Setting.Gain],
        [Setting.NeutralDensity] = [Setting.WhiteBalance],
    }.ToFrozenDictionary();

    /// <summary>The readings as found alone, in the form the evaluator takes.</summary>
    public static ImmutableDictionary<Setting, Reading> Found(IEnumerable<StampedReading> readings) =>
        readings.Where(r => r.Stage == CheckStage.Found).ToImmutableDictionary(r => r.Setting, r => r.Reading);

    /// <summary>The check as it stands: as left where something was put right, else as found, and what was made stale by it.</summary>
    /// <param name="sheet">The sheet checked against.</param>
    /// <param name="readings">At most one reading of a setting in each stage.</param>
    public static CheckState Of(Sheet sheet, IReadOnlyCollection<StampedReading> readings)
    {
        Dictionary<Setting, StampedReading> found = readings.Where(r => r.Stage == CheckStage.Found).ToDictionary(r => r.Setting);
        Dictionary<Setting, StampedReading> now = new(found);
        List<StampedReading> changes = [];
        foreach (StampedReading left in readings.Where(r => r.Stage == CheckStage.Left && r.Reading is not Reading.Unread))
        {
            now[left.Setting] = left;
            if (!found.TryGetValue(left.Setting, out StampedReading? before) || before.Reading != left.Reading)
            {
                changes.Add(left);
            }
        }

        var stale = ImmutableDictionary.CreateBuilder<Setting, StaleReading>();
        foreach (StampedReading change in changes.OrderBy(c => c.Setting))
        {
            foreach (StaleReading made in MadeStaleBy(sheet, change, found.GetValueOrDefault(change.Setting)?.Reading))
            {
                if (now.TryGetValue(made.Setting, out StampedReading? dependent) && dependent.Reading is not Reading.Unread
                    && dependent.Order < change.Order && !stale.ContainsKey(made.Setting) && Depends(made, dependent.Reading))
                {
                    stale[made.Setting] = made;
                }
            }
        }

        return new CheckState(
            now.Where(r => !stale.ContainsKey(r.Key)).ToImmutableDictionary(r => r.Key, r => r.Value.Reading), stale.ToImmutable());
    }

    /// <summary>What a change would make stale, whether it was read or not.</summary>
    internal static IEnumerable<StaleReading> MadeStaleBy(Sheet sheet, StampedReading change, Reading? before)
    {
        string what = SettingName.Of(change.Setting).Name;
        string to = change.Reading is Reading.Of of ? of.Value.Label : "automatic";
        switch (change.Setting)
        {
            case Setting.FactoryReset when change.Reading is Reading.Of { Value: SettingValue.Act { Yes: true } }:
                foreach (SheetLine line in sheet.Lines.Where(l => l.Setting > Setting.FactoryReset && SettingName.Of(l.Setting).Kind != SettingKind.Act || l.Setting == Setting.Clock))
                {
                    yield return Stale(line.Setting, "The factory reset came after it was read: it brings its own values, and clears the clock.");
                }

                break;
            case Setting.FullAuto when before is not Reading.Of { Value: SettingValue.Switch { On: true } }:
                // Only leaving full auto uncovers what lay under it.
                break;
            default:
                foreach (Setting moved in Moves.GetValueOrDefault(change.Setting, []).Where(m => sheet.LineOf(m) is not null))
                {
                    yield return Stale(moved, Sentence(change.Setting, what, to, moved));
                }

                break;
        }

        foreach (Dependency rule in sheet.Model.Dependencies.Where(d => d.When == change.Setting && sheet.LineOf(d.Then) is not null))
        {
            yield return Stale(rule.Then, $"{what} was set to {to} after it was read; on {sheet.Model.Name} that can bring {SettingName.Of(rule.Then).Name} to {rule.Becomes}: {rule.Because}");
        }

        StaleReading Stale(Setting setting, string sentence) => new(setting, change.Setting, Judgement.Of(Rule, sentence));
    }

    // A number dialled by hand does not go through the filter; a balance on the card does.
    internal static bool Depends(StaleReading made, Reading reading) =>
        made.Cause != Setting.NeutralDensity || reading is Reading.Of { Value: SettingValue.WhiteMemory };

    private static string Sentence(Setting cause, string what, string to, Setting moved) => cause switch
    {
        Setting.NeutralDensity => $"The filter was moved to {to} after the balance: a card balance is taken through it. Balance again.",
        Setting.FullAuto => $"It was read while full auto was on, which overrides it. Read it again now that full auto is {to}.",
        Setting.RecordFormat when moved == Setting.CardMinutes => $"Size and rate were set to {to} after it was read, so the card holds other minutes.",
        Setting.RecordFormat => $"Size and rate were set to {to} after it was read; cameras often bring {SettingName.Of(moved).Name.ToLowerInvariant()} to a value of their own then.",
        _ => $"{what} was set to {to} after it was read. Read it again.",
    };
}
