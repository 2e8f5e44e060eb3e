using GoldNotch.Core.Cameras;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Units;

/// <summary>A unit.</summary>
public sealed record UnitView(string Tag, string ModelKey, string ModelName, string Tape, string Place, UnitStatus Status, int Version);

/// <summary>What of a unit can be edited; status is <c>in</c>, <c>out</c>, <c>repair</c> or <c>retired</c>; <c>dueBack</c> counts while it is out.</summary>
public sealed record UnitEdit(string Tape, string Place, string Status, DateOnly? DueBack = null);

/// <summary>A unit to add: its tag, the key of its model, the colour of its tape and where it lives.</summary>
public sealed record NewUnit(string Tag, string Model, string Tape, string Place);

/// <summary>Units to add, all of them or none.</summary>
public sealed record NewUnits(IReadOnlyList<NewUnit> Units);

/// <summary>How many of the units are new; the others were there as they are.</summary>
public sealed record UnitsAdded(int Added, int Unchanged);

/// <summary>A page of units; next is the tag to ask after, null on the last page.</summary>
public sealed record UnitPage(IReadOnlyList<UnitView> Units, string? Next);

/// <summary>Units of the pool.</summary>
internal static class UnitEndpoints
{
    private const int PageSize = 100;
    private const int MostAtOnce = 500;

    internal static void MapUnits(this IEndpointRouteBuilder api)
    {
        api.MapGet("/units", ListAsync).WithName("listUnits");
        api.MapPost("/units", AddAsync).Needs(Right.ManageUnits).ProducesProblem(403).WithName("addUnits");
        api.MapGet("/units/{tag}", GetAsync).ProducesProblem(404).WithName("getUnit");
        api.MapPut("/units/{tag}", PutAsync)
            .Needs(Right.ManageUnits)
            .ProducesProblem(403)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putUnit");
    }

    internal static UnitView View(StoredUnit unit, IReadOnlyDictionary<string, string> names) =>
        new(
            unit.Tag,
            unit.ModelKey,
            names.GetValueOrDefault(unit.ModelKey, unit.ModelKey),
            unit.Tape,
            unit.Place,
            unit.Status,
            unit.Version
        );

    private static async Task<Ok<UnitPage>> ListAsync(
        string? after,
        string? find,
        bool? retired,
        int? take,
        UnitStore units,
        ModelStore models,
        CancellationToken cancel
    )
    {
        int size = Math.Clamp(take ?? PageSize, 1, MostAtOnce);
        List<StoredUnit> rows = await units.ListAsync(
            after,
            find is { Length: > 0 and <= 80 } ? find : null,
            retired ?? true,
            size,
            cancel
        );
        Dictionary<string, string> names = await models.NamesAsync(cancel);
        return TypedResults.Ok(new UnitPage([.. rows.Select(u => View(u, names))], rows.Count == size ? rows[^1].Tag : null));
    }

    private static async Task<Ok<UnitView>> GetAsync(
        string tag,
        HttpContext context,
        UnitStore units,
        ModelStore models,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        context.Response.Headers.ETag = ETags.Of(unit.Version);
        return TypedResults.Ok(View(unit, await models.NamesAsync(cancel)));
    }

    private static async Task<Results<Ok<UnitView>, ProblemHttpResult>> PutAsync(
        string tag,
        UnitEdit edit,
        HttpContext context,
        SeenVersion seen,
        Author author,
        UnitStore units,
        ModelStore models,
        CancellationToken cancel
    )
    {
        UnitRules.Check(tag, edit.Tape, edit.Place, edit.Status, "");
        StoredUnit unit = await units.FindAsync(tag, cancel);
        StoredUnit wanted = unit with
        {
            Tape = edit.Tape.Trim(),
            Place = edit.Place.Trim(),
            Status = UnitStatuses.Parse(edit.Status),
            DueBack = edit.Status == "out" ? edit.DueBack : null,
            Version = seen.Number,
        };
        Dictionary<string, string> names = await models.NamesAsync(cancel);
        if (await units.UpdateAsync(wanted, author.Actor, cancel) is not { } changed)
        {
            StoredUnit theirs = await units.FindAsync(tag, cancel);
            return TypedResults.Problem(
                ProblemHandler.Problem(
                    412,
                    ProblemCode.ChangedMeanwhile,
                    "",
                    $"Somebody else changed {tag} while you did. Nothing of yours was kept yet: look at both and choose.",
                    new Dictionary<string, object?> { ["yours"] = View(wanted, names), ["theirs"] = View(theirs, names) }
                )
            );
        }

        context.Response.Headers.ETag = ETags.Of(changed.Version);
        return TypedResults.Ok(View(changed, names));
    }

    private static async Task<Ok<UnitsAdded>> AddAsync(NewUnits body, Author author, UnitStore units, CancellationToken cancel)
    {
        if (body.Units.Count is 0 or > MostAtOnce)
        {
            throw new RefusedException(
                body.Units.Count == 0 ? ProblemCode.BadValue : ProblemCode.TooMany,
                "/units",
                body.Units.Count == 0
                    ? "There is no unit to add. Type a tag first."
                    : $"{body.Units.Count} units are too many at once. Add {MostAtOnce} at most, or import a file."
            );
        }

        List<UnitDocument> rows =
        [
            .. body.Units.Select(
                (u, i) =>
                    u is null
                        ? throw new RefusedException(ProblemCode.BadValue, $"/units/{i}", "Nothing is given here; leave it out.")
                        : new UnitDocument(
                            u.Tag.Trim().ToUpperInvariant(),
                            u.Model.Trim(),
                            u.Tape.Trim(),
                            u.Place.Trim(),
                            UnitStatus.In.Word(),
                            [],
                            null,
                            null
                        )
            ),
        ];
        int added = await units.AddAsync(rows, author.Actor, cancel);
        return TypedResults.Ok(new UnitsAdded(added, rows.Count - added));
    }
}
