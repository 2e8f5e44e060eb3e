using System.Collections.Immutable;
using CsCheck;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What must hold on every camera that could be, not only on the two we know.</summary>
public class RandomModelTests
{
    private static readonly ImmutableArray<string> Rates = ["23.976p", "25p", "29.97p", "50i", "59.94i", "59.94p"];

    private static readonly Gen<CameraModel> Models =
        from shutters in Gen.Int[24, 2000].HashSet[1, 12]
        from gains in Gen.Int[-6, 30].HashSet[1, 9]
        from filters in Gen.Double[0.3, 7].Array[0, 4]
        from rates in Gen.Shuffle(Rates.ToArray())
        from count in Gen.Int[1, Rates.Length]
        from widest in Gen.Double[1.2, 4]
        from ramp in Gen.Double[1, 2]
        from presets in Gen.Int[2500, 9000].HashSet[0, 3]
        from memories in Gen.Int[0, 2]
        from automatic in Gen.Bool
        from scans in Gen.Bool
        from assigns in Gen.Bool
        from manual in Gen.Bool
        select Ottermere.Alder with
        {
            Shutters = [.. shutters.OrderBy(d => d).Select(d => ExposureTime.OneOver(d))],
            Gain = new GainControl([.. gains.Order().Select(g => new GainPosition("", new Decibels(g)))], automatic, new Iso(400))
            {
                Assignable = assigns ? [.. Enumerable.Range(-6, 37).Select(g => new Decibels(g))] : [],
            },
            ClearScan = scans ? new ClearScan(30, 250, 0.1) : null,
            Filters =
                filters.Length == 0
                    ? []
                    :
                    [
                        new FilterPosition("clear", Stops.Zero),
                        .. filters.Order().Select((f, i) => new FilterPosition($"{i + 1}", new Stops(f))),
                    ],
            Formats =
            [
                .. rates
                    .Take(count)
                    .Select(r => new RecordFormat(FrameSize.Parse("1080"), ScanRate.Parse(r), [new BitRate(20), new BitRate(50)])),
            ],
            Lens = new Lens(
                new Millimetres(10),
                new Millimetres(100),
                new FNumber(widest),
                new FNumber(widest * ramp),
                FNumber.Parse("22")
            ),
            White = Ottermere.Alder.White with
            {
                Presets = [.. presets.Order().Select(k => new Kelvin(k))],
                Memories =
                    memories == 0 ? []
                    : memories == 1 ? ["A"]
                    : ["A", "B"],
                Dial = null,
            },
            Focus = new ModeControl(manual, !manual || automatic),
        };

    private static readonly Gen<Standard> Standards =
        from rate in AnyOf([.. Rates])
        from faster in Gen.Bool
        from gain in Gen.Int[-6, 12]
        from nd in AnyOf("clear", "1 stop", "2 stops", "4 stops")
        from mark in Gen.Int[6, 21]
        from rest in Gen.Bool
        from white in AnyOf("card in memory A", "card in memory B", "preset nearest to 3200 K", "preset nearest to 5600 K")
        select Ottermere.Make(
            "any",
            Ottermere.LectureRoom.Light,
            ("full-auto", "off", null),
            ("record-format", $"1080 {rate}", null),
            ("bit-rate", "at least 40 Mb/s", null),
            ("shutter", faster ? "180° or faster" : "180°", null),
            ("gain", $"{gain} dB", null),
            ("nd", nd, null),
            ("iris-control", "manual", null),
            ("iris", FNumber.AtMark(mark).Label() + (rest ? ", takes up the rest" : ""), null),
            ("white-balance", white, null),
            ("focus-mode", "manual", null)
        );

    private static readonly Gen<Sheet> Sheets = Gen.Select(Standards, Models, SheetCompiler.Compile);

    [Fact]
    public void Every_target_is_a_place_that_the_control_has() =>
        Sheets.Sample(sheet =>
        {
            foreach (SheetLine line in sheet.Lines.Where(l => l.Target is not null && !l.Dial.Detents.IsEmpty))
            {
                line.Dial.Locate(line.Target!).ShouldNotBeNull($"{line.Setting} {line.Target!.Label}");
            }
        });

    [Fact]
    public void A_target_read_back_from_its_own_label_is_on() =>
        Sheets.Sample(sheet =>
        {
            Dictionary<Setting, Reading> readings = [];
            foreach (SheetLine line in sheet.Lines.Where(l => l.Target is not null && !l.Dial.Detents.IsEmpty))
            {
                readings[line.Setting] = ReadingParser.Parse(line.Setting, sheet, line.Target!.Label, readings);
            }

            foreach (Verdict verdict in CheckEvaluator.Evaluate(sheet, readings).Where(v => readings.ContainsKey(v.Line.Setting)))
            {
                verdict.Kind.ShouldBe(
                    VerdictKind.OnTarget,
                    $"{verdict.Line.Setting} {verdict.Line.Target!.Label}: {verdict.Because.Text()}"
                );
            }
        });

