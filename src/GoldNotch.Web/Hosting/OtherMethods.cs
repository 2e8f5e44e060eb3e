using GoldNotch.Exchange;
using Microsoft.AspNetCore.Routing.Template;

namespace GoldNotch.Web.Hosting;

/// <summary>What no endpoint of the API took: an address there is, asked with a method it does not take, or one there is not.</summary>
internal static class OtherMethods
{
    internal static Task AnswerAsync(HttpContext context, EndpointDataSource endpoints)
    {
        string[] methods =
        [
            .. endpoints
                .Endpoints.OfType<RouteEndpoint>()
                .Where(e => Matches(e, context.Request.Path))
                .SelectMany(e => e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? [])
                .Distinct()
                .Order(),
        ];
        if (methods.Length == 0)
        {
            return ProblemHandler.WriteAsync(context, 404, ProblemCode.NotFound, "", "There is nothing at this address.");
        }

        // The method is right: what kept it from its endpoint is the kind of body, or an id in the address that is none.
        if (methods.Contains(context.Request.Method, StringComparer.OrdinalIgnoreCase))
        {
            context.Response.StatusCode =
                context.Request.ContentType is null || context.Request.HasJsonContentType()
                    ? StatusCodes.Status404NotFound
                    : StatusCodes.Status415UnsupportedMediaType;
            return Task.CompletedTask;
        }

        context.Response.Headers.Allow = string.Join(", ", methods);
        return ProblemHandler.WriteAsync(
            context,
            405,
            ProblemCode.BadRequest,
            "",
            $"This address takes {string.Join(", ", methods)}, not {context.Request.Method}. Nothing was saved."
        );
    }

    private static bool Matches(RouteEndpoint endpoint, PathString path) =>
        endpoint.RoutePattern.RawText is { } raw
        && !raw.Contains('*', StringComparison.Ordinal)
        && new TemplateMatcher(TemplateParser.Parse(raw.TrimStart('/')), []).TryMatch(path, []);
}
