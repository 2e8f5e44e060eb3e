using System.Text.Json;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Printing;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Matches;

/// <summary>A match on paper and in open formats.</summary>
internal static class MatchReportEndpoints
{
    internal static void MapMatchReports(this IEndpointRouteBuilder api)
    {
        api.MapGet("/matches/{id:guid}/match.pdf", PdfAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printMatch");
        api.MapGet("/matches/{id:guid}/match.csv", CsvAsync)
            .Produces(200, contentType: "text/csv")
            .ProducesProblem(404)
            .WithName("exportMatchCsv");
        api.MapGet("/matches/{id:guid}/match.json", JsonAsync).Produces<MatchView>().ProducesProblem(404).WithName("exportMatchJson");
    }

    private static async Task<FileContentHttpResult> PdfAsync(
        Guid id,
        string? paper,
        [AsParameters] MatchWork work,
        DepartmentStore department,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw new RefusedException(ProblemCode.BadValue, "/paper", "The paper is a4 or letter.");
        MatchView view = await work.ViewAsync(id, cancel);
        Dictionary<Guid, byte[]> looks = [];
        foreach (Guid picture in view.Cameras.SelectMany(c => c.Turns.TakeLast(1)).Select(t => t.Picture))
        {
            if (await work.Pictures.PreviewAsync(picture, cancel) is { } jpeg)
            {
                looks[picture] = jpeg;
            }
        }

        return TypedResults.File(
            MatchPdf.Of(view, looks, size, await department.GetAsync(cancel), work.Now),
            "application/pdf",
            "match.pdf"
        );
    }

    private static async Task<FileContentHttpResult> CsvAsync(Guid id, [AsParameters] MatchWork work, CancellationToken cancel) =>
        TypedResults.File(MatchCsv.Of(await work.ViewAsync(id, cancel)), "text/csv; charset=utf-8", "match.csv");

    private static async Task<FileContentHttpResult> JsonAsync(Guid id, [AsParameters] MatchWork work, CancellationToken cancel) =>
        TypedResults.File(
            JsonSerializer.SerializeToUtf8Bytes(await work.ViewAsync(id, cancel), SignedMatch.Json),
            "application/json",
            "match.json"
        );
}
