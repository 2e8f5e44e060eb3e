using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>BITRATE-BY-FORMAT: the bit rates that exist depend on the format chosen before.</summary>
internal sealed class BitRateRule : SheetRule
{
    private const string Id = "BITRATE-BY-FORMAT";

    protected override Setting Setting => Setting.BitRate;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        BitRate[] rates = [.. Dial.Of(Setting, model, draft.Format).Detents.Select(d => ((SettingValue.Bits)d.Value).Rate)];
        if (rates.Length == 0)
        {
            return NotPossible(notch, draft, Judgement.Of(Id, "There is no format to choose a bit rate for; settle size and rate first."));
        }

        string at = draft.Format is { } f ? $" at {f.Label}" : "";
        string has = string.Join(", ", rates.Select(r => r.Label()));
        BitRate highest = rates[^1];
        if (notch.Wish is not Wish.BitRateAtLeast least)
        {
            return Exact(notch, draft, new SettingValue.Bits(highest), Judgement.Of(
                Id, $"{highest.Label()} is the highest {model.Name} has{at}.", InMegabits("highest", highest)));
        }

        foreach (BitRate rate in rates)
        {
            if (rate >= least.Rate)
            {
                return Exact(notch, draft, new SettingValue.Bits(rate), Judgement.Of(
                    Id, $"{rate.Label()} is the lowest that is at least {least.Rate.Label()}{at}; {model.Name} has {has}.", InMegabits("chosen", rate)));
            }
        }

        double missing = highest.Megabits - least.Rate.Megabits;
        return Compromise(notch, draft, new SettingValue.Bits(highest), missing, Judgement.Of(
            Id,
            $"{model.Name} has only {has}{at}: {new Distance(missing, NaturalUnit.Megabits).Label()} against the {least.Rate.Label()} asked for. Fine movement and foliage will show it first.",
            InMegabits("highest", highest)));
    }

    private static Figure InMegabits(string name, BitRate rate) => new(name, rate.Megabits, "megabits per second", rate.Label());
}
