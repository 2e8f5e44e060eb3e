using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>The kinds of readings.</summary>
public enum ReadingKind
{
    /// <summary>Nobody has looked, or a reading was taken back.</summary>
    Unread,

    /// <summary>A value.</summary>
    Value,

    /// <summary>The camera decides.</summary>
    Automatic,

    /// <summary>This unit does not have it.</summary>
    NotFitted,
}

/// <summary>The words of reading kinds in files and in the database.</summary>
public static class ReadingKinds
{
    /// <summary>The kind of a reading.</summary>
    public static ReadingKind Of(Reading reading) =>
        reading switch
        {
            Reading.Of => ReadingKind.Value,
            Reading.Automatic => ReadingKind.Automatic,
            Reading.NotFitted => ReadingKind.NotFitted,
            _ => ReadingKind.Unread,
        };

    /// <summary>The reading of a kind; a value that is missing counts as not read.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="value">The value, where the kind has one.</param>
    public static Reading Of(ReadingKind kind, SettingValue? value) =>
        kind switch
        {
            ReadingKind.Value when value is not null => new Reading.Of(value),
            ReadingKind.Automatic => Reading.Automatic.Instance,
            ReadingKind.NotFitted => Reading.NotFitted.Instance,
            _ => Reading.Unread.Instance,
        };

    /// <summary>How a reading of a kind without a value is typed and shown; empty for a value and where nothing was read.</summary>
    public static string Typed(this ReadingKind kind) =>
        kind switch
        {
            ReadingKind.Automatic => "auto",
            ReadingKind.NotFitted => "not fitted",
            _ => "",
        };

    /// <summary>The word of a kind.</summary>
    public static string Word(this ReadingKind kind) =>
        kind switch
        {
            ReadingKind.Value => "value",
            ReadingKind.Automatic => "automatic",
            ReadingKind.NotFitted => "not-fitted",
            _ => "unread",
        };

    /// <summary>Reads a kind by its word.</summary>
    /// <exception cref="QuantityException">No kind has it.</exception>
    public static ReadingKind Parse(string? word)
    {
        foreach (ReadingKind kind in Enum.GetValues<ReadingKind>())
        {
            if (kind.Word() == word)
            {
                return kind;
            }
        }

        throw new QuantityException(
            QuantityFault.BadLabel,
            $"A reading is one of {string.Join(", ", Enum.GetValues<ReadingKind>().Select(Word))}."
        );
    }
}
