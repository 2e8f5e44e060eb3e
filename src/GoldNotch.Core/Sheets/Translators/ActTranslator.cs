using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>ACT-DONE: what a person does and says is done; a model that does not need it is told so.</summary>
internal sealed class ActTranslator(Setting setting) : Translator
{
    private const string Id = "ACT-DONE";

    protected override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        var done = new SettingValue.Act(true);
        string what = SettingName.Of(setting).What;
        switch (setting)
        {
            case Setting.BlackReference when model.BlackReferenceMinutes is { } minutes:
                return Exact(notch, draft, done, Judgement.Of(
                    Id,
                    $"{what} On {model.Name} every {Notation.Number(minutes)} min again.",
                    new Figure("interval", minutes, "minutes", Level.Label(minutes, NaturalUnit.Minutes))));
            case Setting.BlackReference:
                return Nothing(notch, draft, done, Judgement.Of(Id, $"{model.Name} wants none."));
            case Setting.Clock when draft.Policy(PolicyMatter.DateAndTime, "ignore") && notch.Wish is Wish.ByPolicy:
                return Nothing(notch, draft, done, Judgement.Of(Id, "The policy ignores it: clips are put in order by their card, and file times mean nothing."));
            case Setting.FactoryReset when model.NotFitted.Contains(setting) || model.Reset is { How.Length: 0 }:
                string later = model.Reset is { Firmware.Length: > 0 } newer ? $" before firmware {newer.Firmware}: have it brought up to that" : "";
                return NotPossible(notch, draft, Judgement.Of(
                    Id, $"{model.Name} has no reset in its menu{later}. Go through every line below by hand: nothing on it can be taken as known."));
            case Setting.FactoryReset when model.Reset is { } reset:
                string since = reset.Firmware.Length > 0 ? $" From firmware {reset.Firmware} on." : "";
                return Exact(notch, draft, done, Judgement.Of(Id, $"{reset.How}{since} The card is untouched."));
            case Setting.CardFormatted:
                return Exact(notch, draft, done, Judgement.Of(Id, $"{what} A card formatted on a computer may not be seen by the camera."));
            default:
                return Exact(notch, draft, done, Judgement.Of(Id, what));
        }
    }
}
