using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Data;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Standards;

/// <summary>Findings with what people decided about them.</summary>
internal static class Findings
{
    private static readonly ImmutableDictionary<string, BookRule> Rules = RuleBook.All.ToImmutableDictionary(r => r.Id);

    internal static IReadOnlyList<FindingView> Views(IEnumerable<RuleFinding> findings, IReadOnlyList<AcceptedFinding> accepted, Phrasing phrasing) =>
        [.. findings.Select(f => View(f, accepted.FirstOrDefault(a => a.RuleId == f.RuleId && a.Setting == KeyOf(f.Setting)), phrasing))];

    internal static string KeyOf(Setting? setting) => setting is { } s ? SettingDefinition.Of(s).Key : "";

    private static FindingView View(RuleFinding finding, AcceptedFinding? accepted, Phrasing phrasing) => new(
        finding.RuleId,
        Rules[finding.RuleId].Text,
        Rules[finding.RuleId].Why,
        finding.Grade,
        finding.Setting is { } s ? SettingDefinition.Of(s).Key : null,
        finding.Setting is { } n ? SettingDefinition.Of(n).Name : "",
        phrasing.Of(finding.Because),
        accepted is null ? null : new AcceptedView(accepted.Reason, accepted.By, accepted.At),
        accepted is not null && accepted.Because != finding.Because);
}
