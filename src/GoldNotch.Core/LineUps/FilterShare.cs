using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>A sharing of the kit's front filters.</summary>
/// <param name="Chosen">What each camera gets.</param>
/// <param name="AtMostAbove">By how many thousandths its sum can be above the least at most; 0 where it is the least.</param>
internal sealed record Sharing(ImmutableArray<Found> Chosen, long AtMostAbove);

/// <summary>Shares the kit's front filters among cameras so that the sum of their costs is least and no filter is used more often than there are.</summary>
/// <remarks>Branch and bound. A price is put on every filter that more cameras want than there are (Lagrange's multipliers, by subgradient steps):
/// each camera's cheapest option at those prices, less what the stock is worth, is a lower bound of every sharing; without prices it is the sum of
/// each camera's own best. Equal cameras are told apart by nothing, so only one order of them is tried, and a stock that was reached more cheaply
/// before is not tried again.</remarks>
internal sealed class FilterShare
{
    // Enough for prices to settle; more steps raised the bound by less than a thousandth of it on adversarial kits.
    private const int PriceSteps = 300;
    private const int PatienceSteps = 8;

    private const int MostRemembered = 300_000;

    private const int MostBeforeOneLens = 2;

    private readonly Option[][] _options;
    private readonly int[] _order;
    private readonly bool[] _sameAsBefore;
    private readonly int[] _most;
    private readonly int[] _left;
    private readonly double[] _prices;
    private readonly double[] _cheapestAfter;
    private readonly bool _remembers;
    private readonly PlanBudget _budget;
    private readonly Dictionary<(int Depth, int From, UInt128 Stock), long> _reached = [];
    private readonly int[] _chosen;
    private int[]? _best;
    private long _bestSum = long.MaxValue;
    private bool _cut;

    private FilterShare(IReadOnlyList<Found[]> options, ImmutableArray<int> stock, PlanBudget budget)
    {
        _budget = budget;

        // Nobody can use more of a kind than this; it keeps the worth of the stock, and so the bound, near the truth.
        _most = [.. stock.Select(s => Math.Min(s, MostBeforeOneLens * options.Count))];
        _left = [.. _most];
        _remembers = _most.Aggregate(1.0, (states, most) => states * (most + 1)) < 1e38;
        _options = [.. options.Select(Undominated)];
        _prices = new double[stock.Length];
        _chosen = new int[options.Count];
        _order = [.. Enumerable.Range(0, options.Count).OrderBy(i => _options[i].Length > 1 ? 1 : 0).ThenByDescending(Regret)];
        _sameAsBefore = new bool[options.Count];
        _cheapestAfter = new double[options.Count + 1];
    }

    private readonly record struct Option(int Index, long Cost, ImmutableArray<int> Kit);

    /// <summary>Chooses one option for each camera.</summary>
    /// <param name="options">For each camera its best candidate with each way of filtering in front.</param>
    /// <param name="stock">How many of each filter there are.</param>
    /// <param name="budget">The work it may take; where that ends the best sharing found is given, with how far it can be off.</param>
    /// <returns>The best sharing, or null where none fits.</returns>
    internal static Sharing? Best(IReadOnlyList<Found[]> options, ImmutableArray<int> stock, PlanBudget budget)
    {
        var share = new FilterShare(options, stock, budget);
        double bound = share.SetPrices();
        share.Arrange();
        share.Branch(0, 0, 0, share._left.Zip(share._prices).Sum(p => p.First * p.Second));
        return share._best is not { } best
            ? null
            : new Sharing(
                [.. best.Select((o, i) => options[i][share._options[i][o].Index])],
                share._cut ? Math.Max(0, share._bestSum - (long)Math.Ceiling(bound - Guard.Edge)) : 0
            );
    }

    // An option that costs as much as one with fewer of the same filters serves nobody.
    private static Option[] Undominated(Found[] found)
    {
        var kept = new List<Option>();
        foreach (
            Option option in found
                .Select((f, i) => new Option(i, f.Cost, f.Front.Kit))
                .OrderBy(o => o.Cost)
                .ThenBy(o => o.Kit.Length)
                .ThenBy(o => o.Index)
        )
        {
            if (!kept.Exists(k => Within(k.Kit, option.Kit)))
            {
                kept.Add(option);
            }
        }

        return [.. kept];
    }

