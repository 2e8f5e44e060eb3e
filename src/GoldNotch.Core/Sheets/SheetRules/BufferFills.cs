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
        "At {rate} (12 bit) the memory holds {memory}, which play for {playback} at 29.97. Then it overwrites. Save before the next take."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.BufferGb is { } buffer && sheet.Format is { } format)
        {
            double seconds = Recording.BufferSeconds(buffer * 1e9, format.Size, 12, format.Rate.Frames);
            double factor = Shutter.SlowMotionFactor(format.Rate.Frames, new FrameRate(30_000, 1001));
            yield return Found(
                Duration,
                Setting.RecordFormat,
                ("rate", format.Rate),
                ("memory", FigureValue.In(Measure.Seconds, seconds)),
                ("playback", FigureValue.In(Measure.Seconds, seconds * factor))
            );
        }
    }
}
