using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Measurements;

/// <summary>What somebody says of a model; <c>about</c> is filters, noise, latitude or other.</summary>
public sealed record ClaimView(Guid Id, string About, string Claim, string Source, string By, DateTimeOffset At);

/// <summary>What was measured of a matter on a unit of the model, as it is used.</summary>
public sealed record MeasuredOnModelView(string About, string Unit, string Says, string By, DateTimeOffset At);

/// <summary>Claims about a model side by side, and what was measured on its units: a claim is unverified until then.</summary>
public sealed record ClaimsView(IReadOnlyList<ClaimView> Claims, IReadOnlyList<MeasuredOnModelView> Measured);

/// <summary>A claim to note.</summary>
public sealed record ClaimRequest(string About, string Claim, string Source);

/// <summary>Claims about models.</summary>
internal static class ClaimEndpoints
{
    private const int MostUnits = 200;
    private static readonly string[] Matters = ["filters", "noise", "latitude", "other"];

    internal static void MapClaims(this IEndpointRouteBuilder api)
    {
        api.MapGet("/models/{key}/claims", GetAsync).ProducesProblem(404).WithName("getClaims");
        api.MapGet("/units/{tag}/figures", OfUnitAsync).ProducesProblem(404).WithName("listUnitFigures");
        api.MapPut("/models/{key}/claims/{id:guid}", PutAsync).Needs(Right.DefineModels).ProducesProblem(404).WithName("putClaim");
        api.MapDelete("/models/{key}/claims/{id:guid}", DropAsync).Needs(Right.DefineModels).ProducesProblem(404).WithName("dropClaim");
    }

    private static async Task<Ok<ClaimsView>> GetAsync(
        string key,
        ClaimStore claims,
        MeasurementSource source,
        UnitStore units,
        CancellationToken cancel
    )
    {
        StoredModel card = await source.CardAsync(key, cancel);
        List<StoredUnit> all = await units.OfModelAsync(key, MostUnits, cancel);
        return TypedResults.Ok(
            new ClaimsView(
                [.. (await claims.OfAsync(key, cancel)).Select(c => new ClaimView(c.Id, c.About, c.Claim, c.Source, c.By, c.At))],
                [.. all.SelectMany(u => Measured(card.Document with { Measured = null }, u))]
            )
        );
    }

    // What counts for one unit: its own figures, and those of its model where it has none.
    private static async Task<Ok<IReadOnlyList<MeasuredOnModelView>>> OfUnitAsync(
        string tag,
        MeasurementSource source,
        UnitStore units,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        return TypedResults.Ok<IReadOnlyList<MeasuredOnModelView>>([
            .. Measured((await source.CardAsync(unit.ModelKey, cancel)).Document, unit),
        ]);
    }

    private static IEnumerable<MeasuredOnModelView> Measured(ModelDocument card, StoredUnit unit) =>
        (UnitReader.Measured(card, unit.Document).Measured ?? []).Select(m => new MeasuredOnModelView(m.About, m.Unit, m.What, m.By, m.At));

    private static async Task<NoContent> PutAsync(
        string key,
        Guid id,
        ClaimRequest request,
        Author author,
        ClaimStore claims,
        MeasurementSource source,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        await source.CardAsync(key, cancel);
        if (!Matters.Contains(request.About))
        {
            throw new RefusedException(ProblemCode.BadValue, "/about", $"A claim is about {string.Join(", ", Matters)}.");
        }

        await claims.AddAsync(
            new ModelClaim(
                id,
                key,
                request.About,
                Said(request.Claim, 3, 200, "/claim"),
                Said(request.Source, 2, 120, "/source"),
                author.Name,
                clock.GetUtcNow()
            ),
            author.Actor,
            cancel
        );
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> DropAsync(
        string key,
        Guid id,
        Author author,
        ClaimStore claims,
        TimeProvider clock,
        CancellationToken cancel
    ) =>
        await claims.RemoveAsync(key, id, clock.GetUtcNow(), author.Actor, cancel)
            ? TypedResults.NoContent()
            : throw new RefusedException(ProblemCode.NotFound, "/id", "There is no such claim any more. Look at the list again.");

    private static string Said(string text, int least, int most, string at) =>
        text.Trim() is { } said && said.Length >= least && said.Length <= most
            ? said
            : throw new RefusedException(ProblemCode.BadValue, at, $"Say it in {least} to {most} characters. Nothing was saved.");
}
