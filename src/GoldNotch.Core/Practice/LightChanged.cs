using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

/// <summary>Stops, thirds, filters, gain and mired by head, with this model's own filters and gains.</summary>
public static class LightChanged
{
    private const string RuleId = "PRACTICE-LIGHT";
    private const int Questions = 5;

    // Nobody says a third of a third; and white under five mired is not seen.
    private const double StopTolerance = 1.0 / 6;
    private const int ThirdsEitherWay = 9;
    private const double LeastLux = 40;

    private static readonly Template LightIs = new(
        RuleId,
        "light",
        "The light on the face went from {before} to {after}. Shutter, gain and filter stay. Which way does the iris go, and how far?"
    );
    private static readonly Template LightWhy = new(
        RuleId,
        "light-why",
        "{after} is {times} of {before}: {stops}. The iris makes up for it: {answer}."
    );
    private static readonly Template FilterIs = new(
        RuleId,
        "filter",
        "On {model} the ND filter goes from {before} to {after}. The picture is to stay as bright. Which way does the iris go, and how far?"
    );
    private static readonly Template FilterWhy = new(
        RuleId,
        "filter-why",
        "{before} takes {from}, {after} takes {to}. The light changes by {stops}, so the iris does the opposite: {answer}."
    );
    private static readonly Template IrisIs = new(
        RuleId,
        "iris",
        "The iris goes from {before} to {after}. Does the picture become brighter or darker, and by how much?"
    );
    private static readonly Template IrisWhy = new(
        RuleId,
        "iris-why",
        "A smaller number is a wider iris; each full stop is a factor of 1.4 in the number. From {before} to {after} it is {answer}."
    );
    private static readonly Template GainIs = new(
        RuleId,
        "gain",
        "On {model} gain goes from {before} to {after}. Does the picture become brighter or darker, and by how much?"
    );
    private static readonly Template GainWhy = new(
        RuleId,
        "gain-why",
        "6 dB are a stop. From {before} to {after} it is {answer}. Gain brings noise, not light."
    );
    private static readonly Template WhiteIs = new(
        RuleId,
        "white",
        "White was balanced at {before}; the light is now {after}. Does the kelvin number go up or down, and by how many mired?"
    );
    private static readonly Template WhiteWhy = new(
        RuleId,
        "white-why",
        "Mired are a million divided by kelvin: {from} before, {to} now. That is {answer}."
    );
    private static readonly Template Answer = new(RuleId, "answer", "{way} {amount:size}");

    /// <summary>Five questions, no two of a kind before every kind was asked.</summary>
    /// <param name="source">What it is made from.</param>
    /// <param name="seed">Its seed.</param>
    public static QuestionExercise Of(PracticeSource source, int seed)
    {
        var chance = new Random(seed);
        List<Func<Question?>> kinds =
        [
            () => OfLight(chance),
            () => OfFilter(source.Model, chance),
            () => OfIris(source.Model, chance),
            () => OfGain(source.Model, chance),
            () => OfWhite(source.Model, chance),
        ];
        var asked = ImmutableArray.CreateBuilder<Question>();
        List<Func<Question?>> left = [];
        while (asked.Count < Questions)
        {
            if (left.Count == 0)
            {
                left = [.. kinds.OrderBy(_ => chance.Next())];
            }

            Func<Question?> kind = left[0];
            left.RemoveAt(0);
            if (kind() is { } question)
            {
                asked.Add(question);
            }
            else
            {
                // This model has no such control: nothing of the kind is asked of it again.
                kinds.Remove(kind);
            }
        }

        return new QuestionExercise(ExerciseKind.LightChanged, seed, source.Model, asked.ToImmutable());
    }

    private static Question OfLight(Random chance)
    {
        Stops change = Thirds(chance);
        double before = Math.Round(LeastLux * double.Exp2(3 + (chance.NextDouble() * 3)) / 10) * 10;
        double after = Math.Round(before * change.Factor);
        // As it is asked, in whole lux.
        var exact = Stops.Between(after, before);
        Asked.Number answer = Iris(exact);
        return new Question(
            LightIs.Of(("before", new Lux(before)), ("after", new Lux(after))),
            answer,
            LightWhy.Of(
                ("before", new Lux(before)),
                ("after", new Lux(after)),
                ("times", FigureValue.In(Measure.Times, after / before)),
                ("stops", exact),
                ("answer", Told(answer))
            )
        );
    }

