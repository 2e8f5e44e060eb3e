using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.Imaging.Tests;

/// <summary>What is proposed as a card in ordinary pictures: a card, and not a sky, a wall or a page of text.</summary>
public class CardSearchTests
{
    private static readonly PictureProfile Profile = new(ToneCurve.Named("BT.709"));

    [Theory]
    [InlineData(320, 180, 0)]
    [InlineData(480, 270, 0.6)]
    [InlineData(640, 360, -0.8)]
    public void Cards_of_a_chart_are_proposed_and_two_of_one_colour_are_sure(int width, int height, double stops)
    {
        var camera = new StandInCamera { ExposureStops = stops, Balanced = new Kelvin(5600) };
        CardSearch found = CardSearch.Of(
            new Rendered(
                SceneRenderer.Render(StandInSubject.Chart, new StandInLamp(new Kelvin(5600)), camera, Profile, width, height, 5),
                width
            ),
            Profile
        );
        found.Cards.Length.ShouldBeInRange(3, 6);
        found.IsSure.ShouldBeTrue();
    }

    [Fact]
    public void A_flat_wall_a_sky_a_page_and_a_floor_are_no_cards()
    {
        Of((_, _) => (0.5, 0.5, 0.5)).Cards.ShouldBeEmpty("a wall that fills the picture");
        Of((_, y) => y < 0.4 ? (0.62, 0.66, 0.72) : (0.2 + (0.1 * y), 0.25, 0.1)).Cards.ShouldBeEmpty("a sky");
        Of((_, y) => y > 0.6 ? (0.4, 0.4, 0.42) : (0.2, 0.35, 0.15)).Cards.ShouldBeEmpty("a floor");
        Of((x, y) => y % 0.06 < 0.02 && x is > 0.12 and < 0.88 ? (0.1, 0.1, 0.1) : (0.9, 0.9, 0.88)).Cards.ShouldBeEmpty("a page of text");
        Of((x, _) => (0.3 + (0.5 * x), 0.3 + (0.5 * x), 0.3 + (0.5 * x))).Cards.ShouldBeEmpty("a wall lit from one side");
        Of((x, y) => x is > 0.05 and < 0.95 && y is > 0.4 and < 0.52 ? (0.5, 0.5, 0.5) : (0.1, 0.3, 0.1)).Cards.ShouldBeEmpty("a rail");
    }

    [Fact]
    public void One_card_before_leaves_is_proposed_and_not_sure()
    {
        CardSearch found = Of((x, y) => x is > 0.3 and < 0.55 && y is > 0.3 and < 0.7 ? (0.42, 0.42, 0.43) : (0.1, 0.35 + (0.2 * y), 0.12));
        found.Cards.Length.ShouldBe(1);
        found.IsSure.ShouldBeFalse();
        (found.Cards[0].X > 0.3 && found.Cards[0].X + found.Cards[0].Width < 0.55).ShouldBeTrue("inside the card");
    }

    private static CardSearch Of(Func<double, double, (double Red, double Green, double Blue)> at) =>
        CardSearch.Of(new Painted(at), Profile);

    private sealed class Painted(Func<double, double, (double Red, double Green, double Blue)> at) : IPixels
    {
        public int Width => 480;

        public int Height => 270;

        public void Read(int row, int from, Span<double> red, Span<double> green, Span<double> blue)
        {
            for (int i = 0; i < red.Length; i++)
            {
                (red[i], green[i], blue[i]) = at((from + i + 0.5) / Width, (row + 0.5) / Height);
            }
        }
    }

    private sealed class Rendered(ushort[] samples, int width) : IPixels
    {
        public int Width => width;

        public int Height => samples.Length / 3 / width;

        public void Read(int row, int from, Span<double> red, Span<double> green, Span<double> blue)
        {
            for (int i = 0; i < red.Length; i++)
            {
                int at = 3 * ((row * width) + from + i);
                (red[i], green[i], blue[i]) = (samples[at] / 65535.0, samples[at + 1] / 65535.0, samples[at + 2] / 65535.0);
            }
        }
    }
}
