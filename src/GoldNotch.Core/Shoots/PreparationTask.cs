using System.Collections.Immutable;

namespace GoldNotch.Core.Shoots;

/// <summary>A task of the preparation of a shoot.</summary>
/// <param name="Id">Its name, unlike that of every other task of the shoot.</param>
/// <param name="Minutes">How long it takes, minutes, zero or more.</param>
/// <param name="Needs">What it occupies while it lasts, by the name of the resource: a technician, a charger, a card reader, a camera.</param>
/// <param name="After">Ids of the tasks that must be done before it.</param>
public sealed record PreparationTask(string Id, double Minutes, ImmutableDictionary<string, int> Needs, ImmutableArray<string> After);

/// <summary>A task with its place in time, minutes on the clock of the call.</summary>
/// <param name="Task">The task.</param>
/// <param name="Start">When it is planned to start.</param>
/// <param name="LatestStart">When it has to start at the latest if everybody and everything were free for it.</param>
public sealed record PlannedTask(PreparationTask Task, double Start, double LatestStart)
{
    /// <summary>When it ends.</summary>
    public double End => Start + Task.Minutes;
}

/// <summary>The preparation of a shoot, placed in time back from its call.</summary>
/// <param name="Tasks">The tasks, in the order they were given in.</param>
/// <param name="Call">The call, minutes.</param>
/// <param name="BeginBy">When the first task starts, minutes; the call itself where nothing is to be done.</param>
/// <param name="Critical">The chain of tasks that follow each other without a gap from the first start to the call, each held by the next or by what both occupy.</param>
/// <param name="Late">Tasks that would have to start before anything can, in the order they were given in; empty where all fit.</param>
public sealed record PreparationPlan(
    ImmutableArray<PlannedTask> Tasks,
    double Call,
    double BeginBy,
    ImmutableArray<string> Critical,
    ImmutableArray<string> Late
)
{
    /// <summary>Whether everything can be done before the call.</summary>
    public bool Fits => Late.IsEmpty;

    /// <summary>A task by its id.</summary>
    /// <exception cref="InvalidOperationException">There is none.</exception>
    public PlannedTask this[string id] => Tasks.First(t => t.Task.Id == id);
}
