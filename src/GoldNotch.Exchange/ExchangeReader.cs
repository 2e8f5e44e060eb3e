using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using System.Text.Unicode;

namespace GoldNotch.Exchange;

/// <summary>One entry of a list in an exchange file that could not be kept.</summary>
/// <param name="Pointer">JSON pointer to the field.</param>
/// <param name="Line">Line in the file, from 1.</param>
/// <param name="Column">Column in the line, from 1.</param>
/// <param name="Code">Stable code.</param>
/// <param name="Message">What is wrong and what to do.</param>
public sealed record ImportFault(string Pointer, long Line, long Column, ProblemCode Code, string Message);

/// <summary>An entry of a list: read, or with what is wrong.</summary>
/// <param name="Index">Place in its list, from 0.</param>
/// <param name="Pointer">JSON pointer to it.</param>
/// <param name="Value">What it says; null where it cannot be read.</param>
/// <param name="Fault">What is wrong; null where it can.</param>
/// <param name="Json">Its bytes in the file.</param>
public sealed record ExchangeItem<T>(int Index, string Pointer, T? Value, ImportFault? Fault, ReadOnlyMemory<byte> Json)
    where T : class;

/// <summary>An exchange file taken apart entry by entry, so that one bad card does not hide the others.</summary>
public sealed class ExchangeFile
{
    private static readonly JsonReaderOptions Strict = new() { MaxDepth = 32 };
    private readonly byte[] _bytes;
    private readonly Dictionary<string, List<Range>> _lists = [];
    private readonly Lazy<int[]> _lineStarts;
    private int _version = ExchangeDocument.ThisVersion;

    private ExchangeFile(byte[] bytes)
    {
        _bytes = bytes;
        _lineStarts = new Lazy<int[]>(() => [0, .. LineBreaks(bytes).Select(at => at + 1)]);
    }

    /// <summary>Finds the lists of a file and looks at its name and version.</summary>
    /// <exception cref="RefusedException">This is no exchange file.</exception>
    public static ExchangeFile Open(byte[] bytes)
    {
        var file = new ExchangeFile(WithoutMark(bytes));
        if (!Utf8.IsValid(file._bytes))
        {
            throw new RefusedException(
                ProblemCode.BadDocument,
                "",
                "This file is not written in UTF-8: it holds bytes that are no text. Save it as UTF-8 and try again. Nothing was imported."
            );
        }

        if (SoundText.UnsoundAt(file._bytes) is { } unsound)
        {
            throw new RefusedException(
                ProblemCode.BadDocument,
                unsound,
                "A text of this file holds half of a character, or a sign that no text has (U+0000). Write it again. Nothing was imported."
            );
        }

        try
        {
            file.Scan();
        }
        catch (JsonException wrong)
        {
            string at = $"Line {(wrong.LineNumber ?? 0) + 1}, column {(wrong.BytePositionInLine ?? 0) + 1}";
            throw new RefusedException(
                ProblemCode.BadDocument,
                "",
                $"{at}: {(wrong.Message.Contains("maximum configured depth", StringComparison.Ordinal) ? "this is nested deeper than any exchange file." : "this cannot be read as JSON of the format.")} Nothing was imported.",
                wrong
            );
        }

        return file;
    }

    /// <summary>The entries of a list.</summary>
    public IEnumerable<ExchangeItem<T>> Items<T>(string list, JsonTypeInfo<T> type)
        where T : class
    {
        int index = 0;
        foreach (Range range in _lists.GetValueOrDefault(list) ?? [])
        {
            yield return Read(list, index++, range, type);
        }
    }

    /// <summary>Line and column of a field, found by its pointer; of the nearest thing around it where the field itself is missing.</summary>
    public (long Line, long Column) PlaceOf(string pointer)
    {
        string[] parts = pointer.Split('/', StringSplitOptions.RemoveEmptyEntries);
        if (
            parts.Length < 2
            || !int.TryParse(parts[1], out int index)
            || _lists.GetValueOrDefault(parts[0]) is not { } ranges
            || index >= ranges.Count
        )
        {
            return LineAt(0);
        }

        Range range = ranges[index];
        int start = range.Start.Value;
        return LineAt(start + OffsetOf(_bytes.AsSpan(range), parts.AsSpan(2)));
    }

