using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.UnitFigures;

/// <summary>How a picture was kept before it was measured.</summary>
public enum PictureCoding
{
    /// <summary>As the camera made it.</summary>
    None,

    /// <summary>A frame of a clip: its coding smooths noise a little.</summary>
    Clip,

    /// <summary>A JPEG, whose coding smooths noise by up to 20 dB.</summary>
    Jpeg,
}

/// <summary>What a picture of a measurement says.</summary>
/// <param name="Shot">Which picture it is.</param>
/// <param name="Patch">What its patch measures.</param>
/// <param name="Opened">Stops that were opened since the first picture of its run, by iris, shutter or light.</param>
/// <param name="Set">What white balance was set to.</param>
/// <param name="Profile">What it is read by.</param>
/// <param name="Coding">How it was kept.</param>
public sealed record FigureTake(
    FigureShot Shot,
    RegionStatistics Patch,
    Stops Opened,
    Kelvin Set,
    PictureProfile Profile,
    PictureCoding Coding
);
