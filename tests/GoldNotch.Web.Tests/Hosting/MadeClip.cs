using System.Diagnostics;

namespace GoldNotch.Web.Tests.Hosting;

/// <summary>Small clips of known contents, made by the tool that reads them.</summary>
public static class MadeClip
{
    /// <summary>Two seconds of a moving square, with a voice-like sound at a level, as MP4.</summary>
    /// <param name="size">Its size, as the tool writes one.</param>
    /// <param name="rate">Its rate.</param>
    /// <param name="volume">Its volume, 0 to 1; null for no sound.</param>
    public static byte[] Of(string size = "1920x1080", string rate = "30000/1001", double? volume = 0.25)
    {
        string path = Path.Combine(Path.GetTempPath(), $"gold-notch-{Guid.NewGuid():N}.mp4");
        try
        {
            var start = new ProcessStartInfo("ffmpeg") { RedirectStandardError = true };
            string[] sound = volume is { } loud
                ?
                [
                    "-f",
                    "lavfi",
                    "-i",
                    // A tone for a quarter of each second: a voice is louder than what lies under it.
                    FormattableString.Invariant($"aevalsrc='{loud}*sin(2*PI*400*t)*lt(mod(t,1),0.25)+0.002*sin(2*PI*900*t)':d=2:s=48000"),
                    "-c:a",
                    "aac",
                ]
                : [];
            // A bright square that crosses a grey ground: nothing in it combs, pumps or repeats.
            string[] picture =
            [
                "-f",
                "lavfi",
                "-i",
                $"color=0x404040:s={size}:r={rate}:d=2[ground];color=0xa0a0a0:s=160x160:r={rate}:d=2[square];[ground][square]overlay=x='mod(6*n,400)':y=60",
            ];
            foreach (
                string argument in (string[])
                    [
                        "-nostdin",
                        "-v",
                        "error",
                        "-y",
                        .. picture,
                        .. sound,
                        "-c:v",
                        "libx264",
                        "-preset",
                        "ultrafast",
                        "-pix_fmt",
                        "yuv420p",
                        path,
                    ]
            )
            {
                start.ArgumentList.Add(argument);
            }

            using Process tool = Process.Start(start)!;
            string said = tool.StandardError.ReadToEnd();
            tool.WaitForExit();
            tool.ExitCode.ShouldBe(0, said);
            return File.ReadAllBytes(path);
        }
        finally
        {
            File.Delete(path);
        }
    }
}