    private ExchangeItem<T> Read<T>(string list, int index, Range range, JsonTypeInfo<T> type)
        where T : class
    {
        string pointer = $"/{list}/{index}";
        ReadOnlyMemory<byte> json = _bytes.AsMemory(range);
        try
        {
            T? value = JsonSerializer.Deserialize(_version == 1 ? VersionOne.Convert(list, json.Span) : json.Span, type);
            return value is not null
                ? new(index, pointer, value, null, json)
                : new(index, pointer, null, Fault(pointer, ProblemCode.BadDocument, "nothing is given here."), json);
        }
        catch (JsonException wrong)
        {
            string field = pointer + ToPointer(wrong.Path);
            // What was converted has other lines than the file: there the field names the place.
            (long line, long column) = _version == 1 ? PlaceOf(field) : LineAt(range.Start.Value + OffsetInside(json.Span, wrong));
            return new(
                index,
                pointer,
                null,
                new ImportFault(field, line, column, ProblemCode.BadDocument, $"Line {line}, column {column}: {Plain(wrong)}"),
                json
            );
        }
        catch (RefusedException mixed)
        {
            return new(index, pointer, null, Fault(pointer, mixed.Code, mixed.Message), json);
        }
    }

    private ImportFault Fault(string pointer, ProblemCode code, string message)
    {
        (long line, long column) = PlaceOf(pointer);
        return new ImportFault(pointer, line, column, code, $"Line {line}, column {column}: {message}");
    }

    private void Scan()
    {
        var reader = new Utf8JsonReader(_bytes, Strict);
        if (!reader.Read() || reader.TokenType != JsonTokenType.StartObject)
        {
            throw NotExchange();
        }

        string? format = null;
        int? version = null;
        HashSet<string> seen = [];
        while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
        {
            string name = reader.GetString()!;
            (long line, long column) = LineAt((int)reader.TokenStartIndex);
            reader.Read();
            if (!seen.Add(name))
            {
                throw new RefusedException(
                    ProblemCode.BadDocument,
                    "/" + name,
                    $"Line {line}, column {column}: the field “{name}” comes twice. Nothing was imported."
                );
            }

            switch (name)
            {
                case "format":
                    format = reader.TokenType == JsonTokenType.String ? reader.GetString() : null;
                    reader.Skip();
                    break;
                case "formatVersion":
                    version = reader.TokenType == JsonTokenType.Number && reader.TryGetInt32(out int v) ? v : null;
                    reader.Skip();
                    break;
                case "models"
                or "standards"
                or "units"
                or "checks"
                or "sheets"
                or "lineUps"
                or "matches"
                or "kits"
                or "pools"
                or "shoots"
                or "loans"
                or "practice"
                or "checkOffs":
                    _lists[name] = ScanList(ref reader, name);
                    break;
                default:
                    throw new RefusedException(
                        ProblemCode.BadDocument,
                        "/" + name,
                        $"Line {line}, column {column}: the field “{(name.Length > 40 ? name[..40] : name)}” is not part of the format. Nothing was imported."
                    );
            }
        }

        // What follows the document would be lost without a word.
        if (reader.Read())
        {
            throw NotExchange();
        }

        if (format != ExchangeDocument.FormatName)
        {
            throw NotExchange();
        }

        _version = version is >= 1 and <= ExchangeDocument.ThisVersion
            ? version.Value
            : throw new RefusedException(
                ProblemCode.BadDocument,
                "/formatVersion",
                $"This file has format version {version?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "none"}; this site reads versions 1 to {ExchangeDocument.ThisVersion}. Nothing was imported."
            );
    }

    private static List<Range> ScanList(ref Utf8JsonReader reader, string name)
    {
        List<Range> ranges = [];
        if (reader.TokenType == JsonTokenType.Null)
        {
            return ranges;
        }

        if (reader.TokenType != JsonTokenType.StartArray)
        {
            throw new RefusedException(ProblemCode.BadDocument, "/" + name, $"The field “{name}” is a list. Nothing was imported.");
        }

        while (reader.Read() && reader.TokenType != JsonTokenType.EndArray)
        {
            int start = (int)reader.TokenStartIndex;
            reader.Skip();
            ranges.Add(start..(int)reader.BytesConsumed);
        }

        return ranges;
    }

    private static RefusedException NotExchange() =>
        new(
            ProblemCode.BadDocument,
            "/format",
            "This is not an exchange file: its format must be gold-notch-exchange. Nothing was imported."
        );

