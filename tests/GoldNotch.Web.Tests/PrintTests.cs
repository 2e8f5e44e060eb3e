using GoldNotch.Web.Features.LineUps;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Tests.Hosting;
using SkiaSharp;

namespace GoldNotch.Web.Tests;

/// <summary>How paper is set: letters by their typeface, long words within their measure, drawings within their box.</summary>
[Collection(DemoSiteTests.Name)]
public class PrintTests(DemoSite site)
{
    [Theory]
    [InlineData("AV")]
    [InlineData("To")]
    [InlineData("11")]
    public void Letters_are_set_and_measured_with_the_kerning_of_their_typeface(string pair)
    {
        using SKFont font = Lettering.Font(Lettering.Words, 100);
        float apart = pair.Sum(letter => font.WidthOf($"{letter}"));
        float set = font.WidthOf(pair);
        (set < apart - 0.5f).ShouldBe(pair != "11", $"{pair}: {set} of {apart}");
        font.WidthOf("").ShouldBe(0);

        // What native code goes on reading is still there when everything that can be has been collected.
        GC.Collect();
        GC.WaitForPendingFinalizers();
        GC.Collect();
        font.WidthOf(pair).ShouldBe(set);
        font.WidthOf("Wholly other letters: 0123456789").ShouldBeInRange(1000, 2500);
    }

    [Fact]
    public void What_is_written_stands_where_the_alignment_says()
    {
        using SKFont font = Lettering.Font(Lettering.Bold, 20);
        float width = font.WidthOf("Gold");
        foreach (
            (SKTextAlign align, float left) in new[]
            {
                (SKTextAlign.Left, 100f),
                (SKTextAlign.Center, 100 - (width / 2)),
                (SKTextAlign.Right, 100 - width),
            }
        )
        {
            SKRectI ink = Ink(canvas =>
            {
                using var paint = new SKPaint { Color = SKColors.Black };
                canvas.Write("Gold", 100, 50, align, font, paint);
            });
            ((float)ink.Left).ShouldBe(left, 3, $"{align}");
            ((float)ink.Right).ShouldBe(left + width, 3, $"{align}");
        }
    }

    [Theory]
    [InlineData("5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01", 120)]
    [InlineData("5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e02", 120)]
    public async Task The_lower_half_of_a_plan_is_drawn_in_and_stays_within_its_box(string lineUp, int least)
    {
        using TestClient mara = await site.ClientAsync("mara");
        PlanView plan = System.Text.Json.JsonSerializer.Deserialize<PlanView>(
            (await mara.GetAsync($"/api/line-ups/{lineUp}")).Expect(200).At("plan").GetRawText(),
            Reading
        )!;
        var box = new SKRect(20, 20, 340, 220);
        SKRectI ink = Ink(canvas => PlanDrawings.Draw(canvas, box, plan));
        ink.Height.ShouldBeGreaterThan(least);
        ink.Width.ShouldBeGreaterThan(250);
        (ink.Left >= 15 && ink.Top >= 15 && ink.Right <= 350 && ink.Bottom <= 225).ShouldBeTrue(
            $"{ink.Left} {ink.Top} {ink.Right} {ink.Bottom}"
        );
        Ink(canvas => PlanDrawings.Draw(canvas, box, plan with { Cameras = [], White = [] })).IsEmpty.ShouldBeTrue();
    }

    private static readonly System.Text.Json.JsonSerializerOptions Reading = new(System.Text.Json.JsonSerializerDefaults.Web)
    {
        Converters = { new System.Text.Json.Serialization.JsonStringEnumConverter(System.Text.Json.JsonNamingPolicy.CamelCase) },
    };

    private static SKRectI Ink(Action<SKCanvas> draw)
    {
        using var bitmap = new SKBitmap(400, 260);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.White);
        draw(canvas);
        (int left, int top, int right, int bottom) = (int.MaxValue, int.MaxValue, 0, 0);
        for (int y = 0; y < bitmap.Height; y++)
        {
            for (int x = 0; x < bitmap.Width; x++)
            {
                if (bitmap.GetPixel(x, y).Red < 200)
                {
                    (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x + 1), Math.Max(bottom, y + 1));
                }
            }
        }

        return right == 0 ? SKRectI.Empty : new SKRectI(left, top, right, bottom);
    }
}
