using System.Collections.Immutable;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>A side of the body as the person holds it behind the eyepiece.</summary>
public enum BodySide
{
    /// <summary>The operator's left.</summary>
    Left,

    /// <summary>The operator's right.</summary>
    Right,

    /// <summary>Top.</summary>
    Top,

    /// <summary>Back.</summary>
    Back,

    /// <summary>Front.</summary>
    Front,

    /// <summary>On the lens.</summary>
    Lens,

    /// <summary>In a menu on the screen.</summary>
    Screen,
}

/// <summary>Where a control is on one model, and how a person sees that it is manual.</summary>
/// <param name="Side">Side of the body.</param>
/// <param name="Across">Place along the side, 0 front to 1 back (left to right on front and back).</param>
/// <param name="Down">Place down the side, 0 top to 1 bottom.</param>
/// <param name="Name">What is printed on or beside it.</param>
/// <param name="Path">Menu path or what to do with the control.</param>
/// <param name="ManualSign">How manual is recognised; empty where the control cannot float.</param>
/// <param name="Trap">What goes wrong here; empty where nothing is known.</param>
public sealed record ControlPlace(BodySide Side, double Across, double Down, string Name, string Path, string ManualSign, string Trap);

/// <summary>A recording the camera can make.</summary>
/// <param name="Size">Picture size.</param>
/// <param name="Rate">Rate with scan.</param>
/// <param name="BitRates">Its bit rates, one or more.</param>
public sealed record RecordFormat(FrameSize Size, ScanRate Rate, ImmutableArray<BitRate> BitRates);

/// <summary>A position of the gain control.</summary>
/// <param name="Name">Name of the switch position, or empty where the control shows dB.</param>
/// <param name="Gain">Its gain.</param>
public sealed record GainPosition(string Name, Decibels Gain);

/// <summary>The gain control.</summary>
/// <param name="Positions">Every gain it can stand at, rising.</param>
/// <param name="CanFloat">Whether it has an automatic.</param>
/// <param name="IsoAtZeroGain">ISO at 0 dB; null where the maker gives none, and then nothing absolute is claimed.</param>
public sealed record GainControl(ImmutableArray<GainPosition> Positions, bool CanFloat, Iso? IsoAtZeroGain);

/// <summary>The white balance control.</summary>
/// <param name="Presets">Fixed numbers.</param>
/// <param name="Memories">Names of card memories.</param>
/// <param name="Dial">Numbers it can be dialled to; null where it cannot.</param>
/// <param name="CanFloat">Whether it has an automatic.</param>
public sealed record WhiteControl(ImmutableArray<Kelvin> Presets, ImmutableArray<string> Memories, KelvinGrid? Dial, bool CanFloat);

/// <summary>A control that is moved by a person, by the camera, or either.</summary>
/// <param name="Manual">Has manual.</param>
/// <param name="Automatic">Has automatic.</param>
public sealed record ModeControl(bool Manual, bool Automatic);

/// <summary>What one camera model can do and where its controls are: the capability card.</summary>
/// <param name="Key">Key in files and addresses, e.g. <c>alder-20</c>.</param>
/// <param name="Name">Name as spoken.</param>
/// <param name="Version">Version of the card, 1 and up.</param>
/// <param name="Kind">What sort of camera, in a few words.</param>
/// <param name="HasFullAuto">Whether it has a full-auto switch.</param>
/// <param name="Formats">Recordings it can make.</param>
/// <param name="Shutters">Shutter speeds, longest first.</param>
/// <param name="Gain">Gain control.</param>
/// <param name="Filters">Built-in filter positions; empty where none are built in.</param>
/// <param name="Lens">The lens on it.</param>
/// <param name="Iris">Who can move the iris.</param>
/// <param name="White">White balance control.</param>
/// <param name="Focus">Who can focus.</param>
/// <param name="Controls">Where each control is.</param>
public sealed record CameraModel(
    string Key,
    string Name,
    int Version,
    string Kind,
    bool HasFullAuto,
    ImmutableArray<RecordFormat> Formats,
    ImmutableArray<ExposureTime> Shutters,
    GainControl Gain,
    ImmutableArray<FilterPosition> Filters,
    Lens Lens,
    ModeControl Iris,
    WhiteControl White,
    ModeControl Focus,
    ImmutableDictionary<Setting, ControlPlace> Controls)
{
    /// <summary>Where a control is, or null where the card does not say.</summary>
    public ControlPlace? PlaceOf(Setting setting) => Controls.GetValueOrDefault(setting);

    /// <summary>Whether the control has an automatic that would make its value float.</summary>
    public bool CanFloat(Setting setting) => setting switch
    {
        Setting.Gain => Gain.CanFloat,
        Setting.WhiteBalance => White.CanFloat,
        Setting.IrisMode or Setting.IrisOpening => Iris.Automatic,
        Setting.FocusMode => Focus.Automatic,
        Setting.Shutter => HasFullAuto,
        _ => false,
    };
}

/// <summary>One camera of the pool.</summary>
/// <param name="Tag">Asset tag.</param>
/// <param name="ModelKey">Its model.</param>
/// <param name="Tape">Colour of its tape, or empty.</param>
/// <param name="Place">Where it lives.</param>
public sealed record CameraUnit(string Tag, string ModelKey, string Tape, string Place);
