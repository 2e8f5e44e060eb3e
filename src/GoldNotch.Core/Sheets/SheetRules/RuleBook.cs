using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>All rules, and what they find. A rule is in the book by being a class of it: nothing lists them.</summary>
public static class RuleBook
{
    /// <summary>Every rule, by subject and id.</summary>
    public static ImmutableArray<BookRule> All { get; } =
    [
        .. typeof(RuleBook)
            .Assembly.GetTypes()
            .Where(t => t.IsSubclassOf(typeof(BookRule)) && !t.IsAbstract)
            .Select(t => (BookRule)Activator.CreateInstance(t)!)
            .OrderBy(r => r.Subject)
            .ThenBy(r => r.Id, StringComparer.Ordinal),
    ];

    private static readonly ImmutableArray<StandardRule> OverStandards = [.. All.OfType<StandardRule>()];
    private static readonly ImmutableArray<ModelRule> OverModels = [.. All.OfType<ModelRule>()];
    private static readonly ImmutableArray<SheetRule> OverSheets = [.. All.OfType<SheetRule>()];

    /// <summary>What is found in a standard, in its own circumstances; worst first.</summary>
    public static ImmutableArray<RuleFinding> Of(Standard standard)
    {
        var of = new StandardInView(standard, standard.Circumstances);
        return Sorted(OverStandards.SelectMany(r => r.Look(of)));
    }

    /// <summary>The faults of a standard that nobody has accepted as they now read. While there is one, it is not approved.</summary>
    /// <param name="standard">The standard.</param>
    /// <param name="accepted">What was accepted, as it read then.</param>
    public static ImmutableArray<RuleFinding> OpenFaults(Standard standard, IReadOnlyCollection<Judgement> accepted) =>
        [.. Of(standard).Where(f => f.Grade == FindingGrade.Fault && !accepted.Contains(f.Because))];

    /// <summary>What is found in a camera specification; worst first.</summary>
    public static ImmutableArray<RuleFinding> Of(CameraModel model) => Sorted(OverModels.SelectMany(r => r.Look(model)));

    /// <summary>What is found in a compiled sheet; worst first.</summary>
    public static ImmutableArray<RuleFinding> Of(Sheet sheet) => Sorted(OverSheets.SelectMany(r => r.Look(sheet)));

    private static ImmutableArray<RuleFinding> Sorted(IEnumerable<RuleFinding> findings) =>
        [.. findings.OrderBy(f => f.Grade).ThenBy(f => f.Setting)];
}
