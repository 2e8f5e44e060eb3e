using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>Where a manual says that a control is.</summary>
/// <param name="Setting">Key of the setting.</param>
/// <param name="Path">The path through the menu, or the words about the place.</param>
public sealed record FoundPath(string Setting, string Path);

/// <summary>A line that was not understood, and what to do about it.</summary>
/// <param name="Line">Its number, from 1.</param>
/// <param name="Text">Its text, cut to 120 characters.</param>
/// <param name="Why">Why not, and what would be.</param>
public sealed record NotUnderstood(int Line, string Text, string Why);

/// <summary>What was found in text that was pasted from a manual.</summary>
public sealed record ManualText(
    ImmutableArray<GainPositionDocument> Gains,
    ImmutableArray<double> Isos,
    ImmutableArray<string> Shutters,
    ImmutableArray<double> Angles,
    ImmutableArray<FormatDocument> Formats,
    ImmutableArray<FilterDocument> Filters,
    ImmutableArray<double> PresetsK,
    ImmutableArray<FoundPath> Paths,
    ImmutableArray<string> Automatic,
    FoundScan? ClearScan,
    ImmutableArray<NotUnderstood> Left
);

/// <summary>A clear scan as a manual states it; the step is null where it is not said.</summary>
public sealed record FoundScan(double FromHz, double ToHz, double? StepHz);

/// <summary>
/// Reads what people paste from a camera's manual, line by line: gain lists, ISO numbers, speeds, angles, recordings with their rates, filters, presets
/// and menu paths. A line is known by its units or by the name before it; one that mixes units is left with the reason, and nothing is guessed.
/// </summary>
public static partial class ManualTable
{
    /// <summary>Most lines that are read at once: more than any table of a manual.</summary>
    public const int MostLines = 2000;
    private const int Excerpt = 120;
    private const int LongestPath = 200;
    private const RegexOptions Loose = RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;

    // Names that manuals use beside ours; the longest that a line begins with counts.
    private static readonly (string Name, Setting Setting)[] Names =
    [
        .. SettingDefinition
            .All.Select(d => (Name: d.Name.ToLowerInvariant(), d.Setting))
            .Concat([
                ("nd", Setting.NeutralDensity),
                ("nd filter", Setting.NeutralDensity),
                ("aperture", Setting.Iris),
                ("iso", Setting.Gain),
                ("iso sensitivity", Setting.Gain),
                ("shutter speed", Setting.Shutter),
                ("shutter angle", Setting.Shutter),
                ("wb", Setting.WhiteBalance),
                ("colour temperature", Setting.WhiteBalance),
                ("movie format", Setting.RecordFormat),
                ("recording format", Setting.RecordFormat),
                ("rec format", Setting.RecordFormat),
                ("image stabilizer", Setting.Stabiliser),
                ("stabilizer", Setting.Stabiliser),
                ("date and time", Setting.Clock),
                ("date/time", Setting.Clock),
                ("clock set", Setting.Clock),
                ("focus", Setting.FocusMode),
                ("format card", Setting.CardFormatted),
                ("reset", Setting.FactoryReset),
            ])
            .OrderByDescending(n => n.Item1.Length),
    ];

    private enum Kind
    {
        Gain,
        Iso,
        Time,
        Angle,
        Filter,
        Kelvin,
    }

    /// <summary>Reads a text.</summary>
    /// <param name="text">As pasted.</param>
    /// <exception cref="RefusedException">It has more lines than any manual's table.</exception>
    public static ManualText Read(string text)
    {
        string[] lines = text.ReplaceLineEndings("\n").Split('\n');
        if (lines.Length > MostLines)
        {
            throw new RefusedException(
                ProblemCode.TooMany,
                "/text",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{lines.Length} lines are too many at once: paste the tables of one chapter, {MostLines} lines at most. Nothing was changed."
                )
            );
        }

        var found = new Found();
        for (int i = 0; i < lines.Length; i++)
        {
            string line = Tidy(lines[i]);
            if (line.Length > 0 && OfLine(line, found) is { } why)
            {
                found.Left.Add(new NotUnderstood(i + 1, line.Length > Excerpt ? line[..Excerpt] : line, why));
            }
        }

