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

    internal void Add(double x, double y, double value)
    {
        _first ??= (x, y, value);
        (double dx, double dy, double dv) = (x - _first.Value.X, y - _first.Value.Y, value - _first.Value.V);
        _n++;
        _x += dx;
        _y += dy;
        _v += dv;
        _xx += dx * dx;
        _xy += dx * dy;
        _yy += dy * dy;
        _xv += dx * dv;
        _yv += dy * dv;
        _vv += dv * dv;
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
