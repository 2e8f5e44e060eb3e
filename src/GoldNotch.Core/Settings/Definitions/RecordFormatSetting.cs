using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Frame size with frame rate and scan.</summary>
internal sealed class RecordFormatSetting()
    : ComputedSetting(
        Setting.RecordFormat,
        "record-format",
        "Resolution and frame rate",
        step: 5,
        NaturalUnit.None,
        "1080 29.97p",
        "1080 29.97p",
        "2160 23.976p",
        "1080 at the rate of the line-up",
        "by the use"
    )
{
    public override ImmutableArray<Setting> Moves { get; } =
    [Setting.HighRate, Setting.Codec, Setting.BitDepth, Setting.BitRate, Setting.Shutter, Setting.CardMinutes];

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        control.Model.Formats.Select(
            (f, i) => Detent.Named(new SettingValue.Format(f.Size, f.Rate), $"{f.Size.Label()} {f.Rate.Label()}", i)
        );

    internal override SettingValue Read(string typed, Dial dial, ControlSource control) =>
        typed.Split(' ', StringSplitOptions.RemoveEmptyEntries) is [var size, var rate]
            ? dial.OnDetent(new SettingValue.Format(FrameSize.Parse(size), ScanRate.Parse(rate)), this, control.Model)
            : throw new QuantityException(
                QuantityFault.BadLabel,
                $"Type the size and the rate, like 1080 29.97p. {control.Model.Name} has {dial.Places()}."
            );

    /// <inheritdoc/>
    public override bool IsStatedBy(CameraModel model) => !model.Formats.IsEmpty;
}
