using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>A block of the day of a shoot.</summary>
/// <param name="Name">What is recorded.</param>
/// <param name="From">When it begins, minutes on the clock of the call.</param>
/// <param name="To">When it ends, minutes.</param>
/// <param name="RecordingMinutes">How much of it is recorded, minutes.</param>
/// <param name="Room">Where; empty as before.</param>
/// <param name="Light">What light there is; empty as before.</param>
public sealed record DayBlock(string Name, double From, double To, double RecordingMinutes, string Room, string Light)
{
    /// <summary>Most blocks of a day.</summary>
    public const int Most = 60;

    /// <summary>Checks a block.</summary>
    /// <exception cref="QuantityException">It ends before it begins, or more is recorded than it lasts.</exception>
    public static DayBlock Of(string name, double from, double to, double recordingMinutes, string room, string light)
    {
        if (to <= from)
        {
            throw new QuantityException(QuantityFault.OutOfRange, $"{name} ends before it begins. Give it an end after its beginning.");
        }

        if (recordingMinutes < 0 || recordingMinutes > to - from + Guard.Edge)
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                $"{name} lasts {Notation.Number(to - from)} min and cannot record {Notation.Number(recordingMinutes)} min. Record less, or make it longer."
            );
        }

        return new DayBlock(name, from, to, recordingMinutes, room, light);
    }
}

/// <summary>What is due at a moment of the day.</summary>
public enum DayDuty
{
    /// <summary>Everybody is there.</summary>
    Call,

    /// <summary>A block begins.</summary>
    Block,

    /// <summary>White balance for another room or light.</summary>
    Balance,

    /// <summary>Black reference, lens capped.</summary>
    BlackReference,

    /// <summary>Timecode of all cameras set to one again.</summary>
    Timecode,

    /// <summary>Another card.</summary>
    Card,

    /// <summary>Another battery.</summary>
    Battery,

    /// <summary>The memory of a high-speed camera saved.</summary>
    SaveMemory,

    /// <summary>The day is over.</summary>
    End,
}

/// <summary>A moment of the day.</summary>
/// <param name="At">When, minutes on the clock of the call.</param>
/// <param name="Duty">What is due.</param>
/// <param name="Cameras">For which cameras, by letter; empty for all.</param>
/// <param name="Name">The block or the room it is about; empty where it is about none.</param>
public sealed record DayMoment(double At, DayDuty Duty, ImmutableArray<string> Cameras, string Name)
{
    /// <inheritdoc/>
    public bool Equals(DayMoment? other) =>
        other is not null && (At, Duty, Name) == (other.At, other.Duty, other.Name) && Cameras.SequenceEqual(other.Cameras);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(At, Duty, Name, Cameras.Length);
}

/// <summary>What the day asks of one camera.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="CardMinutes">Minutes on one card; null where nobody knows, or it records into memory.</param>
/// <param name="BatteryMinutes">Minutes on one battery; null where nobody knows, or mains run it.</param>
/// <param name="BlackReferenceMinutes">Minutes after which the black reference is taken again; null where it needs none.</param>
/// <param name="SavesMemory">Whether it records into memory that must be saved.</param>
public sealed record DayCamera(string Letter, double? CardMinutes, double? BatteryMinutes, double? BlackReferenceMinutes, bool SavesMemory)
{
    /// <summary>Whether the second card goes on when the first is full: both are then changed in a gap, and never in the middle of a take.</summary>
    public bool IsInRelay { get; init; }
}

/// <summary>How a card or battery runs down: what is left at a moment. A change makes two points of one moment.</summary>
/// <param name="At">The moment, minutes.</param>
/// <param name="Left">Minutes left.</param>
public readonly record struct RunDownPoint(double At, double Left);

/// <summary>A camera's card and battery over the day.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Card">The card; empty where nobody knows its minutes.</param>
/// <param name="Battery">The battery; empty where nobody knows its minutes, or mains run it.</param>
public sealed record RunDown(string Letter, ImmutableArray<RunDownPoint> Card, ImmutableArray<RunDownPoint> Battery);

