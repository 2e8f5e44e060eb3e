using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>The bit rate of the chosen format: the highest, the lowest that is enough, or the highest the issued card sustains.</summary>
internal sealed class BitRateTranslator : Translator
{
    private const string RuleId = "BITRATE-BY-FORMAT";

    private static readonly Template NoFormat = new(RuleId, "no-format", "No format is chosen yet. Set resolution and frame rate first.");
    private static readonly Template Highest = new(RuleId, "highest", "{rate} is the highest of {model}.");
    private static readonly Template LowestEnough = new(
        RuleId,
        "lowest-enough",
        "{rate} is the lowest of at least {required}; {model} has {rates}."
    );
    private static readonly Template TooLow = new(
        RuleId,
        "too-low",
        "{model} has only {rates}: {missing:size} less than the required {required}. Fine movement and foliage show it first."
    );
    private static readonly Template CardTooSlow = new(
        RuleId,
        "card-too-slow",
        "The issued {card} sustains {sustained}; even {lowest} needs {needed}. Issue a faster card."
    );
    private static readonly Template HighestForCard = new(
        RuleId,
        "highest-for-card",
        "{rate} is the highest that the issued {card} at {sustained} sustains."
    );
    private static readonly Template NeedsFaster = new(RuleId, "needs-faster", "{rate} needs a faster card, {needed}.");

    internal override Setting Setting => Setting.BitRate;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        if (draft.Format is null && draft.LineOf(Setting.RecordFormat) is not null)
        {
            return CheckByEye(notch, draft, null, NoFormat.Of(Setting));
        }

        BitRate[] rates = draft.Format is { } chosen
            ? [.. model.FormatOf(chosen)!.RatesIn((draft.LineOf(Setting.Codec)?.Target as SettingValue.Choice)?.Word)]
            : [.. model.Formats.SelectMany(f => f.BitRates).Distinct().Order()];
        if (rates.Length == 0)
        {
            return NotPossible(notch, draft, NoFormat.Of(Setting));
        }

        BitRate highest = rates[^1];
        BitRate? floor = notch.Requirement switch
        {
            Requirement.BitRateAtLeast asked => asked.Rate,
            Requirement.ByPolicy when draft.Policy(CompressionPolicy.ByUse) => FootageProposal
                .For(draft.Standard.Use, draft.Standard.Policies)
                .AtLeast,
            Requirement.ByPolicy when draft.Policy(CompressionPolicy.Enough) => FootageProposal
                .For(draft.Standard.Use, draft.Standard.Policies)
                .Enough,
            _ => null,
        };
        if (notch.Requirement is Requirement.HighestForCard && model.Card is { } card)
        {
            return ForCard(notch, draft, rates, card);
        }

        if (floor is not { } least)
        {
            return Exact(notch, draft, new SettingValue.Bits(highest), Highest.Of(Setting, ("rate", highest), ("model", model.Name)));
        }

        FigureValue has = new FigureValue.List([.. rates.Select(r => (FigureValue)r)]);
        foreach (BitRate rate in rates)
        {
            if (rate >= least)
            {
                return Exact(
                    notch,
                    draft,
                    new SettingValue.Bits(rate),
                    LowestEnough.Of(Setting, ("rate", rate), ("required", least), ("model", model.Name), ("rates", has))
                );
            }
        }

        var missing = new Distance(highest.Megabits - least.Megabits, NaturalUnit.Megabits);
        return Compromise(
            notch,
            draft,
            new SettingValue.Bits(highest),
            missing.Amount,
            TooLow.Of(Setting, ("model", model.Name), ("rates", has), ("missing", missing), ("required", least))
        );
    }

    private SheetLine ForCard(Notch notch, SheetDraft draft, BitRate[] rates, IssuedCard card)
    {
        BitRate[] sustained = [.. rates.Where(card.Class.KeepsUpWith)];
        FigureValue promised = InMegabytes(card.Class.MegabytesPerSecond);
        if (sustained.Length == 0)
        {
            return NotPossible(
                notch,
                draft,
                CardTooSlow.Of(
                    Setting,
                    ("card", card.Class.Name),
                    ("sustained", promised),
                    ("lowest", rates[0]),
                    ("needed", InMegabytes(CardClass.NeededFor(rates[0])))
                )
            );
        }

        Judgement why = HighestForCard.Of(Setting, ("rate", sustained[^1]), ("card", card.Class.Name), ("sustained", promised));
        return Exact(
            notch,
            draft,
            new SettingValue.Bits(sustained[^1]),
            sustained.Length == rates.Length
                ? why
                : why.And(NeedsFaster.Of(Setting, ("rate", rates[^1]), ("needed", InMegabytes(CardClass.NeededFor(rates[^1])))))
        );
    }

    private static FigureValue InMegabytes(double rate) => FigureValue.In(Measure.MegabytesPerSecond, rate);
}
