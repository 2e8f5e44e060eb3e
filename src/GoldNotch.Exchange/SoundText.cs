using System.Text.Json;

namespace GoldNotch.Exchange;

/// <summary>
/// The one place where text is looked at as it comes in, from whatever body, file or address: no U+0000, which the database cannot keep,
/// and no half of a character.
/// </summary>
public static class SoundText
{
    private static readonly JsonReaderOptions Lenient = new() { MaxDepth = 64, CommentHandling = JsonCommentHandling.Skip };

    /// <summary>Whether a text can be kept and written again as it is.</summary>
    public static bool IsSound(ReadOnlySpan<char> text)
    {
        for (int i = 0; i < text.Length; i++)
        {
            if (text[i] == '\0')
            {
                return false;
            }

            if (char.IsSurrogate(text[i]))
            {
                if (i + 1 >= text.Length || !char.IsSurrogatePair(text[i], text[i + 1]))
                {
                    return false;
                }

                i++;
            }
        }

        return true;
    }

    /// <summary>Where in a JSON document the first text stands that cannot be kept.</summary>
    /// <param name="json">The document, UTF-8.</param>
    /// <returns>JSON pointer to it; null where all is sound. What is no JSON is left to its reader.</returns>
    public static string? UnsoundAt(ReadOnlySpan<byte> json)
    {
        // Only what is escaped can be unsound: the bytes themselves are UTF-8, or refused as none.
        if (json.IndexOf("\\u"u8) < 0)
        {
            return null;
        }

        var reader = new Utf8JsonReader(json, Lenient);
        var path = new Stack<string>();
        try
        {
            while (reader.Read())
            {
                if (reader.TokenType is JsonTokenType.EndObject or JsonTokenType.EndArray)
                {
                    _ = path.TryPop(out _);
                }
                else if (reader.TokenType is JsonTokenType.PropertyName or JsonTokenType.String && !IsSound(ref reader))
                {
                    return At(path, ref reader);
                }
                else if (reader.TokenType is JsonTokenType.PropertyName)
                {
                    string name = reader.GetString() ?? "";
                    reader.Read();
                    if (reader.TokenType is JsonTokenType.String && !IsSound(ref reader))
                    {
                        path.Push(name);
                        return At(path, ref reader);
                    }

                    if (reader.TokenType is JsonTokenType.StartObject or JsonTokenType.StartArray)
                    {
                        path.Push(name);
                    }
                }
                else if (reader.TokenType is JsonTokenType.StartObject or JsonTokenType.StartArray)
                {
                    path.Push("");
                }
            }
        }
        catch (JsonException)
        {
            return null;
        }

        return null;
    }

    private static string At(Stack<string> path, ref Utf8JsonReader reader) =>
        reader.TokenType is JsonTokenType.PropertyName ? "" : string.Concat(path.Reverse().Where(p => p.Length > 0).Select(p => "/" + p));

    private static bool IsSound(ref Utf8JsonReader reader)
    {
        if (!reader.ValueIsEscaped)
        {
            return true;
        }

        try
        {
            return IsSound(reader.GetString());
        }
        catch (InvalidOperationException)
        {
            // Half of a pair: the reader itself makes no text of it.
            return false;
        }
    }
}
