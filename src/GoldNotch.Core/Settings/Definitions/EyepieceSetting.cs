using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Eyepiece set to the eye of the person who shoots.</summary>
internal sealed class EyepieceSetting()
    : TaskSetting(Setting.Eyepiece, "eyepiece", "Eyepiece", step: 11, what: "Eyepiece set to the eye of the person who shoots.");
