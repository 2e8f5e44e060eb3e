using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>On each change of light, place or lens: filter, iris, white, focus again.</summary>
internal sealed class ShortListSetting()
    : TaskSetting(
        Setting.ShortList,
        "short-list",
        "Short list on a change",
        step: 17,
        what: "On each change of light, place or lens: filter, iris, white balance, focus again."
    );
