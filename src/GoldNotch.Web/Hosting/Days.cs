namespace GoldNotch.Web.Hosting;

/// <summary>Days of the place where the site runs.</summary>
internal static class Days
{
    /// <summary>The day it is now.</summary>
    internal static DateOnly Today(this TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
}
