using System.Diagnostics;
using GoldNotch.Imaging;

namespace GoldNotch.Imaging.Tests;

/// <summary>A folder of files made for one test, and gone after it.</summary>
public sealed class Made : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("gold-notch-imaging");

    internal string Path(string name) => System.IO.Path.Combine(_folder.FullName, name);

    internal string Bytes(string name, params ReadOnlySpan<byte> content)
    {
        File.WriteAllBytes(Path(name), content.ToArray());
        return Path(name);
    }

    /// <summary>A PNG of 16 bits in which each pixel is worked out.</summary>
    internal string Png(string name, int width, int height, Func<int, int, (ushort Red, ushort Green, ushort Blue)> pixel)
    {
        ushort[] samples = new ushort[3 * width * height];
        for (int i = 0; i < width * height; i++)
        {
            (samples[3 * i], samples[(3 * i) + 1], samples[(3 * i) + 2]) = pixel(i % width, i / width);
        }

        using FileStream file = File.Create(Path(name));
        PngWriter.Write(samples, width, file);
        return Path(name);
    }

    /// <summary>Lets the tool make a file: what it reads has to be read as it meant it.</summary>
    internal string By(string name, params string[] arguments)
    {
        var start = new ProcessStartInfo("ffmpeg") { RedirectStandardError = true };
        foreach (string argument in (string[])["-nostdin", "-v", "error", "-y", .. arguments, Path(name)])
        {
            start.ArgumentList.Add(argument);
        }

        using Process tool = Process.Start(start)!;
        string said = tool.StandardError.ReadToEnd();
        tool.WaitForExit();
        tool.ExitCode.ShouldBe(0, said);
        return Path(name);
    }

    public void Dispose() => _folder.Delete(recursive: true);
}
