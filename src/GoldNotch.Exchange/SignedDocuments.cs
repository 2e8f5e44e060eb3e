using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>A reading as it was judged.</summary>
/// <param name="Kind"><c>value</c>, <c>automatic</c>, <c>not-fitted</c> or <c>unread</c>.</param>
/// <param name="Value">The value, where there is one.</param>
public sealed record SignedReadingDocument(string Kind, ValueDocument? Value = null)
{
    internal static SignedReadingDocument Of(Reading reading) =>
        new(ReadingKinds.Word(ReadingKinds.Of(reading)), reading is Reading.Of of ? ValueDocument.Of(of.Value) : null);

    internal Reading ToReading() => ReadingKinds.Of(ReadingKinds.Parse(Kind), Value?.ToValue());
}

/// <summary>A verdict as it was signed.</summary>
public sealed record SignedVerdictDocument(VerdictKind Kind, SignedReadingDocument Reading, double Off, JudgementDocument Because);

/// <summary>A line of the sheet and its verdicts as they were signed.</summary>
public sealed record SignedLineDocument(
    NotchDocument Notch,
    Fit Fit,
    double Size,
    double LightStops,
    JudgementDocument Because,
    SignedVerdictDocument Found,
    SignedVerdictDocument Now,
    ValueDocument? Target = null,
    bool NothingToDo = false,
    bool Stale = false,
    string? AfterReset = null,
    bool? ResetIsRight = null,
    bool LookAnyway = false
);

/// <summary>A consequence as it was signed.</summary>
public sealed record SignedConsequenceDocument(
    ConsequenceTopic Topic,
    Severity Severity,
    JudgementDocument Value,
    JudgementDocument Because
);

/// <summary>A term of the exposure as it was signed.</summary>
public sealed record SignedTermDocument(string Setting, double Stops, TermSource Source);

/// <summary>Two settings whose errors cancelled.</summary>
public sealed record SignedPairDocument(
    SignedTermDocument Brighter,
    SignedTermDocument Darker,
    double LeftStops,
    JudgementDocument Because
);

/// <summary>A correction that was open at the signature.</summary>
public sealed record SignedStepDocument(string Setting, FigureDocument From, JudgementDocument To, JudgementDocument Reason);

