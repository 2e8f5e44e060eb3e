using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The switch that lets the camera decide everything.</summary>
internal sealed class FullAutoSetting()
    : ComputedSetting(Setting.FullAuto, "full-auto", "Full auto", step: 4, NaturalUnit.None, "off", "off", "on")
{
    /// <summary>What the camera decides while it is on.</summary>
    internal static readonly ImmutableArray<Setting> Decides =
    [
        Setting.Shutter,
        Setting.Gain,
        Setting.IrisControl,
        Setting.Iris,
        Setting.WhiteBalance,
        Setting.FocusMode,
    ];

    public override ImmutableArray<Setting> Moves => Decides;

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        control.Model.HasFullAuto
            ? [Detent.Named(new SettingValue.Switch(false), "off", 0), Detent.Named(new SettingValue.Switch(true), "on", 1)]
            : [];
}
