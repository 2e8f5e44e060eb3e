using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>A number on a control with marks: the nearest mark on the right side of what is required.</summary>
internal sealed class LevelTranslator(Setting setting) : Translator
{
    private const string RuleId = "LEVEL-NEAREST";

    private static readonly Template PeakTooHigh = new(RuleId, "peak-too-high", "This close to full scale a laugh clips.");
    private static readonly Template PeakGood = new(RuleId, "peak-good", "Above the noise, with headroom for a laugh; it never reaches 0.");
    private static readonly Template PeakWithoutLimiter = new(
        RuleId,
        "peak-without-limiter",
        "{model} has no limiter: audio peaks at {level} in place of {required} leave {off:size} more headroom for a laugh."
    );
    private static readonly Template TimecodeBegins = new(
        RuleId,
        "timecode-begins",
        "Timecode begins at {hour}, so that the label states the card or the day."
    );
    private static readonly Template CanBeOff = new(RuleId, "can-be-off", "{model} can switch it off.");
    private static readonly Template CannotBeOff = new(
        RuleId,
        "cannot-be-off",
        "{model} cannot switch it off. Set {least}, where it shows least."
    );
    private static readonly Template Has = new(RuleId, "has", "{model} has {level}.");
    private static readonly Template Nearest = new(RuleId, "nearest", "{model} has no {required}; the nearest is {level}.");
    private static readonly Template NotStated = new(
        RuleId,
        "not-stated",
        "The specification of {model} does not state whether it has this. Look for it, set {required}, and have the specification completed."
    );
    private static readonly Template NothingToSet = new(RuleId, "nothing-to-set", "{model} has none: nothing to set.");
    private static readonly Template NoControl = new(
        RuleId,
        "no-control",
        "{model} has no {setting:lower}. Leave it and note it on the sheet."
    );
    private static readonly Template NoZebra = new(
        RuleId,
        "no-zebra",
        "{model} has no zebra. Judge exposure by the histogram or the meter."
    );
    private static readonly Template ZebraClipping = new(RuleId, "zebra-clipping", "Zebra marks lost detail.");
    private static readonly Template ZebraSkin = new(RuleId, "zebra-skin", "Zebra on skin means: expose slightly less.");

    // Often taken for an effect.
    private static readonly Template ShiftIsBias = new(RuleId, "shift-is-bias", "It is a bias of automatic exposure, not an effect.");

    // What a limiter would have caught (bench rule), dB.
    private const double HeadroomWithoutLimiter = 6;

    internal override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        SettingDefinition name = SettingDefinition.Of(setting);
        CameraModel model = draft.Model;
        Requirement requirement = notch.Requirement is Requirement.ByPolicy ? ZebraByPolicy(draft) : notch.Requirement;
        bool off = requirement is Requirement.Position;
        double wanted = (requirement as Requirement.Amount)?.Value ?? 0;
        if (setting == Setting.AudioPeakLevel && WithoutLimiter(draft))
        {
            double lower = wanted - HeadroomWithoutLimiter;
            return Compromise(
                notch,
                draft,
                new SettingValue.Amount(lower, name.Unit),
                -HeadroomWithoutLimiter,
                PeakWithoutLimiter.Of(
                    setting,
                    ("model", model.Name),
                    ("required", Shown(wanted, name)),
                    ("level", Shown(lower, name)),
                    ("off", new Distance(HeadroomWithoutLimiter, name.Unit))
                )
            );
        }

        if (setting is Setting.AudioPeakLevel or Setting.TimecodeHour)
        {
            return Exact(
                notch,
                draft,
                new SettingValue.Amount(wanted, name.Unit),
                setting == Setting.TimecodeHour
                    ? TimecodeBegins.Of(setting, ("hour", FigureValue.In(Measure.Hour, wanted)))
                    : (wanted > -6 ? PeakTooHigh : PeakGood).Of(setting)
            );
        }

        if (!model.Levels.TryGetValue(setting, out LevelControl? control))
        {
            return Missing(notch, draft, name, off || wanted == 0, wanted);
        }

