using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>FORMAT-NEAREST: rate and scan come before size, because a size can be scaled and a rate cannot be cut together.</summary>
internal sealed class RecordFormatTranslator : Translator
{
    private const string Id = "FORMAT-NEAREST";

    protected override Setting Setting => Setting.RecordFormat;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) => notch.Wish switch
    {
        Wish.ByUse or Wish.ByPolicy => ByUse(notch, draft),
        Wish.LineUpRate line => OfLineUp(notch, draft, line.Size),
        var wish => Nearest(notch, draft, ((Wish.Format)wish).Size, ((Wish.Format)wish).Rate, ""),
    };

    private SheetLine ByUse(Notch notch, SheetDraft draft)
    {
        FootageProposal proposal = FootageProposal.For(draft.Standard.Use, draft.Standard.Policies);
        return Nearest(notch, draft, proposal.Size, proposal.Rate, $" {proposal.Reasons[0]}{string.Concat(proposal.Cautions.Take(1).Select(c => " " + c))}");
    }

    // Alone, a camera has no line-up to agree with: the plain rate stands in, and a person must say which.
    private SheetLine OfLineUp(Notch notch, SheetDraft draft, FrameSize size)
    {
        ScanRate plain = FootageProposal.For(draft.Standard.Use, draft.Standard.Policies).Rate;
        SheetLine meanwhile = Nearest(notch, draft, size, plain, "");
        return Look(notch, draft, meanwhile.Target, Judgement.Of(
            Id,
            $"One rate for all cameras of the shoot: ask which. Used alone it would be {plain.Label()}{(meanwhile.Target is { } t ? $", here {t.Label}" : ", which this model has not")}."));
    }

    private SheetLine Nearest(Notch notch, SheetDraft draft, FrameSize size, ScanRate rate, string reason)
    {
        CameraModel model = draft.Model;
        string asked = $"{size.Label()} {rate.Label()}";
        RecordFormat? found = model.FormatOf(new SettingValue.Format(size, rate));
        if (found is not null)
        {
            var exact = new SettingValue.Format(size, rate);
            return Costs(found) is { Length: > 0 } costs
                ? Compromise(notch, draft, exact, 0, Judgement.Of(
                    Id, $"{model.Name} records {asked}, but {costs}.{reason}", new Figure("crop", found.Crop, "times", Notation.Number(found.Crop, 2) + "×")))
                : Exact(notch, draft, exact, Judgement.Of(Id, $"{model.Name} records {asked}.{reason}"));
        }

        RecordFormat? sameRate = model.Formats.Where(f => f.Rate == rate)
            .OrderBy(f => Math.Abs(Math.Log2((double)f.Size.Pixels / size.Pixels))).FirstOrDefault();
        if (sameRate is not null)
        {
            var target = new SettingValue.Format(sameRate.Size, sameRate.Rate);
            double share = 100.0 * sameRate.Size.Pixels / size.Pixels;
            string sizes = string.Join(" and ", model.Formats.Where(f => f.Rate == rate).Select(f => f.Size.Label()).Distinct());
            string costs = Costs(sameRate) is { Length: > 0 } c ? $" There {c}." : "";
            return Compromise(notch, draft, target, 0, Judgement.Of(
                Id,
                $"{model.Name} has no {asked}: {rate.Label()} forces {sizes}. {target.Label} keeps the rate and scan, which cannot be changed afterwards; the size can be scaled.{costs}{reason}",
                new Figure("picture size", share, "per cent", $"{Notation.Number(share)} % of the pixels")));
        }

        string has = string.Join(", ", model.Formats.Select(f => $"{f.Size.Label()} {f.Rate.Label()}"));
        return NotPossible(notch, draft, Judgement.Of(
            Id, $"{model.Name} does not record at {rate.Label()}. It has {has}. Use another model, or change the rate for all cameras of the shoot.{reason}"));
    }

    private static string Costs(RecordFormat format)
    {
        string crop = format.Crop > 1.01 ? $"the picture is cropped {Notation.Number(format.Crop, 2)} times: stand further back or zoom out" : "";
        return crop.Length > 0 && format.Cost.Length > 0 ? $"{crop}; {format.Cost}" : crop + format.Cost;
    }
}
