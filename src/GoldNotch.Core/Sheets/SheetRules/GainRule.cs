using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-NEAREST-BELOW: the nearest position that adds no noise; above the wish only when nothing lies below.</summary>
internal sealed class GainRule : SheetRule
{
    private const string Id = "GAIN-NEAREST-BELOW";

    protected override Setting Setting => Setting.Gain;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        if (model.Gain.Positions.IsEmpty)
        {
            return NotPossible(notch, draft, Judgement.Of(Id, $"{model.Name} has no gain control."));
        }

        GainPosition lowest = model.Gain.Positions[0];
        if (notch.Wish is not Wish.Gain wish)
        {
            return Exact(notch, draft, Value(lowest), Judgement.Of(Id, $"{Value(lowest).Label} is the lowest {model.Name} has."));
        }

        GainPosition chosen = model.Gain.Positions.LastOrDefault(p => p.Gain.Value <= wish.Value.Value + Guard.Edge) ?? lowest;
        Decibels off = chosen.Gain - wish.Value;
        Stops light = off.ToStops();
        if (Math.Abs(off.Value) <= Guard.Edge)
        {
            return Exact(notch, draft, Value(chosen), Judgement.Of(Id, $"{model.Name} has {wish.Value.Label()}: full range at known noise."));
        }

        string has = string.Join(", ", model.Gain.Positions.Select(p => Value(p).Label));
        string cost = off.Value < 0
            ? $"It is {light.Magnitude.InHundredths()} darker and takes {light.Magnitude.InHundredths()} of highlight room"
            : $"Nothing lies below; it is {light.Magnitude.InHundredths()} brighter and adds {off.Label()} of noise";
        return Compromise(notch, draft, Value(chosen), off.Value, Judgement.Of(
            Id,
            $"{model.Name} has no {wish.Value.Label()}: its positions are {has}. {Value(chosen).Label} is the nearest that adds no noise it need not. {cost}.",
            Figure.Of("against the wish", new Distance(off.Value, NaturalUnit.Decibels)),
            Figure.InStops("picture", light)), light);
    }

    private static SettingValue.GainAt Value(GainPosition position) => new(position.Gain, position.Name);
}
