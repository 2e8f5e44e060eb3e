using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>A position by its word: as this model calls it, the next in order, or not possible.</summary>
internal sealed class ChoiceTranslator(Setting setting) : Translator
{
    private const string RuleId = "POSITION-BY-WORD";

    private static readonly Template Has = new(RuleId, "has", "{model} has it.");
    private static readonly Template Calls = new(RuleId, "calls", "{model} calls it {position}.");
    private static readonly Template Next = new(
        RuleId,
        "next",
        "{model} has no “{required}”; it has {positions}. The nearest is {position}."
    );
    private static readonly Template NoSuch = new(
        RuleId,
        "no-such",
        "{model} has no “{required}” for {setting:lower}; it has {positions}."
    );
    private static readonly Template NoSuchAt = new(
        RuleId,
        "no-such-at",
        "{model} has no “{required}” for {setting:lower} at {format}; it has {positions}."
    );
    private static readonly Template NotStated = new(
        RuleId,
        "not-stated",
        "The specification of {model} does not state whether it has this. Look for it, set “{required}”, and have the specification completed."
    );
    private static readonly Template NothingToSet = new(RuleId, "nothing-to-set", "{model} has none: nothing to set.");
    private static readonly Template NoControl = new(RuleId, "no-control", "{model} has no control for {setting:lower}.");

    internal override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        SettingDefinition name = SettingDefinition.Of(setting);
        string word = notch.Requirement is Requirement.Position position ? Microphones.PositionOf(position.Word) : ByPolicy(draft);
        CameraModel model = draft.Model;
        if (!model.Choices.TryGetValue(setting, out ChoiceControl? control))
        {
            return Missing(notch, draft, name, word);
        }

        ImmutableArray<string> codecs = setting == Setting.Codec ? model.FormatOf(draft.Format)?.Codecs ?? [] : [];
        if (control.Of(word) is { } found && (codecs.IsEmpty || codecs.Contains(found.Word)))
        {
            bool own = found.Label.Equals(found.Word, StringComparison.OrdinalIgnoreCase);
            Judgement has = own
                ? Has.Of(setting, ("model", model.Name))
                : Calls.Of(setting, ("model", model.Name), ("position", found.Label));
            return Exact(notch, draft, Value(found), has.And(PositionAdvice.For(setting, word, draft)));
        }

        ImmutableArray<ChoicePosition> positions = codecs.IsEmpty
            ? control.Positions
            : [.. control.Positions.Where(p => codecs.Contains(p.Word))];
        FigureValue list = FigureValue.Of(positions.Select(p => p.Label));
        if (name.Ordered && NextTo(name, word, positions) is { } next)
        {
            return Compromise(
                notch,
                draft,
                Value(next),
                0,
                Next.Of(setting, ("model", model.Name), ("required", word), ("positions", list), ("position", next.Label))
                    .And(PositionAdvice.For(setting, next.Word, draft))
            );
        }

        Judgement none = codecs.IsEmpty
            ? NoSuch.Of(setting, ("model", model.Name), ("required", word), ("setting", setting), ("positions", list))
            : NoSuchAt.Of(
                setting,
                ("model", model.Name),
                ("required", word),
                ("setting", setting),
                ("format", draft.Format!),
                ("positions", list)
            );
        return NotPossible(notch, draft, none.And(PositionAdvice.Instead(setting, word)));
    }

    private SheetLine Missing(Notch notch, SheetDraft draft, SettingDefinition name, string word)
    {
        if (!draft.Model.NotFitted.Contains(setting))
        {
            return CheckByEye(
                notch,
                draft,
                new SettingValue.Choice(word),
                NotStated.Of(setting, ("model", draft.Model.Name), ("required", word))
            );
        }

        return name.WhenAbsent.Equals(word, StringComparison.OrdinalIgnoreCase)
            ? Nothing(notch, draft, new SettingValue.Choice(word), NothingToSet.Of(setting, ("model", draft.Model.Name)))
            : NotPossible(
                notch,
                draft,
                NoControl.Of(setting, ("model", draft.Model.Name), ("setting", setting)).And(PositionAdvice.Instead(setting, word))
            );
    }

    // Only these two choices are matters of policy; the second also depends on what feeds the first channel.
    private string ByPolicy(SheetDraft draft) =>
        setting switch
        {
            Setting.AudioLevelControl => draft.Policy(AudioLevelPolicy.Automatic) ? "automatic" : "manual",
            Setting.Channel2 => draft.Standard.Policies.Of<SpareChannelPolicy>() switch
            {
                SpareChannelPolicy.Lower => "input 1, 10 dB lower",
                SpareChannelPolicy.Second => "input 2",
                _ => "built-in",
            },
            _ => "low",
        };

    private static ChoicePosition? NextTo(SettingDefinition name, string word, ImmutableArray<ChoicePosition> has)
    {
        int wanted = name.Words.IndexOf(word);
        return has.Where(p => p.Word != "off" || word == "off").MinBy(p => Math.Abs(name.Words.IndexOf(p.Word) - wanted));
    }

    private static SettingValue.Choice Value(ChoicePosition position) => new(position.Word, position.Shown);
}
