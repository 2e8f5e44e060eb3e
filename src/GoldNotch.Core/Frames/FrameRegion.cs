using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>The outline of a region.</summary>
public enum RegionShape
{
    /// <summary>A rectangle.</summary>
    Rectangle,

    /// <summary>The ellipse that the rectangle holds.</summary>
    Ellipse,
}

/// <summary>A part of a picture, in shares of its width and height. A pixel counts when its centre is inside or on the edge. (Section 15.)</summary>
public sealed record FrameRegion
{
    /// <summary>Least pixels that can be measured.</summary>
    public const int LeastPixels = 400;

    /// <summary>Makes a region.</summary>
    /// <param name="shape">Its outline.</param>
    /// <param name="x">Left edge, share of the width.</param>
    /// <param name="y">Upper edge, share of the height.</param>
    /// <param name="width">Width, share of the picture's.</param>
    /// <param name="height">Height, share of the picture's.</param>
    /// <exception cref="QuantityException">It reaches out of the picture, or is nothing.</exception>
    public FrameRegion(RegionShape shape, double x, double y, double width, double height)
    {
        Shape = shape;
        X = Guard.InRange(x, 0, 1, "left edge of the region");
        Y = Guard.InRange(y, 0, 1, "upper edge of the region");
        Width = Guard.InRange(Guard.Positive(width, "width of the region"), 0, 1 - x + Guard.Edge, "width of the region");
        Height = Guard.InRange(Guard.Positive(height, "height of the region"), 0, 1 - y + Guard.Edge, "height of the region");
    }

    /// <summary>The whole picture.</summary>
    public static FrameRegion Whole { get; } = new(RegionShape.Rectangle, 0, 0, 1, 1);

    /// <summary>Its outline.</summary>
    public RegionShape Shape { get; }

    /// <summary>Left edge, share of the width.</summary>
    public double X { get; }

    /// <summary>Upper edge, share of the height.</summary>
    public double Y { get; }

    /// <summary>Width, share of the picture's.</summary>
    public double Width { get; }

    /// <summary>Height, share of the picture's.</summary>
    public double Height { get; }

    /// <summary>Pixels of it in a picture of a size.</summary>
    /// <exception cref="QuantityException">Fewer than 400.</exception>
    public int Pixels(int width, int height)
    {
        int count = 0;
        for (int row = 0; row < height; row++)
        {
            (int from, int to) = Columns(row, width, height);
            count += to - from;
        }

        return count >= LeastPixels
            ? count
            : throw new QuantityException(
                QuantityFault.TooSmall,
                $"The region has {count} pixels; {LeastPixels} are needed. Draw it larger, or go nearer to the card."
            );
    }

    /// <summary>The columns of a row that count: from the first to before the last.</summary>
    /// <param name="row">The row.</param>
    /// <param name="width">Pixels a row of the picture.</param>
    /// <param name="height">Rows of the picture.</param>
    public (int From, int To) Columns(int row, int width, int height)
    {
        double centre = (row + 0.5) / height;
        double half = Width / 2;
        if (Shape == RegionShape.Ellipse)
        {
            double away = (centre - Y - (Height / 2)) / (Height / 2);
            if (Math.Abs(away) > 1 + Guard.Edge)
            {
                return (0, 0);
            }

            half *= Math.Sqrt(Math.Max(0, 1 - (away * away)));
        }
        else if (centre < Y - Guard.Edge || centre > Y + Height + Guard.Edge)
        {
            return (0, 0);
        }

        double middle = X + (Width / 2);
        int from = Math.Max(0, (int)Math.Ceiling(((middle - half) * width) - 0.5 - Guard.Edge));
        int to = Math.Min(width, (int)Math.Floor(((middle + half) * width) - 0.5 + Guard.Edge) + 1);
        return to > from ? (from, to) : (0, 0);
    }
}
