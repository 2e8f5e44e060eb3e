using GoldNotch.Core.Units;

namespace GoldNotch.Core.StandIns;

/// <summary>What stands before a stand-in camera.</summary>
public enum StandInSubject
{
    /// <summary>Grey, white and black card, two skins, a window, on a coloured ground.</summary>
    Chart,

    /// <summary>Nothing but grey.</summary>
    FlatField,
}

/// <summary>The light on a scene.</summary>
/// <param name="Temperature">Its colour.</param>
/// <param name="Duv">Its distance from a black body's, positive green.</param>
/// <param name="SideStops">How much brighter the left edge is than the right, by a second lamp on one side.</param>
public sealed record StandInLamp(Kelvin Temperature, double Duv = 0, double SideStops = 0);

/// <summary>Lamps that follow the mains.</summary>
/// <param name="MainsHz">Frequency of the mains; the light has twice that.</param>
/// <param name="Depth">Share of the light that comes and goes, 0 to 1.</param>
public sealed record LampFlicker(double MainsHz, double Depth);

/// <summary>The light and the card before a stand-in: what a real camera would see.</summary>
/// <param name="Lux">Illuminance at the subject.</param>
/// <param name="LightK">Its colour temperature.</param>
/// <param name="Duv">Its distance from a black body's colour, positive green.</param>
/// <param name="SideStops">How much brighter a lamp on the left makes the left edge than the right.</param>
public sealed record Scene(double Lux, double LightK, double Duv = 0, double SideStops = 0)
{
    /// <summary>What stands in it.</summary>
    public StandInSubject Subject { get; init; } = StandInSubject.Chart;

    /// <summary>Lamps that follow the mains; null for steady ones.</summary>
    public LampFlicker? Flicker { get; init; }

    /// <summary>The light as a picture is rendered in it.</summary>
    public StandInLamp Light => new(new Kelvin(LightK), Duv, SideStops);

    /// <summary>A tungsten lecture room.</summary>
    public static Scene LectureRoom { get; } = new(420, 3200);
}
