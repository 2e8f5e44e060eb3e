using System.Buffers.Binary;
using System.Diagnostics;
using System.IO.Hashing;
using System.Text;

namespace GoldNotch.Imaging.Tests;

/// <summary>Files that are not what they say, that break off, or that mean harm: each ends in a refusal that says what it is not, and leaves nothing running.</summary>
public sealed class HostileFileTests : IDisposable
{
    private readonly Made _made = new();

    public void Dispose() => _made.Dispose();

    [Theory]
    [InlineData("playlist.mp4", "#EXTM3U\n#EXT-X-TARGETDURATION:10\n#EXTINF:10,\nhttp://127.0.0.1:9/secret\n")]
    [InlineData("list.mkv", "ffconcat version 1.0\nfile '/etc/passwd'\n")]
    [InlineData("drawing.png", "<svg xmlns='http://www.w3.org/2000/svg'><image href='file:///etc/passwd'/></svg>")]
    [InlineData("words.jpg", "shutter,gain\n1/50,0\n")]
    [InlineData("page.tif", "<!doctype html><script>alert(1)</script>")]
    public async Task What_is_no_picture_is_told_whatever_its_name_says(string name, string content) =>
        (await RefusedAsync(_made.Bytes(name, Encoding.UTF8.GetBytes(content)))).ShouldBe(PictureRefusal.Unreadable);

    [Fact]
    public async Task An_empty_file_is_told() => (await RefusedAsync(_made.Bytes("nothing.png"))).ShouldBe(PictureRefusal.Empty);

    [Theory]
    [InlineData("png", 0.5)]
    [InlineData("png", 0.98)]
    [InlineData("jpg", 0.5)]
    [InlineData("jpg", 0.99)]
    [InlineData("tif", 0.5)]
    [InlineData("mov", 0.4)]
    public async Task A_file_that_breaks_off_is_refused_even_where_a_decoder_gives_back_a_part(string kind, double share)
    {
        string whole = _made.By($"whole.{kind}", "-f", "lavfi", "-i", "testsrc2=s=320x240:d=1", "-frames:v", kind == "mov" ? "20" : "1");
        byte[] bytes = await File.ReadAllBytesAsync(whole);
        (await RefusedAsync(_made.Bytes($"half.{kind}", bytes.AsSpan(0, (int)(bytes.Length * share))))).ShouldBe(PictureRefusal.Unreadable);
        await PictureDecoder.ReadAsync(whole, null, 0, CancellationToken.None);
    }

    [Fact]
    public async Task A_changed_byte_of_a_png_is_found_by_its_sum()
    {
        byte[] bytes = await File.ReadAllBytesAsync(_made.Png("good.png", 64, 64, (x, y) => ((ushort)(x * y), 9, 9)));
        bytes[bytes.Length / 2] ^= 0x10;
        (await RefusedAsync(_made.Bytes("bad.png", bytes))).ShouldBe(PictureRefusal.Unreadable);
    }

