using GoldNotch.Exchange;
using GoldNotch.Web.Features.Exchange;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>A plan as CSV, a camera a row; it goes out only: a line-up comes in as JSON.</summary>
internal static class PlanCsv
{
    private static readonly string[] Columns =
    [
        "lineUp",
        "letter",
        "unit",
        "camera",
        "part",
        "focalMm",
        "distanceM",
        "sensitivity",
        "iso",
        "filters",
        "iris",
        "shutter",
        "errorStops",
        "white",
        "sharp",
        "why",
    ];

    internal static byte[] Of(LineUpDocument document, PlanView plan) =>
        CsvFiles.Write(
            Columns,
            plan.Cameras.Select(c =>
                new[]
                {
                    document.Name,
                    c.Letter,
                    c.Unit,
                    c.Spoken,
                    c.Part,
                    CsvFiles.Number(c.FocalMm),
                    CsvFiles.Number(Math.Round(c.DistanceM, 3)),
                    c.Chosen.State,
                    c.Iso,
                    c.Chosen.Filters,
                    c.Chosen.IrisDial,
                    c.Shutter,
                    CsvFiles.Number(Math.Round(c.Chosen.ErrorStops, 3)),
                    plan.White.FirstOrDefault(w => w.Letter == c.Letter)?.Sentence ?? "",
                    c.Depth?.Label ?? "",
                    c.Why,
                }
            )
        );
}
