using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Practice;

/// <summary><em>Where is ND on this model?</em></summary>
public static class FindControl
{
    private const string RuleId = "PRACTICE-FIND";
    private const int Questions = 5;

    private static readonly Template Where = new(RuleId, "where", "Where is {setting:lower} on {model}?");
    private static readonly Template Here = new(RuleId, "here", "{setting}: {side}, {control}. {path}");
    private static readonly Template HereTrap = new(RuleId, "here-trap", "{setting}: {side}, {control}. {path} {trap}");

    // Of a menu the way to it says all: which menu it is stands in it.
    private static readonly Template InMenu = new(RuleId, "in-menu", "{setting}: {path}");
    private static readonly Template InMenuTrap = new(RuleId, "in-menu-trap", "{setting}: {path} {trap}");

    /// <summary>Five controls, those first that are left wrong most often here; null where the specification places none.</summary>
    /// <param name="source">What it is made from.</param>
    /// <param name="seed">Its seed.</param>
    public static QuestionExercise? Of(PracticeSource source, int seed)
    {
        var chance = new Random(seed);
        ImmutableArray<BodyControl> body = PracticeBody.Of(source.Model);
        List<(Setting Setting, string Key)> left = [.. body.SelectMany(c => c.Settings.Select(s => (s.Setting, c.Key)))];
        if (left.Count == 0)
        {
            return null;
        }

        var asked = ImmutableArray.CreateBuilder<Question>();
        while (asked.Count < Questions && left.Count > 0)
        {
            (Setting setting, string key) = chance.Weighted(left, c => source.WeightOf(c.Setting));
            left.RemoveAll(c => c.Setting == setting);
            asked.Add(
                new Question(
                    Where.Of(setting, ("setting", setting), ("model", source.Model.Name)),
                    new Asked.Place(setting, [key]),
                    PlaceOf(setting, source.Model.PlaceOf(setting)!)
                )
            );
        }

        return new QuestionExercise(ExerciseKind.FindControl, seed, source.Model, asked.ToImmutable());
    }

    /// <summary>Where a control is, and what goes wrong there.</summary>
    internal static Judgement PlaceOf(Setting setting, ControlPlace place) =>
        (
            (place.Side == BodySide.Screen && place.Path.Length > 0, place.Trap.Length > 0) switch
            {
                (true, true) => InMenuTrap,
                (true, false) => InMenu,
                (false, true) => HereTrap,
                (false, false) => Here,
            }
        ).Of(setting, ("setting", setting), ("side", place.SideName), ("control", place.Name), ("path", place.Path), ("trap", place.Trap));
}
