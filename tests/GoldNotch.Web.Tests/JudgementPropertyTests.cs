using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Web.Tests;

/// <summary>No judgement contradicts another on the same page: random standards on the demo's models, with random readings.</summary>
public class JudgementPropertyTests
{
    [Fact]
    public void Every_label_of_a_dial_typed_back_is_that_position() =>
        DemoPropertyTests.Sample(
            sheet =>
            {
                foreach (SheetLine line in sheet.Lines)
                {
                    Dictionary<Setting, Reading> known = Known(sheet);
                    foreach (Detent detent in line.Dial.Detents)
                    {
                        foreach (string label in new[] { detent.Label, detent.Value.Label, detent.TypedIn(NotationPreferences.Default) })
                        {
                            Reading read = Typed(line, sheet, label, known);
                            bool same =
                                read is Reading.Automatic
                                    ? detent.Value.FollowsTheScene
                                    : read is Reading.Of { Value: var value }
                                        && (value == detent.Value || line.Dial.Locate(value) is { } at && Math.Abs(at - detent.At) < 1e-6);
                            same.ShouldBeTrue($"“{label}” of {line.Setting} on {sheet.Model.Name} is read as {read}");
                        }
                    }
                }
            },
            runs: 30
        );

    [Fact]
    public void What_a_line_shows_for_a_control_that_is_not_there_can_be_typed_and_is_on_target()
    {
        (Sheet Sheet, SheetLine Line)[] met =
        [
            .. DemoTests
                .Models.SelectMany(m => DemoTests.Approved.Select(s => SheetCompiler.Compile(s, m)))
                .SelectMany(s => s.Lines.Select(l => (s, l)))
                .Where(x => x.l is { NothingToDo: true, Target: not null } && x.l.Dial.Detents.IsEmpty),
        ];
        met.ShouldNotBeEmpty();
        foreach ((Sheet sheet, SheetLine line) in met)
        {
            Reading read = ReadingParser.Parse(line.Setting, sheet, line.Target!.Label, new Dictionary<Setting, Reading>());
            bool same = read is Reading.NotFitted || read is Reading.Of { Value: var value } && value.Label == line.Target.Label;
            same.ShouldBeTrue($"{line.Setting} on {sheet.Model.Name} is read as {read}");
            JudgedCheck.Of(sheet, [new StampedReading(line.Setting, CheckStage.Found, read, 1)]).Wrong.ShouldNotContain(line.Setting);
        }
    }

    [Fact]
    public void What_the_picture_comes_to_is_the_sum_of_its_terms_and_a_metered_sheet_leaves_what_the_meter_says() =>
        DemoPropertyTests.Sample(sheet =>
        {
            if (sheet.Predicted is { } balance)
            {
                double sum =
                    balance.Light.Value
                    + balance.Time.Value
                    + balance.Speed.Value
                    + balance.Iris.Value
                    + balance.Filters.Value
                    + balance.Lens.Value
                    - balance.Offset.Value;
                balance.Error.Value.ShouldBe(sum, 1e-9);
                if (
                    sheet.LineOf(Setting.Iris) is
                    { Notch.Requirement: Requirement.AsMetered, Fit: Fit.Exact or Fit.Compromise, NothingToDo: false }
                )
                {
                    sheet.Compromises.Value.ShouldBe(balance.Error.Value, 1e-9, $"{sheet.Model.Name}");
                }
            }
        });

    [Fact]
    public void A_camera_is_ready_only_where_no_must_is_unread_or_broken()
    {
        int ready = 0;
        Sampled(
            (sheet, readings, _) =>
            {
                int order = 0;
                JudgedCheck judged = JudgedCheck.Of(
                    sheet,
                    [.. readings.Select(r => new StampedReading(r.Key, CheckStage.Found, r.Value, ++order))]
                );
                var today = new DateOnly(2026, 11, 28);
                var last = new LastCheck(today, sheet.Standard.Name, null, judged.Wrong) { Unread = judged.UnreadRequired };
                if (Readiness.StateOf(UnitStatus.In, last, today) == ReadinessState.Ready)
                {
                    ready++;
                    judged
                        .Now.Where(v => v.Line.Notch.Importance == Importance.Must && v.Line.Target is not null)
                        .Where(v => !SettingDefinition.Of(v.Line.Setting).IsAfterTheCheck)
                        .ShouldAllBe(v =>
                            v.Kind == VerdictKind.OnTarget
                            || v.Kind == VerdictKind.WithinTolerance
                            || (v.Kind == VerdictKind.NotFitted && v.Line.Dial.Detents.IsEmpty)
                        );
                }
            },
            untouched: 0.8
        );
        ready.ShouldBeGreaterThan(3, "else nothing was tested");
    }

