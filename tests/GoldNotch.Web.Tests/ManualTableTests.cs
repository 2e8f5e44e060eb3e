using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>What is pasted from a manual is understood whole or left with its reason; what a class of camera usually has never poses as a fact.</summary>
[Collection(DemoSiteTests.Name)]
public class ManualTableTests(DemoSite site)
{
    [Fact]
    public void A_page_of_a_manual_is_understood_line_by_line()
    {
        ManualText read = ManualTable.Read(
            """
            Gain: −3, 0, 3, 6 dB
            Gain\tL=-3\tM=3\tH=12
            ISO 100 200 400 800
            Shutter speed: 1/24 1/48, 1/60; 1/100
            Shutter angle: 90° 180° 360°
            ND filter: Clear, 1/4, 1/16, 1/64
            White balance: 3200K 5600 K
            3840 x 2160 29.97p 90 140
            1920×1080 59.94i 50 Mbps
            1080/25p, 35 Mb/s
            Zebra: Menu > Display > Zebra
            Stabilizer → Menu → Lens → Steady
            Date and time: menu, page 9, Clock
            Shutter speed: Auto 1/24
            Clear scan: 50.2 to 125.0 Hz in 0.1 Hz steps
            """.Replace("\\t", "\t", StringComparison.Ordinal)
        );
        read.Left.ShouldBeEmpty();
        read.Gains.Select(g => (g.GainDb, g.Name)).ShouldBe([(-3, ""), (0, ""), (3, ""), (6, ""), (-3, "L"), (3, "M"), (12, "H")]);
        read.Isos.ShouldBe([100, 200, 400, 800]);
        read.Shutters.ShouldBe(["1/24", "1/48", "1/60", "1/100"]);
        read.Angles.ShouldBe([90, 180, 360]);
        read.Filters.Select(f => (f.Label, Math.Round(f.Stops, 2))).ShouldBe([("clear", 0), ("1/4", 2), ("1/16", 4), ("1/64", 6)]);
        read.PresetsK.ShouldBe([3200, 5600]);
        read.Formats.Select(f => $"{f.Size} {f.Rate} {string.Join(' ', f.BitRatesMbps)}")
            .ShouldBe(["2160 29.97p 90 140", "1080 59.94i 50", "1080 25p 35"]);
        read.Paths.Select(p => p.Setting).ShouldBe(["zebra", "stabiliser", "clock"]);
        read.Paths[1].Path.ShouldBe("Menu, Lens, Steady");
        read.Automatic.ShouldBe(["shutter"]);
        read.ClearScan.ShouldBe(new FoundScan(50.2, 125, 0.1));
        ManualTable.Read("Clear scan 60-2000 Hz").ClearScan.ShouldBe(new FoundScan(60, 2000, null));
    }

    [Theory]
    [InlineData("Gain: 0 dB ISO 400", "mixes dB and ISO numbers")]
    [InlineData("Shutter: 1/60 fast 1/100", "cannot be read as shutter speeds")]
    [InlineData("White balance: 6 dB", "dB was found under white balance")]
    [InlineData("The camera is switched on by the lever.", "No unit and no name")]
    [InlineData("Gain:", "Nothing stands after the name")]
    public void What_is_not_clear_is_left_with_its_reason_and_nothing_of_it_is_taken(string line, string why)
    {
        ManualText read = ManualTable.Read($"\n{line}\n");
        (read.Left.Single().Line, read.Gains.Length, read.Shutters.Length).ShouldBe((2, 0, 0));
        read.Left[0].Why.ShouldContain(why);
    }

    [Fact]
    public async Task Ten_thousand_lines_are_refused_and_an_operator_does_not_define_models()
    {
        using TestClient ines = await site.ClientAsync();
        var paste = new { text = string.Concat(Enumerable.Repeat("1/60\n", 10_000)) };
        (await ines.SendAsync(HttpMethod.Post, "/api/models/manual", paste)).ExpectProblem(409, "too-many", "/text");
        Answer read = (await ines.SendAsync(HttpMethod.Post, "/api/models/manual", new { text = "ISO 400 800" })).Expect(200);
        read.At("isos").GetArrayLength().ShouldBe(2);
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.SendAsync(HttpMethod.Post, "/api/models/manual", paste)).Status.ShouldBe(403);
    }

    [Fact]
    public async Task A_class_of_camera_states_nothing_about_a_model_until_somebody_confirms_it()
    {
        GenericSpecifications.All.Length.ShouldBe(6);
        using TestClient ines = await site.ClientAsync();
        (await ines.GetAsync("/api/models/generic")).Expect(200).Json.GetArrayLength().ShouldBe(6);
        Standard standard = StandardReader.ToStandard(
            (
                await new GoldNotch.Data.StandardStore(Npgsql.NpgsqlDataSource.Create(site.ConnectionString)).ApprovedAsync(
                    CancellationToken.None
                )
            )
                .First(s => s.Document.Key == "lecture-room")
                .Document
        );
        foreach (GenericSpecification generic in GenericSpecifications.All)
        {
            CameraModel model = ModelReader.ToModel(generic.Specification with { Key = "new-one", Name = "New one" });
            // What it gives is presumed; recordings and speeds, which differ from model to model, it does not give at all.
            generic
                .Specification.Choices!.Keys.Concat(generic.Specification.Levels!.Keys)
                .Concat(generic.Specification.NotFitted!)
                .Concat(["gain", "iris", "white-balance", "full-auto", "nd"])
                .ShouldAllBe(key => !model.Knows(SettingDefinition.Parse(key)), generic.Class);
            (model.Formats.Length, model.Shutters.Length, model.Presumed.IsEmpty).ShouldBe((0, 0, false));
            Sheet sheet = SheetCompiler.Compile(standard, model);
            sheet.Lines.Where(l => model.Presumed.Contains(l.Setting)).ShouldAllBe(l => l.Fit == Fit.CheckByEye && !l.NothingToDo);
        }

        // Confirmed, it is a statement like any other.
        ModelDocument first = GenericSpecifications.All[0].Specification with { Key = "new-one", Name = "New one" };
        CameraModel confirmed = ModelReader.ToModel(first with { Presumed = [.. first.Presumed!.Where(p => p != "stabiliser")] });
        confirmed.Knows(Setting.Stabiliser).ShouldBeTrue();
        SheetCompiler.Compile(standard, confirmed).LineOf(Setting.Stabiliser)!.Fit.ShouldNotBe(Fit.CheckByEye);
    }
}
