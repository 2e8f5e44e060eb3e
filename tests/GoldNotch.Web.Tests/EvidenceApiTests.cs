using System.Net.Http.Json;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;
using SkiaSharp;

namespace GoldNotch.Web.Tests;

/// <summary>Photographs of a check, and what is added beside a signed one.</summary>
[Collection(DemoSiteTests.Name)]
public class EvidenceApiTests(DemoSite site)
{
    public static TheoryData<string> Strange => ["script", "svg", "cut", "bomb", "empty", "gif"];

    [Fact]
    public async Task A_photograph_is_drawn_anew_without_what_was_written_beside_it()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        var photo = Guid.NewGuid();
        byte[] secret = "taken at 51.5, -0.1 <script>alert(1)</script>"u8.ToArray();
        byte[] jpeg = WithComment(Picture(3000, 2000, SKEncodedImageFormat.Jpeg), secret);
        Answer kept = (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{photo}?setting=gain", jpeg)).Expect(200);
        kept.At("photos")[0].GetProperty("width").GetInt32().ShouldBeInRange(1000, 1600);
        (await client.GetAsync($"/api/checks/{id}/photos/{photo}")).Expect(200).Type.ShouldBe("image/jpeg");
        client.LastBytes.AsSpan().IndexOf(secret).ShouldBe(-1);
        (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{photo}", jpeg))
            .Expect(200)
            .At("photos")
            .GetArrayLength()
            .ShouldBe(1);

        (await client.SignAsync(id, "signed early")).Expect(200);
        (await client.SendAsync(HttpMethod.Delete, $"/api/checks/{id}/photos/{photo}", null)).ExpectProblem(409, "immutable");
        (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{Guid.NewGuid()}", jpeg)).ExpectProblem(409, "immutable");
    }

    [Theory]
    [MemberData(nameof(Strange))]
    public async Task What_is_no_photograph_is_refused(string what)
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        byte[] png = Picture(400, 300, SKEncodedImageFormat.Png);
        byte[] file = what switch
        {
            "script" => "<script>alert(1)</script>"u8.ToArray(),
            "svg" => "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"u8.ToArray(),
            "cut" => png[..(png.Length / 2)],
            "bomb" => Claiming(png, 60_000, 60_000),
            "gif" =>
            [
                0x47,
                0x49,
                0x46,
                0x38,
                0x39,
                0x61,
                1,
                0,
                1,
                0,
                0x80,
                0,
                0,
                0,
                0,
                0,
                255,
                255,
                255,
                0x2C,
                0,
                0,
                0,
                0,
                1,
                0,
                1,
                0,
                0,
                2,
                2,
                0x44,
                1,
                0,
                0x3B,
            ],
            _ => [],
        };
        (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{Guid.NewGuid()}", file))
            .ExpectProblem(400, "bad-photo", "/photo")
            .Text("detail")
            .ShouldContain("Nothing was saved");
        (await client.GetAsync($"/api/checks/{id}")).At("photos").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task A_signed_check_is_corrected_only_by_saying_so_beside_it()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        var addition = Guid.NewGuid();
        (await client.PutAsync($"/api/checks/{id}/additions/{addition}", new { text = "gain was M" })).ExpectProblem(409, "not-signed");
        (await client.SignAsync(id, "signed early")).Expect(200);
        (await client.PutAsync($"/api/checks/{id}/additions/{addition}", new { text = "gain was M, not L", setting = "gain" })).Expect(200);
        (await client.PutAsync($"/api/checks/{id}/additions/{addition}", new { text = "gain was M, not L", setting = "gain" }))
            .Expect(200)
            .At("additions")
            .GetArrayLength()
            .ShouldBe(1);
        await Should.ThrowAsync<Npgsql.PostgresException>(() =>
            site.SqlAsync($"UPDATE check_addition SET text = 'otherwise' WHERE id = '{addition}'")
        );
    }

    [Theory]
    [InlineData("+12", "found", "Read as +12 before")]
    [InlineData("+12", "left", "Set to +12 before")]
    [InlineData(null, "found", "taken back before")]
    public async Task A_reading_that_arrives_after_the_signature_is_added_beside_the_check_once(string? read, string stage, string says)
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        string address = $"/api/checks/{id}/late-readings/{Guid.NewGuid()}";
        var late = new
        {
            setting = "gain",
            read,
            stage,
        };
        (await client.PutAsync(address, late)).ExpectProblem(409, "not-signed");
        (await client.SignAsync(id, "signed early")).Expect(200);
        (await client.PutAsync(address, late)).Expect(200);
        JsonElement added = (await client.PutAsync(address, late)).Expect(200).At("additions").EnumerateArray().Single();
        added.GetProperty("text").GetString()!.ShouldContain(says);
        added.GetProperty("setting").GetString().ShouldBe("gain");
    }

    internal static byte[] Picture(int width, int height, SKEncodedImageFormat format)
    {
        using var bitmap = new SKBitmap(width, height);
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.SteelBlue);
            canvas.DrawCircle(width / 2f, height / 2f, height / 4f, new SKPaint { Color = SKColors.Gold });
        }

