using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Whether a person or the camera focuses.</summary>
internal sealed class FocusModeSetting() : ModeSetting(Setting.FocusMode, "focus-mode", "Focus", step: 11)
{
    internal override ModeControl ControlOf(CameraModel model) => model.Focus;
}
