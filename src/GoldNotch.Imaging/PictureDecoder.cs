using System.Globalization;
using System.Text;
using System.Text.Json;
using GoldNotch.Core.Frames;

namespace GoldNotch.Imaging;

/// <summary>A picture with what its file declares.</summary>
/// <param name="Pixels">The picture.</param>
/// <param name="Kind">The kind of file it came from.</param>
/// <param name="Declared">What the file declares of curve and primaries; null where it says nothing.</param>
public sealed record PictureFile(DecodedPicture Pixels, FileKind Kind, DeclaredColour? Declared);

/// <summary>Reads pictures by ffmpeg, each in a confined process of its own. What a picture is kept in never touches this process.</summary>
public static class PictureDecoder
{
    private static readonly string[] Quiet = ["-nostdin", "-hide_banner", "-v", "error"];

    /// <summary>Reads a still, or a frame of a clip.</summary>
    /// <param name="path">The file.</param>
    /// <param name="isLegal">Whether its codes are of legal range, where the person says so; null: as the file declares.</param>
    /// <param name="atSeconds">Where in a clip; its first frame where nothing is said.</param>
    /// <param name="cancel">Gives up; the child is killed.</param>
    /// <exception cref="PictureRefusedException">It is none, breaks off, is damaged or too large.</exception>
    public static async Task<PictureFile> ReadAsync(string path, bool? isLegal, double atSeconds, CancellationToken cancel)
    {
        FileKind kind = await KindAsync(path, cancel);
        return kind.IsStill()
            ? await StillAsync(path, kind, isLegal, cancel)
            : await FrameAsync(path, kind, await ProbeAsync(path, kind, cancel), isLegal, atSeconds, cancel);
    }