        return found.ToText();
    }

    private static string Tidy(string line) =>
        Spaces()
            .Replace(line.Replace('\u2212', '-').Replace('\u2013', '-').Replace('|', '\t'), m => m.Value.Contains('\t') ? "\t" : " ")
            .Trim();

    // The reason where it cannot be understood; null where it could.
    private static string? OfLine(string line, Found found)
    {
        (Setting? setting, string rest) = Named(line);
        if (setting is { } of && PathOf(rest) is { } path)
        {
            found.Paths[SettingDefinition.Of(of).Key] = path;
            return null;
        }

        if (FormatOf(line) is { } format)
        {
            found.Formats.Add(format);
            return null;
        }

        if (Scan().Match(line) is { Success: true } scan)
        {
            double Of(string name) => double.Parse(scan.Groups[name].Value, CultureInfo.InvariantCulture);
            found.ClearScan = new FoundScan(Of("from"), Of("to"), scan.Groups["step"].Success ? Of("step") : null);
            return null;
        }

        string[] parts = [.. Parts().Split(rest).Select(p => p.Trim()).Where(p => p.Length > 0)];
        if (setting is Setting.Gain or Setting.Shutter or Setting.WhiteBalance && parts.Any(p => Automatic().IsMatch(p)))
        {
            found.Automatic.Add(SettingDefinition.Of(setting.Value).Key);
            parts = [.. parts.Where(p => !Automatic().IsMatch(p))];
            if (parts.Length == 0)
            {
                return null;
            }
        }

        Kind? expected = KindOf(setting, line);
        Kind?[] kinds = [.. parts.Select(p => expected == Kind.Filter && KindOfPart(p) == Kind.Time ? Kind.Filter : KindOfPart(p))];
        Kind[] said = [.. kinds.OfType<Kind>().Distinct()];
        if (said.Length > 1)
        {
            return $"It mixes {string.Join(" and ", said.Select(Word))}. Put each on a line of its own.";
        }

        Kind? kind = said is [var only] ? only : expected;
        return kind is null ? "No unit and no name of a setting was found in it. Write the name before it, like “Gain: -3 0 3”."
            : setting is not null
            && expected is { } wanted
            && said is [var other]
            && other != wanted
            && !(wanted == Kind.Time && other == Kind.Angle)
            && !(wanted == Kind.Gain && other == Kind.Iso)
                ? $"{Word(other)} was found under {SettingDefinition.Of(setting.Value).Name.ToLowerInvariant()}. Look at the line again."
            : parts.Length == 0 ? "Nothing stands after the name."
            : Take(kind.Value, parts, found);
    }

    private static string? Take(Kind kind, string[] parts, Found found)
    {
        // All of a line or nothing of it: half a list would pass for a whole one.
        var one = new Found();
        foreach (string part in parts)
        {
            try
            {
                switch (kind)
                {
                    case Kind.Gain:
                        one.Gains.Add(GainOf(part));
                        break;
                    case Kind.Iso:
                        one.Isos.Add(double.Parse(IsoWord().Replace(part, "").Trim(), CultureInfo.InvariantCulture));
                        break;
                    case Kind.Time:
                        one.Shutters.Add(ExposureTime.Parse(part).Label());
                        break;
                    case Kind.Angle:
                        one.Angles.Add(ShutterAngle.Parse(part.EndsWith('°') ? part : part + "°").Degrees);
                        break;
                    case Kind.Filter:
                        one.Filters.Add(FilterOf(part));
                        break;
                    default:
                        one.PresetsK.Add(Kelvin.Parse(part).Value);
                        break;
                }
            }
            catch (Exception refused) when (refused is QuantityException or FormatException or OverflowException)
            {
                return $"“{Cut(part)}” cannot be read as {Word(kind)}. Nothing of this line was taken.";
            }
        }

        found.Add(one);
        return null;
    }

    private static GainPositionDocument GainOf(string part) =>
        NamedGain().Match(part) is { Success: true } named
            ? new GainPositionDocument(Decibels.Parse(named.Groups[2].Value).Value, named.Groups[1].Value)
            : new GainPositionDocument(Decibels.Parse(part).Value);

    private static FilterDocument FilterOf(string part)
    {
        if (Clear().IsMatch(part))
        {
            return new FilterDocument("clear", 0);
        }

        Match named = NamedFilter().Match(part);
        return named.Success
            ? new FilterDocument(named.Groups[1].Value.Trim(), NeutralDensity.ParseLoss(named.Groups[2].Value.Trim()).Value)
            : new FilterDocument(NdWord().Replace(part, "").Trim(), NeutralDensity.ParseLoss(NdWord().Replace(part, "").Trim()).Value);
    }

    private static (Setting? Setting, string Content) Named(string line)
    {
        string low = line.ToLowerInvariant();
        foreach ((string name, Setting setting) in Names)
        {
            if (
                low.StartsWith(name, StringComparison.Ordinal)
                && (low.Length == name.Length || ":=\t >→".Contains(low[name.Length], StringComparison.Ordinal))
            )
            {
                return (setting, line[name.Length..].TrimStart(':', '=', '\t', ' '));
            }
        }

        return (null, line);
    }

    private static string? PathOf(string rest) =>
        rest.Length is > 0 and <= LongestPath && Menu().IsMatch(rest)
            ? string.Join(", ", Step().Split(rest).Select(s => s.Trim()).Where(s => s.Length > 0))
            : null;

    private static FormatDocument? FormatOf(string line)
    {
        Match match = Recording().Match(line);
        if (!match.Success)
        {
            return null;
        }

        try
        {
            string height = match.Groups["height"].Value;
            FrameSize size = FrameSize.Parse(match.Groups["width"].Success ? match.Groups["width"].Value + "x" + height : height);
            ScanRate rate = ScanRate.Parse(match.Groups["rate"].Value + match.Groups["scan"].Value.ToLowerInvariant());
            double[] rates =
            [
                .. Number().Matches(match.Groups["mb"].Value).Select(m => double.Parse(m.Value, CultureInfo.InvariantCulture)),
            ];
            return rates.Length == 0 ? null : new FormatDocument(size.Label(), rate.Label(), rates);
        }
        catch (QuantityException)
        {
            return null;
        }
    }

    private static Kind? KindOf(Setting? setting, string line) =>
        setting switch
        {
            Setting.Gain => line.StartsWith("iso", StringComparison.OrdinalIgnoreCase) ? Kind.Iso : Kind.Gain,
            Setting.Shutter => line.Contains("angle", StringComparison.OrdinalIgnoreCase) ? Kind.Angle : Kind.Time,
            Setting.NeutralDensity => Kind.Filter,
            Setting.WhiteBalance => Kind.Kelvin,
            _ => null,
        };

    private static Kind? KindOfPart(string part) =>
        part.EndsWith("dB", StringComparison.OrdinalIgnoreCase) ? Kind.Gain
        : part.StartsWith("1/", StringComparison.Ordinal) && !part.Contains("ND", StringComparison.OrdinalIgnoreCase) ? Kind.Time
        : part.EndsWith('°') ? Kind.Angle
        : IsoWord().IsMatch(part) ? Kind.Iso
        : KelvinPart().IsMatch(part) ? Kind.Kelvin
        : NdWord().IsMatch(part) ? Kind.Filter
        : null;

    private static string Word(Kind kind) =>
        kind switch
        {
            Kind.Gain => "dB",
            Kind.Iso => "ISO numbers",
            Kind.Time => "shutter speeds",
            Kind.Angle => "shutter angles",
            Kind.Filter => "filters",
            _ => "kelvin",
        };

    private static string Cut(string part) => part.Length > 30 ? part[..30] + "…" : part;

    private sealed class Found
    {
        internal List<GainPositionDocument> Gains { get; } = [];
        internal List<double> Isos { get; } = [];
        internal List<string> Shutters { get; } = [];
        internal List<double> Angles { get; } = [];
        internal List<FormatDocument> Formats { get; } = [];
        internal List<FilterDocument> Filters { get; } = [];
        internal List<double> PresetsK { get; } = [];
        internal Dictionary<string, string> Paths { get; } = [];
        internal SortedSet<string> Automatic { get; } = new(StringComparer.Ordinal);
        internal FoundScan? ClearScan { get; set; }
        internal List<NotUnderstood> Left { get; } = [];

        internal void Add(Found other)
        {
            Gains.AddRange(other.Gains);
            Isos.AddRange(other.Isos);
            Shutters.AddRange(other.Shutters);
            Angles.AddRange(other.Angles);
            Filters.AddRange(other.Filters);
            PresetsK.AddRange(other.PresetsK);
        }

        internal ManualText ToText() =>
            new(
                [.. Gains.DistinctBy(g => (g.GainDb, g.Name))],
                [.. Isos.Distinct().Order()],
                [.. Shutters.Distinct()],
                [.. Angles.Distinct().Order()],
                [.. Merged()],
                [.. Filters.DistinctBy(f => f.Label)],
                [.. PresetsK.Distinct().Order()],
                [.. Paths.Select(p => new FoundPath(p.Key, p.Value))],
                [.. Automatic],
                ClearScan,
                [.. Left]
            );

        // A recording that comes in several lines has the rates of all of them.
        private IEnumerable<FormatDocument> Merged() =>
            Formats
                .GroupBy(f => (f.Size, f.Rate))
                .Select(g => g.First() with { BitRatesMbps = [.. g.SelectMany(f => f.BitRatesMbps).Distinct().Order()] });
    }

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    // Columns, commas, or blanks between numbers; a blank before a unit holds it to its number.
    [GeneratedRegex(@"[\t;,]+|(?<=\S)\s+(?=(?:ND|ISO|EI)?\s?[-+]?\d|[A-Z]\s?=|clear\b|clr\b|off\b|auto)", Loose)]
    private static partial Regex Parts();

    [GeneratedRegex(@"^auto(?:matic)?$", Loose)]
    private static partial Regex Automatic();

    [GeneratedRegex(
        @"^clear\s?scan\D*(?<from>\d+(?:\.\d+)?)\s?(?:Hz)?\s?(?:-|to|…|\.\.+)\s?(?<to>\d+(?:\.\d+)?)\s?Hz(?:\D+(?<step>\d+(?:\.\d+)?)\s?(?:Hz)?)?\D*$",
        Loose
    )]
    private static partial Regex Scan();

    [GeneratedRegex(@">|→|»|\bmenu\b|\bpage\s\d|\bbutton\b|\bswitch\b|\bdial\b|\bring\b", Loose)]
    private static partial Regex Menu();

    [GeneratedRegex(@"\s*(?:>|→|»)\s*")]
    private static partial Regex Step();

    [GeneratedRegex(
        @"^(?:(?<width>\d{3,5})\s?[x×]\s?)?(?<height>\d{3,4})(?:[p\s\t,/]+)(?<rate>\d{2,3}(?:\.\d{1,3})?)\s?(?<scan>p|i|psf)\b[\s\t,:=-]*(?<mb>(?:\d+(?:\.\d+)?[\s\t,/]*(?:Mb/s|Mbit/s|Mbps|Mb|M)?[\s\t,/]*)+)$",
        Loose
    )]
    private static partial Regex Recording();

    [GeneratedRegex(@"\d+(?:\.\d+)?")]
    private static partial Regex Number();

    [GeneratedRegex(@"^([A-Za-z]{1,6})\s?[=:]\s?([-+]?\d+(?:\.\d+)?\s?(?:dB)?)$", Loose)]
    private static partial Regex NamedGain();

    [GeneratedRegex(@"^(clear|clr|off|none)$", Loose)]
    private static partial Regex Clear();

    [GeneratedRegex(@"^([^=:]{1,20})[=:]\s?(.+)$")]
    private static partial Regex NamedFilter();

    [GeneratedRegex(@"^\s*(ISO|EI)\s*", Loose)]
    private static partial Regex IsoWord();

    [GeneratedRegex(@"^\d{4,5}\s?K$", Loose)]
    private static partial Regex KelvinPart();

    [GeneratedRegex(@"^\s*ND\s*", Loose)]
    private static partial Regex NdWord();
}
