using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Media;

/// <summary>A file as a list names it.</summary>
/// <param name="Path">Its path within the folder, with <c>/</c> between the parts.</param>
/// <param name="Bytes">Its size; null where the list does not say.</param>
/// <param name="Sha256">Its SHA-256 in 64 lower-case hexadecimal digits; null where it could not be read.</param>
public sealed record ListedFile(string Path, long? Bytes, string? Sha256);

/// <summary>Lists of checksums: what <c>sha256sum</c> writes, and CSV with columns of path, bytes and sum.</summary>
public static class ChecksumList
{
    /// <summary>Most files of one list.</summary>
    public const int MostFiles = 20_000;

    /// <summary>Longest path of a file, characters.</summary>
    public const int LongestPath = 1024;

    private const int SumLength = 64;

    private static readonly string[] PathColumns = ["path", "name", "file", "filename", "clip"];
    private static readonly string[] ByteColumns = ["bytes", "size"];
    private static readonly string[] SumColumns = ["sha256", "sha-256", "sum", "checksum", "hash"];

    /// <summary>Reads a list.</summary>
    /// <param name="text">The text of the list.</param>
    /// <exception cref="QuantityException">A line cannot be read; the message names it.</exception>
    public static ImmutableArray<ListedFile> Parse(string text)
    {
        string[] lines = text.TrimStart('\uFEFF').ReplaceLineEndings("\n").Split('\n');
        int first = Array.FindIndex(lines, l => l.Trim().Length > 0);
        if (first < 0)
        {
            throw new QuantityException(
                QuantityFault.BadLabel,
                "The list is empty. Choose the list that was written when the card was copied."
            );
        }

        bool isTable = Columns(lines[first], out char separator) is not null;
        var files = ImmutableArray.CreateBuilder<ListedFile>();
        (int Path, int Bytes, int Sum)? columns = isTable ? Columns(lines[first], out _) : null;
        for (int i = isTable ? first + 1 : first; i < lines.Length; i++)
        {
            if (lines[i].Trim().Length == 0)
            {
                continue;
            }

            files.Add(columns is { } at ? OfTable(lines[i], separator, at, i + 1) : OfSums(lines[i], i + 1));
            if (files.Count > MostFiles)
            {
                throw new QuantityException(
                    QuantityFault.OutOfRange,
                    $"The list has more than {MostFiles} files. Make a list of one card at a time."
                );
            }
        }

        if (
            files.GroupBy(f => f.Path, StringComparer.Ordinal).FirstOrDefault(g => g.Select(f => f.Sha256).Distinct().Count() > 1) is
            { } twice
        )
        {
            throw new QuantityException(
                QuantityFault.BadLabel,
                $"{Notation.Excerpt(twice.Key)} is in the list twice with different sums. Make the list again."
            );
        }

        return [.. files.DistinctBy(f => f.Path)];
    }

    /// <summary>Checks a path and a sum as they come from a browser or a command.</summary>
    /// <exception cref="QuantityException">The path is empty, too long or has a control character, the size is below zero, or the sum is none.</exception>
    public static ListedFile File(string? path, long? bytes, string? sum) =>
        new(
            Named(path, 0),
            bytes is < 0
                ? throw new QuantityException(QuantityFault.OutOfRange, $"{Notation.Excerpt(path ?? "")} has a size below zero.")
                : bytes,
            sum is null ? null : Sum(sum, 0)
        );

    // 64 digits, a space, a space or an asterisk, the name; a backslash before all of it says that the name has escapes.
    private static ListedFile OfSums(string line, int number)
    {
        bool escaped = line.StartsWith('\\');
        string rest = escaped ? line[1..] : line;
        if (rest.Length < SumLength + 3 || rest[SumLength] != ' ' || rest[SumLength + 1] is not (' ' or '*'))
        {
            throw new QuantityException(
                QuantityFault.BadLabel,
                $"Line {number} is no line of a SHA-256 list: “{Notation.Excerpt(line)}”. It has 64 digits, two spaces and the file's name."
            );
        }

        string name = rest[(SumLength + 2)..];
        return new ListedFile(Named(escaped ? Unescaped(name) : name, number), null, Sum(rest[..SumLength], number));
    }

