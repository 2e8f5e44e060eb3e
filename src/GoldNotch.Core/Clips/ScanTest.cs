using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>What the frames say of the scan that the header declares.</summary>
public enum ScanVerdict
{
    /// <summary>They agree.</summary>
    AsDeclared,

    /// <summary>Fields in a file that says progressive.</summary>
    Combed,

    /// <summary>Whole frames in a file that says interlaced: segmented, which is no fault.</summary>
    LooksProgressive,

    /// <summary>Too few frames could be decided: nothing moves.</summary>
    Undecided,
}

/// <summary>Scan held against the header. (Section 18.)</summary>
/// <param name="Share">Share of the decided frames that are interlaced; null where too few were.</param>
/// <param name="Verdict">What follows.</param>
public sealed record ScanTest(double? Share, ScanVerdict Verdict)
{
    private const int LeastDecided = 10;
    private const double Most = 0.5;

    /// <summary>Judges it.</summary>
    /// <param name="interlaced">Frames that the comb test calls interlaced.</param>
    /// <param name="progressive">Frames that it calls progressive.</param>
    /// <param name="declared">What the header says.</param>
    public static ScanTest Of(int interlaced, int progressive, Scan declared)
    {
        int decided = interlaced + progressive;
        if (decided < LeastDecided)
        {
            return new ScanTest(null, ScanVerdict.Undecided);
        }

        double share = (double)interlaced / decided;
        return new ScanTest(
            share,
            (declared, share > Most) switch
            {
                (Scan.Progressive, true) => ScanVerdict.Combed,
                (Scan.Interlaced, false) => ScanVerdict.LooksProgressive,
                _ => ScanVerdict.AsDeclared,
            }
        );
    }
}
