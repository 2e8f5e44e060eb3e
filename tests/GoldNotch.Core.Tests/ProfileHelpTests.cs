using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Matches;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>The picture profile of a camera without log, against the department's reference.</summary>
public class ProfileHelpTests
{
    private static readonly ProfileReading Reference = new(
        Card(0.18, 41),
        new Kelvin(5600),
        Card(0.82, 90),
        Card(0.01, 5),
        new LinearRgb(0.42, 0.26, 0.19)
    );

    private static CameraModel Plain { get; } =
        Ottermere.Bracken with
        {
            Curves = ImmutableDictionary<string, ProfileCurve>.Empty,
            Choices = Ottermere.Bracken.Choices.SetItem(
                Setting.Profile,
                new ChoiceControl([new ChoicePosition("standard", "PP1"), new ChoicePosition("department", "PP4")], false)
            ),
        };

    [Fact]
    public void What_looks_like_the_reference_is_left_alone()
    {
        var help = ProfileHelp.Of(Plain, Reference, Reference);
        help.Turns.ShouldBeEmpty();
        help.Missing.ShouldBeEmpty();
        (help.CastMired, help.Duv, help.ContrastStops).ShouldBe((0, 0, 0));
        help.Memory["memory"].ShouldBe("PP4", "the factory profile stays as it is");
    }

    [Fact]
    public void A_blue_flat_picture_is_turned_back_balance_first_then_black_grey_and_white()
    {
        ProfileReading has = Reference with { Grey = Card(0.15, 37, blue: 1.3), Black = Card(0.016, 9), White = Card(0.7, 80) };
        var help = ProfileHelp.Of(Plain, has, Reference);
        help.Turns.Select(t => (t.Control, t.IsUp))
            .ShouldBe([
                (ProfileControl.BlueGain, false),
                (ProfileControl.Pedestal, false),
                (ProfileControl.Gamma, true),
                (ProfileControl.Knee, true),
                (ProfileControl.LowKeySaturation, false),
            ]);
        help.CastMired.ShouldBeLessThan(-10, "cooler than the reference");
        help.ContrastStops!.Value.ShouldBe(Math.Log2(0.7 / 0.016) - Math.Log2(0.82 / 0.01), 1e-9);
    }

    [Fact]
    public void White_that_clips_where_the_reference_does_not_lowers_the_knee_and_pale_skin_raises_colour()
    {
        ProfileReading has = Reference with { White = Card(0.82, 90) with { ClippedShare = 0.3 }, Skin = new LinearRgb(0.34, 0.27, 0.23) };
        var help = ProfileHelp.Of(Plain, has, Reference);
        help.Turns.Select(t => (t.Control, t.IsUp, t.Says.Case))
            .ShouldBe([(ProfileControl.Knee, false, "knee-clips"), (ProfileControl.Saturation, true, "saturation")]);
    }

    [Fact]
    public void What_is_not_marked_is_asked_for_and_a_camera_with_log_is_matched_in_log()
    {
        ProfileReading bare = new(Reference.Grey, new Kelvin(5600), null, null, null);
        ProfileHelp.Of(Plain, bare, Reference).Missing.Select(m => m.Case).ShouldBe(["no-white", "no-black", "no-skin"]);
        CameraModel log = Plain with
        {
            Choices = Plain.Choices.SetItem(Setting.Profile, new ChoiceControl([new ChoicePosition("log", "")], false)),
        };
        Should.Throw<QuantityException>(() => ProfileHelp.Of(log, Reference, Reference)).Message.ShouldContain("records log");
        Should
            .Throw<QuantityException>(() => ProfileHelp.Of(Plain, bare with { Grey = Card(0.5, 70) }, Reference))
            .Message.ShouldContain("1.5 stops brighter");
        ProfileHelp
            .Of(Plain with { Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty }, bare, bare)
            .Memory.Case.ShouldBe("memory-free");
    }

    private static RegionStatistics Card(double light, double level, double blue = 1) =>
        new(4000, level, new LinearRgb(light, light, light * blue), 0, 0, light / 200, Stops.Zero);
}
