using GoldNotch.Exchange;
using GoldNotch.Web.Features.Evidence;
using SkiaSharp;

namespace GoldNotch.Web.Tests;

public class PhotographLimitTests
{
    [Fact]
    public async Task Of_a_flood_of_photographs_a_few_are_drawn_and_the_rest_is_told_to_come_again()
    {
        byte[] picture = EvidenceApiTests.Picture(3000, 2000, SKEncodedImageFormat.Jpeg);
        Task<Photograph>[] all = [.. Enumerable.Range(0, 40).Select(_ => DrawingDesk.DrawAsync(picture, CancellationToken.None))];
        await Task.WhenAll(all.Select(t => t.ContinueWith(_ => { }, TaskScheduler.Default)));
        all.Count(t => t.IsCompletedSuccessfully).ShouldBeGreaterThanOrEqualTo(DrawingDesk.AtOnce + DrawingDesk.Waiting);
        Task<Photograph>[] told = [.. all.Where(t => t.IsFaulted)];
        told.ShouldNotBeEmpty();
        told.ShouldAllBe(t => ((RefusedException)t.Exception!.InnerException!).Code == ProblemCode.TooManyRequests);
        (await DrawingDesk.DrawAsync(picture, CancellationToken.None)).Width.ShouldBe(1500, "afterwards there is room again");
    }
}
