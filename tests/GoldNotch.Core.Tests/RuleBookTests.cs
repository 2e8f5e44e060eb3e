using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Media;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Each rule finds what it is for, and is silent where it should be.</summary>
public class RuleBookTests
{
    private static readonly SceneLight Room = Ottermere.LectureRoom.Light;
    private static readonly CameraModel Alder = Ottermere.Alder;
    private static readonly CameraModel TwoBases = Alder with
    {
        Gain = Alder.Gain with
        {
            Bases =
            [
                new GainBase("low", Base("low", 500), [new GainPosition("", Decibels.Zero)], null),
                new GainBase("high", Base("high", 2500), [new GainPosition("", Decibels.Zero)], null),
            ],
        },
    };

    private static readonly CameraModel Shallow = Alder with { Formats = [.. Alder.Formats.Select(f => f with { BitDepths = [8] })] };

    // What breaks a rule, and the nearest thing that keeps it.
    private static readonly Dictionary<string, (object Breaks, object Keeps)> Cases = new()
    {
        ["BIT-DEPTH-TOO-LOW"] = (
            Sheet(Shallow, ("record-format", "1080 29.97p"), ("bit-depth", "at least 10 bit")),
            Sheet(Shallow, ("record-format", "1080 29.97p"), ("bit-depth", "at least 8 bit"))
        ),
        ["GAIN-ABOVE-LIMIT"] = (Sheet(Alder, ("gain", "+12 dB")), Sheet(Alder, ("gain", "0 dB"))),
        ["TIMECODE-HOUR"] = (S(("timecode-hour", "hour 27")), S(("timecode-hour", "hour 1"))),
        ["AUTO-AND-CUT"] = (S(Condition.CutWithOthers, ("iris-control", "automatic")), S(("iris-control", "automatic"))),
        ["SHUTTER-LONGER"] = (
            S(("record-format", "1080 29.97p"), ("shutter", "1/8")),
            S(("record-format", "1080 29.97p"), ("shutter", "1/30"))
        ),
        ["ANGLE-REASON"] = (S(("shutter", "90°")), S(("shutter", "172.8°"))),
        ["INTERLACED-SLOW"] = (
            S(("record-format", "1080 59.94i")) with
            {
                Use = FootageUse.SlowMotion,
            },
            S(("record-format", "1080 59.94i"))
        ),
        ["DROP-FRAME-RATE"] = (
            S(("record-format", "1080 23.976p"), ("timecode-count", "drop-frame")),
            S(("record-format", "1080 29.97p"), ("timecode-count", "drop-frame"))
        ),
        ["PRESET-AGAINST-LIGHT"] = (S(("white-balance", "preset nearest to 5600 K")), S(("white-balance", "preset nearest to 3300 K"))),
        ["CLOCK-UNSET"] = (S(("gain", "0 dB")), S(("clock", "done"))),
        ["RESET-MISSING"] = (S(("gain", "0 dB")), S(("factory-reset", "done"))),
        ["FULL-AUTO-OPEN"] = (S(("gain", "0 dB")), S(("full-auto", "off"))),
        ["TEST-CLIP-MISSING"] = (S(("gain", "0 dB")), S(("test-clip", "done"))),
        ["NO-HEADPHONES"] = (S(("audio-peak-level", "−12 dBFS")), S(("audio-peak-level", "−12 dBFS"), ("headphones", "done"))),
        ["FORMAT-BEFORE-CLEAR"] = (S(("card-formatted", "done")), S(("card-formatted", "done"), ("card-cleared", "done"))),
        ["PHANTOM-WRONG-INPUT"] = (S(("input-1", "wireless"), ("phantom-1", "on")), S(("input-1", "microphone"), ("phantom-1", "on"))),
        ["NO-SPARE-CHANNEL"] = (
            S(("channel-1", "input 1"), ("channel-2", "input 1")),
            S(("channel-1", "input 1"), ("channel-2", "input 1, 10 dB lower"))
        ),
        ["ZEBRA-ON-LOG"] = (S(("profile", "log"), ("zebra", "100 %")), S(("profile", "log"), ("zebra", "95 %"))),
        ["LUT-AND-PROFILE"] = (S(("profile", "department"), ("viewing-lut", "on")), S(("profile", "log"), ("viewing-lut", "on"))),
        ["DIGITAL-ZOOM"] = (S(("digital-zoom", "on")), S(("digital-zoom", "off"))),
        ["STABILISER-TRIPOD"] = (S(("stabiliser", "strong")), S(Condition.Hand, ("stabiliser", "strong"))),
        ["ND-INDOORS"] = (S(("nd", "2 stops")), S(Condition.Outdoors, ("nd", "2 stops"))),
        ["GAIN-WITH-ND"] = (S(("gain", "6 dB"), ("nd", "1 stop")), S(("gain", "6 dB"), ("nd", "clear"))),
        ["GAIN-LIMIT-OPEN"] = (S(("gain-limit", "at most 12 dB")), S(("gain-limit", "at most 6 dB"))),
        ["AUDIO-PEAK"] = (S(("audio-peak-level", "−3 dBFS")), S(("audio-peak-level", "−12 dBFS"))),
        ["ASK-RECEIVER"] = (
            S(("record-format", "by the use")) with
            {
                Use = FootageUse.Live,
            },
            S(("record-format", "by the use")) with
            {
                Use = FootageUse.Web,
            }
        ),
        ["PAN-SLOWLY"] = (S(("record-format", "2160 23.976p")), S(("record-format", "2160 29.97p"))),
        ["NEVER-HOLDS"] = (When(Condition.Tripod, Condition.Hand), When(Condition.Tripod, Condition.Indoors)),
        ["POLICY-UNUSED"] = (
            S(("zebra", "95 %")) with
            {
                Policies = Policies.Defaults.With("zebra", "skin"),
            },
            S(("zebra", "by policy")) with
            {
                Policies = Policies.Defaults.With("zebra", "skin"),
            }
        ),
        ["MAGNIFIER-ON"] = (S(("magnifier", "on")), S(("magnifier", "off"))),
        ["HIGH-RATE-LEFT"] = (S(("high-rate", "on")), S(("high-rate", "on"), ("reset-after", "done"))),
        ["TOLERANCE-WIDE"] = (Tolerance("1 stop"), Tolerance("⅓ stop")),
        ["UNATTENDED-POWER"] = (S(Condition.Unattended, ("gain", "0 dB")), S(Condition.Unattended, ("mains-adapter", "camera"))),
        ["REASON-CONTRADICTS"] = (Reason("Steady under our 50 Hz lamps."), Reason("Steady under our 60 Hz lamps.")),
        ["REASON-COPIED"] = (OneNotch(n => n with { ReasonFrom = "Lecture room" }), Reason("because")),
        ["REASON-MISSING"] = (Reason(""), Reason("because")),
        ["GAIN-UP-ND-IN"] = (Sheet(Alder, ("gain", "6 dB"), ("nd", "2 stops")), Sheet(Alder, ("gain", "0 dB"), ("nd", "2 stops"))),
        ["FLICKER"] = (
            Sheet(Alder, ("record-format", "1080 29.97p"), ("shutter", "1/50")),
            Sheet(Alder, ("record-format", "1080 29.97p"), ("shutter", "180°"))
        ),
        ["CARD-TOO-SLOW"] = (Sheet(Card("C4"), ("record-format", "1080 29.97p")), Sheet(Card("C6"), ("record-format", "1080 29.97p"))),
        ["CLIP-LIMIT"] = (Sheet(Limit(29.98), ("record-format", "1080 29.97p")), Sheet(Limit(90), ("record-format", "1080 29.97p"))),
        ["FILE-SYSTEM"] = (Sheet(Slots("FAT32"), ("gain", "0 dB")), Sheet(Slots("exFAT"), ("gain", "0 dB"))),
        ["CARD-TYPE"] = (Sheet(OnlyOn("drive"), ("record-format", "1080 29.97p")), Sheet(OnlyOn("SD"), ("record-format", "1080 29.97p"))),
        ["NEGATIVE-GAIN"] = (Sheet(Alder, ("gain", "lowest")), Sheet(Alder, ("gain", "0 dB"))),
        ["ISO-WITHOUT-BASE"] = (Sheet(TwoBases, ("gain", "base")), Sheet(TwoBases, ("base-iso", "low"), ("gain", "base"))),
        ["NO-SOUND"] = (Sheet(Silent, ("audio-format", "linear PCM")), Sheet(Alder, ("audio-format", "linear PCM"))),
        ["ZOOM-RAMPS"] = (Sheet(Alder, ("iris", "f/2.8")), Sheet(Alder, ("iris", "f/5.6"))),
        ["METER-DISAGREES"] = (
            Sheet(Alder, ("record-format", "1080 29.97p"), ("shutter", "180°"), ("gain", "0 dB"), ("iris", "f/5.6")),
            Sheet(Alder, ("record-format", "1080 29.97p"), ("shutter", "180°"), ("gain", "0 dB"), ("iris", "as metered"))
        ),
        ["WHITE-BALANCE-CAST"] = (
            Sheet(Ottermere.Bracken, ("white-balance", "preset nearest to 4300 K")),
            Sheet(Ottermere.Bracken, ("white-balance", "preset nearest to 3200 K"))
        ),
        ["DROP-FRAME-HERE"] = (
            Sheet(Drop, ("record-format", "1080 23.976p"), ("timecode-count", "drop-frame")),
            Sheet(Drop, ("record-format", "1080 29.97p"), ("timecode-count", "drop-frame"))
        ),
        ["BUFFER-FILLS"] = (
            Sheet(Alder with { BufferGb = 24 }, ("record-format", "1080 29.97p")),
            Sheet(Alder, ("record-format", "1080 29.97p"))
        ),
        ["MUST-NOT-POSSIBLE"] = (Sheet(Alder, ("record-format", "1080 800p")), Sheet(Alder, ("record-format", "1080 29.97p"))),
        ["BLACK-REFERENCE"] = (
            Sheet(Alder with { BlackReferenceMinutes = 8 }, ("gain", "0 dB")),
            Sheet(Alder with { BlackReferenceMinutes = 8 }, ("black-reference", "done"))
        ),
        ["BATTERY-SHORT"] = (
            Sheet(Alder with { Power = new PowerNeed(10, 10, 7.2, 1) }, ("gain", "0 dB")),
            Sheet(Alder with { Power = new PowerNeed(20, 10, 7.2, 1) }, ("gain", "0 dB"))
        ),
        ["RING-BY-EYE"] = (
            Sheet(Alder with { Lenses = [new NamedLens("35", Alder.Lens, null)] }, ("iris", "f/4")),
            Sheet(Alder, ("iris", "f/4"))
        ),
        ["FOCUS-SWITCHES"] = (
            Sheet(With(Setting.LensFocus, "manual"), ("focus-mode", "automatic"), ("lens-focus", "manual")),
            Sheet(With(Setting.LensFocus, "manual"), ("focus-mode", "manual"), ("lens-focus", "manual"))
        ),
        ["GAIN-ON-CURVE"] = (Sheet(AtBase, ("gain", "+6 dB"), ("profile", "log")), Sheet(AtBase, ("gain", "0 dB"), ("profile", "log"))),
        ["SECOND-FOCUS-SWITCH"] = (
            Sheet(With(Setting.LensFocus, "manual"), ("focus-mode", "manual")),
            Sheet(With(Setting.LensFocus, "manual"), ("focus-mode", "manual"), ("lens-focus", "manual"))
        ),
        ["LEFTOVER-UNASKED"] = (
            Sheet(With(Setting.DigitalZoom, "off"), ("gain", "0 dB")),
            Sheet(With(Setting.DigitalZoom, "off"), ("digital-zoom", "off"))
        ),
        ["FORCED"] = (
            Sheet(Forcing, ("record-format", "1080 59.94p"), ("codec", "every frame")),
            Sheet(Forcing, ("record-format", "1080 29.97p"), ("codec", "every frame"))
        ),
        ["PLACE-MISSING"] = (Alder, Placed()),
        ["MANUAL-SIGN"] = (
            Alder with
            {
                Controls = Alder.Controls.SetItem(Setting.Gain, Alder.Controls[Setting.Gain] with { ManualSign = "" }),
            },
            Alder
        ),
        ["POSITION-AS-STOPS"] = (
            Alder with
            {
                Filters = [new("clear", Stops.Zero), new("1", new Stops(1))],
            },
            Alder with
            {
                Filters = [new("clear", Stops.Zero), new("1", new Stops(2.6))],
            }
        ),
        ["RESET-UNKNOWN"] = (Alder, Alder with { Reset = new ResetBehaviour("Menu", ImmutableDictionary<Setting, string>.Empty) }),
        ["VOLTAGE"] = (Alder with { Power = new PowerNeed(150, 68, 24, 1) }, Alder with { Power = new PowerNeed(95, 34, 14.4, 1) }),
        ["CARD-BELOW-CLASS"] = (Slots("exFAT", "V60"), Slots("exFAT", "V30")),
        ["CODEC-RATES"] = (InCodecs(stated: false), InCodecs(stated: true)),
        ["NO-FORMAT"] = (Alder with { Formats = [] }, Alder),
    };

