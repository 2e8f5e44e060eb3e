using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Tests;

/// <summary>What a person reads of a judgement, for the tests that are about the words.</summary>
internal static class Telling
{
    internal static string Text(this Judgement judgement) => JudgementText.Of(judgement);

    internal static string Text(this FigureValue figure) => JudgementText.Of(figure);

    internal static double Number(this FigureValue figure) => figure.ShouldBeOfType<FigureValue.Amount>().Value;

    /// <summary>A figure of a judgement, or of what it is made of, as it is labelled; empty where there is none of that name.</summary>
    internal static string Figure(this Judgement judgement, string name) =>
        judgement.Whole().Select(j => j[name]).FirstOrDefault(f => f is not null)?.Text().Replace('\u202f', ' ') ?? "";

    /// <summary>The cases of a judgement and of everything it is made of.</summary>
    internal static IEnumerable<string> Cases(this Judgement judgement) => judgement.Whole().Select(j => j.Case);

    /// <summary>A judgement and everything it is made of.</summary>
    internal static IEnumerable<Judgement> Whole(this Judgement judgement) =>
        [judgement, .. judgement.Then.SelectMany(Whole), .. judgement.Figures.SelectMany(f => Quoted(f.Value)).SelectMany(Whole)];

    private static IEnumerable<Judgement> Quoted(FigureValue figure) =>
        figure switch
        {
            FigureValue.Quoted quoted => [quoted.Judgement],
            FigureValue.List list => list.Items.SelectMany(Quoted),
            _ => [],
        };

    internal static string InOneLine(this IEnumerable<Judgement> judgements) => string.Join(" · ", judgements.Select(Text));
}
