using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>FILE-SYSTEM-WRITTEN: a card in a file system the camera does not write is not seen by it.</summary>
internal sealed class FileSystemTranslator : Translator
{
    private const string Id = "FILE-SYSTEM-WRITTEN";

    protected override Setting Setting => Setting.FileSystem;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        string[] writes = [.. model.Slots.SelectMany(s => s.FileSystems).Distinct()];
        if (writes.Length == 0)
        {
            return Look(notch, draft, null, Judgement.Of(Id, $"The card of {model.Name} does not say what it writes. Format in the camera: then it is right."));
        }

        string? asked = (notch.Wish as Wish.Position)?.Word;
        string issued = model.Card?.FileSystem ?? "";
        string wanted = asked ?? (writes.Contains(issued) ? issued : writes[0]);
        string has = string.Join(", ", writes);
        if (!writes.Contains(wanted))
        {
            return NotPossible(notch, draft, Judgement.Of(Id, $"{model.Name} writes {has}, not {wanted}: such a card is not seen. Format it in the camera, after its clips are cleared."));
        }

        var target = new SettingValue.Choice(wanted);
        return asked is null && issued.Length > 0 && issued != wanted
            ? Compromise(notch, draft, target, 0, Judgement.Of(Id, $"The issued card is {issued}; {model.Name} writes {has}. Format it in the camera, after its clips are cleared."))
            : Exact(notch, draft, target, Judgement.Of(Id, $"{model.Name} writes {has}."));
    }
}
