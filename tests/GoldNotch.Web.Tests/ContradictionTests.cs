using System.Collections.Immutable;
using System.Text.RegularExpressions;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;

namespace GoldNotch.Web.Tests;

/// <summary>
/// Walks the demo's standards on its models under all conditions, and line-ups drawn at random, and looks for what contradicts itself: one quantity with two
/// values, an exact line with light left, a remedy that does not do what it says, a sentence with a hole, <i>none</i> and <i>only</i> that a search refutes.
/// <c>tools/contradictions N</c> walks N times as far.
/// </summary>
public partial class ContradictionTests
{
    private static readonly int Times = int.TryParse(Environment.GetEnvironmentVariable("GOLDNOTCH_WALK"), out int times) ? times : 1;

    // Fractions and numbers that labels round: what differs by less is one number.
    private const double Same = 1e-6;
    private const double LooksRight = 1.0 / 6;

    [Fact]
    public void No_sheet_of_the_demo_contradicts_itself()
    {
        int sheets = 0;
        List<string> wrong = [];
        foreach (Standard standard in DemoTests.Approved)
        {
            foreach (CameraModel model in DemoTests.Models)
            {
                foreach (Circumstances circumstances in Under(standard))
                {
                    foreach (double light in Lights())
                    {
                        Standard there =
                            light == 1 || standard.Light.Illuminance is not { } lux
                                ? standard
                                : standard.In(standard.Light with { Illuminance = new Lux(lux.Value * light) });
                        Sheet sheet = SheetCompiler.Compile(there, model, circumstances);
                        sheets++;
                        wrong.AddRange(OfSheet(sheet).Select(w => $"{standard.Name} on {model.Name}, light ×{light}: {w}"));
                    }
                }
            }
        }

        sheets.ShouldBeGreaterThanOrEqualTo(500);
        wrong.Distinct().Take(20).ShouldBeEmpty();
    }

    [Fact]
    public void No_line_up_contradicts_itself_and_every_remedy_does_what_it_says()
    {
        var chance = new Random(20261202);
        (int planned, int remedies) = (0, 0);
        List<string> wrong = [];
        for (int i = 0; i < 60 * Times; i++)
        {
            LineUp lineUp = Drawn(chance);
            LineUpReport report;
            try
            {
                report = LineUpReport.Of(lineUp);
            }
            catch (QuantityException)
            {
                // What concerns all cameras is refused with its reason: no common speed, a circle.
                continue;
            }

            if (report.Plan is null)
            {
                continue;
            }

            planned++;
            string at = $"line-up {i}, {lineUp.Light.Lux.Value:0} lx";
            wrong.AddRange(OfPlan(report).Select(w => $"{at}: {w}"));
            foreach (CameraRow row in report.Cameras.Where(_ => lineUp.Strategy == PlanStrategy.OwnBase))
            {
                foreach (Remedy remedy in row.Remedies.Where(r => r.Kind is RemedyKind.Shutter or RemedyKind.Light))
                {
                    remedies++;
                    if (Applied(lineUp, row, remedy) is { } after && Off(after) >= Off(row) - Same)
                    {
                        wrong.Add(
                            $"{at}, {row.Plan.Camera.Name}: {JudgementText.Of(remedy.Because)} leaves {after.Plan.Chosen.Error.Value:0.00}"
                        );
                    }
                }
            }
        }

        planned.ShouldBeGreaterThan(40 * Times);
        remedies.ShouldBeGreaterThan(5 * Times);
        wrong.Distinct().Take(20).ShouldBeEmpty();
    }

