using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Amplification above the base, in dB.</summary>
internal sealed class GainSetting()
    : ComputedSetting(Setting.Gain, "gain", "Gain", step: 7, NaturalUnit.Decibels, "+6", "base", "0 dB", "lowest")
{
    public override bool HasAutomatic(CameraModel model) => model.Gain.HasAutomatic;

    public override bool ExposesOn(CameraModel model) => true;

    public override Stops Brighter(SettingValue read, SettingValue target, CameraModel model) =>
        (read, target) is (SettingValue.GainAt s, SettingValue.GainAt t) ? (s.Gain - t.Gain).ToStops() : Stops.Zero;

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        control
            .Model.Gain.PositionsOn(control.BaseWord)
            .Select(p => new Detent(
                new SettingValue.GainAt(p.Gain, p.Name),
                p.Name.Length > 0 ? p.Name : Notation.Number(p.Gain.Value, 1, withPlus: true),
                p.Name.Length > 0 ? p.Gain.Label() : "dB",
                p.Gain.Value,
                true
            ));

    internal override SettingValue Read(string typed, Dial dial, ControlSource control)
    {
        CameraModel model = control.Model;
        if (!typed.Contains("ISO", StringComparison.OrdinalIgnoreCase))
        {
            Decibels gain = Decibels.Parse(typed);
            return dial.Nearest(gain.Value, Guard.Edge)
                // The last borrower may have given a position of the switch another gain.
                ?? (
                    model.Gain.Assignable.Any(a => Math.Abs(a.Value - gain.Value) <= Guard.Edge)
                        ? new SettingValue.GainAt(gain, "")
                        : throw dial.NoSuchPlace(typed, this, model)
                );
        }

        if (model.Gain.IsoOn(control.BaseWord) is not { } atZero)
        {
            throw new QuantityException(QuantityFault.BadLabel, $"{model.Name} states no ISO. Read its gain instead: {dial.Places()}.");
        }

        string digits = typed.Replace("ISO", "", StringComparison.OrdinalIgnoreCase).Trim();
        double iso = Notation.TryDecimal(digits, out double number) ? number : throw Guard.Unreadable(typed, "an ISO", "ISO 640");
        return dial.Nearest(Sensitivity.GainForIso(atZero, new Iso(iso)).Value, Sensitivity.SameIsoDecibels)
            ?? throw dial.NoSuchPlace(typed, this, model);
    }
}
