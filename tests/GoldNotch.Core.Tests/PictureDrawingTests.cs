using GoldNotch.Core.Checks;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What is drawn beside a picture, and what is said of a card.</summary>
public class PictureDrawingTests
{
    private static readonly PictureProfile Srgb = new(ToneCurve.Named("sRGB"));

    [Fact]
    public void Each_part_of_a_picture_stands_in_its_band_its_column_and_its_level()
    {
        // Left mid grey, right two stops over it; a corner clipped and one without light.
        const int width = 192;
        const int height = 108;
        float[] plane = new float[width * height];
        for (int i = 0; i < plane.Length; i++)
        {
            (int x, int y) = (i % width, i / width);
            plane[i] = (float)(
                x >= 180 && y < 12 ? 1
                : x < 12 && y < 12 ? 0
                : Srgb.Curve.Encode(x < width / 2 ? 0.18 : 0.72)
            );
        }

        PictureDrawings drawn = PictureDrawings.Of(new Picture<float>(width, plane, plane, plane), Srgb);
        ExposureMap map = drawn.Exposure;
        (map.Columns, map.Rows).ShouldBe((96, 54));
        map.Stops[(30 * 96) + 10].ShouldBe((sbyte)0);
        map.Stops[(30 * 96) + 80].ShouldBe((sbyte)2);
        map.Stops[95].ShouldBe(ExposureMap.Clipped);
        map.Stops[0].ShouldBe(ExposureMap.Black);

        int grey = (int)Math.Round(100 * Srgb.Curve.Encode(0.18));
        DensityGrid wave = drawn.Waveform;
        int row = PictureDrawings.HighestPercent - grey;
        wave.Cells[(row * wave.Columns) + 40].ShouldBe((byte)255, "the left half stands at the level of mid grey");
        wave.Cells[(row * wave.Columns) + 140].ShouldBe((byte)0, "and the right half does not");
        drawn.Red[grey - PictureDrawings.LowestPercent].ShouldBeGreaterThan((byte)200);
        drawn.Green.ShouldBe(drawn.Red);

        // Grey has no colour: everything is in the middle.
        DensityGrid vector = drawn.Vector;
        for (int cell = 0; cell < vector.Cells.Length; cell++)
        {
            (int across, int down) = (cell % vector.Columns, cell / vector.Columns);
            (vector.Cells[cell] == 0 || (Math.Abs(across - 48) <= 1 && Math.Abs(down - 48) <= 1)).ShouldBeTrue($"{across}, {down}");
        }

        vector.Cells.Max().ShouldBe((byte)255);
    }

    [Theory]
    [InlineData(0.002, 0, 0.001, 0.1, "clipped", "0.2 % of it is clipped. Close the iris or add ND")]
    [InlineData(0, 0.3, 0.001, 0.1, "crushed", "30 % of it is black. Open the iris")]
    [InlineData(0, 0, 0.05, 0.1, "noisy-used", "it is used all the same")]
    [InlineData(0, 0, 0.001, 0.5, "uneven", "One corner is 0.5 stop brighter than another. Turn the card")]
    [InlineData(0, 0, 0.001, 0.1, "fit", "Fit to be read.")]
    public void A_card_that_cannot_be_read_says_why_and_what_to_do(
        double clipped,
        double crushed,
        double noise,
        double evenness,
        string @case,
        string says
    )
    {
        var card = new RegionStatistics(4000, 45, new LinearRgb(0.18, 0.18, 0.18), clipped, crushed, noise, new Stops(evenness));
        Judgement judgement = CardFitness.Of(card)[0];
        judgement.Case.ShouldBe(@case);
        Plain(judgement).ShouldContain(says);
    }

    [Fact]
    public void A_noisy_card_whose_mean_nobody_knows_is_refused_and_a_dark_corner_has_its_own_words()
    {
        var few = new RegionStatistics(400, 45, new LinearRgb(0.18, 0.18, 0.18), 0, 0, 0.05, null);
        Plain(CardFitness.Of(few)[0]).ShouldStartWith("Signal to noise is 11.1 dB, under 20 dB. Open the iris");
        Plain(CardFitness.Of(few)[1]).ShouldStartWith("A corner of it is without light.");
    }

    // Number and unit stand together by a space that does not break.
    private static string Plain(Judgement judgement) => JudgementText.Of(judgement).Replace('\u00a0', ' ').Replace('\u202f', ' ');
}
