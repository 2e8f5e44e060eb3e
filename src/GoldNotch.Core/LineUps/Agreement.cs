using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One thing all cameras of a line-up should have the same.</summary>
/// <param name="Matter">What: <c>frame rate</c>, <c>shutter angle</c>, <c>picture size</c>, <c>aspect ratio</c>, <c>profile</c>, <c>timecode</c>.</param>
/// <param name="Agrees">Whether they do.</param>
/// <param name="Values">What each camera has, by letter.</param>
/// <param name="Sentence">That they agree, or who differs, the best common choice and its price.</param>
public sealed record AgreementRow(string Matter, bool Agrees, ImmutableArray<(string Letter, string Value)> Values, string Sentence);

/// <summary>Flicker of one camera under the mains and lamp of the place.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Flicker">What it shows.</param>
/// <param name="Sentence">In words, with the steadier shutter where there is one.</param>
public sealed record FlickerRow(string Letter, Flicker Flicker, string Sentence);

/// <summary>Whether the cameras of a line-up agree in what the picture is cut from.</summary>
public static class Agreement
{
    // Angles nearer than this look alike (bench rule), degrees.
    private const double SameAngle = 6;

    /// <summary>Every matter, in the order of the work.</summary>
    public static ImmutableArray<AgreementRow> Of(IReadOnlyList<PreparedCamera> cameras) =>
    [
        Rate(cameras),
        Angle(cameras),
        Simple(cameras, "picture size", c => c.Sheet.Target<SettingValue.Format>(Setting.RecordFormat)?.Size.Label(), "The larger is scaled down in the cut; framing can then be tightened on it alone."),
        Simple(cameras, "aspect ratio", c => Word(c, Setting.Aspect), "Mark the narrower one on the other's screen with a guide."),
        Simple(cameras, "profile", c => Word(c, Setting.Profile), "Pictures of different curves do not cut together ungraded: set one profile, or grade those that are flat."),
        Simple(cameras, "timecode", Timecode, "Jam all from one clock before each hour, or slate every take."),
    ];

    /// <summary>Flicker of every camera.</summary>
    public static ImmutableArray<FlickerRow> FlickerOf(LineUp lineUp, IReadOnlyList<PreparedCamera> cameras) =>
        [.. cameras.Where(c => c.Sheet.Format is not null).Select(c => FlickerOf(lineUp, c))];

    private static FlickerRow FlickerOf(LineUp lineUp, PreparedCamera camera)
    {
        ScanRate rate = camera.Sheet.Format!.Rate;
        double modulation = lineUp.Light.AsScene(lineUp.Place).Modulation;
        var flicker = Flicker.Of(lineUp.Light.MainsHz, camera.Shutter.Time, rate, modulation);
        string mains = $"{Notation.Number(lineUp.Light.MainsHz)} Hz mains";
        if (flicker.Verdict == FlickerVerdict.Steady)
        {
            return new FlickerRow(camera.Of.Letter, flicker, $"Steady under {mains}.");
        }

        ExposureTime? offer = Flicker.Offer(lineUp.Light.MainsHz, camera.Shutter.Time, Mends.ShuttersOf(camera), rate, modulation);
        string mend = offer is { } o && Flicker.Of(lineUp.Light.MainsHz, o, rate, modulation).RipplePercent < flicker.RipplePercent - 0.01
            ? $" {o.Label()} is steadier, {o.LongerThan(camera.Shutter.Time).LabelWithUnit()}."
            : " No shutter within ⅔ stop is steadier: change the lamp.";
        string how = flicker.Verdict == FlickerVerdict.Standing ? "shows a standing band" : $"pumps at {Notation.Number(flicker.BeatHz, 2)} Hz";
        return new FlickerRow(camera.Of.Letter, flicker, $"{camera.Shutter.Label} {how} by {Notation.Number(flicker.RipplePercent, 1)} % under {mains}.{mend}");
    }

