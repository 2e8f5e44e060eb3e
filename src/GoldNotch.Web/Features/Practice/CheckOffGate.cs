using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Shoots;
using GoldNotch.Data;

namespace GoldNotch.Web.Features.Practice;

/// <summary>What the counter asks of a borrower: a check-off for the model, where the department asks for one.</summary>
internal sealed class CheckOffGate(CheckOffStore store, PracticeStore tries, PersonStore people, DepartmentStore departments)
{
    private const int MostExaminers = 4;

    /// <summary>What a borrower lacks for a model; null where the borrower may have it. Who may examine needs no check-off.</summary>
    internal async Task<MissingCheckOff?> MissingAsync(
        StoredPerson borrower,
        CameraModel model,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        CheckOffPolicy policy = (await departments.GetAsync(cancel)).CheckOff;
        if (borrower.Role.Has(Right.Examine) || !(policy.IsAsked ?? await store.AnyAsync(cancel)))
        {
            return null;
        }

        SignedCheckOff? last = await store.LastAsync(borrower.Id, model.Key, cancel);
        if (CheckOff.StandingOf(last, DateOnly.FromDateTime(now.DateTime)) == CheckOffStanding.Valid)
        {
            return null;
        }

        StoredCheckOff? open = await store.OpenAsync(borrower.Id, model.Key, cancel);
        return new MissingCheckOff(
            model.Name,
            last?.ValidUntil,
            await MissingAsync(borrower.Id, model, open, now, cancel),
            [.. (await people.ListAsync(cancel)).Where(p => p.Active && p.Role.Has(Right.Examine)).Take(MostExaminers).Select(p => p.Name)]
        );
    }

    /// <summary>What is missing of a check-off before it can be signed; of one that would begin now where none is open.</summary>
    internal async Task<ImmutableArray<Judgement>> MissingAsync(
        Guid person,
        CameraModel model,
        StoredCheckOff? open,
        DateTimeOffset now,
        CancellationToken cancel
    ) =>
        CheckOff.Missing(
            model.Name,
            open?.Items ?? CheckOff.ItemsOf(model),
            open?.Ticked ?? [],
            PassedOf(await tries.FinishedAsync(person, cancel), model.Key),
            now
        );

    /// <summary>When each kind of exercise with a model was last passed.</summary>
    internal static Dictionary<ExerciseKind, DateTimeOffset> PassedOf(IEnumerable<TryRow> tries, string model) =>
        tries.Where(t => t.Passed && t.ModelKey == model).GroupBy(t => t.Kind).ToDictionary(g => g.Key, g => g.Max(t => t.FinishedAt));
}
