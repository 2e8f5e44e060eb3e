using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Whether a person or the camera moves the iris.</summary>
internal sealed class IrisControlSetting() : ModeSetting(Setting.IrisControl, "iris-control", "Iris control", step: 9)
{
    internal override ModeControl ControlOf(CameraModel model) => model.Iris;
}
