using CsvHelper;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Exchange;

/// <content>What a standard states of sound, in one cell: <c>boom=condenser; host=condenser wireless; *headphones=no; *recorder=yes</c>.</content>
internal static partial class CsvFiles
{
    // No microphone is called so: its name has no star at the beginning.
    private const string Headphones = "*headphones";
    private const string RecorderApart = "*recorder";
    private const string Wireless = "wireless";
    private const string Spare = "spare";
    private const string Loud = "loud";

    private static string Sound(SoundDocument? sound) =>
        sound is null
            ? ""
            : Pairs([
                .. sound.Microphones.Select(m => (m.Name, Words(m))),
                (Headphones, sound.Headphones ? "yes" : "no"),
                (RecorderApart, sound.RecorderApart ? "yes" : "no"),
            ]);

    private static string Words(MicrophoneDocument of) =>
        string.Join(
            ' ',
            new[] { of.Kind, of.Wireless ? Wireless : "", of.Spare ? Spare : "", of.Loud ? Loud : "" }.Where(w => w.Length > 0)
        );

    private static SoundDocument? Sound(string cell, string at, CsvReader reader)
    {
        if (cell.Length == 0)
        {
            return null;
        }

        Dictionary<string, string> all = Pairs(cell, at, reader);
        bool Is(string name) => all.GetValueOrDefault(name) == "yes";
        return new SoundDocument(
            [.. all.Where(p => p.Key is not (Headphones or RecorderApart)).Select(p => Microphone(p.Key, p.Value, at, reader))],
            Is(Headphones),
            Is(RecorderApart)
        );
    }

    private static MicrophoneDocument Microphone(string name, string words, string at, CsvReader reader)
    {
        string[] parts = words.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        return parts.Skip(1).FirstOrDefault(p => p is not (Wireless or Spare or Loud)) is { } strange
            ? throw new RefusedException(
                ProblemCode.BadDocument,
                at,
                $"Row {reader.Parser.Row}: “{strange}” says nothing of a microphone. Write its kind, then {Wireless}, {Spare} or {Loud}. Nothing was imported."
            )
            : new MicrophoneDocument(
                name,
                parts.FirstOrDefault("").ToLowerInvariant(),
                parts.Contains(Wireless),
                parts.Contains(Spare),
                parts.Contains(Loud)
            );
    }
}