    private static IEnumerable<string> OfSheet(Sheet sheet)
    {
        foreach (SheetLine line in sheet.Lines)
        {
            foreach (string fault in OfSentence(line.Because))
            {
                yield return $"{line.Setting}: {fault}";
            }

            if (
                line is { Fit: Fit.Exact or Fit.Compromise, NothingToDo: false, Target: { } target }
                && !line.Dial.Detents.IsEmpty
                && line.Dial.Locate(target) is null
            )
            {
                yield return $"{line.Setting}: {target.Label} is no place of its control";
            }
        }

        foreach (string fault in RuleBook.Of(sheet).SelectMany(f => OfSentence(f.Because)))
        {
            yield return fault;
        }

        if (!sheet.Model.RecordsSound && sheet.Lines.Any(l => SoundSettings.All.Contains(l.Setting)))
        {
            yield return "audio lines on a camera without sound";
        }

        if (sheet.Predicted is { } predicted)
        {
            if (sheet.LightLeft != predicted.Error)
            {
                yield return $"light left {sheet.LightLeft.Value} and predicted {predicted.Error.Value}";
            }

            foreach ((SheetLine line, Stops told) in LeftOver(sheet).Where(l => Math.Abs((l.Told - predicted.Error).Value) > Same))
            {
                yield return $"{line.Setting} says {told.Value:0.000} is left, the prediction {predicted.Error.Value:0.000}";
            }

            bool takesUp =
                sheet.LineOf(Setting.Iris)?.Notch.Requirement is Requirement.AsMetered or Requirement.Iris { TakesUpTheRest: true };
            if (takesUp && sheet.LineOf(Setting.Iris)!.Fit == Fit.Exact && Math.Abs(predicted.Error.Value) > LooksRight + Same)
            {
                yield return $"the iris is exact and {predicted.Error.Value:0.00} stop is left";
            }
        }

        if (
            sheet.Word(Setting.Profile) is { } curve
            && sheet.Model.Gain.FixedToBase.Contains(curve)
            && sheet.LineOf(Setting.Gain) is { } gain
        )
        {
            if (gain.Light != Stops.Zero || gain.Size.Amount != 0 && gain.Notch.Requirement is not Requirement.Gain)
            {
                yield return "a curve recorded at base prices gain";
            }
        }

        foreach (RuleFinding none in RuleBook.Of(sheet).Where(f => Whole(f.Because).Any(j => j.Case == "none-steadier")))
        {
            if (
                sheet.Target<SettingValue.Speed>(Setting.Shutter) is { } speed
                && sheet.Format is { } format
                && SteadierShutter
                    .PositionsOf(sheet.Model, format.Rate)
                    .Any(p =>
                        p.Time.Seconds * format.Rate.PicturesPerSecond <= 1
                        && Ripple(sheet, p.Time, format.Rate) < 0.5
                        && Ripple(sheet, speed.Time, format.Rate) >= 0.5
                    )
            )
            {
                yield return $"{none.Because.Case}: a steady shutter is on the dial";
            }
        }
    }

    private static double Ripple(Sheet sheet, ExposureTime time, ScanRate rate) =>
        Flicker.Of(sheet.Standard.Light.MainsHz, time, rate, sheet.Standard.Light.Modulation).RipplePercent;

    // Whatever says what is left of the light, wherever it stands on the sheet.
    private static IEnumerable<(SheetLine Line, Stops Told)> LeftOver(Sheet sheet)
    {
        foreach (SheetLine line in sheet.Lines.Where(l => l.Setting is Setting.Iris or Setting.Gain))
        {
            foreach (Judgement judgement in Whole(line.Because))
            {
                double? told = judgement.Case switch
                {
                    "still-missing" => judgement.Number("left"),
                    "remains" => judgement.Number("rest"),
                    "too-dark" or "too-bright" or "metered" => judgement.Number("off"),
                    _ => null,
                };
                if (told is { } stops)
                {
                    yield return (line, new Stops(stops));
                }
            }
        }
    }

