using System.Diagnostics;
using System.Globalization;
using System.Text;

namespace GoldNotch.Imaging;

/// <summary>A decoder as a child process that cannot do harm: no shell, arguments as a list, no network, limits of memory and time by the kernel, killed with all it
/// started when it is cancelled, and two at once.</summary>
internal static class ConfinedProcess
{
    // Two cores' worth; the others wait, so that a queue of pictures cannot take the memory of the machine.
    private static readonly SemaphoreSlim Places = new(2);
    private const int MostTold = 1 << 14;

    /// <summary>What is read of a child's output.</summary>
    /// <param name="output">Its standard output.</param>
    /// <param name="cancel">Ends when the child is given up.</param>
    internal delegate Task<T> Reader<T>(Stream output, CancellationToken cancel);

    /// <summary>Runs a tool and reads what it gives.</summary>
    /// <returns>What was read, whether it ended well, and the end of what it told beside that.</returns>
    /// <exception cref="PictureRefusedException">It took longer than it may.</exception>
    internal static async Task<(T Value, bool EndedWell, string Told)> RunAsync<T>(
        string tool,
        IEnumerable<string> arguments,
        ChildLimits limits,
        Reader<T> read,
        CancellationToken cancel
    )
    {
        await Places.WaitAsync(cancel);
        try
        {
            using Process child = Start(tool, arguments, limits);
            using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
            patience.CancelAfter(limits.Time);
            try
            {
                Task<string> told = DrainAsync(child.StandardError, patience.Token);
                T value = await read(child.StandardOutput.BaseStream, patience.Token);
                await child.WaitForExitAsync(patience.Token);
                return (value, child.ExitCode == 0, await told);
            }
            catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
            {
                throw new PictureRefusedException(
                    PictureRefusal.TookTooLong,
                    $"The file was not decoded within {limits.Time.TotalSeconds:0} s. Is it whole? Save it anew, or smaller."
                );
            }
            finally
            {
                if (!child.HasExited)
                {
                    child.Kill(entireProcessTree: true);
                    await child.WaitForExitAsync(CancellationToken.None);
                }
            }
        }
        finally
        {
            Places.Release();
        }
    }

    private static Process Start(string tool, IEnumerable<string> arguments, ChildLimits limits)
    {
        var start = new ProcessStartInfo("prlimit")
        {
            UseShellExecute = false,
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Path.GetTempPath(),
        };
        string path = Environment.GetEnvironmentVariable("PATH") ?? "/usr/bin:/bin";
        start.Environment.Clear();
        start.Environment["PATH"] = path;
        start.Environment["LC_ALL"] = "C";
        foreach (
            string argument in (string[])
                [
                    string.Create(CultureInfo.InvariantCulture, $"--as={limits.MemoryBytes}"),
                    string.Create(CultureInfo.InvariantCulture, $"--cpu={Math.Ceiling(4 * limits.Time.TotalSeconds)}"),
                    "--fsize=0",
                    "--core=0",
                    "--nofile=64",
                    "--",
                    tool,
                    .. arguments,
                ]
        )
        {
            start.ArgumentList.Add(argument);
        }

        try
        {
            Process child = Process.Start(start) ?? throw new InvalidOperationException($"{tool} did not start.");
            child.StandardInput.Close();
            return child;
        }
        catch (System.ComponentModel.Win32Exception missing)
        {
            throw new InvalidOperationException("Pictures are decoded by ffmpeg (Debian's package); it is not installed.", missing);
        }
    }

    // A child that complains without end must not be held up by it, nor fill our memory: its first complaint and the end of what it says are kept.
    private static async Task<string> DrainAsync(StreamReader error, CancellationToken cancel)
    {
        char[] buffer = new char[4096];
        var told = new StringBuilder();
        for (int got; (got = await error.ReadAsync(buffer, cancel)) > 0; )
        {
            told.Append(buffer, 0, got);
            if (told.Length > 2 * MostTold)
            {
                told.Remove(MostTold / 2, told.Length - MostTold);
            }
        }

        return told.ToString();
    }
}

/// <summary>What a child may use.</summary>
/// <param name="MemoryBytes">Address space.</param>
/// <param name="Time">Time until it is given up.</param>
internal sealed record ChildLimits(long MemoryBytes, TimeSpan Time)
{
    // What the tool itself needs, and what a picture takes in it: as decoded, as handed out, and once more between.
    private const long Base = 768L << 20;
    private const long BytesPerPixel = 24;

    // A decoder of clips keeps frames it may need again, of up to 16 bits and full colour.
    private const long BytesPerClipPixel = 160;

    internal static ChildLimits OfClip(long pixels) => new(Base + (BytesPerClipPixel * pixels), TimeSpan.FromMinutes(5));

    internal static ChildLimits OfPixels(long pixels) => new(Base + (BytesPerPixel * pixels), TimeSpan.FromSeconds(20));
}
