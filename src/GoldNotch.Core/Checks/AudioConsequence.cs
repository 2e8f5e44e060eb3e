using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Audio: what would be heard, or not.</summary>
internal static class AudioConsequence
{
    private const string RuleId = "NOW-AUDIO";

    // Audio peaks above this leave no headroom for a laugh (bench rule; digital full scale is 0).
    private const double NoHeadroom = -3;

    private static readonly Template LevelAutomaticShort = new(RuleId, "automatic-short", "level automatic");
    private static readonly Template LevelAutomatic = new(
        RuleId,
        "automatic",
        "The audio level is automatic: pauses are raised to the level of speech, and one cough lowers everything."
    );
    private static readonly Template AsRequiredShort = new(RuleId, "as-required-short", "as required");
    private static readonly Template AsRequired = new(RuleId, "as-required", "The audio settings that were read are on target.");
    private static readonly Template NoPhantomShort = new(RuleId, "no-phantom-short", "no 48 V on {input}");
    private static readonly Template NoPhantom = new(
        RuleId,
        "no-phantom",
        "Input {input} has no 48 V: a condenser microphone stays silent."
    );
    private static readonly Template PhantomShort = new(RuleId, "phantom-short", "48 V on {input}");
    private static readonly Template Phantom = new(
        RuleId,
        "phantom",
        "48 V is on at input {input}, which wireless receivers and dynamic microphones do not need. Switch it off before plugging anything in."
    );
    private static readonly Template AtLineShort = new(RuleId, "at-line-short", "input {input} at line");
    private static readonly Template AtLine = new(
        RuleId,
        "at-line",
        "Input {input} expects line level: a microphone is almost silent on it."
    );
    private static readonly Template NotAtLineShort = new(RuleId, "not-at-line-short", "input {input} not at line");
    private static readonly Template NotAtLine = new(
        RuleId,
        "not-at-line",
        "Input {input} expects a microphone: line level distorts in it."
    );
    private static readonly Template BuiltInShort = new(RuleId, "built-in-short", "{setting:lower} built-in");
    private static readonly Template BuiltIn = new(
        RuleId,
        "built-in",
        "{setting} is the built-in microphone: it records the room instead of {target}."
    );
    private static readonly Template OtherSourceShort = new(RuleId, "other-source-short", "{setting:lower} {seen}");
    private static readonly Template OtherSource = new(RuleId, "other-source", "{setting} is {seen} instead of {target}.");
    private static readonly Template PeaksShort = new(RuleId, "peaks-short", "peaks at {seen}");
    private static readonly Template PeaksTooHigh = new(
        RuleId,
        "peaks-too-high",
        "Peaks at {seen} leave no headroom: a laugh clips, and that cannot be corrected. Turn the level down by {off:size}."
    );
    private static readonly Template PeaksHigh = new(
        RuleId,
        "peaks-high",
        "Peaks are at {seen} instead of {target}: turn the level down by {off:size}."
    );
    private static readonly Template PeaksOff = new(
        RuleId,
        "peaks-off",
        "Peaks are at {seen} instead of {target}: turn the level up by {off:size} now; raising them later raises the noise."
    );
    private static readonly Template NobodyListensShort = new(RuleId, "nobody-listens-short", "nobody listens");
    private static readonly Template NobodyListens = new(
        RuleId,
        "nobody-listens",
        "Nobody listens on headphones: a silent channel is noticed too late."
    );
    private static readonly Template WirelessShort = new(RuleId, "wireless-short", "wireless not checked");
    private static readonly Template Wireless = new(
        RuleId,
        "wireless",
        "The wireless pair is not checked: channel, LEDs, batteries, receiver."
    );
    private static readonly Template OtherShort = new(RuleId, "other-short", "{setting:lower} {seen}");
    private static readonly Template Other = new(RuleId, "other", "{setting} is {seen}; the sheet requires {target}.");

    internal static Consequence Of(Findings found, Setting[] settings)
    {
        // An automatic level hides nothing else: a silent channel stays silent under it.
        Wrong[] automatic = found.IsAutomatic(Setting.AudioLevelControl)
            ? [new Wrong(Severity.Automatic, LevelAutomaticShort.Of(), LevelAutomatic.Of(Setting.AudioLevelControl))]
            : [];
        Wrong[] wrong = [.. automatic, .. found.VerdictsOf(settings).Where(v => v.Kind == VerdictKind.OffTarget).Select(OfVerdict)];
        if (wrong.Length > 0)
        {
            return Wrong.Consequence(ConsequenceTopic.Audio, wrong);
        }

        return found.VerdictsOf(settings).Any(v => v.Reading is Reading.Of)
            ? new(ConsequenceTopic.Audio, Severity.Fine, AsRequiredShort.Of(), AsRequired.Of())
            : Unread.Of(ConsequenceTopic.Audio, Unread.Audio);
    }

    private static Wrong OfVerdict(Verdict verdict)
    {
        Setting setting = verdict.Line.Setting;
        SettingValue? value = (verdict.Reading as Reading.Of)?.Value;
        string? seen = value switch
        {
            SettingValue.Choice c => c.Word,
            { } other => other.Label,
            _ => null,
        };
        string? target = verdict.Line.Target is SettingValue.Choice wanted ? wanted.Word : verdict.Line.Target?.Label;
        (Severity severity, Template inShort, Template because) = (setting, seen, target) switch
        {
            (Setting.Phantom1 or Setting.Phantom2, "off", _) => (Severity.Fault, NoPhantomShort, NoPhantom),
            (Setting.Phantom1 or Setting.Phantom2, _, _) => (Severity.Fault, PhantomShort, Phantom),
            (Setting.Input1 or Setting.Input2, "line", _) => (Severity.Fault, AtLineShort, AtLine),
            (Setting.Input1 or Setting.Input2, _, "line") => (Severity.Fault, NotAtLineShort, NotAtLine),
            (Setting.Input1 or Setting.Input2 or Setting.Channel1 or Setting.Channel2, "built-in", _) => (
                Severity.Fault,
                BuiltInShort,
                BuiltIn
            ),
            (Setting.Input1 or Setting.Input2 or Setting.Channel1 or Setting.Channel2, _, _) => (
                Severity.Fault,
                OtherSourceShort,
                OtherSource
            ),
            (Setting.AudioPeakLevel, _, _) when value is SettingValue.Amount { Value: >= NoHeadroom } => (
                Severity.Fault,
                PeaksShort,
                PeaksTooHigh
            ),
            (Setting.AudioPeakLevel, _, _) when verdict.Off.Amount > 0 => (Severity.Slight, PeaksShort, PeaksHigh),
            (Setting.AudioPeakLevel, _, _) => (Severity.Slight, PeaksShort, PeaksOff),
            (Setting.Headphones, _, _) => (Severity.Slight, NobodyListensShort, NobodyListens),
            (Setting.WirelessPair, _, _) => (Severity.Fault, WirelessShort, Wireless),
            _ => (Severity.Slight, OtherShort, Other),
        };
        (string, FigureValue)[] figures =
        [
            ("setting", setting),
            ("input", InputOf(setting)),
            ("seen", seen ?? ""),
            ("target", target ?? verdict.Line.Required),
            ("off", verdict.Off),
        ];
        return new Wrong(severity, inShort.Of(setting, figures), because.Of(setting, figures));
    }

    private static string InputOf(Setting setting) =>
        setting switch
        {
            Setting.Input1 or Setting.Phantom1 => "1",
            Setting.Input2 or Setting.Phantom2 => "2",
            _ => "",
        };
}
