using System.Globalization;

namespace GoldNotch.Web.Hosting;

/// <summary>Versions as entity tags: what is read says its version, and who changes it sends that back as <see cref="SeenVersion"/>.</summary>
internal static class ETags
{
    internal static string Of(int version) => string.Create(CultureInfo.InvariantCulture, $"\"{version}\"");
}
