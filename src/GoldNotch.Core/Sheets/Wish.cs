using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>What a standard wants of a setting: a value or a rule, written in the field's own notation. A closed set.</summary>
public abstract record Wish
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
    /// <param name="School">Nearest, or never slower.</param>
    public sealed record Angle(ShutterAngle Value, ShutterSchool School) : Wish
    {
        /// <inheritdoc/>
        public override string Text => Value.Label() + (School == ShutterSchool.AtLeastDouble ? " or faster" : "");
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

    /// <summary>Reads a wish for a setting, e.g. <c>180° or faster</c>, <c>card in memory A</c>, <c>f/5.6, takes up the rest</c>.</summary>
    /// <exception cref="QuantityException">Cannot be read as a wish for this setting.</exception>
    public static Wish Parse(Setting setting, string? text)
    {
        string tidy = Notation.Tidy(text) ?? throw Guard.Unreadable(text ?? "", "a wish", Example(setting));
        return setting switch
        {
            Setting.FullAuto when tidy == "off" => new Off(),
            Setting.RecordFormat when tidy.Split(' ') is [var size, var rate] => new Format(FrameSize.Parse(size), ScanRate.Parse(rate)),
            Setting.BitRate when tidy == "highest" => new HighestBitRate(),
            Setting.BitRate when After(tidy, "at least ") is { } rest => new BitRateAtLeast(BitRate.Parse(rest)),
            Setting.Shutter => Before(tidy, " or faster") is { } angle
                ? new Angle(ShutterAngle.Parse(angle), ShutterSchool.AtLeastDouble)
                : new Angle(ShutterAngle.Parse(tidy), ShutterSchool.Nearest),
            Setting.Gain => tidy == "lowest" ? new LowestGain() : new Gain(Decibels.Parse(tidy)),
            Setting.NeutralDensity => new FilterLoss(NeutralDensity.ParseLoss(tidy)),
            Setting.IrisMode or Setting.FocusMode when tidy == "manual" => new ManualMode(),
            Setting.IrisMode or Setting.FocusMode when tidy == "automatic" => new AutomaticMode(),
            Setting.IrisOpening => Before(tidy, ", takes up the rest") is { } number
                ? new Opening(FNumber.Parse(number), TakesUpTheRest: true)
                : new Opening(FNumber.Parse(tidy), TakesUpTheRest: false),
            Setting.WhiteBalance when After(tidy, "preset nearest to ") is { } kelvin => new WhitePreset(Kelvin.Parse(kelvin)),
            Setting.WhiteBalance when After(tidy, "card in memory ") is { Length: > 0 } memory => new WhiteCard(memory),
            _ => throw Guard.Unreadable(tidy, $"a wish for {SettingName.Of(setting).Name.ToLowerInvariant()}", Example(setting)),
        };
    }

    private static string? After(string text, string start) =>
        text.StartsWith(start, StringComparison.OrdinalIgnoreCase) ? text[start.Length..].Trim() : null;

    private static string? Before(string text, string end) =>
        text.EndsWith(end, StringComparison.OrdinalIgnoreCase) ? text[..^end.Length].Trim() : null;

    private static string Example(Setting setting) => setting switch
    {
        Setting.FullAuto => "off",
        Setting.RecordFormat => "1080 29.97p",
        Setting.BitRate => "highest, or at least 40 Mb/s",
        Setting.Shutter => "180°, or 180° or faster",
        Setting.Gain => "0 dB, or lowest",
        Setting.NeutralDensity => "clear, or 2 stops",
        Setting.IrisMode or Setting.FocusMode => "manual or automatic",
        Setting.IrisOpening => "f/5.6, or f/5.6, takes up the rest",
        _ => "preset nearest to 3200 K, or card in memory A",
    };
}
