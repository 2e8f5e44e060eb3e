using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Ten seconds recorded, played back, looked at and listened to; playback left again.</summary>
internal sealed class TestClipSetting()
    : TaskSetting(
        Setting.TestClip,
        "test-clip",
        "Ten-second test",
        step: 16,
        what: "Ten seconds recorded, played back, looked at and listened to; playback left again."
    );
