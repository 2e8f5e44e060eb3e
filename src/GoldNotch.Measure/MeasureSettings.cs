using System.Text.Json;
using System.Text.Json.Serialization;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;

namespace GoldNotch.Measure;

/// <summary>What the tool is told of a picture.</summary>
/// <param name="Curve">BT.709, HLG, sRGB or Log; what the file declares where nothing is said, else sRGB for a still and BT.709 for a clip.</param>
/// <param name="Params">The numbers of a log curve.</param>
/// <param name="ClipLevel">Signal at which its highlights end.</param>
/// <param name="KSet">Kelvin that the camera was set to.</param>
/// <param name="Range">legal or full.</param>
/// <param name="AtS">Where in a clip, seconds.</param>
internal sealed record MeasureSettings(
    string? Curve = null,
    LogParameters? Params = null,
    double? ClipLevel = null,
    double? KSet = null,
    string? Range = null,
    double AtS = 0
)
{
    internal bool? IsLegal =>
        Range switch
        {
            null => null,
            "legal" => true,
            "full" => false,
            _ => throw new JsonException($"range is legal or full, not {Range}"),
        };

    internal Kelvin? Set => KSet is { } kelvin ? new Kelvin(kelvin) : null;

    internal PictureProfile Profile(PictureFile file) => Profile(file.Declared, file.Kind.IsStill());

    internal PictureProfile Profile(DeclaredColour? of, bool isStill)
    {
        ToneCurve curve = Curve switch
        {
            null => of is { } declared
                ? declared.Curve ?? throw new JsonException($"the file is in {declared.CurveName}, which is not read: name a curve")
                : ToneCurve.Named(isStill ? "sRGB" : "BT.709"),
            "Log" => (Params ?? throw new JsonException("a log curve needs its params")).Curve,
            _ => ToneCurve.Named(Curve),
        };
        return new PictureProfile(curve, ClipLevel ?? 1, of?.Is2020 ?? false);
    }
}

/// <summary>The numbers of a log curve, as a specification has them.</summary>
internal sealed record LogParameters(double A, double B, double C, double D, double E, double F, double Cut)
{
    internal ToneCurve Curve => new ToneCurve.Log(A, B, C, D, E, F, Cut);
}

/// <summary>A region as it is written.</summary>
internal sealed record RegionText(double X, double Y, double W, double H, string Shape = "rectangle")
{
    internal FrameRegion Region => new(Shape == "ellipse" ? RegionShape.Ellipse : RegionShape.Rectangle, X, Y, W, H);
}

/// <summary>A file of a list, or what stands in a settings file.</summary>
internal sealed record MeasureTask(
    string? File = null,
    MeasureSettings? Settings = null,
    IReadOnlyDictionary<string, RegionText>? Regions = null
)
{
    /// <summary>Reads a settings file: <c>settings</c> and <c>regions</c>, or the settings themselves beside the regions.</summary>
    internal static MeasureTask Read(ReadOnlySpan<byte> json)
    {
        MeasureTask task = JsonSerializer.Deserialize(json, MeasureJson.Default.MeasureTask)!;
        return task.Settings is null
            ? task with
            {
                Settings = JsonSerializer.Deserialize(json, MeasureJson.Default.MeasureSettings),
            }
            : task;
    }
}

/// <summary>A measurement over several files of a list.</summary>
internal sealed record MeasureSet(
    string Measure,
    string? File = null,
    IReadOnlyList<string>? Files = null,
    string? Reference = null,
    string? Region = null,
    MeasureSettings? Settings = null,
    IReadOnlyList<string>? Subjects = null,
    string? Clear = null,
    double OpenedStops = 0,
    IReadOnlyList<double>? GainsDb = null,
    IReadOnlyList<double>? PositionsDb = null,
    double? WantedDb = null
);

/// <summary>The list of a folder.</summary>
internal sealed record MeasureList(IReadOnlyList<MeasureTask> Files, IReadOnlyList<MeasureSet>? Sets = null);

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.SnakeCaseLower,
    RespectRequiredConstructorParameters = true,
    ReadCommentHandling = JsonCommentHandling.Skip,
    AllowTrailingCommas = true
)]
[JsonSerializable(typeof(MeasureList))]
[JsonSerializable(typeof(MeasureTask))]
[JsonSerializable(typeof(MeasureSettings))]
internal sealed partial class MeasureJson : JsonSerializerContext;
