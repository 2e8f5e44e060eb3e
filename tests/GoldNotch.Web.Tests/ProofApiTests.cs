using System.Diagnostics;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Proof that footage is safe, over the API and by the command of the copying computer.</summary>
[Collection(CounterTests.Name)]
public class ProofApiTests(DemoSite site)
{
    private static string Sum(char digit) => new(digit, 64);

    private static object[] Files(params char[] sums) =>
        [
            .. sums.Select(
                (s, i) =>
                    new
                    {
                        path = $"CLIP/C{i + 1:0000}.MP4",
                        bytes = 1000 + i,
                        sha256 = Sum(s),
                    }
            ),
        ];

    private static object Folder(string volume, params char[] sums) => new { volume, files = Files(sums) };

    private static object Request(object[] copies, string card = "Card", params string[] owners) =>
        new
        {
            card,
            owners,
            read = Folder("card", 'a', 'b', 'c'),
            copies,
        };

    private static async Task<Guid> BackAsync(TestClient ines)
    {
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        var id = Guid.NewGuid();
        object[] counted =
        [
            .. new[] { "Body", "Plate", "Card", "Charger", "Receiver" }.Select(n => new { name = n, counted = 1 }),
            new { name = "Battery", counted = 2 },
        ];
        object request = new
        {
            unit,
            borrower = "mara",
            counted,
            reason = "late",
            due = DateTimeOffset.UtcNow.AddHours(2),
        };
        (await ines.PutAsync($"/api/loans/{id}", request)).Expect(200);
        return id;
    }

    private static Task<Answer> PutAsync(TestClient client, Guid loan, object request, Guid? proof = null) =>
        client.PutAsync($"/api/loans/{loan}/proofs/{proof ?? Guid.NewGuid()}", request);

    private static JsonElement Card(Answer view) => view.At("loan").GetProperty("cards")[0];

    [Fact]
    public async Task A_card_is_proven_by_two_copies_released_and_formatted()
    {
        using TestClient ines = await site.ClientAsync();
        Guid loan = await BackAsync(ines);
        object two = Request([Folder("disk 1", 'a', 'b', 'c'), Folder("disk 2", 'a', 'b', 'c')], "Card", "Mara Quill", "Joss Penhale");
        var id = Guid.NewGuid();
        Answer proof = (await PutAsync(ines, loan, two, id)).Expect(200);
        proof.At("proof").GetProperty("isClear").GetBoolean().ShouldBeTrue();
        Card(proof).GetProperty("clips").GetInt32().ShouldBe(3);
        Card(proof).GetProperty("proof").GetGuid().ShouldBe(id);
        Card(proof).GetProperty("isClear").GetBoolean().ShouldBeFalse("nobody has released it yet");
        (await PutAsync(ines, loan, two, id))
            .Expect(200)
            .At("loan")
            .GetProperty("events")
            .GetArrayLength()
            .ShouldBe(3, "sent twice is kept once");

        object[] events =
        [
            new
            {
                kind = "card-released",
                card = "Card",
                owner = "Mara Quill",
            },
            new
            {
                kind = "card-released",
                card = "Card",
                owner = "Joss Penhale",
            },
            new { kind = "card-formatted", card = "Card" },
        ];
        Answer after = (await ines.SendAsync(HttpMethod.Post, $"/api/loans/{loan}/events", new { seen = 3, events })).Expect(200);
        after.At("cards")[0].GetProperty("isFormatted").GetBoolean().ShouldBeTrue();
        (await ines.GetAsync($"/api/loans/{loan}/proofs/{id}")).Expect(200).At("proof").GetProperty("clips").GetArrayLength().ShouldBe(3);
        (await PutAsync(ines, loan, two)).ExpectProblem(409, "not-possible", "/events/0").Text("detail").ShouldContain("was formatted");
    }

    [Fact]
    public async Task Differences_are_told_by_clip_and_a_card_that_is_not_safe_is_not_proven()
    {
        using TestClient ines = await site.ClientAsync();
        Guid loan = await BackAsync(ines);
        Answer proof = (await PutAsync(ines, loan, Request([Folder("disk 1", 'a', 'b'), Folder("disk 2", 'a', 'f', 'c')]))).Expect(200);
        proof
            .At("proof")
            .GetProperty("clips")
            .EnumerateArray()
            .Select(c => string.Join(" ", c.GetProperty("copies").EnumerateArray().Select(s => s.GetString())))
            .ShouldBe(["same different", "missing same", "same same"]);
        Card(proof).GetProperty("proof").ValueKind.ShouldBe(JsonValueKind.Null);
        Card(proof).GetProperty("clips").GetInt32().ShouldBe(3, "its list was read all the same");

        (await PutAsync(ines, loan, Request([Folder("disk 1", 'a', 'b', 'c'), Folder("Disk 1 ", 'a', 'b', 'c')])))
            .Expect(200)
            .At("proof")
            .GetProperty("isClear")
            .GetBoolean()
            .ShouldBeFalse("one disk twice");
    }

