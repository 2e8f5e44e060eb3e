using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Practice;

/// <summary>A skill of a person: a kind of exercise on a model.</summary>
/// <param name="ModelKey">The model.</param>
/// <param name="ModelName">Its name.</param>
/// <param name="Kind">The kind.</param>
/// <param name="Memory">How well it is remembered; null where it was never practised.</param>
public sealed record Skill(string ModelKey, string ModelName, ExerciseKind Kind, Memory? Memory);

/// <summary>A shoot that the person is at.</summary>
/// <param name="Name">The shoot.</param>
/// <param name="At">When it begins.</param>
/// <param name="ModelKey">The model the person works.</param>
/// <param name="StandardKey">The standard; empty where none is chosen.</param>
public sealed record ComingShoot(string Name, DateTimeOffset At, string ModelKey, string StandardKey);

/// <summary>What to practise next.</summary>
/// <param name="Skill">The skill.</param>
/// <param name="StandardKey">The standard of the shoot it is for; empty where it is for none.</param>
/// <param name="IsRefresher">Whether it is the refresher before a shoot.</param>
/// <param name="Because">Why, with its figures.</param>
public sealed record PracticeProposal(Skill Skill, string StandardKey, bool IsRefresher, Judgement Because);

/// <summary>What is proposed to a person: the refresher before a shoot, then what has faded most, then what was never practised.</summary>
public static class PracticeProposals
{
    private const string RuleId = "PRACTICE-NEXT";

    /// <summary>A model that was not touched for so many days is refreshed before a shoot.</summary>
    public const int UntouchedDays = Memory.ForgottenAfterDays;

    private static readonly TimeSpan Before = TimeSpan.FromDays(2);

    private static readonly Template BeforeShoot = new(
        RuleId,
        "before-shoot",
        "{shoot} is on {day}, and {model} was last practised {days#day|days} ago."
    );
    private static readonly Template BeforeShootNever = new(
        RuleId,
        "before-shoot-never",
        "{shoot} is on {day}, and {model} was never practised."
    );
    private static readonly Template Faded = new(
        RuleId,
        "faded",
        "Recall on {model} has fallen to {recall}; below {limit} it is refreshed. Last practised {days#day|days} ago."
    );
    private static readonly Template Never = new(RuleId, "never", "This was never practised on {model}.");
    private static readonly Template Weakest = new(
        RuleId,
        "weakest",
        "Nothing has faded. This is what is recalled least: {recall} on {model}."
    );

    /// <summary>What to practise, the most useful first.</summary>
    /// <param name="skills">The person's skills on the models in use.</param>
    /// <param name="shoots">Shoots the person is at, the next first.</param>
    /// <param name="now">The time.</param>
    public static IEnumerable<PracticeProposal> Of(IReadOnlyList<Skill> skills, IReadOnlyList<ComingShoot> shoots, DateTimeOffset now) =>
        Refreshers(skills, shoots, now)
            .Concat(
                skills
                    .Where(s => s.Memory?.IsFaded(now) == true)
                    .OrderBy(s => s.Memory!.Recall(now))
                    .Select(s => new PracticeProposal(
                        s,
                        "",
                        false,
                        Faded.Of(
                            ("model", s.ModelName),
                            ("recall", Percent(s.Memory!.Recall(now))),
                            ("limit", Percent(Memory.RefreshBelow)),
                            ("days", Days(now, s.Memory.LastAt))
                        )
                    ))
            )
            .Concat(skills.Where(s => s.Memory is null).Select(s => new PracticeProposal(s, "", false, Never.Of(("model", s.ModelName)))))
            .Concat(
                skills
                    .Where(s => s.Memory?.IsFaded(now) == false)
                    .OrderBy(s => s.Memory!.Recall(now))
                    .Select(s => new PracticeProposal(
                        s,
                        "",
                        false,
                        Weakest.Of(("model", s.ModelName), ("recall", Percent(s.Memory!.Recall(now))))
                    ))
            )
            .DistinctBy(p => (p.Skill.ModelKey, p.Skill.Kind));

    /// <summary>Difficulty that follows the person: up after two successes in a row, down after a failure.</summary>
    /// <param name="passed">Whether each try of the skill succeeded, in their order.</param>
    public static int LevelOf(IEnumerable<bool> passed)
    {
        (int level, int row) = (1, 0);
        foreach (bool one in passed)
        {
            row = one ? row + 1 : 0;
            level =
                !one ? Math.Max(1, level - 1)
                : row % 2 == 0 ? Math.Min(3, level + 1)
                : level;
        }

        return level;
    }

    private static IEnumerable<PracticeProposal> Refreshers(
        IReadOnlyList<Skill> skills,
        IReadOnlyList<ComingShoot> shoots,
        DateTimeOffset now
    )
    {
        foreach (ComingShoot shoot in shoots.Where(s => s.At > now && s.At - now <= Before))
        {
            Skill[] ofModel = [.. skills.Where(s => s.ModelKey == shoot.ModelKey)];
            DateTimeOffset? last = ofModel.Max(s => s.Memory?.LastAt);
            if (ofModel.FirstOrDefault(s => s.Kind == ExerciseKind.SetToSheet) is not { } skill || (now - last)?.TotalDays < UntouchedDays)
            {
                continue;
            }

            FigureValue day = DateOnly.FromDateTime(shoot.At.DateTime);
            yield return new PracticeProposal(
                skill,
                shoot.StandardKey,
                true,
                last is { } at
                    ? BeforeShoot.Of(("shoot", shoot.Name), ("day", day), ("model", skill.ModelName), ("days", Days(now, at)))
                    : BeforeShootNever.Of(("shoot", shoot.Name), ("day", day), ("model", skill.ModelName))
            );
        }
    }

    private static FigureValue Days(DateTimeOffset now, DateTimeOffset at) =>
        FigureValue.Count(Math.Max(0, Math.Floor((now - at).TotalDays)));

    private static FigureValue Percent(double share) => FigureValue.In(Measure.Percent, Math.Floor(100 * share));
}
