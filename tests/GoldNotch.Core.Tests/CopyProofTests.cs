using System.Collections.Immutable;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Proof that footage is safe: lists that are read, folders that are compared, clip by clip.</summary>
public class CopyProofTests
{
    private static readonly string[] Sums = [.. Enumerable.Range(0, 16).Select(i => new string("0123456789abcdef"[i], 64))];

    private static ListedFile Clip(int number, int? sum = null, long? bytes = 1000) =>
        new($"CLIP/C{number:0000}.MP4", bytes, Sums[sum ?? number]);

    private static ReadFolder Card(int clips = 4) => new("card", [.. Enumerable.Range(1, clips).Select(i => Clip(i))]);

    private static ReadFolder Copy(string volume, params ListedFile[] files) => new(volume, [.. files]);

    private static ListedFile[] All(int clips = 4) => [.. Card(clips).Files];

    [Fact]
    public void Two_whole_copies_on_different_volumes_make_a_card_clear()
    {
        CopyProof proof = CopyProof.Of(Card(), [Copy("disk 1", All()), Copy("disk 2", All())]);
        proof.IsClear.ShouldBeTrue();
        proof.Clips.ShouldAllBe(c => c.IsSafe);
        proof.Extra.ShouldAllBe(e => e.IsEmpty);
    }

    [Theory]
    [InlineData("disk 1", "disk 1")]
    [InlineData("disk 1", " Disk 1")]
    public void Two_copies_on_one_volume_are_one(string first, string second) =>
        CopyProof.Of(Card(), [Copy(first, All()), Copy(second, All())]).IsClear.ShouldBeFalse();

    [Fact]
    public void One_copy_is_not_enough() => CopyProof.Of(Card(), [Copy("disk 1", All())]).IsClear.ShouldBeFalse();

    [Fact]
    public void Every_clip_says_how_it_is_on_each_copy_and_the_unsafe_come_first()
    {
        CopyProof proof = CopyProof.Of(
            Card(),
            [
                Copy("disk 1", Clip(1), Clip(2, 9), Clip(4), new ListedFile("NOTES.TXT", 5, Sums[15])),
                Copy("disk 2", Clip(1), Clip(2), Clip(3), new ListedFile("CLIP/C0004.MP4", 1000, null)),
            ]
        );
        proof
            .Clips.Select(c => (c.Path[^8..^4], c.Copies[0], c.Copies[1], c.IsSafe))
            .ShouldBe([
                ("0002", CopyState.Different, CopyState.Same, false),
                ("0003", CopyState.Missing, CopyState.Same, false),
                ("0004", CopyState.Same, CopyState.Unreadable, false),
                ("0001", CopyState.Same, CopyState.Same, true),
            ]);
        proof.Extra[0].ShouldBe(["NOTES.TXT"]);
        proof.Extra[1].ShouldBeEmpty();
        proof.IsClear.ShouldBeFalse();
    }

    [Fact]
    public void Three_copies_of_which_two_are_whole_are_enough() =>
        CopyProof.Of(Card(), [Copy("disk 1", All()), Copy("disk 2"), Copy("disk 3", All())]).IsClear.ShouldBeTrue();

    [Fact]
    public void A_clip_that_was_renamed_is_found_by_its_sum_and_a_size_that_differs_is_not_the_same()
    {
        ListedFile[] renamed = [.. All().Select((f, i) => f with { Path = $"2026-11-30/garden-{i}.mp4" })];
        CopyProof.Of(Card(), [Copy("disk 1", renamed), Copy("disk 2", All())]).IsClear.ShouldBeTrue();
        CopyProof.Of(Card(), [Copy("disk 1", renamed), Copy("disk 2", All())]).Extra[0].ShouldBeEmpty();

        ListedFile[] shorter = [.. All().Select(f => f with { Bytes = 999 })];
        CopyProof.Of(Card(), [Copy("disk 1", shorter), Copy("disk 2", All())]).IsClear.ShouldBeFalse();
    }

    [Fact]
    public void A_clip_that_the_card_no_longer_gives_is_not_safe()
    {
        var card = new ReadFolder("card", [Clip(1), Clip(2) with { Sha256 = null }]);
        CopyProof proof = CopyProof.Of(card, [Copy("disk 1", All()), Copy("disk 2", All())]);
        proof.IsClear.ShouldBeFalse();
        proof.Clips[0].Copies.ShouldAllBe(c => c == CopyState.Unreadable);
    }

