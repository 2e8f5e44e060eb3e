using System.Xml.Linq;
using GoldNotch.Data;
using Microsoft.AspNetCore.DataProtection.Repositories;

namespace GoldNotch.Web.Hosting;

/// <summary>Cookie keys in the database, so that several copies of the site accept each other's cookies.</summary>
internal sealed class KeyRing(PersonStore store) : IXmlRepository
{
    public IReadOnlyCollection<XElement> GetAllElements() => [.. store.KeyRing().Select(XElement.Parse)];

    public void StoreElement(XElement element, string friendlyName) =>
        store.AddKey(friendlyName, element.ToString(SaveOptions.DisableFormatting));
}