    // Kits are in order and hold two at most.
    private static bool Within(ImmutableArray<int> few, ImmutableArray<int> many) =>
        few.Length switch
        {
            0 => true,
            1 => many.Length > 0 && (many[0] == few[0] || many[^1] == few[0]),
            _ => many.Length == 2 && many[0] == few[0] && many[1] == few[1],
        };

    private long Regret(int camera) => _options[camera].Length > 1 ? _options[camera][^1].Cost - _options[camera][0].Cost : 0;

    private double Priced(in Option option)
    {
        double cost = option.Cost;
        foreach (int filter in option.Kit)
        {
            cost += _prices[filter];
        }

        return cost;
    }

    private double SetPrices()
    {
        double best = double.NegativeInfinity;
        double[] bestPrices = [.. _prices];
        double stride = 2;
        int since = 0;
        int[] picks = new int[_options.Length];
        double[] wanted = new double[_most.Length];
        for (int step = 0; step < PriceSteps; step++)
        {
            _budget.Check();
            double bound = 0;
            for (int f = 0; f < _most.Length; f++)
            {
                wanted[f] = -_most[f];
                bound -= _prices[f] * _most[f];
            }

            for (int i = 0; i < _options.Length; i++)
            {
                double least = double.PositiveInfinity;
                for (int o = 0; o < _options[i].Length; o++)
                {
                    double cost = Priced(_options[i][o]);
                    if (cost < least)
                    {
                        (least, picks[i]) = (cost, o);
                    }
                }

                bound += least;
                foreach (int filter in _options[i][picks[i]].Kit)
                {
                    wanted[filter]++;
                }
            }

            if (bound > best + Guard.Edge)
            {
                (best, since) = (bound, 0);
                _prices.CopyTo(bestPrices, 0);
            }
            else if (++since > PatienceSteps)
            {
                (stride, since) = (stride / 2, 0);
            }

            Repair(picks);
            double length = 0;
            for (int f = 0; f < _most.Length; f++)
            {
                if (_prices[f] > 0 || wanted[f] > 0)
                {
                    length += wanted[f] * wanted[f];
                }
            }

            if (length < Guard.Edge || _bestSum <= Math.Ceiling(best - Guard.Edge))
            {
                break;
            }

            double by = stride * Math.Max(1, (_bestSum == long.MaxValue ? bound + 1000 : _bestSum) - bound) / length;
            for (int f = 0; f < _most.Length; f++)
            {
                _prices[f] = Math.Max(0, _prices[f] + (by * wanted[f]));
            }
        }

        bestPrices.CopyTo(_prices, 0);
        return best;
    }

    // Makes a sharing that fits out of what each camera wants at these prices: the first comes first, the next takes what is left.
    private void Repair(int[] picks)
    {
        int[] left = [.. _left];
        int[] tried = new int[picks.Length];
        long sum = 0;
        foreach (int i in _order)
        {
            int best = Fits(_options[i][picks[i]], left) ? picks[i] : Cheapest(_options[i], left);
            if (best < 0)
            {
                return;
            }

            Take(_options[i][best], left, 1);
            tried[i] = best;
            sum += _options[i][best].Cost;
        }

        if (sum < _bestSum)
        {
            (_bestSum, _best) = (sum, tried);
            Improve(left);
        }
    }

    // One camera after another takes the cheapest that fits once it has given back its own, until nobody gains.
    private void Improve(int[] left)
    {
        for (bool gained = true; gained; )
        {
            gained = false;
            for (int i = 0; i < _options.Length; i++)
            {
                Take(_options[i][_best![i]], left, -1);
                int cheapest = Array.FindIndex(_options[i], o => Fits(o, left));
                if (_options[i][cheapest].Cost < _options[i][_best[i]].Cost)
                {
                    _bestSum += _options[i][cheapest].Cost - _options[i][_best[i]].Cost;
                    _best[i] = cheapest;
                    gained = true;
                }

                Take(_options[i][_best[i]], left, 1);
            }
        }
    }

