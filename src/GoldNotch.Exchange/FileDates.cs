using System.Globalization;
using System.Text.RegularExpressions;

namespace GoldNotch.Exchange;

/// <summary>The times of a file, moved by whole days: a week of demo data stays this week.</summary>
public static partial class FileDates
{
    /// <summary>The text with every moment in it later by so many days; what is no moment stays.</summary>
    /// <param name="json">An exchange file.</param>
    /// <param name="days">Days, below zero for earlier.</param>
    public static string Moved(string json, int days) =>
        days == 0
            ? json
            : Moment()
                .Replace(json, m =>
                    $"\"{DateOnly.ParseExact(m.Groups[1].Value, "yyyy-MM-dd", CultureInfo.InvariantCulture).AddDays(days).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}{m.Groups[2].Value}\""
                );

    [GeneratedRegex("\"(\\d{4}-\\d{2}-\\d{2})(T\\d{2}:\\d{2}(?::\\d{2}(?:\\.\\d+)?)?(?:Z|[+-]\\d{2}:\\d{2}))\"")]
    private static partial Regex Moment();
}