    // Editors put a mark before UTF-8; a file in another encoding is named for what it is.
    private static byte[] WithoutMark(byte[] bytes) =>
        bytes switch
        {
            [0xEF, 0xBB, 0xBF, .. byte[] rest] => rest,
            [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..] => throw new RefusedException(
                ProblemCode.BadDocument,
                "",
                "This file is written in UTF-16. Save it as UTF-8 and try again. Nothing was imported."
            ),
            _ => bytes,
        };

    private (long Line, long Column) LineAt(int offset)
    {
        // Found by halves: counting lines anew for each fault takes the square of a large bad file.
        int at = Math.Clamp(offset, 0, _bytes.Length);
        int found = Array.BinarySearch(_lineStarts.Value, at);
        int line = found >= 0 ? found : ~found - 1;
        return (line + 1, at - _lineStarts.Value[line] + 1);
    }

    private static IEnumerable<int> LineBreaks(byte[] bytes)
    {
        for (int at = Array.IndexOf(bytes, (byte)'\n'); at >= 0; at = Array.IndexOf(bytes, (byte)'\n', at + 1))
        {
            yield return at;
        }
    }

    private static int OffsetInside(ReadOnlySpan<byte> json, JsonException wrong)
    {
        int offset = 0;
        for (long line = wrong.LineNumber ?? 0; line > 0; line--)
        {
            int next = json[offset..].IndexOf((byte)'\n');
            if (next < 0)
            {
                break;
            }

            offset += next + 1;
        }

        return offset + (int)(wrong.BytePositionInLine ?? 0);
    }

    private static int OffsetOf(ReadOnlySpan<byte> json, ReadOnlySpan<string> parts)
    {
        var reader = new Utf8JsonReader(json, Strict);
        reader.Read();
        int found = 0;
        foreach (string part in parts)
        {
            if (!Enter(ref reader, part))
            {
                break;
            }

            found = (int)reader.TokenStartIndex;
        }

        return found;
    }

    // Moves to the value of a property or to an element; the reader stands on its first token afterwards.
    private static bool Enter(ref Utf8JsonReader reader, string part)
    {
        if (reader.TokenType == JsonTokenType.StartObject)
        {
            while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
            {
                bool here = VersionOne.NamesOf(part).Contains(reader.GetString());
                reader.Read();
                if (here)
                {
                    return true;
                }

                reader.Skip();
            }
        }
        else if (reader.TokenType == JsonTokenType.StartArray && int.TryParse(part, out int index))
        {
            for (int i = 0; reader.Read() && reader.TokenType != JsonTokenType.EndArray; i++)
            {
                if (i == index)
                {
                    return true;
                }

                reader.Skip();
            }
        }

        return false;
    }

    private static string Plain(JsonException wrong)
    {
        string message = wrong.InnerException?.Message ?? wrong.Message;
        return message.Contains("could not be mapped", StringComparison.Ordinal)
                ? $"the field “{LastName(message)}” is not part of the format{(VersionOne.NewNameOf(LastName(message)) is { } now ? $" since version 2: it is “{now}” now" : "")}."
            : message.Contains("uplicate", StringComparison.Ordinal) ? "a field comes twice; keep one."
            : message.Contains("missing required", StringComparison.Ordinal)
            || message.Contains("required properties", StringComparison.Ordinal)
                ? $"a required field is missing: {message[(message.LastIndexOf(':') + 1)..].Trim().TrimEnd('.')}."
            : message.Contains("maximum configured depth", StringComparison.Ordinal) ? "this is nested deeper than any exchange file."
            : message.Contains("could not be converted", StringComparison.Ordinal)
                ? "this is another kind of value than the field takes: a number stands bare, a text in quotation marks."
            : "this cannot be read as JSON of the format.";
    }

    private static string LastName(string message)
    {
        string[] quoted = message.Split('\'');
        return quoted.Length > 1 ? quoted[1] : "?";
    }

    private static string ToPointer(string? path)
    {
        if (path is null or "$")
        {
            return "";
        }

        var pointer = new StringBuilder(path.Length);
        foreach (char c in path.AsSpan(1))
        {
            pointer.Append(
                c switch
                {
                    '.' or '[' => '/',
                    ']' or '\'' => '\0',
                    _ => c,
                }
            );
        }

        return pointer.Replace("\0", "").ToString();
    }
}
