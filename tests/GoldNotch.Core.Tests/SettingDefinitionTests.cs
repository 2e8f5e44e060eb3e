using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Every setting has one definition, and whatever asks it gets an answer.</summary>
public class SettingDefinitionTests
{
    public static TheoryData<Setting> All { get; } = [.. Enum.GetValues<Setting>()];

    [Fact]
    public void Each_setting_has_one_in_the_order_of_the_work_with_a_key_and_a_name_of_its_own()
    {
        SettingDefinition.All.Select(d => d.Setting).ShouldBe(Enum.GetValues<Setting>());
        SettingDefinition.All.Select(d => d.Step).ShouldBeInOrder();
        SettingDefinition.All.Select(d => d.Key).ShouldBeUnique();
        SettingDefinition.All.Select(d => d.Name).ShouldBeUnique();
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Is_named_after_its_setting_can_be_looked_up_and_reads_its_own_requirements(Setting setting)
    {
        var definition = SettingDefinition.Of(setting);
        definition.GetType().Name.ShouldBe($"{setting}Setting");
        SettingDefinition.Parse(definition.Key).ShouldBe(setting);
        foreach (string requirement in Requirement.Examples(setting))
        {
            Requirement.Parse(setting, requirement).Text.ShouldNotBeEmpty();
        }
    }

    [Theory]
    [MemberData(nameof(All))]
    public void The_places_of_its_dial_are_read_back_as_themselves(Setting setting)
    {
        foreach (CameraModel model in new[] { Ottermere.Alder, Ottermere.Bracken, WholeSheetTests.Cine })
        {
            var format = new SettingValue.Format(model.Formats[1].Size, model.Formats[1].Rate);
            var dial = Dial.Of(setting, model, format, model.Gain.Bases.FirstOrDefault()?.Word);
            foreach (Detent detent in dial.Detents)
            {
                ShownValue
                    .TryOf(setting, new ControlSource(model, format, model.Gain.Bases.FirstOrDefault()?.Word), detent.Label)
                    .ShouldBe(detent.Value, $"{setting} on {model.Name}");
            }
        }
    }

    public static TheoryData<NotationPreferences> Notations { get; } =
    [
        NotationPreferences.Default,
        NotationPreferences.Default with
        {
            Iris = IrisStyle.Thirds,
            WhiteBalance = WhiteBalanceStyle.Mired,
        },
        NotationPreferences.Default with
        {
            Iris = IrisStyle.Dial,
            WhiteBalance = WhiteBalanceStyle.Kelvin,
        },
    ];

    [Theory]
    [MemberData(nameof(Notations))]
    public void What_the_places_of_a_dial_are_typed_as_is_read_back_in_every_notation(NotationPreferences notation)
    {
        foreach (Setting setting in Enum.GetValues<Setting>())
        {
            foreach (CameraModel model in new[] { Ottermere.Alder, Ottermere.Bracken, WholeSheetTests.Cine })
            {
                var format = new SettingValue.Format(model.Formats[1].Size, model.Formats[1].Rate);
                foreach (Detent detent in Dial.Of(setting, model, format, model.Gain.Bases.FirstOrDefault()?.Word).Detents)
                {
                    ShownValue
                        .TryOf(setting, new ControlSource(model, format, model.Gain.Bases.FirstOrDefault()?.Word), detent.TypedIn(notation))
                        .ShouldBe(detent.Value, $"{setting} on {model.Name}");
                }
            }
        }
    }

    [Fact]
    public void A_dial_is_drawn_in_the_notation_of_the_person()
    {
        var mired = NotationPreferences.Default with { WhiteBalance = WhiteBalanceStyle.Mired, Iris = IrisStyle.Thirds };
        Detent[] white = [.. Dial.Of(Setting.WhiteBalance, WholeSheetTests.Cine, null).Detents];
        Detent daylight = white.First(d => d.Value is SettingValue.WhiteNumber { Temperature.Value: 5600 });
        daylight.In(mired).ShouldBe(("179", "mired"));
        daylight.In(NotationPreferences.Default).ShouldBe(("5600", "K"));
        foreach (Detent number in white.Where(d => d.Value is SettingValue.WhiteNumber))
        {
            (string label, string unit) = number.In(mired);
            $"{label}{Notation.ThinSpace}{unit}".ShouldBe(number.Value.LabelIn(mired), "as the sheet writes it");
        }

        Detent iris = Dial.Of(Setting.Iris, Ottermere.Alder, null)
            .Detents.First(d => d.Value == new SettingValue.Iris(FNumber.Parse("6.3")));
        iris.In(mired).Label.ShouldBe("5.6⅓");
    }

    [Theory]
    [InlineData(Setting.Shutter, "1/30", "1/60", 1)]
    [InlineData(Setting.Gain, "+6", "0", 0.9966)]
    [InlineData(Setting.NeutralDensity, "1/16", "1/4", -2)]
    [InlineData(Setting.Iris, "f/4", "f/8", 2)]
    public void Brighter_is_positive_whatever_exposes(Setting setting, string read, string target, double stops)
    {
        var control = new ControlSource(Ottermere.Alder, null, null);
        Stops brighter = SettingDefinition
            .Of(setting)
            .Brighter(ShownValue.TryOf(setting, control, read)!, ShownValue.TryOf(setting, control, target)!, Ottermere.Alder);
        brighter.Value.ShouldBe(stops, 0.001);
    }

    [Fact]
    public void Only_what_exposes_has_a_part_in_the_exposure() =>
        SettingDefinition
            .All.Where(d => d.ExposesOn(WholeSheetTests.Cine))
            .Select(d => d.Setting)
            .ShouldBe([Setting.Shutter, Setting.BaseIso, Setting.Gain, Setting.NeutralDensity, Setting.Iris]);
}
