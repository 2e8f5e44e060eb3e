using System.Buffers.Binary;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;

namespace GoldNotch.Imaging.Rendering;

/// <summary>Renders what a stand-in camera would record of a scene. Everything in the picture is put in here, so the truth is known.</summary>
public static class SceneRenderer
{
    private sealed record Patch(FrameRegion Region, double Red, double Green, double Blue);

    // Reflectances under D65, primaries of BT.709. A picture from back to front.
    private static readonly Patch[] Chart =
    [
        new(FrameRegion.Whole, 0.10, 0.13, 0.08),
        new(Rectangle(0, 0.72, 1, 0.28), 0.22, 0.16, 0.11),
        new(Rectangle(0.80, 0.03, 0.17, 0.2), 9, 9, 9),
        new(Rectangle(0.05, 0.07, 0.21, 0.16), 0.42, 0.42, 0.42),
        new(Rectangle(0.28, 0.07, 0.21, 0.16), 0.17, 0.17, 0.17),
        new(StandInChart.Grey, 0.18, 0.18, 0.18),
        new(StandInChart.White, 0.82, 0.82, 0.82),
        new(Rectangle(0.5, 0.32, 0.09, 0.34), 0.03, 0.03, 0.03),
        new(StandInChart.LightSkin, 0.42, 0.26, 0.19),
        new(StandInChart.DarkSkin, 0.16, 0.088, 0.06),
    ];
    private static readonly Patch[] Flat = [new(FrameRegion.Whole, 0.18, 0.18, 0.18)];

    /// <summary>Renders a still.</summary>
    /// <param name="subject">What stands before it.</param>
    /// <param name="light">The light.</param>
    /// <param name="camera">The camera.</param>
    /// <param name="profile">What it records in.</param>
    /// <param name="width">Pixels a row.</param>
    /// <param name="height">Rows.</param>
    /// <param name="seed">The same seed gives the same picture.</param>
    /// <param name="moment">What is so at one moment; null where nothing moves.</param>
    /// <returns>Samples of 16 bits, red, green and blue beside each other.</returns>
    public static ushort[] Render(
        StandInSubject subject,
        StandInLamp light,
        StandInCamera camera,
        PictureProfile profile,
        int width,
        int height,
        int seed,
        SceneMoment? moment = null
    )
    {
        Patch[] patches =
        [
            .. subject == StandInSubject.Chart ? Chart : Flat,
            .. moment?.Square is { } square ? [new Patch(square, 0.6, 0.6, 0.6)] : Array.Empty<Patch>(),
        ];
        LinearRgb[] shown = [.. patches.Select(p => Shown(p, light, camera))];
        byte[] painted = Paint(patches, width, height);
        double[] fall = [.. Enumerable.Range(0, width).Select(x => double.Exp2(light.SideStops * (0.5 - ((x + 0.5) / width))))];
        var noise = new Noise(seed);
        var encoder = new Encoder(profile, camera.Bits);
        double electrons = camera.ElectronsAtWhite / Math.Pow(10, camera.GainDb / 20);
        double readNoise = camera.ReadNoiseElectrons * camera.ReadNoiseElectrons;
        ushort[] samples = new ushort[3 * width * height];
        int at = 0;
        for (int pixel = 0; pixel < painted.Length; pixel++)
        {
            LinearRgb surface = shown[painted[pixel]];
            double falls = fall[pixel % width] * (moment?.Rows is { } rows ? rows[pixel / width] : 1);
            samples[at++] = Sample(surface.Red * falls);
            samples[at++] = Sample(surface.Green * falls);
            samples[at++] = Sample(surface.Blue * falls);
        }

        return samples;

        // Light comes in whole electrons, and reading them adds its own; both are far more than a few, so that a bell curve does.
        ushort Sample(double linear) =>
            encoder.Code(linear + (noise.Next() * Math.Sqrt((Math.Max(0, linear) * electrons) + readNoise) / electrons));
    }

    // A surface under the light, as the camera's balance shows it; a balance holds the green of a grey card.
    private static LinearRgb Shown(Patch patch, StandInLamp light, StandInCamera camera)
    {
        Xyz under = PlanckianLocus.White(light.Temperature, light.Duv);
        Xyz white = PlanckianLocus.White(camera.Balanced, camera.BalancedDuv);
        LinearRgb neutral = camera.Engine.Shown(under, white);
        LinearRgb seen = camera.Engine.Shown(new LinearRgb(patch.Red, patch.Green, patch.Blue).ToXyz().Adapted(Xyz.D65, under), white);
        double scale = double.Exp2(camera.ExposureStops) / neutral.Green;
        return new LinearRgb(seen.Red * scale, seen.Green * scale, seen.Blue * scale);
    }

    private static byte[] Paint(Patch[] patches, int width, int height)
    {
        byte[] painted = new byte[width * height];
        for (int patch = 0; patch < patches.Length; patch++)
        {
            for (int row = 0; row < height; row++)
            {
                (int from, int to) = patches[patch].Region.Columns(row, width, height);
                painted.AsSpan((row * width) + from, to - from).Fill((byte)patch);
            }
        }

        return painted;
    }

    private static FrameRegion Rectangle(double x, double y, double width, double height) =>
        new(RegionShape.Rectangle, x, y, width, height);

    /// <summary>Samples as a decoder would give them.</summary>
    public static byte[] Bytes(ReadOnlySpan<ushort> samples)
    {
        byte[] bytes = new byte[2 * samples.Length];
        for (int i = 0; i < samples.Length; i++)
        {
            BinaryPrimitives.WriteUInt16LittleEndian(bytes.AsSpan(2 * i), samples[i]);
        }

        return bytes;
    }

    // The curve by a table over the light, finer where it is dark; then so many bits, in a file of 16.
    private sealed class Encoder
    {
        private const int Steps = 1 << 15;
        private readonly ushort[] _codes = new ushort[Steps + 1];
        private readonly double _most;

        internal Encoder(PictureProfile profile, int bits)
        {
            _most = profile.ClipLinear;
            double levels = Math.Pow(2, bits) - 1;
            for (int i = 0; i <= Steps; i++)
            {
                double root = (double)i / Steps;
                double signal = Math.Clamp(profile.Curve.Encode(root * root * root * root * _most), 0, profile.ClipLevel);
                _codes[i] = (ushort)Math.Round(Math.Round(signal * levels) / levels * ushort.MaxValue);
            }
        }

        internal ushort Code(double linear) =>
            linear <= 0 ? _codes[0]
            : linear >= _most ? _codes[Steps]
            : _codes[(int)((Math.Sqrt(Math.Sqrt(linear / _most)) * Steps) + 0.5)];
    }

    // Numbers of a bell curve, drawn from a table in an order that the seed gives: the same on every machine, and a picture has millions of them.
    private sealed class Noise(int seed)
    {
        private const int Bits = 16;
        private static readonly float[] Table = Bell();
        private uint _state = unchecked(((uint)seed * 2654435761u) + 1013904223u);

        internal double Next()
        {
            _state = unchecked((_state * 1664525u) + 1013904223u);
            return Table[_state >> (32 - Bits)];
        }

        private static float[] Bell()
        {
            var random = new Random(20261130);
            float[] table = new float[1 << Bits];
            for (int i = 0; i < table.Length; i += 2)
            {
                double radius = Math.Sqrt(-2 * Math.Log(1 - random.NextDouble()));
                (double sine, double cosine) = Math.SinCos(2 * Math.PI * random.NextDouble());
                (table[i], table[i + 1]) = ((float)(radius * sine), (float)(radius * cosine));
            }

            return table;
        }
    }
}
