using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Standards;

/// <summary>What a draft would come to on every model, without keeping anything.</summary>
internal static class Preview
{
    internal static StandardPreview Of(
        StandardDocument document,
        Setting? setting,
        StandardDocument? against,
        IReadOnlyList<ModelDocument> models,
        IReadOnlyList<AcceptedFinding> accepted,
        Phrasing phrasing
    )
    {
        Standard standard;
        try
        {
            standard = StandardReader.ToStandard(document);
        }
        catch (RefusedException wrong)
        {
            return new StandardPreview(new WrongView(wrong.Pointer, wrong.Message), [], [], null, []);
        }

        Standard? before = against is null ? null : StandardReader.ToStandard(against);
        ImmutableArray<CameraModel> all = [.. models.Select(m => ModelReader.ToModel(m))];
        return new StandardPreview(
            null,
            [.. all.Select(m => Effect(standard, before, m, setting, phrasing))],
            FindingViews.Of(RuleBook.Of(standard), accepted, phrasing),
            Proposal(standard, all, phrasing),
            before is null ? [] : Views(StandardChange.Between(before, standard), phrasing),
            standard.Sound is { } sound ? Sound(SoundPlan.Of(sound, standard.Policies), phrasing) : null
        );
    }

    private static SoundPlanView Sound(SoundPlan plan, Phrasing phrasing) =>
        new(
            [
                .. plan.Notches.Select(n => new SoundNotchView(
                    SettingDefinition.Of(n.Setting).Key,
                    SettingDefinition.Of(n.Setting).Name,
                    n.Require,
                    phrasing.Text(n.Because)
                )),
            ],
            [.. plan.Steps.Select(phrasing.Text)],
            [.. plan.Warnings.Select(phrasing.Text)]
        );

    internal static IReadOnlyList<ChangeView> Views(IEnumerable<StandardChange> changes, Phrasing phrasing) =>
        [.. changes.Select(c => new ChangeView(c.Setting is { } s ? SettingDefinition.Of(s).Key : null, phrasing.Text(c.Because)))];

    private static EffectView Effect(Standard standard, Standard? before, CameraModel model, Setting? setting, Phrasing phrasing)
    {
        Sheet sheet = SheetCompiler.Compile(standard, model);
        SheetLine? line = setting is { } s ? sheet.LineOf(s) : null;
        return new EffectView(
            model.Key,
            model.Name,
            sheet.Count(Fit.Exact),
            sheet.Count(Fit.Compromise),
            sheet.Count(Fit.NotPossible),
            sheet.BrokenMusts,
            sheet.Count(Fit.CheckByEye),
            new Distance(sheet.LightLeft.Value, NaturalUnit.Stops).Label(),
            sheet.Predicted is { } balance ? new Distance(balance.Error.Value, NaturalUnit.Stops).Label() : null,
            line is null ? null : SheetViews.Of(line, phrasing),
            before is null ? [] : Views(StandardChange.Between(SheetCompiler.Compile(before, model), sheet), phrasing)
        );
    }

    // The minutes are those of what is required, which need not be what the use proposes.
    private static FootageProposal RequiredOf(Standard standard, FootageProposal proposal)
    {
        ImmutableArray<Notch> notches = standard.NotchesIn(standard.Circumstances);
        Requirement? Required(Setting setting) => notches.FirstOrDefault(n => n.Setting == setting)?.Requirement;
        FootageProposal required = Required(Setting.RecordFormat) is Requirement.Format format
            ? proposal with
            {
                Size = format.Size,
                Rate = format.Rate,
            }
            : proposal;
        return Required(Setting.BitRate) switch
        {
            Requirement.BitRateAtLeast { Rate: var least } => required with { AtLeast = least },
            Requirement.HighestBitRate or Requirement.HighestForCard => required with { AtLeast = null },
            _ => required,
        };
    }

    private static ProposalView Proposal(Standard standard, ImmutableArray<CameraModel> models, Phrasing phrasing)
    {
        FootageProposal proposal = FootageProposal.For(standard.Use, standard.Policies, standard.Light.MainsHz);
        return new ProposalView(
            proposal.Size.Label(),
            proposal.Rate.Label(),
            proposal.AtLeast is { } least ? $"at least {least.Label()}" : "highest the card takes",
            [.. proposal.Reasons.Select(phrasing.Text)],
            [.. proposal.Cautions.Select(phrasing.Text)],
            [.. models.Select(m => new CardMinutesView(m.Name, phrasing.Text(RequiredOf(standard, proposal).HeldBy(m))))]
        );
    }
}
