using System.Text.Json.Nodes;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;

namespace GoldNotch.Measure;

/// <summary>What is measured over several pictures; kinds of sets that are not known are left out.</summary>
internal static class Sets
{
    private sealed record Read(PictureFile File, PictureProfile Profile, MeasureTask Task)
    {
        internal Kelvin Set => Task.Settings?.Set ?? throw new QuantityException(QuantityFault.NoChoice, "k_set is missing");

        internal RegionStatistics Of(string region) => RegionStatistics.Of(File.Pixels, Task.Regions![region].Region, Profile);
    }

    internal static async Task<JsonObject?> OfAsync(string folder, MeasureSet set, MeasureList list)
    {
        async Task<Read> Open(string name)
        {
            MeasureTask task = list.Files.First(f => f.File == name);
            MeasureSettings settings = task.Settings ?? set.Settings ?? new MeasureSettings();
            PictureFile file = await PictureDecoder.ReadAsync(Path.Combine(folder, name), settings.IsLegal, 0, CancellationToken.None);
            return new Read(file, settings.Profile(file), task);
        }

        JsonObject? found = set.Measure switch
        {
            "against the reference" => Against(await Open(set.Reference!), await Open(set.File!), set.Region!),
            "key to fill" => KeyToFill(await Open(set.File!)),
            "clipping and room" => Clipping(await Open(set.File!), set.Subjects!),
            "find cards" => Cards(await Open(set.File!)),
            "temporal noise" => Noise(await Open(set.Files![0]), await Open(set.Files[1]), set.Region!),
            "filter strength" => FilterSet(set, await Open(set.Clear!), await Open(set.File!)),
            "noise limit" => NoiseLimitOf(set, await Task.WhenAll(set.Files!.Select(Open))),
            "room of the curve" => Room(await Open(set.File!)),
            _ => null,
        };
        return found is null
            ? null
            : new JsonObject
            {
                ["measure"] = set.Measure,
                ["file"] = set.File,
                ["files"] = set.Files is { } files ? new JsonArray([.. files.Select(f => JsonValue.Create(f))]) : null,
                ["expect"] = found,
            };
    }

    private static JsonObject Against(Read reference, Read one, string region)
    {
        RegionStatistics was = reference.Of(region);
        RegionStatistics now = one.Of(region);
        GreyCast of = GreyCast.Of(was.Mean, reference.Set);
        GreyCast cast = GreyCast.Of(now.Mean, one.Set);
        var grid = new KelvinGrid(new Kelvin(1000), new Kelvin(20_000), 100);
        var warmer = new MiredShift(cast.Cast.Value - of.Cast.Value);
        double duv = cast.Duv - of.Duv;
        MatchRound round = Matching.Round(
            one.Set,
            warmer,
            duv,
            grid,
            Matching.UsualTintStep,
            Stops.Zero,
            new ExposureControls(null, Stops.Zero, [], new Decibels(3))
        );
        var figures = new JsonObject
        {
            ["stops"] = Matching.Difference(now.Mean, was.Mean).Value.Value,
            ["cast_mired"] = warmer.Value,
            ["duv"] = duv,
            ["k_dial_100"] = round.Dial.Value,
            ["tint_steps"] = round.TintSteps,
        };
        foreach (string skin in (string[])["skin_light", "skin_dark"])
        {
            if (
                reference.Task.Regions!.ContainsKey(skin)
                && one.Task.Regions!.ContainsKey(skin)
                && SkinTone.Of(reference.Of(skin).Mean).HueDegrees is { } before
                && SkinTone.Of(one.Of(skin).Mean).HueDegrees is { } after
            )
            {
                figures[$"hue_difference_{skin}"] = SkinTone.Difference(after, before);
            }
        }

        return figures;
    }

    private static JsonObject KeyToFill(Read one) =>
        new() { ["stops"] = SceneRange.KeyToFill(one.Of("key").Mean.Luminance, one.Of("fill").Mean.Luminance).Value };

    private static JsonObject Clipping(Read one, IReadOnlyList<string> subjects)
    {
        FrameRegion[] regions = [.. subjects.Select(s => one.Task.Regions![s].Region)];
        double largest = subjects.Max(s => one.Of(s).ClippedShare);
        double background = RegionPixels.ClippedOutside(one.File.Pixels, regions, one.Profile);
        return new JsonObject
        {
            ["largest_subject_share"] = largest,
            ["background_share"] = background,
            ["subject"] = SceneRange.Subject(largest) switch
            {
                SubjectClipping.CloseStop => "close 1 or more",
                SubjectClipping.CloseThird => "close 1/3 or more",
                _ => "ok",
            },
            ["background"] = SceneRange.IsBackgroundAcceptable(background) ? "acceptable" : "too much",
            ["room_stops"] = new JsonArray([
                .. regions.Select(r =>
                    JsonValue.Create(SceneRange.Room(RegionPixels.Largest(one.File.Pixels, r, one.Profile), one.Profile.ClipLinear).Value)
                ),
            ]),
        };
    }

