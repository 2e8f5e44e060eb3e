using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>A camera that stands in another's picture.</summary>
/// <param name="Seen">Letter of the one that is seen.</param>
/// <param name="By">Letter of the one whose picture it is in.</param>
/// <param name="Distance">How far before it.</param>
/// <param name="FromMiddle">Degrees from the middle of the picture, positive to the right.</param>
public sealed record InThePicture(string Seen, string By, Metres Distance, double FromMiddle);

/// <summary>What follows from where things stand.</summary>
public static class FloorPlan
{
    /// <summary>Distance from a camera to what it looks at; null where one of the two is not placed.</summary>
    /// <exception cref="QuantityException">They stand on one another.</exception>
    public static Metres? DistanceOf(LineUpCamera camera, IEnumerable<FloorThing> floor) =>
        camera.Place is { } at && TargetOf(camera, floor) is { } thing
            ? Between(at, (thing.X, thing.Y)) is var metres and > 0.05
                ? new Metres(metres)
                : throw new QuantityException(QuantityFault.OutOfRange, $"Camera {camera.Letter} stands on {thing.Name}. Move one of them.")
            : null;

    /// <summary>What a camera looks at; null where nothing of that name stands on the plan.</summary>
    public static FloorThing? TargetOf(LineUpCamera camera, IEnumerable<FloorThing> floor) =>
        floor.FirstOrDefault(f => f.Name.Equals(camera.LooksAt, StringComparison.OrdinalIgnoreCase));

    /// <summary>Every camera that stands in another's picture, nearer than twice the distance to the subject.</summary>
    /// <param name="cameras">The cameras with their horizontal angle of view, degrees; one without an angle sees nothing.</param>
    /// <param name="floor">What they look at.</param>
    public static IEnumerable<InThePicture> Crossings(
        IReadOnlyList<(LineUpCamera Camera, double? Angle)> cameras,
        IReadOnlyList<FloorThing> floor
    )
    {
        foreach ((LineUpCamera by, double? angle) in cameras)
        {
            if (angle is not { } wide || by.Place is not { } from || TargetOf(by, floor) is not { } target)
            {
                continue;
            }

            double aim = Math.Atan2(target.X - from.X, target.Y - from.Y);
            double reach = 2 * Between(from, (target.X, target.Y));
            foreach ((LineUpCamera seen, _) in cameras)
            {
                if (seen == by || seen.Place is not { } at)
                {
                    continue;
                }

                double distance = Between(from, at);
                double off = Math.IEEERemainder(Math.Atan2(at.X - from.X, at.Y - from.Y) - aim, 2 * Math.PI) * 180 / Math.PI;
                if (distance > 0.05 && distance < reach && Math.Abs(off) < wide / 2)
                {
                    yield return new InThePicture(seen.Letter, by.Letter, new Metres(distance), off);
                }
            }
        }
    }

    private static double Between((double X, double Y) a, (double X, double Y) b) =>
        Math.Sqrt(((a.X - b.X) * (a.X - b.X)) + ((a.Y - b.Y) * (a.Y - b.Y)));
}
