using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>The highest position that is not above the required gain: it adds no noise that is not needed.</summary>
internal sealed class GainTranslator : Translator
{
    private const string RuleId = "GAIN-NEAREST-BELOW";

    private static readonly Template FixedIso = new(RuleId, "fixed-iso", "{model} records at {iso} only.");
    private static readonly Template NoControl = new(RuleId, "no-control", "{model} has no gain control.");
    private static readonly Template Lowest = new(RuleId, "lowest", "{gain} is the lowest of {model}.");
    private static readonly Template LowestCosts = new(
        RuleId,
        "lowest-costs",
        "{gain} is the lowest of {model}. It costs {loss:size} of latitude above grey."
    );
    private static readonly Template Has = new(RuleId, "has", "{model} has {gain}: full range at known noise.");
    private static readonly Template HasOnBase = new(
        RuleId,
        "has-on-base",
        "{model} has {gain} on the {base} base, {iso}: full range at known noise."
    );
    private static readonly Template HasAbove = new(
        RuleId,
        "has-above",
        "{model} has {gain}: noise is {gain} above 0 dB, and {stops:size} of latitude below grey is lost."
    );
    private static readonly Template HasBelow = new(
        RuleId,
        "has-below",
        "{model} has {gain}. It costs {stops:size} of latitude above grey."
    );
    private static readonly Template BelowOnly = new(
        RuleId,
        "below-only",
        "{model} has no {required}; it has {positions}. {gain} is the nearest that adds no noise. It is {light:size} darker."
    );
    private static readonly Template Below = new(
        RuleId,
        "below",
        "{model} has no {required}; it has {positions}. {gain} is the nearest that adds no noise. It is {light:size} darker and takes {loss:size} of latitude above grey."
    );
    private static readonly Template Above = new(
        RuleId,
        "above",
        "{model} has no {required}; it has {positions}. Nothing is lower than {gain}. It is {light:size} brighter and adds {off} of noise."
    );

    private static readonly Template ByPicture = new(
        RuleId,
        "by-picture",
        "The maker of {model} states no ISO, and {lux} at {iris} need {rating} or so. Begin at {gain}, open the iris, then raise gain by the camera's own meter or picture, to {cap} at most."
    );

    private static readonly Template RecordsAtBase = new(
        RuleId,
        "records-at-base",
        "{curve} of {model} records at base. Gain there is for the monitor only: leave it at {gain}."
    );
    private static readonly Template RecordsAtBaseInstead = new(
        RuleId,
        "records-at-base-instead",
        "{curve} of {model} records at base. {required} would brighten the monitor only and record nothing: leave it at {gain}."
    );
    private static readonly Template Assign = new(
        RuleId,
        "assign",
        "No position of the switch of {model} gives {gain} by its specification. Give one of them {gain} in the menu."
    );
    private static readonly Template Assigned = new(
        RuleId,
        "assigned",
        "What {position} gives can be changed in the menu: check there that it is {gain}."
    );

    // No camera of this kind has more than this at 0 dB (bench rule): above it, 0 dB is sure to be dark.
    private const double MostAtZeroGain = 800;

    internal override Setting Setting => Setting.Gain;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        (string, FigureValue) named = ("model", model.Name);
        ImmutableArray<GainPosition> positions = model.Gain.PositionsOn(draft.BaseWord);
        if (positions.IsEmpty)
        {
            return model.Gain.IsoAtZeroGain is { } only && notch.Requirement is not Requirement.Gain { Value.Value: not 0 }
                ? Nothing(notch, draft, new SettingValue.GainAt(Decibels.Zero, ""), FixedIso.Of(Setting, named, ("iso", only)))
                : NotPossible(notch, draft, NoControl.Of(Setting, named));
        }

        if (draft.CurveAtBase is { } curve)
        {
            return AtBase(notch, draft, curve, positions);
        }

        GainPosition lowest = positions[0];
        if (
            notch.Requirement is Requirement.LowestGain
            || (notch.Requirement is Requirement.ByPolicy && draft.Policy(BaseGainPolicy.Lowest))
        )
        {
            return Exact(
                notch,
                draft,
                Value(lowest),
                WithAssignment(
                    model,
                    lowest,
                    lowest.Gain.Value < 0
                        ? LowestCosts.Of(Setting, ("gain", Value(lowest)), named, ("loss", lowest.Gain.ToStops()))
                        : Lowest.Of(Setting, ("gain", Value(lowest)), named)
                )
            );
        }

        if (ByItsOwnPicture(draft, positions) is { } byPicture && notch.Requirement is not Requirement.Gain { Value.Value: not 0 })
        {
            return CheckByEye(notch, draft, null, byPicture);
        }

