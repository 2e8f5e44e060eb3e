namespace GoldNotch.Core;

/// <summary>The version of the rules: what a signature states it was judged by.</summary>
public static class RulesVersion
{
    /// <summary>This build: its version, and the id that the compiler derives from the sources. The same sources give the same id.</summary>
    public static string Current { get; } = $"{typeof(RulesVersion).Assembly.GetName().Version?.ToString(3)} {Id.ToString("N")[..8]}";

    /// <summary>The id of this build.</summary>
    public static Guid Id => typeof(RulesVersion).Module.ModuleVersionId;
}
