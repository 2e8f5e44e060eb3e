using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>IRIS-TAKES-UP-THE-REST: the opening makes good, in thirds, what this model's shutter, gain and filter could not meet;
/// the zoom's long end is watched.</summary>
internal sealed class IrisOpeningTranslator : Translator
{
    private const string Id = "IRIS-TAKES-UP-THE-REST";

    protected override Setting Setting => Setting.IrisOpening;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        if (notch.Wish is not Wish.Opening wish)
        {
            return AsMetered(notch, draft);
        }

        Lens lens = draft.Model.Lens;
        Stops missing = wish.TakesUpTheRest ? -draft.LightSoFar : Stops.Zero;
        FNumber asked = missing == Stops.Zero ? wish.Number : wish.Number.OpenedBy(missing).NearestThird();
        FNumber target = lens.Reach(asked);
        Stops moved = target.OpennessFrom(wish.Number);
        Figure[] figures = [Figure.Of("opened against the standard", new Distance(moved.Value, NaturalUnit.Stops)), .. Reach(lens, target)];
        string reach = ReachSentence(lens, target);
        if (Math.Abs(moved.Value) <= ExactWithinStops)
        {
            return Exact(notch, draft, new SettingValue.Opening(target), Judgement.Of(Id, $"{target.Engraved()} as the standard asks.{reach}", [.. figures]), moved);
        }

        string why = wish.TakesUpTheRest && missing != Stops.Zero
            ? $"This model's shutter, gain and filter leave the picture {new Distance(draft.LightSoFar.Value, NaturalUnit.Stops).Label()}: {Direction(moved)} from {wish.Number.Label()} to {Both(target)}."
            : $"The lens of {draft.Model.Name} does not reach {wish.Number.Label()}: {target.Engraved()} is its limit.";
        Stops rest = draft.LightSoFar + moved;
        string left = Math.Abs(rest.Value) <= ExactWithinStops ? "" : $" {new Distance(rest.Value, NaturalUnit.Stops).Label()} remains.";
        return Compromise(notch, draft, new SettingValue.Opening(target), moved.Value, Judgement.Of(Id, why + left + reach, [.. figures]), moved);
    }

    private SheetLine AsMetered(Notch notch, SheetDraft draft)
    {
        Lens lens = draft.Model.Lens;
        if (draft.Standard.Light.Illuminance is not { } lux
            || draft.Model.Gain.IsoOn(draft.BaseWord) is not { } iso
            || draft.Target<SettingValue.Speed>(Setting.Shutter) is not { } shutter)
        {
            return Look(notch, draft, null, Judgement.Of(
                Id,
                $"The opening cannot be worked out: {(draft.Standard.Light.Illuminance is null ? "the standard states no light" : draft.Model.Gain.IsoOn(draft.BaseWord) is null ? $"the maker of {draft.Model.Name} gives no ISO" : "the shutter is not settled")}. Read the meter, or set it by the zebra."));
        }

        Decibels gain = draft.Target<SettingValue.GainAt>(Setting.Gain)?.Gain ?? Decibels.Zero;
        Stops filter = draft.Target<SettingValue.Filter>(Setting.NeutralDensity)?.Position.Loss ?? Stops.Zero;
        FNumber exact = MeteredLight.FromLux(lux).OpeningAt(shutter.Time, Sensitivity.IsoAtGain(iso, gain)).OpenedBy(filter);
        FNumber target = lens.Reach(exact.NearestThird());
        Stops off = target.OpennessFrom(exact);
        Figure[] figures = [Figure.InStops("against the meter", off), .. Reach(lens, target)];
        string meter = $"{Notation.Number(lux.Value)} lx ask for {Both(exact.NearestThird())} here.";
        return Math.Abs(off.Value) <= (1.0 / 6) + Guard.Edge
            ? Exact(notch, draft, new SettingValue.Opening(target), Judgement.Of(Id, meter + ReachSentence(lens, target), [.. figures]))
            : Compromise(notch, draft, new SettingValue.Opening(target), off.Value, Judgement.Of(
                Id,
                $"{meter} The lens ends at {target.Engraved()}: {off.Magnitude.InHundredths()} {(off.Value < 0 ? "too dark. Bring light, or see what gain makes good" : "too bright. Put a filter in")}.{ReachSentence(lens, target)}",
                [.. figures]));
    }

    private static string Direction(Stops moved) =>
        $"{(moved.Value > 0 ? "open" : "close")} {moved.LabelWithUnit().TrimStart('+', Notation.Minus)}";

    // The camera shows the one, the arithmetic is done in the other; both are told where they differ.
    private static string Both(FNumber n) => n.Mark % 3 is null or 0 ? n.Engraved() : $"{n.Engraved()} ({n.Label()})";

    private static IEnumerable<Figure> Reach(Lens lens, FNumber target)
    {
        if (lens.HoldsUntil(target) is { } focal && focal.Value < lens.Longest.Value - Guard.Edge)
        {
            yield return new Figure("held up to", focal.Value, "millimetres", focal.Label());
            yield return Figure.Of("at the long end", new Distance(lens.WidestAtLong.OpennessFrom(target).Value, NaturalUnit.Stops));
        }
    }

    private static string ReachSentence(Lens lens, FNumber target)
    {
        if (lens.HoldsUntil(target) is not { } focal || focal.Value >= lens.Longest.Value - Guard.Edge)
        {
            return "";
        }

        Stops loss = lens.WidestAtLong.OpennessFrom(target);
        return $" The zoom holds it up to {focal.Label()}; at {lens.Longest.Label()} it is {lens.WidestAtLong.Engraved()}, {new Distance(loss.Value, NaturalUnit.Stops).Label()}.";
    }
}
