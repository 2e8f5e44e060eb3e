using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Practice;

/// <summary>Why an exercise has the faults it has: what is found off target on that model here.</summary>
public static class DrawnFrom
{
    private const string RuleId = "PRACTICE-DRAWN";
    private const int Most = 2;

    private static readonly Template Found = new(RuleId, "found", "What is found off target on this model is drawn more often. {most}");
    private static readonly Template Often = new(RuleId, "often", "{setting}: {wrong} of {read#check|checks}.");

    /// <summary>The settings that weigh most; null where nothing was found off target.</summary>
    /// <param name="drift">How often each was found off target or automatic.</param>
    public static Judgement? Of(IReadOnlyDictionary<Setting, Frequency> drift)
    {
        Judgement[] most =
        [
            .. drift
                .Where(d => d.Value.Times > 0)
                .OrderByDescending(d => d.Value.Share)
                .ThenBy(d => d.Key)
                .Take(Most)
                .Select(d =>
                    Often.Of(
                        d.Key,
                        ("setting", d.Key),
                        ("wrong", FigureValue.Count(d.Value.Times)),
                        ("read", FigureValue.Count(d.Value.Of))
                    )
                ),
        ];
        return most.Length == 0 ? null : Found.Of(("most", FigureValue.Of(most)));
    }
}
