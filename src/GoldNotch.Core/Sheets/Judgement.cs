using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>A number that decided something.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Value">The number.</param>
/// <param name="Unit">Its unit, spelled out.</param>
/// <param name="Label">As it is shown.</param>
public sealed record Figure(string Name, double Value, string Unit, string Label)
{
    /// <summary>A figure in stops.</summary>
    public static Figure InStops(string name, Stops value) => new(name, value.Value, "stops", value.LabelWithUnit());

    /// <summary>A figure in the natural unit of a setting.</summary>
    public static Figure Of(string name, Distance distance) =>
        new(name, distance.Amount, distance.Unit.ToString().ToLowerInvariant(), distance.Label());
}

/// <summary>Why the tool says what it says: the rule, the numbers that decided, and one plain sentence.</summary>
/// <param name="RuleId">The rule's id, e.g. <c>GAIN-NEAREST</c>.</param>
/// <param name="Sentence">One or two plain sentences for the person at the camera.</param>
/// <param name="Figures">The numbers that decided.</param>
public sealed record Judgement(string RuleId, string Sentence, ImmutableArray<Figure> Figures)
{
    /// <summary>A judgement with its figures.</summary>
    public static Judgement Of(string ruleId, string sentence, params ImmutableArray<Figure> figures) => new(ruleId, sentence, figures);
}