/// <summary>The day of a shoot on one line of time.</summary>
/// <param name="Moments">What is due, in time.</param>
/// <param name="RunDowns">Cards and batteries, camera by camera.</param>
public sealed record DayLine(ImmutableArray<DayMoment> Moments, ImmutableArray<RunDown> RunDowns)
{
    /// <summary>Works the day out.</summary>
    /// <param name="call">The call, minutes.</param>
    /// <param name="end">The end, minutes.</param>
    /// <param name="blocks">The blocks, in the order of the day; they do not overlap.</param>
    /// <param name="cameras">The cameras.</param>
    /// <param name="timecodeMinutes">Minutes after which timecode is set again; null where nothing has to agree.</param>
    /// <exception cref="QuantityException">Blocks overlap or lie outside the day.</exception>
    public static DayLine Of(
        double call,
        double end,
        ImmutableArray<DayBlock> blocks,
        ImmutableArray<DayCamera> cameras,
        double? timecodeMinutes
    )
    {
        ImmutableArray<DayBlock> order = InOrder(call, end, blocks);
        List<DayMoment> moments = [new(call, DayDuty.Call, [], "")];
        moments.AddRange(order.Select(b => new DayMoment(b.From, DayDuty.Block, [], b.Name)));
        moments.AddRange(Balances(call, order));
        if (timecodeMinutes is { } every)
        {
            moments.AddRange(Duties.Times(call, end, every).Select(t => new DayMoment(t, DayDuty.Timecode, [], "")));
        }

        double first = order.Length > 0 ? order[0].From : call;
        double last = order.Length > 0 ? order[^1].To : end;
        List<RunDown> runDowns = [];
        foreach (DayCamera camera in cameras)
        {
            ImmutableArray<string> one = [camera.Letter];
            if (camera.BlackReferenceMinutes is { } black)
            {
                moments.AddRange(Duties.Times(first, last, black).Select(t => new DayMoment(t, DayDuty.BlackReference, one, "")));
            }

            (ImmutableArray<RunDownPoint> card, IEnumerable<double> cards) = Run(
                camera.IsInRelay ? 2 * camera.CardMinutes : camera.CardMinutes,
                order,
                b => b.RecordingMinutes,
                inGaps: camera.IsInRelay
            );
            (ImmutableArray<RunDownPoint> battery, IEnumerable<double> batteries) = Run(camera.BatteryMinutes, order, b => b.To - b.From);
            moments.AddRange(cards.Select(t => new DayMoment(t, DayDuty.Card, one, "")));
            moments.AddRange(batteries.Select(t => new DayMoment(t, DayDuty.Battery, one, "")));
            if (camera.SavesMemory)
            {
                moments.AddRange(
                    order.Where(b => b.RecordingMinutes > 0).Select(b => new DayMoment(b.To, DayDuty.SaveMemory, one, b.Name))
                );
            }

            runDowns.Add(new RunDown(camera.Letter, card, battery));
        }

        moments.Add(new DayMoment(end, DayDuty.End, [], ""));
        return new DayLine([.. Together(moments)], [.. runDowns]);
    }

    /// <summary>The day moved: what lies before a moment stays, what comes at it or after it is later by so much.</summary>
    /// <param name="now">The moment, minutes.</param>
    /// <param name="late">How late the day is, minutes; below zero where it is early.</param>
    public DayLine Shifted(double now, double late) =>
        this with
        {
            Moments = [.. Moments.Select(m => m.At < now - Guard.Edge ? m : m with { At = Math.Max(now, m.At + late) })],
            RunDowns =
            [
                .. RunDowns.Select(r =>
                    r with
                    {
                        Card = [.. r.Card.Select(p => Later(p, now, late))],
                        Battery = [.. r.Battery.Select(p => Later(p, now, late))],
                    }
                ),
            ],
        };

