using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Shoots;

/// <summary>Something at a place that can hurt someone.</summary>
public enum Hazard
{
    /// <summary>Wet ground, rain, spray.</summary>
    Wet,

    /// <summary>Lamps that are hot, heavy or raised.</summary>
    Lamps,

    /// <summary>Cables where people walk.</summary>
    Cables,

    /// <summary>Ladders and height.</summary>
    Ladder,

    /// <summary>Tripods on a slope.</summary>
    Slope,

    /// <summary>The sun in or near the picture.</summary>
    Sun,

    /// <summary>Lasers and strobe lights.</summary>
    LaserOrStrobe,

    /// <summary>Heavy cases.</summary>
    Lifting,
}

/// <summary>The usual cautions that apply to a shoot; site rules, the maker's manual, local codes and licensed people come first.</summary>
public static class Cautions
{
    private const string RuleId = "CAUTION";

    private static readonly Template Lithium = new(
        RuleId,
        "lithium",
        "Lithium batteries: do not use or charge one that is damaged, swollen or hot. Charge with its own charger only, never unattended overnight near anything that burns."
    );
    private static readonly Template MainsLoad = new(
        RuleId,
        "mains",
        "Mains: stay within the load, use an earth-leakage switch, uncoil cable drums. Anything fixed is for a qualified person."
    );
    private static readonly Template Generator = new(
        RuleId,
        "generator",
        "Generator: outdoors only, away from air inlets, on dry ground, fuelled cold. Earthing is for a qualified person."
    );
    private static readonly Template Pins = new(
        RuleId,
        "pins",
        "{model}: look at connector pins before plugging, never force a plug or a card."
    );
    private static readonly Template Deference = new(
        RuleId,
        "deference",
        "Site rules, the maker's manual, local codes and licensed people come first."
    );

    // One for each hazard, in the order of the hazards.
    private static readonly ImmutableArray<Template> OfHazard =
    [
        new(RuleId, "wet", "Wet ground: no mains plug or joint on it, earth-leakage protection, rain covers on, fluids away from screens."),
        new(RuleId, "lamps", "Lamps: sandbag the stands, safety cable on what hangs, gloves, let them cool, nothing that burns near them."),
        new(RuleId, "cables", "Cables where people walk: along walls, taped down or under ramps, never across an exit."),
        new(RuleId, "ladder", "Ladders: a second person holds it, nothing heavy carried up, nobody below."),
        new(RuleId, "slope", "Slopes: one tripod leg downhill, weight on the centre, never left alone."),
        new(RuleId, "sun", "Sun: never point a camera or an eye at a finder towards it; cap the lens between takes, shade the eyepiece."),
        new(
            RuleId,
            "laser",
            "Lasers destroy sensors and eyes: never into a lens. Strobe lights: warn everybody before they are switched on."
        ),
        new(RuleId, "lifting", "Heavy cases: two people, knees bent, wheels where there are any."),
    ];

    /// <summary>The cautions for a shoot, the deference last; empty where nothing applies.</summary>
    /// <param name="hazards">What is known of the place.</param>
    /// <param name="supply">What powers the cameras.</param>
    /// <param name="outdoors">Whether it is outdoors.</param>
    /// <param name="cameras">The cameras.</param>
    public static ImmutableArray<Judgement> Of(
        IReadOnlyCollection<Hazard> hazards,
        ShootSupply supply,
        bool outdoors,
        IReadOnlyList<CameraModel> cameras
    )
    {
        List<Judgement> found = [];
        if (cameras.Count > 0)
        {
            found.Add(Lithium.Of());
        }

        if (supply.IsMains)
        {
            found.Add((supply.Kind == SupplyKind.Generator ? Generator : MainsLoad).Of());
        }

        IEnumerable<Hazard> all = outdoors ? hazards.Append(Hazard.Sun) : hazards;
        found.AddRange(all.Distinct().Order().Select(h => OfHazard[(int)h].Of()));
        found.AddRange(
            cameras
                .Where(c => c.Handling.Any(h => h.Kind == HandlingKind.Assembly))
                .Select(c => c.Name)
                .Distinct()
                .Select(name => Pins.Of(("model", name)))
        );
        return found.Count > 0 ? [.. found, Deference.Of()] : [];
    }
}
