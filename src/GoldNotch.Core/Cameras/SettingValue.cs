using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>One value of one setting, as a control of a camera can stand. A closed set.</summary>
public abstract record SettingValue
{
    private SettingValue() { }

    /// <summary>As the sheet prints it.</summary>
    public abstract string Label { get; }

    /// <summary>Whether it is an automatic: it changes with the scene.</summary>
    public bool FollowsTheScene => this is Mode { Manual: false } or Choice { Word: "automatic" };

    /// <summary>As a person reads it: an iris and a white balance follow their notation, everything else stands as the control shows it.</summary>
    public virtual string LabelIn(NotationPreferences notation) => Label;

    /// <summary>A switch.</summary>
    /// <param name="On">Whether it is on.</param>
    public sealed record Switch(bool On) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => On ? "on" : "off";
    }

    /// <summary>Size with scan and rate.</summary>
    /// <param name="Size">Picture size.</param>
    /// <param name="Rate">Rate with scan.</param>
    public sealed record Format(FrameSize Size, ScanRate Rate) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => $"{Size.Label()} {Rate.Label()}";
    }

    /// <summary>A bit rate.</summary>
    /// <param name="Rate">Bits a second.</param>
    public sealed record Bits(BitRate Rate) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => Rate.Label();
    }

    /// <summary>A shutter speed.</summary>
    /// <param name="Time">Exposure time.</param>
    /// <param name="Angle">The angle, where the camera shows one.</param>
    /// <param name="ScanHz">The frequency, where it is set by clear scan, Hz.</param>
    public sealed record Speed(ExposureTime Time, ShutterAngle? Angle = null, double? ScanHz = null) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => Angle?.Label() ?? (ScanHz is { } hz ? ClearScan.Label(hz) : Time.Label());
    }

    /// <summary>A named position.</summary>
    /// <param name="Word">The department's word.</param>
    /// <param name="Shown">What the camera calls it; empty where it uses the same word.</param>
    public sealed record Choice(string Word, string Shown = "") : SettingValue
    {
        /// <inheritdoc/>
        public override string Label =>
            Shown.Length == 0 || Shown.Equals(Word, StringComparison.OrdinalIgnoreCase) ? Word : $"{Shown} ({Word})";
    }

    /// <summary>A number on a control or a display.</summary>
    /// <param name="Value">The number.</param>
    /// <param name="Unit">Its unit.</param>
    public sealed record Amount(double Value, NaturalUnit Unit) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => Level.Label(Value, Unit);
    }

    /// <summary>An act.</summary>
    /// <param name="Yes">Whether it is done.</param>
    public sealed record Task(bool Yes) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => Yes ? "done" : "not done";
    }

    /// <summary>A gain, with the name of its switch position where it has one.</summary>
    /// <param name="Gain">The gain.</param>
    /// <param name="Position">Name of the position, or empty.</param>
    public sealed record GainAt(Decibels Gain, string Position) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => Position.Length == 0 ? Gain.Label() : $"{Position}, {Gain.Label()}";
    }

    /// <summary>A filter position.</summary>
    /// <param name="Position">The position with its stops.</param>
    public sealed record Filter(FilterPosition Position) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label =>
            Position.Loss == Stops.Zero || Position.IsLabelledInStops
                ? Position.Label
                : $"{Position.Label}, {Notation.Number(Position.Loss.Value, 2)}{Notation.ThinSpace}{(Position.Loss.Value == 1 ? "stop" : "stops")}";
    }

    /// <summary>Who moves the control.</summary>
    /// <param name="Manual">True: a person.</param>
    public sealed record Mode(bool Manual) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => Manual ? "manual" : "auto";
    }

    /// <summary>An iris, labelled as the camera shows it: f/6.3.</summary>
    /// <param name="Number">The iris.</param>
    public sealed record Iris(FNumber Number) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => Number.Engraved();

        /// <inheritdoc/>
        public override string LabelIn(NotationPreferences notation) => Number.Engraved(notation.Iris);
    }

    /// <summary>White from a preset or a dialled number.</summary>
    /// <param name="Temperature">The number.</param>
    public sealed record WhiteNumber(Kelvin Temperature) : SettingValue
    {
        /// <inheritdoc/>
        public override string Label => Temperature.Label();

        /// <inheritdoc/>
        public override string LabelIn(NotationPreferences notation) => Temperature.Label(notation.WhiteBalance);
    }

    /// <summary>White from a memory that was taken on a card.</summary>
    /// <param name="Name">Name of the memory: A, B.</param>
    /// <param name="Shows">The number the camera shows for it, where it shows one.</param>
    public sealed record WhiteMemory(string Name, Kelvin? Shows) : SettingValue
    {
        /// <summary>Whether it was balanced on the card during this check: here, in this light and through this filter.</summary>
        public bool TakenHere { get; init; }

        /// <inheritdoc/>
        public override string Label => LabelWith(Shows?.Label());

        /// <inheritdoc/>
        public override string LabelIn(NotationPreferences notation) => LabelWith(Shows?.Label(notation.WhiteBalance));

        private string LabelWith(string? shown) =>
            TakenHere
                ? shown is null
                    ? $"{Name}, balanced here"
                    : $"{Name}, {shown}, balanced here"
                : shown is null
                    ? $"memory {Name}"
                    : $"{Name}, {shown}";
    }
}
