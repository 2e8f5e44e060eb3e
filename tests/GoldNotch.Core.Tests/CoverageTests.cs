using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Cells of the coverage, proposals by use, and what changes between versions.</summary>
public class CoverageTests
{
    private static readonly CameraModel Cine = WholeSheetTests.Cine;

    [Fact]
    public void A_cell_of_the_coverage_counts_and_names_the_line_that_matters_most()
    {
        Sheet bracken = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Bracken);
        CoverageCell cell = CoverageCell.Of(bracken);
        (cell.Exact + cell.Compromise + cell.NotPossible + cell.CheckByEye).ShouldBe(bracken.Lines.Length);
        cell.Compromise.ShouldBe(bracken.Count(Fit.Compromise));
        cell.Matters.ShouldNotBeNull();
        cell.Notable.InOneLine().ShouldContain("Gain −3");
        CoverageCell all = CoverageCell.Of(SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Alder));
        (all.Matters, all.Notable.InOneLine(), all.LightLeft.DifferenceLabel()).ShouldBe(
            (null, "", new Distance(0, NaturalUnit.Stops).Label())
        );
    }

    [Fact]
    public void What_cannot_is_named_before_what_is_near_and_what_must_before_what_should()
    {
        Notch Of(string setting, string want, Importance importance) =>
            new(SettingDefinition.Parse(setting), Requirement.Parse(SettingDefinition.Parse(setting), want), default, importance, "r");
        var standard = new Standard(
            "a",
            "A",
            1,
            "p",
            Ottermere.LectureRoom.Light,
            [
                Of("record-format", "1080 29.97p", Importance.Must),
                Of("zebra", "95 %", Importance.Must),
                Of("limiter", "on", Importance.Should),
                Of("magnifier", "off", Importance.Must),
            ]
        );
        CoverageCell cell = CoverageCell.Of(SheetCompiler.Compile(standard, Cine));
        cell.Notable.InOneLine().Split(" · ").ShouldBe(["Zebra +5\u202f%", "Magnifier: check by eye", "Limiter not possible"]);
        cell.Matters.ShouldBe(Setting.Zebra);
    }

    [Fact]
    public void What_the_card_does_not_say_is_counted_chapter_by_chapter()
    {
        ImmutableArray<Completeness> chapters = Completeness.Of(Cine);
        chapters.Sum(c => c.Known + c.Missing.Length).ShouldBe(SettingDefinition.All.Count(n => n.Kind != SettingKind.Task));
        Completeness aids = chapters.First(c => c.Chapter == "Viewing aids");
        aids.Missing.ShouldContain(Setting.Magnifier);
        aids.Missing.ShouldNotContain(Setting.Zebra);
        Completeness
            .Of(Cine with { NotFitted = Cine.NotFitted.Add(Setting.Magnifier) })
            .First(c => c.Chapter == "Viewing aids")
            .Missing.ShouldNotContain(Setting.Magnifier);
    }

    // 64 GB less 3 %, at the lowest rate that serves the use: 62.08 × 8000 / 45 s.
    [Fact]
    public void A_proposal_says_how_many_minutes_of_it_the_issued_card_holds()
    {
        CameraModel with = Ottermere.Alder with { Card = new IssuedCard("SD", 64, CardClass.Parse("V30"), "exFAT") };
        Judgement holds = FootageProposal.For(FootageUse.Web, Policies.Defaults).HeldBy(with);
        (holds.Case, holds.Number("minutes"), holds.Number("rate"), holds.Number("capacity")).ShouldBe(
            ("card-holds", Math.Floor(62.08 * 8000 / 45 / 60), 45, 64)
        );
    }

    [Fact]
    public void A_proposal_that_no_card_can_hold_says_why()
    {
        FootageProposal general = FootageProposal.For(FootageUse.General, Policies.Defaults);
        general.HeldBy(Ottermere.Alder).Case.ShouldBe("no-card");
        general
            .HeldBy(Ottermere.Alder with { Card = new IssuedCard("SD", 64, CardClass.Parse("C4"), "exFAT") })
            .Case.ShouldBe("card-too-slow");
        FootageProposal.For(FootageUse.SlowMotion, Policies.Defaults).HeldBy(Ottermere.Alder).Case.ShouldBe("no-such-rate");
    }

    [Fact]
    public void Importance_tolerance_and_reason_that_change_are_each_told()
    {
        Notch Of(Importance importance, double tolerance, string reason) =>
            new(Setting.Gain, Requirement.Parse(Setting.Gain, "0 dB"), new Distance(tolerance, NaturalUnit.Decibels), importance, reason);
        Standard With(Notch notch) => new("a", "A", 1, "p", Ottermere.LectureRoom.Light, [notch]);
        StandardChange
            .Between(With(Of(Importance.Must, 0, "noise")), With(Of(Importance.Should, 3, "it is dark")))
            .Select(c => (c.Because.Case, c.Because.Figure("before"), c.Because.Figure("after")))
            .ShouldBe([("tolerance", "none", "3 dB"), ("required", "must", "should"), ("reason", "", "it is dark")]);
    }

    private static Standard Standard(params (string Setting, string Require)[] notches) =>
        Ottermere.Make("any", Ottermere.LectureRoom.Light, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]);
}
