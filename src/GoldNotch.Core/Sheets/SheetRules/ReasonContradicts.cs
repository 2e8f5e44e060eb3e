using System.Globalization;
using System.Text.RegularExpressions;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>REASON-CONTRADICTS: a reason names the mains, the light, the rate and the gain that the standard has.</summary>
internal sealed partial class ReasonContradicts()
    : StandardRule(
        RuleId,
        FindingGrade.Advice,
        "A reason names the mains, light, rate or gain that the standard has.",
        "A reason that stayed when its value changed misleads whoever reads it."
    )
{
    private const string RuleId = "REASON-CONTRADICTS";

    private static readonly Template Contradicts = new(
        RuleId,
        "contradicts",
        "The reason of {setting:lower} names {named}; the standard has {has}. Rewrite the reason, or leave it empty."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        SceneLight light = of.Standard.Light;
        foreach (Notch notch in of.Standard.Notches)
        {
            foreach ((string named, FigureValue has) in Odd(notch, of, light).Take(1))
            {
                yield return Found(Contradicts, notch.Setting, ("setting", notch.Setting), ("named", named), ("has", has));
            }
        }
    }

    // Only what can be compared without guessing: a number with its unit, against the one value of that kind that the standard has.
    private static IEnumerable<(string Named, FigureValue Has)> Odd(Notch notch, StandardInView of, SceneLight light)
    {
        foreach (Match match in Mains().Matches(notch.Reason))
        {
            if (Math.Abs(Number(match) - light.MainsHz) > 1)
            {
                yield return (match.Value, FigureValue.In(Measure.Hertz, light.MainsHz));
            }
        }

        foreach (Match match in Light().Matches(notch.Reason))
        {
            if (light.Illuminance is { } lux && Math.Abs(Math.Log2(Number(match) / lux.Value)) > 1.0 / 3)
            {
                yield return (match.Value, lux);
            }
        }

        if (notch is { Setting: Setting.WhiteBalance, Requirement: Requirement.WhitePreset { Temperature: var white } })
        {
            foreach (Match match in Colour().Matches(notch.Reason))
            {
                if (Math.Abs((1e6 / Number(match)) - white.ToMired().Value) > 10)
                {
                    yield return (match.Value, white);
                }
            }
        }

        if (notch is { Setting: Setting.RecordFormat } && of.Format is { } format)
        {
            foreach (Match match in Rate().Matches(notch.Reason))
            {
                if (TryRate(match.Value) is { } rate && rate != format.Rate)
                {
                    yield return (match.Value, format.Rate);
                }
            }
        }

        if (notch is { Setting: Setting.Gain, Requirement: Requirement.Gain { Value: var gain } })
        {
            foreach (Match match in Gain().Matches(notch.Reason))
            {
                if (Math.Abs(Number(match) - gain.Value) > 0.5)
                {
                    yield return (match.Value, gain);
                }
            }
        }
    }

    private static double Number(Match match) =>
        double.Parse(match.Groups[1].Value.Replace('−', '-').Replace("+", "", StringComparison.Ordinal), CultureInfo.InvariantCulture);

    private static ScanRate? TryRate(string text)
    {
        try
        {
            return ScanRate.Parse(text);
        }
        catch (QuantityException)
        {
            return null;
        }
    }

    [GeneratedRegex(@"\b(50|60)\s?Hz", RegexOptions.IgnoreCase)]
    private static partial Regex Mains();

    [GeneratedRegex(@"\b(\d{1,6})\s?(?:lx|lux)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Light();

    [GeneratedRegex(@"\b(\d{4,5})\s?K\b")]
    private static partial Regex Colour();

    [GeneratedRegex(@"\b\d{2,3}(?:\.\d{1,3})?[pi]\b")]
    private static partial Regex Rate();

    [GeneratedRegex(@"(?<![\d.])([+−-]?\d{1,2})\s?dB\b")]
    private static partial Regex Gain();
}
