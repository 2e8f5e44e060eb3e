using GoldNotch.Core.Units;

namespace GoldNotch.Core.Media;

/// <summary>How many batteries keep a camera running while empty ones are charged again.</summary>
/// <param name="Batteries">The least number for the planned time.</param>
/// <param name="WithMargin">The least number for the planned time with its margin.</param>
/// <param name="ForEver">The number with which it never ends; null where the chargers do not keep up.</param>
public sealed record BatteryRound(int Batteries, int WithMargin, int? ForEver)
{
    // No shoot changes a battery as often; more is a slip in a unit.
    private const int MostChanges = 100_000;

    /// <summary>
    /// Plays the round through: all start full; each is used, then charged on one of the chargers in the order of arrival; the camera never waits. (Section 19.)
    /// </summary>
    /// <param name="plannedMinutes">Planned time, minutes, zero or more.</param>
    /// <param name="useMinutes">Minutes one battery runs, more than zero.</param>
    /// <param name="chargeMinutes">Minutes to charge one, more than zero.</param>
    /// <param name="chargers">Batteries that charge at once, 0 and up.</param>
    /// <param name="margin">Share added, 0 to 10.</param>
    /// <exception cref="QuantityException">Not positive or out of range.</exception>
    public static BatteryRound For(
        double plannedMinutes,
        double useMinutes,
        double chargeMinutes,
        int chargers,
        double margin = Recording.DefaultMargin
    )
    {
        Guard.Positive(useMinutes, "running time");
        Guard.Positive(chargeMinutes, "charging time");
        Guard.InRange(chargers, 0, 1000, "number of chargers");
        bool keepsUp = chargers > 0 && (chargers * useMinutes) + Guard.Edge >= chargeMinutes;
        int? forEver = keepsUp ? 1 + (int)Math.Ceiling((chargeMinutes / useMinutes) - Guard.Edge) : null;
        return new BatteryRound(
            Least(Recording.Needed(plannedMinutes, useMinutes, 0), useMinutes, chargeMinutes, chargers),
            Least(Recording.Needed(plannedMinutes, useMinutes, margin), useMinutes, chargeMinutes, chargers),
            forEver
        );
    }

    private static int Least(int shifts, double use, double charge, int chargers)
    {
        Guard.InRange(shifts, 0, MostChanges, "number of battery changes");

        // More batteries than shifts are never needed; more batteries never do worse, so the least is found by halving.
        int low = Math.Min(1, shifts);
        int high = shifts;
        while (low < high)
        {
            int middle = low + ((high - low) / 2);
            (low, high) = Lasts(middle, shifts, use, charge, chargers) ? (low, middle) : (middle + 1, high);
        }

        return low;
    }

    private static bool Lasts(int batteries, int shifts, double use, double charge, int chargers)
    {
        if (batteries >= shifts || chargers == 0)
        {
            return batteries >= shifts;
        }

        // Empty batteries arrive one a shift, at equal distances: the charger that took the one of k shifts before is the next free one.
        var full = new double[shifts];
        for (int shift = 0; shift < shifts; shift++)
        {
            double ready = shift < batteries ? 0 : full[shift - batteries];
            if (ready > (shift * use) + Guard.Edge)
            {
                return false;
            }

            double arrives = (shift + 1) * use;
            double free = shift >= chargers ? full[shift - chargers] : 0;
            full[shift] = Math.Max(arrives, free) + charge;
        }

        return true;
    }
}
