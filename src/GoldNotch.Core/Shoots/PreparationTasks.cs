using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>What one camera needs before a call.</summary>
/// <param name="Name">The camera as it is called, e.g. <c>A · OBG-101</c>.</param>
/// <param name="Batteries">Batteries to charge.</param>
/// <param name="ChargeMinutes">Minutes to charge one; null where its specification does not say.</param>
/// <param name="ChargesOnCamera">Whether it is charged in the camera, which has to be off.</param>
/// <param name="NeedsCheck">Whether its check is due before the shoot.</param>
/// <param name="CopyMinutes">Minutes to copy what is still on its cards; 0 where they are clear.</param>
/// <param name="Cards">Whether cards are formatted.</param>
/// <param name="Assembles">Whether it is put together from parts.</param>
public sealed record CameraNeeds(
    string Name,
    int Batteries,
    double? ChargeMinutes,
    bool ChargesOnCamera,
    bool NeedsCheck,
    double CopyMinutes,
    bool Cards,
    bool Assembles
);

/// <summary>The tasks of the preparation of a shoot.</summary>
public static class PreparationTasks
{
    /// <summary>The resource of people.</summary>
    public const string Technician = "technician";

    /// <summary>The resource of chargers.</summary>
    public const string Charger = "charger";

    /// <summary>The resource of card readers.</summary>
    public const string Reader = "card reader";

    /// <summary>Whether there can be more of a resource: people, chargers and readers can be found, a camera is one.</summary>
    public static bool CanGrow(string resource) => resource is Technician or Charger or Reader;

    /// <summary>The tasks of a shoot, camera by camera, then what is done with all.</summary>
    /// <param name="cameras">What each camera needs.</param>
    /// <param name="times">How long things take.</param>
    /// <param name="loads">Whether everything is loaded and driven somewhere.</param>
    /// <exception cref="QuantityException">Two cameras have one name.</exception>
    public static ImmutableArray<PreparationTask> Of(IReadOnlyList<CameraNeeds> cameras, PreparationTimes times, bool loads)
    {
        if (cameras.GroupBy(c => c.Name).FirstOrDefault(g => g.Count() > 1) is { } twice)
        {
            throw new QuantityException(QuantityFault.BadLabel, $"{twice.Key} is in this shoot twice. Take one of them out.");
        }

        List<PreparationTask> tasks = [];
        List<string> checkedIds = [];
        List<string> counted = [];
        foreach (CameraNeeds camera in cameras)
        {
            string[] ready = [.. OfCamera(tasks, camera, times)];
            checkedIds.AddRange(ready);
            tasks.Add(Task(CountId(camera), times.Count, [.. ready, .. Charges(camera)], Technician, camera.Name));
            counted.Add(CountId(camera));
        }

        if (cameras.Count > 1 && times.Match > 0)
        {
            string match = "match the cameras";
            tasks.Add(
                new PreparationTask(
                    match,
                    times.Match * (cameras.Count - 1),
                    cameras.ToImmutableDictionary(c => c.Name, _ => 1).Add(Technician, 1),
                    [.. checkedIds]
                )
            );

            // What is matched is packed afterwards.
            for (int i = 0; i < tasks.Count; i++)
            {
                if (counted.Contains(tasks[i].Id))
                {
                    tasks[i] = tasks[i] with { After = tasks[i].After.Add(match) };
                }
            }
        }

        if (loads && cameras.Count > 0)
        {
            tasks.Add(Task("load and go", times.Load, [.. counted], Technician));
        }

        return [.. tasks];
    }

    private static string CountId(CameraNeeds camera) => $"{camera.Name}: count and pack";

    private static IEnumerable<string> Charges(CameraNeeds camera) =>
        Enumerable.Range(1, camera.Batteries).Select(i => $"{camera.Name}: charge battery {i}");

    // Adds what is done with one camera; returns what has to be done before it is matched or packed.
    private static IEnumerable<string> OfCamera(List<PreparationTask> tasks, CameraNeeds camera, PreparationTimes times)
    {
        double charge = camera.ChargeMinutes ?? times.Charge;
        tasks.AddRange(
            Charges(camera)
                .Select(id => camera.ChargesOnCamera ? Task(id, charge, [], Charger, camera.Name) : Task(id, charge, [], Charger))
        );
        List<string> before = [];
        if (camera.CopyMinutes > 0)
        {
            tasks.Add(Task($"{camera.Name}: copy and prove its cards", camera.CopyMinutes, [], Reader));
            before.Add(tasks[^1].Id);
        }

        if (camera.Assembles)
        {
            tasks.Add(Task($"{camera.Name}: inspect pins and assemble", times.Assemble, [], Technician, camera.Name));
            before.Add(tasks[^1].Id);
        }

        if (camera.Cards)
        {
            tasks.Add(Task($"{camera.Name}: format and label cards", times.Cards, [.. before], Technician, camera.Name));
            before = [tasks[^1].Id];
        }

        if (camera.NeedsCheck)
        {
            tasks.Add(Task($"{camera.Name}: check", times.Check, [.. before], Technician, camera.Name));
            before = [tasks[^1].Id];
        }

        return before;
    }

    private static PreparationTask Task(string id, double minutes, ImmutableArray<string> after, params string[] needs) =>
        new(id, minutes, needs.ToImmutableDictionary(n => n, _ => 1), after);
}