    private static AgreementRow Rate(IReadOnlyList<PreparedCamera> cameras)
    {
        ImmutableArray<(string, string)> values = Values(cameras, c => c.Sheet.Format?.Rate.Label());
        if (Same(values))
        {
            return new AgreementRow("frame rate", true, values, $"{values[0].Item2} on all.");
        }

        // The best common choice is the rate every model has that most of the line-up is at already, then the higher.
        var common = cameras[0].Of.Model.Formats.Select(f => f.Rate).Distinct()
            .Where(rate => cameras.All(c => c.Of.Model.Formats.Any(f => f.Rate == rate)))
            .OrderByDescending(rate => cameras.Count(c => c.Sheet.Format?.Rate == rate))
            .ThenByDescending(rate => rate.PicturesPerSecond)
            .ToList();
        if (common.Count == 0)
        {
            return new AgreementRow("frame rate", false, values, $"{Listed(values)}. These models have no rate in common: cut them as separate pieces, or use another camera.");
        }

        ScanRate best = common[0];
        IEnumerable<string> price = cameras.Where(c => c.Sheet.Format?.Rate != best).Select(c => Price(c, best));
        return new AgreementRow("frame rate", false, values, $"{Listed(values)}. All have {best.Label()}: {string.Join("; ", price)}.");
    }

    private static string Price(PreparedCamera camera, ScanRate rate)
    {
        var there = camera.Of.Model.Formats.Where(f => f.Rate == rate).OrderByDescending(f => f.Size.Pixels).First();
        string crop = there.Crop > 1 ? $", {Notation.Number(there.Crop, 2)} times tighter" : "";
        string cost = there.Cost.Length > 0 ? $", {there.Cost}" : "";
        return $"{camera.Of.Letter} then records {there.Size.Label()} at up to {there.BitRates.Max().Label()}{crop}{cost}";
    }

    private static AgreementRow Angle(IReadOnlyList<PreparedCamera> cameras)
    {
        List<(string Letter, double Angle)> angles =
            [.. cameras.Where(c => c.Sheet.Format is not null).Select(c => (c.Of.Letter, Shutter.AngleDegrees(c.Shutter.Time, c.Sheet.Format!.Rate.Frames)))];
        ImmutableArray<(string, string)> values = [.. angles.Select(a => (a.Letter, Notation.Number(a.Angle) + "°"))];
        double spread = angles.Count == 0 ? 0 : angles.Max(a => a.Angle) - angles.Min(a => a.Angle);
        return spread <= SameAngle
            ? new AgreementRow("shutter angle", true, values, values.IsEmpty ? "No camera has a rate." : $"{values[0].Item2} on all.")
            : new AgreementRow("shutter angle", false, values, $"{Listed(values)}: movement looks {Notation.Number(spread)}° sharper on one than on the other.");
    }

    private static AgreementRow Simple(IReadOnlyList<PreparedCamera> cameras, string matter, Func<PreparedCamera, string?> value, string otherwise)
    {
        ImmutableArray<(string, string)> values = Values(cameras, value);
        return Same(values)
            ? new AgreementRow(matter, true, values, $"{values[0].Item2} on all.")
            : new AgreementRow(matter, false, values, $"{Listed(values)}. {otherwise}");
    }

    // Asked for and not there is another thing than not said.
    private static string? Word(PreparedCamera camera, Setting setting) =>
        camera.Sheet.Word(setting) ?? (camera.Sheet.LineOf(setting) is { Fit: Sheets.Fit.NotPossible } line ? $"has no {line.Notch.Wish.Text}" : null);

    private static string? Timecode(PreparedCamera camera) =>
        camera.Sheet.Word(Setting.TimecodeCount) is { } count && camera.Sheet.Word(Setting.TimecodeRun) is { } run ? $"{count}, {run}" : null;

    private static ImmutableArray<(string, string)> Values(IReadOnlyList<PreparedCamera> cameras, Func<PreparedCamera, string?> value) =>
        [.. cameras.Select(c => (c.Of.Letter, value(c) ?? "not known"))];

    private static bool Same(ImmutableArray<(string Letter, string Value)> values) => values.All(v => v.Value == values[0].Value);

    private static string Listed(ImmutableArray<(string Letter, string Value)> values) =>
        string.Join("; ", values.GroupBy(v => v.Value).Select(g => $"{string.Join(", ", g.Select(v => v.Letter))} {g.Key}"));
}
