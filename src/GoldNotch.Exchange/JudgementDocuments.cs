using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>A figure as it is stored.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Number), "number")]
[JsonDerivedType(typeof(FStop), "fStop")]
[JsonDerivedType(typeof(Day), "day")]
[JsonDerivedType(typeof(Word), "word")]
[JsonDerivedType(typeof(SettingName), "setting")]
[JsonDerivedType(typeof(Shown), "value")]
[JsonDerivedType(typeof(Quoted), "judgement")]
[JsonDerivedType(typeof(List), "list")]
public abstract record FigureDocument
{
    private FigureDocument() { }

    /// <summary>A number and what it measures.</summary>
    public sealed record Number(double Value, Measure Measure) : FigureDocument;

    /// <summary>An f-stop.</summary>
    public sealed record FStop(double FNumber, bool Transmission = false) : FigureDocument;

    /// <summary>A day.</summary>
    public sealed record Day(DateOnly Date) : FigureDocument;

    /// <summary>A name that stands as it is.</summary>
    public sealed record Word(string Text) : FigureDocument;

    /// <summary>A setting by its key.</summary>
    public sealed record SettingName(string Key) : FigureDocument;

    /// <summary>A value as its control shows it.</summary>
    public sealed record Shown(ValueDocument Value) : FigureDocument;

    /// <summary>A quoted judgement.</summary>
    public sealed record Quoted(JudgementDocument Judgement) : FigureDocument;

    /// <summary>Several figures.</summary>
    public sealed record List(IReadOnlyList<FigureDocument> Items) : FigureDocument;

    internal static FigureDocument Of(FigureValue figure) =>
        figure switch
        {
            FigureValue.Amount f => new Number(f.Value, f.Measure),
            FigureValue.FStop f => new FStop(f.Number.Value, f.Number.IsTransmission),
            FigureValue.Day f => new Day(f.Date),
            FigureValue.Word f => new Word(f.Text),
            FigureValue.Name f => new SettingName(SettingDefinition.Of(f.Setting).Key),
            FigureValue.Shown f => new Shown(ValueDocument.Of(f.Value)),
            FigureValue.Quoted f => new Quoted(JudgementDocument.Of(f.Judgement)),
            FigureValue.List f => new List([.. f.Items.Select(Of)]),
            _ => throw new ArgumentOutOfRangeException(nameof(figure)),
        };

    // A setting that this build does not know stands by its key.
    internal FigureValue ToFigure() =>
        this switch
        {
            Number f => new FigureValue.Amount(f.Value, f.Measure),
            FStop f => new FigureValue.FStop(new FNumber(f.FNumber, f.Transmission)),
            Day f => new FigureValue.Day(f.Date),
            Word f => new FigureValue.Word(f.Text),
            SettingName f => JudgementDocument.SettingOf(f.Key) is { } setting
                ? new FigureValue.Name(setting)
                : new FigureValue.Word(f.Key),
            Shown f => new FigureValue.Shown(f.Value.ToValue()),
            Quoted f => new FigureValue.Quoted(f.Judgement.ToJudgement()),
            List f => new FigureValue.List([.. f.Items.Select(i => i.ToFigure())]),
            _ => throw new InvalidOperationException("A figure of no known kind."),
        };
}

/// <summary>A judgement as it is stored: rule, case, setting and figures, never a sentence.</summary>
/// <param name="Rule">The rule's id.</param>
/// <param name="Case">The case of the rule.</param>
/// <param name="Figures">The figures by name.</param>
/// <param name="Setting">The setting's key.</param>
/// <param name="Then">What is said after it.</param>
public sealed record JudgementDocument(
    string Rule,
    string Case,
    IReadOnlyDictionary<string, FigureDocument> Figures,
    string? Setting = null,
    IReadOnlyList<JudgementDocument>? Then = null
)
{
    /// <summary>A judgement as a document.</summary>
    public static JudgementDocument Of(Judgement judgement) =>
        new(
            judgement.RuleId,
            judgement.Case,
            judgement.Figures.ToDictionary(f => f.Name, f => FigureDocument.Of(f.Value)),
            judgement.Setting is { } setting ? SettingDefinition.Of(setting).Key : null,
            judgement.Then.IsEmpty ? null : [.. judgement.Then.Select(Of)]
        );

    /// <summary>The document as a judgement. A rule or setting that this build does not know is kept by its name.</summary>
    public Judgement ToJudgement() =>
        new(Rule, Case, Setting is null ? null : SettingOf(Setting), [.. Figures.Select(f => new Figure(f.Key, f.Value.ToFigure()))])
        {
            Then = [.. (Then ?? []).Select(t => t.ToJudgement())],
        };

    /// <summary>A judgement as JSON.</summary>
    public static string Write(Judgement judgement) => JsonSerializer.Serialize(Of(judgement), ExchangeJson.Default.JudgementDocument);

    /// <summary>Judgements as a JSON array.</summary>
    public static string WriteAll(IEnumerable<Judgement> judgements) =>
        JsonSerializer.Serialize([.. judgements.Select(Of)], ExchangeJson.Default.IReadOnlyListJudgementDocument);

    /// <summary>A judgement from JSON.</summary>
    /// <exception cref="JsonException">It is none.</exception>
    public static Judgement Read(string json) =>
        (
            JsonSerializer.Deserialize(json, ExchangeJson.Default.JudgementDocument)
            ?? throw new JsonException("A stored judgement is empty.")
        ).ToJudgement();

    /// <summary>Judgements from a JSON array.</summary>
    /// <exception cref="JsonException">They are none.</exception>
    public static ImmutableArray<Judgement> ReadAll(string json) =>
        [.. (JsonSerializer.Deserialize(json, ExchangeJson.Default.IReadOnlyListJudgementDocument) ?? []).Select(j => j.ToJudgement())];

    internal static Setting? SettingOf(string key)
    {
        try
        {
            return SettingDefinition.Parse(key);
        }
        catch (QuantityException)
        {
            return null;
        }
    }
}
