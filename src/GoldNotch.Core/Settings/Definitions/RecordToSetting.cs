using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The medium the camera writes to first.</summary>
internal sealed class RecordToSetting()
    : ChoiceSetting(Setting.RecordTo, "record-to", "Recording medium", step: 3, example: "slot A", words: ["slot A", "slot B", "drive"]);
