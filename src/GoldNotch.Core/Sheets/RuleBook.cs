using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets.SheetRules;

namespace GoldNotch.Core.Sheets;

/// <summary>The rules of the department's craft, over standards, model cards and compiled sheets.</summary>
public static class RuleBook
{
    /// <summary>Every rule, by subject and in the order they are told.</summary>
    public static ImmutableArray<BookRule> All { get; } =
    [
        new AutomaticWhileCut(),
        new ShutterLongerThanFrame(),
        new AngleWithoutReason(),
        new InterlacedSlowMotion(),
        new DropFrameWithoutRate(),
        new PresetAgainstLight(),
        new ClockUnset(),
        new ResetMissing(),
        new FullAutoOpen(),
        new TestClipMissing(),
        new HeadphonesMissing(),
        new FormatBeforeClear(),
        new PhantomOnWrongInput(),
        new NoSpareChannel(),
        new ZebraOnLog(),
        new LookAndProfile(),
        new DigitalZoomAllowed(),
        new StabiliserOnTripod(),
        new FilterIndoors(),
        new GainWishedWithFilter(),
        new GainLimitOpen(),
        new PeakLevelOff(),
        new AskTheReceiver(),
        new PansAtFilmRate(),
        new NotchNeverHolds(),
        new PolicyWithoutNotch(),
        new MagnifierLeftOn(),
        new HighRateLeftOn(),
        new SlackTooWide(),
        new UnattendedPower(),
        new ReasonMissing(),
        new GainUpFilterIn(),
        new FlickerAtTheSite(),
        new CardTooSlow(),
        new ClipTooShort(),
        new FileSystemRefused(),
        new CardTypeRefused(),
        new NegativeGain(),
        new IsoWithoutBase(),
        new ZoomRamps(),
        new MeterDisagrees(),
        new WhiteLeavesCast(),
        new DropFrameHere(),
        new BufferFills(),
        new MustNotPossible(),
        new BlackReferenceForgotten(),
        new BatteryTooSmall(),
        new RingUnknownToBody(),
        new SecondFocusSwitch(),
        new LeftoverUnasked(),
        new CodecForced(),
        new PlaceMissing(),
        new ManualSignMissing(),
        new PositionAsStops(),
        new ResetUnknown(),
        new StrangeVoltage(),
        new CardBelowClass(),
        new NoPicture(),
    ];

    private static readonly ImmutableArray<StandardRule> OverStandards = [.. All.OfType<StandardRule>()];
    private static readonly ImmutableArray<ModelRule> OverModels = [.. All.OfType<ModelRule>()];
    private static readonly ImmutableArray<SheetRule> OverSheets = [.. All.OfType<SheetRule>()];

    /// <summary>What the rules find in a standard, in the circumstances it is usually used in, worst first.</summary>
    public static ImmutableArray<RuleFinding> Of(Standard standard)
    {
        var of = new StandardInView(standard, standard.Circumstances);
        return Sorted(OverStandards.SelectMany(r => r.Look(of)));
    }

    /// <summary>What the rules find in a model card, worst first.</summary>
    public static ImmutableArray<RuleFinding> Of(CameraModel model) => Sorted(OverModels.SelectMany(r => r.Look(model)));

    /// <summary>What the rules find in a sheet, worst first; what is wrong with the standard or the card alone is not told again.</summary>
    public static ImmutableArray<RuleFinding> Of(Sheet sheet) => Sorted(OverSheets.SelectMany(r => r.Look(sheet)));

    private static ImmutableArray<RuleFinding> Sorted(IEnumerable<RuleFinding> findings) => [.. findings.OrderBy(f => f.Grade).ThenBy(f => f.Setting)];
}
