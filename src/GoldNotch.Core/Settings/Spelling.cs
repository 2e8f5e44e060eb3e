using System.Globalization;
using System.Text.RegularExpressions;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings;

/// <summary>Other ways in which people write what a control shows: <c>1080p30</c>, <c>60th</c>, <c>EI 320</c>, <c>ND8</c>, <c>wide open</c>,
/// <c>tungsten</c>. They are tried only where the text is not what the control itself says, and asked back where they mean two places.</summary>
internal static partial class Spelling
{
    private const RegexOptions Loose = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;

    // What controls and finders write for an automatic, beside the word itself.
    private static readonly string[] Automatic = ["a", "agc", "awb", "atw", "ae", "auto iso", "iso auto", "auto wb", "auto iris"];

    /// <summary>Whether a text names an automatic: <c>auto</c>, <c>AGC</c>, <c>AWB</c>, <c>ATW</c>, <c>Auto ISO</c>, or <c>A5600</c> on white balance.</summary>
    internal static bool IsAutomatic(Setting setting, string typed) =>
        Automatic.Contains(typed, StringComparer.OrdinalIgnoreCase) || (setting == Setting.WhiteBalance && TracedWhite().IsMatch(typed));

    /// <summary>The value that another spelling means; null where there is none.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="control">The control it is read from.</param>
    /// <param name="dial">Its places.</param>
    /// <param name="typed">What was typed, tidied.</param>
    /// <exception cref="QuantityException">It means two places of this control: the message asks which.</exception>
    internal static SettingValue? Read(Setting setting, ControlSource control, Dial dial, string typed)
    {
        List<SettingValue> meant = [];
        QuantityException? noSuchPlace = null;
        foreach (string other in Of(setting, control, typed).Where(o => !o.Equals(typed, StringComparison.OrdinalIgnoreCase)))
        {
            try
            {
                SettingValue value = ShownValue.Of(setting, control, dial, other);
                if (!meant.Contains(value))
                {
                    meant.Add(value);
                }
            }
            catch (QuantityException refused)
            {
                // Understood, but not a place of this control: that says more than that it could not be read.
                noSuchPlace ??= refused.Fault == QuantityFault.NoChoice ? refused : null;
            }
        }

        return meant.Count switch
        {
            0 => noSuchPlace is null ? null : throw noSuchPlace,
            1 => meant[0],
            _ => throw new QuantityException(
                QuantityFault.BadLabel,
                $"“{Notation.Excerpt(typed)}” can mean {string.Join(" or ", meant.Select(m => m.Label))} on {control.Model.Name}. Type which one."
            ),
        };
    }

    private static IEnumerable<string> Of(Setting setting, ControlSource control, string typed)
    {
        string plain = DecimalComma().Replace(typed, "$1.$2");
        IEnumerable<string> own = setting switch
        {
            Setting.Iris => Iris(control, plain),
            Setting.Shutter => Shutter(plain),
            Setting.Gain => Gain(control, plain),
            Setting.NeutralDensity => Filter(control, plain),
            Setting.RecordFormat => Format(control, plain),
            Setting.WhiteBalance => White(plain),
            Setting.CardSpeed => Card(plain),
            Setting.CardMinutes or Setting.RunningMinutes => Minutes(plain),
            _ => [],
        };
        return own.Prepend(plain);
    }

    private static IEnumerable<string> Iris(ControlSource control, string typed)
    {
        string bare = IrisPrefix().Replace(typed, "");
        yield return bare;
        yield return bare.Replace('+', ' ');
        if (WideOpen().IsMatch(typed))
        {
            yield return control.Model.Lens.WidestAtShort.Engraved(IrisStyle.Thirds);
        }

        // A meter gives the mark and tenths of a stop behind it: 5.6 3 is three tenths beyond 5.6.
        if (MeterTenths().Match(bare) is { Success: true } meter)
        {
            int tenths = meter.Groups[2].Value is [var sub and >= '₀' and <= '₉'] ? sub - '₀' : meter.Groups[2].Value[0] - '0';
            yield return new FNumber(FNumber.Parse(meter.Groups[1].Value).Value * Math.Pow(2, tenths / 20.0)).Value.ToString(
                "0.####",
                CultureInfo.InvariantCulture
            );
        }
    }

