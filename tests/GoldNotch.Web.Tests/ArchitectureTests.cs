using System.Diagnostics;
using ArchUnitNET.Domain;
using ArchUnitNET.Loader;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using GoldNotch.Web.Tests.Hosting;
using static ArchUnitNET.Fluent.ArchRuleDefinition;

namespace GoldNotch.Web.Tests;

/// <summary>The arrows of the house: Web → Data → Exchange → Core, and inside the core from the work to the quantities.</summary>
public class ArchitectureTests
{
    private static readonly Architecture House = new ArchLoader().LoadAssemblies(typeof(Stops).Assembly, typeof(ExchangeDocument).Assembly, typeof(Database).Assembly, typeof(Site).Assembly).Build();

    [Fact]
    public void The_core_references_nothing_outside_the_base_library() =>
        typeof(Stops).Assembly.GetReferencedAssemblies().Select(a => a.Name).ShouldAllBe(name => name!.StartsWith("System.", StringComparison.Ordinal));

    [Fact]
    public void Data_does_not_know_the_site() =>
        Violations("^GoldNotch\\.Data", "^GoldNotch\\.Web").ShouldBeEmpty();

    [Fact]
    public void The_exchange_format_knows_no_database_and_no_site() =>
        Violations("^GoldNotch\\.Exchange", "^GoldNotch\\.(Data|Web)").ShouldBeEmpty();

    [Theory]
    [InlineData("GoldNotch.Exchange", "GoldNotch.Core")]
    [InlineData("GoldNotch.SimulatedCameras", "GoldNotch.Core,GoldNotch.Exchange")]
    public void A_program_beside_the_site_references_the_core_and_the_format_alone(string assembly, string may)
    {
        string[] references = [.. System.Reflection.Assembly.Load(assembly).GetReferencedAssemblies().Select(a => a.Name!)];
        references.Where(name => name.StartsWith("GoldNotch.", StringComparison.Ordinal)).Order().ShouldBe(may.Split(','));
        references.ShouldNotContain("Npgsql");
    }

    [Theory]
    [InlineData("Units", "Exposure|Optics|Colour|Cameras|Sheets|Checks|LineUps")]
    [InlineData("Exposure", "Optics|Colour|Cameras|Sheets|Checks|LineUps")]
    [InlineData("Optics", "Colour|Cameras|Sheets|Checks|LineUps")]
    [InlineData("Colour", "Cameras|Sheets|Checks|LineUps")]
    [InlineData("Cameras", "Sheets|Checks|LineUps")]
    [InlineData("Sheets", "Checks|LineUps")]
    [InlineData("Checks", "LineUps")]
    [InlineData("LineUps", "Checks")]
    public void Inside_the_core_the_arrows_point_from_the_work_to_the_quantities(string room, string later) =>
        Violations($"^GoldNotch\\.Core\\.{room}", $"^GoldNotch\\.Core\\.({later})").ShouldBeEmpty();

    [Fact]
    public async Task The_generated_client_is_that_of_the_api()
    {
        string document = Path.Combine(TestSite.Root, "src", "GoldNotch.Web", "obj", "openapi", "openapi.json");
        string fresh = Path.Combine(Path.GetTempPath(), $"gold-notch-{Guid.NewGuid():N}.d.ts");
        using Process made = Process.Start(new ProcessStartInfo(
            Path.Combine(TestSite.Root, "web", "node_modules", ".bin", "openapi-typescript"), [document, "-o", fresh])
        { RedirectStandardOutput = true, RedirectStandardError = true })!;
        await made.WaitForExitAsync();
        made.ExitCode.ShouldBe(0);
        string now = await File.ReadAllTextAsync(fresh);
        File.Delete(fresh);
        (await File.ReadAllTextAsync(Path.Combine(TestSite.Root, "web", "src", "api", "schema.d.ts")))
            .ShouldBe(now, "web/src/api/schema.d.ts is stale: build the site, then run npm run client in web/");
    }

    private static IEnumerable<string> Violations(string room, string forbidden) =>
        Types().That().ResideInNamespaceMatching(room).Should().NotDependOnAny(Types().That().ResideInNamespaceMatching(forbidden))
            .Evaluate(House).Where(r => !r.Passed).Select(r => r.Description);
}
