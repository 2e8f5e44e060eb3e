using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>A control that somebody worked in an exercise.</summary>
/// <param name="Setting">The setting's key.</param>
/// <param name="To">As the camera shows the position; <c>auto</c>; or <c>balance A</c>.</param>
public sealed record PracticeMoveDocument(string Setting, string To);

/// <summary>An answer to a question of an exercise.</summary>
/// <param name="Place">Key of a control on the body.</param>
/// <param name="Choice">Index of an option or a direction.</param>
/// <param name="Amount">A number without sign.</param>
public sealed record PracticeAnswerDocument(string Place = "", int? Choice = null, double? Amount = null);

/// <summary>What a person has done in an exercise so far.</summary>
/// <param name="Moves">What was done to the camera.</param>
/// <param name="Answers">Answers, in the order of the questions.</param>
/// <param name="Named">Causes that were named, in their order.</param>
/// <param name="Measured">After how many moves each measurement was taken.</param>
/// <param name="Seconds">How long it has taken.</param>
public sealed record PracticeWorkDocument(
    IReadOnlyList<PracticeMoveDocument>? Moves = null,
    IReadOnlyList<PracticeAnswerDocument>? Answers = null,
    IReadOnlyList<string>? Named = null,
    IReadOnlyList<int>? Measured = null,
    double Seconds = 0
)
{
    private const int MostMoves = 400;
    private const int MostSeconds = 24 * 3600;

    /// <summary>The work as the core knows it.</summary>
    /// <exception cref="RefusedException">A field cannot be; it is named.</exception>
    public PracticeWork ToWork()
    {
        if (Moves is { Count: > MostMoves } || Answers is { Count: > 50 } || Named is { Count: > 50 } || Measured is { Count: > 50 })
        {
            throw new RefusedException(ProblemCode.TooMany, "/moves", "No exercise takes so many steps. Begin it anew.");
        }

        return new PracticeWork(
            Each(Answers ?? [], "/answers", (a, at) =>
                new PracticeAnswer(Text(a.Place, 120, $"{at}/place", mayBeEmpty: true), a.Choice, a.Amount)
            ),
            Each(Moves ?? [], "/moves", (m, at) =>
                new PracticeMove(
                    RefusedException.At($"{at}/setting", () => SettingDefinition.Parse(m.Setting)),
                    Text(m.To, 80, $"{at}/to", mayBeEmpty: true)
                )
            ),
            InRange(Seconds, 0, MostSeconds, "/seconds", "time")
        )
        {
            Named = Each(Named ?? [], "/named", (n, at) => Text(n, 60, at)),
            Measured = Each(Measured ?? [], "/measured", (n, _) => n),
        };
    }

    /// <summary>The work as it is written.</summary>
    public static PracticeWorkDocument Of(PracticeWork work) =>
        new(
            [.. work.Moves.Select(m => new PracticeMoveDocument(SettingDefinition.Of(m.Setting).Key, m.To))],
            [.. work.Answers.Select(a => new PracticeAnswerDocument(a.Place, a.Choice, a.Amount))],
            [.. work.Named],
            [.. work.Measured],
            work.Seconds
        );
}

/// <summary>One thing that was right, or was not.</summary>
public sealed record PracticePointDocument(bool Right, JudgementDocument What, string? Setting = null);

/// <summary>What came of an exercise.</summary>
public sealed record PracticeResultDocument(
    bool Passed,
    IReadOnlyList<PracticePointDocument> Points,
    IReadOnlyList<string> MadeWorse,
    IReadOnlyList<JudgementDocument> InThePicture,
    JudgementDocument? TryAgain = null
)
{
    /// <summary>The result as it is written.</summary>
    public static PracticeResultDocument Of(PracticeResult result) =>
        new(
            result.Passed,
            [
                .. result.Points.Select(p => new PracticePointDocument(
                    p.IsRight,
                    JudgementDocument.Of(p.What),
                    p.Setting is { } s ? SettingDefinition.Of(s).Key : null
                )),
            ],
            [.. result.MadeWorse.Select(s => SettingDefinition.Of(s).Key)],
            [.. result.InThePicture.Select(JudgementDocument.Of)],
            result.TryAgain is { } again ? JudgementDocument.Of(again) : null
        );

    /// <summary>The result as the core knows it; a setting that this build does not know is about none.</summary>
    public PracticeResult ToResult() =>
        new(
            Passed,
            [
                .. Points.Select(p => new PracticePoint(
                    p.Right,
                    p.Setting is null ? null : JudgementDocument.SettingOf(p.Setting),
                    p.What.ToJudgement()
                )),
            ],
            [.. MadeWorse.Select(JudgementDocument.SettingOf).OfType<Setting>()],
            [.. InThePicture.Select(j => j.ToJudgement())],
            TryAgain?.ToJudgement()
        );
}

