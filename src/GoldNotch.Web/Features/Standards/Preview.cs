using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Sheets;

namespace GoldNotch.Web.Features.Standards;

/// <summary>What a draft would come to on every model, without keeping anything.</summary>
internal static class Preview
{
    internal static StandardPreview Of(
        StandardDocument document, Setting? setting, StandardDocument? against, IReadOnlyList<ModelDocument> models, IReadOnlyList<AcceptedFinding> accepted)
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
            [.. all.Select(m => Effect(standard, before, m, setting))],
            Findings.Views(RuleBook.Of(standard), accepted),
            Proposal(standard, all),
            before is null ? [] : Views(StandardChange.Between(before, standard)));
    }

    internal static IReadOnlyList<ChangeView> Views(IEnumerable<StandardChange> changes) =>
        [.. changes.Select(c => new ChangeView(c.Setting is { } s ? SettingName.Of(s).Key : null, c.Sentence))];

    private static EffectView Effect(Standard standard, Standard? before, CameraModel model, Setting? setting)
    {
        Sheet sheet = SheetCompiler.Compile(standard, model);
        SheetLine? line = setting is { } s ? sheet.LineOf(s) : null;
        return new EffectView(
            model.Key,
            model.Name,
            sheet.Count(Fit.Exact),
            sheet.Count(Fit.Compromise),
            sheet.Count(Fit.NotPossible),
            sheet.Count(Fit.CheckByEye),
            new Distance(sheet.LightLeft.Value, NaturalUnit.Stops).Label(),
            sheet.Predicted is { } balance ? new Distance(balance.Error.Value, NaturalUnit.Stops).Label() : null,
            line is null ? null : SheetViews.Of(line),
            before is null ? [] : Views(StandardChange.Between(SheetCompiler.Compile(before, model), sheet)));
    }

    private static ProposalView Proposal(Standard standard, ImmutableArray<CameraModel> models)
    {
        FootageProposal proposal = FootageProposal.For(standard.Use, standard.Policies);
        return new ProposalView(
            proposal.Size.Label(),
            proposal.Rate.Label(),
            proposal.AtLeast is { } least ? $"at least {least.Label()}" : "highest the card takes",
            proposal.Reasons,
            proposal.Cautions,
            [.. models.Select(m => new CardMinutesView(m.Name, proposal.HeldBy(m)))]);
    }
}
