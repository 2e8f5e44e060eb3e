using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Coverage;

/// <summary>A standard on a model, counted.</summary>
/// <param name="Exact">Lines met exactly.</param>
/// <param name="Compromise">Lines met with a compromise.</param>
/// <param name="NotPossible">Lines this model cannot meet.</param>
/// <param name="BrokenMusts">Of these, the lines without which a camera does not leave: they alone break the standard.</param>
/// <param name="CheckByEye">Lines that a person checks by eye.</param>
/// <param name="Findings">Findings above advice.</param>
/// <param name="Matters">The line that matters most; null where all are exact.</param>
/// <param name="LightLeft">What the sheet leaves of exposure, in stops; positive is brighter.</param>
/// <param name="Notable">The lines that are not exact, in short, those that matter most first.</param>
public sealed record CoverageCell(
    int Exact,
    int Compromise,
    int NotPossible,
    int BrokenMusts,
    int CheckByEye,
    int Findings,
    Setting? Matters,
    Stops LightLeft,
    ImmutableArray<Judgement> Notable
)
{
    private const string RuleId = "COVERAGE";

    // More than this does not fit beside a cell; the rest is on the sheet.
    private const int Most = 6;

    private static readonly Template LineNotPossible = new(RuleId, "not-possible", "{setting} not possible");
    private static readonly Template LineByEye = new(RuleId, "by-eye", "{setting}: check by eye");
    private static readonly Template LineValue = new(RuleId, "value", "{setting} {value}");
    private static readonly Template LineSize = new(RuleId, "size", "{setting} {size}");
    private static readonly Template LineIris = new(RuleId, "iris", "{setting} {size?open|close} {size:size}");
    private static readonly Template LineMissed = new(RuleId, "missed", "{setting} {size:size} too {size?bright|dark}");
    private static readonly Template More = new(RuleId, "more", "{more} more");

    /// <summary>Counts a sheet.</summary>
    public static CoverageCell Of(Sheet sheet)
    {
        SheetLine[] differing = [.. sheet.Lines.Where(l => l.Fit != Fit.Exact).OrderBy(Weight)];
        IEnumerable<Judgement> notable = differing.Take(Most).Select(Short);
        return new CoverageCell(
            sheet.Count(Fit.Exact),
            sheet.Count(Fit.Compromise),
            sheet.Count(Fit.NotPossible),
            sheet.BrokenMusts,
            sheet.Count(Fit.CheckByEye),
            RuleBook.Of(sheet).Count(f => f.Grade != FindingGrade.Advice),
            differing.Length > 0 ? differing[0].Setting : null,
            sheet.LightLeft,
            [
                .. notable,
                .. differing.Length > Most ? [More.Of(("more", FigureValue.Count(differing.Length - Most)))] : Array.Empty<Judgement>(),
            ]
        );
    }

    /// <summary>A line in a few words.</summary>
    public static Judgement Short(SheetLine line)
    {
        (string, FigureValue) setting = ("setting", line.Setting);
        return line.Fit == Fit.NotPossible ? LineNotPossible.Of(line.Setting, setting)
            : line.Fit == Fit.CheckByEye ? LineByEye.Of(line.Setting, setting)
            : line.Size.Amount == 0 || line.Size.Unit == NaturalUnit.None ? LineValue.Of(line.Setting, setting, ("value", line.Target!))
            : line.MissesTheMeter ? LineMissed.Of(line.Setting, setting, ("size", new Stops(line.Size.Amount)))
            : line.Setting == Setting.Iris ? LineIris.Of(line.Setting, setting, ("size", FigureValue.Moved(new Stops(line.Size.Amount))))
            : LineSize.Of(line.Setting, setting, ("size", line.Size));
    }

    // What must be before what should be; not possible before a compromise; then the order of the work.
    private static int Weight(SheetLine line)
    {
        int fit = line.Fit switch
        {
            Fit.NotPossible => 0,
            Fit.Compromise => 1,
            _ => 2,
        };
        return ((int)line.Notch.Importance * 3) + fit;
    }
}