    /// <summary>Rules with a limit: just outside it, and on it.</summary>
    public static TheoryData<string, string> Limits { get; } =
        new()
        {
            { "GAIN-LIMIT-OPEN", "gain limit" },
            { "AUDIO-PEAK", "loud" },
            { "AUDIO-PEAK", "quiet" },
            { "ANGLE-REASON", "narrow" },
            { "ANGLE-REASON", "wide" },
            { "ZEBRA-ON-LOG", "zebra" },
            { "TOLERANCE-WIDE", "stops" },
            { "ND-INDOORS", "lux" },
            { "CLIP-LIMIT", "clip" },
            { "BATTERY-SHORT", "battery" },
            { "VOLTAGE", "volts" },
            { "PRESET-AGAINST-LIGHT", "mired" },
            { "METER-DISAGREES", "dark" },
            { "METER-DISAGREES", "bright" },
            { "SHUTTER-LONGER", "frame" },
            { "POSITION-AS-STOPS", "label" },
            { "PAN-SLOWLY", "rate" },
            { "BIT-DEPTH-TOO-LOW", "depth" },
            { "GAIN-UP-ND-IN", "gain" },
            { "GAIN-ABOVE-LIMIT", "one base" },
            { "GAIN-ABOVE-LIMIT", "switch-over" },
            { "GAIN-ABOVE-LIMIT", "cap" },
            { "TIMECODE-HOUR", "hour" },
        };

