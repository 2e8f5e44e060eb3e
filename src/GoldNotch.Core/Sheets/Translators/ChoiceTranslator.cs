using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>POSITION-BY-WORD: the department's word in the camera's own language; where it is missing, the next one if the words have an order.</summary>
internal sealed class ChoiceTranslator(Setting setting) : Translator
{
    private const string Id = "POSITION-BY-WORD";

    protected override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        SettingName name = SettingName.Of(setting);
        string word = notch.Wish is Wish.Position position ? position.Word : ByPolicy(draft);
        CameraModel model = draft.Model;
        if (!model.Choices.TryGetValue(setting, out ChoiceControl? control))
        {
            return Missing(notch, draft, name, word);
        }

        ImmutableArray<string> codecs = setting == Setting.Codec ? model.FormatOf(draft.Format)?.Codecs ?? [] : [];
        if (control.Of(word) is { } found && (codecs.IsEmpty || codecs.Contains(found.Word)))
        {
            return Exact(notch, draft, Value(found), Judgement.Of(Id, $"{Shown(model, found)}{PositionAdvice.For(setting, word, draft)}"));
        }

        ImmutableArray<ChoicePosition> has = codecs.IsEmpty ? control.Positions : [.. control.Positions.Where(p => codecs.Contains(p.Word))];
        string list = string.Join(", ", has.Select(p => p.Label));
        if (name.Ordered && Next(name, word, has) is { } next)
        {
            return Compromise(notch, draft, Value(next), 0, Judgement.Of(
                Id, $"{model.Name} has no “{word}”: it has {list}. {Shown(model, next)} It is the nearest.{PositionAdvice.For(setting, next.Word, draft)}"));
        }

        return NotPossible(notch, draft, Judgement.Of(
            Id, $"{model.Name} has no “{word}” for {name.Name.ToLowerInvariant()}{(codecs.IsEmpty ? "" : $" at {draft.Format!.Label}")}: it has {list}. {PositionAdvice.Instead(setting, word)}"));
    }

    private SheetLine Missing(Notch notch, SheetDraft draft, SettingName name, string word)
    {
        if (!draft.Model.NotFitted.Contains(setting))
        {
            return Look(notch, draft, new SettingValue.Choice(word), Judgement.Of(
                Id, $"The card of {draft.Model.Name} does not say whether it has this. Look for it, set “{word}”, and have the card completed."));
        }

        return name.WhenAbsent.Equals(word, StringComparison.OrdinalIgnoreCase)
            ? Nothing(notch, draft, new SettingValue.Choice(word), Judgement.Of(Id, $"{draft.Model.Name} has none: nothing to set."))
            : NotPossible(notch, draft, Judgement.Of(Id, $"{draft.Model.Name} has nothing to set for “{name.Name.ToLowerInvariant()}”. {PositionAdvice.Instead(setting, word)}"));
    }

    // Only these two choices are matters of policy; the first by the school, the second by what feeds the first channel.
    private string ByPolicy(SheetDraft draft) => setting switch
    {
        Setting.SoundMode => draft.Policy(PolicyMatter.SoundLevel, "automatic") ? "automatic" : "manual",
        Setting.Channel2 => draft.Standard.Policies[PolicyMatter.SpareChannel].Key switch
        {
            "lower" => "input 1, 10 dB lower",
            "second" => "input 2",
            _ => "built-in",
        },
        _ => "low",
    };

    private static ChoicePosition? Next(SettingName name, string word, ImmutableArray<ChoicePosition> has)
    {
        int wanted = name.Words.IndexOf(word);
        return has.Where(p => p.Word != "off" || word == "off")
            .MinBy(p => Math.Abs(name.Words.IndexOf(p.Word) - wanted));
    }

    private static string Shown(CameraModel model, ChoicePosition position) =>
        position.Label.Equals(position.Word, StringComparison.OrdinalIgnoreCase) ? $"{model.Name} has it." : $"{model.Name} calls it {position.Label}.";

    private static SettingValue.Choice Value(ChoicePosition position) => new(position.Word, position.Shown);
}

/// <summary>What experience adds to a position, and what to do where there is none.</summary>
internal static class PositionAdvice
{
    internal static string For(Setting setting, string word, SheetDraft draft) => (setting, word) switch
    {
        (Setting.DigitalZoom, "off") => " It only enlarges pixels.",
        (Setting.HighRate, "off") => " It is what the last person most often left on.",
        (Setting.Stabiliser, "strong") => " It crops the picture a little.",
        (Setting.Stabiliser, "standard" or "off") when draft.Circumstances.Has(Condition.Tripod) => " On a tripod strong steadying drifts.",
        (Setting.Phantom1 or Setting.Phantom2, "on") => " For condenser microphones only; never into a wireless receiver.",
        (Setting.Phantom1 or Setting.Phantom2, "off") => " Dynamic, wireless and line sources need none.",
        (Setting.Limiter, "on") => " It catches a laugh; it is no level control.",
        (Setting.Peaking, not "off") => " It marks still edges only, and is not recorded.",
        (Setting.ViewingLook, _) => " It is not recorded.",
        (Setting.SlotMode, "copy") => " Both cards hold everything: either may be lost.",
        (Setting.SlotMode, "relay") => " The second card takes over when the first is full.",
        (Setting.ExtraGain, "off") => " It smears movement and adds noise that no number shows.",
        (Setting.TimecodeCount, "drop-frame") => " It keeps to the clock at 29.97 and 59.94, and nowhere else.",
        (Setting.MainsAdapter, "camera") => " In the position for charging it does not power the camera.",
        (Setting.EyeSensor, "off") => " On, a hand or a strap before it blanks the screen.",
        (Setting.LensFocus, _) => " Both switches must agree.",
        _ => "",
    };

    internal static string Instead(Setting setting, string word) => (setting, word) switch
    {
        (Setting.SlotMode, _) => "Plan the change of card by the minutes shown.",
        (Setting.Stabiliser, _) => "Use a tripod, or lean on something.",
        (Setting.Phantom1 or Setting.Phantom2, _) => "Use a microphone with its own battery, or a separate supply.",
        (Setting.Profile, "log") => "Record its flattest profile and say so to whoever grades.",
        (Setting.Profile, _) => "Use the profile nearest to it and note which.",
        (Setting.Peaking, _) => "Focus with the magnifier, then switch it off.",
        (Setting.Limiter, _) => "Leave 6 dB more room: voice peaks around −18 dBFS.",
        (Setting.LowCut, _) => "Put the wind cover on, and cut the lows afterwards.",
        (Setting.Input1 or Setting.Input2, _) => "Record sound apart, with a mark to line it up.",
        (Setting.Channel2, _) => "Feed it from whatever it has, or watch the one channel closely.",
        (Setting.Codec, _) => "Choose the one the editing machine reads best.",
        (Setting.ExposureColours or Setting.Histogram, _) => "Set exposure by the zebra or the meter.",
        (Setting.SoundMode, _) => "Watch the meter more often.",
        _ => "Leave it as it is and note it on the sheet.",
    };
}
