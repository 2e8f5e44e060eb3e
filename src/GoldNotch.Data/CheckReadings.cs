using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Exchange;

namespace GoldNotch.Data;

/// <summary>Readings between what is typed, what is kept and what the core judges.</summary>
public static class CheckReadings
{
    /// <summary>A reading as it is kept; a value is kept as it was typed.</summary>
    public static StoredReading ToStored(Setting setting, Reading reading, string typed, string by, DateTimeOffset at, int version) =>
        new(setting, ReadingKinds.Of(reading), reading is Reading.Of ? typed.Trim() : "", by, at, version)
        {
            Value = reading is Reading.Of of ? of.Value : null,
        };

    /// <summary>Reads several: those as found before those as left, each in the order of the work whatever order they came in, since an angle and a bit
    /// rate depend on the format. They keep the order in which they came.</summary>
    /// <param name="sheet">The sheet they are read against.</param>
    /// <param name="typed">What was typed for each setting, with who read it and when.</param>
    /// <param name="at">JSON pointer to the list.</param>
    /// <exception cref="RefusedException">One cannot be read, or a setting comes twice in a stage.</exception>
    public static IReadOnlyList<StoredReading> ReadAll(Sheet sheet, IReadOnlyList<ReadingDocument> typed, string at)
    {
        var inOrder = typed
            .Select(
                (one, i) =>
                    (
                        One: one ?? throw new RefusedException(ProblemCode.BadValue, $"{at}/{i}", "Nothing is given here; leave it out."),
                        At: $"{at}/{i}",
                        Place: i,
                        Setting: RefusedException.At($"{at}/{i}/setting", () => SettingDefinition.Parse(one.Setting))
                    )
            )
            .Select(r => (r.One, r.At, r.Place, r.Setting, Stage: StageOf(r.One.Stage, $"{r.At}/stage")))
            .OrderBy(r => r.Stage)
            .ThenBy(r => r.Setting);
        Dictionary<Setting, Reading> readings = [];
        HashSet<(CheckStage, Setting)> seen = [];
        List<(int Place, StoredReading Reading)> kept = [];
        foreach ((ReadingDocument one, string where, int place, Setting setting, CheckStage stage) in inOrder)
        {
            if (!seen.Add((stage, setting)))
            {
                throw new RefusedException(
                    ProblemCode.BadValue,
                    $"{where}/setting",
                    $"{one.Setting} is read twice in this check; keep one."
                );
            }

            Reading reading = RefusedException.At($"{where}/read", () => ReadingParser.Parse(setting, sheet, one.Read, readings));
            readings[setting] = reading;
            kept.Add(
                (
                    place,
                    ToStored(setting, reading, one.Read, one.By, one.At, 1) with
                    {
                        Stage = stage,
                        FromCamera = one.FromCamera,
                        FromClip = one.FromClip,
                    }
                )
            );
        }

        return [.. kept.OrderBy(k => k.Place).Select((k, i) => k.Reading with { Order = i + 1 })];
    }

    /// <summary>The stage of a word.</summary>
    /// <exception cref="RefusedException">Neither <c>found</c> nor <c>left</c>.</exception>
    public static CheckStage StageOf(string? word, string at) =>
        word switch
        {
            null or "found" => CheckStage.Found,
            "left" => CheckStage.Left,
            _ => throw new RefusedException(ProblemCode.BadValue, at, "A reading is of the stage found, or left after correcting."),
        };

    /// <summary>Kept readings as the core judges them: each stage in the order of the work, since an angle and a bit rate depend on the format.</summary>
    public static IReadOnlyList<StampedReading> ToCore(Sheet sheet, IEnumerable<StoredReading> kept)
    {
        Dictionary<Setting, Reading> readings = [];
        List<StampedReading> stamped = [];
        foreach (StoredReading reading in kept.OrderBy(r => r.Stage).ThenBy(r => r.Setting))
        {
            Reading read = ReadingKinds.Of(reading.Kind, reading.Value is { } value ? AtRate(value, sheet, readings) : null);
            if (read is not Reading.Unread || reading.Stage == CheckStage.Found)
            {
                readings[reading.Setting] = read;
            }

            stamped.Add(new StampedReading(reading.Setting, reading.Stage, read, reading.Order));
        }

        return stamped;
    }

    /// <summary>A check as it goes into a file: what was taken back is left out.</summary>
    public static CheckDocument ToDocument(WholeCheck whole)
    {
        StoredCheck c = whole.Check;
        return new CheckDocument(
            c.Id,
            c.UnitTag,
            c.StandardKey,
            c.StandardVersion,
            c.StartedBy,
            c.StartedAt,
            [
                .. whole
                    .Readings.Where(r => r.Kind != ReadingKind.Unread)
                    .Select(r => new ReadingDocument(
                        SettingDefinition.Of(r.Setting).Key,
                        r.Kind == ReadingKind.Value ? r.Typed : r.Kind.Typed(),
                        r.By,
                        r.At,
                        r.Stage == CheckStage.Left ? "left" : "found",
                        r.FromCamera,
                        r.FromClip
                    )),
            ],
            c.SignedBy,
            c.SignedAt,
            c.Note
        );
    }

    // An angle stays an angle: its time is that of the rate the camera is at.
    private static SettingValue AtRate(SettingValue value, Sheet sheet, Dictionary<Setting, Reading> readings)
    {
        SettingValue.Format? format =
            (readings.GetValueOrDefault(Setting.RecordFormat) as Reading.Of)?.Value as SettingValue.Format
            ?? sheet.Target<SettingValue.Format>(Setting.RecordFormat);
        return value is SettingValue.Speed { Angle: { } angle } && format is not null
            ? new SettingValue.Speed(angle.At(format.Rate.Frames), angle)
            : value;
    }
}
