using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CODEC-RATES: where a format has several codecs and several bit rates, the specification says which belong together.</summary>
internal sealed class CodecRatesUnstated()
    : ModelRule(
        RuleId,
        FindingGrade.Advice,
        "Codec and bit rate of a format are stated together.",
        "A raw of 10:1 does not write the bit rate of 4:1; a sheet could require a pair that the camera does not have."
    )
{
    private const string RuleId = "CODEC-RATES";

    private static readonly Template Unstated = new(
        RuleId,
        "unstated",
        "{format} of {model} lists {codecs#codec|codecs} and {rates#bit rate|bit rates}, and not which belong together. State the bit rates of each codec."
    );

    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        foreach (RecordFormat format in model.Formats.Where(f => f.Codecs.Length > 1 && f.BitRates.Length > 1 && f.CodecRates.IsEmpty))
        {
            yield return Found(
                Unstated,
                Setting.Codec,
                ("format", new SettingValue.Format(format.Size, format.Rate)),
                ("model", model.Name),
                ("codecs", FigureValue.Count(format.Codecs.Length)),
                ("rates", FigureValue.Count(format.BitRates.Length))
            );
        }
    }
}
