using System.Text.RegularExpressions;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Closed sets are the same in code, in the database and in the answers of the site.</summary>
[Collection(DemoSiteTests.Name)]
public class ClosedSetTests(DemoSite site)
{
    public static TheoryData<string, string, string[]> Columns { get; } =
        new()
        {
            { "person", "role", [.. Roles.Words] },
            { "camera_unit", "status", [.. UnitStatuses.Words] },
            { "standard_version", "state", [.. StandardStates.Words] },
            { "check_reading", "kind", [.. Enum.GetValues<ReadingKind>().Select(ReadingKinds.Word)] },
            { "check_reading", "stage", Words<CheckStage>() },
            { "check_rival", "kind", [.. Enum.GetValues<ReadingKind>().Select(ReadingKinds.Word)] },
            { "person", "iris_style", Words<IrisStyle>() },
            { "person", "white_balance_style", Words<WhiteBalanceStyle>() },
            { "person", "clock_style", Words<ClockStyle>() },
            { "person", "date_order", Words<DateOrder>() },
        };

    [Theory]
    [MemberData(nameof(Columns))]
    public async Task A_column_takes_the_words_of_its_type_and_no_other(string table, string column, string[] words)
    {
        string constraint = (string)
            (
                await site.SqlAsync(
                    $"SELECT string_agg(pg_get_constraintdef(oid), ' ') FROM pg_constraint WHERE conrelid = '{table}'::regclass AND contype = 'c' AND conkey = ARRAY[(SELECT attnum FROM pg_attribute WHERE attrelid = '{table}'::regclass AND attname = '{column}')]"
                )
            )!;
        Regex.Matches(constraint, "'([a-z0-9-]+)'").Select(m => m.Groups[1].Value).Order().ShouldBe(words.Order());
    }

    [Theory]
    [InlineData(ProblemCode.BadValue, "bad-value")]
    [InlineData(ProblemCode.CameraInvalidResponse, "camera-invalid-response")]
    public void A_problem_code_is_written_by_its_words(ProblemCode code, string word)
    {
        code.Word().ShouldBe(word);
        System.Text.Json.JsonSerializer.Serialize(code).ShouldBe($"\"{word}\"");
    }

    [Fact]
    public async Task A_session_names_the_rights_of_its_role()
    {
        using TestClient ines = await site.ClientAsync("ines");
        Answer technician = (await ines.GetAsync("/api/session")).Expect(200);
        technician.At("role").GetString().ShouldBe("technician");
        technician
            .At("rights")
            .EnumerateArray()
            .Select(r => r.GetString()!)
            .Order()
            .ShouldBe(Enum.GetNames<Right>().Select(System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName).Order());
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync("/api/session")).Expect(200).At("rights").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public void Some_role_has_every_right_or_nobody_could_use_it() =>
        Enum.GetValues<Right>().Where(right => Roles.With(right).Length == 0).ShouldBeEmpty();

    private static string[] Words<T>()
        where T : struct, Enum => [.. Enum.GetNames<T>().Select(n => n.ToLowerInvariant())];
}
