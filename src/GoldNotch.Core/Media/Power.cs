using GoldNotch.Core.Units;

namespace GoldNotch.Core.Media;

/// <summary>Running time on batteries, and load on a supply.</summary>
public static class Power
{
    /// <summary>Share of a supply's rating that may be planned on (bench rule, four fifths).</summary>
    public const double PlannedShare = 0.8;

    // A battery of no health at all runs nothing: it is out of use, not out of power.
    private const double LeastHealth = 0.01;

    /// <summary>Minutes one battery runs a camera: Wh·60·health/W.</summary>
    /// <param name="wattHours">Energy as printed, more than zero.</param>
    /// <param name="watts">Consumption, more than zero.</param>
    /// <param name="health">Share of the printed energy that is left, more than 0 to 1.</param>
    /// <exception cref="QuantityException">Not positive or out of range.</exception>
    public static double RunningMinutes(double wattHours, double watts, double health = 1) =>
        Guard.Positive(wattHours, "battery")
        * 60
        * Guard.InRange(health, LeastHealth, 1, "battery's health")
        / Guard.Positive(watts, "consumption");

    /// <summary>Batteries for a plan: ceil(planned·(1 + margin)/runtime).</summary>
    /// <exception cref="QuantityException">Not positive or out of range.</exception>
    public static int BatteriesNeeded(double plannedMinutes, double runningMinutes, double margin = Recording.DefaultMargin) =>
        Recording.Needed(plannedMinutes, runningMinutes, margin);

    /// <summary>What a camera's adapter draws as a share of its VA, where nobody has measured it (bench rule).</summary>
    public const double AdapterPowerFactor = 0.6;

    /// <summary>What a circuit or generator has to be rated for cameras on their adapters, in whole tens of VA.</summary>
    /// <param name="watts">What each draws, W.</param>
    /// <exception cref="QuantityException">Nothing, or a negative load.</exception>
    public static double AdapterRating(IEnumerable<double> watts) =>
        Math.Ceiling((SupplyVa(watts, AdapterPowerFactor) / 10) - Guard.Edge) * 10;

    /// <summary>Load in VA, Σ watts/power factor, and the limit of the supply, 0.8 of its VA.</summary>
    /// <param name="watts">Consumption of each device, more than zero each.</param>
    /// <param name="powerFactor">Power factor, more than 0 to 1.</param>
    /// <param name="supplyVa">Rating of the supply, VA.</param>
    /// <param name="needVolts">Voltage the devices need.</param>
    /// <param name="haveVolts">Voltage of the supply.</param>
    /// <exception cref="QuantityException">The voltages differ, or a number is not positive or out of range.</exception>
    public static (double LoadVa, double LimitVa, bool Fits) Supply(
        IEnumerable<double> watts,
        double powerFactor,
        double supplyVa,
        double needVolts,
        double haveVolts
    )
    {
        if (Math.Abs(Guard.Positive(needVolts, "voltage needed") - Guard.Positive(haveVolts, "voltage of the supply")) > Guard.Edge)
        {
            throw new QuantityException(
                QuantityFault.WrongVoltage,
                $"The camera needs {Notation.Number(needVolts)} V and this supply gives {Notation.Number(haveVolts)} V: never connect them. Find a supply of {Notation.Number(needVolts)} V."
            );
        }

        double load = SupplyVa(watts, powerFactor) * PlannedShare;
        double limit = PlannedShare * Guard.Positive(supplyVa, "supply");
        return (load, limit, load <= limit + Guard.Edge);
    }

    /// <summary>The least rating of a supply for some devices, VA: Σ watts/power factor over 0.8.</summary>
    /// <param name="watts">Consumption of each device, more than zero each.</param>
    /// <param name="powerFactor">Power factor, more than 0 to 1.</param>
    /// <exception cref="QuantityException">A number is not positive or out of range.</exception>
    public static double SupplyVa(IEnumerable<double> watts, double powerFactor)
    {
        double factor = Guard.InRange(Guard.Positive(powerFactor, "power factor"), 0, 1, "power factor");
        return watts.Sum(w => Guard.Positive(w, "consumption")) / factor / PlannedShare;
    }
}