    private int Cheapest(Option[] options, int[] left)
    {
        (int best, double least) = (-1, double.PositiveInfinity);
        for (int o = 0; o < options.Length; o++)
        {
            if (Priced(options[o]) is var cost && cost < least && Fits(options[o], left))
            {
                (best, least) = (o, cost);
            }
        }

        return best;
    }

    private static bool Fits(in Option option, int[] left)
    {
        ImmutableArray<int> kit = option.Kit;
        return kit.Length switch
        {
            0 => true,
            1 => left[kit[0]] >= 1,
            _ => left[kit[0]] >= (kit[0] == kit[1] ? 2 : 1) && left[kit[1]] >= 1,
        };
    }

    private static void Take(in Option option, int[] left, int count)
    {
        foreach (int filter in option.Kit)
        {
            left[filter] -= count;
        }
    }

    private void Arrange()
    {
        // Options by their priced cost, so that the first of a branch is the most promising; the order of cameras puts equal ones together.
        for (int i = 0; i < _options.Length; i++)
        {
            int[] was = [.. Enumerable.Range(0, _options[i].Length).OrderBy(o => Priced(_options[i][o])).ThenBy(o => o)];
            if (_best is not null)
            {
                _best[i] = Array.IndexOf(was, _best[i]);
            }

            _options[i] = [.. was.Select(o => _options[i][o])];
        }

        for (int k = 1; k < _order.Length; k++)
        {
            for (int later = k; later < _order.Length; later++)
            {
                if (Same(_options[_order[k - 1]], _options[_order[later]]))
                {
                    int camera = _order[later];
                    Array.Copy(_order, k, _order, k + 1, later - k);
                    _order[k] = camera;
                    _sameAsBefore[k] = true;
                    break;
                }
            }
        }

        for (int k = _order.Length - 1; k >= 0; k--)
        {
            _cheapestAfter[k] = _cheapestAfter[k + 1] + Priced(_options[_order[k]][0]);
        }
    }

    private static bool Same(Option[] left, Option[] right)
    {
        if (left.Length != right.Length)
        {
            return false;
        }

        for (int i = 0; i < left.Length; i++)
        {
            if (left[i].Cost != right[i].Cost || !left[i].Kit.AsSpan().SequenceEqual(right[i].Kit.AsSpan()))
            {
                return false;
            }
        }

        return true;
    }

    private void Branch(int depth, int from, long sum, double worth)
    {
        if (depth == _order.Length)
        {
            if (sum < _bestSum)
            {
                (_bestSum, _best) = (sum, [.. _chosen]);
            }

            return;
        }

        int camera = _order[depth];
        Option[] options = _options[camera];
        for (int o = from; o < options.Length; o++)
        {
            double bound = sum + Priced(options[o]) + _cheapestAfter[depth + 1] - worth;
            if (bound > _bestSum - 1 + Guard.Edge)
            {
                return;
            }

            if (!Fits(options[o], _left))
            {
                continue;
            }

            if (!_budget.Step())
            {
                _cut = true;
                return;
            }

            Take(options[o], _left, 1);
            _chosen[camera] = o;
            int next = depth + 1 < _order.Length && _sameAsBefore[depth + 1] ? o : 0;
            if (!_remembers || Better(depth + 1, next, sum + options[o].Cost))
            {
                Branch(depth + 1, next, sum + options[o].Cost, worth - (Priced(options[o]) - options[o].Cost));
            }

            Take(options[o], _left, -1);
        }
    }

    // False where the same stock was reached before at this camera for no more.
    private bool Better(int depth, int from, long sum)
    {
        UInt128 stock = 0;
        for (int f = 0; f < _left.Length; f++)
        {
            stock = (stock * (UInt128)(_most[f] + 1)) + (UInt128)_left[f];
        }

        (int, int, UInt128) at = (depth, from, stock);
        if (_reached.TryGetValue(at, out long before) && before <= sum)
        {
            return false;
        }

        if (_reached.Count < MostRemembered || _reached.ContainsKey(at))
        {
            _reached[at] = sum;
        }

        return true;
    }
}
