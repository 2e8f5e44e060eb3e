using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>What a grey card says of the light, for a camera whose balance is known. (Section 12.)</summary>
/// <param name="Light">Temperature of the light.</param>
/// <param name="Cast">Cast of the camera under it, positive warm.</param>
/// <param name="Duv">Tint, positive green.</param>
public readonly record struct GreyCast(Kelvin Light, MiredShift Cast, double Duv)
{
    /// <summary>Reads the cast of a grey card.</summary>
    /// <param name="grey">Linear means of the card, primaries of BT.709.</param>
    /// <param name="set">What the camera is set to.</param>
    /// <exception cref="QuantityException">There is no light in it.</exception>
    public static GreyCast Of(LinearRgb grey, Kelvin set)
    {
        Guard.Positive(grey.Luminance, "light of the card");
        NearestPlanckian light = PlanckianLocus.Nearest(grey.ToXyz().Adapted(Xyz.D65, PlanckianLocus.White(set)).ToUv());
        return new GreyCast(light.Temperature, WhiteBalance.Cast(light.Temperature, set), light.Duv);
    }

    /// <summary>How a card looks on a display, against one without a cast: a description, never a number to dial.</summary>
    /// <param name="grey">Linear means of the card.</param>
    /// <returns>The look itself, and how far it is from R = G = B in mired and Δuv.</returns>
    public static (NearestPlanckian Look, MiredShift Shift, double ShiftDuv) OnDisplay(LinearRgb grey)
    {
        Guard.Positive(grey.Luminance, "light of the card");
        NearestPlanckian look = PlanckianLocus.Nearest(grey.ToXyz().ToUv());
        NearestPlanckian neutral = PlanckianLocus.Nearest(new LinearRgb(1, 1, 1).ToXyz().ToUv());
        return (look, WhiteBalance.Shift(neutral.Temperature, look.Temperature), look.Duv - neutral.Duv);
    }

    /// <summary>A grey card as a camera shows it that is set to one temperature, under light of another: Bradford, its luminance as given.</summary>
    /// <param name="light">The light.</param>
    /// <param name="set">What the camera is set to.</param>
    /// <param name="luminance">Luminance of the card as it is shown.</param>
    public static LinearRgb Shown(Kelvin light, Kelvin set, double luminance)
    {
        LinearRgb shown = LinearRgb.Of(PlanckianLocus.White(light).Adapted(PlanckianLocus.White(set), Xyz.D65));
        double scale = luminance / shown.Luminance;
        return new LinearRgb(shown.Red * scale, shown.Green * scale, shown.Blue * scale);
    }

    /// <summary>A colour as it would be shown under another balance of the same camera, by Bradford.</summary>
    /// <param name="shown">As it is shown.</param>
    /// <param name="set">What the camera is set to.</param>
    /// <param name="to">What it would be set to.</param>
    /// <param name="duv">Tint that would be balanced for beside it, positive green.</param>
    public static LinearRgb Rebalanced(LinearRgb shown, Kelvin set, Kelvin to, double duv) =>
        LinearRgb.Of(shown.ToXyz().Adapted(Xyz.D65, PlanckianLocus.White(set)).Adapted(PlanckianLocus.White(to, duv), Xyz.D65));
}
