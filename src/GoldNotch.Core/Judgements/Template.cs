using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Reflection;
using System.Runtime.InteropServices;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Judgements;

/// <summary>A hole of a template.</summary>
/// <param name="Figure">The figure's name.</param>
/// <param name="Form">How it is written; see <see cref="Template"/>.</param>
/// <param name="IfPositive">For a choice: the words for a number above zero.</param>
/// <param name="Otherwise">For a choice: the words for zero or less. For a count: the word for several.</param>
internal sealed record Hole(string Figure, string Form, string IfPositive = "", string Otherwise = "");

/// <summary>The sentence of one case of a rule. It can be reworded, or translated, without touching the rule, a stored record or a test.</summary>
/// <remarks>
/// Holes: <c>{name}</c> the figure with its unit and sign; <c>{name:size}</c> without sign; <c>{name:lower}</c> within a sentence; <c>{name:then}</c> a list with <c>, then</c>;
/// <c>{name:commas}</c> a list of phrases, which would else stand as sentences;
/// <c>{name?more|less}</c> words by the sign of the number; <c>{name#card|cards}</c> a number with its word.
/// </remarks>
public sealed class Template
{
    // Without figures there is only one judgement of a case.
    private Judgement? _bare;

    /// <summary>Makes the template of a case.</summary>
    /// <param name="ruleId">The rule's id.</param>
    /// <param name="case">The case, unique within the rule.</param>
    /// <param name="text">The sentence with its holes.</param>
    /// <exception cref="ArgumentException">A brace stands alone.</exception>
    public Template(string ruleId, string @case, string text)
    {
        (RuleId, Case, Text) = (ruleId, @case, text);
        Parts = Parse(text);
        Names = [.. Parts.OfType<Hole>().Select(h => h.Figure).Distinct()];
    }

    /// <summary>The rule's id.</summary>
    public string RuleId { get; }

    /// <summary>The case, unique within the rule.</summary>
    public string Case { get; }

    /// <summary>The sentence with its holes.</summary>
    public string Text { get; }

    /// <summary>The names of the figures it needs.</summary>
    public ImmutableArray<string> Names { get; }

    /// <summary>Strings and holes, in order.</summary>
    internal ImmutableArray<object> Parts { get; }

    /// <summary>A judgement of this case about a setting.</summary>
    /// <param name="setting">The setting; null where it is about none.</param>
    /// <param name="figures">At least the figures that the template names.</param>
    /// <exception cref="ArgumentException">A figure of the template is missing.</exception>
    public Judgement Of(Setting? setting, params ReadOnlySpan<(string Name, FigureValue Value)> figures)
    {
        if (figures.IsEmpty && setting is null && Names.IsEmpty)
        {
            return _bare ??= new Judgement(RuleId, Case, null, []);
        }

        var given = new Figure[figures.Length];
        for (int i = 0; i < figures.Length; i++)
        {
            given[i] = new Figure(figures[i].Name, figures[i].Value);
        }

        // Judgements are made by the hundred while a person types: no enumerators here.
        foreach (string name in Names)
        {
            if (!Has(given, name))
            {
                throw new ArgumentException($"{RuleId}/{Case} needs the figure {name}.", nameof(figures));
            }
        }

        return new Judgement(RuleId, Case, setting, ImmutableCollectionsMarshal.AsImmutableArray(given));
    }

    /// <summary>A judgement of this case about no setting in particular.</summary>
    /// <param name="figures">At least the figures that the template names.</param>
    /// <exception cref="ArgumentException">A figure of the template is missing.</exception>
    public Judgement Of(params ReadOnlySpan<(string Name, FigureValue Value)> figures) => Of(null, figures);

    private static bool Has(Figure[] figures, string name)
    {
        foreach (Figure figure in figures)
        {
            if (figure.Name == name)
            {
                return true;
            }
        }

        return false;
    }

    private static ImmutableArray<object> Parse(string text)
    {
        var parts = ImmutableArray.CreateBuilder<object>();
        int at = 0;
        while (at < text.Length)
        {
            int open = text.IndexOf('{', at);
            int close = open < 0 ? -1 : text.IndexOf('}', open);
            if (open >= 0 && close < 0)
            {
                throw new ArgumentException($"A brace is not closed: {text}", nameof(text));
            }

            string literal = open < 0 ? text[at..] : text[at..open];
            if (literal.Length > 0)
            {
                parts.Add(literal);
            }

            if (open >= 0)
            {
                parts.Add(ParseHole(text[(open + 1)..close]));
            }

            at = open < 0 ? text.Length : close + 1;
        }

        return parts.ToImmutable();
    }

    private static Hole ParseHole(string inside)
    {
        int mark = inside.IndexOfAny(['?', '#', ':']);
        if (mark < 0)
        {
            return new Hole(inside, "");
        }

        string[] words = inside[(mark + 1)..].Split('|');
        return inside[mark] == ':'
            ? new Hole(inside[..mark], inside[(mark + 1)..])
            : new Hole(inside[..mark], inside[mark].ToString(), words[0], words.Length > 1 ? words[1] : "");
    }
}

/// <summary>Every template of the core, found where it stands: beside its rule.</summary>
public static class Templates
{
    private const BindingFlags Static = BindingFlags.Static | BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.DeclaredOnly;

    private static readonly FrozenDictionary<(string, string), Template> ByCase = Found().ToFrozenDictionary(t => (t.RuleId, t.Case));

    /// <summary>All templates, by rule and case.</summary>
    public static IEnumerable<Template> All =>
        ByCase.Values.OrderBy(t => t.RuleId, StringComparer.Ordinal).ThenBy(t => t.Case, StringComparer.Ordinal);

    /// <summary>The template of a judgement; null where this build has none, as for a rule that is gone.</summary>
    public static Template? Of(Judgement judgement) => ByCase.GetValueOrDefault((judgement.RuleId, judgement.Case));

    private static IEnumerable<Template> Found()
    {
        foreach (FieldInfo field in typeof(Templates).Assembly.GetTypes().SelectMany(t => t.GetFields(Static)))
        {
            if (field.FieldType == typeof(Template))
            {
                yield return (Template)field.GetValue(null)!;
            }
            else if (field.FieldType.IsAssignableTo(typeof(IEnumerable<Template>)))
            {
                foreach (Template one in (IEnumerable<Template>)field.GetValue(null)!)
                {
                    yield return one;
                }
            }
        }
    }
}
