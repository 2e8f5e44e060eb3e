using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Judgements;

/// <summary>A figure with the name its template knows it by.</summary>
/// <param name="Name">The name, e.g. <c>planned</c>.</param>
/// <param name="Value">The figure.</param>
public sealed record Figure(string Name, FigureValue Value);

/// <summary>
/// What the tool says and why: the rule, the case of the rule, the setting it is about and the figures that decided. The sentence is
/// made from the rule's template at the edge (<see cref="JudgementText"/>); equality, acceptance and storage never look at it.
/// </summary>
/// <param name="RuleId">The rule's id, e.g. <c>GAIN-NEAREST-BELOW</c>.</param>
/// <param name="Case">Which of the rule's templates, e.g. <c>below</c>.</param>
/// <param name="Setting">The setting it is about; null where it is about none or about several.</param>
/// <param name="Figures">The figures, in the order in which the template was given them.</param>
public sealed record Judgement(string RuleId, string Case, Setting? Setting, ImmutableArray<Figure> Figures)
{
    /// <summary>What is said after it, each by its own rule.</summary>
    public ImmutableArray<Judgement> Then { get; init; } = [];

    /// <summary>A figure by its name; null where there is none.</summary>
    public FigureValue? this[string name] => Figures.FirstOrDefault(f => f.Name == name)?.Value;

    /// <summary>A figure's number by its name; null where there is none or it is no number.</summary>
    public double? Number(string name) => this[name] is FigureValue.Amount amount ? amount.Value : null;

    /// <summary>Says something after it; nothing where there is nothing to say.</summary>
    public Judgement And(Judgement? further) => further is null ? this : this with { Then = Then.Add(further) };

    /// <summary>Whether it, or something said after it, is this case.</summary>
    public bool Says(Template template) => (RuleId == template.RuleId && Case == template.Case) || Then.Any(t => t.Says(template));

    /// <inheritdoc/>
    public bool Equals(Judgement? other) =>
        other is not null
        && (RuleId, Case, Setting) == (other.RuleId, other.Case, other.Setting)
        && Figures.Length == other.Figures.Length
        && Figures.All(f => other[f.Name] == f.Value)
        && Then.SequenceEqual(other.Then);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(RuleId, Case, Setting, Figures.Length, Then.Length);
}
