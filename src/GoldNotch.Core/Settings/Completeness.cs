using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings;

/// <summary>What a card still does not say, for one chapter of the work.</summary>
/// <param name="Chapter">The chapter.</param>
/// <param name="Known">Settings the card says something about.</param>
/// <param name="Missing">Settings it says nothing about.</param>
public sealed record Completeness(string Chapter, int Known, ImmutableArray<Setting> Missing)
{
    /// <summary>Chapter by chapter, in the order of the work; acts need nothing of a card.</summary>
    public static ImmutableArray<Completeness> Of(CameraModel model) =>
        [
            .. SettingDefinition
                .All.Where(n => n.Kind != SettingKind.Task)
                .GroupBy(n => n.Chapter)
                .Select(g => new Completeness(
                    g.Key,
                    g.Count(n => model.Knows(n.Setting)),
                    [.. g.Where(n => !model.Knows(n.Setting)).Select(n => n.Setting)]
                )),
        ];
}
