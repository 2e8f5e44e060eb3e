using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>BASE-BY-NEED: on a camera with two bases, the one the light asks for; base and gain are told together, never ISO alone.</summary>
internal sealed class BaseTranslator : Translator
{
    private const string Id = "BASE-BY-NEED";

    protected override Setting Setting => Setting.Base;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        if (model.Gain.Bases.IsEmpty)
        {
            return notch.Wish is Wish.Position { Word: "high" }
                ? NotPossible(notch, draft, Judgement.Of(Id, $"{model.Name} has one base only. Give it more light, a wider opening, or use a camera with a high base."))
                : Nothing(notch, draft, new SettingValue.Choice("low"), Judgement.Of(Id, $"{model.Name} has one base: nothing to choose."));
        }

        if (notch.Wish is Wish.Position asked)
        {
            GainBase named = model.Gain.BaseOf(asked.Word)!;
            return named.Word == asked.Word
                ? Exact(notch, draft, Value(named), Judgement.Of(Id, $"{model.Name} has it at ISO {Notation.Number(named.Base.IsoAtZeroGain.Value)}.", IsoOf(named)))
                : NotPossible(notch, draft, Judgement.Of(Id, $"{model.Name} has no {asked.Word} base. It has {string.Join(", ", model.Gain.Bases.Select(b => b.Base.Name))}."));
        }

        if (Rating(draft) is not { } rating)
        {
            GainBase low = model.Gain.Bases[0];
            return Look(notch, draft, Value(low), Judgement.Of(
                Id, $"The standard states no light to work the base out from: read the meter. Begin at the low base, ISO {Notation.Number(low.Base.IsoAtZeroGain.Value)}."));
        }

        GainBase chosen = Choose(draft, rating, out string why);
        return Exact(notch, draft, Value(chosen), Judgement.Of(
            Id,
            $"This light asks for ISO {Notation.Number(Math.Round(rating.Value))}: {why}",
            new Figure("wanted speed", rating.Value, "ISO", "ISO " + Notation.Number(Math.Round(rating.Value))),
            IsoOf(chosen)));
    }

    /// <summary>The speed this light asks for at the wanted opening, shutter and filter; null where a number is missing.</summary>
    internal static Iso? Rating(SheetDraft draft)
    {
        if (draft.Standard.Light.Illuminance is not { } lux || draft.Target<SettingValue.Speed>(Setting.Shutter) is not { } shutter)
        {
            return null;
        }

        Notch? Wanted(Setting setting) => draft.Notches.FirstOrDefault(n => n.Setting == setting);
        FNumber? opening = Wanted(Setting.IrisOpening)?.Wish switch
        {
            Wish.Opening o => draft.Model.Lens.Reach(o.Number),
            Wish.AsMetered => draft.Model.Lens.WidestAtShort,
            _ => null,
        };
        Stops filter = Wanted(Setting.NeutralDensity)?.Wish is Wish.FilterLoss { Loss: var loss } ? loss : Stops.Zero;
        return opening is not { } n
            ? null
            : new Iso(Math.Clamp(n.Value * n.Value * filter.Factor * MeteredLight.DomeConstant / (lux.Value * shutter.Time.Seconds), 1, 10_000_000));
    }

    private static GainBase Choose(SheetDraft draft, Iso rating, out string why)
    {
        GainControl gain = draft.Model.Gain;
        if (draft.Policy(PolicyMatter.TwoBases, "nearest"))
        {
            GainBase nearest = gain.Bases.MinBy(b => Math.Abs(Sensitivity.GainForIso(b.Base.IsoAtZeroGain, rating).Value))!;
            why = $"the {nearest.Word} base is the nearest, {Sensitivity.GainForIso(nearest.Base.IsoAtZeroGain, rating).Label()} away.";
            return nearest;
        }

        SensitivityChoice choice = Sensitivity.ChooseBase(rating, [.. gain.Bases.Select(b => b.Base)], Sensitivity.DefaultSwitch, Sensitivity.DefaultCap);
        GainBase chosen = gain.Bases.First(b => b.Base == choice.Base);
        Decibels onLow = Sensitivity.GainForIso(gain.Bases[0].Base.IsoAtZeroGain, rating);
        why = chosen == gain.Bases[0]
            ? $"{onLow.Label()} on the low base, which is kept up to {Sensitivity.DefaultSwitch.Label()}."
            : $"{onLow.Label()} on the low base is more than {Sensitivity.DefaultSwitch.Label()}, so the high base is the cleaner.";
        return chosen;
    }

    private static SettingValue.Choice Value(GainBase of) => new(of.Word, of.Base.Name);

    private static Figure IsoOf(GainBase of) => new("ISO at 0 dB", of.Base.IsoAtZeroGain.Value, "ISO", "ISO " + Notation.Number(of.Base.IsoAtZeroGain.Value));
}
