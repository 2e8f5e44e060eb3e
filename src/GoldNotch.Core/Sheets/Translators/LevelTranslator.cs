using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>LEVEL-NEAREST: the mark of this camera nearest to a number, on the side the wish allows.</summary>
internal sealed class LevelTranslator(Setting setting) : Translator
{
    private const string Id = "LEVEL-NEAREST";

    protected override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        SettingName name = SettingName.Of(setting);
        CameraModel model = draft.Model;
        Wish wish = notch.Wish is Wish.ByPolicy ? ZebraByPolicy(draft) : notch.Wish;
        bool off = wish is Wish.Position;
        double wanted = (wish as Wish.Amount)?.Value ?? 0;
        if (setting is Setting.PeakLevel or Setting.TimecodeHour)
        {
            return Exact(notch, draft, new SettingValue.Amount(wanted, name.Unit), Judgement.Of(Id, Told(wanted)));
        }

        if (!model.Levels.TryGetValue(setting, out LevelControl? control))
        {
            return Missing(notch, draft, name, off || wanted == 0, wanted);
        }

        if (off)
        {
            return control.HasOff
                ? Exact(notch, draft, new SettingValue.Choice("off"), Judgement.Of(Id, $"{model.Name} can switch it off."))
                : NotPossible(notch, draft, Judgement.Of(Id, $"{model.Name} cannot switch it off. Set {Level.Label(control.Marks[^1], name.Unit)}, where it shows least."));
        }

        double[] allowed = [.. control.Marks.Where(m => Good(m, wish))];
        double chosen = (allowed.Length > 0 ? allowed : [.. control.Marks]).OrderBy(m => Math.Abs(m - wanted)).ThenBy(Math.Abs).First();
        double away = chosen - wanted;
        string means = setting == Setting.Zebra ? ZebraMeans(chosen) : setting == Setting.ExposureShift ? ShiftMeans : "";
        return allowed.Length > 0 && (wish is Wish.Amount { Bound: not Bound.Exactly } || Math.Abs(away) <= Guard.Edge)
            ? Exact(notch, draft, new SettingValue.Amount(chosen, name.Unit), Judgement.Of(Id, $"{model.Name} has {Level.Label(chosen, name.Unit)}.{means}"))
            : Compromise(notch, draft, new SettingValue.Amount(chosen, name.Unit), away, Judgement.Of(
                Id,
                $"{model.Name} has no {Level.Label(wanted, name.Unit)}: the nearest is {Level.Label(chosen, name.Unit)}.{means}",
                Figure.Of("against the wish", new Distance(away, name.Unit))));
    }

    private SheetLine Missing(Notch notch, SheetDraft draft, SettingName name, bool nothingWanted, double wanted)
    {
        CameraModel model = draft.Model;
        if (!model.NotFitted.Contains(setting))
        {
            return Look(notch, draft, notch.Wish is Wish.Amount ? new SettingValue.Amount(wanted, name.Unit) : new SettingValue.Choice("off"), Judgement.Of(
                Id, $"The card of {model.Name} does not say whether it has this. Look for it, set {notch.Wish.Text}, and have the card completed."));
        }

        SettingValue none = notch.Wish is Wish.Amount ? new SettingValue.Amount(wanted, name.Unit) : new SettingValue.Choice("off");
        string instead = setting == Setting.Zebra ? " Judge exposure by the histogram or the meter." : " Leave it and note it on the sheet.";
        return nothingWanted
            ? Nothing(notch, draft, none, Judgement.Of(Id, $"{model.Name} has none: nothing to set."))
            : NotPossible(notch, draft, Judgement.Of(Id, $"{model.Name} has no {name.Name.ToLowerInvariant()}.{instead}"));
    }

    private static bool Good(double mark, Wish wish) => wish is not Wish.Amount number || number.Bound switch
    {
        Bound.AtLeast => mark >= number.Value - Guard.Edge,
        Bound.AtMost => mark <= number.Value + Guard.Edge,
        _ => true,
    };

    private static Wish ZebraByPolicy(SheetDraft draft) => draft.Standard.Policies[PolicyMatter.Zebra].Key switch
    {
        "skin" => new Wish.Amount(70, Bound.Exactly, NaturalUnit.Percent),
        "off" => new Wish.Position("off"),
        _ => new Wish.Amount(100, Bound.Exactly, NaturalUnit.Percent),
    };

    private static string ZebraMeans(double level) => level >= 95 ? " Stripes say: detail is lost here." : " Stripes on skin say: a little less.";

    // Often taken for an effect.
    private const string ShiftMeans = " It is a bias of everything automatic, no effect.";

    private string Told(double wanted) => setting == Setting.PeakLevel
        ? wanted > -6 ? "So near to full scale a laugh clips." : "Loud enough over the noise, with room for a laugh; it never reaches 0."
        : $"Timecode begins at {Notation.Number(wanted)} so that the label says which card or day it is.";
}
