using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

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
/// <param name="Because">What was read; null where nobody has looked.</param>
/// <param name="Setting">The setting it is about on this model; null where nothing on a sheet tells.</param>
/// <param name="Place">Where its control is on this model; null where the card does not say.</param>
public sealed record DiagnosedCause(HarmlessCause Cause, CauseState State, Judgement? Because, Setting? Setting, ControlPlace? Place)
{
    /// <summary>Whether it has to be looked at before anything is called a fault. What stands so has to be corrected and tried.</summary>
    public bool Open => State is CauseState.Look or CauseState.StandsSo;
}

/// <summary>HARMLESS-FIRST: what can explain a symptom on one unit, told before anything is called a fault.</summary>
/// <param name="Symptom">What was said.</param>
/// <param name="Causes">Its causes in the order in which they are looked at.</param>
/// <param name="Because">What that comes to.</param>
/// <param name="OnlyThen">What is allowed once nothing is left to look at; empty where that is a fault.</param>
public sealed record Diagnosis(Symptom Symptom, ImmutableArray<DiagnosedCause> Causes, Judgement Because, string OnlyThen)
{
    private const string RuleId = "HARMLESS-FIRST";

    private static readonly Template NotHere = new(RuleId, "not-here", "{model} has none.");
    private static readonly Template WasRead = new(RuleId, "was-read", "{setting} was read as {seen}.");
    private static readonly Template RuledOut = new(RuleId, "ruled-out", "{setting} was read as {seen}, so this is not the cause.");
    private static readonly Template Explains = new(
        RuleId,
        "explains",
        "The check has read what can cause this: {read} Correct that first and try again."
    );
    private static readonly Template LookFirst = new(
        RuleId,
        "look-first",
        "{look#harmless cause comes|harmless causes come} before a fault. Check them in this order."
    );

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
    public ImmutableArray<DiagnosedCause> StillToLookAt(IReadOnlySet<string> looked) =>
        [.. Causes.Where(c => c.Open && !looked.Contains(c.Cause.Key))];

    /// <summary>The fault in words for whoever repairs it: what was said, what was looked at, what the check had ruled out.</summary>
    /// <param name="says">What the person adds; may be empty.</param>
    public string FaultInWords(string says)
    {
        string looked = string.Join(", ", Causes.Where(c => c.Open).Select(c => c.Cause.Key.Replace('-', ' ')));
        string read = string.Join(" ", Causes.Where(c => c.State == CauseState.RuledOut).Select(c => JudgementText.Of(c.Because!)));
        string[] parts = [$"{Symptom.Text}.", looked.Length > 0 ? $"Checked and not the cause: {looked}." : "", read, says.Trim()];
        return string.Join(" ", parts.Where(p => p.Length > 0));
    }

    /// <summary>What it was in words, for the next person.</summary>
    /// <param name="cause">Key of the cause.</param>
    /// <param name="says">What the person adds; may be empty.</param>
    public string HarmlessInWords(string cause, string says)
    {
        HarmlessCause was = Symptom.Causes.First(c => c.Key == cause);
        return $"{Symptom.Text}: no fault. {was.Look} Yes. {was.Remedy} {says.Trim()}".TrimEnd();
    }

    private static DiagnosedCause Held(HarmlessCause cause, CameraModel model, Dictionary<Setting, Verdict> read)
    {
        Setting[] fitted =
        [
            .. cause.Settings.Where(s => !model.NotFitted.Contains(s) && read.GetValueOrDefault(s)?.Kind != VerdictKind.NotFitted),
        ];
        if (!cause.On(model) || (fitted.Length == 0 && !cause.Settings.IsEmpty))
        {
            return new DiagnosedCause(cause, CauseState.NotHere, NotHere.Of(("model", model.Name)), null, null);
        }

        // One that is the cause is enough; only when every one was read otherwise is it ruled out.
        (Setting Setting, bool? Stands)[] answers =
        [
            .. fitted.Select(s => (s, read.GetValueOrDefault(s) is { } verdict ? cause.StandsSo(verdict) : null)),
        ];
        Setting[] standing = [.. answers.Where(t => t.Stands == true).Select(t => t.Setting)];
        return standing.Length > 0 ? Of(CauseState.StandsSo, All(WasRead, standing), standing[0])
            : answers.Length > 0 && answers.All(t => t.Stands == false) ? Of(CauseState.RuledOut, All(RuledOut, fitted), fitted[0])
            : Of(CauseState.Look, null, fitted.Length > 0 ? fitted[0] : null);

        DiagnosedCause Of(CauseState state, Judgement? because, Setting? setting) =>
            new(cause, state, because, setting, setting is { } at ? model.PlaceOf(at) : null);

        Judgement All(Template template, Setting[] settings) =>
            settings.Skip(1).Aggregate(One(template, settings[0]), (all, s) => all.And(One(template, s)));

        Judgement One(Template template, Setting setting) =>
            template.Of(setting, ("setting", setting), ("seen", read[setting].Reading is Reading.Of of ? of.Value : "automatic"));
    }

    private static Judgement Sum(ImmutableArray<DiagnosedCause> causes)
    {
        DiagnosedCause[] standing = [.. causes.Where(c => c.State == CauseState.StandsSo)];
        FigureValue look = FigureValue.Count(causes.Count(c => c.State == CauseState.Look));
        return standing.Length > 0
            ? Explains.Of(
                ("read", FigureValue.Of(standing.Select(s => s.Because!))),
                ("standing", FigureValue.Count(standing.Length)),
                ("look", look)
            )
            : LookFirst.Of(("look", look));
    }
}
