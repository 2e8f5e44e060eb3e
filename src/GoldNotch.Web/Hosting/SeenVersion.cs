using System.Globalization;
using System.Reflection;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Hosting;

/// <summary>The version that a writer saw, from If-Match, as a parameter of an endpoint: whoever asks for it cannot overwrite a change unseen.</summary>
/// <param name="Number">The version; 0 for what is new.</param>
internal sealed record SeenVersion(int Number) : IBindableFromHttpContext<SeenVersion>
{
    /// <exception cref="RefusedException">The header is missing, or is no version of ours.</exception>
    public static ValueTask<SeenVersion?> BindAsync(HttpContext context, ParameterInfo parameter) =>
        int.TryParse(context.Request.Headers.IfMatch.ToString().Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out int version)
            ? ValueTask.FromResult<SeenVersion?>(new SeenVersion(version))
            : throw new RefusedException(
                ProblemCode.VersionNeeded,
                "",
                "Say in If-Match which version you saw, so that nobody's change is overwritten unseen."
            );
}
