using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;

namespace GoldNotch.Imaging.Rendering;

/// <summary>What is so at one moment of a scene.</summary>
/// <param name="Square">Where something bright is that moves; null for nothing.</param>
/// <param name="Rows">Light of each row against the mean; null where it is steady.</param>
public sealed record SceneMoment(FrameRegion? Square, double[]? Rows);

/// <summary>A camera as it stands before a scene.</summary>
public sealed record StandInCamera
{
    /// <summary>Stops of a grey card from mid grey, everything counted: light, iris, true filter, shutter, gain.</summary>
    public required double ExposureStops { get; init; }

    /// <summary>What its white is balanced for in truth: what it is set to, and the unit's own error.</summary>
    public required Kelvin Balanced { get; init; }

    /// <summary>Tint that its white is balanced for in truth, Δuv.</summary>
    public double BalancedDuv { get; init; }

    /// <summary>How it balances.</summary>
    public BalanceEngine Engine { get; init; }

    /// <summary>Gain, dB: it takes away electrons for the same signal.</summary>
    public double GainDb { get; init; }

    /// <summary>Electrons at 100 % reflectance and 0 dB: the noise of the light itself.</summary>
    public double ElectronsAtWhite { get; init; } = 16_000;

    /// <summary>Noise of reading a pixel, electrons.</summary>
    public double ReadNoiseElectrons { get; init; } = 3;

    /// <summary>Bits that it records; they are kept in a file of 16.</summary>
    public int Bits { get; init; } = 10;
}
