using System.Text.Json.Serialization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>A value of a setting as what it means, never as the label some notation gives it.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Switch), "switch")]
[JsonDerivedType(typeof(Format), "format")]
[JsonDerivedType(typeof(BitRate), "bitRate")]
[JsonDerivedType(typeof(Shutter), "shutter")]
[JsonDerivedType(typeof(Choice), "choice")]
[JsonDerivedType(typeof(Amount), "amount")]
[JsonDerivedType(typeof(TaskDone), "task")]
[JsonDerivedType(typeof(Gain), "gain")]
[JsonDerivedType(typeof(Filter), "filter")]
[JsonDerivedType(typeof(Mode), "mode")]
[JsonDerivedType(typeof(Iris), "iris")]
[JsonDerivedType(typeof(WhiteNumber), "whiteNumber")]
[JsonDerivedType(typeof(WhiteMemory), "whiteMemory")]
public abstract record ValueDocument
{
    private ValueDocument() { }

    /// <summary>A switch.</summary>
    public sealed record Switch(bool On) : ValueDocument;

    /// <summary>Resolution and rate, as they are written.</summary>
    public sealed record Format(string Size, string Rate) : ValueDocument;

    /// <summary>A bit rate in Mb/s.</summary>
    public sealed record BitRate(double Mbps) : ValueDocument;

    /// <summary>An exposure time in seconds, with its angle where the control is in degrees, or its frequency where it is set by clear scan.</summary>
    public sealed record Shutter(double Seconds, double? Degrees = null, double? ScanHz = null) : ValueDocument;

    /// <summary>A position, with the name the camera gives it.</summary>
    public sealed record Choice(string Word, string Shown = "") : ValueDocument;

    /// <summary>A number in a setting's unit.</summary>
    public sealed record Amount(double Value, NaturalUnit Unit) : ValueDocument;

    /// <summary>A task.</summary>
    public sealed record TaskDone(bool Done) : ValueDocument;

    /// <summary>A gain in dB, with the name of its position.</summary>
    public sealed record Gain(double GainDb, string Position = "") : ValueDocument;

    /// <summary>A filter position.</summary>
    public sealed record Filter(string Label, double Stops) : ValueDocument;

    /// <summary>Manual or automatic.</summary>
    public sealed record Mode(bool Manual) : ValueDocument;

    /// <summary>An f-number.</summary>
    public sealed record Iris(double Number, bool Transmission = false) : ValueDocument;

    /// <summary>A colour temperature in K.</summary>
    public sealed record WhiteNumber(double TemperatureK) : ValueDocument;

    /// <summary>A memory, with the colour temperature it shows.</summary>
    public sealed record WhiteMemory(string Memory, double? ShowsK = null, bool TakenHere = false) : ValueDocument;

    /// <summary>A value as a document.</summary>
    public static ValueDocument Of(SettingValue value) =>
        value switch
        {
            SettingValue.Switch v => new Switch(v.On),
            SettingValue.Format v => new Format(v.Size.Label(), v.Rate.Label()),
            SettingValue.Bits v => new BitRate(v.Rate.Megabits),
            SettingValue.Speed v => new Shutter(v.Time.Seconds, v.Angle?.Degrees, v.ScanHz),
            SettingValue.Choice v => new Choice(v.Word, v.Shown),
            SettingValue.Amount v => new Amount(v.Value, v.Unit),
            SettingValue.Task v => new TaskDone(v.Yes),
            SettingValue.GainAt v => new Gain(v.Gain.Value, v.Position),
            SettingValue.Filter v => new Filter(v.Position.Label, v.Position.Loss.Value),
            SettingValue.Mode v => new Mode(v.Manual),
            SettingValue.Iris v => new Iris(v.Number.Value, v.Number.IsTransmission),
            SettingValue.WhiteNumber v => new WhiteNumber(v.Temperature.Value),
            SettingValue.WhiteMemory v => new WhiteMemory(v.Name, v.Shows?.Value, v.TakenHere),
            _ => throw new ArgumentOutOfRangeException(nameof(value)),
        };

    /// <summary>The document as a value.</summary>
    /// <exception cref="QuantityException">A number that cannot be.</exception>
    public SettingValue ToValue() =>
        this switch
        {
            Switch v => new SettingValue.Switch(v.On),
            Format v => new SettingValue.Format(FrameSize.Parse(v.Size), ScanRate.Parse(v.Rate)),
            BitRate v => new SettingValue.Bits(new Core.Units.BitRate(v.Mbps)),
            Shutter v => new SettingValue.Speed(
                new ExposureTime(v.Seconds),
                v.Degrees is { } degrees ? new ShutterAngle(degrees) : null,
                v.ScanHz
            ),
            Choice v => new SettingValue.Choice(v.Word, v.Shown),
            Amount v => new SettingValue.Amount(v.Value, v.Unit),
            TaskDone v => new SettingValue.Task(v.Done),
            Gain v => new SettingValue.GainAt(new Decibels(v.GainDb), v.Position),
            Filter v => new SettingValue.Filter(new FilterPosition(v.Label, new Stops(v.Stops))),
            Mode v => new SettingValue.Mode(v.Manual),
            Iris v => new SettingValue.Iris(new FNumber(v.Number, v.Transmission)),
            WhiteNumber v => new SettingValue.WhiteNumber(new Kelvin(v.TemperatureK)),
            WhiteMemory v => new SettingValue.WhiteMemory(v.Memory, v.ShowsK is { } shows ? new Kelvin(shows) : null)
            {
                TakenHere = v.TakenHere,
            },
            _ => throw new InvalidOperationException("A value of no known kind."),
        };
}
