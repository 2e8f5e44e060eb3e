using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Standards;

/// <summary>The words standards and cards are written in, as the core has them.</summary>
internal static class Vocabulary
{
    // Fields of an empty specification that cannot stand empty.
    private static readonly Setting[] Unsaid =
    [
        Setting.FullAuto,
        Setting.Gain,
        Setting.NeutralDensity,
        Setting.IrisControl,
        Setting.Iris,
        Setting.WhiteBalance,
        Setting.FocusMode,
    ];

    internal static VocabularyView View { get; } =
        new(
            [.. SettingDefinition.All.Select(Of)],
            [
                .. Policy.All.Select(p => new PolicyView(
                    p.Key,
                    p.Name,
                    [.. p.Settings.Select(s => SettingDefinition.Of(s).Key)],
                    [.. p.Options.Select(s => new PolicyOptionView(s.Key, s.Text, s.Reason))]
                )),
            ],
            [.. Enum.GetValues<Condition>().Select(ConditionWords.Of)],
            [.. Enum.GetValues<FootageUse>().Select(Word)],
            [.. Enum.GetValues<LampKind>().Select(Word)],
            [.. CardClass.Names],
            [.. Enum.GetValues<BodySide>().Select(Word)],
            new ModelDocument(
                "",
                "",
                1,
                "what sort of camera",
                false,
                new LensDocument(10, 100, "f/2.8", "f/4", "f/16"),
                [],
                [],
                new GainDocument([new GainPositionDocument(0)], false),
                [],
                new ModeDocument(true, false),
                new WhiteBalanceDocument([3200, 5600], [], false),
                new ModeDocument(true, false),
                new Dictionary<string, ControlDocument>(),
                // A figure has to stand in these fields; none of them poses as one of the camera.
                Presumed: [.. Unsaid.Select(s => SettingDefinition.Of(s).Key)]
            )
        );

    private static SettingView Of(SettingDefinition name) =>
        new(
            name.Key,
            name.Name,
            name.Chapter,
            name.Step,
            Word(name.Kind),
            name.Unit == NaturalUnit.None ? "" : Word(name.Unit),
            name.Unit == NaturalUnit.None ? "" : Distance.ToleranceExample(name.Unit),
            name.Example,
            name.Words,
            Requirement.Examples(name.Setting),
            Policy.Deciding(name.Setting)?.Key,
            name.What
        );

    private static string Word<T>(T value)
        where T : struct, Enum =>
        string.Concat(
            value
                .ToString()
                .Select((c, i) => i > 0 && char.IsUpper(c) ? "-" + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString())
        );
}
