using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>The iris as required, opened or closed by what shutter, gain and filter left, or worked out from the light.</summary>
internal sealed class IrisTranslator : Translator
{
    private const string RuleId = "IRIS-TAKES-UP-THE-REST";

    private static readonly Template AsRequired = new(RuleId, "as-required", "{iris} as the standard requires.");
    private static readonly Template Compensates = new(
        RuleId,
        "compensates",
        "Shutter, gain and filter of this model leave the picture at {light}. {moved?Open|Close} {moved:size}, from {required} to {iris}."
    );
    private static readonly Template LensLimit = new(
        RuleId,
        "lens-limit",
        "The lens of {model} does not reach {required}; its limit is {iris}."
    );
    private static readonly Template Remains = new(RuleId, "remains", "{rest} is left.");
    private static readonly Template NoLight = new(
        RuleId,
        "no-light",
        "The standard states no light. Read the meter, or set the iris by the zebra."
    );
    private static readonly Template NoIso = new(
        RuleId,
        "no-iso",
        "The maker of {model} states no ISO. Read the meter, or set the iris by the zebra."
    );
    private static readonly Template NoShutter = new(
        RuleId,
        "no-shutter",
        "The shutter is not set yet. Read the meter, or set the iris by the zebra."
    );
    private static readonly Template Metered = new(RuleId, "metered", "{lux} need {iris} here.");
    private static readonly Template WithOffset = new(
        RuleId,
        "with-offset",
        "The standard exposes this curve {offset:size} {offset?over|under} the meter."
    );
    private static readonly Template TooDark = new(
        RuleId,
        "too-dark",
        "{lux} need {wanted} here; the lens ends at {iris}. The picture is {off:size} too dark. Add light, or use gain."
    );
    private static readonly Template TooBright = new(
        RuleId,
        "too-bright",
        "{lux} need {wanted} here; the lens ends at {iris}. The picture is {off:size} too bright. Put an ND filter in."
    );
    private static readonly Template Ramps = new(
        RuleId,
        "ramps",
        "The zoom holds it up to {focal}. At {longest} it is {atlong}, {loss:size} darker."
    );

    internal override Setting Setting => Setting.Iris;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        if (notch.Requirement is not Requirement.Iris required)
        {
            return AsMetered(notch, draft);
        }

        Lens lens = draft.Model.Lens;
        Stops missing = required.TakesUpTheRest ? -draft.LightSoFar : Stops.Zero;
        FNumber asked = missing == Stops.Zero ? required.Number : required.Number.OpenedBy(missing).NearestThird();
        FNumber target = lens.Reach(asked);
        Stops moved = target.OpennessFrom(required.Number);
        var value = new SettingValue.Iris(target);
        if (Math.Abs(moved.Value) <= ExactWithinStops)
        {
            return Exact(
                notch,
                draft,
                value,
                AsRequired.Of(Setting, ("iris", target), ("moved", FigureValue.Moved(moved))).And(Ramp(lens, target)),
                moved
            );
        }

        Judgement why =
            required.TakesUpTheRest && missing != Stops.Zero
                ? Compensates.Of(
                    Setting,
                    ("light", draft.LightSoFar),
                    ("moved", FigureValue.Moved(moved)),
                    ("required", required.Number),
                    ("iris", target)
                )
                : LensLimit.Of(
                    Setting,
                    ("model", draft.Model.Name),
                    ("required", required.Number),
                    ("iris", target),
                    ("moved", FigureValue.Moved(moved))
                );
        Stops rest = draft.LightSoFar + moved;
        Judgement? left = Math.Abs(rest.Value) <= ExactWithinStops ? null : Remains.Of(Setting, ("rest", rest));
        return Compromise(notch, draft, value, moved.Value, why.And(left).And(Ramp(lens, target)), moved);
    }

    /// <summary>What was said of the iris, less what remains: something else takes that up.</summary>
    internal static Judgement WithoutRest(Judgement because) => because with { Then = because.Then.RemoveAll(t => t.Says(Remains)) };

    private SheetLine AsMetered(Notch notch, SheetDraft draft)
    {
        Lens lens = draft.Model.Lens;
        if (draft.Standard.Light.Illuminance is not { } lux)
        {
            return CheckByEye(notch, draft, null, NoLight.Of(Setting));
        }

        if (draft.Model.Gain.IsoOn(draft.BaseWord) is not { } iso)
        {
            return CheckByEye(notch, draft, null, NoIso.Of(Setting, ("model", draft.Model.Name)));
        }

        if (draft.Target<SettingValue.Speed>(Setting.Shutter) is not { } shutter)
        {
            return CheckByEye(notch, draft, null, NoShutter.Of(Setting));
        }

        bool atBase = draft.CurveAhead is { } curve && draft.Model.Gain.FixedToBase.Contains(curve);
        Decibels gain = atBase ? Decibels.Zero : draft.Target<SettingValue.GainAt>(Setting.Gain)?.Gain ?? Decibels.Zero;
        Stops filter = draft.Target<SettingValue.Filter>(Setting.NeutralDensity)?.Position.Loss ?? Stops.Zero;
        Stops offset = draft.OffsetAhead;
        FNumber exact = MeteredLight.FromLux(lux).IrisAt(shutter.Time, Sensitivity.IsoAtGain(iso, gain)).OpenedBy(filter + offset);
        FNumber target = lens.Reach(exact.NearestThird());
        Stops off = target.OpennessFrom(exact);

        // The meter counts the shutter, gain and filter that this model really has, so what those lines changed is taken up here.
        Stops takesUp = off - draft.LightSoFar;
        return Math.Abs(off.Value) <= (1.0 / 6) + Guard.Edge
            ? Exact(
                notch,
                draft,
                new SettingValue.Iris(target),
                Metered
                    .Of(Setting, ("lux", lux), ("iris", exact.NearestThird()), ("off", off))
                    .And(Math.Abs(offset.Value) <= Guard.Edge ? null : WithOffset.Of(Setting, ("offset", offset)))
                    .And(Ramp(lens, target)),
                takesUp
            )
            : Compromise(
                notch,
                draft,
                new SettingValue.Iris(target),
                off.Value,
                (off.Value < 0 ? TooDark : TooBright)
                    .Of(Setting, ("lux", lux), ("wanted", exact.NearestThird()), ("iris", target), ("off", off))
                    .And(Ramp(lens, target)),
                takesUp
            );
    }

    private static Judgement? Ramp(Lens lens, FNumber target) =>
        lens.HoldsUntil(target) is { } focal && focal.Value < lens.Longest.Value - Guard.Edge
            ? Ramps.Of(
                Setting.Iris,
                ("focal", focal),
                ("longest", lens.Longest),
                ("atlong", lens.WidestAtLong),
                ("loss", lens.WidestAtLong.OpennessFrom(target))
            )
            : null;
}
