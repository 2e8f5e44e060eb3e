using GoldNotch.Core.Exposure;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Says in sentences why a camera is planned as it is.</summary>
public static class PlanReasons
{
    /// <summary>How a candidate is spoken: <c>0 dB · ND 1/16 · f/5.6⅓</c>.</summary>
    public static string Spoken(PlanCandidate candidate) => string.Join(" · ", Parts(candidate));

    /// <summary>Base with gain as the camera shows it: <c>low base, +2 dB</c>, <c>ISO 1600</c>, <c>L, −3 dB</c>.</summary>
    public static string State(SensitivityState state)
    {
        string gain = state.Shown.Length == 0 ? state.Gain.Label() : state.Shown.StartsWith("ISO", StringComparison.Ordinal) ? state.Shown : $"{state.Shown}, {state.Gain.Label()}";
        return state.Base.Length == 0 ? gain : $"{state.Base} base, {gain}";
    }

    /// <summary>The filters: <c>ND 1/16</c>, <c>ND clear + front 2</c>.</summary>
    public static string Filters(PlanCandidate candidate)
    {
        string front = candidate.Front.IsEmpty ? "" : " + front " + string.Join(", ", candidate.Front.Select(f => f.Label));
        return $"ND {candidate.BuiltIn.Label}{front}";
    }

    /// <summary>Number and direction from one opening to another: <c>open 2⅓</c>, <c>close ⅔</c>, <c>as read</c>.</summary>
    public static string Direction(FNumber from, FNumber to)
    {
        Stops moved = to.OpennessFrom(from);
        string size = moved.Label().TrimStart('+', Notation.Minus);
        return size == "0" ? "as read" : moved.Value > 0 ? "open " + size : "close " + size;
    }

    /// <summary>Why this and not the next one.</summary>
    public static Judgement Why(CameraPlan plan)
    {
        const string Id = "PLAN-ORDER";
        PlanCandidate chosen = plan.Chosen;
        if (plan.Next.IsEmpty)
        {
            return Judgement.Of(Id, "There is no other way of setting it.");
        }

        PlanCandidate next = plan.Next[0];
        string other = Spoken(next);
        string sentence = plan.DecidedBy switch
        {
            PlanTerm.Rules => $"{other} would break a rule: its gain is above the cap.",
            PlanTerm.Exposure => $"{other} would be {Off(next.Error)}.",
            PlanTerm.Highlights => $"{other} would lose {Lost(next.ClipMargin)} of the wanted highlights.",
            PlanTerm.GainWithFilter => $"{other} would have gain up behind a filter: noise for nothing.",
            PlanTerm.IrisWish => $"{other} would be {next.WishMissed.InHundredths()} from the iris wish; this is {chosen.WishMissed.InHundredths()} from it.",
            PlanTerm.Noise => $"{other} would be {new Decibels(next.State.Noise.Value - chosen.State.Noise.Value).Label()} noisier.",
            PlanTerm.Shadows => $"{other} would lose {Lost(next.ShadowMargin)} of the wanted shadows.",
            PlanTerm.FrontFilters => $"{other} would need {Count(next.Front.Length)} in front of the lens.",
            PlanTerm.Diffraction => $"{other} would be past the lens's sharpest openings.",
            PlanTerm.NegativeGain => $"{other} would cost highlight room: its gain is below 0 dB.",
            PlanTerm.FilterStops => $"{other} would take {(next.Filters - chosen.Filters).InHundredths()} more filter for the same picture.",
            _ => $"{other} would do as well; this is nearer to the light by less than can be seen.",
        };
        return Judgement.Of(
            Id, sentence,
            Figure.InStops("exposure error", chosen.Error),
            Figure.InStops("from the wish", chosen.WishMissed),
            Figure.InStops("filters", chosen.Filters));
    }

    /// <summary>How a wish came out; empty where there is nothing to tell.</summary>
    public static string WishTold(CameraPlan plan)
    {
        PlanCandidate c = plan.Chosen;
        string got = c.OpeningLabel;
        if (c.WishMissed.Value <= PlanTerms.Met + Guard.Edge)
        {
            return "";
        }

        string far = c.WishMissed.InHundredths();
        return plan.Camera.Wish switch
        {
            IrisWish.Open => $"As open as it goes would be {plan.Camera.Iris.Widest.Label()}; {got} is {far} smaller.",
            IrisWish.Fixed wish => $"Asked for {wish.At.Label()}; {got} is {far} away.",
            IrisWish.Range wish => $"Asked for {wish.Widest.Label()} to {wish.Smallest.Label()}; {got} is {far} outside.",
            IrisWish.Depth wish => $"Asked for {wish.AtLeast.Label()} sharp, which takes {plan.WishedOpening?.Label()}; {got} gives {DepthOf(plan)}.",
            IrisWish.SameDepthAs wish => SameDepth(plan, wish, got),
            _ => "",
        };
    }

    private static string SameDepth(CameraPlan plan, IrisWish.SameDepthAs wish, string got)
    {
        FNumber wanted = plan.WishedOpening ?? plan.Chosen.Opening;
        bool cannot = wanted.Value < plan.Camera.Iris.Widest.Value || wanted.Value > plan.Camera.Iris.Smallest.Value;
        return cannot
            ? $"As deep as {wish.Camera} would take f/{Notation.Number(wanted.Value, 1)}, which this lens has not: {got} gives {DepthOf(plan)}. Pair them the other way round: {wish.Camera} as deep as {plan.Camera.Name}."
            : $"As deep as {wish.Camera} would take {wanted.Label()}; {got} gives {DepthOf(plan)}.";
    }

    private static string DepthOf(CameraPlan plan) => plan.Depth switch
    {
        null => "no known depth",
        { Depth: null } deep => $"sharp from {deep.Near.Label()} to infinity",
        { Depth: { } metres } => $"{metres.Label()} sharp",
    };

    private static IEnumerable<string> Parts(PlanCandidate c) => [State(c.State), Filters(c), c.OpeningLabel];

    private static string Off(Stops error) => $"{error.Magnitude.InHundredths()} too {(error.Value > 0 ? "bright" : "dark")}";

    private static string Lost(Stops? margin) => (-(margin ?? Stops.Zero)).InHundredths();

    private static string Count(int filters) => filters == 1 ? "one filter" : $"{filters} filters";
}
