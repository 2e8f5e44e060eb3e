using System.Net;
using System.Text;
using GoldNotch.Web.Hosting;
using QRCoder;

namespace GoldNotch.Web.Features.Phones;

/// <summary>
/// How a phone of the same network comes to the site over HTTPS: it takes the certificate of this machine's own authority once, and opens
/// the address. Only where the site was started for it; over plain HTTP a phone gets this page and nothing else.
/// </summary>
internal static class PhonesEndpoints
{
    private const string Page = "/phones";
    private const string Certificate = "/phones/gold-notch.crt";

    internal static void MapPhones(this IEndpointRouteBuilder app, SiteSettings settings)
    {
        if (settings is not { Authority: { } authority, PublicAddress: { } address })
        {
            return;
        }

        app.MapGet(Page, (HttpContext context) => Results.Content(Html(context, address), "text/html; charset=utf-8"))
            .ExcludeFromDescription();
        app.MapGet(Certificate, () => Results.File(authority, "application/x-x509-ca-cert", "gold-notch.crt")).ExcludeFromDescription();
    }

    /// <summary>Sends a phone that comes over plain HTTP to the page: nobody's password goes over the air unsealed.</summary>
    internal static Task SealedOnly(HttpContext context, RequestDelegate next)
    {
        bool plain = !context.Request.IsHttps && !IPAddress.IsLoopback(context.Connection.RemoteIpAddress ?? IPAddress.Loopback);
        bool free = context.Request.Path.StartsWithSegments(Page) || context.Request.Path.StartsWithSegments("/health");
        if (!plain || free)
        {
            return next(context);
        }

        context.Response.Redirect(Page);
        return Task.CompletedTask;
    }

    private static string Html(HttpContext context, Uri address)
    {
        var here = new UriBuilder(address)
        {
            Scheme = "http",
            Port = context.Connection.LocalPort,
            Path = Page,
        }.Uri;
        using var codes = new QRCodeGenerator();
        using QRCodeData data = codes.CreateQrCode(here.ToString(), QRCodeGenerator.ECCLevel.M);
        using var drawing = new SvgQRCode(data);
        string code = drawing.GetGraphic(new System.Drawing.Size(220, 220), "#1b2126", "#ffffff", drawQuietZones: true);
        return new StringBuilder()
            .Append(
                "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">"
            )
            .Append("<title>Gold Notch on a phone</title><link rel=\"icon\" href=\"data:,\"><style>")
            .Append("body{font:18px/1.5 system-ui,sans-serif;color:#1b2126;background:#f6f5f0;margin:0;padding:24px;max-width:560px}")
            .Append(
                "a.act{display:block;margin:10px 0 6px;padding:16px;border:1px solid #1b2126;border-radius:5px;color:inherit;font-weight:700;text-decoration:none;background:#fffefb}"
            )
            .Append("ol{padding-left:24px}li{margin:0 0 18px}small{color:#525b63;display:block}</style></head><body>")
            .Append("<h1>Gold Notch on a phone</h1><ol>")
            .Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"<li><a class=\"act\" href=\"{Certificate}\">Take the certificate</a>"
            )
            .Append(
                "<small>Once for each phone. The phone asks whether to trust it: it speaks for addresses of private networks alone, and was made on the machine that runs this site. "
            )
            .Append("Some phones put it among downloaded profiles or certificates; switch it on there.</small></li>")
            .Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"<li><a class=\"act\" href=\"{WebUtility.HtmlEncode(address.ToString())}\">Open Gold Notch</a>"
            )
            .Append("<small>Add it to the home screen: then it opens without network too.</small></li></ol>")
            .Append("<p>At the desk: point the phone's camera here.</p>")
            .Append(code)
            .Append("</body></html>")
            .ToString();
    }
}
