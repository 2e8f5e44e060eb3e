using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>How a camera balances white: what its number moves.</summary>
public enum BalanceEngine
{
    /// <summary>As the eye adapts, by Bradford: what is assumed of a camera that nothing is known of.</summary>
    Adapting,

    /// <summary>By three plain gains, as a simple camera does.</summary>
    ThreeGains,
}

/// <summary>What an engine does to the colour of a card.</summary>
public static class BalanceEngines
{
    /// <summary>Light as a camera shows it.</summary>
    /// <param name="engine">How it balances.</param>
    /// <param name="light">The light, from whatever it fell on.</param>
    /// <param name="white">The white that it is balanced for.</param>
    public static LinearRgb Shown(this BalanceEngine engine, Xyz light, Xyz white)
    {
        if (engine == BalanceEngine.Adapting)
        {
            return LinearRgb.Of(light.Adapted(white, Xyz.D65));
        }

        (LinearRgb raw, LinearRgb of) = (LinearRgb.Of(light), LinearRgb.Of(white));
        return new LinearRgb(raw.Red / of.Red, raw.Green / of.Green, raw.Blue / of.Blue);
    }

    /// <summary>What the balance of a camera would have to be moved by, so that its card is shown in the colour of another's. For small casts it is the difference of the
    /// two; for large ones it leaves out what the bend of the locus adds to that.</summary>
    /// <param name="engine">How it balances.</param>
    /// <param name="shown">The card as this camera shows it.</param>
    /// <param name="set">What it is set to.</param>
    /// <param name="wanted">The card as it should be shown.</param>
    /// <exception cref="QuantityException">There is no light in one of them, or no balance would.</exception>
    public static (MiredShift Cast, double Duv) ToReach(this BalanceEngine engine, LinearRgb shown, Kelvin set, LinearRgb wanted)
    {
        Guard.Positive(shown.Luminance, "light of the card");
        Guard.Positive(wanted.Luminance, "light of the reference's card");
        NearestPlanckian to = PlanckianLocus.Nearest(engine.Moved(PlanckianLocus.White(set), wanted, shown).ToUv());
        return (WhiteBalance.Shift(set, to.Temperature), to.Duv);
    }

    /// <summary>The card after the balance was moved, in the colour that it would then be shown in.</summary>
    internal static Xyz After(this BalanceEngine engine, LinearRgb shown, Xyz before, Xyz after) =>
        engine == BalanceEngine.Adapting
            ? shown.ToXyz().Adapted(after, before)
            : Times(shown, LinearRgb.Of(before), LinearRgb.Of(after)).ToXyz();

    private static Xyz Moved(this BalanceEngine engine, Xyz white, LinearRgb from, LinearRgb to) =>
        engine == BalanceEngine.Adapting ? white.Adapted(from.ToXyz(), to.ToXyz()) : Times(LinearRgb.Of(white), to, from).ToXyz();

    private static LinearRgb Times(LinearRgb of, LinearRgb over, LinearRgb under) =>
        new(of.Red * over.Red / under.Red, of.Green * over.Green / under.Green, of.Blue * over.Blue / under.Blue);
}
