using GoldNotch.Core.Units;

namespace GoldNotch.Core.Media;

/// <summary>Devices that run on AA batteries.</summary>
/// <param name="Count">How many devices, 0 and up.</param>
/// <param name="BatteriesEach">AA batteries in each, 0 and up.</param>
public readonly record struct AaDevices(int Count, int BatteriesEach);

/// <summary>AA batteries for a shoot. (Section 19.)</summary>
public static class AaBatteries
{
    /// <summary>Spare sets packed where nobody says otherwise (bench rule): an empty battery means a silent track.</summary>
    public const int DefaultSpareSets = 1;

    /// <summary>Σ devices × batteries each × (1 + spare sets).</summary>
    /// <param name="devices">The devices.</param>
    /// <param name="spareSets">Full sets beside those in the devices, 0 to 20.</param>
    /// <exception cref="QuantityException">A number is below 0, or more spare sets than 20.</exception>
    public static int Needed(IEnumerable<AaDevices> devices, int spareSets = DefaultSpareSets)
    {
        int sets = 1 + (int)Guard.InRange(spareSets, 0, 20, "number of spare sets");
        return devices.Sum(d =>
            (int)Guard.InRange(d.Count, 0, 1000, "number of devices")
            * (int)Guard.InRange(d.BatteriesEach, 0, 100, "number of batteries in a device")
            * sets
        );
    }
}
