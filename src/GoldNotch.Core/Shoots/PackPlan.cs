using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.SheetRules;

namespace GoldNotch.Core.Shoots;

/// <summary>A camera of a shoot, made ready for packing.</summary>
/// <param name="Letter">Its letter.</param>
/// <param name="Unit">Its asset tag.</param>
/// <param name="Sheet">Its sheet: by the standard, or by the plan of the line-up.</param>
/// <param name="Kit">Its kit, with what is taken from pools for it.</param>
/// <param name="ShownMinutes">Minutes that an empty card showed on this unit at this format; null where nobody read them.</param>
public sealed record PackedCamera(string Letter, string Unit, Sheet Sheet, Kit Kit, double? ShownMinutes);

/// <summary>What one camera takes along.</summary>
/// <param name="Letter">Its letter.</param>
/// <param name="Unit">Its asset tag.</param>
/// <param name="Cards">Its cards; null where they cannot be worked out.</param>
/// <param name="Batteries">Its batteries; null where they cannot be worked out.</param>
/// <param name="WhyNot">Why cards or batteries cannot be worked out.</param>
/// <param name="Media">What is wrong with its media: class, file system, type.</param>
/// <param name="Assembly">How it is put together and handled.</param>
/// <param name="Costs">What each quality of its format costs; the sheet's own first, then the largest.</param>
public sealed record CameraPack(
    string Letter,
    string Unit,
    CardsPlan? Cards,
    BatteriesPlan? Batteries,
    ImmutableArray<Judgement> WhyNot,
    ImmutableArray<RuleFinding> Media,
    ImmutableArray<Judgement> Assembly,
    ImmutableArray<QualityCost> Costs
);

/// <summary>What a quality of a format costs afterwards: a weaker compression in volume, time to copy and editing load.</summary>
/// <param name="Codec">The codec or compression, by its word; empty where there is no choice.</param>
/// <param name="Volume">What it comes to.</param>
/// <param name="IsChosen">Whether the sheet asks for it.</param>
/// <param name="TimesChosen">Its volume in that of the sheet's own; 1 where the sheet names none.</param>
public sealed record QualityCost(string Codec, RecordingVolume Volume, bool IsChosen, double TimesChosen);

/// <summary>AA batteries of a shoot.</summary>
/// <param name="Needed">With spare sets.</param>
/// <param name="InPool">What the pool has.</param>
/// <param name="Because">How many, and whether the pool supplies them.</param>
public sealed record AaPlan(int Needed, int InPool, Judgement Because)
{
    private const string RuleId = "PACK-AA";

    private static readonly Template Enough = new(
        RuleId,
        "enough",
        "{need} AA batteries with {spare#spare set|spare sets}; the pool has {have}."
    );
    private static readonly Template Short = new(
        RuleId,
        "short",
        "{need} AA batteries with {spare#spare set|spare sets}; the pool has {have}. Buy {missing}: an empty one means a silent track."
    );

    /// <summary>Counts them for all kits; null where nothing needs any.</summary>
    public static AaPlan? Of(IEnumerable<Kit> kits, int inPool, int spareSets = AaBatteries.DefaultSpareSets)
    {
        int needed = AaBatteries.Needed(
            kits.SelectMany(k => k.Pieces).Where(p => p.AaEach > 0).Select(p => new AaDevices(p.Count, p.AaEach)),
            spareSets
        );
        return needed == 0
            ? null
            : new AaPlan(
                needed,
                inPool,
                (needed > inPool ? Short : Enough).Of(
                    ("need", FigureValue.Count(needed)),
                    ("spare", FigureValue.Count(spareSets)),
                    ("have", FigureValue.Count(inPool)),
                    ("missing", FigureValue.Count(Math.Max(0, needed - inPool)))
                )
            );
    }
}

/// <summary>What a shoot takes along, worked out from its sheets, kits and blocks.</summary>
public static class PackPlan
{
    private static readonly ImmutableHashSet<Setting> MediaSettings =
    [
        Setting.CardSpeed,
        Setting.FileSystem,
        Setting.RecordTo,
        Setting.SlotMode,
        Setting.CardMinutes,
        Setting.BatterySeated,
    ];

    /// <summary>Works one camera out.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="recordingMinutes">Planned recording, minutes.</param>
    /// <param name="onMinutes">How long it is on, minutes.</param>
    /// <param name="supply">What powers it.</param>
    /// <param name="speeds">How fast footage is copied.</param>
    public static CameraPack Of(PackedCamera camera, double recordingMinutes, double onMinutes, ShootSupply supply, CopySpeeds speeds)
    {
        Sheet sheet = camera.Sheet;
        (CardsPlan? cards, Judgement? noCards) = CardsPlan.Of(
            sheet,
            recordingMinutes,
            [.. camera.Kit.Issued.Where(p => p.Kind == PieceKind.Card)],
            camera.ShownMinutes
        );
        (BatteriesPlan? batteries, Judgement? noBatteries) = BatteriesPlan.Of(
            sheet.Model,
            [.. camera.Kit.Issued.Where(p => p.Kind == PieceKind.Battery)],
            onMinutes,
            // A charger is of use on location only where there is something to plug it into.
            supply.IsMains
                ? camera.Kit.CountOf(PieceKind.Charger)
                : 0,
            supply.IsMains && camera.Kit.CountOf(PieceKind.Adapter) > 0
        );
        return new CameraPack(
            camera.Letter,
            camera.Unit,
            cards,
            batteries,
            [.. new[] { noCards, noBatteries }.OfType<Judgement>()],
            [.. RuleBook.Of(sheet).Concat(RuleBook.Of(sheet.Model)).Where(f => f.Setting is { } s && MediaSettings.Contains(s))],
            Handling.Of(sheet.Model, sheet.Format),
            recordingMinutes > 0 ? CostsOf(sheet, recordingMinutes, speeds) : []
        );
    }

    private static ImmutableArray<QualityCost> CostsOf(Sheet sheet, double minutes, CopySpeeds speeds)
    {
        if (sheet.Format is not { } format)
        {
            return [];
        }

        string? codec = sheet.Word(Setting.Codec);
        Units.BitRate? chosen = sheet.Target<SettingValue.Bits>(Setting.BitRate)?.Rate;
        return
        [
            .. format
                .Codecs.DefaultIfEmpty("")
                .SelectMany(c => format.RatesIn(c.Length > 0 ? c : null).Select(rate => (Codec: c, Rate: rate)))
                .Select(q => new QualityCost(
                    q.Codec,
                    RecordingVolume.Of(q.Rate, minutes, 1, speeds),
                    q.Rate == chosen && (codec is null || q.Codec.Length == 0 || q.Codec == codec),
                    chosen is { } own ? q.Rate.Megabits / own.Megabits : 1
                ))
                .OrderByDescending(c => c.IsChosen)
                .ThenByDescending(c => c.Volume.Rate),
        ];
    }
}
