using System.Collections.Immutable;
using CsCheck;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Shares with their intervals, what to do about drift, and how a unit stands.</summary>
public class DriftTests
{
    [Theory]
    [InlineData(0, 0, 0, 1)]
    [InlineData(3, 3, 0.4385, 1)]
    [InlineData(7, 40, 0.0875, 0.3195)]
    [InlineData(50, 100, 0.4038, 0.5962)]
    [InlineData(0, 20, 0, 0.1611)]
    public void A_rate_has_its_interval(int times, int of, double low, double high)
    {
        (double least, double most) = new Frequency(times, of).Interval;
        least.ShouldBe(low, 1e-4);
        most.ShouldBe(high, 1e-4);
    }

    [Fact]
    public void An_interval_holds_its_share_and_narrows_with_more_readings() =>
        Gen.Select(Gen.Int[1, 2000], Gen.Double[0, 1])
            .Sample(
                (of, share) =>
                {
                    int times = (int)(of * share);
                    (double low, double high) = new Frequency(times, of).Interval;
                    low.ShouldBeLessThanOrEqualTo((double)times / of + 1e-12);
                    high.ShouldBeGreaterThanOrEqualTo((double)times / of - 1e-12);
                    (double closer, double nearer) = new Frequency(times * 4, of * 4).Interval;
                    (nearer - closer).ShouldBeLessThanOrEqualTo(high - low + 1e-12);
                }
            );

    [Theory]
    [InlineData("gain", 2, 4, 0, BodySide.Left, DriftRemedy.TooFew)]
    [InlineData("gain", 0, 40, 0, BodySide.Left, DriftRemedy.Leave)]
    [InlineData("gain", 6, 60, 0, BodySide.Left, DriftRemedy.ShorterInterval)]
    [InlineData("gain", 20, 60, 2, BodySide.Left, DriftRemedy.Tape)]
    [InlineData("gain", 20, 60, 15, BodySide.Left, DriftRemedy.Training)]
    [InlineData("digital-zoom", 20, 60, 0, BodySide.Screen, DriftRemedy.Lock)]
    [InlineData("clips-copied", 20, 60, 0, BodySide.Screen, DriftRemedy.Training)]
    [InlineData("running-minutes", 20, 60, 0, BodySide.Screen, DriftRemedy.Training)]
    public void What_to_do_about_drift_follows_from_its_size_its_kind_and_its_place(
        string setting,
        int wrong,
        int looked,
        int automatic,
        BodySide side,
        DriftRemedy remedy
    )
    {
        var place = new ControlPlace(side, 0.5, 0.5, "THERE", "", "An A beside the number.", "");
        DriftFinding finding = Drift.Of(
            SettingDefinition.Parse(setting),
            new Frequency(wrong, looked),
            new Frequency(automatic, looked),
            place
        );
        finding.Remedy.ShouldBe(remedy);
        finding.Because.Number("read").ShouldBe(looked);
        (finding.Because.Number("off") ?? wrong).ShouldBe(wrong);
    }

    [Fact]
    public void Where_nobody_says_where_the_control_is_both_ways_of_holding_it_are_told() =>
        Drift.Of(Setting.Gain, new Frequency(20, 60), new Frequency(0, 60), null).Remedy.ShouldBe(DriftRemedy.Hold);

    [Fact]
    public void What_the_model_cannot_do_is_no_fault_of_the_unit()
    {
        CameraModel fixedFocus = Ottermere.Alder with { Focus = new ModeControl(false, true) };
        Sheet sheet = SheetCompiler.Compile(Ottermere.LectureRoom, fixedFocus);
        sheet.LineOf(Setting.FocusMode)!.Target.ShouldBeNull();
        Ottermere.Now(sheet, new() { [Setting.FocusMode] = new Reading.Of(new SettingValue.Mode(false)) }).Order.ShouldBeEmpty();
        JudgedCheck outcome = JudgedCheck.Of(
            sheet,
            [new StampedReading(Setting.FocusMode, CheckStage.Found, new Reading.Of(new SettingValue.Mode(false)), 1)]
        );
        outcome.Wrong.ShouldBeEmpty();
        outcome.FoundSettings.ShouldBeEmpty();
    }

    [Fact]
    public void Counts_that_cannot_be_are_refused()
    {
        Should.Throw<QuantityException>(() => Drift.Of(Setting.Gain, new Frequency(5, 4), new Frequency(0, 4), null));
        Should.Throw<QuantityException>(() => Drift.Of(Setting.Gain, new Frequency(2, 4), new Frequency(3, 4), null));
    }

    [Theory]
    [InlineData("repair", null, ReadinessState.Repair, "repair-short")]
    [InlineData("retired", null, ReadinessState.Retired, "retired-short")]
    [InlineData("out", "2026-11-16", ReadinessState.Out, "overdue-short")]
    [InlineData("out", "2026-11-27", ReadinessState.Out, "")]
    [InlineData("in", null, ReadinessState.Due, "never-short")]
    public void A_unit_that_nobody_checked_stands_as_it_is(string status, string? dueBack, ReadinessState state, string inShort)
    {
        Readiness now = Readiness.Of(
            UnitStatuses.Parse(status),
            dueBack is null ? null : DateOnly.Parse(dueBack, System.Globalization.CultureInfo.InvariantCulture),
            null,
            new DateOnly(2026, 11, 25)
        );
        now.State.ShouldBe(state);
        (now.InShort?.Case ?? "").ShouldBe(inShort);
        now.InShort?.Number("late").ShouldBe(now.Overdue ? 9 : null);
        now.Overdue.ShouldBe(inShort.StartsWith("overdue", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(14, "", ReadinessState.Ready, "", null, "2026-11-25")]
    [InlineData(14, "", ReadinessState.Due, "due-today", null, "2026-11-24")]
    [InlineData(14, "", ReadinessState.Due, "due-short", 3.0, "2026-11-21")]
    [InlineData(null, "", ReadinessState.Ready, "", null, "2025-01-01")]
    [InlineData(14, "gain", ReadinessState.Off, "off-short", null, "2026-11-25")]
    [InlineData(14, "gain nd", ReadinessState.Off, "off-short", null, "2026-11-25")]
    [InlineData(14, "gain white-balance phantom-1 zebra", ReadinessState.Off, "off-short-more", 2.0, "2026-11-20")]
    public void A_checked_unit_is_ready_due_or_off(
        int? interval,
        string wrong,
        ReadinessState state,
        string inShort,
        double? number,
        string dayAfterFortnight
    )
    {
        DateOnly signed = DateOnly.Parse(dayAfterFortnight, System.Globalization.CultureInfo.InvariantCulture).AddDays(-13);
        ImmutableArray<Setting> off = [.. wrong.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(SettingDefinition.Parse)];
        Readiness now = Readiness.Of(
            UnitStatus.In,
            null,
            new LastCheck(signed, "Lecture room", interval, off),
            new DateOnly(2026, 11, 24).AddDays(1)
        );
        now.State.ShouldBe(state);
        (now.InShort?.Case ?? "").ShouldBe(inShort);
        if (now.InShort?["settings"] is { } named)
        {
            named.ShouldBe(FigureValue.Of(off.Take(2)));
        }

        if (number is { } days)
        {
            (now.InShort!.Number("late") ?? now.InShort.Number("more")).ShouldBe(days);
        }

        now.Because.Figure("standard").ShouldBe("Lecture room");
    }
}
