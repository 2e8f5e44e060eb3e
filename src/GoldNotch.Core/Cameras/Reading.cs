namespace GoldNotch.Core.Cameras;

/// <summary>What was found for one setting. A closed set: nothing unknown is ever a null.</summary>
public abstract record Reading
{
    private Reading() { }

    /// <summary>A value was read.</summary>
    /// <param name="Value">The value.</param>
    public sealed record Of(SettingValue Value) : Reading;

    /// <summary>The camera decides: the value floats.</summary>
    public sealed record Automatic : Reading
    {
        /// <summary>The one automatic reading.</summary>
        public static Automatic Instance { get; } = new();
    }

    /// <summary>Nobody has looked yet.</summary>
    public sealed record Unread : Reading
    {
        /// <summary>The one unread reading.</summary>
        public static Unread Instance { get; } = new();
    }

    /// <summary>The person says this unit has no such control.</summary>
    public sealed record NotFitted : Reading
    {
        /// <summary>The one not-fitted reading.</summary>
        public static NotFitted Instance { get; } = new();
    }
}
