using GoldNotch.Exchange;

namespace GoldNotch.Web.Hosting;

/// <summary>Refuses a request whose address or JSON body holds text that nobody can keep, before anything is made of it.</summary>
internal sealed class SoundBodies(RequestDelegate next)
{
    private const string Said = "a text holds half of a character, or a sign that no text has (U+0000). Nothing was saved.";

    public async Task InvokeAsync(HttpContext context)
    {
        HttpRequest request = context.Request;
        if (!SoundText.IsSound(Uri.UnescapeDataString(request.QueryString.Value ?? "")) || !SoundText.IsSound(request.Path.Value))
        {
            await ProblemHandler.WriteAsync(context, 400, ProblemCode.BadRequest, "", $"In the address {Said}");
            return;
        }

        // Files are looked at by the importer, which says line and column.
        bool file = request.Path.StartsWithSegments("/api/import");
        if (request.HasJsonContentType() && !file)
        {
            request.EnableBuffering();
            using var body = new MemoryStream();
            await request.Body.CopyToAsync(body, context.RequestAborted);
            request.Body.Position = 0;
            if (SoundText.UnsoundAt(body.GetBuffer().AsSpan(0, (int)body.Length)) is { } at)
            {
                await ProblemHandler.WriteAsync(context, 400, ProblemCode.BadJson, at, $"In this request {Said}");
                return;
            }
        }

        await next(context);
    }
}
