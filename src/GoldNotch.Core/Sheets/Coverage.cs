using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>A sheet in one cell of the coverage grid.</summary>
/// <param name="Exact">Lines exactly as asked.</param>
/// <param name="Compromise">Lines met with a compromise.</param>
/// <param name="NotPossible">Lines the model cannot meet.</param>
/// <param name="Look">Lines a person must look at.</param>
/// <param name="Findings">What the rule book finds in the sheet, advice apart.</param>
/// <param name="Matters">The setting that matters most; null where every line is exact.</param>
/// <param name="LightLeft">What all compromises together do to the picture.</param>
/// <param name="Notable">What differs, worst first, in a few words.</param>
public sealed record CoverageCell(int Exact, int Compromise, int NotPossible, int Look, int Findings, Setting? Matters, string LightLeft, string Notable)
{
    // More than this does not fit beside a cell; the rest is on the sheet.
    private const int Told = 6;

    /// <summary>Sums up a sheet.</summary>
    public static CoverageCell Of(Sheet sheet)
    {
        SheetLine[] differing = [.. sheet.Lines.Where(l => l.Fit != Fit.Exact).OrderBy(Weight)];
        string notable = string.Join(" · ", differing.Take(Told).Select(Short));
        return new CoverageCell(
            sheet.Count(Fit.Exact),
            sheet.Count(Fit.Compromise),
            sheet.Count(Fit.NotPossible),
            sheet.Count(Fit.Look),
            RuleBook.Of(sheet).Count(f => f.Grade != SheetRules.FindingGrade.Advice),
            differing.Length > 0 ? differing[0].Setting : null,
            new Distance(sheet.LightLeft.Value, NaturalUnit.Stops).Label(),
            differing.Length > Told ? $"{notable} · {differing.Length - Told} more" : notable);
    }

    /// <summary>A line that is not exact, in a few words.</summary>
    public static string Short(SheetLine line)
    {
        string name = SettingName.Of(line.Setting).Name;
        return line.Fit == Fit.NotPossible ? $"{name} not possible"
            : line.Fit == Fit.Look ? $"{name}: look"
            : line.SizeLabel.Length == 0 ? $"{name} {line.Target!.Label}"
            : $"{name} {line.SizeLabel}";
    }

    // What must be before what should be; what cannot before what is near; then the order of the work.
    private static int Weight(SheetLine line)
    {
        int fit = line.Fit switch { Fit.NotPossible => 0, Fit.Compromise => 1, _ => 2 };
        return ((int)line.Notch.Importance * 3) + fit;
    }
}
