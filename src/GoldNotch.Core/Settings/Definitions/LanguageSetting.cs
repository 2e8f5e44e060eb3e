using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Language of the menus.</summary>
internal sealed class LanguageSetting() : ChoiceSetting(Setting.Language, "language", "Language", step: 4, example: "English");
