using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>Chooses the base of a camera with two: by name, or by the speed that the light of the standard needs.</summary>
internal sealed class BaseTranslator : Translator
{
    private const string RuleId = "BASE-BY-NEED";

    private static readonly Template OnlyOne = new(
        RuleId,
        "only-one",
        "{model} has one base only. Add light, open the iris, or use a camera with a high base."
    );
    private static readonly Template NothingToChoose = new(RuleId, "nothing-to-choose", "{model} has one base: nothing to set.");
    private static readonly Template Named = new(RuleId, "named", "{model} has it at {iso}.");
    private static readonly Template NoSuchBase = new(RuleId, "no-such-base", "{model} has no {required} base. It has {bases}.");
    private static readonly Template NoLight = new(
        RuleId,
        "no-light",
        "The standard states no light. Read the meter; begin at the low base, {iso}."
    );
    private static readonly Template NoShutter = new(
        RuleId,
        "no-shutter",
        "The shutter is not set yet, so the speed this light needs is not known. Begin at the low base, {iso}."
    );
    private static readonly Template NoIris = new(
        RuleId,
        "no-iris",
        "The standard requires no iris, so the speed this light needs is not known. Begin at the low base, {iso}."
    );
    private static readonly Template Nearest = new(
        RuleId,
        "nearest",
        "This light needs {rating}. The {base} base, {iso}, is the nearest: {gain} away."
    );
    private static readonly Template KeepLow = new(
        RuleId,
        "keep-low",
        "This light needs {rating}: {gain} on the low base, which is used up to {limit}."
    );
    private static readonly Template UseHigh = new(
        RuleId,
        "use-high",
        "This light needs {rating}: {gain} on the low base is more than {limit}, so the high base, {iso}, is the cleaner."
    );
    private static readonly Template UseHighOver = new(
        RuleId,
        "use-high-over",
        "This light needs {rating}: {gain} on the low base is more than {limit}. The high base, {iso}, at its lowest gain of {lowest} comes out {over:size} brighter: take that away with light, ND or the iris."
    );
    private static readonly Template NoneReaches = new(
        RuleId,
        "none-reaches",
        "This light needs {rating}: {gain} on the low base is more than {limit}, and no higher base reaches it. The noise will show. Add light or open the iris."
    );
    private static readonly Template AboveCap = new(
        RuleId,
        "above-cap",
        "This light needs {rating}: {gain} on the low base is above the cap of {cap}, and no higher base reaches it. Add light, open the iris, or use a more sensitive camera."
    );

    internal override Setting Setting => Setting.BaseIso;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        if (model.Gain.Bases.IsEmpty)
        {
            return notch.Requirement is Requirement.Position { Word: "high" }
                ? NotPossible(notch, draft, OnlyOne.Of(Setting, ("model", model.Name)))
                : Nothing(notch, draft, new SettingValue.Choice("low"), NothingToChoose.Of(Setting, ("model", model.Name)));
        }

        if (notch.Requirement is Requirement.Position asked)
        {
            GainBase named = model.Gain.BaseOf(asked.Word)!;
            return named.Word == asked.Word
                ? Exact(notch, draft, Value(named), Named.Of(Setting, ("model", model.Name), ("iso", named.Base.IsoAtZeroGain)))
                : NotPossible(
                    notch,
                    draft,
                    NoSuchBase.Of(
                        Setting,
                        ("model", model.Name),
                        ("required", asked.Word),
                        ("bases", FigureValue.Of(model.Gain.Bases.Select(b => b.Base.Name)))
                    )
                );
        }

        if (Rating(draft) is not { } rating)
        {
            GainBase low = model.Gain.Bases[0];
            return CheckByEye(
                notch,
                draft,
                Value(low),
                (
                    draft.Standard.Light.Illuminance is null ? NoLight
                    : draft.Target<SettingValue.Speed>(Setting.Shutter) is null ? NoShutter
                    : NoIris
                ).Of(Setting, ("iso", low.Base.IsoAtZeroGain))
            );
        }

