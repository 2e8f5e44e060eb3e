using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;

namespace GoldNotch.Core.Checks;

/// <summary>The two stages of a check.</summary>
public enum CheckStage
{
    /// <summary>As the camera was found.</summary>
    Found,

    /// <summary>As it was left after corrections.</summary>
    Left,
}

/// <summary>A reading with its stage and the order in which the check took it.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Stage">The stage.</param>
/// <param name="Reading">What was read.</param>
/// <param name="Order">1 for the first reading of the check, and so on.</param>
public sealed record StampedReading(Setting Setting, CheckStage Stage, Reading Reading, int Order);

/// <summary>A reading that no longer counts, because something was changed after it.</summary>
/// <param name="Setting">The setting to read again.</param>
/// <param name="Cause">The setting that was changed.</param>
/// <param name="Because">Why.</param>
public sealed record StaleReading(Setting Setting, Setting Cause, Judgement Because);

/// <summary>A check as it stands: the readings that count, and those that a change made stale.</summary>
/// <param name="Readings">What counts now.</param>
/// <param name="Stale">What must be read again.</param>
public sealed record CheckState(ImmutableDictionary<Setting, Reading> Readings, ImmutableDictionary<Setting, StaleReading> Stale);

/// <summary>From the readings of both stages to the state of the camera now.</summary>
public static class AsLeft
{
    private const string RuleId = "READ-AGAIN";

    private static readonly Template AfterReset = new(
        RuleId,
        "after-reset",
        "The factory reset came after this reading. It restores its own values and clears the clock."
    );
    private static readonly Template AfterDependency = new(
        RuleId,
        "after-dependency",
        "{cause} was set to {to} after this reading; on {model} that can set {setting} to {becomes}: {because}"
    );
    private static readonly Template AfterFilter = new(
        RuleId,
        "after-filter",
        "The ND filter was set to {to} after the balance, and a card balance is taken through it. Balance again."
    );
    private static readonly Template AfterFullAuto = new(
        RuleId,
        "after-full-auto",
        "It was read while full auto was on, which overrides it. Read it again now that full auto is {to}."
    );
    private static readonly Template AfterFormatMinutes = new(
        RuleId,
        "after-format-minutes",
        "The format was set to {to} after this reading, so the card holds other minutes. Read it again."
    );
    private static readonly Template AfterFormat = new(
        RuleId,
        "after-format",
        "The format was set to {to} after this reading; cameras often change {setting:lower} with it. Read it again."
    );
    private static readonly Template AfterBalance = new(
        RuleId,
        "after-balance",
        "A balance on the card was taken after this reading, and often needs another iris or an automatic one. Read it again."
    );
    internal static readonly ImmutableArray<Setting> TouchedForTheCard = [Setting.IrisControl, Setting.Iris];
    private static readonly Template AfterChange = new(
        RuleId,
        "after-change",
        "{cause} was set to {to} after this reading. Read it again."
    );

    /// <summary>The readings as found.</summary>
    public static ImmutableDictionary<Setting, Reading> Found(IEnumerable<StampedReading> readings) =>
        readings.Where(r => r.Stage == CheckStage.Found).ToImmutableDictionary(r => r.Setting, r => r.Reading);

    /// <summary>The camera now: what was left where something was changed, else what was found; less what a change made stale.</summary>
    /// <param name="sheet">The sheet it is held against.</param>
    /// <param name="readings">The readings of both stages.</param>
    public static CheckState Of(Sheet sheet, IReadOnlyCollection<StampedReading> readings)
    {
        Dictionary<Setting, StampedReading> found = readings.Where(r => r.Stage == CheckStage.Found).ToDictionary(r => r.Setting);
        Dictionary<Setting, StampedReading> now = new(found);
        List<StampedReading> changes = [];
        foreach (StampedReading said in readings.Where(r => r.Stage == CheckStage.Left && r.Reading is not Reading.Unread))
        {
            StampedReading left = said with { Reading = Balanced(said.Reading) };
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
                if (
                    now.TryGetValue(made.Setting, out StampedReading? dependent)
                    && dependent.Reading is not Reading.Unread
                    && dependent.Order < change.Order
                    && !stale.ContainsKey(made.Setting)
                    && Depends(made, dependent.Reading)
                )
                {
                    stale[made.Setting] = made;
                }
            }
        }

        return new CheckState(
            now.Where(r => !stale.ContainsKey(r.Key)).ToImmutableDictionary(r => r.Key, r => r.Value.Reading),
            stale.ToImmutable()
        );
    }

    // Correcting to a memory is taking the balance: nobody puts a camera right with one of which nothing is known.
    private static Reading Balanced(Reading left) =>
        left is Reading.Of { Value: SettingValue.WhiteMemory { Shows: null } memory }
            ? new Reading.Of(memory with { TakenHere = true })
            : left;

    /// <summary>What a change makes stale on this model.</summary>
    internal static IEnumerable<StaleReading> MadeStaleBy(Sheet sheet, StampedReading change, Reading? before)
    {
        FigureValue to = change.Reading is Reading.Of of ? of.Value : "automatic";
        switch (change.Setting)
        {
            case Setting.FactoryReset when change.Reading is Reading.Of { Value: SettingValue.Task { Yes: true } }:
                foreach (
                    SheetLine line in sheet.Lines.Where(l =>
                        l.Setting > Setting.FactoryReset && SettingDefinition.Of(l.Setting).Kind != SettingKind.Task
                        || l.Setting == Setting.Clock
                    )
                )
                {
                    yield return Stale(AfterReset.Of(line.Setting));
                }

                break;
            case Setting.WhiteBalance when change.Reading is Reading.Of { Value: SettingValue.WhiteMemory }:
                // Cameras refuse a card that is too dark or too bright: the iris is opened or left to itself for it.
                foreach (Setting moved in TouchedForTheCard.Where(m => sheet.LineOf(m) is not null))
                {
                    yield return Stale(AfterBalance.Of(moved));
                }

                break;
            case Setting.FullAuto when before is not Reading.Of { Value: SettingValue.Switch { On: true } }:
                // Only leaving full auto uncovers what lay under it.
                break;
            default:
                foreach (Setting moved in SettingDefinition.Of(change.Setting).Moves.Where(m => sheet.LineOf(m) is not null))
                {
                    yield return Stale(Reason(change.Setting, moved).Of(moved, ("cause", change.Setting), ("to", to), ("setting", moved)));
                }

                break;
        }

        foreach (Dependency rule in sheet.Model.Dependencies.Where(d => d.When == change.Setting && sheet.LineOf(d.Then) is not null))
        {
            yield return Stale(
                AfterDependency.Of(
                    rule.Then,
                    ("cause", change.Setting),
                    ("to", to),
                    ("model", sheet.Model.Name),
                    ("setting", rule.Then),
                    ("becomes", rule.Becomes),
                    ("because", rule.Because)
                )
            );
        }

        StaleReading Stale(Judgement because) => new(because.Setting!.Value, change.Setting, because);
    }

    // A number dialled by hand does not go through the filter; a balance on the card does.
    internal static bool Depends(StaleReading made, Reading reading) =>
        made.Cause != Setting.NeutralDensity || reading is Reading.Of { Value: SettingValue.WhiteMemory };

    private static Template Reason(Setting cause, Setting moved) =>
        cause switch
        {
            Setting.NeutralDensity => AfterFilter,
            Setting.FullAuto => AfterFullAuto,
            Setting.RecordFormat when moved == Setting.CardMinutes => AfterFormatMinutes,
            Setting.RecordFormat => AfterFormat,
            _ => AfterChange,
        };
}