    private static IEnumerable<string> OfPlan(LineUpReport report)
    {
        foreach (CameraRow row in report.Cameras)
        {
            PlanCandidate chosen = row.Plan.Chosen;
            IrisTravel travel = row.Plan.Camera.Iris;
            if (chosen.Iris.Value < travel.Widest.Value - Same || chosen.Iris.Value > travel.Smallest.Value + Same)
            {
                yield return $"{row.Plan.Camera.Name}: {chosen.Iris.Label()} is no iris of this lens";
            }

            if (row.Plan.Next.Any(n => n.Cost < row.Plan.Cheapest.Cost - 0.0011))
            {
                yield return $"{row.Plan.Camera.Name}: the next is cheaper than the chosen";
            }

            if (chosen.CostOf(PlanTerm.GainWithFilter) > 0 && row.Why.Then.All(t => t.Case is not ("only-with-both" or "dearer-without")))
            {
                yield return $"{row.Plan.Camera.Name}: gain behind a filter without a reason";
            }

            if (
                row.Plan.BeforeAlignment is { } before
                && Math.Abs(chosen.Error.Value) > Math.Max(LooksRight, Math.Abs(before.Error.Value)) + Same
            )
            {
                yield return $"{row.Plan.Camera.Name}: aligned out of the exposure";
            }

            if (row.RequirementMissed is { } missed)
            {
                foreach (Match f in AnyIris().Matches(JudgementText.Of(missed)))
                {
                    double n = double.Parse(f.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture);
                    if (n is < 0.5 or > 90)
                    {
                        yield return $"{row.Plan.Camera.Name}: {f.Value} is on no lens";
                    }
                }
            }

            foreach (
                Judgement told in new[] { row.Why, row.RequirementMissed, row.PinCost, row.Ramp }
                    .OfType<Judgement>()
                    .Concat(row.Remedies.Select(r => r.Because))
            )
            {
                foreach (string fault in OfSentence(told))
                {
                    yield return $"{row.Plan.Camera.Name}: {fault}";
                }
            }
        }

        double spread = report.Cameras.Max(c => c.Plan.Chosen.Error.Value) - report.Cameras.Min(c => c.Plan.Chosen.Error.Value);
        if (Math.Abs(spread - report.Plan!.LargestDifference.Value) > Same)
        {
            yield return "two numbers for the largest difference";
        }
    }

    private static IEnumerable<string> OfSentence(Judgement judgement)
    {
        string text = JudgementText.Of(judgement);
        if (
            text.Contains(JudgementText.NotRecorded, StringComparison.Ordinal)
            || text.Contains("  ", StringComparison.Ordinal)
            || text.Contains("NaN", StringComparison.Ordinal)
        )
        {
            yield return $"a hole: {text}";
        }

        if (SentenceBegins().Match(text) is { Success: true } lower)
        {
            yield return $"a sentence begins with {lower.Value}: {text}";
        }

        if (WrongCount().IsMatch(text))
        {
            yield return $"one of several: {text}";
        }
    }

    // A sentence after another begins with a capital; values like f/2.8 and 1/60 begin with what they are.
    [GeneratedRegex(@"[a-z]\. [a-z](?!/)\w+")]
    private static partial Regex SentenceBegins();

    [GeneratedRegex(@"(?<![\d.,/])1 (cards|batteries|filters|settings|stops|lines) ")]
    private static partial Regex WrongCount();

    [GeneratedRegex(@"[fT]/?(\d+(?:\.\d+)?)")]
    private static partial Regex AnyIris();

    private static IEnumerable<Judgement> Whole(Judgement of) => [of, .. of.Then.SelectMany(Whole)];

    private static double Off(CameraRow row) =>
        (100 * Math.Max(0, Math.Abs(row.Plan.Chosen.Error.Value) - LooksRight)) + row.Plan.Chosen.IrisMissedBy.Value;

    private static CameraRow? Applied(LineUp lineUp, CameraRow row, Remedy remedy)
    {
        double Figure(string name) => remedy.Because.Number(name)!.Value;
        LineUp with =
            remedy.Kind == RemedyKind.Light
                ? lineUp with
                {
                    Light = lineUp.Light with
                    {
                        Metered = MeteredLight.FromLux(new Lux(lineUp.Light.Metered.LuxPerConstant * Math.Pow(2, -Figure("stops"))), 1),
                    },
                }
                : lineUp with
                {
                    Cameras =
                    [
                        .. lineUp.Cameras.Select(c =>
                            c.Letter == row.Plan.Camera.Name
                                ? c with
                                {
                                    Pins = Pins.None with { Shutter = new ExposureTime(Figure("shutter")) },
                                }
                                : c
                        ),
                    ],
                };
        return LineUpReport.Of(with).Cameras.FirstOrDefault(c => c.Plan.Camera.Name == row.Plan.Camera.Name);
    }