    private static readonly Dictionary<string, (object Outside, object Inside)> AtTheLimit = new()
    {
        ["one base"] = (Sheet(Alder, ("gain", "+9 dB")), Sheet(Alder, ("gain", "+6 dB"))),
        ["switch-over"] = (Sheet(WholeSheetTests.Cine, ("gain", "+9 dB")), Sheet(WholeSheetTests.Cine, ("gain", "+8 dB"))),
        ["cap"] = (Sheet(Capped(2.9), ("gain", "+3 dB")), Sheet(Capped(2.95), ("gain", "+3 dB"))),
        ["hour"] = (S(("timecode-hour", "hour 24")), S(("timecode-hour", "hour 23"))),
        ["gain limit"] = (S(("gain-limit", "at most 7 dB")), S(("gain-limit", "at most 6 dB"))),
        ["loud"] = (S(("audio-peak-level", "−5.9 dBFS")), S(("audio-peak-level", "−6 dBFS"))),
        ["quiet"] = (S(("audio-peak-level", "−20.1 dBFS")), S(("audio-peak-level", "−20 dBFS"))),
        ["narrow"] = (S(("shutter", "143.9°")), S(("shutter", "144°"))),
        ["wide"] = (S(("shutter", "216.1°")), S(("shutter", "216°"))),
        ["zebra"] = (S(("profile", "log"), ("zebra", "97 %")), S(("profile", "log"), ("zebra", "96 %"))),
        ["stops"] = (Tolerance("⅔ stop"), Tolerance("½ stop")),
        ["lux"] = (Lit(1999, ("nd", "2 stops")), Lit(2000, ("nd", "2 stops"))),
        ["clip"] = (Sheet(Limit(74.9), ("record-format", "1080 29.97p")), Sheet(Limit(75), ("record-format", "1080 29.97p"))),
        ["battery"] = (
            Sheet(Alder with { Power = new PowerNeed(14.37, 10, 7.2, 1) }, ("gain", "0 dB")),
            Sheet(Alder with { Power = new PowerNeed(14.38, 10, 7.2, 1) }, ("gain", "0 dB"))
        ),
        ["volts"] = (Alder with { Power = new PowerNeed(95, 34, 17.1, 1) }, Alder with { Power = new PowerNeed(95, 34, 17, 1) }),
        ["mired"] = (S(("white-balance", "preset nearest to 3315 K")), S(("white-balance", "preset nearest to 3305 K"))),
        ["dark"] = (Metered(2000 / 1.29), Metered(2000 / 1.24)),
        ["bright"] = (Metered(2000 * 1.29), Metered(2000 * 1.24)),
        ["frame"] = (S(("record-format", "1080 29.97p"), ("shutter", "1/29")), S(("record-format", "1080 29.97p"), ("shutter", "1/30"))),
        ["label"] = (Alder with { Filters = [new("1", new Stops(1.009))] }, Alder with { Filters = [new("1", new Stops(1.011))] }),
        ["rate"] = (S(("record-format", "1080 25p")), S(("record-format", "1080 29.97p"))),
        ["depth"] = (
            Sheet(Shallow, ("record-format", "1080 29.97p"), ("bit-depth", "at least 9 bit")),
            Sheet(Shallow, ("record-format", "1080 29.97p"), ("bit-depth", "at least 8 bit"))
        ),
        ["gain"] = (Sheet(Alder, ("gain", "3 dB"), ("nd", "2 stops")), Sheet(Alder, ("gain", "0 dB"), ("nd", "2 stops"))),
    };