/// <summary>What a signature froze: sheet, readings, verdicts, figures, consequences and the version of the rules. Showing it computes nothing.</summary>
public sealed record SignedDocument(
    string RulesVersion,
    IReadOnlyList<string> Circumstances,
    IReadOnlyList<SignedLineDocument> Lines,
    IReadOnlyList<SignedConsequenceDocument> Consequences,
    IReadOnlyList<SignedTermDocument> Terms,
    IReadOnlyList<SignedPairDocument> Hidden,
    IReadOnlyList<SignedStepDocument> Order,
    IReadOnlyList<double>? Metered = null,
    JudgementDocument? ResetFirst = null
)
{
    /// <summary>Freezes a judged check.</summary>
    public static SignedDocument Of(JudgedCheck check)
    {
        ConsequenceReport report = check.Consequences;
        return new SignedDocument(
            check.RulesVersion,
            [.. check.Sheet.Circumstances.All.Select(ConditionWords.Of)],
            [.. check.Sheet.Lines.Select((line, i) => Of(line, check.Found[i], check.Now[i], check.Stale.Contains(line.Setting)))],
            [
                .. report.Items.Select(i => new SignedConsequenceDocument(
                    i.Topic,
                    i.Severity,
                    JudgementDocument.Of(i.Value),
                    JudgementDocument.Of(i.Because)
                )),
            ],
            [.. report.Terms.Select(Of)],
            [
                .. report.Hidden.Select(h => new SignedPairDocument(
                    Of(h.Brighter),
                    Of(h.Darker),
                    h.Left.Value,
                    JudgementDocument.Of(h.Because)
                )),
            ],
            [
                .. report.Order.Select(s => new SignedStepDocument(
                    SettingDefinition.Of(s.Setting).Key,
                    FigureDocument.Of(s.From),
                    JudgementDocument.Of(s.To),
                    JudgementDocument.Of(s.Reason)
                )),
            ],
            report.Metered is { } m
                ? [m.Light.Value, m.Time.Value, m.Speed.Value, m.Iris.Value, m.Filters.Value, m.Lens.Value, m.Offset.Value]
                : null,
            report.ResetFirst is { } reset ? JudgementDocument.Of(reset) : null
        );
    }

    /// <summary>What was signed, as the core's own records. Nothing is judged again.</summary>
    /// <param name="standard">The version of the standard it was signed against.</param>
    /// <param name="model">The specification that was frozen with the check.</param>
    /// <exception cref="RefusedException">A stored field cannot be.</exception>
    public JudgedCheck ToJudged(Standard standard, CameraModel model)
    {
        SettingValue?[] targets = [.. Lines.Select(l => l.Target?.ToValue())];
        var format = targets.OfType<SettingValue.Format>().FirstOrDefault();
        Notch[] notches = [.. Lines.Select((l, i) => StandardReader.ToNotch(l.Notch, $"/lines/{i}/notch"))];
        int atBase = Array.FindIndex(notches, n => n.Setting == Setting.BaseIso);
        var control = new ControlSource(model, format, atBase < 0 ? null : (targets[atBase] as SettingValue.Choice)?.Word);
        ImmutableArray<SheetLine> lines = [.. Lines.Select((l, i) => LineOf(l, notches[i], targets[i], model, control))];
        var sheet = new Sheet(standard, model, lines)
        {
            Circumstances = Core.Sheets.Circumstances.Of(Circumstances.Select(ConditionWords.Parse)),
        };
        var report = new ConsequenceReport(
            [.. Consequences.Select(c => new Consequence(c.Topic, c.Severity, c.Value.ToJudgement(), c.Because.ToJudgement()))],
            [.. Terms.Select(TermOf)],
            Metered is [var light, var time, var speed, var iris, var filters, var lens, var offset]
                ? new ExposureBalance(
                    new Stops(light),
                    new Stops(time),
                    new Stops(speed),
                    new Stops(iris),
                    new Stops(filters),
                    new Stops(lens),
                    new Stops(offset)
                )
                : null,
            [.. Hidden.Select(h => new HiddenPair(TermOf(h.Brighter), TermOf(h.Darker), new Stops(h.LeftStops), h.Because.ToJudgement()))],
            [
                .. Order.Select(s => new CorrectionStep(
                    SettingDefinition.Parse(s.Setting),
                    s.From.ToFigure(),
                    s.To.ToJudgement(),
                    s.Reason.ToJudgement()
                )),
            ]
        )
        {
            ResetFirst = ResetFirst?.ToJudgement(),
        };
        return new JudgedCheck(
            RulesVersion,
            sheet,
            [.. Lines.Select((l, i) => VerdictOf(lines[i], l.Found))],
            [.. Lines.Select((l, i) => VerdictOf(lines[i], l.Now))],
            [.. Lines.Where(l => l.Stale).Select(l => SettingDefinition.Parse(l.Notch.Setting))],
            report
        );
    }

    /// <summary>As JSON.</summary>
    public string Write() => JsonSerializer.Serialize(this, ExchangeJson.Default.SignedDocument);

    /// <summary>From JSON.</summary>
    /// <exception cref="JsonException">It is none.</exception>
    public static SignedDocument Read(string json) =>
        JsonSerializer.Deserialize(json, ExchangeJson.Default.SignedDocument) ?? throw new JsonException("A signed check is empty.");

    private static SignedLineDocument Of(SheetLine line, Verdict found, Verdict now, bool stale) =>
        new(
            NotchDocument.Of(line.Notch),
            line.Fit,
            line.Size.Amount,
            line.Light.Value,
            JudgementDocument.Of(line.Because),
            Of(found),
            Of(now),
            line.Target is { } target ? ValueDocument.Of(target) : null,
            line.NothingToDo,
            stale,
            line.AfterReset,
            line.ResetIsRight,
            line.LookAnyway
        );

    private static SignedVerdictDocument Of(Verdict verdict) =>
        new(verdict.Kind, SignedReadingDocument.Of(verdict.Reading), verdict.Off.Amount, JudgementDocument.Of(verdict.Because));

    private static SignedTermDocument Of(ExposureTerm term) => new(SettingDefinition.Of(term.Setting).Key, term.Change.Value, term.Source);

    private static ExposureTerm TermOf(SignedTermDocument term) =>
        new(SettingDefinition.Parse(term.Setting), new Stops(term.Stops), term.Source);

    private static SheetLine LineOf(SignedLineDocument line, Notch notch, SettingValue? target, CameraModel model, ControlSource control) =>
        new(
            notch,
            line.Fit,
            target,
            new Distance(line.Size, SettingDefinition.Of(notch.Setting).Unit),
            new Stops(line.LightStops),
            line.Because.ToJudgement(),
            model.PlaceOf(notch.Setting),
            control
        )
        {
            NothingToDo = line.NothingToDo,
            LookAnyway = line.LookAnyway,
            AfterReset = line.AfterReset,
            ResetIsRight = line.ResetIsRight,
        };

    private static Verdict VerdictOf(SheetLine line, SignedVerdictDocument verdict) =>
        new(
            line,
            verdict.Reading.ToReading(),
            verdict.Kind,
            new Distance(verdict.Off, SettingDefinition.Of(line.Setting).Unit),
            verdict.Because.ToJudgement()
        );
}
