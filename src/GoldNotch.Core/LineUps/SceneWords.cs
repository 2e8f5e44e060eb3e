using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One person or thing and whether a camera keeps it sharp, still and leaning.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Who">The person.</param>
/// <param name="Still">Sharp where it stands.</param>
/// <param name="Leaning">Sharp to both ends of its lean.</param>
/// <param name="Sentence">In words, with metres.</param>
public sealed record LeanRow(string Letter, string Who, bool Still, bool Leaning, string Sentence)
{
    /// <summary>Every camera with what it looks at and how that leans.</summary>
    internal static ImmutableArray<LeanRow> Of(LineUp lineUp, ImmutableArray<CameraRow> rows) =>
        [.. rows.Select(r => Of(lineUp, r)).OfType<LeanRow>()];

    private static LeanRow? Of(LineUp lineUp, CameraRow row)
    {
        if (FloorPlan.TargetOf(row.Prepared.Of, lineUp.Floor) is not { Lean: > 0 } who || row.Plan.Depth is not { } depth || row.Plan.Camera.Standpoint is not { } at)
        {
            return null;
        }

        double near = Math.Max(0.05, at.Distance.Value - who.Lean);
        bool forward = depth.Holds(new Metres(near));
        bool back = depth.Holds(new Metres(at.Distance.Value + who.Lean));
        string range = $"sharp from {depth.Near.Label()} to {depth.Far?.Label() ?? "infinity"}";
        string lean = new Metres(who.Lean).Label();
        string sentence = forward && back ? $"keeps {who.Name} sharp through a lean of {lean}: {range}."
            : $"loses {who.Name} {(forward ? "leaning back" : back ? "leaning forward" : "either way")} by {lean}: {range}. {(row.Prepared.Of.Watch == Watch.Unattended ? "Nobody is there to follow: close the iris, or let it track." : "The operator has to follow.")}";
        return new LeanRow(row.Plan.Camera.Name, who.Name, true, forward && back, sentence);
    }
}

/// <summary>Says how the scene lies in what the cameras hold.</summary>
internal static class SceneWords
{
    // A stop of room on both sides on every camera: the scene asks nothing of the range (bench rule).
    private const double Easy = 1;

    internal static ImmutableArray<string> Of(LineUpPlan plan, ImmutableArray<CameraRow> rows)
    {
        List<CameraRow> known = [.. rows.Where(r => r.Plan.Chosen.ClipMargin is not null)];
        ImmutableArray<string>.Builder told = ImmutableArray.CreateBuilder<string>();
        string unknown = string.Join(", ", rows.Where(r => r.Plan.Chosen.ClipMargin is null).Select(r => r.Plan.Camera.Name));
        if (unknown.Length > 0)
        {
            told.Add($"Nobody has measured the room of {unknown}: look at the highlights there.");
        }

        if (known.Count == 0)
        {
            return told.ToImmutable();
        }

        CameraRow first = known.MinBy(r => r.Plan.Chosen.ClipMargin!.Value.Value)!;
        Stops clip = first.Plan.Chosen.ClipMargin!.Value;
        CameraRow dark = known.MinBy(r => r.Plan.Chosen.ShadowMargin!.Value.Value)!;
        Stops shadow = dark.Plan.Chosen.ShadowMargin!.Value;
        bool easy = clip.Value >= Easy && shadow.Value >= Easy;
        string range = $"{plan.Scene.Brightest.InHundredths(withPlus: true)} to {(-plan.Scene.Darkest).InHundredths()} around the key";
        told.Add(easy
            ? $"The scene is easy: {range} lies at least a stop inside every camera. One common speed would be harmless."
            : $"The scene is hard: {range}. {Margin(first.Plan.Camera.Name, clip, "highlight")} {Margin(dark.Plan.Camera.Name, shadow, "shadow")}");
        if (!easy)
        {
            told.Add($"{(clip <= shadow ? first : dark).Plan.Camera.Name} goes first. {OneStop(known, 1)} {OneStop(known, -1)}");
        }

        return told.ToImmutable();
    }

    private static string Margin(string letter, Stops margin, string which) => margin.Value < -0.05
        ? $"{letter} loses {(-margin).InHundredths()} of {which}s."
        : $"{letter} has {margin.InHundredths()} of {which} room left, the least.";

