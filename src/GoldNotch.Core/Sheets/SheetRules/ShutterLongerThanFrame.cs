using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>SHUTTER-LONGER: the shutter is never longer than one picture.</summary>
internal sealed class ShutterLongerThanFrame() : StandardRule(
    "SHUTTER-LONGER",
    FindingGrade.Fault,
    "The shutter is never longer than one picture.",
    "The camera then repeats pictures: that is an effect, not a standard.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.WishOf(Setting.Shutter) is Wish.Speed speed && of.Format is { } format && Shutter.RepeatsFrames(speed.Time, format.Rate))
        {
            yield return Found(
                Setting.Shutter,
                $"{speed.Time.Label()} is longer than one picture at {format.Rate.Label()}: pictures repeat and movement smears. Ask for 180°.",
                new Figure("angle", Shutter.AngleDegrees(speed.Time, format.Rate.Frames), "degrees", $"{Notation.Number(Shutter.AngleDegrees(speed.Time, format.Rate.Frames))}°"));
        }
    }
}
