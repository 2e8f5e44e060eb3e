using System.Text.Json;
using System.Text.Json.Nodes;

namespace GoldNotch.Benchmarks;

/// <summary>A write as somebody might send it who means no good, or whose program is broken.</summary>
/// <param name="Method">Method.</param>
/// <param name="Path">Address.</param>
/// <param name="Body">Body; no JSON at all now and then.</param>
/// <param name="IfMatch">The version it claims to have seen, as it is written; null for none.</param>
internal sealed record MalformedWrite(HttpMethod Method, string Path, string Body, string? IfMatch);

/// <summary>Writes that are nearly right, drawn from the description of the API, so that a new route cannot be forgotten; the same for the same seed.</summary>
/// <param name="api">The OpenAPI document.</param>
/// <param name="seed">Seed.</param>
/// <param name="known">What there is by the name of a parameter: ids of checks, tags, keys.</param>
/// <param name="samples">Good documents by the name of their kind, to be spoiled: what is drawn from nothing seldom gets past the first check.</param>
internal sealed class MalformedBodies(
    JsonElement api,
    int seed,
    IReadOnlyDictionary<string, string[]> known,
    IReadOnlyDictionary<string, JsonNode[]> samples
)
{
    private const int Deepest = 6;

    // These would take the session or the person away that sends them.
    private static readonly string[] LeftOut = ["delete /api/session", "post /api/session", "put /api/session/password"];

    private static readonly string[] Strange =
    [
        "null",
        "true",
        "-1",
        "0",
        "1e308",
        "-1e308",
        "2147483648",
        "0.1",
        "\"\"",
        "\" \"",
        "\"NaN\"",
        "\"f/0\"",
        "\"a\\u0000b\"",
        "\"HALF-A-CHARACTER\"",
        "\"\\u202e\"",
        "\"=1+1\"",
        "\"1/0\"",
        "\"∞\"",
        "\"9999-99-99\"",
        "\"0001-01-01T00:00:00Z\"",
        "\"9999-12-31T23:59:59.9999999+14:00\"",
        "\"00000000-0000-0000-0000-000000000000\"",
        "[]",
        "{}",
        "[null]",
        "[[]]",
        "{\"kind\":\"value\"}",
    ];

    private readonly Random _chance = new(seed);
    private readonly (string Route, HttpMethod Method, string Path, JsonElement? Schema)[] _writes = [.. Writes(api)];

    /// <summary>Those of a site, from what it gives to whoever may read.</summary>
    /// <param name="get">Asks the site for JSON.</param>
    /// <param name="seed">Seed.</param>
    internal static async Task<MalformedBodies> OfAsync(Func<string, Task<JsonElement>> get, int seed)
    {
        JsonElement all = await get("/api/export/all.json");
        string[] lineUps = Of(await get("/api/line-ups"), "lineUps", "id");
        List<JsonNode> plans = [];
        foreach (string id in lineUps)
        {
            plans.Add(JsonNode.Parse((await get($"/api/line-ups/{id}")).GetProperty("document").GetRawText())!);
        }

        return new MalformedBodies(
            await get("/api/openapi.json"),
            seed,
            new Dictionary<string, string[]>
            {
                ["id"] = [.. Of(await get("/api/checks"), "checks", "id").Take(20), .. lineUps],
                ["unit"] = Of(all, "units", "tag"),
                ["tag"] = Of(all, "units", "tag"),
                ["standard"] = Of(all, "standards", "key"),
                ["standardKey"] = Of(all, "standards", "key"),
                ["modelKey"] = Of(all, "models", "key"),
                ["key"] = [.. Of(all, "standards", "key"), .. Of(all, "models", "key")],
                ["setting"] = ["gain", "shutter", "iris", "white-balance", "nd"],
            },
            new Dictionary<string, JsonNode[]>
            {
                ["ModelDocument"] = [.. all.GetProperty("models").EnumerateArray().Select(m => JsonNode.Parse(m.GetRawText())!)],
                ["StandardDocument"] = [.. all.GetProperty("standards").EnumerateArray().Select(m => JsonNode.Parse(m.GetRawText())!)],
                ["ExchangeDocument"] = [JsonNode.Parse(all.GetRawText())!],
                ["LineUpDocument"] = [.. plans],
            }
        );

        static string[] Of(JsonElement answer, string list, string field) =>
            [.. answer.GetProperty(list).EnumerateArray().Select(e => e.GetProperty(field).GetString()!).Distinct()];
    }

    /// <summary>How many write routes there are.</summary>
    internal int Routes => _writes.Length;

    /// <summary>The next one.</summary>
    internal MalformedWrite Next()
    {
        (_, HttpMethod method, string path, JsonElement? schema) = _writes[_chance.Next(_writes.Length)];
        JsonNode? body = schema is { } s ? Draw(s, 0) : new JsonObject();
        for (int i = _chance.Next(3); i > 0; i--)
        {
            body = Mangled(body);
        }

        string text =
            _chance.Next(40) == 0
                ? "{\"half\":"
                : body?.ToJsonString().Replace("HALF-A-CHARACTER", "\\ud800", StringComparison.Ordinal) ?? "null";
        string? seen = _chance.Next(6) switch
        {
            0 => null,
            1 => "\"x\"",
            2 => "\"99999999999\"",
            3 => "\"0\"",
            _ => "\"1\"",
        };
        return new MalformedWrite(method, Filled(path), text, seen);
    }

    private static IEnumerable<(string, HttpMethod, string, JsonElement?)> Writes(JsonElement api)
    {
        foreach (JsonProperty path in api.GetProperty("paths").EnumerateObject())
        {
            foreach (JsonProperty method in path.Value.EnumerateObject().Where(m => m.Name is "put" or "post" or "delete"))
            {
                string route = $"{method.Name} {path.Name}";
                if (!LeftOut.Contains(route) && path.Name.StartsWith("/api/", StringComparison.Ordinal))
                {
                    yield return (route, new HttpMethod(method.Name.ToUpperInvariant()), path.Name, SchemaOf(method.Value));
                }
            }
        }
    }

    private static JsonElement? SchemaOf(JsonElement operation) =>
        operation.TryGetProperty("requestBody", out JsonElement body)
        && body.GetProperty("content").TryGetProperty("application/json", out JsonElement json)
        && json.TryGetProperty("schema", out JsonElement schema)
            ? schema
            : null;

    private string Filled(string path) =>
        string.Join(
            '/',
            path.Split('/')
                .Select(part =>
                    part is ['{', .. var name, '}']
                        ? known.TryGetValue(name, out string[]? there) && _chance.Next(8) > 0
                            ? there[_chance.Next(there.Length)]
                            : _chance.Next(5) switch
                            {
                                0 => Guid.NewGuid().ToString(),
                                1 => "%00",
                                2 => "gain",
                                3 => "no-such-thing",
                                _ => "1",
                            }
                        : part
                )
        );

    private JsonNode? Draw(JsonElement schema, int depth)
    {
        if (
            schema.TryGetProperty("$ref", out JsonElement kind)
            && samples.TryGetValue(kind.GetString()!.Split('/')[^1], out JsonNode[]? good)
            && _chance.Next(5) > 0
        )
        {
            return good[_chance.Next(good.Length)].DeepClone();
        }

        schema = Resolved(schema);
        if (schema.TryGetProperty("oneOf", out JsonElement any) || schema.TryGetProperty("anyOf", out any))
        {
            JsonElement[] choices = [.. any.EnumerateArray()];
            return depth > Deepest ? null : Draw(choices[_chance.Next(choices.Length)], depth + 1);
        }

        if (schema.TryGetProperty("enum", out JsonElement words))
        {
            JsonElement[] all = [.. words.EnumerateArray()];
            return JsonNode.Parse(all[_chance.Next(all.Length)].GetRawText());
        }

        return TypeOf(schema) switch
        {
            "object" when depth <= Deepest => Object(schema, depth),
            "array" when depth <= Deepest && schema.TryGetProperty("items", out JsonElement items) => new JsonArray([
                .. Enumerable.Range(0, _chance.Next(3)).Select(_ => Draw(items, depth + 1)),
            ]),
            "array" => new JsonArray(),
            "integer" => _chance.Next(-1, 60),
            "number" => Math.Round(_chance.NextDouble() * 100, 2),
            "boolean" => _chance.Next(2) == 0,
            "string" => Text(schema),
            _ => null,
        };
    }

    private JsonObject Object(JsonElement schema, int depth)
    {
        var drawn = new JsonObject();
        if (schema.TryGetProperty("properties", out JsonElement properties))
        {
            foreach (JsonProperty property in properties.EnumerateObject())
            {
                drawn[property.Name] =
                    known.TryGetValue(property.Name, out string[]? there) && _chance.Next(6) > 0
                        ? there[_chance.Next(there.Length)]
                        : Draw(property.Value, depth + 1);
            }
        }

        return drawn;
    }

    private string Text(JsonElement schema) =>
        schema.TryGetProperty("format", out JsonElement format)
            ? format.GetString() switch
            {
                "uuid" => Guid.NewGuid().ToString(),
                "date" => "2026-12-01",
                "date-time" => "2026-12-01T10:00:00Z",
                _ => "x",
            }
            : _chance.Next(6) switch
            {
                0 => "gain",
                1 => "f/5.6",
                2 => "H",
                3 => "1080 29.97p",
                4 => new string('x', _chance.Next(1, 3000)),
                _ => "some words",
            };

    private JsonNode? Mangled(JsonNode? whole)
    {
        List<JsonNode> places = [];
        Gather(whole, places);
        if (places.Count == 0)
        {
            return JsonNode.Parse(Strange[_chance.Next(Strange.Length)]);
        }

        JsonNode? odd = JsonNode.Parse(Strange[_chance.Next(Strange.Length)]);
        switch (places[_chance.Next(places.Count)])
        {
            case JsonObject { Count: > 0 } parent:
                string name = parent.ElementAt(_chance.Next(parent.Count)).Key;
                switch (_chance.Next(4))
                {
                    case 0:
                        parent.Remove(name);
                        break;
                    case 1:
                        parent["unheardOf"] = odd;
                        break;
                    default:
                        parent[name] = odd;
                        break;
                }

                break;
            case JsonArray list:
                list.Add(odd);
                break;
            default:
                return odd;
        }

        return whole;
    }

    private static void Gather(JsonNode? node, List<JsonNode> places)
    {
        IEnumerable<JsonNode?> inside = node switch
        {
            JsonObject o => o.Select(p => p.Value),
            JsonArray a => a,
            _ => [],
        };
        if (node is JsonObject or JsonArray)
        {
            places.Add(node);
        }

        foreach (JsonNode? child in inside)
        {
            Gather(child, places);
        }
    }

    private JsonElement Resolved(JsonElement schema)
    {
        while (schema.TryGetProperty("$ref", out JsonElement reference))
        {
            schema = api.GetProperty("components").GetProperty("schemas").GetProperty(reference.GetString()!.Split('/')[^1]);
        }

        return schema;
    }

    private static string? TypeOf(JsonElement schema) =>
        !schema.TryGetProperty("type", out JsonElement type)
            ? schema.TryGetProperty("properties", out _)
                ? "object"
                : null
            : type.ValueKind == JsonValueKind.Array
                ? type.EnumerateArray().Select(t => t.GetString()).First(t => t != "null")
                : type.GetString();
}
