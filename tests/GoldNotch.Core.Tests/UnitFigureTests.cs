using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.UnitFigures;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>A unit's own figures: which pictures are asked for, what follows from them, and what is used. (Section 17.)</summary>
public class UnitFigureTests
{
    private static readonly PictureProfile Bt709 = new(ToneCurve.Named("BT.709"));
    private static readonly CameraModel Filtered = Ottermere.Alder with
    {
        Filters =
        [
            new FilterPosition("clear", Stops.Zero),
            new FilterPosition("1/4", new Stops(2)),
            new FilterPosition("1/64", new Stops(6)),
        ],
    };

    [Fact]
    public void Filters_are_asked_for_in_runs_that_each_begin_clear()
    {
        FigureShot.Filter[] shots = [.. ShotList.Filters(Filtered).Cast<FigureShot.Filter>()];
        shots.Select(s => s.Number).ShouldBe(Enumerable.Range(1, 9));
        shots.Where((_, i) => i % 3 == 0).ShouldAllBe(s => s.Label == "clear");
        shots.Select(s => s.Run).Distinct().ShouldBe([1, 2, 3]);
        Should.Throw<QuantityException>(() => ShotList.Filters(Filtered with { Filters = [] }));
        Should.Throw<QuantityException>(() => ShotList.Filters(Filtered with { Filters = [new FilterPosition("1/4", new Stops(2))] }));
    }

    [Fact]
    public void Each_filter_is_measured_against_the_clear_picture_of_its_own_run()
    {
        // The light rises by a third of a stop from run to run: nothing of it may reach the filter.
        FigureTake[] takes =
        [
            .. ShotList
                .Filters(Filtered)
                .Cast<FigureShot.Filter>()
                .Where(s => s.Label != "1/64")
                .Select(s => Take(s, 0.3 * Math.Pow(2, (s.Run / 3.0) - (s.Label == "1/4" ? 2.13 : 0)))),
        ];
        FilterRow quarter = FilterReport.Of(Filtered, takes)[0];
        quarter.Strength!.Loss.Value.ShouldBe(2.13, 1e-9);
        quarter.Strength.Pairs.ShouldBe(3);
        quarter.IsUsable.ShouldBeTrue();
        quarter.Says.Case.ShouldBe("differs");
        quarter.Says.Number("off")!.Value.ShouldBe(0.13, 1e-9);
        FilterRow none = FilterReport.Of(Filtered, takes)[1];
        (none.Says.Case, none.IsUsable).ShouldBe(("waits", false));
    }

    [Fact]
    public void What_was_opened_behind_a_filter_is_added_to_what_it_takes()
    {
        ImmutableArray<FigureShot> shots = ShotList.Filters(Filtered);
        FilterRow strong = FilterReport.Of(Filtered, [Take(shots[0], 0.36), Take(shots[2], 0.36 * Math.Pow(2, -2.1), opened: 4)])[1];
        strong.Strength!.Loss.Value.ShouldBe(6.1, 1e-9);
        strong.Says.Then.Select(t => t.Case).ShouldContain("few", "one pair gives no uncertainty");
    }

    [Fact]
    public void Pairs_that_disagree_and_pictures_that_are_black_give_no_figure_that_is_used()
    {
        ImmutableArray<FigureShot> shots = ShotList.Filters(Filtered);
        FilterRow unsteady = FilterReport.Of(
            Filtered,
            [Take(shots[0], 0.4), Take(shots[1], 0.1), Take(shots[3], 0.4), Take(shots[4], 0.09)]
        )[0];
        (unsteady.Says.Case, unsteady.IsUsable).ShouldBe(("unsteady", false));
        FilterRow black = FilterReport.Of(Filtered, [Take(shots[0], 0.4), Take(shots[2], 0.0001, crushed: 0.4)])[1];
        (black.Says.Case, black.IsUsable, black.Strength!.AtLeast).ShouldBe(("at-least", false, true));
    }

    [Fact]
    public void A_gain_limit_is_found_up_to_where_every_gain_is_clean_enough()
    {
        CameraModel model = Gains(0, 3, 6, 9, 12);
        FigureTake[] takes = [.. ShotList.Noise(model).Select((s, i) => Take(s, 0.18, snr: 38 - (3.5 * i)))];
        NoiseReport report = NoiseReport.Of(model, takes, 26.02);
        NoiseRow row = report.Bases.Single();
        row.Limit!.Value.Gain.ShouldBe(new Decibels(9));
        (row.Says.Case, row.IsUsable, report.Left.Length).ShouldBe(("limit", true, 0));
        NoiseReport.Of(model, takes, 20).Bases[0].Says.Case.ShouldBe("at-least");
        NoiseRow none = NoiseReport.Of(model, takes, 40).Bases[0];
        (none.Says.Case, none.IsUsable).ShouldBe(("short", false));
    }

    [Fact]
    public void A_patch_far_from_grey_a_jpeg_and_a_picture_without_noise_do_not_count_and_say_why()
    {
        CameraModel model = Gains(0, 6, 12);
        ImmutableArray<FigureShot> shots = ShotList.Noise(model);
        NoiseReport report = NoiseReport.Of(
            model,
            [Take(shots[0], 0.4, snr: 30), Take(shots[1], 0.18, snr: 30) with { Coding = PictureCoding.Jpeg }, Take(shots[2], 0.18)],
            26
        );
        report.Left.Select(l => (l.Number, l.Because.Case)).ShouldBe([(1, "far"), (2, "jpeg"), (3, "clean")]);
        report.Bases[0].Says.Case.ShouldBe("waits");
    }

