using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>BIT-DEPTH-TOO-LOW: the format records at least the bit depth that the standard requires.</summary>
internal sealed class BitDepthTooLow()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "The format records at least the required bit depth.",
        "Grading pulls the few steps of a shallow recording apart: skies and log footage show bands."
    )
{
    private const string RuleId = "BIT-DEPTH-TOO-LOW";

    private static readonly Template TooLow = new(
        RuleId,
        "too-low",
        "The standard requires {required}; {model} records {format} in {depth} at most. No other format of {model} has it at this rate."
    );
    private static readonly Template TooLowHere = new(
        RuleId,
        "too-low-here",
        "The standard requires {required}; {model} records {format} in {depth} at most. It has {required} in {others}."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.LineOf(Setting.BitDepth)?.Notch.Requirement is not Requirement.Amount { Bound: not Bound.AtMost } required
            || sheet.Format is not { BitDepths: { IsEmpty: false } depths } format
            || depths[^1] >= required.Value - Guard.Edge
        )
        {
            yield break;
        }

        ImmutableArray<FigureValue> others =
        [
            .. sheet
                .Model.Formats.Where(f => f.Rate == format.Rate && f.BitDepths.Any(d => d >= required.Value - Guard.Edge))
                .Select(f => (FigureValue)new SettingValue.Format(f.Size, f.Rate)),
        ];
        yield return Found(
            others.IsEmpty ? TooLow : TooLowHere,
            Setting.BitDepth,
            ("required", FigureValue.In(Measure.Bits, required.Value)),
            ("model", sheet.Model.Name),
            ("format", new SettingValue.Format(format.Size, format.Rate)),
            ("depth", FigureValue.In(Measure.Bits, depths[^1])),
            ("others", new FigureValue.List(others))
        );
    }
}
