using System.Collections.Immutable;

namespace GoldNotch.Exchange;

/// <summary>What cameras of a class usually have: a specification to begin with, all of it presumed.</summary>
/// <param name="Class">The class, in a few words.</param>
/// <param name="Specification">Without key and name; every setting that it says something about is among its presumed ones.</param>
public sealed record GenericSpecification(string Class, ModelDocument Specification);

/// <summary>The classes of camera that a first specification may begin from; they ship with the application.</summary>
public static class GenericSpecifications
{
    /// <summary>All of them, the commonest first.</summary>
    public static ImmutableArray<GenericSpecification> All { get; } = Shipped.Of("Generic", ExchangeJson.Default.GenericSpecification);
}
