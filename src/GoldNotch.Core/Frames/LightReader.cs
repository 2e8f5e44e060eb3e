namespace GoldNotch.Core.Frames;

/// <summary>Turns signals into light: one by one where they are few, by a table where a curve would be computed millions of times.</summary>
internal sealed class LightReader
{
    // Over so many pixels the table is made; under them the curve itself is as fast.
    private const int ManyPixels = 40_000;
    private const double From = -0.125;
    private const double To = 1.25;
    private const int Steps = 1 << 16;
    private const double PerSignal = Steps / (To - From);
    private readonly PictureProfile _profile;
    private readonly double[]? _table;

    internal LightReader(PictureProfile profile, int pixels)
    {
        _profile = profile;
        if (pixels > ManyPixels)
        {
            // Between neighbours a straight line: it is off by less than a hundred-millionth of the light.
            _table = new double[Steps + 2];
            for (int i = 0; i < _table.Length; i++)
            {
                _table[i] = profile.Curve.Decode(From + (i / PerSignal));
            }
        }
    }

    internal LinearRgb Of(double red, double green, double blue)
    {
        if (_table is not { } table)
        {
            return _profile.Light(red, green, blue);
        }

        var light = new LinearRgb(Look(table, red), Look(table, green), Look(table, blue));
        return _profile.Is2020 ? light.From2020To709() : light;
    }

    private double Look(double[] table, double signal)
    {
        double at = (signal - From) * PerSignal;
        if (at is not (>= 0 and < Steps))
        {
            return _profile.Curve.Decode(signal);
        }

        int below = (int)at;
        return table[below] + ((at - below) * (table[below + 1] - table[below]));
    }
}
