using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>A square of a picture as cards are looked for in it.</summary>
/// <param name="Red">Mean signal of red.</param>
/// <param name="Green">Mean signal of green.</param>
/// <param name="Blue">Mean signal of blue.</param>
/// <param name="Deviation">Largest standard deviation of a channel.</param>
/// <param name="Quarters">Largest difference of the means of its quarters in a channel.</param>
public readonly record struct CardSquare(double Red, double Green, double Blue, double Deviation, double Quarters)
{
    private const double Darkest = 5;
    private const double Brightest = 97;
    private const double MostDeviation = 0.05;
    private const double MostQuarters = 0.03;
    private const double Neutral = 0.12;
    private const double WrongBalance = 0.40;

    /// <summary>Luma, per cent.</summary>
    public double LevelPercent => 100 * LinearRgb.Weighted(Red, Green, Blue);

    /// <summary>What it could be a part of; null where it is no card.</summary>
    public CardKind? Kind
    {
        get
        {
            double apart = Math.Max(Red, Math.Max(Green, Blue)) - Math.Min(Red, Math.Min(Green, Blue));
            bool between = Green >= Math.Min(Red, Blue) && Green <= Math.Max(Red, Blue);
            return LevelPercent is < Darkest or > Brightest || Deviation >= MostDeviation || Quarters >= MostQuarters ? null
                : apart < Neutral ? CardKind.Neutral
                : apart <= WrongBalance && between ? CardKind.UnderWrongBalance
                : null;
        }
    }
}

/// <summary>What a square of a picture could be a part of.</summary>
public enum CardKind
{
    /// <summary>A grey or white card.</summary>
    Neutral,

    /// <summary>A grey or white card under a wrong balance.</summary>
    UnderWrongBalance,
}

/// <summary>Proposes where cards are in a picture; a person decides. (Section 15.)</summary>
public static class CardFinder
{
    /// <summary>Squares across a picture.</summary>
    public const int Across = 24;

    /// <summary>Most regions that are proposed.</summary>
    public const int Most = 6;

    private const double SameLevel = 5;
    private const int LeastSide = 2;

    internal sealed record Block(int Left, int Top, int Width, int Height)
    {
        internal int Squares => Width * Height;
    }

    /// <summary>A region that is found, with what its squares tell of it.</summary>
    /// <param name="Region">The region.</param>
    /// <param name="Kind">What its squares could be a part of.</param>
    /// <param name="Block">The squares it was made of.</param>
    /// <param name="Members">How many squares hang together with it, itself included.</param>
    /// <param name="Rows">Rows of squares the picture has.</param>
    internal sealed record Candidate(FrameRegion Region, CardKind Kind, Block Block, int Members, int Rows);

    /// <summary>Proposes regions.</summary>
    /// <param name="picture">The picture.</param>
    public static ImmutableArray<FrameRegion> Find<TPixels>(TPixels picture)
        where TPixels : IPixels, allows ref struct => Find(Squares(picture), picture.Width, picture.Height);

    /// <summary>Proposes regions from squares that were measured.</summary>
    /// <param name="squares">Rows of 24 squares.</param>
    /// <param name="width">Width of the picture, pixels.</param>
    /// <param name="height">Height of the picture, pixels.</param>
    public static ImmutableArray<FrameRegion> Find(CardSquare[][] squares, int width, int height) =>
        [.. Candidates(squares, width, height).Select(c => c.Region).Take(Most)];

    /// <summary>All that could be a card by its squares, the most likely first.</summary>
    internal static IEnumerable<Candidate> Candidates(CardSquare[][] squares, int width, int height) =>
        Groups(squares)
            .Select(g => (g.Kind, g.Members, Block: Largest(g.Members)))
            .Where(g => g.Block is not null)
            .OrderBy(g => g.Kind)
            .ThenByDescending(g => g.Block!.Squares)
            .ThenBy(g => g.Block!.Top)
            .ThenBy(g => g.Block!.Left)
            .Select(g => new Candidate(Region(g.Block!, width, height), g.Kind, g.Block!, g.Members.Count, squares.Length))
            .Where(c => IsLargeEnough(c.Region, width, height));

    /// <summary>The squares of a picture; a last row that is cut short is left out.</summary>
    /// <exception cref="QuantityException">The picture is narrower than 24 pixels.</exception>
    internal static CardSquare[][] Squares<TPixels>(TPixels picture)
        where TPixels : IPixels, allows ref struct
    {
        if (picture.Width < Across)
        {
            throw new QuantityException(
                QuantityFault.TooSmall,
                $"The picture is {picture.Width} pixels wide; a card is looked for in {Across} or more."
            );
        }

        double side = (double)picture.Width / Across;
        int rows = (int)Math.Floor((picture.Height / side) + Guard.Edge);
        var sums = new Sums[rows * Across];
        double[] red = new double[picture.Width];
        double[] green = new double[picture.Width];
        double[] blue = new double[picture.Width];
        for (int y = 0; y < picture.Height; y++)
        {
            double down = (y + 0.5) / side;
            int row = (int)down;
            if (row >= rows)
            {
                break;
            }

            picture.Read(y, 0, red, green, blue);
            for (int x = 0; x < picture.Width; x++)
            {
                double along = (x + 0.5) / side;
                int column = Math.Min(Across - 1, (int)along);
                int quarter = (along - column >= 0.5 ? 1 : 0) + (down - row >= 0.5 ? 2 : 0);
                (sums[(row * Across) + column] ??= new Sums()).Add(quarter, red[x], green[x], blue[x]);
            }
        }

        return
        [
            .. Enumerable.Range(0, rows).Select(r => Enumerable.Range(0, Across).Select(c => sums[(r * Across) + c].Square()).ToArray()),
        ];
    }

