using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>WHITE-NEAREST: presets and dialled numbers are compared in mired; a card memory needs one, and needs the filter set first.</summary>
internal sealed class WhiteBalanceTranslator : Translator
{
    private const string Id = "WHITE-NEAREST";

    protected override Setting Setting => Setting.WhiteBalance;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) => notch.Wish switch
    {
        Wish.WhiteCard card => OnCard(notch, draft, card.Memory),
        Wish.WhitePreset preset => OnPreset(notch, draft, preset.Temperature),
        Wish.AutomaticMode => Automatic(notch, draft),
        _ when draft.Policy(PolicyMatter.Balance, "automatic") => Automatic(notch, draft),
        _ when draft.Policy(PolicyMatter.Balance, "preset") || draft.Circumstances.Has(Condition.CutWithOthers) => OnPreset(notch, draft, draft.Standard.Light.Temperature),
        _ => OnCard(notch, draft, "A"),
    };

    private SheetLine Automatic(Notch notch, SheetDraft draft) => draft.Model.White.CanFloat
        ? Exact(notch, draft, new SettingValue.Mode(false), Judgement.Of(Id, "Left to the camera on purpose: it moves with what is in the picture, so do not cut it with others."))
        : NotPossible(notch, draft, Judgement.Of(Id, $"{draft.Model.Name} has no automatic white. Balance on a card in the subject's light."));

    private SheetLine OnCard(Notch notch, SheetDraft draft, string memory)
    {
        WhiteControl white = draft.Model.White;
        if (white.Memories.IsEmpty)
        {
            return OnPreset(notch, draft, draft.Standard.Light.Temperature);
        }

        const string How = "White or grey card in the subject's light, filling the frame, filter already set, between 50 % and 85 % of the scale; then exposure back to manual.";
        if (white.Memories.Contains(memory))
        {
            return Exact(notch, draft, new SettingValue.WhiteMemory(memory, null), Judgement.Of(Id, How));
        }

        string other = white.Memories[0];
        return Compromise(notch, draft, new SettingValue.WhiteMemory(other, null), 0, Judgement.Of(
            Id, $"{draft.Model.Name} has no memory {memory}; its memories are {string.Join(", ", white.Memories)}. Use {other}. {How}"));
    }

    private SheetLine OnPreset(Notch notch, SheetDraft draft, Kelvin wanted)
    {
        CameraModel model = draft.Model;
        IEnumerable<Kelvin> numbers = model.White.Dial is { } dial ? model.White.Presets.Append(WhiteBalance.Round(wanted, dial)) : model.White.Presets;
        if (!numbers.Any())
        {
            return NotPossible(notch, draft, Judgement.Of(
                Id, $"{model.Name} has no preset and no numbers to dial. Balance on a card in the subject's light instead."));
        }

        Kelvin chosen = numbers.OrderBy(k => Math.Abs(WhiteBalance.Cast(wanted, k).Value)).ThenBy(k => k.Value).First();
        MiredShift rest = WhiteBalance.Cast(wanted, chosen);
        var target = new SettingValue.WhiteNumber(chosen);
        Figure figure = Figure.Of("cast left", new Distance(rest.Value, NaturalUnit.Mired));
        string seen = WhiteBalance.Grade(rest) switch
        {
            CastGrade.Unseen => "not seen",
            CastGrade.Slight => "slight",
            _ => "plainly seen: balance on a card if you can",
        };
        bool exact = WhiteBalance.Grade(rest) == CastGrade.Unseen && notch.Wish is Wish.WhitePreset or Wish.ByPolicy;
        return exact
            ? Exact(notch, draft, target, Judgement.Of(
                Id, chosen == wanted ? $"{model.Name} has {chosen.Label()} itself." : $"{chosen.Label()} leaves {rest.Label()} under {wanted.Label()}: {seen}.", figure))
            : Compromise(notch, draft, target, rest.Value, Judgement.Of(
                Id, $"The nearest {model.Name} has to {wanted.Label()} is {chosen.Label()}, which leaves {rest.Label()}: {seen}.", figure));
    }
}
