using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>VOLTAGE: a camera with an unusual voltage is marked.</summary>
internal sealed class StrangeVoltage()
    : ModelRule(
        RuleId,
        FindingGrade.Warning,
        "A camera with an unusual voltage is marked.",
        "An ordinary battery plate fits, and damages it or does not run it."
    )
{
    private const string RuleId = "VOLTAGE";

    private static readonly Template Unusual = new(
        RuleId,
        "unusual",
        "{model} runs on {voltage}. Never use an ordinary battery plate. On a generator use a true-sine supply for {power}. Ask a qualified person about anything fixed."
    );

    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        if (model.Power is { Volts: > 17 } power)
        {
            yield return Found(
                Unusual,
                Setting.BatterySeated,
                ("model", model.Name),
                ("voltage", FigureValue.In(Measure.Volts, power.Volts)),
                ("power", FigureValue.In(Measure.Watts, power.Watts))
            );
        }
    }
}
