using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What recording now would mean for the sound, the card and the battery. A topic is there only where the sheet asks about it.</summary>
internal static class RecordingConsequences
{
    private static readonly Setting[] SoundSettings =
    [
        Setting.Input1, Setting.Input2, Setting.Phantom1, Setting.Phantom2, Setting.Channel1, Setting.Channel2, Setting.SoundMode, Setting.PeakLevel,
        Setting.LowCut, Setting.Pad, Setting.Limiter, Setting.SoundFormat, Setting.Headphones, Setting.WirelessCells,
    ];

    private static readonly Setting[] CardSettings =
        [Setting.CardSeated, Setting.CardSpeed, Setting.FileSystem, Setting.CardCleared, Setting.CardFormatted, Setting.SlotMode, Setting.RecordTo, Setting.CardMinutes];

    // Voice peaks above this leave no room for a laugh (bench rule; digital full scale is 0).
    private const double NoRoom = -3;

    internal static IEnumerable<Consequence> Of(Findings found)
    {
        if (Asked(found, SoundSettings))
        {
            yield return Sound(found);
        }

        if (Asked(found, CardSettings))
        {
            yield return Card(found);
        }

        if (Asked(found, [Setting.BatterySeated, Setting.RunningMinutes]))
        {
            yield return Battery(found);
        }
    }

    private static Consequence Sound(Findings found)
    {
        const string Rule = "NOW-SOUND";
        if (found.Floats(Setting.SoundMode))
        {
            return new(ConsequenceTopic.Sound, Severity.Floats, "level floats", Judgement.Of(
                Rule, "The level is automatic: pauses come up to the level of speech, and one cough pulls everything down."));
        }

        List<(Severity Severity, string Short, string Sentence)> wrong = [];
        foreach (Verdict verdict in found.VerdictsOf(SoundSettings).Where(v => v.Kind == VerdictKind.Off))
        {
            wrong.Add(SoundWrong(verdict));
        }

        if (wrong.Count > 0)
        {
            return new(ConsequenceTopic.Sound, wrong.Max(w => w.Severity), Shortly([.. wrong.Select(w => w.Short)]), Judgement.Of(Rule, string.Join(" ", wrong.Select(w => w.Sentence))));
        }

        return found.VerdictsOf(SoundSettings).Any(v => v.Reading is Reading.Of)
            ? new(ConsequenceTopic.Sound, Severity.Fine, "as the sheet", Judgement.Of(Rule, "What has been read of the sound is as the sheet says."))
            : Unread(ConsequenceTopic.Sound, "Nothing of the sound has been read.");
    }

    private static (Severity Severity, string Short, string Sentence) SoundWrong(Verdict verdict)
    {
        string name = SettingName.Of(verdict.Line.Setting).Name;
        string number = name[^1..];
        string? seen = (verdict.Reading as Reading.Of)?.Value switch { SettingValue.Choice c => c.Word, { } other => other.Label, _ => null };
        string? wanted = verdict.Line.Target is SettingValue.Choice target ? target.Word : verdict.Line.Target?.Label;
        return (verdict.Line.Setting, seen, wanted) switch
        {
            (Setting.Phantom1 or Setting.Phantom2, "off", _) => (Severity.Fault, $"no 48 V on {number}", $"Input {number} has no 48 V: a condenser microphone stays silent."),
            (Setting.Phantom1 or Setting.Phantom2, _, _) => (Severity.Fault, $"48 V on {number}", $"48 V goes into input {number}: a wireless receiver or a dynamic microphone does not want it. Off before anything is plugged."),
            (Setting.Input1 or Setting.Input2, "line", _) => (Severity.Fault, $"input {number} at line", $"Input {number} expects line level: a microphone is almost silent on it."),
            (Setting.Input1 or Setting.Input2, _, "line") => (Severity.Fault, $"input {number} not at line", $"Input {number} expects a microphone: line level distorts in it."),
            (Setting.Input1 or Setting.Input2 or Setting.Channel1 or Setting.Channel2, "built-in", _) => (Severity.Fault, $"{name.ToLowerInvariant()} built-in", $"{name} is the built-in microphone: the room is recorded instead of {wanted}."),
            (Setting.Input1 or Setting.Input2 or Setting.Channel1 or Setting.Channel2, _, _) => (Severity.Fault, $"{name.ToLowerInvariant()} {seen}", $"{name} is {seen} instead of {wanted}."),
            (Setting.PeakLevel, _, _) when (verdict.Reading as Reading.Of)?.Value is SettingValue.Amount { Value: > NoRoom } peak =>
                (Severity.Fault, $"peaks at {peak.Label}", $"Peaks at {peak.Label} leave no room: a laugh clips, and that cannot be mended."),
            (Setting.PeakLevel, _, _) => (Severity.Slight, $"peaks at {seen}", $"Peaks at {seen} instead of {wanted}: bringing them up brings the hiss along."),
            (Setting.Headphones, _, _) => (Severity.Slight, "nobody listens", "Nobody listens on headphones: a silent channel is found at home."),
            (Setting.WirelessCells, _, _) => (Severity.Fault, "wireless not seen to", "The wireless pair has not been seen to: channel, lamps, cells, receiver."),
            _ => (Severity.Slight, $"{name.ToLowerInvariant()} {seen}", $"{name} is {seen}; the sheet wants {wanted}."),
        };
    }