        return bitmap.Encode(format, 90).ToArray();
    }

    // A comment segment straight after the start of the JPEG.
    // Whichever way the sensor was held, and mirrored or not, the picture comes out as the person saw it.
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    [InlineData(7)]
    [InlineData(8)]
    public async Task A_picture_is_turned_upright_by_its_orientation(int orientation)
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync("OBG-104", "lecture-room");
        var photo = Guid.NewGuid();
        (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{photo}?setting=gain", AsTheSensorSawIt(orientation))).Expect(
            200
        );
        (await client.GetAsync($"/api/checks/{id}/photos/{photo}")).Expect(200);
        using SKBitmap upright = SKBitmap.Decode(client.LastBytes);
        (upright.Width, upright.Height).ShouldBe((64, 32));
        (int X, int Y, SKColor Colour)[] corners =
        [
            (8, 8, SKColors.Red),
            (56, 8, SKColors.Lime),
            (8, 24, SKColors.Blue),
            (56, 24, SKColors.White),
        ];
        foreach ((int x, int y, SKColor colour) in corners)
        {
            SKColor seen = upright.GetPixel(x, y);
            (Math.Abs(seen.Red - colour.Red) + Math.Abs(seen.Green - colour.Green) + Math.Abs(seen.Blue - colour.Blue)).ShouldBeLessThan(
                60,
                $"{x}, {y} is {seen}"
            );
        }
    }

    private static byte[] AsTheSensorSawIt(int orientation)
    {
        (int width, int height) = orientation >= 5 ? (32, 64) : (64, 32);
        using var bitmap = new SKBitmap(width, height);
        for (int x = 0; x < width; x++)
        {
            for (int y = 0; y < height; y++)
            {
                (int atX, int atY) = orientation switch
                {
                    2 => (width - 1 - x, y),
                    3 => (width - 1 - x, height - 1 - y),
                    4 => (x, height - 1 - y),
                    5 => (y, x),
                    6 => (height - 1 - y, x),
                    7 => (height - 1 - y, width - 1 - x),
                    8 => (y, width - 1 - x),
                    _ => (x, y),
                };
                bitmap.SetPixel(
                    x,
                    y,
                    (atX < 32, atY < 16) switch
                    {
                        (true, true) => SKColors.Red,
                        (false, true) => SKColors.Lime,
                        (true, false) => SKColors.Blue,
                        _ => SKColors.White,
                    }
                );
            }
        }

        using SKData data = SKImage.FromBitmap(bitmap).Encode(SKEncodedImageFormat.Jpeg, 95);
        byte[] jpeg = data.ToArray();

        // One entry of the first directory: tag 0x0112, a short.
        byte[] exif = [.. "Exif\0\0MM"u8, 0, 0x2A, 0, 0, 0, 8, 0, 1, 1, 0x12, 0, 3, 0, 0, 0, 1, 0, (byte)orientation, 0, 0, 0, 0, 0, 0];
        return [.. jpeg[..2], 0xFF, 0xE1, 0, (byte)(exif.Length + 2), .. exif, .. jpeg[2..]];
    }

    private static byte[] WithComment(byte[] jpeg, byte[] comment) =>
        [.. jpeg[..2], 0xFF, 0xFE, (byte)((comment.Length + 2) >> 8), (byte)(comment.Length + 2), .. comment, .. jpeg[2..]];

    // The header of a PNG says its size; its check sum is made to fit.
    private static byte[] Claiming(byte[] png, int width, int height)
    {
        byte[] big = [.. png];
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(big.AsSpan(16), width);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(big.AsSpan(20), height);
        uint crc = 0xFFFFFFFF;
        foreach (byte b in big.AsSpan(12, 17))
        {
            crc ^= b;
            for (int i = 0; i < 8; i++)
            {
                crc = (crc & 1) != 0 ? (crc >> 1) ^ 0xEDB88320 : crc >> 1;
            }
        }

        System.Buffers.Binary.BinaryPrimitives.WriteUInt32BigEndian(big.AsSpan(29), ~crc);
        return big;
    }
}
