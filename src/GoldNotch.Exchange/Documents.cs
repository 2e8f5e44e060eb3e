using System.Text.Json.Serialization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;

namespace GoldNotch.Exchange;

// The exchange format, as it is written in files. Every field is required unless it says otherwise;
// docs/formats/exchange.schema.json publishes the same, and a test holds the two together.

/// <summary>A file of the exchange format; any of its lists may be left out.</summary>
/// <param name="Format">Always <c>gold-notch-exchange</c>.</param>
/// <param name="FormatVersion">Version of the format, 1.</param>
/// <param name="Models">Capability cards.</param>
/// <param name="Standards">Standards, each one version.</param>
/// <param name="Units">Units of the pool.</param>
/// <param name="Checks">Checks with their readings.</param>
/// <param name="Sheets">Compiled sheets; coming in they are worked out again and compared.</param>
/// <param name="LineUps">Line-ups of several cameras.</param>
/// <param name="Matches">What units needed at their matches.</param>
/// <param name="Kits">Kits of units.</param>
/// <param name="Pools">Loose things.</param>
/// <param name="Shoots">Shoots.</param>
/// <param name="Loans">Loans with what was done with them.</param>
/// <param name="Practice">Finished tries of exercises.</param>
/// <param name="CheckOffs">Check-offs of people.</param>
public sealed record ExchangeDocument(
    string Format,
    int FormatVersion,
    IReadOnlyList<ModelDocument>? Models = null,
    IReadOnlyList<StandardDocument>? Standards = null,
    IReadOnlyList<UnitDocument>? Units = null,
    IReadOnlyList<CheckDocument>? Checks = null,
    IReadOnlyList<SheetDocument>? Sheets = null,
    IReadOnlyList<LineUpDocument>? LineUps = null,
    IReadOnlyList<UnitMatchDocument>? Matches = null,
    IReadOnlyList<KitDocument>? Kits = null,
    IReadOnlyList<PoolDocument>? Pools = null,
    IReadOnlyList<ShootDocument>? Shoots = null,
    IReadOnlyList<LoanDocument>? Loans = null,
    IReadOnlyList<PracticeTryDocument>? Practice = null,
    IReadOnlyList<CheckOffDocument>? CheckOffs = null
)
{
    /// <summary>Name of the format.</summary>
    public const string FormatName = "gold-notch-exchange";

    /// <summary>The version that is read and written here.</summary>
    public const int ThisVersion = 2;

    /// <summary>An empty file of this format and version.</summary>
    public static ExchangeDocument Empty { get; } = new(FormatName, ThisVersion);
}

/// <summary>A version of a standard.</summary>
/// <param name="Key">Key in files and addresses.</param>
/// <param name="Name">Name as spoken.</param>
/// <param name="Version">Version, 1 and up.</param>
/// <param name="State"><c>draft</c>, <c>approved</c> or <c>retired</c>.</param>
/// <param name="Purpose">What it is for.</param>
/// <param name="Light">The light it is made for.</param>
/// <param name="Notches">What it asks for.</param>
/// <param name="Use">What the footage is for: <c>general</c>, <c>live</c>, <c>web</c>, <c>film</c>, <c>slow-motion</c>, <c>stills</c>.</param>
/// <param name="PlannedMinutes">Minutes to be recorded.</param>
/// <param name="Circumstances">Circumstances that differ from the usual, e.g. <c>by hand</c>, <c>cut with others</c>.</param>
/// <param name="Policies">Options that differ from the default, by matter.</param>
/// <param name="Exposure">A noise limit, offsets by kind of curve, levels by curve; left out where none is stated.</param>
/// <param name="Sound">Microphones, headphones and a recorder apart; left out where nobody has said.</param>
/// <param name="IntervalDays">Days after which a unit is to be checked again; left out where only a loan asks for it.</param>
public sealed record StandardDocument(
    string Key,
    string Name,
    int Version,
    string State,
    string Purpose,
    LightDocument Light,
    IReadOnlyList<NotchDocument> Notches,
    string Use = "general",
    double? PlannedMinutes = null,
    IReadOnlyList<string>? Circumstances = null,
    IReadOnlyDictionary<string, string>? Policies = null,
    int? IntervalDays = null,
    ExposureDocument? Exposure = null,
    SoundDocument? Sound = null
);

/// <summary>What there is to record sound with: the microphones in the order of their weight.</summary>
public sealed record SoundDocument(IReadOnlyList<MicrophoneDocument> Microphones, bool Headphones = true, bool RecorderApart = false);

/// <summary>A microphone: <c>kind</c> is condenser, dynamic, plug-in or line.</summary>
public sealed record MicrophoneDocument(string Name, string Kind, bool Wireless = false, bool Spare = false, bool Loud = false);

/// <summary>What a department states of exposure beyond single settings: noise over 0 dB at the most, stops over the meter on log and on other curves, levels by curve.</summary>
public sealed record ExposureDocument(
    double? NoiseLimitDb = null,
    double OffsetLogStops = 0,
    double OffsetStops = 0,
    IReadOnlyList<CurveLevelsDocument>? Levels = null
);

/// <summary>Levels of grey, skin and white on one picture profile, in per cent of the recorded scale.</summary>
public sealed record CurveLevelsDocument(string Curve, double? GreyPercent = null, double? SkinPercent = null, double? WhitePercent = null);

/// <summary>The light a standard is made for; <c>lux</c> is left out where it changes too much to say.</summary>
public sealed record LightDocument(string Description, double TemperatureK, double MainsHz, string Lamp, double? Lux = null);

