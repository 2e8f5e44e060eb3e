using System.Runtime.CompilerServices;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>A candidate's terms in the order of its strategy, each a whole number of steps, then the tie-breaks: exposure in hundredths,
/// gain and filter in thousandths. Compared from the left; less is better.</summary>
[InlineArray(Length)]
internal struct PlanScore
{
    internal const int TermCount = 11;
    internal const int Length = TermCount + 3;

    private int _first;

    /// <summary>Whole steps; half a step counts as one.</summary>
    internal static int Steps(double value, double perStep) => (int)Math.Floor((value * perStep) + 0.5 + Guard.Edge);

    internal static int Compare(in PlanScore left, in PlanScore right)
    {
        for (int i = 0; i < Length; i++)
        {
            int order = left[i].CompareTo(right[i]);
            if (order != 0)
            {
                return order;
            }
        }

        return 0;
    }
}