    private static JsonObject Cards(Read one)
    {
        FrameRegion[] offered = [.. CardFinder.Find(one.File.Pixels)];
        bool IsOffered(string name) =>
            one.Task.Regions is { } regions && regions.TryGetValue(name, out RegionText? card) && offered.Any(o => Meets(o, card.Region));
        return new JsonObject
        {
            ["grey_card_offered"] = IsOffered("grey"),
            ["white_card_offered"] = IsOffered("white"),
            ["offered"] = new JsonArray([
                .. offered.Select(o => new JsonObject
                {
                    ["x"] = o.X,
                    ["y"] = o.Y,
                    ["w"] = o.Width,
                    ["h"] = o.Height,
                }),
            ]),
        };
    }

    private static JsonObject Noise(Read first, Read second, string region) =>
        new()
        {
            ["sigma"] = RegionStatistics.TemporalNoise(
                RegionPixels.Luminances(first.File.Pixels, first.Task.Regions![region].Region, first.Profile),
                RegionPixels.Luminances(second.File.Pixels, second.Task.Regions![region].Region, second.Profile)
            ),
        };

    private static JsonObject FilterSet(MeasureSet set, Read clear, Read filtered)
    {
        (RegionStatistics open, RegionStatistics behind) = (clear.Of(set.Region!), filtered.Of(set.Region!));
        var strength = FilterStrength.Of([
            new FilterPair(open.Mean.Luminance, behind.Mean.Luminance, new Stops(set.OpenedStops), open.ClippedShare, behind.CrushedShare),
        ]);
        (GreyCast before, GreyCast after) = (GreyCast.Of(open.Mean, clear.Set), GreyCast.Of(behind.Mean, filtered.Set));
        (MiredShift shift, double duv) = FilterStrength.Colour((before.Light, before.Duv), (after.Light, after.Duv));
        return new JsonObject
        {
            ["stops"] = strength.Loss.Value,
            ["at_least"] = strength.AtLeast,
            ["shift_mired"] = shift.Value,
            ["shift_duv"] = duv,
        };
    }

    private static JsonObject NoiseLimitOf(MeasureSet set, Read[] pictures)
    {
        GainNoise[] measured =
        [
            .. pictures
                .Select(p => p.Of(set.Region ?? "grey"))
                .Zip(set.GainsDb!, (of, gain) =>
                    new GainNoise(
                        new Decibels(gain),
                        NoiseFigures.AtGrey(
                            of.SignalToNoise ?? throw new QuantityException(QuantityFault.NoChoice, "a patch has no noise"),
                            of.Mean.Luminance
                        )
                    )
                )
                .OrderBy(m => m.Gain.Value),
        ];
        NoiseLimit limit = NoiseFigures.Limit(
            set.PositionsDb!.Select(p => new Decibels(p)),
            measured,
            set.WantedDb ?? NoiseFigures.UsualWanted
        );
        return new JsonObject
        {
            ["snr_at_grey_db"] = new JsonArray([.. measured.Select(m => JsonValue.Create(m.SignalToNoise))]),
            ["gain_db"] = limit.Gain?.Value,
            ["at_least"] = limit.AtLeast,
        };
    }

    // Each region is a patch, named by its exposure in stops from mid grey.
    private static JsonObject Room(Read one)
    {
        PatchExposure[] patches =
        [
            .. one.Task.Regions!.Select(r =>
            {
                RegionStatistics of = one.Of(r.Key);
                return new PatchExposure(
                    double.Parse(r.Key, System.Globalization.CultureInfo.InvariantCulture),
                    of.HighestSignal,
                    of.SignalToNoise ?? double.PositiveInfinity
                );
            }),
        ];
        var room = CurveRoom.Of(patches, one.Profile.Curve, one.Profile.ClipLevel);
        return new JsonObject
        {
            ["highlight_stops"] = room.Highlights.Value,
            ["highlight_at_least"] = room.HighlightsAtLeast,
            ["shadow_stops"] = room.Shadows.Value,
            ["shadow_at_least"] = room.ShadowsAtLeast,
            ["clip_level"] = room.ClipLevel,
            ["curve_error_stops"] = room.CurveError.Value,
            ["curve_true"] = room.IsTrue,
        };
    }

    // An offer is of a card where its middle is inside it.
    private static bool Meets(FrameRegion offer, FrameRegion card)
    {
        (double x, double y) = (offer.X + (offer.Width / 2), offer.Y + (offer.Height / 2));
        return x >= card.X && x <= card.X + card.Width && y >= card.Y && y <= card.Y + card.Height;
    }
}
