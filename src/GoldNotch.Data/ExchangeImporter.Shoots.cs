using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Shoots;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Kits, pools, shoots and loans of a file.</summary>
public sealed partial class ExchangeImporter
{
    // The file says what the bag holds: as with a unit, it takes the place of what was there.
    private static async Task<bool> PutKitAsync(
        NpgsqlTransaction transaction,
        KitDocument kit,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        _ = ShootReader.ToKit(kit, at);
        int? version = await transaction
            .Command("SELECT version FROM kit WHERE unit_tag = @unit")
            .With("unit", kit.Unit)
            .NumberAsync(cancel);
        try
        {
            return await KitStore.PutAsync(transaction, kit, version ?? 0, at, who, cancel) is not { } kept || kept.Version != version;
        }
        catch (RefusedException missing) when (missing.Code == ProblemCode.NotFound)
        {
            throw new RefusedException(
                ProblemCode.UnitMissing,
                $"{at}/unit",
                $"There is no unit {kit.Unit}. Import it first, or in the same file.",
                missing
            );
        }
    }

    private static async Task<bool> PutPoolAsync(
        NpgsqlTransaction transaction,
        PoolDocument pool,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        _ = ShootReader.Check(pool, at);
        int? version = await transaction.Command("SELECT version FROM pool WHERE key = @key").With("key", pool.Key).NumberAsync(cancel);
        return await KitStore.PutPoolAsync(transaction, pool, version ?? 0, who, cancel) is not { } kept || kept.Version != version;
    }

    // A shoot that only its line-up has made so far is filled in; one that somebody changed here is not written over unseen.
    private static async Task<bool> PutShootAsync(
        NpgsqlTransaction transaction,
        ShootDocument shoot,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        ShootReader.Check(shoot, at);
        StoredLineUp? lineUp = await LineUpStore.GetAsync(transaction, shoot.Id, cancel);
        StoredShoot? kept = await ShootStore.LockedAsync(transaction, shoot.Id, cancel);
        string json = ShootStore.Said(shoot);
        if (kept is not null && ShootStore.Said(kept.Document) == json)
        {
            return false;
        }

        if (kept is not null && (lineUp is null || ShootStore.Said(kept.Document) != ShootStore.Said(ShootSync.Begun(lineUp.Document))))
        {
            throw new RefusedException(
                ProblemCode.IdTaken,
                $"{at}/id",
                $"The shoot “{kept.Document.Name}” has this id already and is another: {Differences.Told(ShootStore.Said(kept.Document), json)}. Give this one an id of its own, or delete the one that is here."
            );
        }

        try
        {
            await ShootStore.PutAsync(transaction, shoot, kept?.Version ?? 0, true, who, cancel);
        }
        catch (RefusedException refused) when (refused.Pointer.StartsWith('/') && !refused.Pointer.StartsWith(at, StringComparison.Ordinal))
        {
            throw new RefusedException(refused.Code, at + refused.Pointer, refused.Message, refused);
        }

        if (lineUp is not null)
        {
            await LineUpStore.WriteAsync(transaction, ShootSync.Follows(lineUp.Document, shoot), lineUp, who, cancel);
        }

        return true;
    }

    private static async Task<bool> PutLoanAsync(
        NpgsqlTransaction transaction,
        LoanDocument loan,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        (Loan state, ImmutableArray<CustodyEvent> events) = CustodyReader.ToLoan(loan, at);
        if (await LoanStore.GetAsync(transaction, loan.Id, true, cancel) is { } kept)
        {
            string Said(IEnumerable<CustodyEvent> of) =>
                JsonSerializer.Serialize(of.Select(CustodyReader.Document).ToArray(), ExchangeJson.Default.CustodyEventDocumentArray);
            return Said(kept.Events) == Said(events) && kept.Loan.Unit == state.Unit
                ? false
                : throw new RefusedException(
                    ProblemCode.IdTaken,
                    $"{at}/id",
                    $"A loan of {kept.Loan.Unit} has this id already and tells something else. Give this one an id of its own."
                );
        }

        if (await UnitStore.HeldAsync(transaction, loan.Unit, cancel) is null)
        {
            throw new RefusedException(
                ProblemCode.UnitMissing,
                $"{at}/unit",
                $"There is no unit {loan.Unit}. Import it first, or in the same file."
            );
        }

        if (loan.Shoot is { } shoot && await ShootStore.LockedAsync(transaction, shoot, cancel) is null)
        {
            throw new RefusedException(
                ProblemCode.NotFound,
                $"{at}/shoot",
                $"There is no shoot {shoot}. Import it first, or in the same file."
            );
        }

        Guid? borrower = await PersonStore.IdOfNameAsync(transaction, state.Borrower, cancel);
        try
        {
            await LoanStore.InsertAsync(transaction, loan.Id, state, events, borrower, loan.Shoot, who, cancel);
        }
        catch (RefusedException refused)
        {
            throw new RefusedException(refused.Code, at + refused.Pointer, refused.Message, refused);
        }

        return true;
    }
}
