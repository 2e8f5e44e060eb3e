using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Optics;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.UnitFigures;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.Measure;

/// <summary>What became of the units of a trial.</summary>
/// <param name="Units">Units that were measured.</param>
/// <param name="Filters">Filters that were measured.</param>
/// <param name="FiltersWithin">Those within 0.05 stop of the truth.</param>
/// <param name="WorstStops">The one that is farthest off.</param>
/// <param name="LimitsWithin">Units whose limit is within one position of the truth.</param>
/// <param name="LimitsExact">Units whose limit is the true one.</param>
internal sealed record FigureTrialResult(int Units, int Filters, int FiltersWithin, double WorstStops, int LimitsWithin, int LimitsExact)
{
    internal bool Holds => FiltersWithin == Filters && LimitsWithin == Units;
}

/// <summary>Random units, whose filters differ from their labels and whose noise nobody has written down, measured by their pictures as a person would by the list.</summary>
internal static class FigureTrial
{
    private const int Width = 320;
    private const int Height = 180;
    private const double MostFilterError = 0.05;
    private static readonly FrameRegion Patch = new(RegionShape.Rectangle, 0.25, 0.2, 0.5, 0.6);
    private static readonly double[] Labels = [2, 4, 6];

    /// <summary>Runs it.</summary>
    /// <param name="cases">Units.</param>
    /// <param name="seed">The same seed gives the same trial.</param>
    internal static FigureTrialResult Run(int cases, int seed)
    {
        (int filters, int within, double worst, int near, int exact) = (0, 0, 0, 0, 0);
        for (int one = 0; one < cases; one++)
        {
            var unit = new TrialUnit(new Random(seed + one), seed + (one * 1000));
            foreach (FilterRow row in FilterReport.Of(unit.Model, unit.FilterPictures()))
            {
                double off = row.Strength is { AtLeast: false } found
                    ? Math.Abs(found.Loss.Value - unit.TrueLoss(row.Nominal.Label))
                    : double.PositiveInfinity;
                (filters, worst) = (filters + 1, Math.Max(worst, off));
                within += off <= MostFilterError ? 1 : 0;
            }

            int apart = Math.Abs(
                unit.LimitOf(NoiseReport.Of(unit.Model, unit.NoisePictures(), unit.WantedDb).Bases[0].Limit) - unit.TrueLimit
            );
            near += apart <= 1 ? 1 : 0;
            exact += apart == 0 ? 1 : 0;
        }

        return new FigureTrialResult(cases, filters, within, worst, near, exact);
    }

    // A unit by chance: true strengths, colours of its filters, its curve, bits and noise; the light drifts a little while it is measured.
    private sealed class TrialUnit
    {
        private readonly Random _random;
        private readonly ImmutableDictionary<string, (double Loss, double Mired)> _filters;
        private readonly PictureProfile _profile;
        private readonly double _electrons;
        private readonly double _readNoise;
        private readonly int _bits;
        private int _seed;

        internal TrialUnit(Random random, int seed)
        {
            (_random, _seed) = (random, seed);
            double Between(double from, double to) => TrialCamera.Between(random, from, to);
            _profile = random.Next(3) switch
            {
                0 => new PictureProfile(ToneCurve.Named("BT.709")),
                1 => new PictureProfile(ToneCurve.Named("sRGB")),
                _ => new PictureProfile(TrialCamera.Log, 0.8325),
            };
            _bits = random.Next(2) == 0 ? 8 : 10;
            (_electrons, _readNoise) = (Between(2_000, 20_000), Between(2, 12));
            int step = random.Next(2) == 0 ? 3 : 6;
            int count = step == 3 ? 9 : 6;
            WantedDb = random.Next(3) switch
            {
                0 => 20,
                1 => NoiseFigures.UsualWanted,
                _ => 32.04,
            };
            _filters = Labels.ToImmutableDictionary(l => Notation.Number(l), l => (l + Between(-0.4, 0.4), Between(-12, 12)));
            Model = new CameraModel(
                "trial",
                "Trial",
                1,
                "trial",
                false,
                [],
                [],
                new GainControl(
                    [.. Enumerable.Range(0, count).Select(i => new GainPosition("", new Decibels(i * step)))],
                    false,
                    new Iso(800)
                ),
                [new FilterPosition("clear", Stops.Zero), .. Labels.Select(l => new FilterPosition(Notation.Number(l), new Stops(l)))],
                new Lens(new Millimetres(8), new Millimetres(100), new FNumber(1.8), new FNumber(2.8), new FNumber(16)),
                new ModeControl(true, false),
                new WhiteControl([], [], null, false),
                new ModeControl(true, false),
                ImmutableDictionary<Setting, ControlPlace>.Empty
            );
        }

