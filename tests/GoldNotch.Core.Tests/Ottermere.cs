using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Two made-up cameras and two standards, unlike on purpose: one has gain in steps and ISO, the other a three-way switch.</summary>
internal static class Ottermere
{
    internal static CameraModel Alder { get; } =
        new(
            "alder-20",
            "Alder 20",
            1,
            "handheld",
            true,
            [
                Format("2160", "29.97p", 90, 140),
                Format("1080", "59.94p", 45),
                Format("1080", "29.97p", 45),
                Format("1080", "23.976p", 45),
                Format("1080", "59.94i", 30),
            ],
            Speeds(24, 30, 48, 50, 60, 100, 120, 250, 500, 1000, 2000),
            new GainControl([.. Enumerable.Range(-1, 10).Select(i => new GainPosition("", new Decibels(i * 3)))], true, new Iso(320)),
            [Filter("clear", 0), Filter("1/4", 2), Filter("1/16", 4), Filter("1/64", 6)],
            new Lens(new Millimetres(9), new Millimetres(135), new FNumber(2.6), new FNumber(4.2), FNumber.Parse("16")),
            new ModeControl(true, true),
            new WhiteControl(
                [new Kelvin(3200), new Kelvin(5600)],
                ["A", "B"],
                new KelvinGrid(new Kelvin(2400), new Kelvin(12000), 100),
                true
            ),
            new ModeControl(true, true),
            ImmutableDictionary<Setting, ControlPlace>.Empty.Add(
                Setting.Gain,
                new ControlPlace(
                    BodySide.Left,
                    0.5,
                    0.8,
                    "GAIN",
                    "Press, then turn the wheel",
                    "An A before the number means automatic.",
                    ""
                )
            )
        );

    internal static CameraModel Bracken { get; } =
        new(
            "bracken-3",
            "Bracken 3",
            1,
            "small",
            true,
            [Format("1080", "59.94i", 20), Format("1080", "29.97p", 20), Format("1080", "23.976p", 20), Format("720", "59.94p", 20)],
            Speeds(30, 60, 100, 125, 250, 500, 1000),
            new GainControl([new("L", new Decibels(-3)), new("M", new Decibels(3)), new("H", new Decibels(12))], true, null),
            [Filter("clear", 0), Filter("1", 2.6), Filter("2", 4.3)],
            new Lens(new Millimetres(4.1), new Millimetres(73.8), new FNumber(1.7), new FNumber(3.0), FNumber.Parse("11")),
            new ModeControl(true, true),
            new WhiteControl([new Kelvin(3200), new Kelvin(5600)], ["A", "B"], null, true),
            new ModeControl(true, true),
            ImmutableDictionary<Setting, ControlPlace>.Empty
        );

    internal static Standard LectureRoom { get; } =
        Make(
            "lecture-room",
            new SceneLight("tungsten", new Lux(500), new Kelvin(3200), 60, LampKind.Tungsten),
            ("full-auto", "off", null),
            ("record-format", "1080 29.97p", null),
            ("bit-rate", "at least 40 Mb/s", null),
            ("shutter", "180°", "⅙ stop"),
            ("gain", "0 dB", null),
            ("nd", "clear", null),
            ("iris-control", "manual", null),
            ("iris", "f/2.8, takes up the rest", "⅓ stop"),
            ("white-balance", "preset nearest to 3200 K", "10 mired"),
            ("focus-mode", "manual", null)
        );

    internal static Standard Glasshouse { get; } =
        Make(
            "glasshouse-talk",
            new SceneLight("daylight", new Lux(9000), new Kelvin(5400), 60, LampKind.Daylight),
            ("full-auto", "off", null),
            ("record-format", "1080 29.97p", null),
            ("bit-rate", "highest", null),
            ("shutter", "180°", "⅙ stop"),
            ("gain", "0 dB", null),
            ("nd", "2 stops", "⅓ stop"),
            ("iris-control", "manual", null),
            ("iris", "f/5.6, takes up the rest", "⅓ stop"),
            ("white-balance", "card in memory A", "10 mired"),
            ("focus-mode", "manual", null)
        );

    internal static Standard Make(string key, SceneLight light, params (string Setting, string Require, string? Tolerance)[] notches) =>
        new(
            key,
            key,
            1,
            "for a test",
            light,
            notches.Select(n =>
            {
                Setting setting = Settings(n.Setting);
                return new Notch(
                    setting,
                    Requirement.Parse(setting, n.Require),
                    Distance.ParseTolerance(n.Tolerance, SettingDefinition.Of(setting).Unit),
                    Importance.Must,
                    "because"
                );
            })
        );

    /// <summary>Reads what a person types, in the order of the work; each depends on what was read before.</summary>
    internal static Dictionary<Setting, Reading> Read(Sheet sheet, params (string Setting, string Text)[] typed)
    {
        Dictionary<Setting, Reading> readings = [];
        foreach ((string key, string text) in typed)
        {
            Setting setting = Settings(key);
            readings[setting] = ReadingParser.Parse(setting, sheet, text, readings);
        }

        return readings;
    }

    /// <summary>Every reading as the sheet says, with some typed otherwise.</summary>
    internal static Dictionary<Setting, Reading> AsSheet(Sheet sheet, params (string Setting, string Text)[] except)
    {
        Dictionary<Setting, Reading> readings = sheet
            .Lines.Where(l => l.Target is not null)
            .ToDictionary(l => l.Setting, l => (Reading)new Reading.Of(l.Target!));
        foreach ((string key, string text) in except)
        {
            readings[Settings(key)] = ReadingParser.Parse(Settings(key), sheet, text, readings);
        }

        return readings;
    }

    internal static ConsequenceReport Now(Sheet sheet, Dictionary<Setting, Reading> readings) =>
        Consequences.Of(sheet, CheckEvaluator.Evaluate(sheet, readings));

    internal static Setting Settings(string key) => SettingDefinition.Parse(key);

    private static RecordFormat Format(string size, string rate, params double[] megabits) =>
        new(FrameSize.Parse(size), ScanRate.Parse(rate), [.. megabits.Select(m => new BitRate(m))]);

    private static ImmutableArray<ExposureTime> Speeds(params double[] denominators) => [.. denominators.Select(ExposureTime.OneOver)];

    private static FilterPosition Filter(string label, double stops) => new(label, new Stops(stops));
}
