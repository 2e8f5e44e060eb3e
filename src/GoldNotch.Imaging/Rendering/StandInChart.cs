using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;

namespace GoldNotch.Imaging.Rendering;

/// <summary>Where the cards and faces of the stand-ins' chart are.</summary>
public static class StandInChart
{
    /// <summary>The grey card.</summary>
    public static FrameRegion Grey { get; } = new(RegionShape.Rectangle, 0.05, 0.31, 0.22, 0.36);

    /// <summary>The white card.</summary>
    public static FrameRegion White { get; } = new(RegionShape.Rectangle, 0.30, 0.31, 0.16, 0.36);

    /// <summary>A light skin.</summary>
    public static FrameRegion LightSkin { get; } = new(RegionShape.Ellipse, 0.63, 0.32, 0.14, 0.38);

    /// <summary>A dark skin.</summary>
    public static FrameRegion DarkSkin { get; } = new(RegionShape.Ellipse, 0.81, 0.32, 0.14, 0.38);
}