        if (off)
        {
            return control.HasOff
                ? Exact(notch, draft, new SettingValue.Choice("off"), CanBeOff.Of(setting, ("model", model.Name)))
                : NotPossible(notch, draft, CannotBeOff.Of(setting, ("model", model.Name), ("least", Shown(control.Marks[^1], name))));
        }

        double[] allowed = [.. control.Marks.Where(m => Good(m, requirement))];
        double chosen = (allowed.Length > 0 ? allowed : [.. control.Marks]).OrderBy(m => Math.Abs(m - wanted)).ThenBy(Math.Abs).First();
        double away = chosen - wanted;
        double? white = draft.Standard.Exposure.LevelsOn(draft.Target<SettingValue.Choice>(Setting.Profile)?.Word)?.White;
        Judgement? means =
            setting == Setting.Zebra ? (chosen >= Math.Min(95, white ?? 95) ? ZebraClipping : ZebraSkin).Of(setting)
            : setting == Setting.AutoExposureShift ? ShiftIsBias.Of(setting)
            : null;
        return allowed.Length > 0 && (requirement is Requirement.Amount { Bound: not Bound.Exactly } || Math.Abs(away) <= Guard.Edge)
            ? Exact(notch, draft, Shown(chosen, name), Has.Of(setting, ("model", model.Name), ("level", Shown(chosen, name))).And(means))
            : Compromise(
                notch,
                draft,
                Shown(chosen, name),
                away,
                Nearest
                    .Of(
                        setting,
                        ("model", model.Name),
                        ("required", Shown(wanted, name)),
                        ("level", Shown(chosen, name)),
                        ("off", new Distance(away, name.Unit))
                    )
                    .And(means)
            );
    }

    // The standard counts on a limiter that this model does not have: one target, lowered, and no second one beside it.
    private static bool WithoutLimiter(SheetDraft draft) =>
        draft.Model.NotFitted.Contains(Setting.Limiter)
        && draft.Notches.Any(n => n is { Setting: Setting.Limiter, Requirement: Requirement.Position { Word: "on" } });

    private SheetLine Missing(Notch notch, SheetDraft draft, SettingDefinition name, bool nothingWanted, double wanted)
    {
        CameraModel model = draft.Model;
        SettingValue none =
            notch.Requirement is Requirement.Amount ? new SettingValue.Amount(wanted, name.Unit) : new SettingValue.Choice("off");
        if (!model.NotFitted.Contains(setting))
        {
            return CheckByEye(notch, draft, none, NotStated.Of(setting, ("model", model.Name), ("required", notch.Requirement.Text)));
        }

        return nothingWanted
            ? Nothing(notch, draft, none, NothingToSet.Of(setting, ("model", model.Name)))
            : NotPossible(
                notch,
                draft,
                setting == Setting.Zebra
                    ? NoZebra.Of(setting, ("model", model.Name))
                    : NoControl.Of(setting, ("model", model.Name), ("setting", setting))
            );
    }

    private static SettingValue.Amount Shown(double level, SettingDefinition name) => new(level, name.Unit);

    private static bool Good(double mark, Requirement requirement) =>
        requirement is not Requirement.Amount number
        || number.Bound switch
        {
            Bound.AtLeast => mark >= number.Value - Guard.Edge,
            Bound.AtMost => mark <= number.Value + Guard.Edge,
            _ => true,
        };

    private static Requirement ZebraByPolicy(SheetDraft draft) =>
        draft.Standard.Policies.Of<ZebraPolicy>() switch
        {
            ZebraPolicy.Skin => new Requirement.Amount(
                draft.Standard.Exposure.LevelsOn(draft.Target<SettingValue.Choice>(Setting.Profile)?.Word)?.Skin ?? 70,
                Bound.Exactly,
                NaturalUnit.Percent
            ),
            ZebraPolicy.Off => new Requirement.Position("off"),
            _ => new Requirement.Amount(100, Bound.Exactly, NaturalUnit.Percent),
        };
}
