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

/// <summary>As found, corrected, as left.</summary>
public class BenchTests
{
    private static readonly Sheet Glass = SheetCompiler.Compile(Ottermere.Glasshouse, Ottermere.Alder);
    private static readonly Sheet Lecture = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Alder);

    [Fact]
    public void A_filter_moved_after_the_balance_makes_the_balance_stale_and_brings_it_back()
    {
        CheckState state = AsLeft.Of(Glass, Readings(Glass, ("white-balance", "A"), ("nd", "clear"), ("nd>", "1/4")));
        state.Stale.Keys.ShouldBe([Setting.WhiteBalance]);
        state.Stale[Setting.WhiteBalance].Because.Case.ShouldBe("after-filter");
        Verdict white = CheckEvaluator.Evaluate(Glass, state).First(v => v.Line.Setting == Setting.WhiteBalance);
        white.Kind.ShouldBe(VerdictKind.Unread);
        white.Because.RuleId.ShouldBe("READ-AGAIN");

        // Balanced again, it holds.
        AsLeft
            .Of(Glass, Readings(Glass, ("white-balance", "A"), ("nd", "clear"), ("nd>", "1/4"), ("white-balance>", "A")))
            .Stale.ShouldBeEmpty();
    }

    [Theory]
    [InlineData("white-balance", "5600", "nd", "clear", "1/4", false)] // a number does not go through the filter
    [InlineData("shutter", "1/60", "record-format", "1080 59.94i", "1080 29.97p", true)]
    [InlineData("bit-rate", "30", "record-format", "1080 59.94i", "1080 29.97p", true)]
    [InlineData("gain", "0", "full-auto", "on", "off", true)]
    [InlineData("gain", "0", "full-auto", "off", "off", false)] // nothing was changed
    [InlineData("gain", "0", "shutter", "1/50", "1/60", false)]
    public void What_a_change_moves_is_stale_and_nothing_else(string read, string value, string changed, string from, string to, bool stale)
    {
        (string, string)[] order =
            SettingDefinition.Parse(changed) < SettingDefinition.Parse(read)
                ? [(changed, from), (read, value), (changed + ">", to)]
                : [(read, value), (changed, from), (changed + ">", to)];
        AsLeft.Of(Glass, Readings(Glass, order)).Stale.ContainsKey(SettingDefinition.Parse(read)).ShouldBe(stale);
    }

    [Fact]
    public void A_factory_reset_after_the_readings_makes_all_of_them_stale_but_not_what_a_person_did()
    {
        Sheet sheet = WholeSheet();
        CheckState state = AsLeft.Of(
            sheet,
            Readings(sheet, ("kit-counted", "done"), ("clock", "done"), ("gain", "0"), ("nd", "clear"), ("factory-reset>", "done"))
        );
        state.Stale.Keys.Order().ShouldBe([Setting.Clock, Setting.Gain, Setting.NeutralDensity]);
        state.Readings.Keys.ShouldContain(Setting.KitCounted);
    }

    [Fact]
    public void The_order_of_readings_counts_and_not_the_clock()
    {
        ImmutableArray<StampedReading> readings = Readings(Glass, ("nd", "clear"), ("nd>", "1/4"), ("white-balance>", "A"));
        AsLeft.Of(Glass, readings).Stale.ShouldBeEmpty();
        AsLeft.Of(Glass, [.. readings.Select(r => r with { Order = 10 - r.Order })]).Stale.Keys.ShouldBe([Setting.WhiteBalance]);
    }

    [Fact]
    public void What_comes_of_a_check_is_told_as_found_and_as_left()
    {
        JudgedCheck outcome = JudgedCheck.Of(
            Lecture,
            Readings(Lecture, ("full-auto", "off"), ("gain", "+12"), ("nd", "clear"), ("gain>", "0"))
        );
        outcome.FoundSummary.OffTarget.ShouldBe(1);
        outcome.Summary.OffTarget.ShouldBe(0);
        outcome.Wrong.ShouldBeEmpty();
        outcome
            .FoundSettings.Select(f => (f.Setting, f.Wrong))
            .ShouldBe([(Setting.FullAuto, false), (Setting.Gain, true), (Setting.NeutralDensity, false)]);
    }

    [Fact]
    public void No_step_of_putting_right_is_undone_by_a_later_one()
    {
        Dictionary<Setting, Reading> readings = Ottermere.AsSheet(
            Glass,
            ("record-format", "1080 59.94i"),
            ("nd", "clear"),
            ("white-balance", "3200"),
            ("gain", "+6")
        );
        readings[Setting.Shutter] = Reading.Automatic.Instance;
        readings[Setting.BitRate] = new Reading.Of(new SettingValue.Bits(new BitRate(30)));
        ImmutableArray<CorrectionStep> order = Ottermere.Now(Glass, readings).Order;
        int At(Setting setting) => order.Select((s, i) => (s, i)).First(p => p.s.Setting == setting).i;
        At(Setting.RecordFormat).ShouldBeLessThan(At(Setting.Shutter));
        At(Setting.RecordFormat).ShouldBeLessThan(At(Setting.BitRate));
        At(Setting.NeutralDensity).ShouldBeLessThan(At(Setting.WhiteBalance));
        order.Select(s => (s.Setting, s.To.Case)).ShouldBeUnique();
        order.TakeLast(2).Select(s => (s.Setting, s.To.Case)).ShouldBe([(Setting.IrisControl, "read-again"), (Setting.Iris, "read-again")]);
    }

    private static SettingValue Done(SettingValue target) =>
        target is SettingValue.WhiteMemory memory ? memory with { TakenHere = true } : target;

    [Fact]
    public void Random_faults_are_put_right_in_an_order_that_leaves_nothing_stale()
    {
        // Doing the steps one by one, in the order told, ends with every line read and on.
        Gen.Int[0, int.MaxValue]
            .Array[1, 8]
            .Sample(
                seeds =>
                {
                    Dictionary<Setting, Reading> found = Ottermere.AsSheet(Glass);
                    foreach (int seed in seeds)
                    {
                        SheetLine line = Glass.Lines[seed % Glass.Lines.Length];
                        ImmutableArray<Detent> places = line.Dial.Detents;
                        found[line.Setting] = new Reading.Of(places[seed / 7 % places.Length].Value);
                    }

                    int order = 0;
                    List<StampedReading> all =
                    [
                        .. found.OrderBy(f => f.Key).Select(f => new StampedReading(f.Key, CheckStage.Found, f.Value, ++order)),
                    ];
                    foreach (CorrectionStep step in Ottermere.Now(Glass, found).Order)
                    {
                        all.RemoveAll(r => r.Setting == step.Setting && r.Stage == CheckStage.Left);
                        all.Add(
                            new StampedReading(
                                step.Setting,
                                CheckStage.Left,
                                new Reading.Of(Done(Glass.LineOf(step.Setting)!.Target!)),
                                ++order
                            )
                        );
                    }

                    CheckState state = AsLeft.Of(Glass, all);
                    state.Stale.ShouldBeEmpty();
                    CheckEvaluator
                        .Evaluate(Glass, state)
                        .ShouldAllBe(v => v.Kind == VerdictKind.OnTarget || v.Kind == VerdictKind.WithinTolerance);
                },
                iter: 400,
                threads: 1
            );
    }

    [Fact]
    public void A_reset_is_offered_only_where_it_saves_acts()
    {
        CameraModel model = Ottermere.Alder with
        {
            Reset = new ResetBehaviour(
                "Menu, All to start",
                ImmutableDictionary<Setting, string>
                    .Empty.Add(Setting.FullAuto, "off")
                    .Add(Setting.Gain, "0")
                    .Add(Setting.NeutralDensity, "clear")
                    .Add(Setting.FocusMode, "manual")
                    .Add(Setting.WhiteBalance, "5600")
            ),
        };
        Sheet sheet = SheetCompiler.Compile(Ottermere.LectureRoom, model);
        Ottermere.Now(sheet, Ottermere.AsSheet(sheet, ("gain", "+6"), ("nd", "1/4"))).ResetFirst.ShouldBeNull();
        Judgement reset = Ottermere
            .Now(
                sheet,
                Ottermere.AsSheet(
                    sheet,
                    ("full-auto", "on"),
                    ("gain", "+6"),
                    ("nd", "1/4"),
                    ("focus-mode", "auto"),
                    ("white-balance", "5600")
                )
            )
            .ResetFirst!;
        (reset.Case, reset.Number("corrected"), reset.Number("wrong")).ShouldBe(("clean", 4, 5));
    }

    [Fact]
    public void The_worst_consequence_comes_first()
    {
        Dictionary<Setting, Reading> readings = Ottermere.AsSheet(Lecture, ("shutter", "1/48"), ("white-balance", "5600"));
        readings[Setting.Gain] = Reading.Automatic.Instance;
        ImmutableArray<Consequence> items = Ottermere.Now(Lecture, readings).Items;
        items.Select(i => i.Severity).Take(3).ShouldBe([Severity.Automatic, Severity.Automatic, Severity.Fault]);
        items[2].Topic.ShouldBe(ConsequenceTopic.WhiteBalance);
    }

    [Theory]
    [InlineData("phantom-1", "off", "no-phantom-short", Severity.Fault, "off")]
    [InlineData("input-1", "line", "at-line-short", Severity.Fault, "line")]
    [InlineData("channel-2", "built-in", "built-in-short", Severity.Fault, "built-in")]
    [InlineData("audio-peak-level", "-1", "peaks-short", Severity.Fault, "−1 dBFS")]
    [InlineData("audio-peak-level", "-30", "peaks-short", Severity.Slight, "−30 dBFS")]
    public void Audio_counts_too(string setting, string read, string told, Severity severity, string seen)
    {
        Sheet sheet = WholeSheet();
        Consequence sound = Now(sheet, (setting, read)).Items.First(i => i.Topic == ConsequenceTopic.Audio);
        (sound.Value.Case, sound.Value.Setting, sound.Value.Figure("seen")).ShouldBe((told, SettingDefinition.Parse(setting), seen));
        sound.Severity.ShouldBe(severity);
    }

    [Theory]
    [InlineData("card-cleared", "not done", "not-copied-short")]
    [InlineData("file-system", "UDF", "file-system-short")]
    [InlineData("card-speed", "C4", "too-slow-short")]
    [InlineData("card-minutes", "20", "holds-short")]
    public void The_card_counts_too(string setting, string read, string told)
    {
        Consequence card = Now(WholeSheet(), (setting, read)).Items.First(i => i.Topic == ConsequenceTopic.Card);
        card.Value.Case.ShouldBe(told);
        card.Value.Figure("holds").ShouldBe(setting == "card-minutes" ? $"{read} min" : "");
        card.Severity.ShouldBe(Severity.Fault);
    }

    [Fact]
    public void Minutes_follow_the_rate_that_was_read()
    {
        Sheet sheet = WholeSheet();
        double Minutes(params (string, string)[] typed)
        {
            Dictionary<Setting, Reading> readings = Ottermere.AsSheet(sheet, typed);
            readings.Remove(Setting.CardMinutes);
            return Ottermere
                .Now(sheet, readings)
                .Items.First(i => i.Topic == ConsequenceTopic.Card)
                .Because.Whole()
                .Select(j => j.Number("holds"))
                .First(h => h is not null)!
                .Value;
        }

        // 64 GB less 3 %: 184 minutes at 45 Mb/s, 59 at 140.
        Minutes().ShouldBe(Math.Floor(64e9 * 8 * 0.97 / 45e6 / 60));
        Minutes(("record-format", "2160 29.97p"), ("bit-rate", "140")).ShouldBe(Math.Floor(64e9 * 8 * 0.97 / 140e6 / 60));
    }

    /// <summary>Readings in the order given; one whose setting ends in <c>&gt;</c> was read after correcting.</summary>
    private static ImmutableArray<StampedReading> Readings(Sheet sheet, params (string Setting, string Text)[] typed)
    {
        Dictionary<Setting, Reading> before = [];
        var all = ImmutableArray.CreateBuilder<StampedReading>();
        foreach ((string key, string text) in typed)
        {
            Setting setting = SettingDefinition.Parse(key.TrimEnd('>'));
            before[setting] = ReadingParser.Parse(setting, sheet, text, before);
            all.Add(new StampedReading(setting, key.EndsWith('>') ? CheckStage.Left : CheckStage.Found, before[setting], all.Count + 1));
        }

        return all.ToImmutable();
    }

    private static ConsequenceReport Now(Sheet sheet, params (string, string)[] typed) =>
        Ottermere.Now(sheet, Ottermere.AsSheet(sheet, typed));

    /// <summary>A sheet that asks for kit, card, battery and sound too.</summary>
    internal static Sheet WholeSheet()
    {
        CameraModel model = Ottermere.Alder with
        {
            Card = new IssuedCard("SD", 64, Units.CardClass.Parse("V30"), "exFAT"),
            Slots = [new MediaSlot("slot A", "SD", ["exFAT"], null)],
            Power = new PowerNeed(38, 9.5, 7.2, 0.9),
        };
        Standard standard = Ottermere.Make(
            "whole",
            Ottermere.LectureRoom.Light,
            ("kit-counted", "done", null),
            ("battery-seated", "done", null),
            ("card-speed", "enough", null),
            ("file-system", "exFAT", null),
            ("card-cleared", "done", null),
            ("card-minutes", "at least 60 min", null),
            ("factory-reset", "done", null),
            ("clock", "done", null),
            ("record-format", "1080 29.97p", null),
            ("bit-rate", "highest", null),
            ("gain", "0 dB", null),
            ("nd", "clear", null),
            ("input-1", "microphone", null),
            ("phantom-1", "on", null),
            ("channel-2", "input 1", null),
            ("audio-level-control", "manual", null),
            ("audio-peak-level", "-12 dBFS", "3 dB")
        );
        return SheetCompiler.Compile(
            new Standard("whole", "whole", 1, "for a test", standard.Light, standard.Notches) { PlannedMinutes = 60 },
            model
        );
    }
}
