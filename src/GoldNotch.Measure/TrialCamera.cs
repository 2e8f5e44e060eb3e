using System.Collections.Immutable;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.Measure;

/// <summary>A camera of the trial: its controls with their ends, its own errors, its noise and its curve, by chance.</summary>
internal sealed class TrialCamera
{
    private const int Width = 320;
    private const int Height = 180;
    internal static readonly ToneCurve.Log Log = new(5.5, 0.052, 0.24, 0.4, 7.210927247, 0.1000334746, 0.005);

    private readonly PictureProfile _profile;
    private readonly BalanceEngine _engine;
    private readonly double _unitMired;
    private readonly double _unitDuv;
    private readonly double _electrons;
    private readonly int _bits;
    private readonly KelvinGrid _grid;
    private readonly double? _tintStep;
    private readonly int _mostTint;
    private readonly double _irisStep;
    private readonly ImmutableArray<Decibels> _gains;
    private readonly ImmutableArray<Stops> _filters;
    private double _opens;
    private double _closes;
    private Stops _filter;

    internal TrialCamera(Random random, BalanceEngine engine, StandInLamp light, bool isContinuous)
    {
        _engine = engine;
        _profile = random.Next(4) switch
        {
            0 => new PictureProfile(ToneCurve.Named("BT.709")),
            1 => new PictureProfile(ToneCurve.Named("sRGB")),
            2 => new PictureProfile(ToneCurve.Named("HLG")),
            _ => new PictureProfile(Log, 0.8325),
        };
        _bits = random.Next(2) == 0 ? 8 : 10;
        _unitMired = Between(random, -15, 15);
        _unitDuv = Between(random, -0.004, 0.004);
        _electrons = Between(random, 4_000, 20_000);
        (_grid, _tintStep, _mostTint, _irisStep) = isContinuous
            ? (new KelvinGrid(new Kelvin(1900), new Kelvin(15_000), 1), 0.0001, 200, 0.01)
            : random.Next(4) switch
            {
                0 => (new KelvinGrid(new Kelvin(2000), new Kelvin(12_000), 25), (double?)0.0005, 50, 1.0 / 3),
                1 => (new KelvinGrid(new Kelvin(2400), new Kelvin(12_000), 100), 0.001, 20, 1.0 / 3),
                2 => (new KelvinGrid(new Kelvin(2500), new Kelvin(10_000), 100) { StepMired = 10 }, 0.002, 9, 1.0 / 3),
                _ => (new KelvinGrid(new Kelvin(2400), new Kelvin(9600), 50), 0.001, 40, 1.0 / 6),
            };
        _filters = random.Next(2) == 0 ? [] : [new Stops(0), new Stops(2), new Stops(4), new Stops(6)];
        _filter = _filters.IsEmpty ? Stops.Zero : _filters[random.Next(3)];
        int gainStep = isContinuous ? 1 : 3;
        _gains = [.. Enumerable.Range(-1, isContinuous ? 25 : 9).Select(i => new Decibels(i * gainStep))];
        Gain = new Decibels(gainStep * random.Next(0, 4));
        (_opens, _closes) = (Between(random, 0, 4), Between(random, 0, 6));
        Light = light;
    }

    internal StandInLamp Light { get; }

    internal Kelvin Set { get; private set; }

    internal int Tint { get; private set; }

    internal double ExposureStops { get; private set; }

    internal Decibels Gain { get; private set; }

    internal MatchControls Controls =>
        new(
            _grid,
            _tintStep,
            new ExposureControls(new Stops(_irisStep), _filter, _filters, new Decibels(3))
            {
                IrisOpensStops = _opens,
                IrisClosesStops = _closes,
                Gains = _gains,
                GainNow = Gain,
            },
            _mostTint - Tint,
            _mostTint + Tint
        );

    /// <summary>Stands it so far off a right picture.</summary>
    internal void Begin(double mired, double stops)
    {
        double right = Light.Temperature.ToMired().Value - _unitMired;
        Set = WhiteBalance.Round(new Kelvin(1e6 / Math.Clamp(right - mired, 70, 500)), _grid);
        ExposureStops = stops;
    }

    /// <summary>Takes the tint of the light away, as a balance on a card does: the reference is balanced before anything is matched to it.</summary>
    internal void BalanceTint() => Tint = Math.Clamp((int)Math.Round((_unitDuv - Light.Duv) / _tintStep!.Value), -_mostTint, _mostTint);

    /// <summary>Whether its controls can bring it to a right picture at all.</summary>
    internal bool Reaches(double wantedStops, double wantedCast, double wantedDuv, MatchRest tolerance)
    {
        double right = Light.Temperature.ToMired().Value - _unitMired - wantedCast;
        MatchRest half = Controls.HalfStep(Set);
        double mired = right - WhiteBalance.Round(new Kelvin(1e6 / right), _grid).ToMired().Value;
        double tint = Math.Abs(Light.Duv - _unitDuv - wantedDuv) - (_mostTint * _tintStep!.Value);
        double off = ExposureStops - wantedStops;
        (double opens, double closes) = (
            _opens + _filter.Value + (_gains[^1] - Gain).ToStops().Value,
            _closes + (_filters.IsEmpty ? 0 : _filters[^1].Value - _filter.Value) + (Gain - _gains[0]).ToStops().Value
        );
        return Math.Abs(mired) <= Math.Max(tolerance.Mired, half.Mired)
            && tint <= tolerance.Duv / 2
            && off <= closes - tolerance.Stops
            && -off <= opens - tolerance.Stops;
    }

    internal MatchShot Shoot(int seed)
    {
        var camera = new StandInCamera
        {
            ExposureStops = ExposureStops,
            Balanced = new Kelvin(1e6 / (Set.ToMired().Value + _unitMired)),
            BalancedDuv = _unitDuv - (Tint * (_tintStep ?? 0)),
            Engine = _engine,
            GainDb = Gain.Value,
            ElectronsAtWhite = _electrons,
            Bits = _bits,
        };
        ushort[] samples = SceneRenderer.Render(StandInSubject.Chart, Light, camera, _profile, Width, Height, seed);
        DecodedPicture picture = DecodedPicture.OfSamples(samples, Width, Height);
        RegionStatistics grey = RegionStatistics.Of(picture, StandInChart.Grey, _profile);
        return new MatchShot(grey, Set, RegionStatistics.Of(picture, StandInChart.LightSkin, _profile).Mean);
    }

    internal void Apply(MatchRound round)
    {
        Set = round.Dial;
        Tint += round.TintSteps;
        Apply(round.Exposure);
        if (round.Then is { } then)
        {
            Apply(then);
        }
    }

    internal void Apply(ExposureMove move)
    {
        ExposureStops += move.Control is null ? 0 : move.Move.Value;
        switch (move.Control)
        {
            case ExposureControl.Iris:
                (_opens, _closes) = (_opens - move.Move.Value, _closes + move.Move.Value);
                break;
            case ExposureControl.Filter:
                _filter = new Stops(_filter.Value - move.Move.Value);
                break;
            case ExposureControl.Gain:
                Gain = new Decibels(Math.Round(Gain.Value + (move.Move.Value * 20 * Math.Log10(2)), 6));
                break;
        }
    }

    internal static double Between(Random random, double from, double to) => from + ((to - from) * random.NextDouble());
}
