using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Another room of the day.</summary>
/// <param name="Name">As spoken.</param>
/// <param name="Temperature">Colour of its light.</param>
public sealed record Room(string Name, Kelvin Temperature);

/// <summary>How one camera has its white in one room.</summary>
/// <param name="Room">The room.</param>
/// <param name="How">What to do there.</param>
/// <param name="OneSwitch">Whether going there is one switch.</param>
public sealed record RoomWhite(string Room, Judgement How, bool OneSwitch);

/// <summary>A camera's white for a day that moves between rooms.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Rooms">The line-up's own place first, then the others in the order of the day.</param>
public sealed record RoomBalance(string Letter, ImmutableArray<RoomWhite> Rooms)
{
    private const string RuleId = "ROOM-WHITE-BALANCE";

    private static readonly Template UseMemory = new(RuleId, "memory", "memory {memory}");
    private static readonly Template Dial = new(RuleId, "dial", "dial {dial}");
    private static readonly Template OnCard = new(RuleId, "on-card", "balance on the grey card");
    private static readonly Template AgainOnEntering = new(RuleId, "again", "balance again on entering");
    private static readonly Template AgainPresetFar = new(
        RuleId,
        "again-preset-far",
        "balance again on entering; the nearest preset, {preset}, leaves {rest}"
    );
    private static readonly Template Preset = new(RuleId, "preset", "preset {preset}, {rest} remain");
    private static readonly Template BalanceAgain = new(
        RuleId,
        "when",
        "Balance again when the place, the lamps or the filter change, or the light changes by more than 10 mired."
    );
    private static readonly Template DaylightChanges = new(
        RuleId,
        "daylight",
        "Daylight changes that much within an hour of sunrise and sunset, and with every cloud."
    );
    private static readonly Template CardRefused = new(
        RuleId,
        "refused",
        "Card too bright: close the iris or add ND. Too dark: open the iris or add light. Then set exposure back to manual and to the plan."
    );

    /// <summary>Shares the memories among the rooms, one place each, in the order of the day; what is left is dialled, taken from a preset, or balanced again on entering.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="camera">One of its cameras.</param>
    /// <param name="here">How it is balanced at the line-up's own place.</param>
    /// <param name="reference">The camera whose colour is trusted: numbers are relative to it here and in every room.</param>
    public static RoomBalance Of(LineUp lineUp, LineUpCamera camera, BalanceRow here, LineUpCamera reference)
    {
        var free = new Queue<string>(camera.Model.White.Memories.Where(m => m != here.Memory));
        ImmutableArray<RoomWhite>.Builder rooms = ImmutableArray.CreateBuilder<RoomWhite>();
        rooms.Add(
            new RoomWhite(
                lineUp.Place.Length > 0 ? lineUp.Place : lineUp.Name,
                here.Memory.Length > 0 ? UseMemory.Of(("memory", here.Memory))
                    : here.Dial is { } dial ? Dial.Of(("dial", dial))
                    : OnCard.Of(),
                here.Memory.Length > 0
            )
        );
        foreach (Room room in lineUp.Rooms)
        {
            rooms.Add(
                free.TryDequeue(out string? memory)
                    ? new RoomWhite(room.Name, UseMemory.Of(("memory", memory)), true)
                    : WithoutMemory(camera, room, UnitOffset.Of(reference, camera, room.Temperature).Shift)
            );
        }

        return new RoomBalance(camera.Letter, rooms.ToImmutable());
    }

    /// <summary>When to balance again, in sentences.</summary>
    public static ImmutableArray<Judgement> When(LineUp lineUp) =>
        [BalanceAgain.Of().And(lineUp.Light.Lamp == LampKind.Daylight ? DaylightChanges.Of() : null), CardRefused.Of()];

    private static RoomWhite WithoutMemory(LineUpCamera camera, Room room, MiredShift offset)
    {
        Kelvin wanted = WhiteBalance.UnitNumber(room.Temperature, offset);
        if (camera.Model.White.Dial is { } grid)
        {
            return new RoomWhite(room.Name, Dial.Of(("dial", WhiteBalance.Round(wanted, grid))), false);
        }

        if (camera.Model.White.Presets.IsEmpty)
        {
            return new RoomWhite(room.Name, AgainOnEntering.Of(), false);
        }

        Kelvin preset = camera.Model.White.Presets.MinBy(p => Math.Abs(WhiteBalance.Shift(wanted, p).Value));
        MiredShift left = WhiteBalance.Cast(wanted, preset);
        return WhiteBalance.Grade(left) == CastGrade.Fault
            ? new RoomWhite(room.Name, AgainPresetFar.Of(("preset", preset), ("rest", left)), false)
            : new RoomWhite(room.Name, Preset.Of(("preset", preset), ("rest", left)), true);
    }
}
