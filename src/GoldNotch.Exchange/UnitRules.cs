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
        foreach (UnitFilterDocument? filter in unit.Filters ?? [])
        {
            if (filter is null)
            {
                throw new RefusedException(ProblemCode.BadValue, $"{at}/filters/{i}", "Nothing is given here; leave it out.");
            }

            Fields.Text(filter.Label, 20, $"{at}/filters/{i}/label");
            Fields.InRange(filter.Stops, 0, 33, $"{at}/filters/{i}/stops", "loss of a filter in stops");
            Fields.InRange(filter.ShiftMired ?? 0, -500, 500, $"{at}/filters/{i}/shiftMired", "colour of a filter in mired");
            Fields.InRange(filter.ShiftDuv ?? 0, -0.2, 0.2, $"{at}/filters/{i}/shiftDuv", "tint of a filter in Δuv");
            Fields.InRange(filter.UncertaintyStops ?? 0, 0, 5, $"{at}/filters/{i}/uncertaintyStops", "uncertainty in stops");
            Fields.Text(filter.By ?? "", 80, $"{at}/filters/{i++}/by", mayBeEmpty: true);
        }

        Fields.Distinct((unit.Filters ?? []).Select(f => f.Label), $"{at}/filters", "filter position");
        Fields.Each(unit.Noise ?? [], $"{at}/noise", Noise);
        Fields.Distinct((unit.Noise ?? []).Select(n => n.Base), $"{at}/noise", "base");
        Fields.Each(unit.Latitude ?? [], $"{at}/latitude", Latitude);
        Fields.Distinct((unit.Latitude ?? []).Select(l => (l.Base, l.Profile)), $"{at}/latitude", "base and profile");

        if (unit.ColourOffsetMired is { } offset)
        {
            Fields.InRange(offset, -200, 200, $"{at}/colourOffsetMired", "colour offset in mired");
        }
    }

    private static UnitNoiseDocument Noise(UnitNoiseDocument noise, string at)
    {
        Fields.Text(noise.Base, 20, $"{at}/base", mayBeEmpty: true);
        Fields.InRange(noise.GainDb, -60, 120, $"{at}/gainDb", "gain in dB");
        Fields.InRange(noise.WantedDb, 0, 80, $"{at}/wantedDb", "signal to noise in dB");
        Fields.InRange(noise.SwitchFromDb ?? 0, -60, 120, $"{at}/switchFromDb", "gain in dB");
        Fields.Text(noise.By, 80, $"{at}/by");
        return noise;
    }

    private static UnitLatitudeDocument Latitude(UnitLatitudeDocument latitude, string at)
    {
        Fields.Text(latitude.Base, 20, $"{at}/base", mayBeEmpty: true);
        Fields.Text(latitude.Profile, 60, $"{at}/profile", mayBeEmpty: true);
        Fields.InRange(latitude.HighlightStops, 0, 30, $"{at}/highlightStops", "stops above mid grey");
        Fields.InRange(latitude.ShadowStops, 0, 30, $"{at}/shadowStops", "stops below mid grey");
        Fields.Text(latitude.By, 80, $"{at}/by");
        return latitude;
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