        internal CameraModel Model { get; }

        internal double WantedDb { get; }

        private ImmutableArray<GainPosition> Gains => Model.Gain.Positions;

        internal double TrueLoss(string label) => _filters[label].Loss;

        /// <summary>The last position, counted from 0, up to which all are clean enough by the numbers of its sensor; −1 where none is.</summary>
        internal int TrueLimit => Gains.TakeWhile(g => Clean(g.Gain.Value) >= WantedDb).Count() - 1;

        internal int LimitOf(NoiseLimit? limit) => limit?.Gain is { } gain ? Gains.Select(g => g.Gain).ToList().IndexOf(gain) : -1;

        // Three runs, as the list asks; behind strong filters it is opened by whole stops.
        internal List<FigureTake> FilterPictures()
        {
            List<FigureTake> takes = [];
            double light = 0;
            foreach (FigureShot.Filter shot in ShotList.Filters(Model).Cast<FigureShot.Filter>())
            {
                light += TrialCamera.Between(_random, -0.004, 0.004);
                (double loss, double mired) = _filters.GetValueOrDefault(shot.Label);
                double opened = loss > 3 ? Math.Floor(loss) - 2 : 0;
                takes.Add(Take(shot, 1 - loss + opened + light, 0, mired, opened));
            }

            return takes;
        }

        internal List<FigureTake> NoisePictures() =>
            [
                .. ShotList
                    .Noise(Model)
                    .Cast<FigureShot.Gained>()
                    .Select(shot => Take(shot, TrialCamera.Between(_random, -0.4, 0.4), shot.Gain.Value, 0, 0)),
            ];

        private FigureTake Take(FigureShot shot, double exposed, double gainDb, double mired, double opened)
        {
            var camera = new StandInCamera
            {
                ExposureStops = exposed,
                Balanced = new Kelvin(1e6 / ((1e6 / 5600) + mired)),
                GainDb = gainDb,
                ElectronsAtWhite = _electrons,
                ReadNoiseElectrons = _readNoise,
                Bits = _bits,
            };
            ushort[] samples = SceneRenderer.Render(
                StandInSubject.FlatField,
                new StandInLamp(new Kelvin(5600)),
                camera,
                _profile,
                Width,
                Height,
                _seed++
            );
            DecodedPicture picture = DecodedPicture.OfSamples(samples, Width, Height);
            return new FigureTake(
                shot,
                RegionStatistics.Of(picture, Patch, _profile),
                new Stops(opened),
                new Kelvin(5600),
                _profile,
                PictureCoding.None
            );
        }

        // Each channel has the noise of its light and of its reading; luminance weighs them.
        private double Clean(double gainDb)
        {
            double electrons = _electrons / Math.Pow(10, gainDb / 20);
            double variance = ((ToneCurve.MidGrey * electrons) + (_readNoise * _readNoise)) / (electrons * electrons);
            double weights = (0.2126 * 0.2126) + (0.7152 * 0.7152) + (0.0722 * 0.0722);
            return 20 * Math.Log10(ToneCurve.MidGrey / Math.Sqrt(weights * variance));
        }
    }
}
