using System.Globalization;
using System.Text.Json;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Units;
using static GoldNotch.Imaging.ClipHeader;

namespace GoldNotch.Imaging;

/// <summary>Says what a clip declares in the words of the field, from the words of the tool that reads it.</summary>
internal static class ClipHeads
{
    internal static ClipHead Of(JsonElement found, JsonElement picture, PixelLayout layout, bool isLegal, int pictures)
    {
        JsonElement format = Part(found, "format");
        double seconds = Number(format, "duration") ?? Number(picture, "duration") ?? 0;
        double? bytes = Number(format, "size");
        string codec = Text(picture, "codec_name") ?? "";
        return new ClipHead
        {
            Width = (int)(Number(picture, "width") ?? 0),
            Height = (int)(Number(picture, "height") ?? 0),
            Rate = Rate(Text(picture, "avg_frame_rate"))
                ?? Rate(Text(picture, "r_frame_rate"))
                ?? throw new PictureRefusedException(
                    PictureRefusal.Unreadable,
                    "The clip does not say how many frames it has in a second. Choose the file of the camera."
                ),
            IsVariable = false,
            Scan = Text(picture, "field_order") is "tt" or "bb" or "tb" or "bt" ? Scan.Interlaced : Scan.Progressive,
            Codec = codec,
            Profile = Text(picture, "profile"),
            Bits = layout.Bits,
            Chroma = layout.Kind == PixelKind.YCbCr ? Chroma(layout) : null,
            IsLegal = isLegal,
            Matrix = Colour(Text(picture, "color_space")),
            Primaries = Colour(Text(picture, "color_primaries")),
            Curve = Curve(Text(picture, "color_transfer")),
            BitRate = Number(picture, "bit_rate") ?? (bytes is { } size && seconds > 0 ? size * 8 / seconds : null),
            Seconds = seconds,
            Timecode = Timecode(found, picture),
            Created = Tag(format, "creation_time") ?? Tag(picture, "creation_time"),
            Pictures = pictures,
            Sound =
            [
                .. Sounds(found)
                    .Select(s => new ClipSound(
                        Text(s, "codec_name") ?? "",
                        (int)(Number(s, "channels") ?? 0),
                        (int)(Number(s, "sample_rate") ?? 0),
                        BitsOf(s)
                    )),
            ],
        };
    }

    // Some containers keep it in a stream of its own.
    private static string? Timecode(JsonElement found, JsonElement picture) =>
        Tag(picture, "timecode")
        ?? Tag(Part(found, "format"), "timecode")
        ?? Items(found, "streams").Select(s => Tag(s, "timecode")).FirstOrDefault(t => t is not null);

    private static string? Tag(JsonElement of, string name) =>
        Part(of, "tags") is { ValueKind: JsonValueKind.Object } tags
            ? tags.EnumerateObject()
                .Where(t => string.Equals(t.Name, name, StringComparison.OrdinalIgnoreCase))
                .Select(t => t.Value.GetString())
                .FirstOrDefault()
            : null;

    private static FrameRate? Rate(string? text)
    {
        if (
            text?.Split('/') is not [var above, var below]
            || !long.TryParse(above, NumberStyles.None, CultureInfo.InvariantCulture, out long numerator)
            || !long.TryParse(below, NumberStyles.None, CultureInfo.InvariantCulture, out long denominator)
            || numerator <= 0
            || denominator <= 0
        )
        {
            return null;
        }

        // Averages of odd durations have long fractions.
        while (numerator > int.MaxValue || denominator > int.MaxValue)
        {
            (numerator, denominator) = (numerator / 2, Math.Max(1, denominator / 2));
        }

        try
        {
            return new FrameRate((int)numerator, (int)denominator);
        }
        catch (QuantityException)
        {
            return null;
        }
    }

    private static int? BitsOf(JsonElement sound) =>
        Number(sound, "bits_per_raw_sample") is { } raw and > 0 ? (int)raw
        : Number(sound, "bits_per_sample") is { } each and > 0 ? (int)each
        : null;

    private static string Chroma(PixelLayout layout) =>
        (layout.ChromaAcross, layout.ChromaDown) switch
        {
            (0, 0) => "4:4:4",
            (1, 0) => "4:2:2",
            (0, 1) => "4:4:0",
            (2, 0) => "4:1:1",
            (2, 2) => "4:1:0",
            _ => "4:2:0",
        };

    private static string? Colour(string? name) =>
        name switch
        {
            "bt709" => "BT.709",
            "bt2020nc" or "bt2020c" or "bt2020" => "BT.2020",
            "smpte170m" or "bt470bg" or "fcc" => "BT.601",
            "smpte432" or "smpte431" => "P3",
            "gbr" => "RGB",
            _ => name,
        };

    private static string? Curve(string? name) =>
        name switch
        {
            "bt709" or "smpte170m" or "bt2020-10" or "bt2020-12" => "BT.709",
            "arib-std-b67" => "HLG",
            "smpte2084" => "PQ",
            "iec61966-2-1" => "sRGB",
            _ => name,
        };
}