    [Fact]
    public void The_consequences_of_a_check_agree_with_its_verdicts_and_with_each_other() =>
        Sampled(
            (sheet, readings, _) =>
            {
                ImmutableArray<Verdict> verdicts = CheckEvaluator.Evaluate(sheet, readings);
                ConsequenceReport now = Consequences.Of(sheet, verdicts);
                Consequence exposure = now.Items.Single(i => i.Topic == ConsequenceTopic.Exposure);
                if (exposure.Because.Number("total") is { } total)
                {
                    total.ShouldBe(now.Terms.Sum(t => t.Change.Value), 1e-9);
                }

                // What is told to be set is off target, and what is off target and can be set is told.
                Setting[] set = [.. now.Order.Where(o => o.To.Case == "set-to").Select(o => o.Setting)];
                set.Order().ShouldBe([.. verdicts.Where(v => v.NeedsCorrection).Select(v => v.Line.Setting).Order()]);

                // Nothing that is read, right and by hand is called automatic.
                foreach (Consequence item in now.Items.Where(i => i.Severity == Severity.Automatic))
                {
                    bool floats = verdicts.Any(v => v.Kind == VerdictKind.Automatic || v.Reading is Reading.Automatic);
                    bool full = readings.GetValueOrDefault(Setting.FullAuto) is Reading.Of { Value: SettingValue.Switch { On: true } };
                    bool memory =
                        item.Topic == ConsequenceTopic.WhiteBalance
                        && readings.GetValueOrDefault(Setting.WhiteBalance) is Reading.Of { Value: SettingValue.WhiteMemory };
                    (floats || full || memory).ShouldBeTrue($"{item.Topic} on {sheet.Model.Name}: {JudgementText.Of(item.Because)}");
                }
            }
        );

    [Fact]
    public void Every_correction_done_in_its_order_leaves_a_camera_on_target() =>
        Sampled(
            (sheet, found, _) =>
            {
                int order = 0;
                List<StampedReading> all =
                [
                    .. found.OrderBy(f => f.Key).Select(f => new StampedReading(f.Key, CheckStage.Found, f.Value, ++order)),
                ];
                foreach (CorrectionStep step in Consequences.Of(sheet, CheckEvaluator.Evaluate(sheet, found)).Order)
                {
                    SettingValue target = sheet.LineOf(step.Setting)!.Target!;
                    all.RemoveAll(r => r.Setting == step.Setting && r.Stage == CheckStage.Left);
                    all.Add(
                        new StampedReading(
                            step.Setting,
                            CheckStage.Left,
                            target is SettingValue.Mode { Manual: false } ? Reading.Automatic.Instance
                                : target is SettingValue.WhiteMemory memory ? new Reading.Of(memory with { TakenHere = true })
                                : new Reading.Of(target),
                            ++order
                        )
                    );
                }

                foreach (Verdict verdict in CheckEvaluator.Evaluate(sheet, AsLeft.Of(sheet, all)).Where(v => v.Line.Target is not null))
                {
                    // What comes back is said to come back; nothing stays off target.
                    verdict.NeedsCorrection.ShouldBeFalse(
                        $"{verdict.Line.Setting} on {sheet.Model.Name}: {JudgementText.Of(verdict.Because)}"
                    );
                }
            }
        );

    [Fact]
    public void What_a_check_says_fits_its_page_in_both_notations() =>
        Sampled(
            (sheet, readings, _) =>
            {
                ConsequenceReport now = Consequences.Of(sheet, CheckEvaluator.Evaluate(sheet, readings));
                foreach (
                    Judgement judgement in now.Items.SelectMany(i => new[] { i.Value, i.Because }).Concat(now.Order.Select(o => o.Reason))
                )
                {
                    string text = JudgementText.Of(judgement);
                    text.ShouldNotContain("{");
                    text.ShouldNotContain("  ");
                    text.ShouldNotContain("NaN");
                    text.ShouldNotContain("∞");
                }
            }
        );

    // Each line is read as the sheet says, at some other place of its control, automatic, not fitted, or not at all.
    private static void Sampled(Action<Sheet, Dictionary<Setting, Reading>, Random> holds, double untouched = 0)
    {
        var chance = new Random(20261128);
        DemoPropertyTests.Sample(sheet =>
        {
            Dictionary<Setting, Reading> readings = [];
            bool asItShouldBe = chance.NextDouble() < untouched;
            foreach (SheetLine line in sheet.Lines)
            {
                ImmutableArray<Detent> places = line.Dial.Detents;
                Reading? read = (asItShouldBe && chance.Next(400) > 0 ? 9 : chance.Next(6)) switch
                {
                    0 => null,
                    1 when !places.IsEmpty => new Reading.Of(places[chance.Next(places.Length)].Value),
                    2 when chance.Next(3) == 0 && sheet.Model.HasAutomatic(line.Setting) => Reading.Automatic.Instance,
                    3 when chance.Next(6) == 0 => Reading.NotFitted.Instance,
                    _ => line.Target is { } target and not SettingValue.Mode { Manual: false } ? new Reading.Of(target) : null,
                };
                if (read is not null)
                {
                    readings[line.Setting] = read;
                }
            }

            holds(sheet, readings, chance);
        });
    }

    private static Dictionary<Setting, Reading> Known(Sheet sheet) =>
        new[] { Setting.RecordFormat, Setting.BaseIso }
            .Where(s => sheet.LineOf(s)?.Target is not null)
            .ToDictionary(s => s, s => (Reading)new Reading.Of(sheet.LineOf(s)!.Target!));

    private static Reading Typed(SheetLine line, Sheet sheet, string label, Dictionary<Setting, Reading> known)
    {
        try
        {
            return ReadingParser.Parse(line.Setting, sheet, label, known);
        }
        catch (QuantityException refused)
        {
            throw new ShouldAssertException($"“{label}” of {line.Setting} on {sheet.Model.Name} is refused: {refused.Message}");
        }
    }
}
