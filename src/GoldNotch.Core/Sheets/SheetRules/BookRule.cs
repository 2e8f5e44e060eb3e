using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>How much a finding weighs.</summary>
public enum FindingGrade
{
    /// <summary>Footage will be lost or spoiled.</summary>
    Fault,

    /// <summary>Likely to be regretted.</summary>
    Warning,

    /// <summary>Good to know.</summary>
    Advice,
}

/// <summary>What a rule is about.</summary>
public enum RuleSubject
{
    /// <summary>A standard, before any model.</summary>
    Standard,

    /// <summary>A camera specification, before any standard.</summary>
    Model,

    /// <summary>A compiled sheet.</summary>
    Sheet,
}

/// <summary>Something a rule found.</summary>
/// <param name="Grade">How much it weighs.</param>
/// <param name="Because">The rule, the setting it is about (null where it is about the whole) and the figures.</param>
public sealed record RuleFinding(FindingGrade Grade, Judgement Because)
{
    /// <summary>The rule.</summary>
    public string RuleId => Because.RuleId;

    /// <summary>The setting it is about; null where it is about the whole.</summary>
    public Setting? Setting => Because.Setting;
}

/// <summary>A rule of the book: one small class each, found by being there.</summary>
/// <param name="id">Id, e.g. <c>GAIN-UP-ND-IN</c>.</param>
/// <param name="subject">What it is about.</param>
/// <param name="grade">How much its findings weigh.</param>
/// <param name="text">The rule in a sentence.</param>
/// <param name="why">Why the department has it.</param>
public abstract class BookRule(string id, RuleSubject subject, FindingGrade grade, string text, string why)
{
    /// <summary>Id.</summary>
    public string Id => id;

    /// <summary>What it is about.</summary>
    public RuleSubject Subject => subject;

    /// <summary>How much its findings weigh.</summary>
    public FindingGrade Grade => grade;

    /// <summary>The rule in a sentence.</summary>
    public string Text => text;

    /// <summary>Why the department has it.</summary>
    public string Why => why;

    private protected RuleFinding Found(
        Template template,
        Setting? setting,
        params ReadOnlySpan<(string Name, FigureValue Value)> figures
    ) => new(grade, template.Of(setting, figures));
}

/// <summary>A rule over standards.</summary>
public abstract class StandardRule(string id, FindingGrade grade, string text, string why)
    : BookRule(id, RuleSubject.Standard, grade, text, why)
{
    /// <summary>What it finds.</summary>
    /// <param name="of">The standard with the notches that hold.</param>
    internal abstract IEnumerable<RuleFinding> Look(StandardInView of);
}

/// <summary>A rule over camera specifications.</summary>
public abstract class ModelRule(string id, FindingGrade grade, string text, string why) : BookRule(id, RuleSubject.Model, grade, text, why)
{
    /// <summary>What it finds.</summary>
    internal abstract IEnumerable<RuleFinding> Look(CameraModel model);
}

/// <summary>A rule over compiled sheets.</summary>
public abstract class SheetRule(string id, FindingGrade grade, string text, string why) : BookRule(id, RuleSubject.Sheet, grade, text, why)
{
    /// <summary>What it finds.</summary>
    internal abstract IEnumerable<RuleFinding> Look(Sheet sheet);
}

/// <summary>A standard as a rule sees it: the notches that hold in its circumstances.</summary>
internal sealed class StandardInView
{
    private readonly Dictionary<Setting, Notch> _held;

    internal StandardInView(Standard standard, Circumstances circumstances)
    {
        Standard = standard;
        Circumstances = circumstances;
        _held = standard.NotchesIn(circumstances).ToDictionary(n => n.Setting);
    }

    internal Standard Standard { get; }

    internal Circumstances Circumstances { get; }

    internal SettingValue.Format? Format =>
        RequirementOf(Setting.RecordFormat) switch
        {
            Requirement.Format f => new SettingValue.Format(f.Size, f.Rate),
            Requirement.ByUse
            or Requirement.ByPolicy when FootageProposal.For(Standard.Use, Standard.Policies, Standard.Light.MainsHz) is var use =>
                new SettingValue.Format(use.Size, use.Rate),
            _ => null,
        };

    internal Notch? NotchOf(Setting setting) => _held.GetValueOrDefault(setting);

    internal Requirement? RequirementOf(Setting setting) => NotchOf(setting)?.Requirement;

    internal string? Word(Setting setting) => (RequirementOf(setting) as Requirement.Position)?.Word;
}
