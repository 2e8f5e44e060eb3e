using GoldNotch.Core.Cameras;

namespace GoldNotch.Exchange;

/// <summary>What a unit's fields may be.</summary>
public static class UnitRules
{
    /// <summary>Refuses a unit that cannot be kept, naming the field.</summary>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static void Check(UnitDocument unit, string at)
    {
        Check(unit.Tag, unit.Tape, unit.Place, unit.Status, at);
        int i = 0;
        foreach (FilterDocument? filter in unit.Filters ?? [])
        {
            if (filter is null)
            {
                throw new RefusedException(ProblemCode.BadValue, $"{at}/filters/{i}", "Nothing is given here; leave it out.");
            }

            Fields.Text(filter.Label, 20, $"{at}/filters/{i}/label");
            Fields.InRange(filter.Stops, 0, 33, $"{at}/filters/{i++}/stops", "loss of a filter in stops");
        }

        if (unit.ColourOffsetMired is { } offset)
        {
            Fields.InRange(offset, -200, 200, $"{at}/colourOffsetMired", "colour offset in mired");
        }
    }

    /// <summary>Refuses what cannot be kept, naming the field.</summary>
    /// <exception cref="RefusedException">A field cannot be.</exception>
    public static void Check(string tag, string tape, string place, string status, string at)
    {
        if (tag.Length is 0 or > 30 || !tag.All(c => char.IsAsciiLetterUpper(c) || char.IsAsciiDigit(c) || c == '-') || tag[0] == '-')
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/tag",
                "A tag is made of capital letters, digits and hyphens, at most 30, like OBG-101."
            );
        }

        if (tape.Length > 30)
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/tape", "The colour of the tape has at most 30 characters.");
        }

        if (place.Length > 120)
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/place", "The place has at most 120 characters.");
        }

        if (!UnitStatuses.Words.Contains(status))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"{at}/status",
                $"The status is one of {string.Join(", ", UnitStatuses.Words)}."
            );
        }
    }
}
