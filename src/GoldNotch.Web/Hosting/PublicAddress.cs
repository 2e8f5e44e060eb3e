namespace GoldNotch.Web.Hosting;

/// <summary>The address that people use, for printed codes and links.</summary>
internal static class PublicAddress
{
    /// <summary>As it was set, without a slash at its end; else that of the request, as the trusted proxies forwarded it.</summary>
    internal static string Of(HttpContext context) =>
        context.RequestServices.GetRequiredService<SiteSettings>().PublicAddress is { } set
            ? set.GetLeftPart(UriPartial.Authority)
            : $"{context.Request.Scheme}://{context.Request.Host}";
}
