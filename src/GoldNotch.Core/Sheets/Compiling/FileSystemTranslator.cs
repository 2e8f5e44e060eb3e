using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>A file system that the camera writes.</summary>
internal sealed class FileSystemTranslator : Translator
{
    private const string RuleId = "FILE-SYSTEM-WRITTEN";

    private static readonly Template NotStated = new(
        RuleId,
        "not-stated",
        "The specification of {model} does not state what it writes. A card formatted in the camera is right."
    );
    private static readonly Template NotWritten = new(
        RuleId,
        "not-written",
        "{model} writes {writes}, not {required}: it does not recognise such a card. Format it in the camera after its clips are copied."
    );
    private static readonly Template IssuedDiffers = new(
        RuleId,
        "issued-differs",
        "The issued card is {card}; {model} writes {writes}. Format it in the camera after its clips are copied."
    );
    private static readonly Template Writes = new(RuleId, "writes", "{model} writes {writes}.");

    internal override Setting Setting => Setting.FileSystem;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        string[] writes = [.. model.Slots.SelectMany(s => s.FileSystems).Distinct()];
        if (writes.Length == 0)
        {
            return CheckByEye(notch, draft, null, NotStated.Of(Setting, ("model", model.Name)));
        }

        string? asked = (notch.Requirement as Requirement.Position)?.Word;
        string issued = model.Card?.FileSystem ?? "";
        string wanted = asked ?? (writes.Contains(issued) ? issued : writes[0]);
        (string, FigureValue) has = ("writes", FigureValue.Of(writes));
        if (!writes.Contains(wanted))
        {
            return NotPossible(notch, draft, NotWritten.Of(Setting, ("model", model.Name), has, ("required", wanted)));
        }

        var target = new SettingValue.Choice(wanted);
        return asked is null && issued.Length > 0 && issued != wanted
            ? Compromise(notch, draft, target, 0, IssuedDiffers.Of(Setting, ("card", issued), ("model", model.Name), has))
            : Exact(notch, draft, target, Writes.Of(Setting, ("model", model.Name), has));
    }
}
