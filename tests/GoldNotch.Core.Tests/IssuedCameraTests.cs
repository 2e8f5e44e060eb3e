using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Which camera is offered in low light, and what of it stands elsewhere than the person is used to.</summary>
public class IssuedCameraTests
{
    private static readonly ExposureTime Time = new(1.0 / 60);

    private static CameraModel With(CameraModel model, params (Setting Setting, BodySide Side, string Name, string Path)[] places) =>
        model with
        {
            Controls = places.ToImmutableDictionary(p => p.Setting, p => new ControlPlace(p.Side, 0.5, 0.5, p.Name, p.Path, "", "")),
        };

    private static CameraModel Faster(CameraModel model, double isoAtZero, double? cap, params double[] gains) =>
        model with
        {
            Gain = new GainControl([.. gains.Select(g => new GainPosition("", new Decibels(g)))], false, new Iso(isoAtZero))
            {
                Cap = cap is { } limit ? new Decibels(limit) : null,
            },
        };

    [Theory]
    // 330·N²/(t·S), S = 320·10^(g/20): by hand.
    [InlineData(6.0, 638.4804)]
    [InlineData(5.9, 320)]
    [InlineData(null, 1273.947)]
    public void The_least_light_is_that_of_the_widest_opening_and_the_gain_that_is_allowed(double? cap, double speed)
    {
        CameraModel model = Faster(Ottermere.Alder, 320, cap, 0, 6, 12, 24);
        double widest = model.Lens.WidestAtShort.Value;
        LowLight least = LowLight.Of(model, Time).ShouldNotBeNull();
        least.Lux.Value.ShouldBe(330 * widest * widest * 60 / speed, 0.01);
        JudgementText.Of(least.Because).ShouldStartWith("Down to ");
    }

    [Fact]
    public void A_longer_time_and_a_faster_lens_need_less_and_without_a_stated_speed_nothing_is_claimed()
    {
        CameraModel model = Faster(Ottermere.Alder, 320, 6, 0, 6);
        double least = LowLight.Of(model, Time)!.Lux.Value;
        LowLight.Of(model, new ExposureTime(1.0 / 30))!.Lux.Value.ShouldBe(least / 2, 1e-9);
        CameraModel prime = model with { Lenses = [new NamedLens("Prime", model.Lens, new FNumber(1.3))] };
        LowLight.Of(prime, Time)!.Lux.Value.ShouldBe(330 * 1.69 * 60 / 638.4804, 0.01);
        LowLight.Of(model with { Gain = model.Gain with { IsoAtZeroGain = null } }, Time).ShouldBeNull();
        CameraModel one = Faster(Ottermere.Alder, 500, 6);
        double widest = one.Lens.WidestAtShort.Value;
        LowLight.Of(one, Time)!.Lux.Value.ShouldBe(330 * widest * widest * 60 / 500, 0.01, "one speed and no gain to set");
    }

    [Fact]
    public void The_higher_of_two_bases_counts_with_its_own_cap()
    {
        CameraModel model = Ottermere.Alder;
        GainBase Base(string word, double iso, double cap) =>
            new(
                word,
                new SensitivityBase(word, new Iso(iso), new Decibels(0), new Decibels(12), new Decibels(0)),
                [new GainPosition("", new Decibels(0)), new GainPosition("", new Decibels(12))],
                null
            )
            {
                Cap = new Decibels(cap),
            };
        CameraModel two = model with { Gain = model.Gain with { Bases = [Base("low", 500, 12), Base("high", 2500, 0)] } };
        double widest = model.Lens.WidestAtShort.Value;
        LowLight.Of(two, Time)!.Lux.Value.ShouldBe(330 * widest * widest * 60 / 2500, 0.01);
    }

    [Fact]
    public void A_control_that_stands_on_another_side_has_another_name_or_another_way_through_the_menu_is_told()
    {
        CameraModel issued = With(
            Ottermere.Alder,
            (Setting.Gain, BodySide.Left, "GAIN", "Turn."),
            (Setting.Shutter, BodySide.Left, "SHUTTER", "Press."),
            (Setting.Iris, BodySide.Lens, "IRIS", "Ring."),
            (Setting.WhiteBalance, BodySide.Screen, "Camera", "Menu, Camera, White."),
            (Setting.RecordFormat, BodySide.Screen, "Rec", "Menu, Rec, Size."),
            (Setting.NeutralDensity, BodySide.Left, "ND", "")
        );
        CameraModel known = With(
            Ottermere.Bracken,
            (Setting.Gain, BodySide.Right, "GAIN", "Slide."),
            (Setting.Shutter, BodySide.Left, "shutter", "Hold."),
            (Setting.Iris, BodySide.Lens, "APERTURE", "Ring."),
            (Setting.WhiteBalance, BodySide.Screen, "Setup", "Menu, Setup, White."),
            (Setting.RecordFormat, BodySide.Screen, "Recording", "menu, rec, size.")
        ) with
        {
            NotFitted = [Setting.NeutralDensity],
        };
        Sheet sheet = SheetCompiler.Compile(Ottermere.LectureRoom, issued);
        ImmutableDictionary<Setting, Judgement> moved = MovedControls.Of(sheet, known);
        moved
            .ToDictionary(m => m.Key, m => JudgementText.Of(m.Value))
            .ShouldBe(
                new Dictionary<Setting, string>
                {
                    [Setting.Gain] = "On Bracken 3: right side, GAIN. Slide.",
                    [Setting.Iris] = "On Bracken 3: lens, APERTURE. Ring.",
                    [Setting.WhiteBalance] = "On Bracken 3: Menu, Setup, White.",
                    [Setting.NeutralDensity] = "Bracken 3 has none.",
                },
                ignoreOrder: true
            );
        MovedControls.Of(sheet, issued).ShouldBeEmpty("it is the same model");
    }
}
