namespace GoldNotch.Core.Shoots;

/// <summary>Where a shoot is. It follows from what was done and is never set.</summary>
public enum ShootStatus
{
    /// <summary>It is planned; something is left to prepare.</summary>
    Planned,

    /// <summary>Every camera is checked and can go out.</summary>
    Prepared,

    /// <summary>A camera is out.</summary>
    Out,

    /// <summary>Every camera is back; something is open.</summary>
    Back,

    /// <summary>Nothing is open.</summary>
    Closed,

    /// <summary>It does not take place.</summary>
    Cancelled,
}

/// <summary>A camera of a shoot, as far as the state of the shoot goes.</summary>
/// <param name="IsPrepared">Whether its check holds and nothing of it is missing.</param>
/// <param name="Loan">Where its loan is; null where it was not handed out yet.</param>
public readonly record struct ShootCameraState(bool IsPrepared, LoanStatus? Loan);

/// <summary>The state of a shoot, and the words of states.</summary>
public static class ShootStatuses
{
    /// <summary>The word of a state in addresses, files and the database.</summary>
    public static string Word(this ShootStatus status) => status.ToString().ToLowerInvariant();

    /// <summary>Follows a shoot's state from those of its cameras.</summary>
    /// <param name="isCancelled">Whether somebody cancelled it.</param>
    /// <param name="cameras">Its cameras.</param>
    public static ShootStatus Of(bool isCancelled, IReadOnlyCollection<ShootCameraState> cameras) =>
        isCancelled ? ShootStatus.Cancelled
        : cameras.Any(c => c.Loan == LoanStatus.Out) ? ShootStatus.Out
        // One that never went out of several that did stays behind: it holds nothing up.
        : cameras.Any(c => c.Loan == LoanStatus.Back) ? ShootStatus.Back
        : cameras.Any(c => c.Loan == LoanStatus.Closed) ? ShootStatus.Closed
        : cameras.Count > 0 && cameras.All(c => c.IsPrepared) ? ShootStatus.Prepared
        : ShootStatus.Planned;
}