    [Theory]
    [MemberData(nameof(Limits))]
    public void A_rule_with_a_limit_finds_what_is_just_outside_and_not_what_is_on_it(string id, string limit)
    {
        (object outside, object inside) = AtTheLimit[limit];
        Find(outside).ShouldContain(f => f.RuleId == id);
        Find(inside).ShouldNotContain(f => f.RuleId == id);
    }

    // Within half of the last digit of a label counts as on the cap.
    private static CameraModel Capped(double decibels) => Alder with { Gain = Alder.Gain with { Cap = new Decibels(decibels) } };

    private static Standard Lit(double lux, params (string Setting, string Require)[] notches) =>
        Ottermere.Make("any", Room with { Illuminance = new Lux(lux) }, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]);

    private static Sheet Metered(double lux) =>
        SheetCompiler.Compile(Lit(lux, ("record-format", "1080 29.97p"), ("shutter", "180°"), ("gain", "0 dB"), ("iris", "f/5.6")), Alder);

    private static CameraModel InCodecs(bool stated) =>
        Alder with
        {
            Formats =
            [
                Alder.Formats[0] with
                {
                    Codecs = ["long-frame", "every frame"],
                    CodecRates = stated ? Alder.Formats[0].CodecRates.Add("long-frame", [new BitRate(90)]) : Alder.Formats[0].CodecRates,
                },
                .. Alder.Formats[1..],
            ],
        };

    private static CameraModel AtBase => With(Setting.Profile, "log") with { Gain = Alder.Gain with { FixedToBase = ["log"] } };

    private static CameraModel Silent => Alder with { NotFitted = Alder.NotFitted.Union([Setting.AudioFormat, Setting.Input1]) };

    private static CameraModel Drop => With(Setting.TimecodeCount, "drop-frame");

    private static CameraModel Forcing =>
        With(Setting.Codec, "every frame", "long-frame") with
        {
            Dependencies =
            [
                new Dependency(Setting.RecordFormat, "1080 59.94p", Setting.Codec, "long-frame", "the card is too slow for more."),
            ],
        };

    public static TheoryData<string> Ids => [.. RuleBook.All.Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(Ids))]
    public void A_rule_finds_what_it_is_for_and_nothing_else(string id)
    {
        (object breaks, object keeps) = Cases[id];
        RuleFinding[] found = [.. Find(breaks).Where(f => f.RuleId == id)];
        found.ShouldNotBeEmpty(id);
        string.Join("\n", found.Select(Told)).ShouldBe(RuleBookFindings.Of[id]);
        Find(keeps).ShouldNotContain(f => f.RuleId == id, id);
    }

    [Fact]
    public void Ids_are_unique_and_there_are_more_than_forty()
    {
        RuleBook.All.Select(r => r.Id).Distinct().Count().ShouldBe(RuleBook.All.Length);
        RuleBook.All.Length.ShouldBeGreaterThanOrEqualTo(40);
    }

    [Fact]
    public void Findings_come_worst_first() =>
        RuleBook.Of(S(("digital-zoom", "on"), ("record-format", "2160 23.976p"))).Select(f => f.Grade).ShouldBeInOrder();

    [Fact]
    public void Gain_and_filter_tell_what_is_left_between_them() =>
        Find(Cases["GAIN-UP-ND-IN"].Breaks).Single(f => f.RuleId == "GAIN-UP-ND-IN").Because.Figure("left").ShouldStartWith("−1");

    /// <summary>Grade, setting, case and figures of a finding, in one line.</summary>
    private static string Told(RuleFinding finding) =>
        $"{finding.Grade} {(finding.Setting is { } setting ? SettingDefinition.Of(setting).Key : "–")} {finding.Because.Case}: "
        + string.Join(", ", finding.Because.Figures.Select(f => $"{f.Name}={f.Value.Text().Replace('\u202f', ' ')}"));

    private static ImmutableArray<RuleFinding> Find(object what) =>
        what switch
        {
            Standard standard => RuleBook.Of(standard),
            CameraModel model => RuleBook.Of(model),
            _ => RuleBook.Of((Sheet)what),
        };

    private static Standard S(params (string Setting, string Require)[] notches) =>
        Ottermere.Make("any", Room, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]);

    private static Standard S(Condition condition, params (string Setting, string Require)[] notches) =>
        S(notches) with
        {
            Circumstances = Circumstances.Usual.With(condition),
        };

    private static Sheet Sheet(CameraModel model, params (string Setting, string Require)[] notches) =>
        SheetCompiler.Compile(S(notches) with { PlannedMinutes = 75 }, model);

    private static Standard When(params Condition[] conditions) => OneNotch(n => n with { When = [.. conditions] });

    private static Standard Tolerance(string tolerance) =>
        OneNotch(n => n with { Tolerance = Distance.ParseTolerance(tolerance, NaturalUnit.Stops) });

    [Theory]
    [InlineData("record-format", "1080 29.97p", "All talks are cut at 25p.", "29.97p")]
    [InlineData("record-format", "1080 29.97p", "All talks are cut at 29.97p.", "")]
    [InlineData("gain", "0 dB", "At +6 dB the night house shows.", "0 dB")]
    [InlineData("gain", "0 dB", "0 dB: full range.", "")]
    [InlineData("white-balance", "preset nearest to 3200 K", "Their spots are 5600 K.", "3200 K")]
    [InlineData("white-balance", "preset nearest to 3200 K", "3200 K, a number and no card.", "")]
    [InlineData("iris", "f/2.8", "What 200 lx ask for.", "2000 lx")]
    [InlineData("iris", "f/2.8", "What 2000 lux ask for at 1/60.", "")]
    [InlineData("nd", "clear", "Of 1 in 60 clips.", "")]
    public void A_reason_is_held_against_what_it_names_and_no_number_is_guessed_at(
        string setting,
        string require,
        string reason,
        string has
    )
    {
        Standard plain = S((setting, require));
        Standard standard = plain.In(plain.Light with { Illuminance = new Lux(2000) }, plain.Notches[0] with { Reason = reason });
        string.Join(" ", RuleBook.Of(standard).Where(f => f.RuleId == "REASON-CONTRADICTS").Select(f => f.Because.Figure("has")))
            .ShouldBe(has);
    }

    private static Standard Reason(string reason) => OneNotch(n => n with { Reason = reason });

    private static Standard OneNotch(Func<Notch, Notch> change) =>
        new(
            "any",
            "any",
            1,
            "for a test",
            Room,
            [change(new Notch(Setting.Shutter, Requirement.Parse(Setting.Shutter, "180°"), default, Importance.Must, "because"))]
        );

    private static CameraModel With(Setting setting, params string[] words) =>
        Alder with
        {
            Choices = Alder.Choices.Add(setting, new ChoiceControl([.. words.Select(w => new ChoicePosition(w, ""))], false)),
        };

    private static CameraModel Card(string printed) => Alder with { Card = new IssuedCard("SD", 64, CardClass.Parse(printed), "exFAT") };

    private static CameraModel Slots(string fileSystem, string? slowest = null) =>
        Card("V30") with
        {
            Slots = [new MediaSlot("slot A", "SD", [fileSystem], slowest is null ? null : CardClass.Parse(slowest))],
        };

    private static CameraModel Limit(double minutes) =>
        Alder with
        {
            Formats = [.. Alder.Formats.Select(f => f with { ClipMinutes = minutes })],
        };

    private static CameraModel OnlyOn(string type) =>
        Card("V90") with
        {
            Formats = [.. Alder.Formats.Select(f => f with { CardTypes = [type] })],
        };

    private static CameraModel Placed()
    {
        ControlPlace place = Alder.Controls[Setting.Gain];
        return Alder with { Controls = Enum.GetValues<Setting>().ToImmutableDictionary(s => s, _ => place) };
    }

    private static SensitivityBase Base(string name, double iso) => new(name, new Iso(iso), Decibels.Zero, Decibels.Zero, Decibels.Zero);
}
