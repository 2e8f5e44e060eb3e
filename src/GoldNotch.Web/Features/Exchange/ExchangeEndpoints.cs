using GoldNotch.Data.Exchange;
using GoldNotch.Web.Features.Sessions;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Exchange;

/// <summary>Exchange files in.</summary>
internal static class ExchangeEndpoints
{
    private const int MostBytes = 8 * 1024 * 1024;

    internal static void MapExchange(this IEndpointRouteBuilder api) => api.MapPost("/import", ImportAsync)
        .RequireAuthorization(Roles.Technician)
        .Accepts<ExchangeDocument>("application/json")
        .WithMetadata(new RequestSizeLimitAttribute(MostBytes))
        .ProducesProblem(403).ProducesProblem(409).ProducesProblem(413)
        .WithName("importExchange");

    private static async Task<Ok<ImportReport>> ImportAsync(bool? keepGood, HttpContext context, ExchangeImporter importer, CancellationToken cancel) =>
        TypedResults.Ok(await importer.ImportAsync(context.Request.Body, SessionEndpoints.Name(context.User), keepGood ?? false, cancel));
}
