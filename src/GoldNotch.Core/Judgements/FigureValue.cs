using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Judgements;

/// <summary>A figure of a judgement: a quantity, a name or a value as its control shows it, never a piece of a sentence.</summary>
public abstract record FigureValue
{
    private static readonly ImmutableArray<Name> Names = [.. Enum.GetValues<Setting>().Select(s => new Name(s))];

    private FigureValue() { }

    /// <summary>A number and what it measures.</summary>
    /// <param name="Value">The number, in the unit of the measure.</param>
    /// <param name="Measure">What it measures.</param>
    public sealed record Amount(double Value, Measure Measure) : FigureValue;

    /// <summary>An f-stop: written as the person reads it.</summary>
    /// <param name="Number">The f-number.</param>
    public sealed record FStop(FNumber Number) : FigureValue;

    /// <summary>A day.</summary>
    /// <param name="Date">The date.</param>
    public sealed record Day(DateOnly Date) : FigureValue;

    /// <summary>The name of a model, a card, a place or a position: it stands as it is.</summary>
    /// <param name="Text">The name.</param>
    public sealed record Word(string Text) : FigureValue;

    /// <summary>A setting, by its name.</summary>
    /// <param name="Setting">The setting.</param>
    public sealed record Name(Setting Setting) : FigureValue;

    /// <summary>A value as its control shows it.</summary>
    /// <param name="Value">The value.</param>
    public sealed record Shown(SettingValue Value) : FigureValue;

    /// <summary>A judgement that another one quotes.</summary>
    /// <param name="Judgement">The quoted judgement.</param>
    public sealed record Quoted(Judgement Judgement) : FigureValue;

    /// <summary>Several figures, listed with commas.</summary>
    /// <param name="Items">The figures, in order.</param>
    public sealed record List(ImmutableArray<FigureValue> Items) : FigureValue
    {
        /// <inheritdoc/>
        public bool Equals(List? other) => other is not null && Items.SequenceEqual(other.Items);

        /// <inheritdoc/>
        public override int GetHashCode() => Items.Aggregate(17, HashCode.Combine);
    }

    /// <summary>Names that stand as they are.</summary>
    public static FigureValue Of(IEnumerable<string> words) => new List([.. words.Select(w => (FigureValue)new Word(w))]);

    /// <summary>Settings by their names.</summary>
    public static FigureValue Of(IEnumerable<Setting> settings) => new List([.. settings.Select(s => (FigureValue)new Name(s))]);

    /// <summary>Values as their controls show them.</summary>
    public static FigureValue Of(IEnumerable<SettingValue> values) => new List([.. values.Select(v => (FigureValue)new Shown(v))]);

    /// <summary>Judgements, one after another.</summary>
    public static FigureValue Of(IEnumerable<Judgement> judgements) => new List([.. judgements.Select(j => (FigureValue)new Quoted(j))]);

    /// <summary>Stops a hand moves a control by.</summary>
    public static FigureValue Moved(Stops stops) => new Amount(stops.Value, Measure.StopsMoved);

    /// <summary>A number of things.</summary>
    public static FigureValue Count(double count) => new Amount(count, Measure.Count);

    /// <summary>A number in a unit of its own.</summary>
    public static FigureValue In(Measure measure, double value) => new Amount(value, measure);

    /// <summary>A word that stands as it is.</summary>
    public static implicit operator FigureValue(string text) => new Word(text);

    /// <summary>A setting's name.</summary>
    public static implicit operator FigureValue(Setting setting) => Names[(int)setting];

    /// <summary>A value as its control shows it.</summary>
    public static implicit operator FigureValue(SettingValue value) => new Shown(value);

    /// <summary>A difference in stops.</summary>
    public static implicit operator FigureValue(Stops stops) => new Amount(stops.Value, Measure.StopsDifference);

    /// <summary>A gain.</summary>
    public static implicit operator FigureValue(Decibels gain) => new Amount(gain.Value, Measure.Decibels);

    /// <summary>A colour difference.</summary>
    public static implicit operator FigureValue(MiredShift shift) => new Amount(shift.Value, Measure.Mired);

    /// <summary>A colour temperature, written as the person reads it.</summary>
    public static implicit operator FigureValue(Kelvin temperature) => new Amount(temperature.Value, Measure.Kelvin);

    /// <summary>An ISO speed.</summary>
    public static implicit operator FigureValue(Iso iso) => new Amount(iso.Value, Measure.Iso);

    /// <summary>An illuminance.</summary>
    public static implicit operator FigureValue(Lux lux) => new Amount(lux.Value, Measure.Lux);

    /// <summary>An exposure time.</summary>
    public static implicit operator FigureValue(ExposureTime time) => new Amount(time.Seconds, Measure.ExposureTime);

    /// <summary>A shutter angle.</summary>
    public static implicit operator FigureValue(ShutterAngle angle) => new Amount(angle.Degrees, Measure.Degrees);

    /// <summary>An f-stop.</summary>
    public static implicit operator FigureValue(FNumber number) => new FStop(number);

    /// <summary>A bit rate.</summary>
    public static implicit operator FigureValue(BitRate rate) => new Amount(rate.Megabits, Measure.Megabits);

    /// <summary>A focal length.</summary>
    public static implicit operator FigureValue(Millimetres length) => new Amount(length.Value, Measure.Millimetres);

    /// <summary>A distance.</summary>
    public static implicit operator FigureValue(Metres length) => new Amount(length.Value, Measure.Metres);

    /// <summary>A frame rate with its scan.</summary>
    public static implicit operator FigureValue(ScanRate rate) => new Word(rate.Label());

    /// <summary>A resolution.</summary>
    public static implicit operator FigureValue(FrameSize size) => new Word(size.Label());

    /// <summary>A difference in a setting's unit.</summary>
    public static implicit operator FigureValue(Distance distance) => new Amount(distance.Amount, Measures.Of(distance.Unit));

    /// <summary>A day.</summary>
    public static implicit operator FigureValue(DateOnly day) => new Day(day);

    /// <summary>A quoted judgement.</summary>
    public static implicit operator FigureValue(Judgement judgement) => new Quoted(judgement);
}
