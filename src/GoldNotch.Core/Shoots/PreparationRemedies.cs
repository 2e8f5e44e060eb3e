using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>What would let a preparation that does not fit be done in time.</summary>
public abstract record PreparationRemedy
{
    private PreparationRemedy() { }

    /// <summary>Start earlier than the room opens, or the evening before.</summary>
    /// <param name="Minutes">How much earlier than the first moment, minutes.</param>
    public sealed record OpenEarlier(double Minutes) : PreparationRemedy;

    /// <summary>Move the call.</summary>
    /// <param name="Minutes">How much later, minutes.</param>
    public sealed record CallLater(double Minutes) : PreparationRemedy;

    /// <summary>More of a resource.</summary>
    /// <param name="Resource">The resource.</param>
    /// <param name="More">How many more.</param>
    /// <param name="Gained">By how much later the first task then starts, minutes.</param>
    /// <param name="Suffices">Whether everything then fits.</param>
    public sealed record MoreOf(string Resource, int More, double Gained, bool Suffices) : PreparationRemedy;
}

/// <summary>Looks for what would make a preparation fit.</summary>
public static class PreparationRemedies
{
    // More than three people or chargers are rarely found in a morning.
    private const int MostMore = 3;

    /// <summary>What would make it fit: more of one resource, smallest number first; then to start earlier, then to move the call. Empty where it fits.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="capacity">How much of each resource there is.</param>
    /// <param name="opens">Nothing can start before it, minutes.</param>
    /// <param name="canGrow">Whether there can be more of a resource: of a technician, not of a camera.</param>
    public static ImmutableArray<PreparationRemedy> Of(
        PreparationPlan plan,
        IReadOnlyDictionary<string, int> capacity,
        double opens,
        Func<string, bool> canGrow
    )
    {
        if (plan.Fits)
        {
            return [];
        }

        ImmutableArray<PreparationTask> tasks = [.. plan.Tasks.Select(t => t.Task)];
        double missing = opens - plan.BeginBy;
        return
        [
            .. tasks
                .SelectMany(t => t.Needs.Keys)
                .Distinct()
                .Where(canGrow)
                .Select(r => More(r, tasks, capacity, plan, opens))
                .OfType<PreparationRemedy.MoreOf>()
                .OrderBy(m => (!m.Suffices, m.More, -m.Gained)),
            new PreparationRemedy.OpenEarlier(missing),
            new PreparationRemedy.CallLater(missing),
        ];
    }

    private static PreparationRemedy.MoreOf? More(
        string resource,
        ImmutableArray<PreparationTask> tasks,
        IReadOnlyDictionary<string, int> capacity,
        PreparationPlan plan,
        double opens
    )
    {
        PreparationRemedy.MoreOf? best = null;
        for (int more = 1; more <= MostMore && best is not { Suffices: true }; more++)
        {
            var with = new Dictionary<string, int>(capacity) { [resource] = capacity.GetValueOrDefault(resource) + more };
            PreparationPlan tried = Preparation.Best(tasks, with, plan.Call, opens);
            double gained = tried.BeginBy - plan.BeginBy;
            if (gained > Guard.Edge && (best is null || gained > best.Gained + Guard.Edge))
            {
                best = new PreparationRemedy.MoreOf(resource, more, gained, tried.Fits);
            }
        }

        return best;
    }
}