    private static IEnumerable<(CardKind Kind, HashSet<(int Column, int Row)> Members)> Groups(CardSquare[][] squares)
    {
        HashSet<(int, int)> seen = [];
        for (int row = 0; row < squares.Length; row++)
        {
            for (int column = 0; column < squares[row].Length; column++)
            {
                if (squares[row][column].Kind is not { } kind || !seen.Add((column, row)))
                {
                    continue;
                }

                HashSet<(int Column, int Row)> members = [(column, row)];
                Queue<(int Column, int Row)> open = new([(column, row)]);
                while (open.TryDequeue(out (int Column, int Row) at))
                {
                    foreach (
                        (int c, int r) in new[]
                        {
                            (at.Column + 1, at.Row),
                            (at.Column - 1, at.Row),
                            (at.Column, at.Row + 1),
                            (at.Column, at.Row - 1),
                        }
                    )
                    {
                        if (
                            r >= 0
                            && r < squares.Length
                            && c >= 0
                            && c < squares[r].Length
                            && squares[r][c].Kind == kind
                            && Math.Abs(squares[r][c].LevelPercent - squares[at.Row][at.Column].LevelPercent) <= SameLevel + Guard.Edge
                            && seen.Add((c, r))
                        )
                        {
                            members.Add((c, r));
                            open.Enqueue((c, r));
                        }
                    }
                }

                yield return (kind, members);
            }
        }
    }

    // The largest rectangle of whole squares; of equal ones the upper, then the left, then the wider.
    private static Block? Largest(HashSet<(int Column, int Row)> members)
    {
        Block? best = null;
        foreach ((int left, int top) in members.OrderBy(m => m.Row).ThenBy(m => m.Column))
        {
            int widest = int.MaxValue;
            for (int row = top; members.Contains((left, row)); row++)
            {
                int along = 0;
                while (along < widest && members.Contains((left + along, row)))
                {
                    along++;
                }

                widest = along;
                var block = new Block(left, top, widest, row - top + 1);
                if (block is { Width: >= LeastSide, Height: >= LeastSide } && IsBetter(block, best))
                {
                    best = block;
                }
            }
        }

        return best;
    }

    private static bool IsBetter(Block block, Block? best) =>
        best is null
        || block.Squares > best.Squares
        || (block.Squares == best.Squares && (block.Left, block.Top) == (best.Left, best.Top) && block.Width > best.Width);

    // Drawn in by half a square on every side, so that no edge of the card is in it.
    private static FrameRegion Region(Block block, int width, int height)
    {
        double side = (double)width / Across;
        return new FrameRegion(
            RegionShape.Rectangle,
            (block.Left + 0.5) / Across,
            (block.Top + 0.5) * side / height,
            (block.Width - 1.0) / Across,
            (block.Height - 1) * side / height
        );
    }

    private static bool IsLargeEnough(FrameRegion region, int width, int height)
    {
        try
        {
            return region.Pixels(width, height) >= FrameRegion.LeastPixels;
        }
        catch (QuantityException small) when (small.Fault == QuantityFault.TooSmall)
        {
            return false;
        }
    }

    private sealed class Sums
    {
        private readonly double[] _sum = new double[3];
        private readonly double[] _square = new double[3];
        private readonly double[] _quarter = new double[12];
        private readonly int[] _count = new int[4];

        internal void Add(int quarter, double red, double green, double blue)
        {
            _count[quarter]++;
            Channel(0, quarter, red);
            Channel(1, quarter, green);
            Channel(2, quarter, blue);
        }

        internal CardSquare Square()
        {
            int n = _count.Sum();
            double[] mean = [.. _sum.Select(s => s / n)];
            double deviation = _square.Select((q, i) => Math.Sqrt(Math.Max(0, (q / n) - (mean[i] * mean[i])))).Max();
            double quarters = Enumerable
                .Range(0, 3)
                .Max(channel =>
                {
                    double[] of =
                    [
                        .. Enumerable.Range(0, 4).Where(q => _count[q] > 0).Select(q => _quarter[(channel * 4) + q] / _count[q]),
                    ];
                    return of.Max() - of.Min();
                });
            return new CardSquare(mean[0], mean[1], mean[2], deviation, quarters);
        }

        private void Channel(int channel, int quarter, double value)
        {
            _sum[channel] += value;
            _square[channel] += value * value;
            _quarter[(channel * 4) + quarter] += value;
        }
    }
}
