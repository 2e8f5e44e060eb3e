using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;

namespace GoldNotch.Exchange;

/// <summary>A compiled sheet: what it was made from, and what came out. It is not kept when it comes in; it is worked out again and compared.</summary>
/// <param name="Standard">Key of the standard.</param>
/// <param name="StandardVersion">Its version.</param>
/// <param name="Model">Key of the model.</param>
/// <param name="ModelVersion">Version of its card.</param>
/// <param name="Circumstances">The circumstances it is for.</param>
/// <param name="Lines">Its lines in the order of the work.</param>
public sealed record SheetDocument(
    string Standard,
    int StandardVersion,
    string Model,
    int ModelVersion,
    IReadOnlyList<string> Circumstances,
    IReadOnlyList<SheetLineDocument> Lines
)
{
    /// <summary>A sheet as it is written.</summary>
    public static SheetDocument Of(Sheet sheet) =>
        new(
            sheet.Standard.Key,
            sheet.Standard.Version,
            sheet.Model.Key,
            sheet.Model.Version,
            [.. sheet.Circumstances.All.Select(ConditionWords.Of)],
            [
                .. sheet.Lines.Select(l => new SheetLineDocument(
                    SettingDefinition.Of(l.Setting).Key,
                    l.Notch.Requirement.Text,
                    Word(l.Fit),
                    l.Target?.Label ?? "",
                    l.SizeLabel,
                    JudgementText.Of(l.Because),
                    JudgementDocument.Of(l.Because)
                )),
            ]
        );

    /// <summary>The circumstances it is for.</summary>
    /// <exception cref="Core.Units.QuantityException">A word is no condition.</exception>
    public Circumstances InCircumstances() => Core.Sheets.Circumstances.Of(Circumstances.Select(ConditionWords.Parse));

    private static string Word(Fit fit) =>
        fit switch
        {
            Fit.Exact => "exact",
            Fit.Compromise => "compromise",
            Fit.NotPossible => "not-possible",
            _ => "check-by-eye",
        };
}

/// <summary>A line of a sheet.</summary>
public sealed record SheetLineDocument(
    string Setting,
    string Require,
    string Fit,
    string Target,
    string Size,
    string Text = "",
    JudgementDocument? Because = null
)
{
    /// <summary>Whether another line comes to the same. Words do not count: a sentence may have been reworded since.</summary>
    public bool SaysTheSameAs(SheetLineDocument other) =>
        (Setting, Require, Fit, Target, Size) == (other.Setting, other.Require, other.Fit, other.Target, other.Size)
        && (Because is null || other.Because is null || Because.ToJudgement() == other.Because.ToJudgement());
}
