using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>What a specification says of colour: the steps of the tint control, and the curve of each picture profile.</summary>
internal static class ColourReader
{
    internal static TintScale ToTint(TintScaleDocument tint, string at) =>
        new(
            InRange(tint.StepDuv, 0.00005, 0.02, $"{at}/stepDuv", "step of tint in Δuv"),
            tint.Up switch
            {
                null => null,
                "green" => true,
                "magenta" => false,
                _ => throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{at}/up",
                    "Higher numbers of tint are green or magenta; leave it out where you do not know."
                ),
            }
        );

    // A curve of a profile that the model does not have would never be found.
    internal static ImmutableDictionary<string, ProfileCurve> ToCurves(ModelDocument specification, string at) =>
        (specification.Curves ?? new Dictionary<string, ProfileCurveDocument>()).ToImmutableDictionary(
            c =>
                specification.Choices?.GetValueOrDefault(SettingDefinition.Of(Setting.Profile).Key)?.Positions.Any(p => p.Is == c.Key)
                == true
                    ? c.Key
                    : throw new RefusedException(
                        ProblemCode.BadValue,
                        $"{at}/{c.Key}",
                        $"The model has no picture profile “{c.Key}”. Name it there first, or take its curve out."
                    ),
            c => ToCurve(c.Value, $"{at}/{c.Key}")
        );

    private static ProfileCurve ToCurve(ProfileCurveDocument curve, string at) =>
        new(
            curve.Curve,
            PictureReader.Curve(new PictureSettingsDocument(curve.Curve, curve.Log), at)
                ?? throw new RefusedException(ProblemCode.BadValue, $"{at}/curve", "The curve is BT.709, HLG, sRGB or Log."),
            InRange(curve.ClipLevel, 0.2, 1.2, $"{at}/clipLevel", "signal at which highlights end")
        )
        {
            Latitudes = Each(curve.Latitudes ?? [], $"{at}/latitudes", (l, p) =>
                    (
                        Base: Text(l.Base, 20, $"{p}/base", mayBeEmpty: true),
                        Is: GainReader.ToLatitude(l.HighlightStops, l.ShadowStops, p)!.Value
                    )
                )
                .GroupBy(l => l.Base)
                .ToImmutableDictionary(l => l.Key, l => l.Last().Is),
        };
}