        Decibels required = (notch.Requirement as Requirement.Gain)?.Value ?? Decibels.Zero;
        if (
            model.Gain.Assignable.Any(a => Math.Abs((a - required).Value) <= Guard.Edge)
            && !positions.Any(p => Math.Abs((p.Gain - required).Value) <= Guard.Edge)
        )
        {
            return Exact(notch, draft, new SettingValue.GainAt(required, ""), Assign.Of(Setting, named, ("gain", required)));
        }

        GainPosition chosen = positions.LastOrDefault(p => p.Gain.Value <= required.Value + Guard.Edge) ?? lowest;
        Decibels off = chosen.Gain - required;
        Stops light = off.ToStops();

        // Gain takes highlights only below 0 dB; from +6 to +3 dB nothing is lost above grey.
        Stops loss = new Decibels(Math.Max(0, -chosen.Gain.Value) - Math.Max(0, -required.Value)).ToStops();
        if (Math.Abs(off.Value) <= Guard.Edge)
        {
            return Exact(
                notch,
                draft,
                Value(chosen),
                WithAssignment(
                    model,
                    chosen,
                    Math.Abs(required.Value) > Guard.Edge
                            ? (required.Value > 0 ? HasAbove : HasBelow).Of(
                                Setting,
                                named,
                                ("gain", required),
                                ("stops", required.ToStops())
                            )
                        : model.Gain.BaseOf(draft.BaseWord) is { } on
                            ? HasOnBase.Of(Setting, named, ("gain", required), ("base", on.Word), ("iso", on.Base.IsoAtZeroGain))
                        : Has.Of(Setting, named, ("gain", required))
                )
            );
        }

        return Compromise(
            notch,
            draft,
            Value(chosen),
            off.Value,
            (
                off.Value > 0 ? Above
                : loss.Value > Guard.Edge ? Below
                : BelowOnly
            ).Of(
                Setting,
                named,
                ("required", required),
                ("positions", FigureValue.Of(positions.Select(p => (SettingValue)Value(p)))),
                ("gain", Value(chosen)),
                ("light", light),
                ("loss", loss),
                ("off", off)
            ),
            light
        );
    }

    // One answer for the whole sheet: what is recorded is the base, so the control stands where it shows the base, and nothing is priced.
    private SheetLine AtBase(Notch notch, SheetDraft draft, string curve, ImmutableArray<GainPosition> positions)
    {
        GainPosition plain = positions.MinBy(p => (Math.Abs(p.Gain.Value), p.Gain.Value))!;
        (string, FigureValue)[] figures = [("curve", curve), ("model", draft.Model.Name), ("gain", Value(plain))];
        return notch.Requirement is Requirement.Gain { Value: var asked } && Math.Abs((asked - plain.Gain).Value) > Guard.Edge
            ? Compromise(
                notch,
                draft,
                Value(plain),
                (plain.Gain - asked).Value,
                RecordsAtBaseInstead.Of(Setting, [.. figures, ("required", asked)])
            )
            : Exact(notch, draft, Value(plain), RecordsAtBase.Of(Setting, figures));
    }

    // Without an ISO nothing can be worked out from lux; in so little light the lowest gain would only look like an answer.
    private Judgement? ByItsOwnPicture(SheetDraft draft, ImmutableArray<GainPosition> positions)
    {
        CameraModel model = draft.Model;
        FNumber widest = model.Lens.WidestAtShort;
        return model.Gain.IsoOn(draft.BaseWord) is null && BaseTranslator.Rating(draft, widest) is { Value: > MostAtZeroGain } rating
            ? ByPicture.Of(
                Setting,
                ("model", model.Name),
                ("lux", draft.Standard.Light.Illuminance!.Value),
                ("iris", widest),
                ("rating", new Iso(Math.Round(rating.Value / 100) * 100)),
                ("gain", Value(positions.FirstOrDefault(p => p.Gain.Value >= -Guard.Edge) ?? positions[^1])),
                ("cap", draft.Standard.CapOn(model, draft.BaseWord))
            )
            : null;
    }

    // The name on the switch says nothing where the last borrower may have given it another gain.
    private Judgement WithAssignment(CameraModel model, GainPosition position, Judgement why) =>
        model.Gain.Assignable.IsEmpty || position.Name.Length == 0
            ? why
            : why.And(Assigned.Of(Setting, ("position", position.Name), ("gain", position.Gain)));

    private static SettingValue.GainAt Value(GainPosition position) => new(position.Gain, position.Name);
}
