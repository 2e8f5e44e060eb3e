using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Standards;

namespace GoldNotch.Web.Features.Decisions;

/// <summary>What the rules find now in what is kept.</summary>
internal sealed class CurrentFindings(StandardStore standards, ModelStore models, SheetSource sheets)
{
    /// <summary>The finding that somebody read and accepts.</summary>
    /// <exception cref="RefusedException">The rules do not find it, or no longer say the same.</exception>
    internal async Task<RuleFinding> FindAsync(AcceptRequest read, CancellationToken cancel)
    {
        foreach (IEnumerable<RuleFinding> found in await FindingsAsync(read, cancel))
        {
            if (
                found.FirstOrDefault(f =>
                    f.RuleId == read.RuleId && f.Because.Case == read.Case && FindingViews.KeyOf(f.Setting) == read.Setting
                ) is
                { } finding
            )
            {
                return finding;
            }
        }

        throw new RefusedException(
            ProblemCode.NotFound,
            "/ruleId",
            "The rules do not find this in what is kept. Save first what you changed, or load the page again; nothing was accepted."
        );
    }

    private async Task<IEnumerable<IEnumerable<RuleFinding>>> FindingsAsync(AcceptRequest read, CancellationToken cancel)
    {
        if (read.StandardKey.Length == 0)
        {
            return await models.GetAsync(read.ModelKey, cancel) is { } model ? [RuleBook.Of(ModelReader.ToModel(model.Document))] : [];
        }

        if (read.ModelKey.Length > 0)
        {
            (Sheet sheet, _) = await sheets.GetAsync(
                new SheetAddress(read.StandardKey, read.ModelKey, read.Version, read.When),
                null,
                cancel
            );
            return [RuleBook.Of(sheet)];
        }

        // Findings of a standard are accepted while it is a draft; those of the version in force afterwards.
        StoredStandard?[] kept =
        [
            await standards.InStateAsync(read.StandardKey, StandardState.Draft, cancel),
            await standards.InStateAsync(read.StandardKey, StandardState.Approved, cancel),
        ];
        return [.. kept.OfType<StoredStandard>().Select(s => (IEnumerable<RuleFinding>)RuleBook.Of(StandardReader.ToStandard(s.Document)))];
    }
}
