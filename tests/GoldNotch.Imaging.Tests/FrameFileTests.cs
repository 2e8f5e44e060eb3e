using System.Text.Json.Nodes;
using GoldNotch.Measure;

namespace GoldNotch.Imaging.Tests;

/// <summary>Pictures and clips whose truth is known, measured as the command does it: every figure that is expected of them, within its tolerance.</summary>
public class FrameFileTests
{
    [Theory]
    [InlineData("frames", 950)]
    [InlineData("clips", 300)]
    public async Task Every_picture_and_clip_measures_as_it_was_made(string of, int figures)
    {
        string folder = Path.Combine(AppContext.BaseDirectory, of);
        JsonObject expected = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(folder, "expected.json")))!.AsObject();
        Dictionary<string, JsonObject> got = [];
        List<JsonObject> sets = [];
        using var output = new StringWriter();
        await Lines.AllAsync(folder, output);
        foreach (string line in output.ToString().Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            JsonObject one = JsonNode.Parse(line)!.AsObject();
            if (one.ContainsKey("measure"))
            {
                sets.Add(one);
            }
            else
            {
                got[(string)one["file"]!] = one;
            }
        }

        List<string> wrong = [];
        int compared = 0;
        foreach (JsonNode? file in expected["files"]!.AsArray())
        {
            string name = (string)file!["file"]!;
            if (file["refuse"] is { } refuse)
            {
                compared++;
                if ((string?)got[name]["refused"] != (string)refuse!)
                {
                    wrong.Add($"{name}: wanted to be refused, {got[name]}");
                }

                continue;
            }

            foreach (string part in (string[])["head", "frames", "expect"])
            {
                compared += file[part] is { } wanted ? Compare($"{name}/{part}", wanted, got[name][part], wrong) : 0;
            }
        }

        foreach (JsonNode? set in expected["sets"]!.AsArray())
        {
            JsonObject one = sets.First(s =>
                (string?)s["measure"] == (string?)set!["measure"]
                && (string?)s["file"] == (string?)set["file"]
                && s["files"]?.ToJsonString() == set["files"]?.ToJsonString()
            );
            sets.Remove(one);
            compared += Compare($"{set!["measure"]} {set["file"]}", set["expect"], one["expect"], wrong);
            if (set["offered"] is JsonArray offered)
            {
                compared++;
                double most = (double)set["tol"]!;
                JsonArray found = one["expect"]!["offered"]!.AsArray();
                bool same =
                    found.Count == offered.Count
                    && offered
                        .Zip(found)
                        .All(pair =>
                            pair.First!.AsObject().All(side => Math.Abs((double)side.Value! - (double)pair.Second![side.Key]!) <= most)
                        );
                if (!same)
                {
                    wrong.Add($"cards of {set["file"]}: {found.ToJsonString()}");
                }
            }
        }

        wrong.ShouldBeEmpty();
        compared.ShouldBeGreaterThan(figures);
    }

    // A number passes within its tolerance; everything else has to be equal. Gives how many were compared.
    private static int Compare(string at, JsonNode? wanted, JsonNode? got, List<string> wrong)
    {
        switch (wanted)
        {
            case JsonObject figure when figure.ContainsKey("value"):
                JsonNode? value = figure["value"];
                bool isRight =
                    figure.ContainsKey("reasons")
                        ? got?["value"]?.ToJsonString() == value?.ToJsonString()
                            && got?["reasons"]?.ToJsonString() == figure["reasons"]!.ToJsonString()
                    : value is null ? got is null
                    : got is not null && Math.Abs(got.GetValue<double>() - value.GetValue<double>()) <= (double)figure["tol"]! + 1e-12;
                if (!isRight)
                {
                    wrong.Add($"{at}: wanted {figure.ToJsonString()}, got {got?.ToJsonString()}");
                }

                return 1;
            case JsonObject group:
                // What was put in is told beside what is to be found.
                return group
                    .Where(part => !part.Key.StartsWith("truth", StringComparison.Ordinal))
                    .Sum(part => Compare($"{at}/{part.Key}", part.Value, (got as JsonObject)?[part.Key], wrong));
            case JsonArray list:
                if (got is not JsonArray other || other.Count != list.Count)
                {
                    wrong.Add($"{at}: wanted {list.Count} figures");
                    return 1;
                }

                return list.Zip(other).Sum(pair => Compare(at, pair.First, pair.Second, wrong));
            default:
                bool isSame =
                    wanted?.GetValueKind() == System.Text.Json.JsonValueKind.Number
                        ? got is not null && got.GetValue<double>() == wanted.GetValue<double>()
                        : got?.ToJsonString() == wanted?.ToJsonString();
                if (!isSame)
                {
                    wrong.Add($"{at}: wanted {wanted?.ToJsonString()}, got {got?.ToJsonString()}");
                }

                return 1;
        }
    }
}
