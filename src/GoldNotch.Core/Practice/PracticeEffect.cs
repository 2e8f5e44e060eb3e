using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Practice;

/// <summary>What the numbers allow to be said of practice and of what comes back.</summary>
public enum EffectFinding
{
    /// <summary>Too few returns, or too few people, to compare.</summary>
    TooFew,

    /// <summary>The interval of the difference holds zero.</summary>
    NotShown,

    /// <summary>Less comes back off target after practice.</summary>
    Fewer,

    /// <summary>More comes back off target after practice.</summary>
    More,
}

/// <summary>How many settings returns had off target.</summary>
/// <param name="Returns">How many returns.</param>
/// <param name="Mean">Settings off target in one of them, on the mean; 0 where there are none.</param>
/// <param name="Variance">Variance of that number among them, with n − 1; 0 for fewer than two.</param>
public readonly record struct ReturnGroup(int Returns, double Mean, double Variance)
{
    /// <summary>The group of some counts.</summary>
    /// <param name="wrong">Settings off target, one count for each return.</param>
    public static ReturnGroup Of(IReadOnlyCollection<int> wrong)
    {
        if (wrong.Count == 0)
        {
            return default;
        }

        double mean = wrong.Average();
        return new ReturnGroup(wrong.Count, mean, wrong.Count < 2 ? 0 : wrong.Sum(w => (w - mean) * (w - mean)) / (wrong.Count - 1));
    }
}

/// <summary>What came back off target from people who had practised that model and from people who had not.</summary>
/// <param name="Practised">Returns of loans with practice before them.</param>
/// <param name="Unpractised">Returns of loans without.</param>
/// <param name="Finding">What may be said.</param>
/// <param name="Because">It, with its figures.</param>
public sealed record PracticeEffect(ReturnGroup Practised, ReturnGroup Unpractised, EffectFinding Finding, Judgement Because)
{
    /// <summary>Practice counts for a loan that begins within so many days of it: after them recall has fallen by half.</summary>
    public const int CountsDays = Memory.ForgottenAfterDays;

    private const string RuleId = "PRACTICE-EFFECT";

    // Of fewer people one could tell who; of fewer returns nothing follows.
    private const int LeastPeople = 3;
    private const int LeastReturns = 5;

    private static readonly Template TooFew = new(
        RuleId,
        "too-few",
        "{with#return|returns} after practice and {without} without were checked. From {least} of each on, of {people} people and more, they are compared."
    );
    private static readonly Template NotShown = new(
        RuleId,
        "not-shown",
        "Settings off target per return: {a} after practice ({b#return|returns}), {c} without ({d#return|returns}). The difference is between {low} and {high} (95 %): no effect of practice is shown."
    );
    private static readonly Template Fewer = new(
        RuleId,
        "fewer",
        "Settings off target per return: {a} after practice ({b#return|returns}), {c} without ({d#return|returns}). That is {low} to {high} fewer (95 %). People who practise may be more careful anyway."
    );
    private static readonly Template More = new(
        RuleId,
        "more",
        "Settings off target per return: {a} after practice ({b#return|returns}), {c} without ({d#return|returns}). That is {low} to {high} more (95 %). Check what is practised, and which cameras those people had."
    );

    /// <summary>Compares returns after practice with returns without.</summary>
    /// <param name="returns">Checked returns.</param>
    /// <param name="passed">Who passed an exercise with which model, and when.</param>
    public static PracticeEffect Of(
        IReadOnlyCollection<CheckedReturn> returns,
        IEnumerable<(Guid Person, string ModelKey, DateTimeOffset At)> passed
    )
    {
        ILookup<(Guid, string), DateTimeOffset> practice = passed.ToLookup(p => (p.Person, p.ModelKey), p => p.At);
        ILookup<bool, CheckedReturn> groups = returns.ToLookup(r =>
            practice[(r.Person, r.ModelKey)].Any(at => at <= r.OutAt && (r.OutAt - at).TotalDays <= CountsDays)
        );
        static bool IsEnough(IEnumerable<CheckedReturn> of) =>
            of.Count() >= LeastReturns && of.Select(r => r.Person).Distinct().Count() >= LeastPeople;
        var with = ReturnGroup.Of([.. groups[true].Select(r => r.Wrong)]);
        var without = ReturnGroup.Of([.. groups[false].Select(r => r.Wrong)]);
        if (!IsEnough(groups[true]) || !IsEnough(groups[false]))
        {
            return new PracticeEffect(
                with,
                without,
                EffectFinding.TooFew,
                TooFew.Of(
                    ("with", FigureValue.Count(with.Returns)),
                    ("without", FigureValue.Count(without.Returns)),
                    ("least", FigureValue.Count(LeastReturns)),
                    ("people", FigureValue.Count(LeastPeople))
                )
            );
        }

        (double low, double high) = Difference(with, without);
        (EffectFinding finding, Template template, double from, double to) =
            high < 0 ? (EffectFinding.Fewer, Fewer, -high, -low)
            : low > 0 ? (EffectFinding.More, More, low, high)
            : (EffectFinding.NotShown, NotShown, low, high);
        return new PracticeEffect(
            with,
            without,
            finding,
            template.Of(
                ("a", Tenths(with.Mean)),
                ("b", FigureValue.Count(with.Returns)),
                ("c", Tenths(without.Mean)),
                ("d", FigureValue.Count(without.Returns)),
                ("low", Tenths(from)),
                ("high", Tenths(to))
            )
        );
    }

    /// <summary>The 95 % interval of one mean less another (Welch, 1947). Counts that agree better than chance would have them are not believed to: the
    /// variance is never taken smaller than the mean of all, as it would be for faults that come one by one.</summary>
    /// <param name="one">A group of two returns and more.</param>
    /// <param name="other">Another.</param>
    public static (double Low, double High) Difference(ReturnGroup one, ReturnGroup other)
    {
        double least = ((one.Mean * one.Returns) + (other.Mean * other.Returns)) / (one.Returns + other.Returns);
        double a = Math.Max(one.Variance, least) / one.Returns;
        double b = Math.Max(other.Variance, least) / other.Returns;
        double apart = one.Mean - other.Mean;
        if (a + b <= 0)
        {
            return (apart, apart);
        }

        double freedom = (a + b) * (a + b) / ((a * a / (one.Returns - 1)) + (b * b / (other.Returns - 1)));
        double half = StudentT(freedom) * Math.Sqrt(a + b);
        return (apart - half, apart + half);
    }

    // The 97.5th percentile of Student's t by its series in 1/ν (Abramowitz and Stegun 26.7.5): within 0.01 from four degrees of freedom on.
    private static double StudentT(double freedom)
    {
        const double Z = 1.959963984540054;
        double z3 = Z * Z * Z;
        double z5 = z3 * Z * Z;
        double z7 = z5 * Z * Z;
        return Z
            + ((z3 + Z) / (4 * freedom))
            + (((5 * z5) + (16 * z3) + (3 * Z)) / (96 * freedom * freedom))
            + (((3 * z7) + (19 * z5) + (17 * z3) - (15 * Z)) / (384 * freedom * freedom * freedom));
    }

    private static FigureValue Tenths(double of) => FigureValue.In(Measure.Mean, Math.Round(of, 1));
}