    private static IEnumerable<string> Shutter(string typed)
    {
        string close = typed.Replace(" ", "", StringComparison.Ordinal);
        yield return close;
        if (Fraction().Match(close) is { Success: true } part)
        {
            yield return "1/" + part.Groups[1].Value;
        }

        // A bare number is an angle on a dial in degrees and a speed on one in speeds.
        if (Notation.TryDecimal(close, out _))
        {
            yield return close + "°";
            yield return "1/" + close;
        }
    }

    private static IEnumerable<string> Gain(ControlSource control, string typed)
    {
        string? word = typed.ToLowerInvariant() switch
        {
            "low" or "lo" => "L",
            "mid" or "middle" or "medium" => "M",
            "high" or "hi" => "H",
            _ => null,
        };
        if (word is not null)
        {
            yield return word;
        }

        if (Exposed().Match(typed) is { Success: true } index)
        {
            yield return "ISO " + index.Groups[1].Value;
        }

        // Two digits may be decibels; a speed has three.
        if (SpeedAlone().IsMatch(typed) && control.Model.Gain.IsoOn(control.BaseWord) is not null)
        {
            yield return "ISO " + typed;
        }
    }

    private static IEnumerable<string> Filter(ControlSource control, string typed)
    {
        if (ClearWord().IsMatch(typed))
        {
            yield return "clear";
        }

        yield return typed.Replace("¼", "1/4", StringComparison.Ordinal).Replace("½", "1/2", StringComparison.Ordinal);
        if (FilterPosition().Match(typed) is { Success: true } position)
        {
            yield return position.Groups[1].Value;

            // Where positions carry no number of their own they are counted from clear.
            if (
                int.TryParse(position.Groups[1].Value, NumberStyles.None, CultureInfo.InvariantCulture, out int at)
                && control.Model.Variable is null
                && at > 0
                && at < control.Model.Filters.Length
                && control.Model.Filters is [{ Loss.Value: 0 }, ..] counted
                && !counted.Any(f => Notation.TryDecimal(f.Label, out _))
            )
            {
                yield return counted[at].Label;
            }
        }

        if (FilterPrefix().Match(typed) is { Success: true } named)
        {
            string rest = named.Groups[1].Value;
            yield return rest;
            if (rest.Contains('.', StringComparison.Ordinal))
            {
                yield return "ND " + rest;
            }
            else if (int.TryParse(rest, NumberStyles.None, CultureInfo.InvariantCulture, out int number))
            {
                // The engraving is a factor by custom; only the small numbers are stops on some rings.
                yield return $"1/{number}";
                if (number <= LargestTakenForStops)
                {
                    yield return $"{number} stops";
                }
            }
        }
    }

    private const int LargestTakenForStops = 3;

    private static IEnumerable<string> Format(ControlSource control, string typed)
    {
        string text = typed
            .ToLowerInvariant()
            .Replace("uhd", "2160", StringComparison.Ordinal)
            .Replace("4k", "2160", StringComparison.Ordinal);
        string? size = null;
        if (FrameSizeText().Match(text) is { Success: true } pixels)
        {
            size = pixels.Groups[1].Value;
            text = text.Remove(pixels.Index, pixels.Length);
        }
        else if (Lines().Match(text) is { Success: true } lines)
        {
            size = lines.Value;
            text = text.Remove(lines.Index, lines.Length);
        }

        Match rate = RateText().Match(text);
        string number = rate.Success ? rate.Groups[2].Value : "";
        string scan = rate.Success ? rate.Groups[1].Value + rate.Groups[3].Value : "";
        if (size is null && number.Length == 0)
        {
            yield break;
        }

        foreach (RecordFormat format in control.Model.Formats)
        {
            string label = format.Rate.Label();
            char ends = label[^1] is 'i' or 'f' ? label[^1] : 'p';
            double pictures = ends == 'i' ? format.Rate.PicturesPerSecond : format.Rate.Frames.FramesPerSecond;
            bool rateFits =
                number.Length == 0
                || (
                    Notation.TryDecimal(number, out double asked)
                    && (Math.Abs(pictures - asked) < 0.006 || Math.Abs(Math.Round(pictures) - asked) < 1e-9)
                );
            bool scanFits = scan.Length == 0 || scan[0] == ends;
            bool sizeFits =
                size is null
                || format.Size.Height.ToString(CultureInfo.InvariantCulture) == size
                || format.Size.Label().Equals(size, StringComparison.OrdinalIgnoreCase);
            if (rateFits && scanFits && sizeFits)
            {
                yield return $"{format.Size.Label()} {label}";
            }
        }
    }

