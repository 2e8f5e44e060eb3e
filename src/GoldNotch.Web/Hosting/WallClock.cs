using GoldNotch.Data;

namespace GoldNotch.Web.Hosting;

/// <summary>The clock on the department's wall: what is printed, and which day it is, go by the department's zone, not by the server's.</summary>
/// <param name="clock">The site's clock.</param>
/// <param name="departments">Where the zone is kept.</param>
internal sealed class WallClock(TimeProvider clock, DepartmentStore departments)
{
    /// <summary>What it shows now.</summary>
    internal async Task<DateTimeOffset> NowAsync(CancellationToken cancel) => (await departments.GetAsync(cancel)).Local(clock.GetUtcNow());

    /// <summary>The day it is now.</summary>
    internal async Task<DateOnly> TodayAsync(CancellationToken cancel) => DateOnly.FromDateTime((await NowAsync(cancel)).DateTime);
}
