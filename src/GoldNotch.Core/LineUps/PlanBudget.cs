namespace GoldNotch.Core.LineUps;

/// <summary>How much work a plan may take, counted in steps so that it ends the same on every machine. A step is one branch of the sharing of
/// front filters; all else is bounded by the limits of a line-up.</summary>
/// <param name="steps">Steps in all.</param>
/// <param name="cancel">Cancels the plan with the request it was made for.</param>
public sealed class PlanBudget(long steps = PlanBudget.Usual, CancellationToken cancel = default)
{
    /// <summary>What one report may take: about a fifth of a second.</summary>
    public const long Usual = 300_000;

    private long _left = steps;

    /// <summary>Whether anything is left.</summary>
    public bool IsSpent => _left <= 0;

    /// <summary>Takes one step; false where none is left.</summary>
    /// <exception cref="OperationCanceledException">The request is gone.</exception>
    internal bool Step()
    {
        if ((--_left & 0xFF) == 0)
        {
            Check();
        }

        return _left >= 0;
    }

    /// <summary>Ends the work where nobody waits for it.</summary>
    /// <exception cref="OperationCanceledException">The request is gone.</exception>
    internal void Check() => cancel.ThrowIfCancellationRequested();
}
