namespace GoldNotch.Core.Frames;

/// <summary>The plane a + b·x + c·y that fits values best by least squares, from sums alone: nothing is held of the single values.</summary>
internal sealed class PlaneFit
{
    private double _n;
    private double _x;
    private double _y;
    private double _v;
    private double _xx;
    private double _xy;
    private double _yy;
    private double _xv;
    private double _yv;
    private double _vv;
    private double _a;
    private double _b;
    private double _c;

    // Sums are taken around the first value and place, so that a small slope on a large value is not lost in them.
    private (double X, double Y, double V)? _first;

    /// <summary>Root of the squared residuals over n − 3.</summary>
    internal double Deviation { get; private set; }

    /// <summary>Takes a row of values in.</summary>
    /// <param name="x">Place of the first.</param>
    /// <param name="step">From one place to the next.</param>
    /// <param name="y">The row.</param>
    /// <param name="values">The values.</param>
    internal void AddRow(double x, double step, double y, ReadOnlySpan<double> values)
    {
        _first ??= (x, y, values[0]);
        double n = values.Length;
        (double from, double dy, double around) = (x - _first.Value.X, y - _first.Value.Y, _first.Value.V);
        (double v, double xv, double vv) = (0, 0, 0);
        for (int i = 0; i < values.Length; i++)
        {
            double dv = values[i] - around;
            v += dv;
            xv += (from + (i * step)) * dv;
            vv += dv * dv;
        }

        // What depends on the places alone is known without going through them.
        double sumX = (n * from) + (step * n * (n - 1) / 2);
        _n += n;
        _x += sumX;
        _y += n * dy;
        _v += v;
        _xx += (n * from * from) + (from * step * n * (n - 1)) + (step * step * (n - 1) * n * ((2 * n) - 1) / 6);
        _xy += dy * sumX;
        _yy += n * dy * dy;
        _xv += xv;
        _yv += dy * v;
        _vv += vv;
    }

    internal void Solve()
    {
        // Around the means the plane goes through them, and two equations are left.
        double xx = _xx - (_x * _x / _n);
        double xy = _xy - (_x * _y / _n);
        double yy = _yy - (_y * _y / _n);
        double xv = _xv - (_x * _v / _n);
        double yv = _yv - (_y * _v / _n);
        double vv = _vv - (_v * _v / _n);
        double determinant = (xx * yy) - (xy * xy);
        _b = determinant > 0 ? ((xv * yy) - (yv * xy)) / determinant : 0;
        _c = determinant > 0 ? ((yv * xx) - (xv * xy)) / determinant : 0;
        _a = (_v - (_b * _x) - (_c * _y)) / _n;
        double left = vv - (_b * xv) - (_c * yv);

        // What rounding leaves of a patch without noise is no noise.
        Deviation = left > 1e-14 * Math.Max(vv, 1e-12) && _n > 3 ? Math.Sqrt(left / (_n - 3)) : 0;
    }

    internal double At(double x, double y) => _first is { } first ? first.V + _a + (_b * (x - first.X)) + (_c * (y - first.Y)) : 0;
}
