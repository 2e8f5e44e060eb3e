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
public abstract partial record Wish
{
    private Wish()
    {
    }

    /// <summary>The text that <see cref="Parse"/> reads back.</summary>
    public abstract string Text { get; }

    /// <summary>The switch off.</summary>
    public sealed record Off : Wish
    {
        /// <inheritdoc/>
        public override string Text => "off";
    }

    /// <summary>This size and rate.</summary>
    /// <param name="Size">Picture size.</param>
    /// <param name="Rate">Rate with scan.</param>
    public sealed record Format(FrameSize Size, ScanRate Rate) : Wish
    {
        /// <inheritdoc/>
        public override string Text => $"{Size.Label()} {Rate.Label()}";
    }

    /// <summary>The highest bit rate the format has.</summary>
    public sealed record HighestBitRate : Wish
    {
        /// <inheritdoc/>
        public override string Text => "highest";
    }

    /// <summary>The lowest bit rate that is at least this.</summary>
    /// <param name="Rate">Least bits a second.</param>
    public sealed record BitRateAtLeast(BitRate Rate) : Wish
    {
        /// <inheritdoc/>
        public override string Text => $"at least {Rate.Label()}";
    }

    /// <summary>A shutter angle, by one of two schools.</summary>
    /// <param name="Value">The angle.</param>
    /// <param name="School">Nearest, or never slower; null: as the standard's policy says.</param>
    public sealed record Angle(ShutterAngle Value, ShutterSchool? School) : Wish
    {
        /// <inheritdoc/>
        public override string Text => School switch
        {
            ShutterSchool.AtLeastDouble => Value.Label() + " or faster",
            ShutterSchool.Nearest => "nearest to " + Value.Label(),
            _ => Value.Label(),
        };
    }

    /// <summary>One fixed speed, whatever the rate.</summary>
    /// <param name="Time">The speed.</param>
    public sealed record Speed(ExposureTime Time) : Wish
    {
        /// <inheritdoc/>
        public override string Text => Time.Label();
    }

    /// <summary>This gain.</summary>
    /// <param name="Value">The gain.</param>
    public sealed record Gain(Decibels Value) : Wish
    {
        /// <inheritdoc/>
        public override string Text => Value.Label();
    }

    /// <summary>The lowest gain the camera has.</summary>
    public sealed record LowestGain : Wish
    {
        /// <inheritdoc/>
        public override string Text => "lowest";
    }

    /// <summary>Unity gain, or the native ISO of the base in use.</summary>
    public sealed record NativeGain : Wish
    {
        /// <inheritdoc/>
        public override string Text => "base";
    }

    /// <summary>As the standard's policy on the matter says.</summary>
    public sealed record ByPolicy : Wish
    {
        /// <inheritdoc/>
        public override string Text => "by policy";
    }

    /// <summary>Size and rate as the use of the footage asks.</summary>
    public sealed record ByUse : Wish
    {
        /// <inheritdoc/>
        public override string Text => "by the use";
    }

    /// <summary>This size at the rate of the line-up the camera is in.</summary>
    /// <param name="Size">Picture size.</param>
    public sealed record LineUpRate(FrameSize Size) : Wish
    {
        /// <inheritdoc/>
        public override string Text => $"{Size.Label()} at the rate of the line-up";
    }

    /// <summary>The highest bit rate that the issued card keeps up with.</summary>
    public sealed record HighestForCard : Wish
    {
        /// <inheritdoc/>
        public override string Text => "highest the card takes";
    }

    /// <summary>One of a control's positions, by the department's word.</summary>
    /// <param name="Word">The word.</param>
    public sealed record Position(string Word) : Wish
    {
        /// <inheritdoc/>
        public override string Text => Word;
    }

    /// <summary>A number, exactly, at least or at most.</summary>
    /// <param name="Value">The number.</param>
    /// <param name="Bound">Which side of it is good.</param>
    /// <param name="Unit">Its unit.</param>
    public sealed record Amount(double Value, Bound Bound, NaturalUnit Unit) : Wish
    {
        /// <inheritdoc/>
        public override string Text => Bound switch
        {
            Bound.AtLeast => "at least ",
            Bound.AtMost => "at most ",
            _ => "",
        } + Level.Label(Value, Unit);
    }

    /// <summary>As much as the plan and the format need: minutes on a card, running time, speed of the card; any file system the camera writes.</summary>
    public sealed record Enough : Wish
    {
        /// <inheritdoc/>
        public override string Text => "enough";
    }

    /// <summary>An act, done.</summary>
    public sealed record Done : Wish
    {
        /// <inheritdoc/>
        public override string Text => "done";
    }

    /// <summary>The opening that the meter asks for in the standard's light.</summary>
    public sealed record AsMetered : Wish
    {
        /// <inheritdoc/>
        public override string Text => "as metered";
    }

    /// <summary>Filters that take this many stops; zero is clear.</summary>
    /// <param name="Loss">Stops taken, 0 or more.</param>
    public sealed record FilterLoss(Stops Loss) : Wish
    {
        /// <inheritdoc/>
        public override string Text => Loss == Stops.Zero ? "clear" : $"{Notation.Number(Loss.Value, 3)}{Notation.ThinSpace}stops";
    }

    /// <summary>Moved by a person.</summary>
    public sealed record ManualMode : Wish
    {
        /// <inheritdoc/>
        public override string Text => "manual";
    }

    /// <summary>Left to the camera on purpose.</summary>
    public sealed record AutomaticMode : Wish
    {
        /// <inheritdoc/>
        public override string Text => "automatic";
    }

    /// <summary>An opening.</summary>
    /// <param name="Number">The opening.</param>
    /// <param name="TakesUpTheRest">Whether it moves to make good what gain, shutter and filter of a model could not meet.</param>
    public sealed record Opening(FNumber Number, bool TakesUpTheRest) : Wish
    {
        /// <inheritdoc/>
        public override string Text => Number.Label() + (TakesUpTheRest ? ", takes up the rest" : "");
    }

    /// <summary>The preset or dialled number nearest to a temperature.</summary>
    /// <param name="Temperature">The temperature.</param>
    public sealed record WhitePreset(Kelvin Temperature) : Wish
    {
        /// <inheritdoc/>
        public override string Text => $"preset nearest to {Temperature.Label()}";
    }

    /// <summary>Balanced on the card, kept in a memory.</summary>
    /// <param name="Memory">Name of the memory: A, B.</param>
    public sealed record WhiteCard(string Memory) : Wish
    {
        /// <inheritdoc/>
        public override string Text => $"card in memory {Memory}";
    }
}
