using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Date, time and zone set.</summary>
internal sealed class ClockSetting() : TaskSetting(Setting.Clock, "clock", "Date and time", step: 4, what: "Date, time and zone set.");
