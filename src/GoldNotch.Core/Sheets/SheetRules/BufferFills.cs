using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>BUFFER-FILLS: it is said how long the memory of a high-speed camera lasts.</summary>
internal sealed class BufferFills() : SheetRule(
    "BUFFER-FILLS",
    FindingGrade.Advice,
    "It is said how long the memory of a high-speed camera lasts.",
    "Once full it overwrites the beginning.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.BufferGb is { } buffer && sheet.Format is { } format)
        {
            double seconds = Recording.BufferSeconds(buffer * 1e9, format.Size, 12, format.Rate.Frames);
            double factor = Shutter.SlowMotionFactor(format.Rate.Frames, new FrameRate(30_000, 1001));
            yield return Found(
                Setting.RecordFormat,
                $"The memory holds {Notation.Number(seconds, 1)} s at {format.Rate.Label()} (12 bit), which play {Notation.Number(seconds * factor)} s at 29.97; then it overwrites. Save before the next take.",
                new Figure("memory", seconds, "seconds", $"{Notation.Number(seconds, 1)} s"));
        }
    }
}
