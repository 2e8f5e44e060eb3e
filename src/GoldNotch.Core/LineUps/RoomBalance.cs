using System.Collections.Immutable;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Another room of the day.</summary>
/// <param name="Name">As spoken.</param>
/// <param name="Temperature">Colour of its light.</param>
public sealed record Room(string Name, Kelvin Temperature);

/// <summary>How one camera has its white in one room.</summary>
/// <param name="Room">The room.</param>
/// <param name="How"><c>memory B</c>, <c>dial 3200 K</c>, <c>preset 5600 K, +6 mired left</c>, <c>balance again</c>.</param>
/// <param name="OneSwitch">Whether going there is one switch.</param>
public sealed record RoomWhite(string Room, string How, bool OneSwitch);

/// <summary>A camera's white for a day that moves between rooms.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Rooms">The line-up's own place first, then the others in the order of the day.</param>
public sealed record RoomBalance(string Letter, ImmutableArray<RoomWhite> Rooms)
{
    /// <summary>Shares the memories among the rooms, one place each, in the order of the day; what is left is dialled, taken from a preset, or balanced again on entering.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="camera">One of its cameras.</param>
    /// <param name="here">How it is balanced at the line-up's own place.</param>
    public static RoomBalance Of(LineUp lineUp, LineUpCamera camera, BalanceRow here)
    {
        var free = new Queue<string>(camera.Model.White.Memories.Where(m => m != here.Memory));
        ImmutableArray<RoomWhite>.Builder rooms = ImmutableArray.CreateBuilder<RoomWhite>();
        rooms.Add(new RoomWhite(
            lineUp.Place.Length > 0 ? lineUp.Place : lineUp.Name,
            here.Memory.Length > 0 ? $"memory {here.Memory}" : here.Dial is { } dial ? $"dial {dial.Label()}" : "balance on the card", here.Memory.Length > 0));
        foreach (Room room in lineUp.Rooms)
        {
            rooms.Add(free.TryDequeue(out string? memory) ? new RoomWhite(room.Name, $"memory {memory}", true) : WithoutMemory(camera, room));
        }

        return new RoomBalance(camera.Letter, rooms.ToImmutable());
    }

    /// <summary>When to balance again, in sentences.</summary>
    public static ImmutableArray<string> When(LineUp lineUp) =>
    [
        "Balance again when the place, the lamps or the filter change, or the light moves by more than 10 mired"
            + (lineUp.Light.Lamp == Sheets.LampKind.Daylight ? ": daylight does so within an hour of sunrise and sunset, and with every cloud." : "."),
        "Too bright a card is refused: close the iris or put ND in. Too dark: open, or bring light. Then put exposure back to manual and to the plan.",
    ];

    private static RoomWhite WithoutMemory(LineUpCamera camera, Room room)
    {
        MiredShift own = camera.ColourOffset ?? default;
        Kelvin wanted = WhiteBalance.UnitNumber(room.Temperature, own);
        if (camera.Model.White.Dial is { } grid)
        {
            return new RoomWhite(room.Name, $"dial {WhiteBalance.Round(wanted, grid).Label()}", false);
        }

        if (camera.Model.White.Presets.IsEmpty)
        {
            return new RoomWhite(room.Name, "balance again on entering", false);
        }

        Kelvin preset = camera.Model.White.Presets.MinBy(p => Math.Abs(WhiteBalance.Shift(wanted, p).Value));
        MiredShift left = WhiteBalance.Cast(wanted, preset);
        return WhiteBalance.Grade(left) == CastGrade.Fault
            ? new RoomWhite(room.Name, $"balance again on entering; the nearest preset, {preset.Label()}, leaves {left.Label()}", false)
            : new RoomWhite(room.Name, $"preset {preset.Label()}, {left.Label()} left", true);
    }
}
