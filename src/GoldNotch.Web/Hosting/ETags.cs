using System.Globalization;
using GoldNotch.Exchange;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Hosting;

/// <summary>Versions as entity tags: what is edited must name the version that was seen.</summary>
internal static class ETags
{
    internal static string Of(int version) => string.Create(CultureInfo.InvariantCulture, $"\"{version}\"");

    /// <summary>The version in If-Match, or null when the header is missing or is no version of ours.</summary>
    internal static int? Seen(HttpRequest request) =>
        int.TryParse(request.Headers.IfMatch.ToString().Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out int version)
            ? version
            : null;

    internal static ProblemDetails Missing() =>
        ProblemHandler.Problem(
            428,
            ProblemCode.VersionNeeded,
            "",
            "Say in If-Match which version you saw, so that nobody's change is overwritten unseen."
        );
}
