using System.Text.Json.Serialization;

namespace GoldNotch.Data.Exchange;

// The exchange format, as it is written in files. Every field is required unless it says otherwise;
// docs/formats/exchange.schema.json publishes the same, and a test holds the two together.

/// <summary>A file of the exchange format; any of its lists may be left out.</summary>
/// <param name="Format">Always <c>gold-notch-exchange</c>.</param>
/// <param name="FormatVersion">Version of the format, 1.</param>
/// <param name="Models">Capability cards.</param>
/// <param name="Standards">Standards, each one version.</param>
/// <param name="Units">Units of the pool.</param>
/// <param name="Checks">Checks with their readings.</param>
public sealed record ExchangeDocument(
    string Format,
    int FormatVersion,
    IReadOnlyList<ModelDocument>? Models = null,
    IReadOnlyList<StandardDocument>? Standards = null,
    IReadOnlyList<UnitDocument>? Units = null,
    IReadOnlyList<CheckDocument>? Checks = null);

/// <summary>A capability card.</summary>
public sealed record ModelDocument(
    string Key,
    string Name,
    int Version,
    string Kind,
    bool FullAuto,
    LensDocument Lens,
    IReadOnlyList<FormatDocument> Formats,
    IReadOnlyList<string> Shutters,
    GainDocument Gain,
    IReadOnlyList<FilterDocument> Filters,
    ModeDocument Iris,
    WhiteBalanceDocument WhiteBalance,
    ModeDocument Focus,
    IReadOnlyDictionary<string, ControlDocument> Controls);

/// <summary>A lens.</summary>
public sealed record LensDocument(double ShortestMm, double LongestMm, string WidestAtShort, string WidestAtLong, string Smallest);

/// <summary>A recording the camera can make.</summary>
public sealed record FormatDocument(string Size, string Rate, IReadOnlyList<double> BitRatesMbps);

/// <summary>The gain control; <c>isoAtZeroGain</c> is left out where the maker gives none.</summary>
public sealed record GainDocument(IReadOnlyList<GainPositionDocument> Positions, bool Automatic, double? IsoAtZeroGain = null);

/// <summary>A gain position; <c>name</c> is empty where the control shows dB.</summary>
public sealed record GainPositionDocument(double GainDb, string Name = "");

/// <summary>A built-in filter position with its loss in stops.</summary>
public sealed record FilterDocument(string Label, double Stops);

/// <summary>Who can move a control.</summary>
public sealed record ModeDocument(bool Manual, bool Automatic);

/// <summary>The white balance control; <c>dial</c> is left out where no number can be dialled.</summary>
public sealed record WhiteBalanceDocument(
    IReadOnlyList<double> PresetsK, IReadOnlyList<string> Memories, bool Automatic, KelvinDialDocument? Dial = null);

/// <summary>Numbers white can be dialled to.</summary>
public sealed record KelvinDialDocument(double LowestK, double HighestK, double StepK);

/// <summary>Where a control is.</summary>
public sealed record ControlDocument(
    string Side, double Across, double Down, string Name, string Path, string ManualSign = "", string Trap = "");

/// <summary>A version of a standard.</summary>
public sealed record StandardDocument(
    string Key, string Name, int Version, string State, string Purpose, LightDocument Light, IReadOnlyList<NotchDocument> Notches);

/// <summary>The light a standard is made for; <c>lux</c> is left out where it changes too much to say.</summary>
public sealed record LightDocument(string Description, double TemperatureK, double MainsHz, string Lamp, double? Lux = null);

/// <summary>A notch in the field's notation, e.g. setting <c>shutter</c>, want <c>180°</c>, slack <c>⅙ stop</c>.</summary>
public sealed record NotchDocument(string Setting, string Want, string Importance, string Reason, string Slack = "none");

/// <summary>A unit of the pool.</summary>
public sealed record UnitDocument(string Tag, string Model, string Tape, string Place, string Status = "in");

/// <summary>A check with its readings; <c>signedBy</c> and <c>signedAt</c> are left out while it is open.</summary>
public sealed record CheckDocument(
    Guid Id,
    string Unit,
    string Standard,
    int StandardVersion,
    string StartedBy,
    DateTimeOffset StartedAt,
    IReadOnlyList<ReadingDocument> Readings,
    string? SignedBy = null,
    DateTimeOffset? SignedAt = null,
    string Note = "");

/// <summary>A reading as it was typed; <c>auto</c> and <c>not fitted</c> are readings too.</summary>
public sealed record ReadingDocument(string Setting, string Read, string By, DateTimeOffset At);

/// <summary>Reads and writes the exchange format strictly: an unknown or missing field is refused.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    WriteIndented = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull)]
[JsonSerializable(typeof(ExchangeDocument))]
public sealed partial class ExchangeJson : JsonSerializerContext;
