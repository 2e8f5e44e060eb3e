using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The kit counted again.</summary>
internal sealed class KitBackSetting()
    : TaskSetting(Setting.KitBack, "kit-back", "Kit counted back", step: 18, what: "The kit counted again.");
