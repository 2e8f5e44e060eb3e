using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Data;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Findings;

/// <summary>What a rule found; accepted is null while nobody has, and stale is true when it has come to say something else since.</summary>
public sealed record FindingView(
    string RuleId,
    string Rule,
    string Why,
    FindingGrade Grade,
    string? Setting,
    string SettingName,
    JudgementView Because,
    AcceptedView? Accepted,
    bool Stale
);

/// <summary>Who accepted a finding and why.</summary>
public sealed record AcceptedView(string Reason, string By, DateTimeOffset At);

/// <summary>Findings with what people decided about them.</summary>
internal static class FindingViews
{
    private static readonly ImmutableDictionary<string, BookRule> Rules = RuleBook.All.ToImmutableDictionary(r => r.Id);

    internal static IReadOnlyList<FindingView> Of(
        IEnumerable<RuleFinding> findings,
        IReadOnlyList<AcceptedFinding> accepted,
        Phrasing phrasing
    ) => [.. findings.Select(f => View(f, accepted.FirstOrDefault(a => a.RuleId == f.RuleId && a.Setting == KeyOf(f.Setting)), phrasing))];

    internal static string KeyOf(Setting? setting) => setting is { } s ? SettingDefinition.Of(s).Key : "";

    private static FindingView View(RuleFinding finding, AcceptedFinding? accepted, Phrasing phrasing) =>
        new(
            finding.RuleId,
            Rules[finding.RuleId].Text,
            Rules[finding.RuleId].Why,
            finding.Grade,
            finding.Setting is { } s ? SettingDefinition.Of(s).Key : null,
            finding.Setting is { } n ? SettingDefinition.Of(n).Name : "",
            phrasing.Of(finding.Because),
            accepted is null ? null : new AcceptedView(accepted.Reason, accepted.By, accepted.At),
            accepted is not null && accepted.Because != finding.Because
        );
}
