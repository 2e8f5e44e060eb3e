using GoldNotch.Core.Cameras;

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

    /// <summary>A model card, before any standard.</summary>
    Model,

    /// <summary>A compiled sheet.</summary>
    Sheet,
}

/// <summary>Something a rule found.</summary>
/// <param name="RuleId">The rule.</param>
/// <param name="Grade">How much it weighs.</param>
/// <param name="Setting">The setting it is about; null where it is about the whole.</param>
/// <param name="Because">The sentence with its numbers.</param>
public sealed record RuleFinding(string RuleId, FindingGrade Grade, Setting? Setting, Judgement Because);

/// <summary>A rule of the book: one small class each.</summary>
/// <param name="id">Id, e.g. <c>GAIN-UP-ND-IN</c>.</param>
/// <param name="subject">What it is about.</param>
/// <param name="grade">How much its findings weigh.</param>
/// <param name="says">The rule in a sentence.</param>
/// <param name="why">Why the department keeps it.</param>
public abstract class BookRule(string id, RuleSubject subject, FindingGrade grade, string says, string why)
{
    /// <summary>Id.</summary>
    public string Id => id;

    /// <summary>What it is about.</summary>
    public RuleSubject Subject => subject;

    /// <summary>How much its findings weigh.</summary>
    public FindingGrade Grade => grade;

    /// <summary>The rule in a sentence.</summary>
    public string Says => says;

    /// <summary>Why the department keeps it.</summary>
    public string Why => why;

    /// <summary>A finding of this rule.</summary>
    private protected RuleFinding Found(Setting? setting, string sentence, params Figure[] figures) =>
        new(id, grade, setting, Judgement.Of(id, sentence, [.. figures]));
}

/// <summary>A rule over standards.</summary>
public abstract class StandardRule(string id, FindingGrade grade, string says, string why) : BookRule(id, RuleSubject.Standard, grade, says, why)
{
    /// <summary>What it finds.</summary>
    /// <param name="of">The standard with the notches that hold.</param>
    internal abstract IEnumerable<RuleFinding> Look(StandardInView of);
}

/// <summary>A rule over model cards.</summary>
public abstract class ModelRule(string id, FindingGrade grade, string says, string why) : BookRule(id, RuleSubject.Model, grade, says, why)
{
    /// <summary>What it finds.</summary>
    internal abstract IEnumerable<RuleFinding> Look(CameraModel model);
}

/// <summary>A rule over compiled sheets.</summary>
public abstract class SheetRule(string id, FindingGrade grade, string says, string why) : BookRule(id, RuleSubject.Sheet, grade, says, why)
{
    /// <summary>What it finds.</summary>
    internal abstract IEnumerable<RuleFinding> Look(Sheet sheet);
}

/// <summary>A standard as the rules ask about it: the notches that hold in its usual circumstances.</summary>
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

    internal Notch? NotchOf(Setting setting) => _held.GetValueOrDefault(setting);

    internal Wish? WishOf(Setting setting) => NotchOf(setting)?.Wish;

    /// <summary>The word a choice is wanted at; null where none is.</summary>
    internal string? Word(Setting setting) => (WishOf(setting) as Wish.Position)?.Word;

    /// <summary>Size and rate wanted, by value or by the use of the footage; null where the line-up says.</summary>
    internal SettingValue.Format? Format => WishOf(Setting.RecordFormat) switch
    {
        Wish.Format f => new SettingValue.Format(f.Size, f.Rate),
        Wish.ByUse or Wish.ByPolicy when FootageProposal.For(Standard.Use, Standard.Policies) is var use => new SettingValue.Format(use.Size, use.Rate),
        _ => null,
    };
}