/// <summary>How often a setting was found wrong when an exercise was drawn.</summary>
public sealed record PracticeDriftDocument(string Setting, int Wrong, int Of);

/// <summary>What of the department's data an exercise was drawn from: frozen, so that it stays the same exercise.</summary>
public sealed record PracticeSourceDocument(IReadOnlyList<PracticeDriftDocument> Drift, IReadOnlyList<KitPieceDocument> Kit)
{
    /// <summary>The counts as the core knows them.</summary>
    public Dictionary<Setting, Frequency> ToDrift() =>
        Drift
            .Select(d => (Setting: JudgementDocument.SettingOf(d.Setting), d.Wrong, d.Of))
            .Where(d => d.Setting is not null)
            .ToDictionary(d => d.Setting!.Value, d => new Frequency(d.Wrong, d.Of));
}

/// <summary>Something a trainee does with the real camera.</summary>
/// <param name="Key">Key within the check-off.</param>
/// <param name="Text">What is done.</param>
/// <param name="Standard">By what it is judged.</param>
public sealed record HandsOnItemDocument(string Key, string Text, string Standard)
{
    /// <summary>The item as it is written.</summary>
    public static HandsOnItemDocument Of(HandsOnItem item) => new(item.Key, item.Text, item.Standard);

    /// <summary>The item as the core knows it.</summary>
    public HandsOnItem ToItem() => new(Key, Text, Standard);
}

/// <summary>A check-off of a person for a model; begun and not signed where <c>signedAt</c> is left out.</summary>
/// <param name="Id">Made by whoever writes it first.</param>
/// <param name="Person">Sign-in name of the trainee.</param>
/// <param name="Model">Key of the model.</param>
/// <param name="BegunBy">Name of who began it.</param>
/// <param name="BegunAt">When.</param>
/// <param name="Items">What is done with the real camera.</param>
/// <param name="Ticked">Keys of what was seen done.</param>
/// <param name="SignedBy">Name of who signed it, another than the trainee.</param>
/// <param name="SignedAt">When.</param>
/// <param name="Months">How long it holds, months.</param>
public sealed record CheckOffDocument(
    Guid Id,
    string Person,
    string Model,
    string BegunBy,
    DateTimeOffset BegunAt,
    IReadOnlyList<HandsOnItemDocument> Items,
    IReadOnlyList<string>? Ticked = null,
    string SignedBy = "",
    DateTimeOffset? SignedAt = null,
    int Months = CheckOff.UsualMonths
);

/// <summary>A finished try of an exercise, in short.</summary>
/// <param name="Id">Made by whoever writes it first.</param>
/// <param name="Person">Sign-in name of whose it is.</param>
/// <param name="Kind">Kind of exercise.</param>
/// <param name="Model">Key of the model.</param>
/// <param name="Standard">Key of the standard.</param>
/// <param name="At">When it was finished.</param>
/// <param name="Passed">Whether it was passed.</param>
/// <param name="Seconds">How long it took.</param>
public sealed record PracticeTryDocument(
    Guid Id,
    string Person,
    string Kind,
    string Model,
    string Standard,
    DateTimeOffset At,
    bool Passed,
    double Seconds
);

/// <summary>Words of practice in files and addresses.</summary>
public static class PracticeWords
{
    /// <summary>The word of a kind of exercise.</summary>
    public static string Of(ExerciseKind kind) => Word(kind);

    /// <summary>The kind of a word.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    public static ExerciseKind ToKind(string word, string at = "/kind") => OneOf<ExerciseKind>(word, at);
}
