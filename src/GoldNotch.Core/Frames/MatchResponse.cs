using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>How a camera moved in the rounds before: what two of its pictures tell that no specification does.</summary>
/// <param name="Engine">How it balances.</param>
/// <param name="Mired">How far it moved for each mired that was dialled.</param>
/// <param name="Duv">How far its tint moved for each Δuv that was set, by the specification or by the usual step.</param>
public readonly record struct MatchResponse(BalanceEngine Engine, double Mired, double Duv)
{
    // Under so much a move tells more of noise than of the control.
    private const double EnoughMired = 15;
    private const double EnoughDuv = 0.002;

    // Within so much a control does what it says.
    private const double AsGoodAsSaid = 0.25;

    /// <summary>As its numbers say, adapting.</summary>
    public static MatchResponse AsSaid { get; } = new(BalanceEngine.Adapting, 1, 1);

    /// <summary>What two pictures tell, between which balance and tint were moved.</summary>
    /// <param name="before">The picture before.</param>
    /// <param name="after">The picture after.</param>
    /// <param name="tinted">Tint that was set between, Δuv towards green.</param>
    /// <param name="wanted">The card as it should be shown.</param>
    /// <exception cref="QuantityException">There is no light in one of them.</exception>
    public static MatchResponse Between(MatchShot before, MatchShot after, double tinted, LinearRgb wanted)
    {
        (Xyz was, Xyz now) = (PlanckianLocus.White(before.Set), PlanckianLocus.White(after.Set, -tinted));
        double Miss(BalanceEngine by)
        {
            (Uv is_, Uv said) = (after.Grey.Mean.ToXyz().ToUv(), by.After(before.Grey.Mean, was, now).ToUv());
            return Math.Sqrt(((is_.U - said.U) * (is_.U - said.U)) + ((is_.V - said.V) * (is_.V - said.V)));
        }

        BalanceEngine engine =
            Miss(BalanceEngine.ThreeGains) < Miss(BalanceEngine.Adapting) ? BalanceEngine.ThreeGains : BalanceEngine.Adapting;
        (MiredShift cast, double duv) = engine.ToReach(before.Grey.Mean, before.Set, wanted);
        (MiredShift castNow, double duvNow) = engine.ToReach(after.Grey.Mean, after.Set, wanted);
        double dialled = WhiteBalance.Shift(before.Set, after.Set).Value;
        return new MatchResponse(
            engine,
            Math.Abs(dialled) < EnoughMired ? 1 : Times((cast.Value - castNow.Value) / dialled),
            Math.Abs(tinted) < EnoughDuv ? 1 : Times((duvNow - duv) / tinted)
        );
    }

    // More than twice or less than half is no response of a control: something else was changed as well.
    private static double Times(double times) => Math.Abs(times - 1) <= AsGoodAsSaid ? 1 : Math.Clamp(times, 0.5, 2);
}
