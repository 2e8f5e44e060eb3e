namespace GoldNotch.Data;

/// <summary>Who does something: the person, and the name the person has at that time.</summary>
/// <param name="Person">The person's id, which outlives every name; null where the site itself does it.</param>
/// <param name="Name">The name, as it stands under what is done.</param>
public sealed record Actor(Guid? Person, string Name)
{
    /// <summary>Something that the site does without a person.</summary>
    /// <param name="name">What is written in the place of a name.</param>
    public static Actor Site(string name) => new(null, name);
}
