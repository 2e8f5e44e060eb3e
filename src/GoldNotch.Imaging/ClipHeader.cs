using System.Globalization;
using System.Text.Json;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Frames;

namespace GoldNotch.Imaging;

/// <summary>What a clip says of its picture.</summary>
/// <param name="Stream">Number of the stream that is read; cover pictures do not count.</param>
/// <param name="Width">Pixels a row, as stored.</param>
/// <param name="Height">Rows, as stored.</param>
/// <param name="Layout">How its samples are decoded.</param>
/// <param name="Matrix">Matrix of its Y′CbCr; BT.709 where it declares none.</param>
/// <param name="IsLegal">Whether its codes are of legal range: as declared, else legal unless the pixel format is full by name.</param>
/// <param name="Turn">How it is turned upright.</param>
/// <param name="Declared">Curve and primaries that it declares.</param>
/// <param name="Seconds">Duration; null where it does not say.</param>
/// <param name="SoundStreams">Numbers of its streams of sound.</param>
/// <param name="Head">All it says of itself; whether its frames come evenly is looked for apart.</param>
public sealed record ClipHeader(
    int Stream,
    int Width,
    int Height,
    PixelLayout Layout,
    ColourMatrix Matrix,
    bool IsLegal,
    Turn Turn,
    DeclaredColour? Declared,
    double? Seconds,
    IReadOnlyList<int> SoundStreams,
    ClipHead Head
)
{
    /// <summary>Reads what the tool found out about a file.</summary>
    /// <param name="found">Its report, streams and format, as JSON.</param>
    /// <exception cref="PictureRefusedException">There is no picture in it, or one that is not read.</exception>
    internal static ClipHeader Of(JsonElement found)
    {
        JsonElement[] pictures =
        [
            .. Streams(found).Where(s => Text(s, "codec_type") == "video" && Number(Part(s, "disposition"), "attached_pic") is not > 0),
        ];
        JsonElement picture = pictures.FirstOrDefault();
        if (picture.ValueKind == JsonValueKind.Undefined)
        {
            throw new PictureRefusedException(
                PictureRefusal.Unreadable,
                "There is no picture in this clip. Choose the file of the camera."
            );
        }

        (long width, long height) = ((long)(Number(picture, "width") ?? 0), (long)(Number(picture, "height") ?? 0));
        StillHeader.Admit(width, height, "clip");
        string format = Text(picture, "pix_fmt") ?? "";
        PixelLayout layout = PixelLayout.Of(format)
            ?? throw new PictureRefusedException(
                PictureRefusal.Unreadable,
                format.Length == 0
                    ? "The clip is damaged and cannot be read. Copy it from the card again."
                    : $"The clip keeps its picture in a way that is not read ({format}). Save it in another codec."
            );
        string? range = Text(picture, "color_range");
        bool isLegal = range is { } said
            ? said is "tv" or "mpeg"
            : !layout.IsFullByName && layout.Kind is PixelKind.YCbCr or PixelKind.Grey;
        ColourMatrix matrix = Text(picture, "color_space") switch
        {
            "bt470bg" or "smpte170m" or "fcc" => ColourMatrix.Bt601,
            "bt2020nc" or "bt2020c" => ColourMatrix.Bt2020,
            _ => ColourMatrix.Bt709,
        };
        bool is2020 = Text(picture, "color_primaries") == "bt2020";
        DeclaredColour? declared = DeclaredColour.OfCodes(is2020 ? 9 : 1, Transfer(Text(picture, "color_transfer")), isLegal);
        double degrees = Items(picture, "side_data_list").Select(d => Number(d, "rotation")).FirstOrDefault(r => r is not null) ?? 0;
        return new ClipHeader(
            (int)(Number(picture, "index") ?? 0),
            (int)width,
            (int)height,
            layout,
            matrix,
            isLegal,
            Turn.OfDegrees(degrees),
            declared,
            Number(picture, "duration") ?? Number(Part(found, "format"), "duration"),
            [.. Sounds(found).Select(s => (int)(Number(s, "index") ?? 0))],
            ClipHeads.Of(found, picture, layout, isLegal, pictures.Length)
        );
    }

    internal static IEnumerable<JsonElement> Sounds(JsonElement found) =>
        Streams(found).Where(s => Text(s, "codec_type") == "audio" && Number(s, "channels") > 0 && Number(s, "sample_rate") > 0);

    private static int Transfer(string? name) =>
        name switch
        {
            "bt709" => 1,
            "smpte170m" => 6,
            "bt2020-10" => 14,
            "bt2020-12" => 15,
            "iec61966-2-1" => 13,
            "smpte2084" => 16,
            "arib-std-b67" => 18,
            _ => 2,
        };

    private static IEnumerable<JsonElement> Streams(JsonElement found) => Items(found, "streams");

    internal static IEnumerable<JsonElement> Items(JsonElement of, string name) =>
        of.ValueKind == JsonValueKind.Object && of.TryGetProperty(name, out JsonElement list) && list.ValueKind == JsonValueKind.Array
            ? list.EnumerateArray()
            : [];

    internal static JsonElement Part(JsonElement of, string name) =>
        of.ValueKind == JsonValueKind.Object && of.TryGetProperty(name, out JsonElement part) ? part : default;

    internal static string? Text(JsonElement of, string name) =>
        Part(of, name) is { ValueKind: JsonValueKind.String } text && text.GetString() is { } value && value is not ("unknown" or "")
            ? value
            : null;

    internal static double? Number(JsonElement of, string name) =>
        Part(of, name) switch
        {
            { ValueKind: JsonValueKind.Number } number => number.GetDouble(),
            { ValueKind: JsonValueKind.String } text
                when double.TryParse(text.GetString(), NumberStyles.Float, CultureInfo.InvariantCulture, out double value) => value,
            _ => null,
        };
}