    private static string Unescaped(string name) =>
        name.Replace("\\\\", "\0", StringComparison.Ordinal)
            .Replace("\\n", "\n", StringComparison.Ordinal)
            .Replace("\\r", "\r", StringComparison.Ordinal)
            .Replace('\0', '\\');

    private static (int Path, int Bytes, int Sum)? Columns(string header, out char separator)
    {
        foreach (char one in ",;\t")
        {
            string[] names = [.. Cells(header, one).Select(c => c.Trim().ToLowerInvariant())];
            int path = Array.FindIndex(names, PathColumns.Contains);
            int sum = Array.FindIndex(names, SumColumns.Contains);
            if (path >= 0 && sum >= 0)
            {
                separator = one;
                return (path, Array.FindIndex(names, ByteColumns.Contains), sum);
            }
        }

        separator = ',';
        return null;
    }

    private static ListedFile OfTable(string line, char separator, (int Path, int Bytes, int Sum) at, int number)
    {
        string[] cells = [.. Cells(line, separator)];
        if (cells.Length <= Math.Max(at.Path, at.Sum))
        {
            throw new QuantityException(QuantityFault.BadLabel, $"Line {number} has fewer columns than the first line names.");
        }

        long? bytes = null;
        if (at.Bytes >= 0 && at.Bytes < cells.Length && cells[at.Bytes].Trim() is { Length: > 0 } size)
        {
            bytes = long.TryParse(size, NumberStyles.None, CultureInfo.InvariantCulture, out long known)
                ? known
                : throw new QuantityException(QuantityFault.BadLabel, $"Line {number}: “{Notation.Excerpt(size)}” is no number of bytes.");
        }

        return new ListedFile(Named(cells[at.Path], number), bytes, Sum(cells[at.Sum].Trim(), number));
    }

    private static IEnumerable<string> Cells(string line, char separator)
    {
        var cell = new StringBuilder();
        bool quoted = false;
        for (int i = 0; i < line.Length; i++)
        {
            char c = line[i];
            if (c == '"' && quoted && i + 1 < line.Length && line[i + 1] == '"')
            {
                cell.Append(c);
                i++;
            }
            else if (c == '"')
            {
                quoted = !quoted;
            }
            else if (c == separator && !quoted)
            {
                yield return cell.ToString();
                cell.Clear();
            }
            else
            {
                cell.Append(c);
            }
        }

        yield return cell.ToString();
    }

    private static string At(int number) => number > 0 ? $"Line {number}: " : "";

    // Copies are written on systems that part names by a backslash too; a leading ./ says nothing.
    private static string Named(string? name, int number)
    {
        string path = name ?? "";
        path = path.StartsWith("./", StringComparison.Ordinal) ? path[2..] : path;
        if (path.Trim().Length == 0 || path.Length > LongestPath)
        {
            throw new QuantityException(
                QuantityFault.BadLabel,
                path.Length > LongestPath
                    ? $"{At(number)}a file's name has {path.Length} characters; {LongestPath} are the most. Copy it under a shorter name."
                    : $"{At(number)}a file has no name."
            );
        }

        return path.Any(char.IsControl)
            ? throw new QuantityException(
                QuantityFault.BadLabel,
                $"{At(number)}the name “{Notation.Excerpt(string.Concat(path.Select(c => char.IsControl(c) ? '�' : c)))}” has a line break or another control character. Rename the copy, and make the list again."
            )
            : path;
    }

    // A sum in capitals is the same sum.
    private static string Sum(string sum, int number) =>
        sum.Length == SumLength && sum.All(char.IsAsciiHexDigit)
            ? sum.ToLowerInvariant()
            : throw new QuantityException(
                QuantityFault.BadLabel,
                sum.Length is 32 or 40 or 128 && sum.All(char.IsAsciiHexDigit)
                    ? $"{At(number)}this is another sum than SHA-256: it has {sum.Length} digits, not 64. Make the list with SHA-256."
                    : $"{At(number)}“{Notation.Excerpt(sum)}” is no SHA-256: it has 64 hexadecimal digits."
            );
}