    [Fact]
    public void Same_input_same_sheet() =>
        Gen.Select(Standards, Models)
            .Sample(
                (standard, model) => Told(SheetCompiler.Compile(standard, model)).ShouldBe(Told(SheetCompiler.Compile(standard, model)))
            );

    [Fact]
    public void Exact_means_within_a_twentieth_of_a_stop_and_a_compromise_says_its_size() =>
        Sheets.Sample(sheet =>
        {
            foreach (SheetLine line in sheet.Lines)
            {
                if (line.Fit == Fit.Exact)
                {
                    Math.Abs(line.Light.Value).ShouldBeLessThanOrEqualTo(0.0501, line.Setting.ToString());
                    line.Size.Amount.ShouldBe(0);
                }
                else if (line.Fit == Fit.NotPossible)
                {
                    line.Target.ShouldBeNull();
                    line.Because.Text().Length.ShouldBeGreaterThan(20);
                }
            }
        });

    [Fact]
    public void An_iris_that_takes_up_the_rest_leaves_a_sixth_unless_the_lens_ends() =>
        Sheets.Sample(sheet =>
        {
            if (
                sheet.LineOf(Setting.Iris)
                is not { Notch.Requirement: Requirement.Iris { TakesUpTheRest: true }, Target: SettingValue.Iris { Number: var n } }
            )
            {
                return;
            }

            bool atAnEnd = n == sheet.Model.Lens.WidestAtShort || n == sheet.Model.Lens.Smallest;
            if (!atAnEnd)
            {
                Math.Abs(sheet.LightLeft.Value).ShouldBeLessThanOrEqualTo((1.0 / 6) + 0.051);
            }
        });

    [Fact]
    public void The_gain_is_never_above_the_requirement_while_something_lies_below() =>
        Sheets.Sample(sheet =>
        {
            Decibels requirement = ((Requirement.Gain)sheet.LineOf(Setting.Gain)!.Notch.Requirement).Value;
            Decibels got = sheet.Target<SettingValue.GainAt>(Setting.Gain)!.Gain;
            (got <= requirement || sheet.Model.Gain.Positions.All(p => p.Gain > requirement)).ShouldBeTrue();
        });

    [Fact]
    public void No_standard_ever_asks_for_a_shutter_longer_than_a_picture() =>
        Sheets.Sample(sheet =>
        {
            if (
                sheet.Target<SettingValue.Speed>(Setting.Shutter) is { Time: var time }
                && sheet.Target<SettingValue.Format>(Setting.RecordFormat) is { Rate: var rate }
            )
            {
                Shutter.RepeatsFrames(time, rate).ShouldBeFalse();
            }
        });

    [Fact]
    public void The_picture_in_all_is_the_sum_of_its_terms_and_the_order_names_only_what_is_wrong() =>
        Gen.Select(Sheets, Gen.Int[0, 30], Gen.Int[0, 30])
            .Sample(
                (sheet, a, b) =>
                {
                    Dictionary<Setting, Reading> readings = Ottermere.AsSheet(sheet);
                    Move(Setting.Gain, a);
                    Move(Setting.NeutralDensity, b);
                    ImmutableArray<Verdict> verdicts = CheckEvaluator.Evaluate(sheet, readings);
                    ConsequenceReport now = Consequences.Of(sheet, verdicts);
                    double sum = now.Terms.Sum(t => t.Change.Value);
                    double inAll = now.Items.Single(i => i.Topic == ConsequenceTopic.Exposure).Because.Number("total")!.Value;
                    inAll.ShouldBe(sum, 1e-9);
                    foreach (CorrectionStep step in now.Order.Where(s => s.To.Case is not ("balance-again" or "read-again")))
                    {
                        verdicts
                            .Single(v => v.Line.Setting == step.Setting)
                            .Kind.ShouldBeOneOf(VerdictKind.OffTarget, VerdictKind.Automatic);
                    }

                    void Move(Setting setting, int to)
                    {
                        ImmutableArray<Detent> detents = sheet.LineOf(setting)!.Dial.Detents;
                        if (!detents.IsEmpty)
                        {
                            readings[setting] = new Reading.Of(detents[to % detents.Length].Value);
                        }
                    }
                }
            );

    private static Gen<string> AnyOf(params string[] choices) => Gen.Int[0, choices.Length - 1].Select(i => choices[i]);

    private static string Told(Sheet sheet) =>
        string.Join("\n", sheet.Lines.Select(l => $"{l.Setting} {l.Fit} {l.Target?.Label} {l.Size} {l.Because.Text()}"));
}
