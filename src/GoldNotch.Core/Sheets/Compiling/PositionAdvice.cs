using System.Collections.Frozen;
using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>What is worth knowing about a position, and what helps where a model has none.</summary>
internal static class PositionAdvice
{
    private const string RuleId = "POSITION-ADVICE";
    private const string Any = "";

    private static readonly ImmutableArray<Advice> About =
    [
        new([Setting.DigitalZoom], ["off"], Note("digital-zoom", "Digital zoom only enlarges pixels.")),
        new([Setting.HighRate], ["off"], Note("high-rate", "It is the setting most often left on.")),
        new([Setting.Stabiliser], ["strong"], Note("strong-stabiliser", "It crops the picture slightly.")),
        new(
            [Setting.Phantom1, Setting.Phantom2],
            ["on"],
            Note("phantom-on", "For condenser microphones only; never into a wireless receiver.")
        ),
        new(
            [Setting.Phantom1, Setting.Phantom2],
            ["off"],
            Note("phantom-off", "Dynamic microphones, wireless receivers and line sources need none.")
        ),
        new([Setting.Limiter], ["on"], Note("limiter", "It catches a laugh; it is not a level control.")),
        new([Setting.Peaking], ["red", "yellow", "blue", "white"], Note("peaking", "Peaking marks still edges only and is not recorded.")),
        new([Setting.ViewingLut], [Any], Note("viewing-lut", "It is not recorded.")),
        new([Setting.SlotMode], ["simultaneous"], Note("simultaneous", "Both cards hold everything.")),
        new([Setting.SlotMode], ["relay"], Note("relay", "The second card continues when the first is full.")),
        new([Setting.GainBoost], ["off"], Note("gain-boost", "It smears movement and adds noise that no number shows.")),
        new([Setting.TimecodeCount], ["drop-frame"], Note("drop-frame", "It follows the clock at 29.97 and 59.94, and at no other rate.")),
        new([Setting.MainsAdapter], ["camera"], Note("adapter", "In the charging position it does not power the camera.")),
        new([Setting.EyeSensor], ["off"], Note("eye-sensor", "When on, a hand or strap in front of it blanks the screen.")),
        new([Setting.LensFocus], [Any], Note("lens-focus", "Both focus switches must agree.")),
    ];

    private static readonly Template OnTripod = Note("on-tripod", "On a tripod strong stabilisation drifts.");

    private static readonly ImmutableArray<Advice> Alternatives =
    [
        new([Setting.SlotMode], [Any], Note("instead-slot-mode", "Plan the change of card by the minutes shown.")),
        new([Setting.Stabiliser], [Any], Note("instead-stabiliser", "Use a tripod, or lean on something.")),
        new(
            [Setting.Phantom1, Setting.Phantom2],
            [Any],
            Note("instead-phantom", "Use a microphone with its own battery, or a separate supply.")
        ),
        new([Setting.Profile], ["log"], Note("instead-log", "Record its flattest profile and tell whoever grades.")),
        new([Setting.Profile], [Any], Note("instead-profile", "Use the nearest profile and note which.")),
        new([Setting.Peaking], [Any], Note("instead-peaking", "Focus with the magnifier, then switch it off.")),
        new(
            [Setting.Limiter],
            [Any],
            Note("instead-limiter", "Leave more headroom: the audio peak level of this sheet is lowered for it.")
        ),
        new([Setting.LowCut], [Any], Note("instead-low-cut", "Use the wind cover, and filter the lows afterwards.")),
        new([Setting.Input1, Setting.Input2], [Any], Note("instead-input", "Record the audio separately, with a mark to align it.")),
        new([Setting.Channel2], [Any], Note("instead-channel", "Feed it from another source, or monitor the one channel closely.")),
        new([Setting.Codec], [Any], Note("instead-codec", "Choose the one that the editing machine reads best.")),
        new([Setting.FalseColour, Setting.Histogram], [Any], Note("instead-exposure-aid", "Set exposure by the zebra or the meter.")),
        new([Setting.AudioLevelControl], [Any], Note("instead-level-control", "Watch the meter more often.")),
    ];

    private static readonly Template LeaveIt = Note("leave", "Leave it and note it on the sheet.");

    // Where the registry of templates finds them.
    private static readonly ImmutableArray<Template> All = [.. About.Concat(Alternatives).Select(a => a.Template)];

    private static readonly FrozenDictionary<(Setting, string), Template> ByPosition = ByKey(About);
    private static readonly FrozenDictionary<(Setting, string), Template> ByAlternative = ByKey(Alternatives);

    internal static Judgement? For(Setting setting, string word, SheetDraft draft) =>
        setting == Setting.Stabiliser && word is "standard" or "off"
            ? draft.Circumstances.Has(Condition.Tripod)
                ? OnTripod.Of(setting)
                : null
            : Find(ByPosition, setting, word)?.Of(setting);

    internal static Judgement Instead(Setting setting, string word) => (Find(ByAlternative, setting, word) ?? LeaveIt).Of(setting);

    private static Template? Find(FrozenDictionary<(Setting, string), Template> from, Setting setting, string word) =>
        from.GetValueOrDefault((setting, word)) ?? from.GetValueOrDefault((setting, Any));

    private static FrozenDictionary<(Setting, string), Template> ByKey(ImmutableArray<Advice> all) =>
        all.SelectMany(a => a.Settings.SelectMany(s => a.Words.Select(w => (Key: (s, w), a.Template))))
            .ToFrozenDictionary(a => a.Key, a => a.Template);

    private static Template Note(string @case, string text) => new(RuleId, @case, text);

    private sealed record Advice(ImmutableArray<Setting> Settings, ImmutableArray<string> Words, Template Template);
}
