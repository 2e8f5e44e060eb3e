using GoldNotch.Core.Practice;
using static GoldNotch.Exchange.Fields;

namespace GoldNotch.Exchange;

/// <summary>Something that a department asks for at a check-off beside what is usual.</summary>
/// <param name="Key">Key within the list; what is signed keeps it.</param>
/// <param name="Text">What is done.</param>
/// <param name="Standard">By what it is judged.</param>
/// <param name="Model">Key of the model it is asked for with; empty for every model.</param>
public sealed record OwnHandsOnDocument(string Key, string Text, string Standard = "", string Model = "");

/// <summary>What a department asks for at a check-off, as it is written; a field that is left out is as the application came.</summary>
/// <param name="Exercises">Kinds of exercise that are passed on the screen.</param>
/// <param name="PassesInRow">How often each is passed in a row, 1 to 5.</param>
/// <param name="Without">Keys of what is usual and not asked for.</param>
/// <param name="Own">What is asked for beside it.</param>
/// <param name="LapsesFrom">So many settings off target at a return end a check-off, 1 to 50; left out: none do.</param>
public sealed record CheckOffListDocument(
    IReadOnlyList<string>? Exercises = null,
    int? PassesInRow = null,
    IReadOnlyList<string>? Without = null,
    IReadOnlyList<OwnHandsOnDocument>? Own = null,
    int? LapsesFrom = null
)
{
    private const int LongestText = 160;

    /// <summary>The list as the core knows it.</summary>
    /// <param name="at">JSON pointer to the document.</param>
    /// <exception cref="RefusedException">A field cannot be; it is named.</exception>
    public CheckOffList ToList(string at)
    {
        var list = new CheckOffList();
        if (Own is { Count: > CheckOffList.MostOwn })
        {
            throw new RefusedException(
                ProblemCode.TooMany,
                $"{at}/own",
                $"At most {CheckOffList.MostOwn} things of your own are asked for. Put some together, or take some away."
            );
        }

        string[] usual = [.. HandsOn.Usual.Select(i => i.Key)];
        Distinct((Own ?? []).Select(o => o.Key), $"{at}/own", "key");
        return list with
        {
            Exercises = Exercises is null
                ? list.Exercises
                : [.. Each(Exercises, $"{at}/exercises", PracticeWords.ToKind).Distinct().Order()],
            PassesInRow = RefusedException.At($"{at}/passesInRow", () => list with { PassesInRow = PassesInRow ?? 1 }).PassesInRow,
            // What a later version no longer knows as usual is not asked for either way.
            Without = [.. (Without ?? []).Where(usual.Contains).Distinct()],
            Own = Each(Own ?? [], $"{at}/own", (o, here) =>
                new OwnHandsOn(
                    new HandsOnItem(
                        usual.Contains(Key(o.Key, $"{here}/key"))
                            ? throw new RefusedException(ProblemCode.Duplicate, $"{here}/key", "This key is that of something usual.")
                            : o.Key,
                        ShootReader.Line(o.Text, LongestText, $"{here}/text"),
                        o.Standard.Length == 0 ? "" : ShootReader.Line(o.Standard, LongestText, $"{here}/standard")
                    ),
                    o.Model.Length == 0 ? "" : Key(o.Model, $"{here}/model")
                )
            ),
            LapsesFrom = RefusedException.At($"{at}/lapsesFrom", () => list with { LapsesFrom = LapsesFrom }).LapsesFrom,
        };
    }

    /// <summary>The list as it is written.</summary>
    public static CheckOffListDocument Of(CheckOffList list) =>
        new(
            [.. list.Exercises.Select(PracticeWords.Of)],
            list.PassesInRow,
            [.. list.Without],
            [.. list.Own.Select(o => new OwnHandsOnDocument(o.Item.Key, o.Item.Text, o.Item.Standard, o.ModelKey))],
            list.LapsesFrom
        );
}
