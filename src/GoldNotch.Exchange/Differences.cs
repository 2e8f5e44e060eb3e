using System.Text.Json;
using System.Text.Json.Nodes;

namespace GoldNotch.Exchange;

/// <summary>In what two documents of one kind differ, field by field, for a person to decide.</summary>
public static class Differences
{
    // More are counted: a person looks at the file then.
    private const int Most = 5;
    private const int LongestValue = 40;

    /// <summary>Says in what the document that comes in differs from the one that is here; empty where in nothing.</summary>
    /// <param name="here">JSON of the one that is kept.</param>
    /// <param name="file">JSON of the one that comes in.</param>
    public static string Told(string here, string file)
    {
        List<(string At, string Here, string File)> found = [];
        Walk("", JsonNode.Parse(here), JsonNode.Parse(file), found);
        string more = found.Count > Most ? $"; {found.Count - Most} more" : "";
        return string.Join("; ", found.Take(Most).Select(f => $"{f.At} is {f.Here} here and {f.File} in the file")) + more;
    }

    private static void Walk(string at, JsonNode? here, JsonNode? file, List<(string, string, string)> found)
    {
        if (JsonNode.DeepEquals(here, file))
        {
            return;
        }

        switch (here, file)
        {
            case (JsonObject a, JsonObject b):
                foreach (string name in a.Select(p => p.Key).Union(b.Select(p => p.Key)))
                {
                    Walk(at.Length == 0 ? name : $"{at}/{name}", a[name], b[name], found);
                }

                break;
            case (JsonArray a, JsonArray b):
                for (int i = 0; i < Math.Max(a.Count, b.Count); i++)
                {
                    Walk($"{at}/{i}", i < a.Count ? a[i] : null, i < b.Count ? b[i] : null, found);
                }

                break;
            default:
                found.Add((at, Short(here), Short(file)));
                break;
        }
    }

    private static string Short(JsonNode? value) =>
        value switch
        {
            null => "nothing",
            JsonValue v when v.GetValueKind() == JsonValueKind.String => $"“{Cut(v.GetValue<string>())}”",
            JsonValue => value.ToJsonString(),
            _ => "something",
        };

    private static string Cut(string text) => text.Length > LongestValue ? text[..LongestValue] + "…" : text;
}
