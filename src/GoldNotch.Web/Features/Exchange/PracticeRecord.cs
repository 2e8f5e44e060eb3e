using System.Text.Json;
using GoldNotch.Core.Practice;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Exchange;

/// <summary>A person's own record of practice as a file: theirs to keep, and to bring along to another department.</summary>
internal static class PracticeRecord
{
    internal static void MapPracticeRecord(this IEndpointRouteBuilder api)
    {
        api.MapGet("/export/my-practice.json", JsonAsync).Produces<ExchangeDocument>().WithName("exportMyPractice");
        api.MapGet("/export/my-practice.csv", CsvAsync).Produces(200, contentType: "text/csv").WithName("exportMyPracticeCsv");
    }

    private static async Task<FileContentHttpResult> JsonAsync(
        Author author,
        PracticeStore tries,
        CheckOffStore checkOffs,
        CancellationToken cancel
    ) =>
        TypedResults.File(
            JsonSerializer.SerializeToUtf8Bytes(
                ExchangeDocument.Empty with
                {
                    Practice = [.. await TriesAsync(author, tries, cancel)],
                    CheckOffs = [.. (await checkOffs.ListAsync(author.Id, cancel)).Select(Of)],
                },
                ExchangeJson.Default.ExchangeDocument
            ),
            "application/json",
            $"gold-notch-practice-{author.Login}.json"
        );

    private static async Task<FileContentHttpResult> CsvAsync(Author author, PracticeStore tries, CancellationToken cancel) =>
        TypedResults.File(
            CsvFiles.Practice(await TriesAsync(author, tries, cancel)),
            "text/csv; charset=utf-8",
            $"gold-notch-practice-{author.Login}.csv"
        );

    private static async Task<IEnumerable<PracticeTryDocument>> TriesAsync(Author author, PracticeStore tries, CancellationToken cancel) =>
        (await tries.FinishedAsync(author.Id, cancel)).Select(t => new PracticeTryDocument(
            t.Id,
            author.Login,
            PracticeWords.Of(t.Kind),
            t.ModelKey,
            t.StandardKey,
            t.FinishedAt,
            t.Passed,
            t.Seconds
        ));

    private static CheckOffDocument Of(StoredCheckOff of) =>
        new(
            of.Id,
            of.Login,
            of.ModelKey,
            of.BegunBy,
            of.BegunAt,
            [.. of.Items.Select(HandsOnItemDocument.Of)],
            [.. of.Ticked],
            of.SignedBy ?? "",
            of.SignedAt,
            of.Signed is { } signed ? MonthsOf(signed) : CheckOff.UsualMonths
        );

    private static int MonthsOf(SignedCheckOff of) =>
        (12 * (of.ValidUntil.Year - of.SignedOn.Year)) + of.ValidUntil.Month - of.SignedOn.Month;
}
