using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>Which side of a number is good.</summary>
public enum Bound
{
    /// <summary>Just there.</summary>
    Exactly,

    /// <summary>There or above.</summary>
    AtLeast,

    /// <summary>There or below.</summary>
    AtMost,
}

/// <summary>What a standard wants of a setting: a value or a rule, written in the field's own notation. A closed set.</summary>
public abstract partial record Requirement
{
    private Requirement() { }

    /// <summary>The text that <see cref="Parse"/> reads back.</summary>
    public abstract string Text { get; }

    /// <summary>The switch off.</summary>
    public sealed record Off : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "off";
    }

    /// <summary>The switch on.</summary>
    public sealed record On : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "on";
    }

    /// <summary>This size and rate.</summary>
    /// <param name="Size">Picture size.</param>
    /// <param name="Rate">Rate with scan.</param>
    public sealed record Format(FrameSize Size, ScanRate Rate) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => $"{Size.Label()} {Rate.Label()}";
    }

    /// <summary>The highest bit rate the format has.</summary>
    public sealed record HighestBitRate : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "highest";
    }

    /// <summary>The lowest bit rate that is at least this.</summary>
    /// <param name="Rate">Least bits a second.</param>
    public sealed record BitRateAtLeast(BitRate Rate) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => $"at least {Rate.Label()}";
    }

    /// <summary>A shutter angle, by one of two options.</summary>
    /// <param name="Value">The angle.</param>
    /// <param name="Option">Nearest, or never slower; null: as the standard's policy says.</param>
    public sealed record Angle(ShutterAngle Value, ShutterOption? Option) : Requirement
    {
        /// <inheritdoc/>
        public override string Text =>
            Option switch
            {
                ShutterOption.AtLeastDouble => Value.Label() + " or faster",
                ShutterOption.Nearest => "nearest to " + Value.Label(),
                _ => Value.Label(),
            };
    }

    /// <summary>One fixed speed, whatever the rate.</summary>
    /// <param name="Time">The speed.</param>
    public sealed record Speed(ExposureTime Time) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => Time.Label();
    }

    /// <summary>This gain.</summary>
    /// <param name="Value">The gain.</param>
    public sealed record Gain(Decibels Value) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => Value.Label();
    }

    /// <summary>The lowest gain the camera has.</summary>
    public sealed record LowestGain : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "lowest";
    }

    /// <summary>Unity gain, or the native ISO of the base in use.</summary>
    public sealed record NativeGain : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "base";
    }

    /// <summary>As the standard's policy on the matter says.</summary>
    public sealed record ByPolicy : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "by policy";
    }

    /// <summary>Size and rate as the use of the footage asks.</summary>
    public sealed record ByUse : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "by the use";
    }

    /// <summary>This size at the rate of the line-up the camera is in.</summary>
    /// <param name="Size">Picture size.</param>
    public sealed record LineUpRate(FrameSize Size) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => $"{Size.Label()} at the rate of the line-up";
    }

    /// <summary>The highest bit rate that the issued card keeps up with.</summary>
    public sealed record HighestForCard : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "highest the card takes";
    }

    /// <summary>One of a control's positions, by the department's word.</summary>
    /// <param name="Word">The word.</param>
    public sealed record Position(string Word) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => Word;
    }

    /// <summary>A number, exactly, at least or at most.</summary>
    /// <param name="Value">The number.</param>
    /// <param name="Bound">Which side of it is good.</param>
    /// <param name="Unit">Its unit.</param>
    public sealed record Amount(double Value, Bound Bound, NaturalUnit Unit) : Requirement
    {
        /// <inheritdoc/>
        public override string Text =>
            Bound switch
            {
                Bound.AtLeast => "at least ",
                Bound.AtMost => "at most ",
                _ => "",
            } + Level.Label(Value, Unit);

        /// <summary>Whether a number is what is required.</summary>
        public bool Allows(double number) =>
            Bound switch
            {
                Bound.AtLeast => number >= Value - Guard.Edge,
                Bound.AtMost => number <= Value + Guard.Edge,
                _ => Math.Abs(number - Value) <= Guard.Edge,
            };
    }

    /// <summary>As much as the plan and the format need: minutes on a card, running time, speed of the card; any file system the camera writes.</summary>
    public sealed record Enough : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "enough";
    }

    /// <summary>An act, done.</summary>
    public sealed record Done : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "done";
    }

    /// <summary>The iris that the meter asks for in the standard's light.</summary>
    public sealed record AsMetered : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "as metered";
    }

    /// <summary>Filters that take this many stops; zero is clear.</summary>
    /// <param name="Loss">Stops taken, 0 or more.</param>
    public sealed record FilterLoss(Stops Loss) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => Loss == Stops.Zero ? "clear" : $"{Notation.Number(Loss.Value, 3)}{Notation.ThinSpace}stops";
    }

    /// <summary>Moved by a person.</summary>
    public sealed record ManualMode : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "manual";
    }

    /// <summary>Left to the camera on purpose.</summary>
    public sealed record AutomaticMode : Requirement
    {
        /// <inheritdoc/>
        public override string Text => "automatic";
    }

    /// <summary>An iris.</summary>
    /// <param name="Number">The iris.</param>
    /// <param name="TakesUpTheRest">Whether it moves to make good what gain, shutter and filter of a model could not meet.</param>
    public sealed record Iris(FNumber Number, bool TakesUpTheRest) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => Number.Label() + (TakesUpTheRest ? ", takes up the rest" : "");
    }

    /// <summary>The preset or dialled number nearest to a temperature.</summary>
    /// <param name="Temperature">The temperature.</param>
    public sealed record WhitePreset(Kelvin Temperature) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => $"preset nearest to {Temperature.Label()}";
    }

    /// <summary>Balanced on the card, kept in a memory.</summary>
    /// <param name="Memory">Name of the memory: A, B.</param>
    public sealed record WhiteCard(string Memory) : Requirement
    {
        /// <inheritdoc/>
        public override string Text => $"card in memory {Memory}";
    }
}
