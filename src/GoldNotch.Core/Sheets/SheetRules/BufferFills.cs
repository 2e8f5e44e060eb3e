using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>BUFFER-FILLS: the duration of a high-speed memory is stated.</summary>
internal sealed class BufferFills()
    : SheetRule(RuleId, FindingGrade.Advice, "The duration of a high-speed memory is stated.", "A full memory overwrites its beginning.")
{
    private const string RuleId = "BUFFER-FILLS";

    private static readonly Template Duration = new(
        RuleId,
        "duration",
        "At {rate} ({depth}) the memory holds {memory}, which play for {playback} at {shown}. Then it overwrites. Save before the next take."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.BufferGb is { } buffer && sheet.Format is { } format)
        {
            double seconds = Handling.SecondsOf(buffer, format);

            // Played at the plain rate of the place.
            ScanRate shown = FootageProposal.For(FootageUse.General, Policies.Defaults, sheet.Standard.Light.MainsHz).Rate;
            double factor = Shutter.SlowMotionFactor(format.Rate.Frames, shown.Frames);
            yield return Found(
                Duration,
                Setting.RecordFormat,
                ("rate", format.Rate),
                ("depth", FigureValue.In(Measure.Bits, Handling.BitsOf(format))),
                ("shown", shown),
                ("memory", FigureValue.In(Measure.Seconds, seconds)),
                ("playback", FigureValue.In(Measure.Seconds, seconds * factor))
            );
        }
    }
}
