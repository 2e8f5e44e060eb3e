using System.Diagnostics;
using ArchUnitNET.Domain;
using ArchUnitNET.Loader;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Data.Migrations;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using GoldNotch.Web.Tests.Hosting;
using static ArchUnitNET.Fluent.ArchRuleDefinition;

namespace GoldNotch.Web.Tests;

/// <summary>The arrows of the house: Web → Data → Exchange → Core, and inside the core from the work to the quantities.</summary>
public class ArchitectureTests
{
    private static readonly Architecture House = new ArchLoader()
        .LoadAssemblies(typeof(Stops).Assembly, typeof(ExchangeDocument).Assembly, typeof(Database).Assembly, typeof(Site).Assembly)
        .Build();

    [Fact]
    public void The_core_references_nothing_outside_the_base_library() =>
        typeof(Stops)
            .Assembly.GetReferencedAssemblies()
            .Select(a => a.Name)
            .ShouldAllBe(name => name!.StartsWith("System.", StringComparison.Ordinal));

    [Fact]
    public void Data_does_not_know_the_site() => Violations("^GoldNotch\\.Data", "^GoldNotch\\.Web").ShouldBeEmpty();

    [Fact]
    public void The_exchange_format_knows_no_database_and_no_site() =>
        Violations("^GoldNotch\\.Exchange", "^GoldNotch\\.(Data|Web)").ShouldBeEmpty();

    [Theory]
    [InlineData("GoldNotch.Exchange", "GoldNotch.Core")]
    [InlineData("GoldNotch.Imaging", "GoldNotch.Core")]
    [InlineData("GoldNotch.SimulatedCameras", "GoldNotch.Core,GoldNotch.Exchange,GoldNotch.Imaging")]
    public void What_stands_beside_the_site_references_the_core_the_format_and_the_pictures_alone(string assembly, string may)
    {
        string[] references = [.. System.Reflection.Assembly.Load(assembly).GetReferencedAssemblies().Select(a => a.Name!)];
        references.Where(name => name.StartsWith("GoldNotch.", StringComparison.Ordinal)).Order().ShouldBe(may.Split(','));
        references.ShouldNotContain("Npgsql");
    }

    /// <summary>Inside the core: each namespace and those it may know, from the quantities to the work.</summary>
    private static readonly string[] Inside =
    [
        "Units",
        "Exposure",
        "Media",
        "Optics",
        "Colour",
        "Frames",
        "Clips",
        "Cameras",
        "Settings",
        "Judgements",
        "StandIns",
        "UnitFigures",
        "Sheets",
        "Checks",
        "Matches",
        "LineUps",
        "Shoots",
        "Practice",
    ];

    public static TheoryData<string> Rooms { get; } = [.. Inside];

    [Theory]
    [MemberData(nameof(Rooms))]
    public void Inside_the_core_the_arrows_point_from_the_work_to_the_quantities(string room) =>
        Inside
            .SkipWhile(r => r != room)
            .Skip(1)
            .Where(later => Violations($@"^GoldNotch\.Core\.{room}(\..*)?$", $@"^GoldNotch\.Core\.{later}(\..*)?$").Any())
            .ShouldBeEmpty($"{room} knows what is above it");

    [Fact]
    public void Every_namespace_of_the_core_has_its_place_in_that_order() =>
        House
            .Namespaces.Select(n => n.FullName)
            .Where(n => n.StartsWith("GoldNotch.Core.", StringComparison.Ordinal))
            .Select(n => n.Split('.')[2])
            .Distinct()
            .Order()
            .ShouldBe(Inside.Order());

    [Fact]
    public void No_two_namespaces_use_each_other()
    {
        HashSet<(string From, string To)> arrows =
        [
            .. House
                .Types.Where(t => t.Namespace?.FullName.StartsWith("GoldNotch", StringComparison.Ordinal) == true)
                .SelectMany(t => t.Dependencies.Select(d => (From: t.Namespace.FullName, To: d.Target.Namespace?.FullName ?? "")))
                .Where(a => a.From != a.To && a.To.StartsWith("GoldNotch", StringComparison.Ordinal)),
        ];
        arrows.Count.ShouldBeGreaterThan(50);
        arrows
            .Where(a => string.CompareOrdinal(a.From, a.To) < 0 && arrows.Contains((a.To, a.From)))
            .Select(a => $"{a.From} and {a.To}")
            .ShouldBeEmpty();
    }

    [Fact]
    public async Task The_generated_client_is_that_of_the_api()
    {
        string document = Path.Combine(TestSite.Root, "src", "GoldNotch.Web", "obj", "openapi", "openapi.json");
        string fresh = Path.Combine(Path.GetTempPath(), $"gold-notch-{Guid.NewGuid():N}.d.ts");
        using Process made = Process.Start(
            new ProcessStartInfo(Path.Combine(TestSite.Root, "web", "node_modules", ".bin", "openapi-typescript"), [document, "-o", fresh])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        await made.WaitForExitAsync();
        made.ExitCode.ShouldBe(0);
        string now = await File.ReadAllTextAsync(fresh);
        File.Delete(fresh);
        (await File.ReadAllTextAsync(Path.Combine(TestSite.Root, "web", "src", "api", "schema.d.ts"))).ShouldBe(
            now,
            "web/src/api/schema.d.ts is stale: build the site, then run npm run client in web/"
        );
    }

    [Fact]
    public void What_is_told_to_people_goes_by_the_departments_clock_and_never_by_the_servers() =>
        Directory
            .GetFiles(Path.Combine(TestSite.Root, "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains($"{Path.DirectorySeparatorChar}obj{Path.DirectorySeparatorChar}", StringComparison.Ordinal))
            .Where(f =>
                File.ReadAllText(f) is var text
                && (text.Contains("GetLocalNow", StringComparison.Ordinal) || text.Contains("DateTime.Now", StringComparison.Ordinal))
            )
            .Select(Path.GetFileName)
            .ShouldBeEmpty();

    private static IEnumerable<string> Violations(string room, string forbidden) =>
        Types()
            .That()
            .ResideInNamespaceMatching(room)
            .Should()
            .NotDependOnAny(Types().That().ResideInNamespaceMatching(forbidden))
            .Evaluate(House)
            .Where(r => !r.Passed)
            .Select(r => r.Description);
}
