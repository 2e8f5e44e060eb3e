using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>VOLTAGE: a camera with an unusual voltage says so.</summary>
internal sealed class StrangeVoltage() : ModelRule(
    "VOLTAGE",
    FindingGrade.Warning,
    "A camera with an unusual voltage says so.",
    "An ordinary plate fits and harms it, or does not run it.")
{
    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        if (model.Power is { Volts: > 17 } power)
        {
            yield return Found(Setting.BatterySeated, $"{model.Name} runs on {Notation.Number(power.Volts)} V: never an ordinary plate. On a generator only a true-sine supply large enough for {Notation.Number(power.Watts)} W; ask a qualified person before anything fixed is touched.", new Figure("voltage", power.Volts, "volts", $"{Notation.Number(power.Volts)} V"));
        }
    }
}
