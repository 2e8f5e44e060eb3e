using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

/// <summary>A control that somebody worked.</summary>
/// <param name="Setting">The setting it works.</param>
/// <param name="To">As the camera shows the position; <see cref="Automatic"/>; or <see cref="OnCard"/> before the name of a memory.</param>
public sealed record PracticeMove(Setting Setting, string To)
{
    /// <summary>The position in which the camera decides.</summary>
    public const string Automatic = "auto";

    /// <summary>White balance taken on the card into a memory.</summary>
    public const string OnCard = "balance ";
}

/// <summary>What became of a move.</summary>
/// <param name="Move">The move.</param>
/// <param name="Refusal">What the camera showed instead of taking it; null where it took it.</param>
public sealed record WorkedMove(PracticeMove Move, string? Refusal);

/// <summary>A stand-in that one person works: begun anew from its moves each time, and thrown away after.</summary>
public sealed class PracticeCamera
{
    private readonly StandIn _camera;

    private PracticeCamera(StandIn camera) => _camera = camera;

    /// <summary>The stand-in, to be looked at.</summary>
    public StandIn Body => _camera;

    /// <summary>A camera from the maker, in a scene.</summary>
    /// <param name="model">The model.</param>
    /// <param name="scene">The light.</param>
    /// <param name="tag">Whose faults of its own it has.</param>
    public static PracticeCamera Begin(CameraModel model, Scene scene, string tag = "PRACTICE") =>
        new(new StandIn(tag, model) { Scene = scene });

    /// <summary>Another camera that stands as this one does.</summary>
    public PracticeCamera Copy() => new(_camera.Copy());

    /// <summary>Works controls, one after the other; what the camera does not take changes nothing.</summary>
    /// <param name="moves">The moves.</param>
    public ImmutableArray<WorkedMove> Work(IEnumerable<PracticeMove> moves) => [.. moves.Select(m => new WorkedMove(m, Worked(m)))];

    /// <summary>Sets a line of a sheet; false where this camera cannot.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="target">What the sheet requires.</param>
    public bool Set(Setting setting, SettingValue target) => Worked(MoveTo(setting, target)) is null;

    /// <summary>The move that sets a line of a sheet.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="target">What the sheet requires.</param>
    public static PracticeMove MoveTo(Setting setting, SettingValue target) =>
        target switch
        {
            { FollowsTheScene: true } => new PracticeMove(setting, PracticeMove.Automatic),
            SettingValue.WhiteMemory memory => new PracticeMove(setting, PracticeMove.OnCard + memory.Name),
            SettingValue.Mode => new PracticeMove(setting, "manual"),
            _ => new PracticeMove(setting, target.Label),
        };

    /// <summary>What a person would read off each line of a sheet that this camera shows.</summary>
    /// <param name="lines">The lines.</param>
    public Dictionary<Setting, Reading> Readings(IEnumerable<SheetLine> lines)
    {
        Dictionary<Setting, Reading> readings = [];
        foreach (SheetLine line in lines)
        {
            if (_camera.IsAutomatic(line.Setting))
            {
                readings[line.Setting] = Reading.Automatic.Instance;
            }
            else if (_camera.Value<SettingValue>(line.Setting) is { } value)
            {
                readings[line.Setting] = new Reading.Of(
                    value is SettingValue.WhiteMemory memory && _camera.MemoryOf(memory.Name) is not null
                        ? memory with
                        {
                            TakenHere = true,
                        }
                        : value
                );
            }
        }

        return readings;
    }

    private string? Worked(PracticeMove move)
    {
        try
        {
            if (move.Setting == Setting.WhiteBalance && move.To.StartsWith(PracticeMove.OnCard, StringComparison.Ordinal))
            {
                _camera.Balance(move.To[PracticeMove.OnCard.Length..]);
            }
            else
            {
                _camera.Set(move.Setting, move.To);
            }

            return null;
        }
        catch (RefusedByCameraException refused)
        {
            return refused.Message;
        }
        catch (QuantityException refused)
        {
            return refused.Message;
        }
    }
}
