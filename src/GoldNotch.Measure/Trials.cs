using System.Globalization;
using GoldNotch.Core.Frames;

namespace GoldNotch.Measure;

/// <summary>The trials of matching, and what they have to reach.</summary>
internal static class Trials
{
    internal static int Run(int cases, int seed)
    {
        bool holds = true;
        holds &= Tell("from near, by adaptation", MatchTrial.Run(cases, seed, TrialStart.Near, BalanceEngine.Adapting), 0.98);
        holds &= Tell("from anywhere, by adaptation", MatchTrial.Run(cases, seed, TrialStart.Any, BalanceEngine.Adapting), 0.95);
        holds &= Tell("from near, by three gains", MatchTrial.Run(cases, seed, TrialStart.Near, BalanceEngine.ThreeGains), 0.90);
        holds &= Tell("from near, hardly any steps", MatchTrial.Run(cases, seed, TrialStart.Near, BalanceEngine.Adapting, true), 0.98);
        return holds ? 0 : 1;
    }

    internal static int Figures(int cases, int seed)
    {
        FigureTrialResult of = FigureTrial.Run(cases, seed);
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"filters: {of.FiltersWithin} of {of.Filters} within 0.05 stop, the worst {of.WorstStops:0.000} off; gain limits: {of.LimitsWithin} of {of.Units} within one position, {of.LimitsExact} exact{(of.Holds ? "" : " — NOT REACHED")}"
            )
        );
        return of.Holds ? 0 : 1;
    }

    private static bool Tell(string name, TrialResult of, double least)
    {
        bool holds = of.Share >= least && of.Silent == 0;
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{name}: {of.Within} of {of.Cameras} cameras ({of.Share:P1}, wanted {least:P0}); left {of.MeanStops:0.000} stop and {of.MeanMired:0.0} mired; {of.OutOfReach} out of reach, {of.Silent} without a reason; {of.MostPictures} pictures at most{(holds ? "" : " — NOT REACHED")}"
            )
        );
        return holds;
    }
}
