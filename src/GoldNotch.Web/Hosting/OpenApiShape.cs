using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace GoldNotch.Web.Hosting;

/// <summary>The published description of the API.</summary>
internal static class OpenApiShape
{
    internal static void Configure(OpenApiOptions options)
    {
        options.OpenApiVersion = OpenApiSpecVersion.OpenApi3_1;
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info = new OpenApiInfo
                {
                    Title = "Gold Notch",
                    Version = "1",
                    Description = "Setup sheets and checks of shared cameras. Units are in the names.",
                };

                // The address differs from machine to machine and would make the generated client differ with it.
                document.Servers?.Clear();
                return Task.CompletedTask;
            }
        );
    }
}
