using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Checks.Symptoms;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Symptoms;

/// <summary>The unit that seems broken, and what was read of it: the check that the page came from tells it; a check of another unit tells nothing of this one.</summary>
internal sealed class SymptomSource(UnitStore units, ModelStore models, CheckStore checks, CheckJudge judge)
{
    /// <exception cref="RefusedException">There is no such unit or check, or the check is of another unit.</exception>
    internal async Task<(StoredUnit Unit, CameraModel Model, ImmutableArray<Verdict> Read)> ReadAsync(
        string tag,
        Guid? check,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        StoredModel card = await models.GetAsync(unit.ModelKey, cancel)
            ?? throw new RefusedException(ProblemCode.ModelMissing, "/tag", $"The card of {unit.ModelKey} is missing: import it first.");
        CameraModel model = ModelReader.ToModel(card.Document);
        if (check is not { } id)
        {
            return (unit, model, []);
        }

        WholeCheck whole = await checks.ReadingsAsync(id, cancel) ?? throw CheckEndpoints.NotFound(id);
        return whole.Check.UnitTag == unit.Tag
            ? (unit, model, await judge.VerdictsAsync(whole, cancel))
            : throw new RefusedException(ProblemCode.BadValue, "/check", $"That check is of {whole.Check.UnitTag}, not of {unit.Tag}.");
    }
}
