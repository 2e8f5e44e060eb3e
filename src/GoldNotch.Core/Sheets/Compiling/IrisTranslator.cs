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
    private static readonly Template NoHand = new(
        RuleId,
        "no-hand",
        "{model} sets its iris by itself: {required} cannot be set. Hold the exposure with its lock where it has one, and change light by ND."
    );
    private static readonly Template ToMeter = new(
        RuleId,
        "to-the-meter",
        "{lux} need {iris} on this model. {moved?Open|Close} {moved:size} from {required}."
    );
    private static readonly Template MeteredAt = new(RuleId, "metered", "{lux} need {iris} here.");
    private static readonly Template WithOffset = new(
        RuleId,
        "with-offset",
        "The standard exposes this curve {offset:size} {offset?over|under} the meter."
    );
    private static readonly Template TooDark = new(
        RuleId,
        "too-dark",
        "{lux} need {wanted} here; the lens ends at {iris}. The picture is {off:size} too dark. Add light."
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
        // Where the camera is to move it nobody sets it; where only the camera can, nobody is able to.
        if (!draft.Model.Iris.Manual && draft.Target<SettingValue.Mode>(Setting.IrisControl) is not { Manual: false })
        {
            return NotPossible(notch, draft, NoHand.Of(Setting, ("model", draft.Model.Name), ("required", notch.Requirement.Text)));
        }

        if (notch.Requirement is not Requirement.Iris required)
        {
            return AsMetered(notch, draft);
        }

        Lens lens = draft.Model.Lens;
        if (required.TakesUpTheRest && Metered(draft) is { } metered)
        {
            return ToTheMeter(notch, draft, required, metered);
        }

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

    // The light and the camera's speed are known: what is taken up is all that the meter asks for, not only what this model's steps left.
    private SheetLine ToTheMeter(Notch notch, SheetDraft draft, Requirement.Iris required, FNumber exact)
    {
        Lens lens = draft.Model.Lens;
        FNumber target = lens.Reach(exact.NearestThird());
        Stops off = target.OpennessFrom(exact);
        Stops moved = target.OpennessFrom(required.Number);
        var value = new SettingValue.Iris(target);
        (string, FigureValue) at = ("iris", target);
        if (!IsMet(off))
        {
            return Missed(notch, draft, exact, target, moved);
        }

        return Math.Abs(moved.Value) <= ExactWithinStops
            ? Exact(
                notch,
                draft,
                value,
                AsRequired.Of(Setting, at, ("moved", FigureValue.Moved(moved)), ("off", off)).And(Ramp(lens, target)),
                moved
            )
            : Compromise(
                notch,
                draft,
                value,
                moved.Value,
                ToMeter
                    .Of(
                        Setting,
                        ("lux", draft.Standard.Light.Illuminance!.Value),
                        at,
                        ("moved", FigureValue.Moved(moved)),
                        ("required", required.Number),
                        ("off", off)
                    )
                    .And(OverMeter(draft))
                    .And(Ramp(lens, target)),
                moved
            );
    }

    private SheetLine Missed(Notch notch, SheetDraft draft, FNumber exact, FNumber target, Stops light)
    {
        Stops off = target.OpennessFrom(exact);
        return Compromise(
            notch,
            draft,
            new SettingValue.Iris(target),
            off.Value,
            (off.Value < 0 ? TooDark : TooBright)
                .Of(
                    Setting,
                    ("lux", draft.Standard.Light.Illuminance!.Value),
                    ("wanted", exact.NearestThird()),
                    ("iris", target),
                    ("off", off)
                )
                .And(Ramp(draft.Model.Lens, target)),
            light
        );
    }

    /// <summary>The iris that the light needs at this model's own speed, shutter, gain and filter; null where one of them is not known.</summary>
    internal static FNumber? Metered(SheetDraft draft)
    {
        if (
            draft.Standard.Light.Illuminance is not { } lux
            || draft.Model.Gain.IsoOn(draft.BaseWord) is not { } iso
            || draft.Target<SettingValue.Speed>(Setting.Shutter) is not { } shutter
        )
        {
            return null;
        }

        Decibels gain = draft.CurveAtBase is null ? draft.Target<SettingValue.GainAt>(Setting.Gain)?.Gain ?? Decibels.Zero : Decibels.Zero;
        Stops filter = draft.Target<SettingValue.Filter>(Setting.NeutralDensity)?.Position.Loss ?? Stops.Zero;
        return MeteredLight.FromLux(lux).IrisAt(shutter.Time, Sensitivity.IsoAtGain(iso, gain)).OpenedBy(filter + draft.OffsetAhead);
    }

    // Within a sixth of a stop a picture looks right on any monitor (bench rule).
    private static bool IsMet(Stops off) => Math.Abs(off.Value) <= (1.0 / 6) + Guard.Edge;

    private static Judgement? OverMeter(SheetDraft draft) =>
        Math.Abs(draft.OffsetAhead.Value) <= Guard.Edge ? null : WithOffset.Of(Setting.Iris, ("offset", draft.OffsetAhead));

    private SheetLine AsMetered(Notch notch, SheetDraft draft)
    {
        Lens lens = draft.Model.Lens;
        if (draft.Standard.Light.Illuminance is not { } lux)
        {
            return CheckByEye(notch, draft, null, NoLight.Of(Setting));
        }

        if (draft.Model.Gain.IsoOn(draft.BaseWord) is null)
        {
            return CheckByEye(notch, draft, null, NoIso.Of(Setting, ("model", draft.Model.Name)));
        }

        if (Metered(draft) is not { } exact)
        {
            return CheckByEye(notch, draft, null, NoShutter.Of(Setting));
        }

        FNumber target = lens.Reach(exact.NearestThird());
        Stops off = target.OpennessFrom(exact);

        // The meter counts the shutter, gain and filter that this model really has, so what those lines changed is taken up here.
        Stops takesUp = off - draft.LightSoFar;
        return IsMet(off)
            ? Exact(
                notch,
                draft,
                new SettingValue.Iris(target),
                MeteredAt
                    .Of(Setting, ("lux", lux), ("iris", exact.NearestThird()), ("off", off))
                    .And(OverMeter(draft))
                    .And(Ramp(lens, target)),
                takesUp
            )
            : Missed(notch, draft, exact, target, takesUp);
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