    /// <summary>What a file is.</summary>
    /// <exception cref="PictureRefusedException">It is empty, or none that is read.</exception>
    public static async Task<FileKind> KindAsync(string path, CancellationToken cancel)
    {
        await using FileStream file = File.OpenRead(path);
        byte[] head = new byte[FileKinds.HeadBytes];
        int read = await file.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancel);
        return FileKinds.Of(head.AsSpan(0, read));
    }

    private static async Task<PictureFile> StillAsync(string path, FileKind kind, bool? isLegal, CancellationToken cancel)
    {
        StillHeader header;
        await using (FileStream file = File.OpenRead(path))
        {
            header = StillHeader.Read(file, kind);
        }

        // An exact transform, and nothing that a decoder would guess for a part that is missing.
        string[] decoder =
        [
            .. kind == FileKind.Jpeg ? ["-idct", "int"] : Array.Empty<string>(),
            "-noautorotate",
            "-xerror",
            "-err_detect",
            // Its reader of TIFF takes a tag that it does not know for damage.
            kind == FileKind.Tiff
                ? "crccheck+bitstream+buffer"
                : "crccheck+bitstream+buffer+explode",
            "-threads",
            "1",
        ];
        byte[] samples = await SamplesAsync(path, kind, decoder, [], header.Width, header.Height, header.Layout, cancel);
        if (kind == FileKind.Jpeg && header.Layout.Kind == PixelKind.YCbCr)
        {
            await LumaAsync(path, header, samples, cancel);
        }

        bool legal = isLegal ?? header.Declared?.IsLegal ?? false;
        var picture = new DecodedPicture(samples, header.Width, header.Height, header.Layout, header.Turn, ColourMatrix.Bt601, legal);
        return new PictureFile(picture, kind, header.Declared);
    }

    // Luma by the transform that the format's own library calls exact: the other one rounds one pixel in a hundred differently, which in a dark smooth patch is as much as
    // its noise.
    private static async Task LumaAsync(string path, StillHeader header, byte[] samples, CancellationToken cancel)
    {
        byte[] head = Encoding.ASCII.GetBytes(string.Create(CultureInfo.InvariantCulture, $"P5\n{header.Width} {header.Height}\n255\n"));
        (bool isWhole, bool endedWell, _) = await ConfinedProcess.RunAsync(
            "djpeg",
            ["-dct", "int", "-grayscale", "-pnm", Path.GetFullPath(path)],
            ChildLimits.OfPixels((long)header.Width * header.Height),
            async (grey, token) =>
            {
                byte[] before = new byte[head.Length];
                Memory<byte> luma = samples.AsMemory(0, header.Width * header.Height);
                return await grey.ReadAtLeastAsync(before, before.Length, throwOnEndOfStream: false, token) == before.Length
                    && before.AsSpan().SequenceEqual(head)
                    && await grey.ReadAtLeastAsync(luma, luma.Length, throwOnEndOfStream: false, token) == luma.Length;
            },
            cancel
        );
        if (!isWhole || !endedWell)
        {
            throw PictureRefusedException.Damaged("JPEG");
        }
    }

    private static async Task<PictureFile> FrameAsync(
        string path,
        FileKind kind,
        ClipHeader header,
        bool? isLegal,
        double atSeconds,
        CancellationToken cancel
    )
    {
        string[] seek = atSeconds > 0 ? ["-ss", atSeconds.ToString("0.######", CultureInfo.InvariantCulture)] : [];
        byte[] samples = await SamplesAsync(
            path,
            kind,
            ["-noautorotate", "-threads", "1", .. seek],
            ["-map", string.Create(CultureInfo.InvariantCulture, $"0:{header.Stream}")],
            header.Width,
            header.Height,
            header.Layout,
            cancel
        );
        var picture = new DecodedPicture(
            samples,
            header.Width,
            header.Height,
            header.Layout,
            header.Turn,
            header.Matrix,
            isLegal ?? header.IsLegal
        );
        return new PictureFile(picture, kind, header.Declared);
    }

    /// <summary>What a clip says of itself.</summary>
    /// <exception cref="PictureRefusedException">It cannot be read.</exception>
    public static async Task<ClipHeader> ProbeAsync(string path, FileKind kind, CancellationToken cancel)
    {
        string[] arguments = ["-hide_banner", "-v", "error", "-show_streams", "-show_format", "-of", "json", .. Input(path, kind)];
        (JsonElement? found, bool endedWell, _) = await ConfinedProcess.RunAsync<JsonElement?>(
            "ffprobe",
            arguments,
            ChildLimits.OfPixels(0),
            async (output, token) =>
            {
                try
                {
                    using JsonDocument report = await JsonDocument.ParseAsync(output, cancellationToken: token);
                    return report.RootElement.Clone();
                }
                catch (JsonException)
                {
                    return null;
                }
            },
            cancel
        );
        return endedWell && found is { } header ? ClipHeader.Of(header) : throw PictureRefusedException.Damaged(kind.Name());
    }

    private static async Task<byte[]> SamplesAsync(
        string path,
        FileKind kind,
        string[] decoder,
        string[] output,
        int width,
        int height,
        PixelLayout layout,
        CancellationToken cancel
    )
    {
        long bytes = layout.Bytes(width, height);
        string[] arguments =
        [
            .. Quiet,
            .. decoder,
            .. Input(path, kind),
            .. output,
            "-frames:v",
            "1",
            "-an",
            "-sws_flags",
            "+accurate_rnd+bitexact",
            "-pix_fmt",
            layout.Name,
            "-f",
            "rawvideo",
            "pipe:1",
        ];
        (byte[]? samples, bool endedWell, _) = await ConfinedProcess.RunAsync<byte[]?>(
            "ffmpeg",
            arguments,
            ChildLimits.OfPixels((long)width * height),
            async (raw, token) =>
            {
                byte[] all = GC.AllocateUninitializedArray<byte>(checked((int)bytes));
                int got = await raw.ReadAtLeastAsync(all, all.Length, throwOnEndOfStream: false, token);
                byte[] more = new byte[1];
                return got == all.Length && await raw.ReadAsync(more, token) == 0 ? all : null;
            },
            cancel
        );
        return endedWell && samples is not null ? samples : throw PictureRefusedException.Damaged(kind.Name());
    }

    internal static string[] Input(string path, FileKind kind) =>
        ["-protocol_whitelist", "file", "-f", kind.Demuxer(), "-i", "file:" + Path.GetFullPath(path)];
}