    private static string OneStop(List<CameraRow> rows, int up)
    {
        string way = up > 0 ? "One stop more light" : "One stop less";
        List<string> lost =
        [
            .. rows.Where(r => (up > 0 ? r.Plan.Chosen.ClipMargin!.Value.Value : r.Plan.Chosen.ShadowMargin!.Value.Value) - 1 < -0.05)
                .Select(r => r.Plan.Camera.Name),
        ];
        return lost.Count == 0 ? $"{way} on the sensor would lose nothing." : $"{way} on the sensor would lose {(up > 0 ? "highlights" : "shadows")} on {string.Join(", ", lost)}.";
    }
}

/// <summary>The same line-up by other wishes.</summary>
internal static class WishVariants
{
    internal static ImmutableArray<WishVariant> Of(LineUpReport report)
    {
        if (report.Cameras.Length < 2)
        {
            return [];
        }

        ImmutableArray<CameraRow> rows = report.Cameras;
        string deepest = ExposureReference(rows).Plan.Camera.Name;
        CameraRow tight = rows.MinBy(r => r.Prepared.FramedWidth.Value)!;
        CameraRow sensitive = rows.MaxBy(r => r.Prepared.Plan.States.Where(s => !s.AboveCap).Max(s => s.Speed.FasterThan(new Iso(100)).Value - (s.Noise.Value / Decibels.PerStop)))!;
        ImmutableArray<WishVariant>.Builder variants = ImmutableArray.CreateBuilder<WishVariant>();
        Add(variants, report, "as wished", "Each camera by its own wish.", c => c.Wish);
        Add(variants, report, "depth matched", $"All as deep as {deepest}: the cut does not show.", c => c.Name == deepest ? Own(c, rows) : new IrisWish.SameDepthAs(deepest));
        if (tight.Plan.Depth?.Depth is { } depth)
        {
            Metres twice = new(depth.Value * 2);
            Add(
                variants, report, "tight camera deeper", $"{tight.Plan.Camera.Name} sharp over twice as much, {twice.Label()}: people lean.",
                c => c.Name == tight.Plan.Camera.Name ? new IrisWish.Depth(twice) : c.Wish);
        }

        Add(
            variants, report, "sensitive camera open", $"{sensitive.Plan.Camera.Name} as open as it goes, with ND: a soft background.",
            c => c.Name == sensitive.Plan.Camera.Name ? new IrisWish.Open() : c.Wish);
        return variants.ToImmutable();
    }

    /// <summary>The camera that needs most light at its widest opening, quietest state and clear: the light is set for it.</summary>
    internal static CameraRow ExposureReference(ImmutableArray<CameraRow> rows) => rows.MaxBy(Need)!;

    private static double Need(CameraRow row)
    {
        PlanCamera c = row.Prepared.Plan;
        double speed = c.States.OrderBy(s => s.Noise.Value).ThenBy(s => Math.Abs(s.Gain.Value)).First().Speed.Value;
        double n = c.Iris.Widest.Value;
        return n * n * c.Iris.LossInExposure.Factor / (c.Time.Seconds * speed);
    }

    // A camera that the others follow cannot follow one of them.
    private static IrisWish Own(PlanCamera camera, ImmutableArray<CameraRow> rows) => camera.Wish is IrisWish.SameDepthAs
        ? new IrisWish.Fixed(rows.First(r => r.Plan.Camera.Name == camera.Name).Plan.Chosen.Opening)
        : camera.Wish;

    private static void Add(ImmutableArray<WishVariant>.Builder variants, LineUpReport report, string name, string says, Func<PlanCamera, IrisWish> wish)
    {
        try
        {
            LineUpPlan plan = LineUpReport.PlanOf(report.LineUp, [.. report.Cameras.Select(r => r.Prepared.Plan with { Wish = wish(r.Prepared.Plan) })]);
            ImmutableArray<(string, string, string)> cameras =
            [
                .. plan.Cameras.Select(c => (c.Camera.Name, PlanReasons.Spoken(c.Chosen), Depth(c))),
            ];

            // One that comes to the same as the wishes is no choice.
            if (variants.Any(v => v.Cameras.SequenceEqual(cameras)))
            {
                return;
            }

            variants.Add(new WishVariant(
                name, says, cameras,
                plan.LargestDifference,
                plan.Cameras.Select(c => c.Chosen.Error).MaxBy(e => Math.Abs(e.Value)),
                new Decibels(plan.Cameras.Max(c => c.Chosen.State.Noise.Value))));
        }
        catch (QuantityException)
        {
            // A variant that cannot be planned, as by a circle of depths, is not offered.
        }
    }

    private static string Depth(CameraPlan plan) => plan.Depth switch
    {
        null => "",
        { Far: null } d => $"{d.Near.Label()} to infinity",
        { Far: { } far } d => $"{d.Near.Label()} to {far.Label()}",
    };
}
