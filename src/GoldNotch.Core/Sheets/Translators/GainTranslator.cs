using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>GAIN-NEAREST-BELOW: the nearest position that adds no noise; above the wish only when nothing lies below.</summary>
internal sealed class GainTranslator : Translator
{
    private const string Id = "GAIN-NEAREST-BELOW";

    protected override Setting Setting => Setting.Gain;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        ImmutableArray<GainPosition> positions = model.Gain.PositionsOn(draft.BaseWord);
        if (positions.IsEmpty)
        {
            return model.Gain.IsoAtZeroGain is { } only && notch.Wish is not Wish.Gain { Value.Value: not 0 }
                ? Nothing(notch, draft, new SettingValue.GainAt(Decibels.Zero, ""), Judgement.Of(Id, $"{model.Name} records at ISO {Notation.Number(only.Value)} and nothing else."))
                : NotPossible(notch, draft, Judgement.Of(Id, $"{model.Name} has no gain control."));
        }

        GainPosition lowest = positions[0];
        if (notch.Wish is Wish.LowestGain || (notch.Wish is Wish.ByPolicy && draft.Policy(PolicyMatter.BaseGain, "lowest")))
        {
            string costs = lowest.Gain.Value < 0 ? $" It costs {lowest.Gain.ToStops().Magnitude.InHundredths()} of highlight room." : "";
            return Exact(notch, draft, Value(lowest), Judgement.Of(Id, $"{Value(lowest).Label} is the lowest {model.Name} has.{costs}"));
        }

        Decibels wished = (notch.Wish as Wish.Gain)?.Value ?? Decibels.Zero;
        GainPosition chosen = positions.LastOrDefault(p => p.Gain.Value <= wished.Value + Guard.Edge) ?? lowest;
        Decibels off = chosen.Gain - wished;
        Stops light = off.ToStops();
        if (Math.Abs(off.Value) <= Guard.Edge)
        {
            string on = model.Gain.BaseOf(draft.BaseWord) is { } b ? $" on the {b.Word} base, ISO {Notation.Number(b.Base.IsoAtZeroGain.Value)}" : "";
            return Exact(notch, draft, Value(chosen), Judgement.Of(Id, $"{model.Name} has {wished.Label()}{on}: full range at known noise."));
        }

        string has = string.Join(", ", positions.Select(p => Value(p).Label));
        string cost = off.Value < 0
            ? $"It is {light.Magnitude.InHundredths()} darker and takes {light.Magnitude.InHundredths()} of highlight room"
            : $"Nothing lies below; it is {light.Magnitude.InHundredths()} brighter and adds {off.Label()} of noise";
        return Compromise(notch, draft, Value(chosen), off.Value, Judgement.Of(
            Id,
            $"{model.Name} has no {wished.Label()}: its positions are {has}. {Value(chosen).Label} is the nearest that adds no noise it need not. {cost}.",
            Figure.Of("against the wish", new Distance(off.Value, NaturalUnit.Decibels)),
            Figure.InStops("picture", light)), light);
    }

    private static SettingValue.GainAt Value(GainPosition position) => new(position.Gain, position.Name);
}