    private static Consequence Card(Findings found)
    {
        const string Rule = "NOW-CARD";
        Sheet sheet = found.Sheet;
        List<(Severity Severity, string Short, string Sentence)> wrong = [];
        bool formatted = found.Value(Setting.CardFormatted) is SettingValue.Act { Yes: true };
        if (found.Value(Setting.CardCleared) is SettingValue.Act { Yes: false })
        {
            wrong.Add(formatted
                ? (Severity.Fault, "formatted uncleared", "The card was formatted before its clips were known to be copied. Take it out, record nothing on it, and ask whose footage was on it.")
                : (Severity.Fault, "footage not copied", "Footage on this card may exist nowhere else. Do not format it: copy, open, count, then format in the camera."));
        }

        BitRate? rate = RateOf(found);
        if (found.Value(Setting.CardSpeed) is SettingValue.Amount speed && rate is { } worst && speed.Value < CardClass.NeededFor(WorstOf(found, worst)) - Guard.Edge)
        {
            wrong.Add((Severity.Fault, "card too slow", $"The card promises {speed.Label}; {WorstOf(found, worst).Label()} needs {Level.Label(CardClass.NeededFor(WorstOf(found, worst)), NaturalUnit.MegabytesPerSecond)}. The recording stops in the middle."));
        }

        foreach (Verdict verdict in found.VerdictsOf([Setting.FileSystem, Setting.RecordTo, Setting.SlotMode, Setting.CardSeated]).Where(v => v.Kind == VerdictKind.Off))
        {
            wrong.Add(CardWrong(verdict, sheet));
        }

        if (MinutesOf(found, rate) is not { } minutes)
        {
            return wrong.Count > 0
                ? new(ConsequenceTopic.Card, Severity.Fault, Shortly([.. wrong.Select(w => w.Short)]), Judgement.Of(Rule, string.Join(" ", wrong.Select(w => w.Sentence))))
                : Unread(ConsequenceTopic.Card, "Nobody has read the card, and none is issued with this model.");
        }

        string holds = Level.Label(Math.Floor(minutes.Minutes), NaturalUnit.Minutes);
        var figure = new Figure("holds", minutes.Minutes, "minutes", holds);
        if (sheet.Standard.PlannedMinutes is { } planned && minutes.Minutes < planned - Guard.Edge)
        {
            wrong.Add((Severity.Fault, holds, $"{minutes.How}: {Level.Label(planned - minutes.Minutes, NaturalUnit.Minutes)} short of the {Level.Label(planned, NaturalUnit.Minutes)} planned. Bring a second card, or a lower bit rate."));
        }

        return wrong.Count > 0
            ? new(ConsequenceTopic.Card, wrong.Max(w => w.Severity), Shortly([.. wrong.Select(w => w.Short)]), Judgement.Of(Rule, string.Join(" ", wrong.Select(w => w.Sentence)), figure))
            : new(ConsequenceTopic.Card, Severity.Fine, holds, Judgement.Of(Rule, $"{minutes.How}.", figure));
    }

