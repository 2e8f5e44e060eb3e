using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Bits of each sample of the recording; a format offers one or some of them.</summary>
internal sealed class BitDepthSetting()
    : LevelSetting(Setting.BitDepth, "bit-depth", "Bit depth", step: 5, NaturalUnit.Bits, example: "10", "at least 10 bit", "8 bit")
{
    public override bool IsStatedBy(CameraModel model) => model.Formats.Any(f => !f.BitDepths.IsEmpty);

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        (control.Format is null ? control.Model.Formats : control.Model.Formats.Where(f => f == control.Model.FormatOf(control.Format)))
            .SelectMany(f => f.BitDepths)
            .Distinct()
            .Order()
            .Select(d => new Detent(new SettingValue.Amount(d, Unit), Notation.Number(d), "bit", d, true));
}
