using System.Collections.Immutable;
using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What a clip answers of a setting, written as a person would type it.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Typed">What would be typed.</param>
public readonly record struct ClipReading(Setting Setting, string Typed);

/// <summary>The settings that a clip answers: what it says of itself, and the level of the voice in it. (Section 18.)</summary>
public static class ClipReadings
{
    /// <summary>The department's word for a codec that keeps every frame by itself.</summary>
    public const string EveryFrame = "every frame";

    /// <summary>The department's word for a codec that keeps what changes.</summary>
    public const string LongFrame = "long-frame";

    // A camera holds its bit rate about so well; a still scene needs less than it is given.
    private const double RateWithin = 0.2;

    /// <summary>Whether a model records what the clip says it is; null where the clip comes at uneven times or the model states no format.</summary>
    /// <param name="head">What the clip says of itself.</param>
    /// <param name="model">The model.</param>
    public static bool? IsPossible(ClipHead head, CameraModel model) =>
        head.IsVariable || model.Formats.IsEmpty ? null : FormatOf(head, model) is not null;

    /// <summary>What it answers, in the order of the work.</summary>
    /// <param name="clip">The clip.</param>
    /// <param name="model">The model it was recorded with.</param>
    public static ImmutableArray<ClipReading> Of(ClipFigures clip, CameraModel model)
    {
        ClipHead head = clip.Head;
        RecordFormat? format = FormatOf(head, model);
        List<ClipReading> read = [];
        void Add(Setting setting, string? typed)
        {
            if (typed is not null)
            {
                read.Add(new ClipReading(setting, typed));
            }
        }

        Add(Setting.RecordFormat, format is null ? null : $"{format.Size.Label()} {format.Rate.Label()}");
        Add(
            Setting.Codec,
            head.IsEveryFrame switch
            {
                _ when head.Codec.Contains("raw", StringComparison.OrdinalIgnoreCase) => null,
                true => EveryFrame,
                false => LongFrame,
                null => null,
            }
        );
        Add(Setting.BitDepth, head.Bits.ToString(CultureInfo.InvariantCulture));
        Add(Setting.BitRate, Nearest(head, format));
        Add(Setting.Profile, ProfileOf(head, model));
        Add(Setting.AudioPeakLevel, Voice(clip));
        Add(
            Setting.AudioFormat,
            head.Sound.Count == 0 ? null
                : head.Sound.All(s => s.Codec.StartsWith("pcm", StringComparison.Ordinal) || s.Codec == "flac") ? "linear PCM"
                : "compressed"
        );
        Add(
            Setting.TimecodeCount,
            head.Timecode is null || !CountsBoth(head.Rate) ? null
                : head.Timecode.Contains(';', StringComparison.Ordinal) ? "drop-frame"
                : "non-drop"
        );
        Add(
            Setting.TimecodeHour,
            head.Timecode is { Length: > 2 } code && int.TryParse(code[..2], NumberStyles.None, CultureInfo.InvariantCulture, out int hour)
                ? hour.ToString(CultureInfo.InvariantCulture)
                : null
        );
        Add(Setting.TestClip, "yes");
        return [.. read.OrderBy(r => r.Setting)];
    }

    // By its size and its rate; what the file calls progressive may be segmented in the camera's words.
    private static RecordFormat? FormatOf(ClipHead head, CameraModel model) =>
        head.IsVariable
            ? null
            : model
                .Formats.Where(f => f.Size.Width == head.Width && f.Size.Height == head.Height && f.Rate.Frames == head.Rate)
                .OrderBy(f => f.Rate.Scan == head.Scan ? 0 : 1)
                .FirstOrDefault(f => f.Rate.Scan == head.Scan || (f.Rate.Scan == Scan.Segmented && head.Scan == Scan.Progressive));

    private static string? Nearest(ClipHead head, RecordFormat? format)
    {
        if (head.BitRate is not { } bits || format is null || format.BitRates.IsEmpty)
        {
            return null;
        }

        double megabits = bits / 1e6;
        BitRate nearest = format.BitRates.MinBy(r => Math.Abs(r.Megabits - megabits));
        return Math.Abs(nearest.Megabits - megabits) <= RateWithin * nearest.Megabits ? Notation.Number(nearest.Megabits, 3) : null;
    }

    // Nearly every file declares BT.709: only another curve tells of a profile.
    private static string? ProfileOf(ClipHead head, CameraModel model)
    {
        string[] profiles = head.Curve is null or "BT.709"
            ? []
            : [.. model.Curves.Where(c => c.Value.Name == head.Curve).Select(c => c.Key)];
        return profiles is [var one] ? one : null;
    }

    // The loudest voice is what the level was set for; a lower spare follows it.
    private static string? Voice(ClipFigures clip)
    {
        double[] peaks =
        [
            .. clip
                .Parts.SelectMany(p => p.Sound?.Channels ?? [])
                .Where(c => !c.Levels.IsSilent)
                .Select(c => c.Voice.Peaks)
                .OfType<double>(),
        ];
        return peaks.Length == 0 ? null : Notation.Number(Math.Min(0, Math.Round(peaks.Max())));
    }

    private static bool CountsBoth(FrameRate rate) => rate.Denominator == 1001 && rate.Numerator % 30_000 == 0;
}
