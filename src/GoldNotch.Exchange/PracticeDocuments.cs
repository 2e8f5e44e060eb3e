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

/// <summary>Words of practice in files and addresses.</summary>
public static class PracticeWords
{
    /// <summary>The word of a kind of exercise.</summary>
    public static string Of(ExerciseKind kind) => Word(kind);

    /// <summary>The kind of a word.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    public static ExerciseKind ToKind(string word, string at = "/kind") => OneOf<ExerciseKind>(word, at);
}