    /// <summary>What comes next, from a moment on: all that is due at the first moment after it, or at it.</summary>
    /// <param name="now">The moment, minutes.</param>
    public ImmutableArray<DayMoment> Next(double now) =>
        Moments.FirstOrDefault(m => m.At >= now - Guard.Edge) is { } next
            ? [.. Moments.Where(m => Math.Abs(m.At - next.At) < Guard.Edge)]
            : [];

    private static RunDownPoint Later(RunDownPoint point, double now, double late) =>
        point.At < now - Guard.Edge ? point : point with { At = Math.Max(now, point.At + late) };

    private static ImmutableArray<DayBlock> InOrder(double call, double end, ImmutableArray<DayBlock> blocks)
    {
        ImmutableArray<DayBlock> order = [.. blocks.OrderBy(b => b.From)];
        foreach ((DayBlock one, DayBlock next) in order.Zip(order.Skip(1)))
        {
            if (next.From < one.To - Guard.Edge)
            {
                throw new QuantityException(
                    QuantityFault.OutOfRange,
                    $"{next.Name} begins before {one.Name} ends. Let one block follow the other."
                );
            }
        }

        foreach (DayBlock outside in order.Where(b => b.From < call - Guard.Edge || b.To > end + Guard.Edge))
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                $"{outside.Name} is not between the call and the end. Move the block, the call or the end."
            );
        }

        return order;
    }

    // The first place is balanced at the call; after that every change of room or light asks for it.
    private static IEnumerable<DayMoment> Balances(double call, ImmutableArray<DayBlock> order)
    {
        (string room, string light) = ("", "");
        bool isFirst = true;
        foreach (DayBlock block in order)
        {
            (string nextRoom, string nextLight) = (block.Room.Length > 0 ? block.Room : room, block.Light.Length > 0 ? block.Light : light);
            if (isFirst || (nextRoom, nextLight) != (room, light))
            {
                yield return new DayMoment(isFirst ? call : block.From, DayDuty.Balance, [], Place(nextRoom, nextLight));
            }

            (room, light, isFirst) = (nextRoom, nextLight, false);
        }
    }

    private static string Place(string room, string light) => room.Length > 0 && light.Length > 0 ? $"{room}, {light}" : room + light;

    // Used evenly within a block. It is changed before a block that would outlast it when that comes sooner than half of it is left; else when it is at its end.
    private static (ImmutableArray<RunDownPoint> Points, IEnumerable<double> Changes) Run(
        double? full,
        ImmutableArray<DayBlock> order,
        Func<DayBlock, double> usedIn,
        bool inGaps = false
    )
    {
        List<RunDownPoint> points = [];
        List<double> changes = [];
        if (full is not { } whole || whole <= 0 || order.IsEmpty)
        {
            return ([], []);
        }

        double left = whole;
        void Change(double at)
        {
            changes.Add(at);
            points.Add(new RunDownPoint(at, left));
            left = whole;
            points.Add(new RunDownPoint(at, left));
        }

        foreach (DayBlock block in order)
        {
            double used = usedIn(block);
            points.Add(new RunDownPoint(block.From, left));
            if (used > left + Guard.Edge && (left < whole / 2 || (inGaps && left < whole - Guard.Edge)))
            {
                Change(block.From);
            }

            double at = block.From;
            double perMinute = used / (block.To - block.From);
            while (used > left + Guard.Edge)
            {
                used -= left;
                at += left / perMinute;
                left = 0;
                Change(at);
            }

            left -= used;
            points.Add(new RunDownPoint(block.To, left));
        }

        return ([.. points], changes);
    }

    // What is due for several cameras at one moment is one line.
    private static IEnumerable<DayMoment> Together(List<DayMoment> moments) =>
        moments
            .GroupBy(m => (At: Math.Round(m.At, 6), m.Duty, m.Name))
            .OrderBy(g => g.Key.At)
            .ThenBy(g => g.Key.Duty)
            .Select(g => new DayMoment(
                g.First().At,
                g.Key.Duty,
                [.. g.SelectMany(m => m.Cameras).Distinct().Order(StringComparer.Ordinal)],
                g.Key.Name
            ));
}
