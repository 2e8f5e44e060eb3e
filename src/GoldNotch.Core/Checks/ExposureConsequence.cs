using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Exposure: how far the picture comes out from what the sheet requires.</summary>
internal static class ExposureConsequence
{
    // Within a sixth of a stop a picture looks right on any monitor; to half a stop it is seen by who compares (bench rule).
    private const double LooksRight = 1.0 / 6;
    private const double Compares = 0.5;

    private const string RuleId = "NOW-EXPOSURE";

    private static readonly Template Automatic = new(
        RuleId,
        "automatic",
        "{automatic} on automatic: the camera makes the picture look right and hides what else is wrong. The manual settings come to {total}."
    );
    private static readonly Template OnPurpose = new(
        RuleId,
        "on-purpose",
        "{automatic} on automatic, as the sheet requires: the camera follows the light, and a bright background makes it darken the subject."
    );
    private static readonly Template OnPurposeOff = new(
        RuleId,
        "on-purpose-off",
        "{automatic} on automatic, as the sheet requires. What is set by hand asks it for {total:size} {total?less|more} than the sheet, which it may run out of."
    );
    private static readonly Template ByHand = new(
        RuleId,
        "by-hand",
        "{settings} is set by hand; the sheet requires automatic. The picture is right only in the light it was set for, and nobody follows a change."
    );
    private static readonly Template ByHandValue = new(RuleId, "by-hand-value", "by hand");
    private static readonly Template OnPurposeValue = new(RuleId, "on-purpose-value", "automatic, as required");
    private static readonly Template Right = new(RuleId, "right", "The picture comes out as bright as the sheet requires ({total}).");
    private static readonly Template Off = new(
        RuleId,
        "off",
        "The picture comes out {total:size} {total?over|under} what the sheet requires."
    );
    private static readonly Template Assumed = new(RuleId, "assumed", "Not read yet and counted as on target: {settings:lower}.");
    private static readonly Template ByPicture = new(
        RuleId,
        "by-picture",
        "The sheet leaves {settings:lower} to the picture: look at it. What it does state comes to {total}."
    );
    private static readonly Template ByPictureValue = new(RuleId, "by-picture-value", "by the picture");
    private static readonly Template Value = new(RuleId, "value", "{total}");

    internal static Consequence Of(Findings found, ImmutableArray<ExposureTerm> terms)
    {
        Stops total = terms.Aggregate(Stops.Zero, (sum, t) => sum + t.Change);
        Setting[] byHand = [.. terms.Where(t => found.IsManualInstead(t.Setting)).Select(t => t.Setting)];
        if (byHand.Length > 0)
        {
            return new(ConsequenceTopic.Exposure, Severity.Fault, ByHandValue.Of(), ByHand.Of(("settings", FigureValue.Of(byHand))));
        }

        Setting[] automatic = [.. terms.Where(t => t.Source == TermSource.Automatic).Select(t => t.Setting)];
        Setting[] meant = [.. automatic.Where(found.IsAutomaticAsRequired)];
        if (automatic.Length > 0 && meant.Length == automatic.Length)
        {
            double off = Math.Abs(total.Value);
            return new(
                ConsequenceTopic.Exposure,
                off <= LooksRight + Guard.Edge ? Severity.Fine
                    : off <= Compares + Guard.Edge ? Severity.Slight
                    : Severity.Fault,
                OnPurposeValue.Of(),
                (off <= LooksRight + Guard.Edge ? OnPurpose : OnPurposeOff).Of(("automatic", FigureValue.Of(meant)), ("total", total))
            );
        }

        if (automatic.Length > 0)
        {
            return new(
                ConsequenceTopic.Exposure,
                Severity.Automatic,
                OnAutomatic.Value.Of(),
                Automatic.Of(("automatic", FigureValue.Of(automatic)), ("total", total))
            );
        }

        Setting[] assumed = [.. terms.Where(t => t.Source == TermSource.Assumed).Select(t => t.Setting)];
        if (assumed.Length == terms.Length)
        {
            return Unread.Of(ConsequenceTopic.Exposure, Unread.Exposure);
        }

        Setting[] byPicture =
        [
            .. found
                .Sheet.Lines.Where(l =>
                    l is { Target: null, Fit: Fit.CheckByEye } && SettingDefinition.Of(l.Setting).ExposesOn(found.Sheet.Model)
                )
                .Select(l => l.Setting),
        ];
        if (byPicture.Length > 0)
        {
            return new(
                ConsequenceTopic.Exposure,
                Severity.Unknown,
                ByPictureValue.Of(),
                ByPicture.Of(("settings", FigureValue.Of(byPicture)), ("total", total))
            );
        }

        double size = Math.Abs(total.Value);
        Severity severity =
            size <= LooksRight + Guard.Edge ? Severity.Fine
            : size <= Compares + Guard.Edge ? Severity.Slight
            : Severity.Fault;
        Judgement because = (severity == Severity.Fine ? Right : Off).Of([
            ("total", total),
            .. terms.Where(t => t.Source == TermSource.Read).Select(t => (SettingDefinition.Of(t.Setting).Key, (FigureValue)t.Change)),
        ]);
        return new(
            ConsequenceTopic.Exposure,
            severity,
            Value.Of(("total", total)),
            because.And(assumed.Length == 0 ? null : Assumed.Of(("settings", FigureValue.Of(assumed))))
        );
    }
}