    private static IEnumerable<string> White(string typed)
    {
        if (typed.Equals("tungsten", StringComparison.OrdinalIgnoreCase) || typed.Equals("indoor", StringComparison.OrdinalIgnoreCase))
        {
            yield return "3200";
        }

        if (typed.Equals("daylight", StringComparison.OrdinalIgnoreCase) || typed.Equals("outdoor", StringComparison.OrdinalIgnoreCase))
        {
            yield return "5600";
        }

        yield return Notation.WithoutUnit(typed, "kelvin", "degrees kelvin");
        if (Thousands().Match(typed) is { Success: true } k && Notation.TryDecimal(k.Groups[1].Value, out double thousands))
        {
            yield return Notation.Number(thousands * 1000);
        }
    }

    private static IEnumerable<string> Card(string typed)
    {
        yield return typed.Replace(" ", "", StringComparison.Ordinal);
        if (ClassText().Match(typed) is { Success: true } number)
        {
            yield return "C" + number.Groups[1].Value;
        }
    }

    private static IEnumerable<string> Minutes(string typed)
    {
        if (HoursAndMinutes().Match(typed) is { Success: true } time)
        {
            int hours = int.Parse(time.Groups[1].Value, CultureInfo.InvariantCulture);
            int minutes = time.Groups[2].Length == 0 ? 0 : int.Parse(time.Groups[2].Value, CultureInfo.InvariantCulture);
            if (minutes < 60)
            {
                yield return ((hours * 60) + minutes).ToString(CultureInfo.InvariantCulture);
            }
        }
    }

    [GeneratedRegex(@"(\d),(\d)", Loose)]
    private static partial Regex DecimalComma();

    [GeneratedRegex(@"^(f\s*/?|1:)\s*(?=\d)", Loose)]
    private static partial Regex IrisPrefix();

    [GeneratedRegex(@"^(wide\s+)?open$|^fully open$", Loose)]
    private static partial Regex WideOpen();

    [GeneratedRegex(@"^(\d+(?:\.\d+)?)\s*([₀-₉]|(?<=\s)\d)$", Loose)]
    private static partial Regex MeterTenths();

    [GeneratedRegex(@"^(?:1?/)?(\d+(?:\.\d+)?)(?:th|nd|rd|s)?$", Loose)]
    private static partial Regex Fraction();

    [GeneratedRegex(@"^(?:EI|ISO|ASA)\s*-?\s*(\d+)$", Loose)]
    private static partial Regex Exposed();

    [GeneratedRegex(@"^\d{3,6}$", Loose)]
    private static partial Regex SpeedAlone();

    [GeneratedRegex(@"^(?:ND\s*)?(?:off|none|clr|clear|no|out|0)$", Loose)]
    private static partial Regex ClearWord();

    [GeneratedRegex(@"^pos(?:ition)?\.?\s*(\w+)$", Loose)]
    private static partial Regex FilterPosition();

    [GeneratedRegex(@"^ND\s*(\S+)$", Loose)]
    private static partial Regex FilterPrefix();

    [GeneratedRegex(@"\d{3,5}\s*[x×]\s*(\d{3,5})", Loose)]
    private static partial Regex FrameSizeText();

    [GeneratedRegex(@"(?<!\d)(?:480|576|720|1080|1440|2160|4320)(?!\d)", Loose)]
    private static partial Regex Lines();

    [GeneratedRegex(@"([ip]?)\s*/?\s*(\d+(?:\.\d+)?)\s*([ip]?)", Loose)]
    private static partial Regex RateText();

    [GeneratedRegex(@"^(\d+(?:\.\d+)?)\s*k$", Loose)]
    private static partial Regex Thousands();

    [GeneratedRegex(@"^A\s?\d{4,5}$", Loose)]
    private static partial Regex TracedWhite();

    [GeneratedRegex(@"^class\s*(\d+)$", Loose)]
    private static partial Regex ClassText();

    [GeneratedRegex(@"^(\d{1,2})\s*[:h]\s*(\d{0,2})(?:\s*min)?$", Loose)]
    private static partial Regex HoursAndMinutes();
}
