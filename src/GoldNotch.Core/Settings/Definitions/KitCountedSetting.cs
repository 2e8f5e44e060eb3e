using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Every piece of the kit counted against its list.</summary>
internal sealed class KitCountedSetting()
    : TaskSetting(Setting.KitCounted, "kit-counted", "Kit counted", step: 1, what: "Every piece of the kit counted against its list.");
