using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.StandIns;
using GoldNotch.Exchange;
using GoldNotch.SimulatedCameras;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>The stand-ins behave as such cameras do; everything that can be done to them comes from their cards.</summary>
public class StandInTests
{
    private static readonly Dictionary<string, CameraModel> Models = JsonSerializer
        .Deserialize(File.ReadAllBytes(Path.Combine(TestSite.Root, "demo", "01-cameras.json")), ExchangeJson.Default.ExchangeDocument)!
        .Models!.ToDictionary(m => m.Key, m => ModelReader.ToModel(m));

    private static StandIn Alder()
    {
        var camera = new StandIn("OBG-101", Models["alder-20"]);
        camera.Set(Setting.FullAuto, "off");
        return camera;
    }

    [Fact]
    public void Changing_the_size_brings_the_rate_and_bit_rate_of_that_size()
    {
        StandIn camera = Alder();
        camera.Set(Setting.RecordFormat, "1080 59.94i");
        camera.Set(Setting.RecordFormat, "2160 23.976p");
        camera.Shown(Setting.RecordFormat)!.Value.Shows.ShouldBe("2160 29.97p");
        camera.Set(Setting.RecordFormat, "2160 23.976p");
        camera.Shown(Setting.RecordFormat)!.Value.Shows.ShouldBe("2160 23.976p");
        camera.Shown(Setting.BitRate)!.Value.Shows.ShouldStartWith("90");
    }

    [Fact]
    public void Full_auto_overrides_everything_that_can_float_until_its_switch_is_moved()
    {
        StandIn camera = Alder();
        camera.Set(Setting.Gain, "0");
        camera.Set(Setting.FullAuto, "on");
        camera.Shown(Setting.Gain)!.Value.Automatic.ShouldBeTrue();
        Should.Throw<RefusedByCameraException>(() => camera.Set(Setting.Gain, "+6"));
        camera.Set(Setting.FullAuto, "off");
        camera.Shown(Setting.Gain).ShouldBe(("0\u202fdB", false));
    }

    [Fact]
    public void A_reset_brings_the_makers_values_clears_the_clock_and_leaves_card_and_wheel()
    {
        StandIn camera = Alder();
        camera.SetClock();
        camera.Clips = 7;
        camera.Set(Setting.NeutralDensity, "1/16");
        camera.Set(Setting.RecordFormat, "1080 23.976p");
        camera.Reset();
        camera.Shown(Setting.Clock)!.Value.Shows.ShouldBe("not done");
        camera.Shown(Setting.RecordFormat)!.Value.Shows.ShouldBe("1080 59.94i");
        camera.Shown(Setting.FullAuto)!.Value.Shows.ShouldBe("on");
        camera.Shown(Setting.NeutralDensity)!.Value.Shows.ShouldBe("1/16");
        camera.Clips.ShouldBe(7);
    }

    [Fact]
    public void A_balance_on_the_card_is_refused_over_and_under_and_taken_through_the_filter_between()
    {
        StandIn camera = Alder();
        camera.Set(Setting.Gain, "0");
        camera.Set(Setting.Shutter, "1/60");
        camera.Set(Setting.Iris, "f/2.8");
        camera.Scene = new Scene(500, 3200);
        camera.Balance("A").ShouldBe("3200");
        camera.MemoryOf("A")!.Value.FilterStops.ShouldBe(0);
        camera.Scene = new Scene(6000, 5500);
        Should.Throw<RefusedByCameraException>(() => camera.Balance("A")).Message.ShouldBe("TOO BRIGHT");
        camera.Set(Setting.NeutralDensity, "1/16");
        camera.Balance("A");
        camera.MemoryOf("A")!.Value.FilterStops.ShouldBe(4);
        camera.Scene = new Scene(40, 2900);
        Should.Throw<RefusedByCameraException>(() => camera.Balance("A")).Message.ShouldBe("TOO DARK");
    }

    [Fact]
    public void Automatic_gain_follows_the_scene()
    {
        StandIn camera = Alder();
        camera.Set(Setting.Gain, "auto");
        camera.Set(Setting.Iris, "f/2.8");
        camera.Scene = new Scene(500, 3200);
        string bright = camera.Shown(Setting.Gain)!.Value.Shows;
        camera.Scene = new Scene(60, 3200);
        camera.Shown(Setting.Gain)!.Value.Shows.ShouldNotBe(bright);
    }

    [Fact]
    public void Fast_mode_brings_the_codec_its_card_says() // the card's own dependency
    {
        StandIn camera = Alder();
        camera.Set(Setting.Codec, "Intra");
        camera.Set(Setting.HighRate, "on").ShouldContain(Setting.Codec);
        camera.Shown(Setting.Codec)!.Value.Shows.ShouldBe("Long");
    }

    [Theory]
    [InlineData("alder-20", true)]
    [InlineData("bracken-3", false)]
    [InlineData("calla-d", true)]
    [InlineData("dogwood-m", true)]
    [InlineData("elm-p", true)]
    [InlineData("fennel-hs", true)]
    public void What_a_camera_reports_is_what_its_card_understands(string model, bool reports)
    {
        var camera = new StandIn("T-1", Models[model]);
        (camera.Reports.Count > 0).ShouldBe(reports);
        camera.Accepts.ShouldBeSubsetOf(camera.Reports);
        camera.Reports.ShouldNotContain(Setting.MainsAdapter);
        for (int seed = 0; seed < 40; seed++)
        {
            Borrower.Scramble(camera, new Random(seed));
            foreach (Setting setting in camera.Reports)
            {
                (string shows, bool automatic) = camera.Shown(setting)!.Value;
                if (!automatic && setting is not (Setting.CardMinutes or Setting.RunningMinutes or Setting.CardSpeed))
                {
                    ShownValue
                        .TryOf(setting, new ControlSource(camera.Model, Format(camera), Word(camera)), shows)
                        .ShouldNotBeNull($"{model} shows {shows} for {setting}");
                }
            }
        }
    }

    [Fact]
    public void The_same_seed_borrows_the_same_way()
    {
        string[] Told(int seed)
        {
            StandIn camera = Alder();
            Borrower.Scramble(camera, new Random(seed)).Count.ShouldBeGreaterThan(0);
            return [.. camera.Reports.Select(s => $"{s} {camera.Shown(s)}")];
        }

        Told(5).ShouldBe(Told(5));
        Told(5).ShouldNotBe(Told(6));
    }

    private static SettingValue.Format? Format(StandIn camera) =>
        ShownValue.TryOf(Setting.RecordFormat, new ControlSource(camera.Model, null, null), camera.Shown(Setting.RecordFormat)!.Value.Shows)
        as SettingValue.Format;

    private static string? Word(StandIn camera) =>
        camera.Shown(Setting.BaseIso) is { } shown
            ? (ShownValue.TryOf(Setting.BaseIso, new ControlSource(camera.Model, null, null), shown.Shows) as SettingValue.Choice)?.Word
            : null;
}
