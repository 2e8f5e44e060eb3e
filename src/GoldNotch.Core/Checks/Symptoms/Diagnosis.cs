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
/// <param name="Place">Where its control is on this model; null where the card does not say.</param>
public sealed record DiagnosedCause(HarmlessCause Cause, CauseState State, string Sentence, ControlPlace? Place)
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
        ImmutableArray<DiagnosedCause> causes = [.. symptom.Causes.Select(c => Held(c, model, c.Setting is { } setting ? read.GetValueOrDefault(setting) : null))];
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

    private static DiagnosedCause Held(HarmlessCause cause, CameraModel model, Verdict? verdict)
    {
        ControlPlace? place = cause.Setting is { } at ? model.PlaceOf(at) : null;
        if (!cause.On(model) || (cause.Setting is { } setting && model.NotFitted.Contains(setting)) || verdict?.Kind == VerdictKind.NotFitted)
        {
            return new DiagnosedCause(cause, CauseState.NotHere, $"{model.Name} has none.", place);
        }

        if (verdict is null || cause.StandsSo(verdict) is not { } stands)
        {
            return new DiagnosedCause(cause, CauseState.Look, "", place);
        }

        string label = verdict.Reading is Reading.Of of ? of.Value.Label : "automatic";
        string name = SettingName.Of(verdict.Line.Setting).Name;
        return stands
            ? new DiagnosedCause(cause, CauseState.StandsSo, $"{name} was read as {label}.", place)
            : new DiagnosedCause(cause, CauseState.RuledOut, $"{name} was read as {label}: not this.", place);
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
