using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Media;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What the options of the policies come to on a camera.</summary>
public class PolicyOptionTests
{
    private static readonly CameraModel Cine = WholeSheetTests.Cine;

    [Theory]
    [InlineData("spare-channel", "built-in", "built-in")]
    [InlineData("spare-channel", "lower", "input 1, 10 dB lower")]
    [InlineData("spare-channel", "second", "input 2")]
    public void The_option_of_the_spare_channel_chooses_its_source(string policy, string option, string word)
    {
        CameraModel with = Cine with
        {
            Choices = Cine.Choices.Add(
                Setting.Channel2,
                WholeSheetTests.Positions("input 1", "input 1, 10 dB lower", "input 2", "built-in")
            ),
        };
        Sheet sheet = SheetCompiler.Compile(
            Standard(("channel-2", "by policy")) with
            {
                Policies = Policies.Defaults.With(policy, option),
            },
            with
        );
        sheet.Target<SettingValue.Choice>(Setting.Channel2)!.Word.ShouldBe(word);
    }

    [Theory]
    [InlineData("clipping", "100\u202f%")]
    [InlineData("skin", "70\u202f%")]
    [InlineData("off", "off")]
    public void The_option_of_the_zebra_chooses_its_level(string option, string target) =>
        SheetCompiler
            .Compile(Standard(("zebra", "by policy")) with { Policies = Policies.Defaults.With("zebra", option) }, Cine)
            .LineOf(Setting.Zebra)!
            .Target!.Label.ShouldBe(target);

    [Theory]
    [InlineData("manual", "manual")]
    [InlineData("automatic", "automatic")]
    public void The_option_of_the_sound_level_chooses_who_sets_it(string option, string word) =>
        SheetCompiler
            .Compile(Standard(("audio-level-control", "by policy")) with { Policies = Policies.Defaults.With("audio-level", option) }, Cine)
            .Target<SettingValue.Choice>(Setting.AudioLevelControl)!
            .Word.ShouldBe(word);

    [Theory]
    [InlineData("card", "memory A")]
    [InlineData("preset", "3200\u202fK")]
    [InlineData("automatic", "auto")]
    public void The_option_of_the_balance_chooses_where_white_comes_from(string option, string target) =>
        SheetCompiler
            .Compile(
                Standard(("white-balance", "by policy")) with
                {
                    Policies = Policies.Defaults.With("balance", option),
                },
                Ottermere.Alder
            )
            .LineOf(Setting.WhiteBalance)!
            .Target!.Label.ShouldBe(target);

    [Fact]
    public void Cameras_that_are_cut_together_are_set_to_the_number_of_the_light()
    {
        Standard cut = Standard(("white-balance", "by policy")) with { Circumstances = Circumstances.Usual.With(Condition.CutWithOthers) };
        SheetCompiler.Compile(cut, Ottermere.Alder).LineOf(Setting.WhiteBalance)!.Target!.Label.ShouldBe("3200\u202fK");
    }

    // Some 7.5 dB over the low base: the first option keeps it up to 8 dB, to the second the high base is nearer.
    [Theory]
    [InlineData(265, "low-first", "low")]
    [InlineData(265, "nearest", "high")]
    [InlineData(170, "low-first", "high")]
    public void The_option_of_two_bases_decides_between_them(double lux, string option, string word)
    {
        Standard standard = Ottermere.Make(
            "any",
            Ottermere.LectureRoom.Light with
            {
                Illuminance = new Lux(lux),
            },
            ("record-format", "1080 29.97p", null),
            ("shutter", "180°", null),
            ("base-iso", "by policy", null),
            ("nd", "clear", null),
            ("iris", "f/4", null)
        );
        Sheet sheet = SheetCompiler.Compile(standard with { Policies = Policies.Defaults.With("two-bases", option) }, Cine);
        sheet.BaseWord.ShouldBe(word);
        sheet
            .LineOf(Setting.BaseIso)!
            .Because.Figures[0]
            .Value.Number()
            .ShouldBe(16 * MeteredLight.DomeConstant / (lux * sheet.Target<SettingValue.Speed>(Setting.Shutter)!.Time.Seconds), 0.5);
    }

    [Theory]
    [InlineData("use", FootageUse.Web, 24)]
    [InlineData("use", FootageUse.General, 90)]
    [InlineData("enough", FootageUse.General, 30)]
    [InlineData("least", FootageUse.Web, 90)]
    public void The_option_of_compression_chooses_the_bit_rate(string option, FootageUse use, double rate)
    {
        CameraModel graded = Ottermere.Alder with { Formats = [WholeSheetTests.Format("1080 29.97p", 17, 24, 30, 90)] };
        Standard standard = Standard(("record-format", "1080 29.97p"), ("bit-rate", "by policy")) with
        {
            Use = use,
            Policies = Policies.Defaults.With("compression", option),
        };
        SheetCompiler.Compile(standard, graded).Target<SettingValue.Bits>(Setting.BitRate)!.Rate.Megabits.ShouldBe(rate);
    }

    private static Standard Standard(params (string Setting, string Require)[] notches) =>
        Ottermere.Make("any", Ottermere.LectureRoom.Light, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]);
}
