using GoldNotch.Core.Units;

namespace GoldNotch.Core.Judgements;

/// <summary>What a number measures: it decides unit, digits and sign of its label.</summary>
public enum Measure
{
    /// <summary>A plain number of things.</summary>
    Count,

    /// <summary>Stops a control is moved by, in thirds: <c>+1⅓ stops</c>.</summary>
    StopsMoved,

    /// <summary>Stops that were measured, differ or remain, to a tenth: <c>+0.5 stop</c>.</summary>
    StopsDifference,

    /// <summary>Gain in decibels, signed.</summary>
    Decibels,

    /// <summary>A difference of colour in mired, signed.</summary>
    Mired,

    /// <summary>Colour temperature, K.</summary>
    Kelvin,

    /// <summary>ISO speed.</summary>
    Iso,

    /// <summary>Illuminance, lx.</summary>
    Lux,

    /// <summary>An exposure time, s, written as a fraction.</summary>
    ExposureTime,

    /// <summary>A duration, s.</summary>
    Seconds,

    /// <summary>Minutes.</summary>
    Minutes,

    /// <summary>Days.</summary>
    Days,

    /// <summary>Hour of a timecode.</summary>
    Hour,

    /// <summary>An angle, degrees.</summary>
    Degrees,

    /// <summary>Per cent.</summary>
    Percent,

    /// <summary>A difference of percentages; carries its sign.</summary>
    PercentDifference,

    /// <summary>A ratio.</summary>
    Times,

    /// <summary>Hertz.</summary>
    Hertz,

    /// <summary>Megabits a second.</summary>
    Megabits,

    /// <summary>Megabytes a second.</summary>
    MegabytesPerSecond,

    /// <summary>Gigabytes.</summary>
    Gigabytes,

    /// <summary>Watt-hours.</summary>
    WattHours,

    /// <summary>Watts.</summary>
    Watts,

    /// <summary>Rating of a supply, VA.</summary>
    VoltAmperes,

    /// <summary>Volts.</summary>
    Volts,

    /// <summary>Millimetres.</summary>
    Millimetres,

    /// <summary>Metres.</summary>
    Metres,

    /// <summary>A level in dBFS.</summary>
    FullScale,

    /// <summary>Steps of a tint control, signed.</summary>
    TintSteps,

    /// <summary>Bits of a sample.</summary>
    Bits,

    /// <summary>Points of a plan's cost, to a tenth.</summary>
    Points,

    /// <summary>Width against height of a picture, to a hundredth.</summary>
    PictureRatio,

    /// <summary>Distance from the Planckian locus, signed: + is green.</summary>
    Duv,

    /// <summary>The mean of several counts, to a tenth.</summary>
    Mean,
}

/// <summary>Labels of measured numbers.</summary>
public static class Measures
{
    /// <summary>The measure of a difference in a setting's natural unit.</summary>
    public static Measure Of(NaturalUnit unit) =>
        unit switch
        {
            NaturalUnit.Stops => Measure.StopsDifference,
            NaturalUnit.Decibels => Measure.Decibels,
            NaturalUnit.Mired => Measure.Mired,
            NaturalUnit.Megabits => Measure.Megabits,
            NaturalUnit.Percent => Measure.PercentDifference,
            NaturalUnit.Minutes => Measure.Minutes,
            // Two levels in dBFS differ by dB.
            NaturalUnit.FullScale => Measure.Decibels,
            NaturalUnit.MegabytesPerSecond => Measure.MegabytesPerSecond,
            NaturalUnit.Tint => Measure.TintSteps,
            NaturalUnit.Hours => Measure.Hour,
            NaturalUnit.Bits => Measure.Bits,
            _ => Measure.Count,
        };

    /// <summary>The number with its unit. A gain and a difference carry their sign.</summary>
    public static string Label(double value, Measure measure) =>
        measure switch
        {
            Measure.StopsMoved => new Stops(value).LabelWithUnit(),
            Measure.StopsDifference => new Stops(value).DifferenceLabel(),
            Measure.Decibels => new Decibels(value).Label(),
            Measure.Mired => new MiredShift(value).Label(),
            Measure.ExposureTime => new ExposureTime(value).Label(),
            Measure.Iso => new Iso(value).Label(),
            Measure.Days => Notation.Number(value) + Notation.ThinSpace + (value == 1 ? "day" : "days"),
            Measure.Hour => "hour" + Notation.ThinSpace + Notation.Number(value),
            Measure.Duv => Notation.Number(value, 4, withPlus: true) + Suffix(measure),
            Measure.TintSteps or Measure.PercentDifference => Notation.Number(value, 1, withPlus: true) + Suffix(measure),
            _ => Notation.Number(value, Digits(measure)) + Suffix(measure),
        };

    private static int Digits(Measure measure) =>
        measure switch
        {
            Measure.Times or Measure.Hertz or Measure.Metres or Measure.PictureRatio => 2,
            Measure.Seconds
            or Measure.Degrees
            or Measure.Percent
            or Measure.Megabits
            or Measure.MegabytesPerSecond
            or Measure.Watts
            or Measure.Millimetres
            or Measure.FullScale
            or Measure.Points
            or Measure.Mean
            or Measure.Gigabytes => 1,
            _ => 0,
        };

    private static string Suffix(Measure measure) =>
        measure switch
        {
            Measure.Count or Measure.Mean => "",
            Measure.PictureRatio => ":1",
            Measure.Degrees => "°",
            _ => Notation.ThinSpace
                + measure switch
                {
                    Measure.Kelvin => "K",
                    Measure.Lux => "lx",
                    Measure.Seconds => "s",
                    Measure.Minutes => "min",
                    Measure.Percent or Measure.PercentDifference => "%",
                    Measure.Times => "times",
                    Measure.Hertz => "Hz",
                    Measure.Megabits => "Mb/s",
                    Measure.MegabytesPerSecond => "MB/s",
                    Measure.Gigabytes => "GB",
                    Measure.WattHours => "Wh",
                    Measure.Watts => "W",
                    Measure.VoltAmperes => "VA",
                    Measure.Volts => "V",
                    Measure.Millimetres => "mm",
                    Measure.Metres => "m",
                    Measure.FullScale => "dBFS",
                    Measure.Bits => "bit",
                    Measure.Points => "points",
                    Measure.Duv => "Δuv",
                    _ => "steps",
                },
        };
}
