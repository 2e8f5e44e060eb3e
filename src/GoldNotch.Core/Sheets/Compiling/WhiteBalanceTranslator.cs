using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>White balance on a grey card, at the nearest number, or automatic.</summary>
internal sealed class WhiteBalanceTranslator : Translator
{
    private const string RuleId = "WHITE-BALANCE-NEAREST";

    private static readonly Template LeftAutomatic = new(
        RuleId,
        "automatic",
        "Automatic on purpose: it follows the picture. Do not cut it with other cameras."
    );
    private static readonly Template NoAutomatic = new(
        RuleId,
        "no-automatic",
        "{model} has no automatic white balance. Balance on a grey card in the subject's light."
    );
    private static readonly Template OnCard = new(
        RuleId,
        "on-card",
        "Fill the frame with a white or grey card in the subject's light, filter already set, at 50 % to 85 % of the scale. Then set exposure back to manual."
    );
    private static readonly Template OtherMemory = new(
        RuleId,
        "other-memory",
        "{model} has no memory {required}; its memories are {memories}. Use {memory}."
    );
    private static readonly Template NoNumber = new(
        RuleId,
        "no-number",
        "{model} has no preset and no kelvin control. Balance on a grey card in the subject's light."
    );
    private static readonly Template Has = new(RuleId, "has", "{model} has {white}.");
    private static readonly Template NoMemory = new(
        RuleId,
        "no-memory",
        "{model} cannot store a balance on a card. Dial {white}, which leaves {cast} under {required}."
    );
    private static readonly Template NearEnough = new(RuleId, "near-enough", "{white} leaves {cast} under {required}: not visible.");
    private static readonly Template Slight = new(
        RuleId,
        "slight",
        "The nearest to {required} on {model} is {white}, which leaves {cast}: slight."
    );
    private static readonly Template Visible = new(
        RuleId,
        "visible",
        "The nearest to {required} on {model} is {white}, which leaves {cast}: plainly visible. Balance on a grey card if possible."
    );
    private static readonly Template Unseen = new(
        RuleId,
        "unseen",
        "The nearest to {required} on {model} is {white}, which leaves {cast}: not visible."
    );

    internal override Setting Setting => Setting.WhiteBalance;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) =>
        notch.Requirement switch
        {
            Requirement.WhiteCard card => Card(notch, draft, card.Memory),
            Requirement.WhitePreset preset => Preset(notch, draft, preset.Temperature),
            Requirement.AutomaticMode => Automatic(notch, draft),
            _ when draft.Policy(WhiteBalancePolicy.Automatic) => Automatic(notch, draft),
            _ when draft.Policy(WhiteBalancePolicy.Preset) || draft.Circumstances.Has(Condition.CutWithOthers) => Preset(
                notch,
                draft,
                draft.Standard.Light.Temperature
            ),
            _ => Card(notch, draft, "A"),
        };

    private SheetLine Automatic(Notch notch, SheetDraft draft) =>
        draft.Model.White.HasAutomatic
            ? Exact(notch, draft, new SettingValue.Mode(false), LeftAutomatic.Of(Setting))
            : NotPossible(notch, draft, NoAutomatic.Of(Setting, ("model", draft.Model.Name)));

    private SheetLine Card(Notch notch, SheetDraft draft, string memory)
    {
        WhiteControl white = draft.Model.White;
        if (white.Memories.IsEmpty)
        {
            return Preset(notch, draft, draft.Standard.Light.Temperature);
        }

        if (white.Memories.Contains(memory))
        {
            return Exact(notch, draft, new SettingValue.WhiteMemory(memory, null), OnCard.Of(Setting));
        }

        string other = white.Memories[0];
        return Compromise(
            notch,
            draft,
            new SettingValue.WhiteMemory(other, null),
            0,
            OtherMemory
                .Of(
                    Setting,
                    ("model", draft.Model.Name),
                    ("required", memory),
                    ("memories", FigureValue.Of(white.Memories)),
                    ("memory", other)
                )
                .And(OnCard.Of(Setting))
        );
    }

    private SheetLine Preset(Notch notch, SheetDraft draft, Kelvin wanted)
    {
        CameraModel model = draft.Model;
        IEnumerable<Kelvin> numbers = model.White.Dial is { } dial
            ? model.White.Presets.Append(WhiteBalance.Round(wanted, dial))
            : model.White.Presets;
        if (!numbers.Any())
        {
            return NotPossible(notch, draft, NoNumber.Of(Setting, ("model", model.Name)));
        }

        Kelvin chosen = numbers.OrderBy(k => Math.Abs(WhiteBalance.Cast(wanted, k).Value)).ThenBy(k => k.Value).First();
        MiredShift rest = WhiteBalance.Cast(wanted, chosen);
        CastGrade grade = WhiteBalance.Grade(rest);
        var target = new SettingValue.WhiteNumber(chosen);
        (string, FigureValue)[] figures = [("model", model.Name), ("required", wanted), ("white", chosen), ("cast", rest)];
        bool exact = grade == CastGrade.Unseen && notch.Requirement is Requirement.WhitePreset or Requirement.ByPolicy;
        return exact
            ? Exact(
                notch,
                draft,
                target,
                (
                    chosen == wanted ? Has
                    : grade == CastGrade.Unseen ? NearEnough
                    : grade == CastGrade.Slight ? Slight
                    : Visible
                ).Of(Setting, figures)
            )
            : Compromise(
                notch,
                draft,
                target,
                rest.Value,
                (
                    notch.Requirement is Requirement.WhiteCard or Requirement.ByPolicy && model.White.Memories.IsEmpty ? NoMemory
                    : grade == CastGrade.Unseen ? Unseen
                    : grade == CastGrade.Slight ? Slight
                    : Visible
                ).Of(Setting, figures)
            );
    }
}