    private static (Severity Severity, string Short, string Sentence) CardWrong(Verdict verdict, Sheet sheet)
    {
        string seen = (verdict.Reading as Reading.Of)?.Value.Label ?? "";
        string wanted = verdict.Line.Target?.Label ?? "";
        return verdict.Line.Setting switch
        {
            Setting.FileSystem => (Severity.Fault, seen, $"{sheet.Model.Name} does not write {seen}: it will not see this card. Format it in the camera, once its clips are copied."),
            Setting.RecordTo => (Severity.Fault, $"records to {seen}", $"It records to {seen}, not to {wanted}: the card that is taken out will be empty."),
            Setting.SlotMode => (Severity.Fault, $"slots: {seen}", $"The slots stand at {seen}; the sheet wants {wanted}."),
            _ => (Severity.Fault, "card not seated", "The card is not seated: nothing is recorded."),
        };
    }

    private static Consequence Battery(Findings found)
    {
        const string Rule = "NOW-BATTERY";
        Sheet sheet = found.Sheet;
        if (found.Value(Setting.BatterySeated) is SettingValue.Act { Yes: false })
        {
            return new(ConsequenceTopic.Battery, Severity.Fault, "not seated", Judgement.Of(Rule, "The battery is not seated: the camera dies at the first knock."));
        }

        bool read = found.Value(Setting.RunningMinutes) is SettingValue.Amount;
        double? minutes = found.Value(Setting.RunningMinutes) is SettingValue.Amount shown ? shown.Value : sheet.Model.Power?.RunningMinutes;
        if (minutes is not { } runs)
        {
            return Unread(ConsequenceTopic.Battery, "The running time has not been read, and the card states no consumption.");
        }

        string label = Level.Label(Math.Floor(runs), NaturalUnit.Minutes);
        string how = read ? $"The display says {label}" : $"A full battery runs {label}; what this one holds has not been read";
        var figure = new Figure("runs", runs, "minutes", label);
        return sheet.Standard.PlannedMinutes is { } planned && runs < planned - Guard.Edge
            ? new(ConsequenceTopic.Battery, read ? Severity.Fault : Severity.Slight, label, Judgement.Of(
                Rule, $"{how}: {Level.Label(planned - runs, NaturalUnit.Minutes)} short of the {Level.Label(planned, NaturalUnit.Minutes)} planned. Bring a charged spare, or mains.", figure))
            : new(ConsequenceTopic.Battery, Severity.Fine, label, Judgement.Of(Rule, $"{how}.", figure));
    }

    /// <summary>Minutes the card in the camera holds: what its display says, else the issued card at the rate it stands at.</summary>
    private static (double Minutes, string How)? MinutesOf(Findings found, BitRate? rate)
    {
        if (found.Value(Setting.CardMinutes) is SettingValue.Amount shown)
        {
            return (shown.Value, $"The display says {shown.Label}");
        }

        if (found.Sheet.Model.Card is not { } card || rate is not { } at)
        {
            return null;
        }

        double minutes = Recording.Seconds(card.CapacityGb, at) / 60;
        return (minutes, $"An empty {Notation.Number(card.CapacityGb)} GB card holds {Level.Label(Math.Floor(minutes), NaturalUnit.Minutes)} at {at.Label()}, 3 % kept back");
    }

    // The rate read; else the sheet's, where the format is the sheet's too; else the most this format writes.
    private static BitRate? RateOf(Findings found) =>
        found.Value(Setting.BitRate) is SettingValue.Bits read ? read.Rate
        : found.Sheet.Target<SettingValue.Bits>(Setting.BitRate) is { } target && found.Format == found.Sheet.Target<SettingValue.Format>(Setting.RecordFormat) ? target.Rate
        : found.Sheet.Model.FormatOf(found.Format)?.BitRates.Max();

    private static BitRate WorstOf(Findings found, BitRate rate) => found.Sheet.Model.FormatOf(found.Format)?.WorstAt(rate) ?? rate;

    private static bool Asked(Findings found, Setting[] settings) => settings.Any(s => found.Sheet.LineOf(s) is not null);

    private static string Shortly(string[] shorts) => shorts.Length <= 2 ? string.Join(", ", shorts) : $"{shorts[0]}, {shorts[1]} and {shorts.Length - 2} more";

    private static Consequence Unread(ConsequenceTopic topic, string sentence) => new(topic, Severity.Unknown, "not read yet", Judgement.Of("NOW-UNREAD", sentence));
}
