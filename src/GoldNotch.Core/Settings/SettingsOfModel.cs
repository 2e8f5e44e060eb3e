using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings;

/// <summary>What a specification says about a setting.</summary>
public static class SettingsOfModel
{
    /// <summary>Whether the specification says anything about a setting: that it is there, or that it is not. What is only presumed of its class is not known.</summary>
    public static bool Knows(this CameraModel model, Setting setting) =>
        !model.Presumed.Contains(setting) && (model.NotFitted.Contains(setting) || SettingDefinition.Of(setting).IsStatedBy(model));

    /// <summary>Whether the control has an automatic that would change its value during a take.</summary>
    public static bool HasAutomatic(this CameraModel model, Setting setting) => SettingDefinition.Of(setting).HasAutomatic(model);
}
