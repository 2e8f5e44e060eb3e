using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>The matrix by which a file's Y′CbCr becomes R′G′B′.</summary>
public enum ColourMatrix
{
    /// <summary>Standard definition, and JPEG.</summary>
    Bt601,

    /// <summary>High definition; what a clip is in that declares nothing.</summary>
    Bt709,

    /// <summary>Ultra high definition, non-constant luminance.</summary>
    Bt2020,
}

/// <summary>Codes of Y′CbCr as signals of three channels. What legal range leaves below 0 and above 1 is kept. (Section 15.)</summary>
/// <param name="matrix">The matrix.</param>
/// <param name="isLegal">Whether the codes are of legal range (16 to 235 of 8 bits), else full.</param>
/// <param name="bits">Bits a sample, 8 to 16.</param>
/// <exception cref="QuantityException">Bits out of range.</exception>
public sealed class YCbCr(ColourMatrix matrix, bool isLegal, int bits)
{
    private readonly (double Red, double Blue) _weights = matrix switch
    {
        ColourMatrix.Bt601 => (0.299, 0.114),
        ColourMatrix.Bt2020 => (0.2627, 0.0593),
        _ => (LinearRgb.RedShare, LinearRgb.BlueShare),
    };
    private readonly double _scale = Math.Pow(2, Guard.InRange(bits, 8, 16, "bit depth") - 8);
    private (double[] Luma, double[] Difference)? _codes;

    /// <summary>Codes of a pixel, not rounded: what <see cref="ToRgb(double, double, double)"/> turns back.</summary>
    /// <param name="red">Signal of red.</param>
    /// <param name="green">Signal of green.</param>
    /// <param name="blue">Signal of blue.</param>
    public (double Y, double Cb, double Cr) FromRgb(double red, double green, double blue)
    {
        double most = (256 * _scale) - 1;
        double luma = (_weights.Red * red) + ((1 - _weights.Red - _weights.Blue) * green) + (_weights.Blue * blue);
        double cb = (blue - luma) / (2 * (1 - _weights.Blue));
        double cr = (red - luma) / (2 * (1 - _weights.Red));
        return isLegal
            ? ((16 + (219 * luma)) * _scale, (128 + (224 * cb)) * _scale, (128 + (224 * cr)) * _scale)
            : (most * luma, (128 * _scale) + (most * cb), (128 * _scale) + (most * cr));
    }

    /// <summary>Signals of a pixel.</summary>
    /// <param name="y">Code of luma.</param>
    /// <param name="cb">Code of blue difference.</param>
    /// <param name="cr">Code of red difference.</param>
    public (double Red, double Green, double Blue) ToRgb(double y, double cb, double cr)
    {
        double most = (256 * _scale) - 1;
        double luma = isLegal ? ((y / _scale) - 16) / 219 : y / most;
        double blue = isLegal ? ((cb / _scale) - 128) / 224 : (cb - (128 * _scale)) / most;
        double red = isLegal ? ((cr / _scale) - 128) / 224 : (cr - (128 * _scale)) / most;
        double r = luma + (2 * (1 - _weights.Red) * red);
        double b = luma + (2 * (1 - _weights.Blue) * blue);
        double g = (luma - (_weights.Red * r) - (_weights.Blue * b)) / (1 - _weights.Red - _weights.Blue);
        return (r, g, b);
    }

    /// <summary>Signals of a pixel from whole codes, looked up: millions of pixels need no division.</summary>
    /// <param name="y">Code of luma, 0 to the most that the bits allow.</param>
    /// <param name="cb">Code of blue difference.</param>
    /// <param name="cr">Code of red difference.</param>
    public (double Red, double Green, double Blue) ToRgb(int y, int cb, int cr)
    {
        (double[] lumas, double[] differences) = _codes ??= Codes();
        double luma = lumas[y];
        double red = 2 * (1 - _weights.Red) * differences[cr];
        double blue = 2 * (1 - _weights.Blue) * differences[cb];
        double green = ((_weights.Red * red) + (_weights.Blue * blue)) / (1 - _weights.Red - _weights.Blue);
        return (luma + red, luma - green, luma + blue);
    }

    private (double[] Luma, double[] Difference) Codes()
    {
        double most = (256 * _scale) - 1;
        int count = (int)(256 * _scale);
        double[] luma = new double[count];
        double[] difference = new double[count];
        for (int code = 0; code < count; code++)
        {
            luma[code] = isLegal ? ((code / _scale) - 16) / 219 : code / most;
            difference[code] = isLegal ? ((code / _scale) - 128) / 224 : (code - (128 * _scale)) / most;
        }

        return (luma, difference);
    }
}
