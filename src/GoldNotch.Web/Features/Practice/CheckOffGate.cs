using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Shoots;
using GoldNotch.Data;

namespace GoldNotch.Web.Features.Practice;

/// <summary>What the counter asks of a borrower: a check-off for the model, where the department asks for one.</summary>
internal sealed class CheckOffGate(
    CheckOffStore store,
    PracticeStore tries,
    ReturnStore returns,
    PersonStore people,
    DepartmentStore departments
)
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
        Data.Department department = await departments.GetAsync(cancel);
        CheckOffPolicy policy = department.CheckOff;
        if (borrower.Role.Has(Right.Examine) || !(policy.IsAsked ?? await store.AnyAsync(cancel)))
        {
            return null;
        }

        var today = DateOnly.FromDateTime(now.DateTime);
        List<SignedCheckOff> all = await store.SignedAsync(borrower.Id, model.Key, cancel);
        IReadOnlyList<CheckedReturn> back =
            all.Count == 0 ? [] : await ReturnsAsync(all.Min(s => s.At), borrower.Id, model.Key, department, cancel);
        (SignedCheckOff Signed, Judgement? LapsedBy)[] signed = [.. all.Select(s => (s, CheckOff.LapsedBy(s, policy.List, back)))];

        if (signed.Any(s => CheckOff.StandingOf(s.Signed, s.LapsedBy, today) == CheckOffStanding.Valid))
        {
            return null;
        }

        (SignedCheckOff? last, Judgement? lapsedBy) = signed.FirstOrDefault();
        StoredCheckOff? open = await store.OpenAsync(borrower.Id, model.Key, cancel);
        return new MissingCheckOff(
            model.Name,
            last?.ValidUntil,
            lapsedBy,
            CheckOff.Needed(await MissingAsync(borrower.Id, model, open, policy.List, now, cancel)),
            [.. (await people.ListAsync(cancel)).Where(p => p.Active && p.Role.Has(Right.Examine)).Take(MostExaminers).Select(p => p.Name)]
        );
    }

    /// <summary>What is missing of a check-off before it can be signed; of one that would begin now where none is open.</summary>
    internal async Task<ImmutableArray<Judgement>> MissingAsync(
        Guid person,
        CameraModel model,
        StoredCheckOff? open,
        CheckOffList list,
        DateTimeOffset now,
        CancellationToken cancel
    ) =>
        CheckOff.Missing(
            model.Name,
            list,
            open?.Items ?? list.ItemsOf(model),
            open?.Ticked ?? [],
            (await tries.FinishedAsync(person, cancel))
                .Where(t => t.ModelKey == model.Key)
                .Select(t => new FinishedExercise(t.Kind, t.FinishedAt, t.Passed)),
            now
        );

    /// <summary>What came back since a moment, on the department's clock; nothing is looked up where no return ends a check-off.</summary>
    internal async Task<IReadOnlyList<CheckedReturn>> ReturnsAsync(
        DateTimeOffset since,
        Guid? person,
        string? model,
        Data.Department department,
        CancellationToken cancel
    ) =>
        department.CheckOff.List.LapsesFrom is null
            ? []
            : [.. (await returns.CheckedAsync(since, person, model, cancel)).Select(r => r with { BackAt = department.Local(r.BackAt) })];
}