    [Theory]
    [InlineData("A header that promises more than is read", 60_000, PictureRefusal.TooLarge)]
    [InlineData("A right header and hardly any rows behind it", 64, PictureRefusal.Unreadable)]
    public async Task A_header_is_not_believed(string what, int side, PictureRefusal refusal)
    {
        byte[] header = new byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, side);
        BinaryPrimitives.WriteInt32BigEndian(header.AsSpan(4), side);
        (header[8], header[9]) = (8, 2);
        byte[] rows = [0x78, 0x9C, 0x03, 0, 0, 0, 0, 1];
        byte[] file = [.. Signature, .. Chunk("IHDR"u8, header), .. Chunk("IDAT"u8, rows), .. Chunk("IEND"u8, [])];
        (await RefusedAsync(_made.Bytes("header.png", file))).ShouldBe(refusal, what);
    }

    [Fact]
    public async Task A_clip_without_a_picture_is_told()
    {
        string sound = _made.By("sound.mov", "-f", "lavfi", "-i", "sine=d=1", "-c:a", "pcm_s16le");
        PictureRefusedException refused = await Should.ThrowAsync<PictureRefusedException>(() => ReadAsync(sound));
        refused.Message.ShouldContain("no picture in this clip");
    }

    [Theory]
    [InlineData("-i")]
    [InlineData("a %03d; rm -rf $(pwd).png")]
    [InlineData("two words'\".png")]
    public async Task A_name_is_only_a_name(string name)
    {
        string plain = _made.Png("plain.png", 32, 32, (_, _) => (30_000, 30_000, 30_000));
        File.Move(plain, _made.Path(name));
        (await ReadAsync(_made.Path(name))).Pixels.Width.ShouldBe(32);
    }

    [Fact]
    public async Task Random_damage_ends_in_a_refusal_or_in_a_picture_never_in_a_fault()
    {
        var random = new Random(11);
        string[] kinds = ["png", "jpg", "tif", "mov"];
        for (int run = 0; run < 24; run++)
        {
            string kind = kinds[run % kinds.Length];
            string whole = _made.Path($"base.{kind}");
            if (!File.Exists(whole))
            {
                _made.By($"base.{kind}", "-f", "lavfi", "-i", "testsrc2=s=160x120:d=1", "-frames:v", kind == "mov" ? "5" : "1");
            }

            byte[] bytes = await File.ReadAllBytesAsync(whole);
            for (int change = 0; change < 1 + (run % 6); change++)
            {
                bytes[random.Next(16, bytes.Length)] = (byte)random.Next(256);
            }

            try
            {
                await ReadAsync(_made.Bytes($"damaged{run}.{kind}", bytes));
            }
            catch (PictureRefusedException refused)
            {
                refused.Message.ShouldNotBeEmpty();
            }
        }
    }

    [Fact]
    public async Task Giving_up_kills_the_child()
    {
        string large = _made.By("large.png", "-f", "lavfi", "-i", "testsrc2=s=6000x4000", "-frames:v", "1");
        using var stop = new CancellationTokenSource();
        Task<PictureFile> reading = PictureDecoder.ReadAsync(large, null, 0, stop.Token);
        bool Decodes() => Process.GetProcessesByName("ffmpeg").Any(p => CommandOf(p).Contains(large, StringComparison.Ordinal));
        while (!Decodes())
        {
            reading.IsCompleted.ShouldBeFalse("it was decoded before anybody could give it up");
            await Task.Delay(2, CancellationToken.None);
        }

        await stop.CancelAsync();
        await Should.ThrowAsync<OperationCanceledException>(() => reading);
        Decodes().ShouldBeFalse();
    }

    private static ReadOnlySpan<byte> Signature => [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A];

    private static byte[] Chunk(ReadOnlySpan<byte> name, ReadOnlySpan<byte> body)
    {
        byte[] chunk = new byte[12 + body.Length];
        BinaryPrimitives.WriteInt32BigEndian(chunk, body.Length);
        name.CopyTo(chunk.AsSpan(4));
        body.CopyTo(chunk.AsSpan(8));
        BinaryPrimitives.WriteUInt32BigEndian(chunk.AsSpan(8 + body.Length), Crc32.HashToUInt32(chunk.AsSpan(4, 4 + body.Length)));
        return chunk;
    }

    private static string CommandOf(Process process)
    {
        try
        {
            return File.ReadAllText($"/proc/{process.Id}/cmdline");
        }
        catch (IOException)
        {
            return "";
        }
    }

    private static Task<PictureFile> ReadAsync(string file) => PictureDecoder.ReadAsync(file, null, 0, CancellationToken.None);

    private static async Task<PictureRefusal> RefusedAsync(string file) =>
        (await Should.ThrowAsync<PictureRefusedException>(() => ReadAsync(file))).Refusal;
}
