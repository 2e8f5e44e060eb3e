using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks.Symptoms;

/// <summary>How a cause stands.</summary>
public enum CauseState
{
    /// <summary>The check has read it so: it explains the symptom.</summary>
    StandsSo,

    /// <summary>Nobody has looked.</summary>
    Look,

    /// <summary>The check has read it otherwise.</summary>
    RuledOut,

    /// <summary>This model cannot have it.</summary>
    NotHere,
}

/// <summary>A cause on one unit.</summary>
/// <param name="Cause">The cause.</param>
/// <param name="State">How it stands.</param>
/// <param name="Sentence">What was read; empty where nobody has looked.</param>
/// <param name="Setting">The setting it is about on this model; null where nothing on a sheet tells.</param>
/// <param name="Place">Where its control is on this model; null where the card does not say.</param>
public sealed record DiagnosedCause(HarmlessCause Cause, CauseState State, string Sentence, Setting? Setting, ControlPlace? Place)
{
    /// <summary>Whether it has to be looked at before anything is called a fault. What stands so has to be put right and tried.</summary>
    public bool Open => State is CauseState.Look or CauseState.StandsSo;
}

/// <summary>HARMLESS-FIRST: what can explain a symptom on one unit, told before anything is called a fault.</summary>
/// <param name="Symptom">What was said.</param>
/// <param name="Causes">Its causes in the order in which they are looked at.</param>
/// <param name="Because">What that comes to.</param>
/// <param name="OnlyThen">What is allowed once nothing is left to look at; empty where that is a fault.</param>
public sealed record Diagnosis(Symptom Symptom, ImmutableArray<DiagnosedCause> Causes, Judgement Because, string OnlyThen)
{
    private const string Rule = "HARMLESS-FIRST";

    /// <summary>Holds the causes of a symptom against what a check has read.</summary>
    /// <param name="symptom">What was said.</param>
    /// <param name="model">The model of the unit.</param>
    /// <param name="verdicts">The verdicts of its check; empty where none is open.</param>
    public static Diagnosis Of(Symptom symptom, CameraModel model, ImmutableArray<Verdict> verdicts)
    {
        Dictionary<Setting, Verdict> read = verdicts.ToDictionary(v => v.Line.Setting);
        ImmutableArray<DiagnosedCause> causes = [.. symptom.Causes.Select(c => Held(c, model, read))];
        return new Diagnosis(symptom, causes, Sum(causes), symptom.OnlyThen(model));
    }

    /// <summary>What has still to be looked at before it may be called a fault.</summary>
    /// <param name="looked">Keys of the causes a person looked at and found not to be it.</param>
    public ImmutableArray<DiagnosedCause> StillToLookAt(IReadOnlySet<string> looked) => [.. Causes.Where(c => c.Open && !looked.Contains(c.Cause.Key))];

    /// <summary>The fault in words for whoever repairs it: what was said, what was looked at, what the check had ruled out.</summary>
    /// <param name="says">What the person adds; may be empty.</param>
    public string FaultInWords(string says)
    {
        string looked = string.Join(", ", Causes.Where(c => c.Open).Select(c => c.Cause.Key.Replace('-', ' ')));
        string read = string.Join(" ", Causes.Where(c => c.State == CauseState.RuledOut).Select(c => c.Sentence));
        string[] parts =
        [
            $"{Symptom.Says}.",
            looked.Length > 0 ? $"Looked at, and not it: {looked}." : "",
            read,
            says.Trim(),
        ];
        return string.Join(" ", parts.Where(p => p.Length > 0));
    }

    /// <summary>What it was in words, for the next person.</summary>
    /// <param name="cause">Key of the cause.</param>
    /// <param name="says">What the person adds; may be empty.</param>
    public string HarmlessInWords(string cause, string says)
    {
        HarmlessCause was = Symptom.Causes.First(c => c.Key == cause);
        return $"{Symptom.Says}: no fault. {was.Look} Yes. {was.Remedy} {says.Trim()}".TrimEnd();
    }

    private static DiagnosedCause Held(HarmlessCause cause, CameraModel model, Dictionary<Setting, Verdict> read)
    {
        Setting[] fitted = [.. cause.Settings.Where(s => !model.NotFitted.Contains(s) && read.GetValueOrDefault(s)?.Kind != VerdictKind.NotFitted)];
        if (!cause.On(model) || (fitted.Length == 0 && !cause.Settings.IsEmpty))
        {
            return new DiagnosedCause(cause, CauseState.NotHere, $"{model.Name} has none.", null, null);
        }

        // One that stands so is enough; only when every one was read otherwise is it ruled out.
        (Setting Setting, bool? Stands)[] told = [.. fitted.Select(s => (s, read.GetValueOrDefault(s) is { } verdict ? cause.StandsSo(verdict) : null))];
        Setting[] standing = [.. told.Where(t => t.Stands == true).Select(t => t.Setting)];
        return standing.Length > 0 ? Of(CauseState.StandsSo, string.Join(" ", standing.Select(s => $"{Read(s)}.")), standing[0])
            : told.Length > 0 && told.All(t => t.Stands == false) ? Of(CauseState.RuledOut, string.Join(" ", fitted.Select(s => $"{Read(s)}: not this.")), fitted[0])
            : Of(CauseState.Look, "", fitted.Length > 0 ? fitted[0] : null);

        DiagnosedCause Of(CauseState state, string sentence, Setting? setting) => new(cause, state, sentence, setting, setting is { } at ? model.PlaceOf(at) : null);

        string Read(Setting setting) =>
            $"{SettingName.Of(setting).Name} was read as {(read[setting].Reading is Reading.Of of ? of.Value.Label : "automatic")}";
    }

    private static Judgement Sum(ImmutableArray<DiagnosedCause> causes)
    {
        DiagnosedCause[] standing = [.. causes.Where(c => c.State == CauseState.StandsSo)];
        int look = causes.Count(c => c.State == CauseState.Look);
        string sentence = standing.Length > 0
            ? $"The check has read what can do this: {string.Join(" ", standing.Select(s => s.Sentence))} Put that right first and try again."
            : $"{(look == 1 ? "One harmless cause comes" : $"{Notation.Number(look)} harmless causes come")} before a fault. Look in this order.";
        return Judgement.Of(
            Rule,
            sentence,
            new Figure("stand so", standing.Length, "causes", Notation.Number(standing.Length)),
            new Figure("to look at", look, "causes", Notation.Number(look)));
    }
}
