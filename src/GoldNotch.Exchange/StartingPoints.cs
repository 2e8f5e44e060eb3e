using System.Collections.Immutable;

namespace GoldNotch.Exchange;

/// <summary>A standard to begin from: whole, with a reason for each notch, and a draft until somebody approves it.</summary>
/// <param name="Name">What it is for, in a few words.</param>
/// <param name="Standard">Without key and name; its rates are those of places with 60 Hz mains.</param>
public sealed record StartingPoint(string Name, StandardDocument Standard);

/// <summary>The starting points that ship with the application.</summary>
public static class StartingPoints
{
    private const double Tolerance = 5;

    // A rate is steady under the lamps of its place: half the mains, or the mains.
    private static readonly (string At60, string At50)[] Rates = [("29.97p", "25p"), ("59.94p", "50p"), ("59.94i", "50i")];

    /// <summary>All of them.</summary>
    public static ImmutableArray<StartingPoint> All { get; } = Shipped.Of("StartingPoints", ExchangeJson.Default.StartingPoint);

    /// <summary>One of them for a place, or null.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="mainsHz">Mains of the place, Hz: near 50 Hz it has 25 and 50 pictures and counts them without dropping.</param>
    public static StandardDocument? Of(string name, double mainsHz)
    {
        if (All.FirstOrDefault(s => s.Name == name)?.Standard is not { } standard)
        {
            return null;
        }

        bool fifty = Math.Abs(mainsHz - 50) <= Tolerance;
        return standard with
        {
            Light = standard.Light with { MainsHz = mainsHz },
            Notches = [.. standard.Notches.Select(n => fifty ? n with { Require = At50(n.Require) } : n)],
        };
    }

    private static string At50(string require) =>
        Rates.Aggregate(require == "drop-frame" ? "non-drop" : require, (text, rate) =>
            text.Replace(rate.At60, rate.At50, StringComparison.Ordinal)
        );
}
