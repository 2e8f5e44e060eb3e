using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Evidence;

/// <summary>Draws at most two pictures at a time, since each takes a core and the memory of a whole picture; a few more wait, and the rest is told to come again.</summary>
internal static class DrawingDesk
{
    /// <summary>Pictures drawn at a time.</summary>
    internal const int AtOnce = 2;

    /// <summary>Pictures that wait, their files in memory.</summary>
    internal const int Waiting = 8;

    private static readonly SemaphoreSlim Desk = new(AtOnce, AtOnce);
    private static int _under;

    /// <summary>Reads a file and draws it anew, when it is its turn.</summary>
    /// <exception cref="RefusedException">It is no such picture; or too many wait.</exception>
    internal static async Task<Photograph> DrawAsync(byte[] file, CancellationToken cancel)
    {
        if (Interlocked.Increment(ref _under) > AtOnce + Waiting)
        {
            Interlocked.Decrement(ref _under);
            throw new RefusedException(
                ProblemCode.TooManyRequests,
                "/photo",
                "Many photographs come in just now. This one was not saved yet; it waits in the browser and is sent again."
            );
        }

        try
        {
            await Desk.WaitAsync(cancel);
            try
            {
                return await Task.Run(() => Photographs.Read(file), cancel);
            }
            finally
            {
                Desk.Release();
            }
        }
        finally
        {
            Interlocked.Decrement(ref _under);
        }
    }
}