    [Fact]
    public void Two_bases_change_over_where_the_higher_is_one_decibel_cleaner()
    {
        CameraModel model = TwoBases();
        FigureTake[] takes =
        [
            .. ShotList
                .Noise(model)
                .Cast<FigureShot.Gained>()
                .Select(s => Take(s, 0.18, snr: s.Base == "low" ? 40 - (1.2 * s.Gain.Value) : 31 - (0.8 * s.Gain.Value))),
        ];
        NoiseReport report = NoiseReport.Of(model, takes, 20);
        report.Switch.ShouldNotBeNull();
        report.Bearing!.Case.ShouldBe("switch");
        // At so much gain of the lower base the higher is cleaner by a decibel or more, and one position below it is not.
        report.Switch!.Value.Cleaner.Value.ShouldBeGreaterThanOrEqualTo(1);
        NoiseFigures
            .Compare(
                Sensitivity.IsoAtGain(new Iso(500), new Decibels(13)),
                new MeasuredBase("low", new Iso(500), report.Bases[0].Measured),
                new MeasuredBase("high", new Iso(2000), report.Bases[1].Measured)
            )
            .Cleaner.ShouldBe(report.Switch.Value.Gain.Value <= 13 ? "high" : "low");
    }

    [Fact]
    public void Latitude_is_counted_from_the_picture_that_nearly_reads_grey()
    {
        // Mid grey was missed by 0.2 stop: everything lies so much higher.
        FigureTake At(int number, double by, double snr) =>
            Take(new FigureShot.Exposed(number, new Stops(by)), 0.18 * Math.Pow(2, by + 0.2), snr: snr, opened: by);
        FigureTake[] takes =
        [
            At(1, 0, 34),
            At(2, 1, 37),
            At(3, 2, 40),
            At(4, 3, 43),
            At(5, 4, 50),
            At(6, -3, 20),
            At(7, -6, 8),
            At(8, -7, 4),
        ];
        LatitudeReport found = LatitudeReport.Of(takes, new Latitude(new Stops(5), new Stops(6)));
        found.Latitude!.Highlights.Value.ShouldBe(Math.Log2(1 / 0.18), 0.02);
        found.Latitude.Shadows.Value.ShouldBe(6.48 - 0.2, 0.1);
        found.Says.Then.Select(t => t.Case).ShouldBe(["claim"]);
        LatitudeReport.Of(takes[..1], null).Says.Case.ShouldBe("waits");
        LatitudeReport
            .Of([.. takes.Where(t => t.Opened.Value is >= 0 and <= 2)], null)
            .Says.Then.Select(t => t.Case)
            .ShouldBe(["open-above", "open-below"]);
    }

    [Fact]
    public void Among_sisters_the_one_that_stands_out_is_named_and_two_are_not_compared()
    {
        FigureTake Of(int number, string tag, double light, double snr = 34) => Take(new FigureShot.OfUnit(number, tag), light, snr: snr);
        ImmutableArray<SisterRow> rows = SisterReport.Of([Of(1, "A", 0.18), Of(2, "B", 0.181), Of(3, "C", 0.24, 30), Of(4, "D", 0.179)]);
        rows.Where(r => r.IsNamed).Select(r => r.Tag).ShouldBe(["C"]);
        rows[2].Says.Case.ShouldBe("stops");
        rows[2].Says.Then.Select(t => t.Case).ShouldBe(["noise"]);
        rows[0].Says.Case.ShouldBe("alike");
        SisterReport.Of([Of(1, "A", 0.18), Of(2, "B", 0.18)]).ShouldAllBe(r => r.Says.Case == "waits" && !r.IsNamed);
    }

    [Fact]
    public void A_limit_of_each_base_and_a_measured_change_over_are_used_by_policies_and_switch()
    {
        CameraModel model = TwoBases();
        model = model with
        {
            Gain = model.Gain with
            {
                Bases = [model.Gain.Bases[0] with { Cap = new Decibels(9) }, model.Gain.Bases[1] with { Cap = new Decibels(3) }],
                SwitchFrom = new Decibels(12),
            },
        };
        Policies.Defaults.CapOn(model, "low").ShouldBe(new Decibels(9));
        Policies.Defaults.CapOn(model, "high").ShouldBe(new Decibels(3));
        model.Gain.SwitchAbove!.Value.Value.ShouldBeInRange(11.9, 12);
    }

    private static CameraModel Gains(params double[] gains) =>
        Ottermere.Alder with
        {
            Gain = new GainControl([.. gains.Select(g => new GainPosition("", new Decibels(g)))], false, new Iso(800)),
        };

    private static CameraModel TwoBases()
    {
        ImmutableArray<GainPosition> gains =
        [
            .. new double[] { 0, 3, 6, 9, 12, 15, 18 }.Select(g => new GainPosition("", new Decibels(g))),
        ];
        GainBase Base(string word, double iso) =>
            new(word, new SensitivityBase(word, new Iso(iso), new Decibels(0), new Decibels(18), Decibels.Zero), gains, null);
        return Ottermere.Alder with
        {
            Gain = new GainControl(gains, false, new Iso(500)) { Bases = [Base("low", 500), Base("high", 2000)] },
        };
    }

    // A grey patch of so much light; its noise is what gives the wanted ratio, or none.
    private static FigureTake Take(FigureShot shot, double light, double? snr = null, double opened = 0, double crushed = 0) =>
        new(
            shot,
            new RegionStatistics(
                10_000,
                50,
                new LinearRgb(light, light, light),
                light >= 1 ? 1 : 0,
                crushed,
                snr is { } db ? light / Math.Pow(10, db / 20) : 0,
                Stops.Zero
            )
            {
                HighestSignal = Math.Min(1, Bt709.Curve.Encode(light)),
            },
            new Stops(opened),
            new Kelvin(5600),
            Bt709,
            PictureCoding.None
        );
}
