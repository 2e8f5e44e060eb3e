using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Tests;

/// <summary>What must hold for any standard on any camera: requirements drawn at random on the demo's models, and on the same with parts of their cards torn out.</summary>
public class DemoPropertyTests
{
    private const int Runs = 400;
    private static readonly ImmutableArray<CameraModel> Models = DemoTests.Models;
    private static readonly ImmutableArray<Standard> Approved = DemoTests.Approved;

    [Fact]
    public void Every_target_is_a_place_that_the_control_has() =>
        Sample(sheet =>
        {
            foreach (
                SheetLine line in sheet.Lines.Where(l =>
                    l.Target
                        is SettingValue.Choice
                            or SettingValue.Amount
                            or SettingValue.Speed
                            or SettingValue.GainAt
                            or SettingValue.Filter
                    && !l.NothingToDo
                    && l.Fit != Fit.CheckByEye
                )
            )
            {
                Dial dial = line.Dial;
                if (!dial.Detents.IsEmpty)
                {
                    dial.Locate(line.Target!).ShouldNotBeNull($"{line.Setting} {line.Target!.Label} on {sheet.Model.Name}");
                }
            }
        });

    [Fact]
    public void A_camera_that_stands_as_the_sheet_says_is_on_in_every_line() =>
        Sample(sheet =>
        {
            Dictionary<Setting, Reading> readings = [];
            foreach (SheetLine line in sheet.Lines.Where(l => l.Target is not null && (!l.NothingToDo || l.LookAnyway)))
            {
                string shown = line.Target is SettingValue.Mode { Manual: false } ? "auto" : line.Target!.Label;
                readings[line.Setting] = ReadingParser.Parse(line.Setting, sheet, shown, readings);
            }

            foreach (Verdict verdict in CheckEvaluator.Evaluate(sheet, readings).Where(v => v.Line.Target is not null))
            {
                verdict.Kind.ShouldBe(
                    VerdictKind.OnTarget,
                    $"{verdict.Line.Setting} {verdict.Line.Target!.Label} on {sheet.Model.Name}: {JudgementText.Of(verdict.Because)}"
                );
            }
        });

    [Fact]
    public void Every_line_explains_itself_and_a_line_that_cannot_says_what_to_do() =>
        Sample(sheet =>
        {
            foreach (SheetLine line in sheet.Lines)
            {
                JudgementText.Of(line.Because).Length.ShouldBeGreaterThan(10, line.Setting.ToString());
                JudgementText.Of(line.Because).ShouldNotContain("  ");
                if (line.Fit is Fit.Exact or Fit.Compromise)
                {
                    line.Target.ShouldNotBeNull(line.Setting.ToString());
                }

                // A preset in the place of a card balance is a compromise however near it is.
                if (
                    line.Fit == Fit.Compromise
                    && SettingDefinition.Of(line.Setting).Unit != NaturalUnit.None
                    && line.Notch.Requirement is not Requirement.WhiteCard
                )
                {
                    line.Size.Amount.ShouldNotBe(0, $"{line.Setting} on {sheet.Model.Name}: {JudgementText.Of(line.Because)}");
                }

                if (line.Fit == Fit.NotPossible)
                {
                    line.Target.ShouldBeNull(line.Setting.ToString());
                    JudgementText
                        .Of(line.Because)
                        .Split('.', StringSplitOptions.RemoveEmptyEntries)
                        .Length.ShouldBeGreaterThan(1, $"{line.Setting}: {JudgementText.Of(line.Because)}");
                }
            }
        });

    [Fact]
    public void Whatever_is_judged_is_stored_and_read_back_as_it_was() =>
        Sample(sheet =>
        {
            foreach (Judgement judgement in sheet.Lines.Select(l => l.Because).Concat(RuleBook.Of(sheet).Select(f => f.Because)))
            {
                JudgementDocument.Read(JudgementDocument.Write(judgement)).ShouldBe(judgement);
            }

            foreach (SettingValue target in sheet.Lines.Select(l => l.Target).OfType<SettingValue>())
            {
                ValueDocument.Of(target).ToValue().ShouldBe(target);
            }
        });

    [Fact]
    public void The_same_input_gives_the_same_sheet_and_no_rule_is_thrown_off() =>
        Sample(sheet =>
        {
            Sheet again = SheetCompiler.Compile(sheet.Standard, sheet.Model, sheet.Circumstances);
            StandardChange.Between(sheet, again).ShouldBeEmpty();
            RuleBook.Of(again).ShouldBe(RuleBook.Of(sheet));
            RuleBook.Of(sheet.Model).ShouldAllBe(f => JudgementText.Of(f.Because).Length > 20);
            CoverageCell cell = CoverageCell.Of(sheet);
            (cell.Exact + cell.Compromise + cell.NotPossible + cell.CheckByEye).ShouldBe(sheet.Lines.Length);
            (cell.Matters is null).ShouldBe(cell.Exact == sheet.Lines.Length);
        });

