using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

/// <summary>Something a department asks for beside what is usual.</summary>
/// <param name="Item">What is done.</param>
/// <param name="ModelKey">The model it is asked for with; empty for every model.</param>
public sealed record OwnHandsOn(HandsOnItem Item, string ModelKey);

/// <summary>What a department asks for at a check-off. As the application comes: three exercises once each, everything usual with the real camera, and a
/// check-off that lasts to its last day whatever came back.</summary>
public sealed record CheckOffList
{
    /// <summary>The most things of its own that a department asks for.</summary>
    public const int MostOwn = 30;

    /// <summary>The most times an exercise is passed in a row.</summary>
    public const int MostInRow = 5;

    /// <summary>The most settings found off target that can be named as a limit.</summary>
    public const int MostWrong = 50;

    private readonly int _passesInRow = 1;
    private readonly int? _lapsesFrom;

    /// <summary>The exercises that are passed on the screen first: where things are, the whole sheet, and what is done with card and kit.</summary>
    public ImmutableArray<ExerciseKind> Exercises { get; init; } =
    [ExerciseKind.FindControl, ExerciseKind.SetToSheet, ExerciseKind.BeforeAndAfter];

    /// <summary>The pass mark: how often each is passed in a row, 1 to 5.</summary>
    /// <exception cref="QuantityException">Out of range.</exception>
    public int PassesInRow
    {
        get => _passesInRow;
        init => _passesInRow = (int)Guard.InRange(value, 1, MostInRow, "number of passes in a row");
    }

    /// <summary>Keys of what is usual and not asked for here.</summary>
    public ImmutableArray<string> Without { get; init; } = [];

    /// <summary>What is asked for beside it.</summary>
    public ImmutableArray<OwnHandsOn> Own { get; init; } = [];

    /// <summary>So many settings found off target when a camera came back end the borrower's check-off for that model, 1 to 50. Null: none do, since the
    /// last hand on a camera is not always the borrower's.</summary>
    /// <exception cref="QuantityException">Out of range.</exception>
    public int? LapsesFrom
    {
        get => _lapsesFrom;
        init =>
            _lapsesFrom = value is { } limit ? (int)Guard.InRange(limit, 1, MostWrong, "number of settings that ends a check-off") : null;
    }

    /// <summary>What is done with the real camera of a model, the department's own last.</summary>
    /// <param name="model">The model.</param>
    public ImmutableArray<HandsOnItem> ItemsOf(CameraModel model) =>
        [
            .. HandsOn.UsualOf(model).Where(i => !Without.Contains(i.Key)),
            .. Own.Where(o => o.ModelKey.Length == 0 || o.ModelKey == model.Key).Select(o => o.Item),
        ];
}
