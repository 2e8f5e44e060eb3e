using GoldNotch.Core.Settings;
using GoldNotch.Data;

namespace GoldNotch.Web.Features.Findings;

/// <summary>A waiver; holds says whether it counts today.</summary>
public sealed record WaiverView(
    Guid Id,
    string StandardKey,
    string Setting,
    string SettingName,
    string? ModelKey,
    string? UnitTag,
    string Reason,
    string Author,
    DateTimeOffset MadeAt,
    DateOnly ExpiresOn,
    bool Holds,
    string? EndedBy
);

/// <summary>A page of waivers, the newest first; <c>next</c> is null on the last one.</summary>
public sealed record WaiverPage(IReadOnlyList<WaiverView> Waivers, string? Next);

/// <summary>Waivers as they are shown.</summary>
internal static class WaiverViews
{
    internal static WaiverView Of(Waiver w, DateOnly today) =>
        new(
            w.Id,
            w.StandardKey,
            w.Setting,
            SettingDefinition.Of(SettingDefinition.Parse(w.Setting)).Name,
            w.ModelKey,
            w.UnitTag,
            w.Reason,
            w.Author,
            w.MadeAt,
            w.ExpiresOn,
            w.Holds(today),
            w.EndedBy
        );
}
