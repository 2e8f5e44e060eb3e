using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FORMAT-NEAREST: rate and scan come before size, because a size can be scaled and a rate cannot be cut together.</summary>
internal sealed class RecordFormatRule : SheetRule
{
    private const string Id = "FORMAT-NEAREST";

    protected override Setting Setting => Setting.RecordFormat;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        var wish = (Wish.Format)notch.Wish;
        CameraModel model = draft.Model;
        if (model.Formats.Any(f => f.Size == wish.Size && f.Rate == wish.Rate))
        {
            return Exact(notch, draft, new SettingValue.Format(wish.Size, wish.Rate), Judgement.Of(Id, $"{model.Name} records {wish.Text}."));
        }

        RecordFormat? sameRate = model.Formats.Where(f => f.Rate == wish.Rate)
            .OrderBy(f => Math.Abs(Math.Log2((double)f.Size.Pixels / wish.Size.Pixels))).FirstOrDefault();
        if (sameRate is not null)
        {
            var target = new SettingValue.Format(sameRate.Size, sameRate.Rate);
            double share = 100.0 * sameRate.Size.Pixels / wish.Size.Pixels;
            return Compromise(notch, draft, target, 0, Judgement.Of(
                Id,
                $"{model.Name} has no {wish.Text}. {target.Label} keeps the rate and scan, which cannot be changed afterwards; the size can be scaled.",
                new Figure("picture size", share, "per cent", $"{Notation.Number(share)} % of the pixels")));
        }

        string has = string.Join(", ", model.Formats.Select(f => $"{f.Size.Label()} {f.Rate.Label()}"));
        return NotPossible(notch, draft, Judgement.Of(
            Id, $"{model.Name} does not record at {wish.Rate.Label()}. It has {has}. Use another model, or change the rate for all cameras of the shoot."));
    }
}