    private static Question? OfFilter(CameraModel model, Random chance)
    {
        if (model.Filters.Length < 2)
        {
            return null;
        }

        FilterPosition before = chance.One(model.Filters);
        FilterPosition after = chance.One([.. model.Filters.Where(f => f.Loss != before.Loss)]);
        Asked.Number answer = Iris(before.Loss - after.Loss);
        return new Question(
            FilterIs.Of(Setting.NeutralDensity, ("model", model.Name), ("before", before.Label), ("after", after.Label)),
            answer,
            FilterWhy.Of(
                Setting.NeutralDensity,
                ("before", before.Label),
                ("after", after.Label),
                ("from", FigureValue.Moved(before.Loss)),
                ("to", FigureValue.Moved(after.Loss)),
                ("stops", before.Loss - after.Loss),
                ("answer", Told(answer))
            )
        );
    }

    private static Question OfIris(CameraModel model, Random chance)
    {
        // Marks are sixths: whole thirds are even ones.
        int widest =
            2 * (int)Math.Ceiling(model.Lens.WidestAtShort.Value <= 0 ? 4 : 3 * Math.Log2(model.Lens.WidestAtShort.Value) - Guard.Edge);
        int smallest = 2 * (int)Math.Floor((3 * Math.Log2(Math.Min(22, model.Lens.Smallest.Value))) + Guard.Edge);
        int from = widest + (2 * chance.Next(Math.Max(1, ((smallest - widest) / 2) + 1)));
        int to = from;
        for (int tries = 0; to == from && tries < 40; tries++)
        {
            to = Math.Clamp(
                from + (2 * (chance.Next((2 * ThirdsEitherWay) + 1) - ThirdsEitherWay)),
                widest,
                Math.Max(widest + 2, smallest)
            );
        }

        (FNumber before, FNumber after) = (FNumber.AtMark(from), FNumber.AtMark(to == from ? from + 2 : to));
        Asked.Number answer = Picture(after.OpennessFrom(before));
        return new Question(
            IrisIs.Of(Setting.Iris, ("before", before), ("after", after)),
            answer,
            IrisWhy.Of(Setting.Iris, ("before", before), ("after", after), ("answer", Told(answer)))
        );
    }

    private static Question? OfGain(CameraModel model, Random chance)
    {
        Decibels[] gains = [.. model.Gain.PositionsOn(null).Select(p => p.Gain).Distinct()];
        if (gains.Length < 2)
        {
            return null;
        }

        Decibels before = chance.One(gains);
        Decibels after = chance.One([.. gains.Where(g => g != before)]);
        Asked.Number answer = Picture((after - before).ToStops());
        return new Question(
            GainIs.Of(Setting.Gain, ("model", model.Name), ("before", before), ("after", after)),
            answer,
            GainWhy.Of(Setting.Gain, ("before", before), ("after", after), ("answer", Told(answer)))
        );
    }

    private static Question OfWhite(CameraModel model, Random chance)
    {
        double[] lights = [2800, 3000, 3200, 4000, 4300, 5000, 5600, 6500, 7500];
        Kelvin[] known = [.. lights.Select(k => new Kelvin(k)), .. model.White.Presets];
        Kelvin before = chance.One(known);
        Kelvin after = chance.One([.. known.Where(k => Math.Abs(WhiteBalance.Shift(before, k).Value) > WhiteBalance.FaultAbove)]);
        MiredShift shift = WhiteBalance.Shift(before, after);
        var answer = new Asked.Number(
            Measure.Mired,
            Math.Round(Math.Abs(shift.Value)),
            WhiteBalance.UnseenBelow,
            [Way.Higher, Way.Lower],
            shift.Value < 0 ? 0 : 1
        );
        return new Question(
            WhiteIs.Of(Setting.WhiteBalance, ("before", before), ("after", after)),
            answer,
            WhiteWhy.Of(
                Setting.WhiteBalance,
                ("from", FigureValue.Count(Math.Round(before.ToMired().Value))),
                ("to", FigureValue.Count(Math.Round(after.ToMired().Value))),
                ("answer", Told(answer))
            )
        );
    }

    private static Stops Thirds(Random chance)
    {
        int thirds = 1 + chance.Next(ThirdsEitherWay);
        return new Stops((chance.Next(2) == 0 ? thirds : -thirds) / 3.0);
    }

    // More light: the iris closes.
    private static Asked.Number Iris(Stops light) =>
        new(Measure.StopsMoved, Math.Abs(light.Value), StopTolerance, [Way.Open, Way.Close], light.Value < 0 ? 0 : 1);

    private static Asked.Number Picture(Stops light) =>
        new(Measure.StopsMoved, Math.Abs(light.Value), StopTolerance, [Way.Brighter, Way.Darker], light.Value > 0 ? 0 : 1);

    /// <summary>An answer in words.</summary>
    internal static Judgement Told(Asked.Number answer) =>
        Answer.Of(("way", NameOf(answer.Directions[answer.Direction])), ("amount", FigureValue.In(answer.Unit, answer.Amount)));

    /// <summary>A direction as it is said.</summary>
    public static string NameOf(Way way) => way.ToString().ToLowerInvariant();
}
