using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-ABOVE-LIMIT: a gain required by number is within the cap of the model, the switch-over of two bases, and what one base takes.</summary>
internal sealed class GainAboveLimit()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "A gain required by number is held against the model's cap and switch-over.",
        "Required is not clean: noise is the same whoever asked for the gain."
    )
{
    private const string RuleId = "GAIN-ABOVE-LIMIT";

    private static readonly Template AboveCap = new(
        RuleId,
        "cap",
        "The standard requires {gain}; the cap on {model} is {limit}. Add light, open the iris, or raise the cap with a reason."
    );
    private static readonly Template AboveNoise = new(
        RuleId,
        "noise-limit",
        "The standard requires {gain}, and limits noise to {limit} over 0 dB: {cap} on this base. Require less gain, or raise the limit with a reason."
    );
    private static readonly Template AboveSwitch = new(
        RuleId,
        "switch-over",
        "The standard requires {gain} on the {base} base of {model}, which is used up to {limit}. The high base, {iso}, is the cleaner."
    );
    private static readonly Template OneBase = new(
        RuleId,
        "one-base",
        "The standard requires {gain}; above {limit} the noise of one base shows. Add light or open the iris."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.LineOf(Setting.Gain)?.Notch.Requirement is not Requirement.Gain { Value.Value: > 0 }
            || sheet.Target<SettingValue.GainAt>(Setting.Gain) is not { Gain: var gain }
        )
        {
            yield break;
        }

        GainControl control = sheet.Model.Gain;
        Decibels cap = sheet.Standard.CapOn(sheet.Model, sheet.BaseWord);
        Decibels clean = Sensitivity.CleanUpTo(control.Bases.Length, control.SwitchAbove ?? Sensitivity.DefaultSwitch);
        GainBase? on = control.BaseOf(sheet.BaseWord);
        GainBase? higher = on is null ? null : control.Bases.SkipWhile(b => b != on).Skip(1).FirstOrDefault();
        if (gain.IsAbove(cap))
        {
            yield return gain.IsAbove(sheet.Standard.Policies.CapOn(sheet.Model, sheet.BaseWord))
                ? Found(AboveCap, Setting.Gain, ("gain", gain), ("model", sheet.Model.Name), ("limit", cap))
                : Found(AboveNoise, Setting.Gain, ("gain", gain), ("limit", sheet.Standard.Exposure.NoiseLimit!.Value), ("cap", cap));
        }
        else if (on is not null && higher is not null && gain.IsAbove(clean))
        {
            yield return Found(
                AboveSwitch,
                Setting.Gain,
                ("gain", gain),
                ("base", on.Word),
                ("model", sheet.Model.Name),
                ("limit", clean),
                ("iso", higher.Base.IsoAtZeroGain)
            );
        }
        else if (control.Bases.Length < 2 && gain.IsAbove(clean))
        {
            yield return Found(OneBase, Setting.Gain, ("gain", gain), ("limit", clean));
        }
    }
}
