using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>A task is done or not done; what is worth knowing about it depends on the model.</summary>
internal sealed class TaskTranslator(Setting setting) : Translator
{
    private const string RuleId = "TASK-DONE";

    private static readonly Template Plain = new(RuleId, "plain", "{what}");
    private static readonly Template BlackReferenceEvery = new(
        RuleId,
        "black-reference-every",
        "{what} Repeat it on {model} every {interval}."
    );
    private static readonly Template NoBlackReference = new(RuleId, "no-black-reference", "{model} needs none.");
    private static readonly Template ClockIgnored = new(
        RuleId,
        "clock-ignored",
        "The policy ignores date and time: clips are ordered by card, and file times mean nothing."
    );
    private static readonly Template NoReset = new(RuleId, "no-reset", "{model} has no reset in its menu. Check every line below by hand.");
    private static readonly Template ResetNeedsFirmware = new(
        RuleId,
        "reset-needs-firmware",
        "{model} has no reset before firmware {firmware}. Update it, or check every line below by hand."
    );
    private static readonly Template Reset = new(RuleId, "reset", "{how} The card is not affected.");
    private static readonly Template ResetSince = new(
        RuleId,
        "reset-since",
        "{how} It needs firmware {firmware} or later. The card is not affected."
    );
    private static readonly Template Format = new(RuleId, "format", "{what} The camera may not recognise a card formatted on a computer.");

    internal override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        var done = new SettingValue.Task(true);
        string what = SettingDefinition.Of(setting).What;
        return setting switch
        {
            Setting.BlackReference when model.BlackReferenceMinutes is { } minutes => Exact(
                notch,
                draft,
                done,
                BlackReferenceEvery.Of(
                    setting,
                    ("what", what),
                    ("model", model.Name),
                    ("interval", FigureValue.In(Measure.Minutes, minutes))
                )
            ),
            Setting.BlackReference => Nothing(notch, draft, done, NoBlackReference.Of(setting, ("model", model.Name))),
            Setting.Clock when draft.Policy(ClockPolicy.Ignore) && notch.Requirement is Requirement.ByPolicy => Nothing(
                notch,
                draft,
                done,
                ClockIgnored.Of(setting)
            ),
            Setting.FactoryReset when model.NotFitted.Contains(setting) || model.Reset is { How.Length: 0 } => NotPossible(
                notch,
                draft,
                model.Reset is { Firmware.Length: > 0 } newer
                    ? ResetNeedsFirmware.Of(setting, ("model", model.Name), ("firmware", newer.Firmware))
                    : NoReset.Of(setting, ("model", model.Name))
            ),
            Setting.FactoryReset when model.Reset is { } reset => Exact(
                notch,
                draft,
                done,
                reset.Firmware.Length > 0
                    ? ResetSince.Of(setting, ("how", reset.How), ("firmware", reset.Firmware))
                    : Reset.Of(setting, ("how", reset.How))
            ),
            Setting.CardFormatted => Exact(notch, draft, done, Format.Of(setting, ("what", what))),
            _ => Exact(notch, draft, done, Plain.Of(setting, ("what", what))),
        };
    }
}