    [Fact]
    public void No_standard_asks_for_automatic_gain_above_its_cap_or_a_filter_with_gain() =>
        Sample(sheet =>
        {
            if (sheet.LineOf(Setting.Gain) is { Target: SettingValue.GainAt gain, Because.RuleId: "GAIN-LAST" or "GAIN-WITHIN-NOISE" })
            {
                gain.Gain.IsAbove(sheet.Model.Gain.Cap!.Value).ShouldBeFalse("within the last digit of a label counts as on the cap");
            }
        });

    [Fact]
    public void Every_option_of_a_policy_makes_a_difference_on_some_camera()
    {
        // It says the same as 0 dB, since cards count gain from the native ISO.
        string[] same = ["base-gain/native"];
        List<string> without = [];
        foreach (Policy policy in Policy.All.Where(p => !p.Settings.IsEmpty))
        {
            foreach (PolicyOption option in policy.Options.Skip(1))
            {
                bool differs = Approved
                    .SelectMany(s => new[] { 1, 0.25, 4 }, Under)
                    .Any(standard =>
                        Models.Any(model =>
                        {
                            Standard asked = Asking(standard, policy);
                            return StandardChange
                                    .Between(
                                        SheetCompiler.Compile(asked, model),
                                        SheetCompiler.Compile(asked with { Policies = asked.Policies.With(policy.Key, option.Key) }, model)
                                    )
                                    .Length > 0;
                        })
                    );
                if (!differs)
                {
                    without.Add($"{policy.Key}/{option.Key}");
                }
            }
        }

        without.ShouldBe(same);
    }

    // More light and less: bases part only between two of them.
    private static Standard Under(Standard standard, double light) =>
        new(
            standard.Key,
            standard.Name,
            standard.Version,
            standard.Purpose,
            standard.Light with
            {
                Illuminance = standard.Light.Illuminance is { } lux ? new Lux(lux.Value * light) : null,
            },
            standard.Notches
        )
        {
            Use = standard.Use,
            PlannedMinutes = standard.PlannedMinutes,
        };

    // The standard with the policy's settings left to it, under the circumstances in which the options part.
    private static Standard Asking(Standard standard, Policy policy)
    {
        IEnumerable<Notch> others = standard.Notches.Where(n => !policy.Settings.Contains(n.Setting));
        IEnumerable<Notch> asked = policy.Settings.Select(s => new Notch(
            s,
            policy.Matter == PolicyMatter.GainAllowed ? new Requirement.NativeGain()
                : policy.Matter == PolicyMatter.Shutter ? Requirement.Parse(s, "172.8°")
                : new Requirement.ByPolicy(),
            default,
            Importance.Must,
            "for a test"
        ));
        return new Standard(standard.Key, standard.Name, standard.Version, standard.Purpose, standard.Light, others.Concat(asked))
        {
            Use = standard.Use,
            PlannedMinutes = standard.PlannedMinutes,
            Circumstances = policy.Matter == PolicyMatter.Iris ? Circumstances.Usual.With(Condition.Hand) : Circumstances.Usual,
        };
    }

    internal static void Sample(Action<Sheet> holds, int runs = Runs)
    {
        var chance = new Random(20261123);
        for (int run = 0; run < runs; run++)
        {
            CameraModel model = Torn(Models[chance.Next(Models.Length)], chance);
            Notch[] notches =
            [
                .. SettingDefinition
                    .All.Where(_ => chance.Next(4) > 0)
                    .Select(n => new Notch(
                        n.Setting,
                        Requirement.Parse(
                            n.Setting,
                            Requirement.Examples(n.Setting) is { Length: > 0 } requirements
                                ? requirements[chance.Next(requirements.Length)]
                                : "whatever"
                        ),
                        default,
                        (Importance)chance.Next(3),
                        "for a test"
                    )),
            ];
            Standard like = Approved[chance.Next(Approved.Length)];
            var standard = new Standard("any", "Any", 1, "for a test", like.Light, notches)
            {
                Use = like.Use,
                PlannedMinutes = chance.Next(3) == 0 ? null : chance.Next(1, 600),
                Circumstances = like.Circumstances,
            };
            holds(SheetCompiler.Compile(standard, model));
        }
    }

    // Parts of a card that nobody has filled in yet, or that the model turns out not to have.
    private static CameraModel Torn(CameraModel model, Random chance)
    {
        foreach (Setting setting in model.Choices.Keys.Concat(model.Levels.Keys).Order().ToArray())
        {
            if (chance.Next(6) == 0)
            {
                model = model with
                {
                    Choices = model.Choices.Remove(setting),
                    Levels = model.Levels.Remove(setting),
                    NotFitted = chance.Next(2) == 0 ? model.NotFitted.Add(setting) : model.NotFitted,
                };
            }
        }

        return model with
        {
            Card = chance.Next(4) == 0 ? null : model.Card,
            Power = chance.Next(4) == 0 ? null : model.Power,
            Reset = chance.Next(4) == 0 ? null : model.Reset,
            Slots = chance.Next(5) == 0 ? [] : model.Slots,
        };
    }
}