/// <summary>A notch in the field's notation, e.g. setting <c>shutter</c>, want <c>180°</c>, tolerance <c>⅙ stop</c>; <c>when</c> names conditions.
/// A reason may be empty; <c>reasonFrom</c> names the standard it was copied from, until somebody says that it holds here.</summary>
public sealed record NotchDocument(
    string Setting,
    string Require,
    string Importance,
    string Reason,
    string Tolerance = "none",
    IReadOnlyList<string>? When = null,
    string? ReasonFrom = null
)
{
    /// <summary>A notch as it is written in files: an iris between two marks with its digits, since a mark would round it.</summary>
    public static NotchDocument Of(Notch notch) =>
        new(
            SettingDefinition.Of(notch.Setting).Key,
            notch.Requirement is Requirement.Iris { Number: { Mark: null } number } iris
                ? number.Engraved() + (iris.TakesUpTheRest ? ", takes up the rest" : "")
                : notch.Requirement.Text,
            Fields.Word(notch.Importance),
            notch.Reason.Length > 400 ? notch.Reason[..399] + "…" : notch.Reason,
            notch.Tolerance.Amount == 0 ? "none" : notch.Tolerance.ToleranceLabel(),
            notch.When.IsEmpty ? null : [.. notch.When.Select(ConditionWords.Of)],
            notch.ReasonFrom.Length == 0 ? null : notch.ReasonFrom
        );
}

/// <summary>A unit of the pool; <c>filters</c>, <c>noise</c> and <c>latitude</c> are what was measured on this very unit, <c>colourOffsetMired</c> what it needs to match the reference.</summary>
public sealed record UnitDocument(
    string Tag,
    string Model,
    string Tape,
    string Place,
    string Status = "in",
    IReadOnlyList<UnitFilterDocument>? Filters = null,
    double? ColourOffsetMired = null,
    DateOnly? DueBack = null,
    IReadOnlyList<UnitNoiseDocument>? Noise = null,
    IReadOnlyList<UnitLatitudeDocument>? Latitude = null
);

/// <summary>What a plan puts in the place of a standard's own notches for one camera, frozen with its check.</summary>
public sealed record PlannedSheetDocument(
    Guid LineUp,
    string Name,
    string Letter,
    LightDocument Light,
    IReadOnlyList<NotchDocument> Notches,
    IReadOnlyList<string> Circumstances,
    string Lens = "",
    double OffsetStops = 0,
    double OffsetLogStops = 0
);

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
    string Note = ""
);

/// <summary>A reading as it was typed; <c>auto</c> and <c>not fitted</c> are readings too. <c>stage</c> is <c>found</c>, or <c>left</c> for what was
/// read after correcting; <c>fromCamera</c> where the camera reported it. They are in the order in which they were taken.</summary>
public sealed record ReadingDocument(
    string Setting,
    string Read,
    string By,
    DateTimeOffset At,
    string Stage = "found",
    bool FromCamera = false,
    bool FromClip = false
);

/// <summary>Reads and writes the exchange format strictly: an unknown or missing field is refused.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    AllowOutOfOrderMetadataProperties = true,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    AllowDuplicateProperties = false,
    WriteIndented = true,
    UseStringEnumConverter = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull
)]
[JsonSerializable(typeof(ExchangeDocument))]
[JsonSerializable(typeof(IReadOnlyList<UnitFilterDocument>))]
[JsonSerializable(typeof(IReadOnlyList<UnitNoiseDocument>))]
[JsonSerializable(typeof(IReadOnlyList<UnitLatitudeDocument>))]
[JsonSerializable(typeof(UnitFigureDocument))]
[JsonSerializable(typeof(FigureTakeDocument))]
[JsonSerializable(typeof(FigureUseDocument))]
[JsonSerializable(typeof(PlannedSheetDocument))]
[JsonSerializable(typeof(ShootDocument))]
[JsonSerializable(typeof(PreparationTimesDocument))]
[JsonSerializable(typeof(PracticeWorkDocument))]
[JsonSerializable(typeof(PracticeResultDocument))]
[JsonSerializable(typeof(PracticeSourceDocument))]
[JsonSerializable(typeof(HandsOnItemDocument[]))]
[JsonSerializable(typeof(CheckOffListDocument))]
[JsonSerializable(typeof(CheckOffDocument))]
[JsonSerializable(typeof(PracticeTryDocument))]
[JsonSerializable(typeof(IReadOnlyList<KitPieceDocument>))]
[JsonSerializable(typeof(KitPieceDocument))]
[JsonSerializable(typeof(PoolDocument))]
[JsonSerializable(typeof(CustodyEventDocument))]
[JsonSerializable(typeof(ProofDocument))]
[JsonSerializable(typeof(CustodyEventDocument[]))]
[JsonSerializable(typeof(JudgementDocument))]
[JsonSerializable(typeof(IReadOnlyList<JudgementDocument>))]
[JsonSerializable(typeof(ValueDocument))]
[JsonSerializable(typeof(SignedDocument))]
[JsonSerializable(typeof(GenericSpecification))]
[JsonSerializable(typeof(StartingPoint))]
[JsonSerializable(typeof(ClipDocument))]
[JsonSerializable(typeof(IReadOnlyList<ClipAnswerDocument>))]
[JsonSerializable(typeof(PictureDocument))]
[JsonSerializable(typeof(MatchDocument))]
[JsonSerializable(typeof(MatchPositionDocument))]
[JsonSerializable(typeof(UnitMatchDocument))]
public sealed partial class ExchangeJson : JsonSerializerContext;
