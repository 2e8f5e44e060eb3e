using GoldNotch.Core.Frames;

namespace GoldNotch.Imaging.Tests;

/// <summary>What comes out of a file is what was put in, whatever way it is kept.</summary>
public sealed class DecoderTests : IDisposable
{
    private readonly Made _made = new();

    public void Dispose() => _made.Dispose();

    [Fact]
    public async Task Sixteen_bits_come_back_as_they_were_written()
    {
        string file = _made.Png("deep.png", 60, 30, (x, y) => ((ushort)(x * 1000), (ushort)(y * 2000), 65535));
        PictureFile read = await ReadAsync(file);
        read.Pixels.Bits.ShouldBe(16);
        At(read, 59, 29).ShouldBe((59_000 / 65535.0, 58_000 / 65535.0, 1));
        At(read, 0, 0).ShouldBe((0, 0, 1));
    }

    [Theory]
    [InlineData("gray", 8, "png")]
    [InlineData("gray16be", 16, "png")]
    [InlineData("pal8", 8, "png")]
    [InlineData("rgba", 8, "png")]
    [InlineData("rgba64be", 16, "png")]
    [InlineData("monob", 8, "png")]
    [InlineData("ya8", 8, "png")]
    [InlineData("rgb24", 8, "tif")]
    [InlineData("gray", 8, "tif")]
    [InlineData("rgb48le", 16, "tif")]
    [InlineData("yuvj444p", 8, "jpg")]
    [InlineData("yuvj422p", 8, "jpg")]
    [InlineData("yuvj420p", 8, "jpg")]
    [InlineData("gray", 8, "jpg")]
    public async Task White_is_white_in_every_way_a_still_is_kept(string format, int bits, string kind)
    {
        string white = _made.Png("made.png", 64, 48, (_, _) => (65535, 65535, 65535));
        string file = _made.By($"white.{kind}", "-i", white, "-pix_fmt", format);
        PictureFile read = await ReadAsync(file);
        (read.Pixels.Width, read.Pixels.Height, read.Pixels.Bits).ShouldBe((64, 48, bits));
        (double red, double green, double blue) = At(read, 31, 20);
        double most = format == "pal8" ? 0.02 : 0.003; // the tool's palette has no purer white
        red.ShouldBe(1, most);
        green.ShouldBe(1, most);
        blue.ShouldBe(1, most);
    }

    [Fact]
    public async Task An_eight_bit_picture_is_read_as_eight_bits()
    {
        string file = _made.By("mid.png", "-f", "lavfi", "-i", "color=0x808080:s=64x48", "-frames:v", "1", "-pix_fmt", "rgb24");
        At(await ReadAsync(file), 5, 5).Red.ShouldBe(128 / 255.0, 1e-12);
    }

    // Red above and blue below, as stored; where the tag says so, another side is up.
    [Theory]
    [InlineData(1, 80, 48, "upper")]
    [InlineData(3, 80, 48, "lower")]
    [InlineData(6, 48, 80, "right")]
    [InlineData(8, 48, 80, "left")]
    [InlineData(5, 48, 80, "left")]
    [InlineData(7, 48, 80, "right")]
    [InlineData(4, 80, 48, "lower")]
    [InlineData(2, 80, 48, "upper")]
    public async Task A_still_is_turned_upright_by_its_tag(int tag, int width, int height, string red)
    {
        string stored = _made.By(
            "stored.jpg",
            "-f",
            "lavfi",
            "-i",
            "color=red:s=80x24[a];color=blue:s=80x24[b];[a][b]vstack",
            "-frames:v",
            "1",
            "-pix_fmt",
            "yuvj444p"
        );
        byte[] jpeg = await File.ReadAllBytesAsync(stored);
        byte[] exif =
        [
            .. new byte[] { 0xFF, 0xE1, 0, 34 },
            .. "Exif\0\0"u8,
            .. "MM\0*"u8,
            .. new byte[] { 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, (byte)tag, 0, 0, 0, 0, 0, 0 },
        ];
        PictureFile read = await ReadAsync(_made.Bytes("turned.jpg", [.. jpeg[..2], .. exif, .. jpeg[2..]]));
        (read.Pixels.Width, read.Pixels.Height).ShouldBe((width, height));
        (int x, int y) = red switch
        {
            "upper" => (width / 2, 4),
            "lower" => (width / 2, height - 5),
            "left" => (4, height / 2),
            _ => (width - 5, height / 2),
        };
        At(read, x, y).Red.ShouldBeGreaterThan(0.9);
        At(read, width - 1 - x, height - 1 - y).Blue.ShouldBeGreaterThan(0.9);
    }

    [Fact]
    public async Task Planes_of_a_clip_become_rgb_by_what_it_declares_and_beyond_white_is_kept()
    {
        // A luma of 940 of 10 bits is white in legal range; 1000 is beyond it.
        string clip = _made.By(
            "beyond.mkv",
            "-f",
            "lavfi",
            "-i",
            "nullsrc=s=64x48,format=yuv422p10le,geq=lum='if(lt(X,32),940,1000)':cb=512:cr=512",
            "-frames:v",
            "2",
            "-c:v",
            "ffv1",
            "-color_range",
            "tv",
            "-colorspace",
            "bt2020nc",
            "-color_primaries",
            "bt2020",
            "-color_trc",
            "arib-std-b67"
        );
        PictureFile read = await ReadAsync(clip);
        read.Pixels.Bits.ShouldBe(10);
        At(read, 5, 5).Green.ShouldBe(1, 1e-9);
        At(read, 60, 5).Green.ShouldBe(((1000 / 4.0) - 16) / 219, 1e-9);
        (read.Declared!.CurveName, read.Declared.Is2020, read.Declared.IsLegal).ShouldBe(("HLG", true, true));
    }

    [Fact]
    public async Task A_frame_is_taken_where_it_is_asked_for()
    {
        string clip = _made.By(
            "two.mkv",
            "-f",
            "lavfi",
            "-i",
            "color=black:s=64x48:r=25:d=1[a];color=white:s=64x48:r=25:d=1[b];[a][b]concat",
            "-c:v",
            "ffv1",
            "-pix_fmt",
            "yuv420p"
        );
        At(await PictureDecoder.ReadAsync(clip, null, 0, CancellationToken.None), 9, 9).Green.ShouldBeLessThan(0.01);
        At(await PictureDecoder.ReadAsync(clip, null, 1.5, CancellationToken.None), 9, 9).Green.ShouldBeGreaterThan(0.99);
    }

    [Fact]
    public async Task The_person_has_the_last_word_on_the_range()
    {
        string file = _made.By("legal.png", "-f", "lavfi", "-i", "color=0xEBEBEB:s=64x48", "-frames:v", "1", "-pix_fmt", "rgb24");
        At(await PictureDecoder.ReadAsync(file, true, 0, CancellationToken.None), 5, 5).Red.ShouldBe(1, 1e-9);
        At(await PictureDecoder.ReadAsync(file, null, 0, CancellationToken.None), 5, 5).Red.ShouldBe(235 / 255.0, 1e-9);
    }

    private static Task<PictureFile> ReadAsync(string file) => PictureDecoder.ReadAsync(file, null, 0, CancellationToken.None);

    private static (double Red, double Green, double Blue) At(PictureFile file, int x, int y)
    {
        double[] pixel = new double[3];
        file.Pixels.Read(y, x, pixel.AsSpan(0, 1), pixel.AsSpan(1, 1), pixel.AsSpan(2, 1));
        return (pixel[0], pixel[1], pixel[2]);
    }
}
