using GoldNotch.Data;

namespace GoldNotch.Web.Features.Checks;

/// <summary>What every endpoint of a check works with: its store, the rules, and the time.</summary>
/// <param name="Checks">Checks and their readings.</param>
/// <param name="Judge">Sheets and verdicts of checks.</param>
/// <param name="Clock">Now.</param>
internal sealed record CheckWork(CheckStore Checks, CheckJudge Judge, TimeProvider Clock)
{
    internal DateTimeOffset Now => Clock.GetUtcNow();

    /// <summary>A check whole.</summary>
    /// <exception cref="Exchange.RefusedException">There is none.</exception>
    internal async Task<WholeCheck> FindAsync(Guid id, CancellationToken cancel) =>
        await Checks.GetAsync(id, cancel) ?? throw CheckEndpoints.NotFound(id);

    /// <summary>A check as it is shown now.</summary>
    /// <exception cref="Exchange.RefusedException">There is none.</exception>
    internal async Task<CheckView> ViewAsync(Guid id, CancellationToken cancel) =>
        await Judge.ViewAsync(await FindAsync(id, cancel), cancel);
}
