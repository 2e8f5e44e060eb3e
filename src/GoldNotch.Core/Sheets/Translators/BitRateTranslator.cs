using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>BITRATE-BY-FORMAT: the bit rates that exist depend on the format chosen before.</summary>
internal sealed class BitRateTranslator : Translator
{
    private const string Id = "BITRATE-BY-FORMAT";

    protected override Setting Setting => Setting.BitRate;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        BitRate[] rates = draft.Format is { } chosen ? [.. model.FormatOf(chosen)!.BitRates.Order()] : [.. model.Formats.SelectMany(f => f.BitRates).Distinct().Order()];
        if (rates.Length == 0)
        {
            return NotPossible(notch, draft, Judgement.Of(Id, "There is no format to choose a bit rate for; settle size and rate first."));
        }

        string at = draft.Format is { } f ? $" at {f.Label}" : "";
        string has = string.Join(", ", rates.Select(r => r.Label()));
        BitRate highest = rates[^1];
        BitRate? floor = notch.Wish switch
        {
            Wish.BitRateAtLeast asked => asked.Rate,
            Wish.ByPolicy when draft.Policy(PolicyMatter.Compression, "use") => FootageProposal.For(draft.Standard.Use, draft.Standard.Policies).AtLeast,
            Wish.ByPolicy when draft.Policy(PolicyMatter.Compression, "enough") => FootageProposal.For(draft.Standard.Use, draft.Standard.Policies).Enough,
            _ => null,
        };
        if (notch.Wish is Wish.HighestForCard && model.Card is { } card)
        {
            return ForCard(notch, draft, rates, card);
        }

        if (floor is not { } least)
        {
            return Exact(notch, draft, new SettingValue.Bits(highest), Judgement.Of(
                Id, $"{highest.Label()} is the highest {model.Name} has{at}.", InMegabits("highest", highest)));
        }

        foreach (BitRate rate in rates)
        {
            if (rate >= least)
            {
                return Exact(notch, draft, new SettingValue.Bits(rate), Judgement.Of(
                    Id, $"{rate.Label()} is the lowest that is at least {least.Label()}{at}; {model.Name} has {has}.", InMegabits("chosen", rate)));
            }
        }

        double missing = highest.Megabits - least.Megabits;
        return Compromise(notch, draft, new SettingValue.Bits(highest), missing, Judgement.Of(
            Id,
            $"{model.Name} has only {has}{at}: {new Distance(missing, NaturalUnit.Megabits).Label()} against the {least.Label()} asked for. Fine movement and foliage will show it first.",
            InMegabits("highest", highest)));
    }

    private SheetLine ForCard(Notch notch, SheetDraft draft, BitRate[] rates, IssuedCard card)
    {
        BitRate[] kept = [.. rates.Where(card.Class.KeepsUpWith)];
        Figure promised = new("class of the card", card.Class.MegabytesPerSecond, "megabytes per second", Level.Label(card.Class.MegabytesPerSecond, NaturalUnit.MegabytesPerSecond));
        if (kept.Length == 0)
        {
            return NotPossible(notch, draft, Judgement.Of(
                Id,
                $"The issued card, {card.Class.Name}, promises {promised.Label}; even {rates[0].Label()} needs {Level.Label(CardClass.NeededFor(rates[0]), NaturalUnit.MegabytesPerSecond)}. Issue a faster card.",
                promised));
        }

        string slower = kept.Length < rates.Length ? $" {rates[^1].Label()} would need {Level.Label(CardClass.NeededFor(rates[^1]), NaturalUnit.MegabytesPerSecond)}: a faster card." : "";
        return Exact(notch, draft, new SettingValue.Bits(kept[^1]), Judgement.Of(
            Id, $"{kept[^1].Label()} is the highest that the issued card, {card.Class.Name} at {promised.Label}, keeps up with.{slower}", InMegabits("highest for the card", kept[^1]), promised));
    }

    private static Figure InMegabits(string name, BitRate rate) => new(name, rate.Megabits, "megabits per second", rate.Label());
}
