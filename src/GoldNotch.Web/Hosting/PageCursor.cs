using System.Globalization;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Hosting;

/// <summary>Where a page of a list by time ends: the moment and the id of its last row, in one word.</summary>
internal static class PageCursor
{
    internal static string Of(DateTimeOffset at, Guid id) => string.Create(CultureInfo.InvariantCulture, $"{at.UtcTicks}_{id}");

    /// <summary>Reads <c>before</c>; null at the beginning.</summary>
    /// <exception cref="RefusedException">It is no page of the list.</exception>
    internal static (DateTimeOffset At, Guid Id)? Parse(string? before, string list) =>
        before is null ? null
        : before.Split('_') is [var ticks, var id]
        && long.TryParse(ticks, NumberStyles.None, CultureInfo.InvariantCulture, out long t)
        && t <= DateTime.MaxValue.Ticks
        && Guid.TryParse(id, out Guid guid)
            ? (new DateTimeOffset(t, TimeSpan.Zero), guid)
        : throw new RefusedException(ProblemCode.BadValue, "/before", $"This is no page of the {list}. Go to its beginning.");
}
