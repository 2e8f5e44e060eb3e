using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;

namespace GoldNotch.Measure;

/// <summary>A line for each file.</summary>
internal static class Lines
{
    /// <summary>Every file and every set of a folder's list.</summary>
    internal static async Task AllAsync(string folder, TextWriter output)
    {
        byte[] json = await File.ReadAllBytesAsync(Path.Combine(folder, "expected.json"));
        MeasureList list = JsonSerializer.Deserialize(json, MeasureJson.Default.MeasureList)!;
        foreach (MeasureTask task in list.Files)
        {
            await output.WriteLineAsync((await FileAsync(Path.Combine(folder, task.File!), task.File!, task)).ToJsonString());
        }

        foreach (MeasureSet set in list.Sets ?? [])
        {
            if (await Sets.OfAsync(folder, set, list) is { } line)
            {
                await output.WriteLineAsync(line.ToJsonString());
            }
        }
    }

    internal static async Task<JsonObject> FileAsync(string path, string name, MeasureTask task)
    {
        var line = new JsonObject { ["file"] = name };
        try
        {
            MeasureSettings settings = task.Settings ?? new MeasureSettings();
            PictureFile file = await PictureDecoder.ReadAsync(path, settings.IsLegal, settings.AtS, CancellationToken.None);
            PictureProfile profile = settings.Profile(file);
            var regions = new JsonObject();
            foreach ((string region, RegionText where) in task.Regions ?? new Dictionary<string, RegionText>())
            {
                regions[region] = Measured.Region(RegionStatistics.Of(file.Pixels, where.Region, profile), region, settings.Set);
            }

            if (file.Kind.IsStill())
            {
                line["expect"] = regions;
            }
            else
            {
                ClipFigures clip = await ClipDecoder.JudgeAsync(path, of => settings.Profile(of, false), null, CancellationToken.None);
                line["head"] = ClipLines.Head(clip.Head);
                line["frames"] = clip.Parts[0].Frames.Count;
                line["expect"] = ClipLines.Figures(clip.Parts[0], regions);
                line["damaged"] = clip.Parts[0].IsDamaged;
            }
        }
        catch (PictureRefusedException refused)
        {
            line["refused"] = refused.Refusal switch
            {
                PictureRefusal.Empty => "empty",
                PictureRefusal.TooLarge => "too-large",
                PictureRefusal.TookTooLong => "took-too-long",
                _ => "unreadable",
            };
            line["message"] = refused.Message;
        }
        catch (QuantityException refused)
        {
            line["refused"] = refused.Fault == QuantityFault.TooSmall ? "too-small" : "out-of-range";
            line["message"] = refused.Message;
        }

        return line;
    }
}
