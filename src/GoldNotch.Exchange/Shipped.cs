using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace GoldNotch.Exchange;

/// <summary>Documents that ship inside the application, a file each.</summary>
internal static class Shipped
{
    /// <summary>Those of a folder, in the order of their file names.</summary>
    internal static ImmutableArray<T> Of<T>(string folder, JsonTypeInfo<T> type) =>
        [
            .. typeof(Shipped)
                .Assembly.GetManifestResourceNames()
                .Where(name => name.StartsWith(folder + "/", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
                .Select(name =>
                {
                    using Stream json = typeof(Shipped).Assembly.GetManifestResourceStream(name)!;
                    return JsonSerializer.Deserialize(json, type) ?? throw new InvalidOperationException($"{name} holds nothing.");
                }),
        ];
}
