using GoldNotch.Exchange;
using Microsoft.AspNetCore.Antiforgery;

namespace GoldNotch.Web.Hosting;

/// <summary>Every write of a signed-in person carries the token that this site gave to this person.</summary>
internal sealed class AntiforgeryOnWrites(RequestDelegate next, IAntiforgery antiforgery)
{
    internal const string Header = "X-Gold-Notch-Token";

    public async Task InvokeAsync(HttpContext context)
    {
        bool write =
            !HttpMethods.IsGet(context.Request.Method)
            && !HttpMethods.IsHead(context.Request.Method)
            && !HttpMethods.IsOptions(context.Request.Method);
        if (write && context.User.Identity?.IsAuthenticated == true && !await antiforgery.IsRequestValidAsync(context))
        {
            await ProblemHandler.WriteAsync(
                context,
                400,
                ProblemCode.ForgeryToken,
                "",
                $"This request lacks a good {Header} header. Reload the page; what you typed is kept."
            );
            return;
        }

        await next(context);
    }
}