    [Fact]
    public void A_list_of_another_card_is_named_although_its_clips_have_the_same_names()
    {
        ListedFile[] other = [Clip(1, 11), Clip(2, 12), Clip(3, 13), Clip(4, 14)];
        Should
            .Throw<QuantityException>(() => CopyProof.Of(Card(), [Copy("disk 1", All()), Copy("disk 2", other)]))
            .Message.ShouldContain("disk 2 is of another card: 4 of its files have names of this card");
        Should
            .Throw<QuantityException>(() => CopyProof.Of(Card(), [Copy("disk 1", new ListedFile("X/A.MOV", 1, Sums[12]))]))
            .Message.ShouldContain("none of its 1 files is on this one");
    }

    [Fact]
    public void A_single_spoilt_copy_is_a_difference_and_no_other_card() =>
        CopyProof.Of(Card(1), [Copy("disk 1", Clip(1, 12))]).Clips[0].Copies[0].ShouldBe(CopyState.Different);

    [Fact]
    public void Nothing_to_compare_is_told()
    {
        Should.Throw<QuantityException>(() => CopyProof.Of(new ReadFolder("card", []), [Copy("disk 1", All())]));
        Should.Throw<QuantityException>(() => CopyProof.Of(Card(), []));
    }

    [Fact]
    public void Sums_as_the_command_writes_them_are_read()
    {
        ImmutableArray<ListedFile> files = ChecksumList.Parse(
            $"\uFEFF{Sums[1]}  CLIP/C0001.MP4\r\n{Sums[10].ToUpperInvariant()} *./CLIP/C 2.MP4\n\n\\{Sums[3]}  a\\\\b.mp4\n"
        );
        files.ShouldBe([
            new ListedFile("CLIP/C0001.MP4", null, Sums[1]),
            new ListedFile("CLIP/C 2.MP4", null, Sums[10]),
            new ListedFile("a\\b.mp4", null, Sums[3]),
        ]);
    }

    [Theory]
    [InlineData(",")]
    [InlineData(";")]
    [InlineData("\t")]
    public void A_table_is_read_by_the_names_of_its_columns(string separator)
    {
        string table =
            string.Join(separator, "Bytes", "File", "SHA-256") + "\n" + string.Join(separator, "12", "\"C 1, \"\"x\"\".MP4\"", Sums[1]);
        ChecksumList.Parse(table).ShouldBe([new ListedFile("C 1, \"x\".MP4", 12, Sums[1])]);
    }

    [Theory]
    [InlineData("", "empty")]
    [InlineData("hello", "Line 1 is no line of a SHA-256 list")]
    [InlineData("d41d8cd98f00b204e9800998ecf8427e  a.mp4", "Line 1 is no line")]
    [InlineData("path,sha256\na.mp4", "Line 2 has fewer columns")]
    [InlineData("path,sha256\na.mp4,d41d8cd98f00b204e9800998ecf8427e", "Line 2: this is another sum than SHA-256: it has 32 digits")]
    [InlineData("path,sha256\na.mp4,zz", "“zz” is no SHA-256")]
    [InlineData("path,bytes,sha256\na.mp4,many,zz", "“many” is no number of bytes")]
    public void A_line_that_cannot_be_read_is_named(string text, string said) =>
        Should.Throw<QuantityException>(() => ChecksumList.Parse(text)).Message.ShouldContain(said);

    [Fact]
    public void Names_that_cannot_be_shown_or_are_too_long_are_refused()
    {
        Should.Throw<QuantityException>(() => ChecksumList.Parse($"\\{Sums[1]}  a\\nb.mp4")).Message.ShouldContain("line break");
        Should.Throw<QuantityException>(() => ChecksumList.Parse($"{Sums[1]}  {new string('x', 1100)}")).Message.ShouldContain("1100");
        ChecksumList.Parse($"{Sums[1]}  {new string('x', 400)}.mp4")[0].Path.Length.ShouldBe(404);
        Should.Throw<QuantityException>(() => ChecksumList.File("a\u0007", 1, Sums[1]));
        Should.Throw<QuantityException>(() => ChecksumList.File("a", -1, Sums[1]));
        Should.Throw<QuantityException>(() => ChecksumList.File("", 1, Sums[1]));
        ChecksumList.File("a", 1, null).Sha256.ShouldBeNull();
    }

    [Fact]
    public void A_file_twice_with_different_sums_is_refused_and_twice_alike_is_one()
    {
        Should.Throw<QuantityException>(() => ChecksumList.Parse($"{Sums[1]}  a\n{Sums[2]}  a")).Message.ShouldContain("twice");
        ChecksumList.Parse($"{Sums[1]}  a\n{Sums[1]}  a").Length.ShouldBe(1);
    }
}
