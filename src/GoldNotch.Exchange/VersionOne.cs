using System.Collections.Frozen;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace GoldNotch.Exchange;

/// <summary>Converts documents of format version 1 to version 2. Only words changed between the two, so nothing is lost.</summary>
public static class VersionOne
{
    private static readonly JsonDocumentOptions Strict = new() { MaxDepth = 32, AllowDuplicateProperties = false };

    private static readonly FrozenDictionary<string, string> Settings = new Dictionary<string, string>
    {
        ["spare-cells"] = "spare-batteries",
        ["output"] = "video-output",
        ["base"] = "base-iso",
        ["extra-gain"] = "gain-boost",
        ["iris-mode"] = "iris-control",
        ["iris-opening"] = "iris",
        ["exposure-shift"] = "auto-exposure-shift",
        ["viewing-look"] = "viewing-lut",
        ["exposure-colours"] = "false-colour",
        ["sound-mode"] = "audio-level-control",
        ["peak-level"] = "audio-peak-level",
        ["sound-format"] = "audio-format",
        ["wireless-cells"] = "wireless-pair",
    }.ToFrozenDictionary();

    // Words of positions, by the setting's key in version 2: the same word means something else elsewhere.
    private static readonly FrozenDictionary<(string Setting, string Word), string> Words = new Dictionary<(string, string), string>
    {
        [("slot-mode", "copy")] = "simultaneous",
        [("profile", "house")] = "department",
        [("button-1", "viewing look")] = "viewing LUT",
        [("button-2", "viewing look")] = "viewing LUT",
        [("button-3", "viewing look")] = "viewing LUT",
        [("button-1", "exposure colours")] = "false colour",
        [("button-2", "exposure colours")] = "false colour",
        [("button-3", "exposure colours")] = "false colour",
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<string, string[]> OldFields = new Dictionary<string, string[]>
    {
        ["require"] = ["want", "wish"],
        ["tolerance"] = ["slack"],
        ["strategy"] = ["school"],
        ["iris"] = ["opening"],
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<string, string> NewFields = OldFields
        .SelectMany(f => f.Value.Select(old => (old, f.Key)))
        .ToFrozenDictionary(f => f.old, f => f.Key);

    /// <summary>The settings whose keys changed, as (version 1, version 2).</summary>
    public static IEnumerable<(string Old, string New)> RenamedSettings => Settings.Select(s => (s.Key, s.Value));

    /// <summary>The field names a pointer of version 2 may have had in version 1; the name itself first.</summary>
    internal static IEnumerable<string> NamesOf(string field) => OldFields.GetValueOrDefault(field, []).Prepend(field);

    /// <summary>What a field of version 1 is called now; null when it is none.</summary>
    internal static string? NewNameOf(string field) => NewFields.GetValueOrDefault(field);

    /// <summary>One entry of a list of an exchange file, converted.</summary>
    /// <param name="list">The list it stands in, e.g. <c>standards</c>.</param>
    /// <param name="json">The entry as it is written in version 1.</param>
    /// <exception cref="JsonException">It is no JSON, or a field comes twice.</exception>
    /// <exception cref="RefusedException">It has a field of version 2: the two are mixed.</exception>
    public static byte[] Convert(string list, ReadOnlySpan<byte> json)
    {
        JsonNode? entry = JsonNode.Parse(json, documentOptions: Strict);
        switch (list)
        {
            case "models":
                Model(entry as JsonObject);
                break;
            case "standards":
                Notches(entry as JsonObject);
                RenameKeys(entry?["policies"] as JsonObject, new Dictionary<string, string> { ["sound-level"] = "audio-level" });
                break;
            case "checks":
                Readings(entry as JsonObject);
                break;
            case "sheets":
                Lines(entry as JsonObject);
                break;
            case "lineUps":
                LineUp(entry as JsonObject);
                break;
        }

        return JsonSerializer.SerializeToUtf8Bytes(entry);
    }

    /// <summary>The frozen plan of a check against a line-up, converted.</summary>
    public static string ConvertShoot(string json)
    {
        var shoot = JsonNode.Parse(json) as JsonObject;
        Notches(shoot);
        return shoot?.ToJsonString() ?? json;
    }

    /// <summary>A setting's key in version 2.</summary>
    public static string Setting(string key) => Settings.GetValueOrDefault(key, key);

    /// <summary>A position's word in version 2.</summary>
    /// <param name="setting">The setting's key in version 2.</param>
    /// <param name="word">The word as it was written.</param>
    public static string Word(string setting, string word)
    {
        // A reading may have been written as the control shows it, with the word behind: "Scene 3 (house)".
        int open = word.EndsWith(')') ? word.LastIndexOf('(') : -1;
        return open > 0 && Words.TryGetValue((setting, word[(open + 1)..^1]), out string? now)
            ? $"{word[..open]}({now})"
            : Words.GetValueOrDefault((setting, word), word);
    }

    private static void Model(JsonObject? model)
    {
        foreach (string part in new[] { "controls", "choices", "levels" })
        {
            RenameKeys(Field(model, part) as JsonObject, Settings);
        }

        foreach ((string setting, JsonNode? choice) in Field(model, "choices") as JsonObject ?? [])
        {
            foreach (JsonNode? position in Field(choice as JsonObject, "positions") as JsonArray ?? [])
            {
                Reword(position as JsonObject, "is", setting);
            }
        }

        if (Field(Field(model, "reset") as JsonObject, "states") is JsonObject states)
        {
            RenameKeys(states, Settings);
            foreach ((string setting, _) in states.ToArray())
            {
                Reword(states, setting, setting);
            }
        }

        if (Field(model, "notFitted") is JsonArray notFitted)
        {
            for (int i = 0; i < notFitted.Count; i++)
            {
                notFitted[i] = TextOf(notFitted[i]) is { } key ? Setting(key) : notFitted[i]?.DeepClone();
            }
        }

        foreach (JsonNode? rule in Field(model, "dependencies") as JsonArray ?? [])
        {
            SettingIn(rule as JsonObject, "when", "is");
            SettingIn(rule as JsonObject, "then", "becomes");
        }
    }

    private static void Notches(JsonObject? owner)
    {
        foreach (JsonNode? notch in Field(owner, "notches") as JsonArray ?? [])
        {
            RenameField(notch as JsonObject, "want", "require");
            RenameField(notch as JsonObject, "slack", "tolerance");
            SettingIn(notch as JsonObject, "setting", "require");
        }
    }

    private static void Readings(JsonObject? check)
    {
        foreach (JsonNode? reading in Field(check, "readings") as JsonArray ?? [])
        {
            SettingIn(reading as JsonObject, "setting", "read");
        }
    }

    private static void Lines(JsonObject? sheet)
    {
        foreach (JsonNode? line in Field(sheet, "lines") as JsonArray ?? [])
        {
            RenameField(line as JsonObject, "want", "require");
            // Its reason was a sentence, which is compared no more.
            RenameKeys(line as JsonObject, new Dictionary<string, string> { ["because"] = "text" });
            SettingIn(line as JsonObject, "setting", "require");
            if (line is JsonObject one && TextOf(Field(one, "fit")) == "look")
            {
                one["fit"] = "check-by-eye";
            }
        }
    }

    private static void LineUp(JsonObject? lineUp)
    {
        RenameField(lineUp, "school", "strategy");
        RenameField(Field(Field(lineUp, "light") as JsonObject, "reading") as JsonObject, "opening", "iris");
        foreach (JsonNode? camera in Field(lineUp, "cameras") as JsonArray ?? [])
        {
            RenameField(camera as JsonObject, "wish", "require");
        }
    }

    private static void SettingIn(JsonObject? owner, string field, string word)
    {
        if (TextOf(Field(owner, field)) is { } key)
        {
            owner![field] = Setting(key);
            Reword(owner, word, Setting(key));
        }
    }

    private static void Reword(JsonObject? owner, string field, string setting)
    {
        if (TextOf(Field(owner, field)) is { } word)
        {
            owner![field] = Word(setting, word);
        }
    }

    // The place in the object is kept: a written file stays in the order its fields are read in.
    private static void RenameField(JsonObject? owner, string old, string now)
    {
        if (owner?.ContainsKey(now) == true)
        {
            throw new RefusedException(
                ProblemCode.BadDocument,
                "/" + now,
                $"the field “{now}” belongs to format version 2, and this file states version 1, where it is “{old}”. Use the words of one version."
            );
        }

        RenameKeys(owner, new Dictionary<string, string> { [old] = now });
    }

    private static void RenameKeys(JsonObject? owner, IReadOnlyDictionary<string, string> names)
    {
        if (owner is null || !owner.Any(p => names.ContainsKey(p.Key)))
        {
            return;
        }

        KeyValuePair<string, JsonNode?>[] all = [.. owner];
        owner.Clear();
        foreach ((string key, JsonNode? value) in all)
        {
            owner[names.GetValueOrDefault(key, key)] = value;
        }
    }

    private static JsonNode? Field(JsonObject? owner, string name) =>
        owner is not null && owner.TryGetPropertyValue(name, out JsonNode? value) ? value : null;

    private static string? TextOf(JsonNode? node) => node is JsonValue value && value.TryGetValue(out string? text) ? text : null;
}
