using System.Globalization;
using System.Text;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Judgements;

/// <summary>The one place where a judgement becomes a sentence.</summary>
public static class JudgementText
{
    /// <summary>What stands in a sentence for a figure that a stored judgement lacks.</summary>
    public const string NotRecorded = "(not recorded)";

    /// <summary>A judgement in words, with everything said after it.</summary>
    /// <param name="judgement">What is said.</param>
    /// <param name="notation">How the person reads quantities; the default where none is given.</param>
    /// <returns>One or more sentences. A rule that this build does not know is named with its figures.</returns>
    public static string Of(Judgement judgement, NotationPreferences? notation = null)
    {
        var text = new StringBuilder();
        Write(text, judgement, notation ?? NotationPreferences.Default);
        return text.ToString();
    }

    /// <summary>A figure in words.</summary>
    /// <param name="figure">The figure.</param>
    /// <param name="notation">How the person reads quantities.</param>
    public static string Of(FigureValue figure, NotationPreferences? notation = null) =>
        Label(figure, "", notation ?? NotationPreferences.Default);

    private static void Write(StringBuilder text, Judgement judgement, NotationPreferences notation)
    {
        if (Templates.Of(judgement) is not { } template)
        {
            text.Append(CultureInfo.InvariantCulture, $"{judgement.RuleId} ({judgement.Case}) is a rule of another version: ");
            text.AppendJoin(", ", judgement.Figures.Select(f => $"{f.Name} {Label(f.Value, "", notation)}"));
            text.Append('.');
        }
        else
        {
            foreach (object part in template.Parts)
            {
                text.Append(part is Hole hole ? Fill(hole, judgement[hole.Figure], notation) : part);
            }
        }

        foreach (Judgement further in judgement.Then)
        {
            text.Append(' ');
            Write(text, further, notation);
        }
    }

    private static string Fill(Hole hole, FigureValue? figure, NotationPreferences notation) =>
        (hole.Form, figure) switch
        {
            (_, null) => NotRecorded,
            ("?", FigureValue.Amount amount) => amount.Value > 0 ? hole.IfPositive : hole.Otherwise,
            ("#", FigureValue.Amount amount) => $"{Notation.Number(amount.Value)} {(amount.Value == 1 ? hole.IfPositive : hole.Otherwise)}",
            var (form, value) => Label(value, form, notation),
        };

    private static string Label(FigureValue figure, string form, NotationPreferences notation) =>
        figure switch
        {
            FigureValue.Amount { Measure: Measure.Kelvin } k => new Kelvin(k.Value).Label(notation.WhiteBalance),
            FigureValue.Amount a => form == "size"
                ? Measures.Label(Math.Abs(a.Value), a.Measure).TrimStart('+')
                : Measures.Label(a.Value, a.Measure),
            FigureValue.FStop f => f.Number.Engraved(notation.Iris),
            FigureValue.Day d => d.Date.ToString("d MMMM yyyy", CultureInfo.InvariantCulture),
            FigureValue.Word w => w.Text,
            FigureValue.Name n => form == "lower" ? Within(SettingDefinition.Of(n.Setting).Name) : SettingDefinition.Of(n.Setting).Name,
            FigureValue.Shown s => s.Value.LabelIn(notation),
            FigureValue.Quoted q => Of(q.Judgement, notation),
            FigureValue.List l => string.Join(
                form == "then" ? ", then "
                    : form == "commas" ? ", "
                    : l.Items.All(i => i is FigureValue.Quoted) ? " "
                    : ", ",
                l.Items.Select(i => Label(i, form, notation))
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(figure)),
        };

    // ND stays ND within a sentence.
    private static string Within(string name) =>
        name.Length > 1 && char.IsUpper(name[1]) ? name : char.ToLowerInvariant(name[0]) + name[1..];
}