    // Each pair of conditions is one or the other; all of them together is what a shoot can be.
    private static IEnumerable<Circumstances> Under(Standard standard)
    {
        yield return standard.Circumstances;
        foreach (
            Condition[] conditions in new Condition[][]
            {
                [Condition.Hand, Condition.Attended, Condition.Alone],
                [Condition.Tripod, Condition.Unattended, Condition.Alone],
                [Condition.Tripod, Condition.Unattended, Condition.CutWithOthers],
                [Condition.Tripod, Condition.Outdoors, Condition.CutWithOthers],
            }
        )
        {
            yield return conditions.Aggregate(standard.Circumstances, (all, one) => all.With(one));
        }
    }

    private static IEnumerable<double> Lights() => Times > 1 ? [1, 0.004, 0.05, 0.3, 3, 20] : [1, 0.05, 4];

    private static LineUp Drawn(Random chance)
    {
        CameraModel[] models =
        [
            .. DemoTests.Models.Where(m => m.Sensor is not null && (m.Gain.IsoAtZeroGain is not null || !m.Gain.Bases.IsEmpty)),
        ];
        Standard standard = DemoTests.Approved[chance.Next(DemoTests.Approved.Length)];
        int count = chance.Next(1, 5);
        var cameras = ImmutableArray.CreateBuilder<LineUpCamera>();
        for (int i = 0; i < count; i++)
        {
            CameraModel model = models[chance.Next(models.Length)];
            Lens lens = model.Lenses.IsEmpty ? model.Lens : model.Lenses[chance.Next(model.Lenses.Length)].Lens;
            double focal = lens.Shortest.Value + (chance.NextDouble() * (lens.Longest.Value - lens.Shortest.Value));
            cameras.Add(
                new LineUpCamera(
                    ((char)('A' + i)).ToString(),
                    $"OBG-{i}",
                    model.Name,
                    model with
                    {
                        Lens = lens,
                    },
                    "",
                    null,
                    "",
                    (Watch)chance.Next(4),
                    new Millimetres(focal),
                    null,
                    new Metres(1.5 + (8 * chance.NextDouble())),
                    chance.Next(6) switch
                    {
                        0 => new IrisRequirement.Open(),
                        1 => new IrisRequirement.Fixed(FNumber.Parse("4")),
                        2 => new IrisRequirement.Range(FNumber.Parse("2.8"), FNumber.Parse("5.6")),
                        3 => new IrisRequirement.Depth(new Metres(0.5)),
                        _ when i > 0 => new IrisRequirement.SameDepthAs("A"),
                        _ => new IrisRequirement.Range(FNumber.Parse("4"), FNumber.Parse("8")),
                    }
                )
            );
        }

        return new LineUp(
            "Drawn",
            "a room",
            standard,
            new LineUpLight(
                MeteredLight.FromLux(new Lux(Math.Pow(2, 2 + (14 * chance.NextDouble())))),
                MeteredLight.DomeConstant,
                new Kelvin(4300),
                60,
                chance.Next(2) == 0 ? LampKind.Tungsten : LampKind.Daylight,
                new Stops(-2),
                new Stops(1)
            ),
            [],
            (PlanStrategy)chance.Next(3),
            chance.Next(2) == 0
                ? []
                :
                [
                    new FrontFilter(new FilterPosition("0.6", new Stops(2)), 1),
                    new FrontFilter(new FilterPosition("1.2", new Stops(4)), 1),
                ],
            cameras.ToImmutable()
        );
    }
}
