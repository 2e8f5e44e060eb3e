namespace GoldNotch.Exchange;

/// <summary>A shoot and its line-up say the same of name, place, call, standard and cameras: whichever is changed, the other follows.</summary>
public static class ShootSync
{
    /// <summary>The shoot of a line-up that has none yet.</summary>
    public static ShootDocument Begun(LineUpDocument lineUp) => Follows(new ShootDocument(lineUp.Id, lineUp.Name), lineUp);

    /// <summary>A shoot after its line-up was changed. A camera keeps its operator and its pools as long as its letter stays; the day moves with the call.</summary>
    public static ShootDocument Follows(ShootDocument shoot, LineUpDocument lineUp) =>
        Called(shoot, lineUp.Call) with
        {
            Name = lineUp.Name,
            Place = lineUp.Place,
            Standard = lineUp.Standard,
            Cameras =
            [
                .. lineUp
                    .Cameras.DistinctBy(c => c.Letter)
                    .Select(c =>
                        shoot.Cameras?.FirstOrDefault(o => o.Letter == c.Letter) is { } known
                            ? known with
                            {
                                Unit = c.Unit,
                            }
                            : new ShootCameraDocument(c.Letter, c.Unit)
                    ),
            ],
        };

    // A line-up without a call says nothing of when: what the shoot knows stays.
    private static ShootDocument Called(ShootDocument shoot, DateTimeOffset? call) =>
        call is not { } to ? shoot
        : shoot.Call is not { } from ? shoot with { Call = to }
        : Moved(shoot, to - from);

    /// <summary>A shoot with everything of its day earlier or later.</summary>
    public static ShootDocument Moved(ShootDocument shoot, TimeSpan by) =>
        by == TimeSpan.Zero
            ? shoot
            : shoot with
            {
                Call = shoot.Call + by,
                End = shoot.End + by,
                Collect = shoot.Collect + by,
                Return = shoot.Return + by,
                PrepareFrom = shoot.PrepareFrom + by,
                Blocks = shoot.Blocks is { } blocks ? [.. blocks.Select(b => b with { From = b.From + by, To = b.To + by })] : null,
            };

    /// <summary>A shoot on a day that is late: what is over stays, the block that is going on ends later, what is still to come is later by so much.</summary>
    /// <param name="shoot">The shoot.</param>
    /// <param name="now">The time.</param>
    /// <param name="by">How late it is; below zero where it is early again.</param>
    public static ShootDocument Late(ShootDocument shoot, DateTimeOffset now, TimeSpan by)
    {
        ShootBlockDocument Later(ShootBlockDocument block) =>
            block.To <= now ? block
            : block.From >= now ? block with { From = Max(block.From + by, now), To = Max(block.To + by, now) }
            : block with { To = Max(block.To + by, now) };

        return shoot.Call is { } call && call > now
            ? Moved(shoot, by)
            : shoot with
            {
                End = shoot.End > now ? shoot.End + by : shoot.End,
                Return = shoot.Return > now ? shoot.Return + by : shoot.Return,
                Blocks = shoot.Blocks is { } blocks ? [.. blocks.Select(Later)] : null,
            };
    }

    private static DateTimeOffset Max(DateTimeOffset one, DateTimeOffset other) => one > other ? one : other;

    /// <summary>A line-up after its shoot was changed. A camera keeps how it is planned as long as its letter stays.</summary>
    public static LineUpDocument Follows(LineUpDocument lineUp, ShootDocument shoot) =>
        lineUp with
        {
            Name = shoot.Name,
            Place = shoot.Place,
            Call = shoot.Call,
            Standard = shoot.Standard.Length > 0 ? shoot.Standard : lineUp.Standard,
            ColourReference = (shoot.Cameras ?? []).Any(c => c.Letter == lineUp.ColourReference && c.Unit.Length > 0)
                ? lineUp.ColourReference
                : "",
            Cameras =
            [
                .. (shoot.Cameras ?? [])
                    .Where(c => c.Unit.Length > 0)
                    .Select(c =>
                        lineUp.Cameras.FirstOrDefault(o => o.Letter == c.Letter) is { } known
                            ? known with
                            {
                                Unit = c.Unit,
                            }
                            : new LineUpCameraDocument(c.Letter, c.Unit, "")
                    ),
            ],
        };
}
