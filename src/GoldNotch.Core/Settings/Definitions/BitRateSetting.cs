using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Compression, as the data rate of the recording in Mb/s.</summary>
internal sealed class BitRateSetting()
    : ComputedSetting(
        Setting.BitRate,
        "bit-rate",
        "Bit rate",
        step: 5,
        NaturalUnit.Megabits,
        "45",
        "highest",
        "highest the card takes",
        "at least 40 Mb/s"
    )
{
    public override ImmutableArray<Setting> Moves { get; } = [Setting.CardMinutes];

    internal override IEnumerable<Detent> Detents(ControlSource control)
    {
        SettingValue.Format? format = control.Format;
        return control
            .Model.Formats.Where(f => format is null || (f.Size == format.Size && f.Rate == format.Rate))
            .SelectMany(f => f.BitRates)
            .Distinct()
            .Order()
            .Select(b => new Detent(new SettingValue.Bits(b), Notation.Number(b.Megabits, 1), "Mb/s", b.Megabits, true));
    }

    internal override SettingValue Read(string typed, Dial dial, ControlSource control) =>
        dial.OnDetent(new SettingValue.Bits(BitRate.Parse(typed)), this, control.Model);

    /// <inheritdoc/>
    public override bool IsStatedBy(CameraModel model) => !model.Formats.IsEmpty;
}
