using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Every remedy, applied to the line-up, comes out as it says and better than it was.</summary>
public class RemedyTests
{
    [Fact]
    public void A_remedy_applied_removes_what_it_was_offered_for_or_leaves_what_it_says()
    {
        Dictionary<RemedyKind, int> applied = [];
        foreach (double lux in new[] { 1, 4, 12, 60, 300, 2000, 9000, 40_000, 120_000 })
        {
            foreach (string required in new[] { "open", "f/2.8", "f/4 to f/5.6", "f/11", "0.5 m deep" })
            {
                LineUp lineUp = LineUpTests.Of(LineUpTests.Camera("A", required)) with
                {
                    Light = LineUpTests.Light(new Lux(lux)) with { Lamp = LampKind.Tungsten, Dim = new Stops(-3), Raise = new Stops(2) },
                };
                CameraRow before = LineUpReport.Of(lineUp).Cameras[0];
                foreach (Remedy remedy in before.Remedies.Where(r => r.Kind != RemedyKind.Camera))
                {
                    CameraRow after = LineUpReport.Of(Applied(lineUp, remedy)).Cameras[0];
                    string what = $"{remedy.Kind} at {lux} lx, {required}: {remedy.Because.Text()}";
                    after.Plan.Cheapest.Error.Value.ShouldBe(remedy.Error.Value, 0.05, what);
                    Off(after).ShouldBeLessThan(Off(before), what);
                    applied[remedy.Kind] = applied.GetValueOrDefault(remedy.Kind) + 1;
                }
            }
        }

        applied.Keys.Order().ShouldBe([RemedyKind.Filter, RemedyKind.Shutter, RemedyKind.Light, RemedyKind.Cap], ignoreOrder: true);
    }

    private static double Off(CameraRow row) =>
        Math.Max(0, Math.Abs(row.Plan.Chosen.Error.Value) - PlanTerms.Met) * 100 + row.Plan.Chosen.IrisMissedBy.Value;

    private static LineUp Applied(LineUp lineUp, Remedy remedy)
    {
        LineUpCamera camera = lineUp.Cameras[0];
        double Figure(string name) => remedy.Because[name]!.Number();
        return remedy.Kind switch
        {
            RemedyKind.Filter => lineUp with { Kit = [new FrontFilter(new FilterPosition("front", new Stops(Figure("stops"))), 1)] },
            RemedyKind.Light => lineUp with
            {
                Light = lineUp.Light with
                {
                    Metered = MeteredLight.FromLux(new Lux(lineUp.Light.Metered.LuxPerConstant * Math.Pow(2, -Figure("stops"))), 1),
                },
            },
            RemedyKind.Shutter => lineUp with
            {
                Cameras = [camera with { Pins = Pins.None with { Shutter = new ExposureTime(Figure("shutter")) } }],
            },
            _ => lineUp with
            {
                Emphasis = EmphasisPolicy.Balanced,
                Cameras = [camera with { Model = camera.Model with { Gain = camera.Model.Gain with { Cap = new Decibels(60) } } }],
            },
        };
    }
}
