using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Free, or with the recording.</summary>
internal sealed class TimecodeRunSetting()
    : ChoiceSetting(Setting.TimecodeRun, "timecode-run", "Timecode run", step: 15, example: "free", words: ["free", "with recording"]);
