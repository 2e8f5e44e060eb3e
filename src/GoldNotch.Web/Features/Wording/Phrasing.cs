using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Web.Features.Wording;

/// <summary>A figure that decided something; value and unit where it is a number.</summary>
public sealed record FigureView(string Name, string Label, double? Value, Measure? Unit);

/// <summary>Why the tool says what it says: the rule and its case, one or more sentences made from its figures.</summary>
public sealed record JudgementView(string RuleId, string Case, string Sentence, IReadOnlyList<FigureView> Figures);

/// <summary>Makes words of judgements and values in the notation of the person who asks. One per request: nothing below it makes text.</summary>
/// <param name="notation">How the person reads quantities.</param>
internal sealed class Phrasing(NotationPreferences notation)
{
    internal NotationPreferences Notation => notation;

    internal JudgementView Of(Judgement judgement) =>
        new(
            judgement.RuleId,
            judgement.Case,
            JudgementText.Of(judgement, notation),
            [
                .. judgement.Figures.Select(f => new FigureView(
                    f.Name,
                    JudgementText.Of(f.Value, notation),
                    (f.Value as FigureValue.Amount)?.Value,
                    (f.Value as FigureValue.Amount)?.Measure
                )),
            ]
        );

    internal string Text(Judgement? judgement) => judgement is null ? "" : JudgementText.Of(judgement, notation);

    internal string Text(FigureValue figure) => JudgementText.Of(figure, notation);

    internal string InOneLine(IEnumerable<Judgement> judgements) => string.Join(" · ", judgements.Select(Text));

    internal string Label(SettingValue value) => value.LabelIn(notation);

    internal string Label(FNumber number) => number.Engraved(notation.Iris);
}