        (GainBase chosen, Judgement why, SensitivityVerdict verdict) = Choose(draft, rating);
        return verdict == SensitivityVerdict.Ok ? Exact(notch, draft, Value(chosen), why) : Compromise(notch, draft, Value(chosen), 0, why);
    }

    /// <summary>The ISO that the light needs at the wanted iris, through the wanted filter; null where the light or the iris is not known.</summary>
    internal static Iso? Rating(SheetDraft draft) =>
        draft.Notches.FirstOrDefault(n => n.Setting == Setting.Iris)?.Requirement switch
        {
            Requirement.Iris o => Rating(draft, draft.Model.Lens.Reach(o.Number)),
            Requirement.AsMetered => Rating(draft, draft.Model.Lens.WidestAtShort),
            _ => null,
        };

    /// <summary>The ISO that the light needs at an iris, through the wanted filter; null where the light or the shutter is not known.</summary>
    internal static Iso? Rating(SheetDraft draft, FNumber iris)
    {
        if (draft.Standard.Light.Illuminance is not { } lux || draft.Target<SettingValue.Speed>(Setting.Shutter) is not { } shutter)
        {
            return null;
        }

        Stops filter = draft.Notches.FirstOrDefault(n => n.Setting == Setting.NeutralDensity)?.Requirement
            is Requirement.FilterLoss { Loss: var loss }
            ? loss
            : Stops.Zero;
        return new Iso(
            Math.Clamp(
                iris.Value
                    * iris.Value
                    * (filter + draft.OffsetAhead).Factor
                    * MeteredLight.DomeConstant
                    / (lux.Value * shutter.Time.Seconds),
                1,
                10_000_000
            )
        );
    }

    private static (GainBase Chosen, Judgement Why, SensitivityVerdict Verdict) Choose(SheetDraft draft, Iso rating)
    {
        GainControl gain = draft.Model.Gain;
        FigureValue rounded = new Iso(Math.Max(1, Math.Round(rating.Value)));
        if (draft.Policy(TwoBasesPolicy.Nearest))
        {
            GainBase nearest = gain.Bases.MinBy(b => Math.Abs(Sensitivity.GainForIso(b.Base.IsoAtZeroGain, rating).Value))!;
            return (
                nearest,
                Nearest.Of(
                    Setting.BaseIso,
                    ("rating", rounded),
                    ("base", nearest.Word),
                    ("iso", nearest.Base.IsoAtZeroGain),
                    ("gain", Sensitivity.GainForIso(nearest.Base.IsoAtZeroGain, rating))
                ),
                SensitivityVerdict.Ok
            );
        }

        var cap = new Decibels(gain.Bases.Max(b => draft.Standard.CapOn(draft.Model, b.Word).Value));
        SensitivityChoice choice = Sensitivity.ChooseBase(
            rating,
            [.. gain.Bases.Select(b => b.Base)],
            gain.SwitchAbove ?? Sensitivity.DefaultSwitch,
            cap
        );
        GainBase chosen = gain.Bases.First(b => b.Base == choice.Base);
        Template why = choice switch
        {
            { Verdict: SensitivityVerdict.Warn } => NoneReaches,
            { Verdict: SensitivityVerdict.Fail } => AboveCap,
            { Over.Value: > 0 } => UseHighOver,
            _ => chosen == gain.Bases[0] ? KeepLow : UseHigh,
        };
        return (
            chosen,
            why.Of(
                Setting.BaseIso,
                ("rating", rounded),
                ("gain", Sensitivity.GainForIso(gain.Bases[0].Base.IsoAtZeroGain, rating)),
                ("limit", gain.SwitchAbove ?? Sensitivity.DefaultSwitch),
                ("iso", chosen.Base.IsoAtZeroGain),
                ("lowest", choice.Gain),
                ("over", choice.Over),
                ("cap", cap)
            ),
            choice.Verdict
        );
    }

    private static SettingValue.Choice Value(GainBase of) => new(of.Word, of.Base.Name);
}
