using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>ND-NEAREST: the position nearest in stops, at equal distance the clearer; a position is never assumed to be one stop.</summary>
internal sealed class NeutralDensityTranslator : Translator
{
    private const string Id = "ND-NEAREST";

    protected override Setting Setting => Setting.NeutralDensity;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        Stops wanted = ((Wish.FilterLoss)notch.Wish).Loss;
        CameraModel model = draft.Model;
        FilterPosition[] filters = [.. Dial.FiltersOf(model)];
        if (filters.Length == 0)
        {
            return wanted == Stops.Zero
                ? Nothing(notch, draft, new SettingValue.Filter(new FilterPosition("clear", Stops.Zero)), Judgement.Of(
                    Id, $"{model.Name} has no built-in filter, so its path is clear. Look that none is screwed on in front."))
                : NotPossible(notch, draft, Judgement.Of(
                    Id, $"{model.Name} has no built-in filter. Screw a front filter of {wanted.InHundredths()} on, or close the iris by as much.",
                    Figure.InStops("wanted filter", wanted)));
        }

        FilterPosition chosen = filters.OrderBy(f => Math.Abs((f.Loss - wanted).Value)).ThenBy(f => f.Loss.Value).First();
        var target = new SettingValue.Filter(chosen);
        Stops light = wanted - chosen.Loss;
        if (Math.Abs(light.Value) <= ExactWithinStops)
        {
            string why = wanted == Stops.Zero ? "A filter left in makes people reach for gain." : $"Position {chosen.Label} takes {chosen.Loss.InHundredths()}.";
            return Exact(notch, draft, target, Judgement.Of(Id, why));
        }

        string has = model.Variable is { } v
            ? $"clear and {v.Least.InHundredths()} to {v.Most.InHundredths()}"
            : string.Join(", ", filters.Select(f => new SettingValue.Filter(f).Label));
        return Compromise(notch, draft, target, light.Value, Judgement.Of(
            Id,
            $"{model.Name} has {has}. Position {chosen.Label} is nearest to {wanted.InHundredths()}: it takes {light.Magnitude.InHundredths()} {(light.Value < 0 ? "more" : "less")} light than asked.",
            Figure.InStops("wanted filter", wanted),
            Figure.Of("picture", new Distance(light.Value, NaturalUnit.Stops))), light);
    }
}