    [Fact]
    public async Task A_proof_that_fails_later_takes_an_earlier_one_back()
    {
        using TestClient ines = await site.ClientAsync();
        Guid loan = await BackAsync(ines);
        (await PutAsync(ines, loan, Request([Folder("disk 1", 'a', 'b', 'c'), Folder("disk 2", 'a', 'b', 'c')]))).Expect(200);
        Answer later = (await PutAsync(ines, loan, Request([Folder("disk 1", 'a', 'b', 'c'), Folder("disk 2", 'a', 'b')]))).Expect(200);
        Card(later).GetProperty("proof").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task Lists_are_read_and_what_cannot_be_is_refused_at_its_field()
    {
        using TestClient ines = await site.ClientAsync();
        Guid loan = await BackAsync(ines);
        string List(params char[] sums) => string.Concat(sums.Select((s, i) => $"{Sum(s).ToUpperInvariant()}  CLIP/C{i + 1:0000}.MP4\n"));
        object Text(string volume, string list) => new { volume, list };
        (await PutAsync(ines, loan, Request([Text("disk 1", List('a', 'b', 'c')), Text("disk 2", List('a', 'b', 'c'))])))
            .Expect(200)
            .At("proof")
            .GetProperty("isClear")
            .GetBoolean()
            .ShouldBeTrue();
        (await PutAsync(ines, loan, Request([Text("disk 1", List('a', 'b', 'c')), Text("disk 2", "no list")]))).ExpectProblem(
            400,
            "bad-value",
            "/copies/1/list"
        );
        (await PutAsync(ines, loan, Request([Text("disk 1", List('d', 'e', 'f'))])))
            .ExpectProblem(400, "bad-value", "/copies")
            .Text("detail")
            .ShouldContain("another card");
        (await PutAsync(ines, loan, Request([Folder("", 'a')]))).ExpectProblem(400, "bad-value", "/copies/0/volume");
        (await PutAsync(ines, loan, Request([]))).ExpectProblem(400, "bad-value", "/copies");
        (await PutAsync(ines, loan, Request([Folder("disk 1", 'a')], "Card 7"))).ExpectProblem(404, "not-found", "/card");
        (await PutAsync(ines, loan, Request([Folder("disk 1", 'a')], "Card", "two\nlines"))).ExpectProblem(400, "bad-value", "/owners/0");
        object bad = new { volume = "disk 1", files = new[] { new { path = "a", sha256 = "xyz" } } };
        (await PutAsync(ines, loan, Request([bad]))).ExpectProblem(400, "bad-value", "/copies/0/files/0");
        using TestClient mara = await site.ClientAsync("mara");
        (await PutAsync(mara, loan, Request([Folder("disk 1", 'a')]))).Expect(403);
    }

    [Fact]
    public async Task The_command_of_the_copying_computer_finds_each_difference_and_its_proof_counts_here()
    {
        string at = Directory.CreateTempSubdirectory("copies-").FullName;
        string other = Directory.Exists("/dev/shm") ? Directory.CreateDirectory($"/dev/shm/{Path.GetFileName(at)}").FullName : at;
        try
        {
            string[] folders = [Path.Combine(at, "card"), Path.Combine(at, "one"), Path.Combine(other, "two")];
            foreach (string folder in folders)
            {
                Directory.CreateDirectory(Path.Combine(folder, "CLIP"));
                for (int i = 1; i <= 3; i++)
                {
                    await File.WriteAllTextAsync(Path.Combine(folder, "CLIP", $"C{i}.MP4"), new string((char)('0' + i), 5000));
                }
            }

            using TestClient ines = await site.ClientAsync();
            Guid loan = await BackAsync(ines);
            string[] post = ["--post", site.Address.ToString(), "--loan", loan.ToString(), "--login", "ines", "--owner", "Mara Quill"];
            (int exit, string said) = await RunAsync([.. post, .. folders]);
            said.ShouldContain(other == at ? "one disk" : "Card at");
            exit.ShouldBe(other == at ? 1 : 0, said);
            Answer view = await ines.GetAsync($"/api/loans/{loan}");
            (view.At("cards")[0].GetProperty("proof").ValueKind != JsonValueKind.Null).ShouldBe(other != at);

            await File.AppendAllTextAsync(Path.Combine(folders[1], "CLIP", "C1.MP4"), "x");
            File.Delete(Path.Combine(folders[2], "CLIP", "C2.MP4"));
            File.CreateSymbolicLink(Path.Combine(folders[0], "link"), "/etc/hostname");
            await File.WriteAllTextAsync(Path.Combine(folders[2], "NOTES.TXT"), "extra");
            (exit, said) = await RunAsync(folders);
            exit.ShouldBe(1, said);
            said.ShouldContain($"'CLIP/C1.MP4': different on {folders[1]}, same on {folders[2]}");
            said.ShouldContain($"'CLIP/C2.MP4': same on {folders[1]}, missing on {folders[2]}");
            said.ShouldContain("'link': cannot be read from the card: is a link");
            said.ShouldContain($"'NOTES.TXT': only on {folders[2]}");
            said.ShouldContain("of 4 files are safe");

            (exit, said) = await RunAsync([folders[0], Path.Combine(at, "nowhere")]);
            (exit, said.Contains("is no folder", StringComparison.Ordinal)).ShouldBe((2, true));
            (exit, _) = await RunAsync([folders[0], folders[0]]);
            exit.ShouldBe(2);
        }
        finally
        {
            Directory.Delete(at, true);
            if (Directory.Exists(other))
            {
                Directory.Delete(other, true);
            }
        }
    }

    private static async Task<(int Exit, string Said)> RunAsync(string[] arguments)
    {
        var start = new ProcessStartInfo("python3", [Path.Combine(TestSite.Root, "tools", "verify-copies"), .. arguments])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        start.Environment["GOLDNOTCH_PASSWORD"] = TestSite.Password;
        using Process process = Process.Start(start)!;
        Task<string> errors = process.StandardError.ReadToEndAsync();
        string said = await process.StandardOutput.ReadToEndAsync() + await errors;
        await process.WaitForExitAsync();
        return (process.ExitCode, said);
    }
}
