using System.Text.Json;

namespace GoldNotch.Core.Tests;

/// <summary>The input of a worked value, which notes what was read of it: a field that an adapter ignores is a value that was not tested.</summary>
internal sealed class Given
{
    private readonly JsonElement _json;
    private readonly string _path;
    private readonly HashSet<string> _read;

    private Given(JsonElement json, string path, HashSet<string> read) => (_json, _path, _read) = (json, path, read);

    internal Given(JsonElement json)
        : this(json, "", []) { }

    internal JsonValueKind ValueKind => _json.ValueKind;

    /// <summary>The fields that nobody read, as paths.</summary>
    internal IEnumerable<string> Unread => Fields(_json, "").Where(f => !_read.Contains(f));

    internal Given this[int index] => new(_json[index], $"{_path}/{index}", _read);

    internal Given GetProperty(string name) =>
        TryGetProperty(name, out Given value) ? value : throw new KeyNotFoundException($"{_path}/{name}");

    internal bool TryGetProperty(string name, out Given value)
    {
        bool there = _json.TryGetProperty(name, out JsonElement found);
        string path = $"{_path}/{name}";
        value = new Given(found, path, _read);
        if (there)
        {
            _read.Add(path);
        }

        return there;
    }

    internal IEnumerable<Given> EnumerateArray() =>
        _json.EnumerateArray().Select((element, i) => new Given(element, $"{_path}/{i}", _read));

    internal IEnumerable<(string Name, Given Value)> EnumerateObject() =>
        _json.EnumerateObject().Select(p => (p.Name, GetProperty(p.Name)));

    internal double GetDouble() => _json.GetDouble();

    internal string? GetString() => _json.GetString();

    internal bool GetBoolean() => _json.GetBoolean();

    internal long GetInt64() => _json.GetInt64();

    private static IEnumerable<string> Fields(JsonElement json, string path) =>
        json.ValueKind switch
        {
            JsonValueKind.Object => json.EnumerateObject().SelectMany(p => Fields(p.Value, $"{path}/{p.Name}").Prepend($"{path}/{p.Name}")),
            JsonValueKind.Array => json.EnumerateArray().SelectMany((e, i) => Fields(e, $"{path}/{i}")),
            _ => [],
        };
}
