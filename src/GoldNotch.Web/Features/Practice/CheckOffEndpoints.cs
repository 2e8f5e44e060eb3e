using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Practice;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Practice;

/// <summary>Something a trainee does with the real camera, and whether the examiner saw it done.</summary>
public sealed record HandsOnItemView(string Key, string Text, string Standard, bool IsTicked);

/// <summary>A check-off; <c>missing</c> is what is open before it can be signed, <c>lapsedBy</c> what ended it before its last day.</summary>
public sealed record CheckOffView(
    Guid Id,
    string Login,
    string Person,
    string ModelKey,
    string ModelName,
    int Version,
    string BegunBy,
    DateTimeOffset BegunAt,
    IReadOnlyList<HandsOnItemView> Items,
    IReadOnlyList<string> Missing,
    string SignedBy,
    DateTimeOffset? SignedAt,
    DateOnly? ValidUntil,
    CheckOffStanding Standing,
    string LapsedBy
);

/// <summary>Check-offs: everybody's for whoever may examine, else the person's own.</summary>
public sealed record CheckOffsView(IReadOnlyList<CheckOffView> All, int Months, bool IsAsked);

/// <summary>Something usual at a check-off, and the names of the models that it is not asked for with because they have nothing of the kind.</summary>
public sealed record UsualHandsOnView(string Key, string Text, string Standard, IReadOnlyList<string> NotFor);

/// <summary>What a department chooses from; exercises count for <c>freshDays</c>.</summary>
public sealed record CheckOffChoicesView(IReadOnlyList<UsualHandsOnView> Usual, int FreshDays);

/// <summary>Who is examined on what.</summary>
public sealed record CheckOffRequest(string Person, string Model);

/// <summary>What the examiner saw done, by key.</summary>
public sealed record TickedRequest(IReadOnlyList<string> Ticked);

/// <summary>What every endpoint of check-offs needs.</summary>
internal sealed record CheckOffWork(
    CheckOffStore Store,
    CheckOffGate Gate,
    PersonStore People,
    ModelStore Models,
    DepartmentStore Departments,
    WallClock Wall,
    TimeProvider Clock,
    Phrasing Phrasing
)
{
    internal async Task<CheckOffView> ViewAsync(StoredCheckOff of, CancellationToken cancel) => (await ViewsAsync([of], cancel))[0];

    /// <summary>Check-offs in their order; what holds for all of them is looked up once.</summary>
    internal async Task<List<CheckOffView>> ViewsAsync(IReadOnlyList<StoredCheckOff> all, CancellationToken cancel)
    {
        Data.Department department = await Departments.GetAsync(cancel);
        Dictionary<string, string> names = await Models.NamesAsync(cancel);
        DateTimeOffset now = department.Local(Clock.GetUtcNow());
        StoredCheckOff[] held = [.. all.Where(c => c.Signed is { } s && s.ValidUntil >= DateOnly.FromDateTime(now.DateTime))];
        (Guid?, string?) whose = held is [var only] ? (only.PersonId, only.ModelKey) : (null, null);
        ILookup<(Guid, string), CheckedReturn> back = (
            held.Length == 0 ? [] : await Gate.ReturnsAsync(held.Min(c => c.Signed!.At), whose.Item1, whose.Item2, department, cancel)
        ).ToLookup(r => (r.Person, r.ModelKey));
        List<CheckOffView> views = [];
        foreach (StoredCheckOff one in all)
        {
            views.Add(await ViewAsync(one, department.CheckOff.List, names, back[(one.PersonId, one.ModelKey)], now, cancel));
        }

        return views;
    }

    private async Task<CheckOffView> ViewAsync(
        StoredCheckOff of,
        CheckOffList list,
        Dictionary<string, string> names,
        IEnumerable<CheckedReturn> back,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        DateOnly today = DateOnly.FromDateTime(now.DateTime);
        Judgement? lapsedBy = of.Signed is { } signed && signed.ValidUntil >= today ? CheckOff.LapsedBy(signed, list, back) : null;
        return new CheckOffView(
            of.Id,
            of.Login,
            of.PersonName,
            of.ModelKey,
            names.GetValueOrDefault(of.ModelKey, of.ModelKey),
            of.Version,
            of.BegunBy,
            of.BegunAt,
            [.. of.Items.Select(i => new HandsOnItemView(i.Key, i.Text, i.Standard, of.Ticked.Contains(i.Key)))],
            [.. (await MissingAsync(of, list, now, cancel)).Select(m => Phrasing.Text(m))],
            of.SignedBy ?? "",
            of.SignedAt,
            of.Signed?.ValidUntil,
            CheckOff.StandingOf(of.Signed, lapsedBy, today),
            lapsedBy is null ? "" : Phrasing.Text(lapsedBy)
        );
    }

    private async Task<ImmutableArray<Judgement>> MissingAsync(
        StoredCheckOff of,
        CheckOffList list,
        DateTimeOffset now,
        CancellationToken cancel
    ) =>
        of.SignedAt is null && await Models.GetAsync(of.ModelKey, cancel) is { } card
            ? await Gate.MissingAsync(of.PersonId, ModelReader.ToModel(card.Document), of, list, now, cancel)
            : [];
}

/// <summary>Practical examinations, and the card that opens the counter.</summary>
internal static class CheckOffEndpoints
{
    internal static void MapCheckOffs(this IEndpointRouteBuilder api)
    {
        api.MapGet("/check-offs", ListAsync).WithName("listCheckOffs");
        api.MapGet("/check-offs/choices", ChoicesAsync).Needs(Right.Examine).WithName("getCheckOffChoices");
        api.MapPut("/check-offs/{id:guid}", BeginAsync)
            .Needs(Right.Examine)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithName("beginCheckOff");
        api.MapPut("/check-offs/{id:guid}/ticked", TickAsync)
            .Needs(Right.Examine)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("tickCheckOff");
        api.MapPut("/check-offs/{id:guid}/signature", SignAsync)
            .Needs(Right.Examine)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("signCheckOff");
        api.MapDelete("/check-offs/{id:guid}", DropAsync)
            .Needs(Right.Examine)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithName("dropCheckOff");
        api.MapGet("/check-offs/card.pdf", CardAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printCheckOffCard");
    }

    private static async Task<Ok<CheckOffsView>> ListAsync(
        HttpContext context,
        Author author,
        [AsParameters] CheckOffWork work,
        CancellationToken cancel
    )
    {
        bool examines = SignedIn.Role(context.User).Has(Right.Examine);
        List<CheckOffView> all = await work.ViewsAsync(await work.Store.ListAsync(examines ? null : author.Id, cancel), cancel);
        CheckOffPolicy policy = (await work.Departments.GetAsync(cancel)).CheckOff;
        return TypedResults.Ok(new CheckOffsView(all, policy.Months, policy.IsAsked ?? await work.Store.AnyAsync(cancel)));
    }

    private static async Task<Ok<CheckOffChoicesView>> ChoicesAsync(ModelStore models, CancellationToken cancel)
    {
        CameraModel[] all = [.. (await models.NewestAsync(cancel)).Select(m => ModelReader.ToModel(m.Document))];
        return TypedResults.Ok(
            new CheckOffChoicesView(
                [
                    .. HandsOn.Usual.Select(i => new UsualHandsOnView(
                        i.Key,
                        i.Text,
                        i.Standard,
                        [.. all.Where(m => !HandsOn.UsualOf(m).Contains(i)).Select(m => m.Name).Order(StringComparer.Ordinal)]
                    )),
                ],
                CheckOff.FreshDays
            )
        );
    }

    private static async Task<Ok<CheckOffView>> BeginAsync(
        Guid id,
        CheckOffRequest request,
        Author author,
        [AsParameters] CheckOffWork work,
        CancellationToken cancel
    )
    {
        StoredPerson trainee = await work.People.GetAsync(request.Person, cancel)
            ?? throw new RefusedException(
                ProblemCode.NotFound,
                "/person",
                "There is nobody with this sign-in name. Choose somebody of the department."
            );
        if (CheckOff.RefusalOf(trainee.Name, trainee.Id == author.Id) is { } own)
        {
            throw new RefusedException(ProblemCode.NotPossible, "/person", work.Phrasing.Text(own));
        }

        StoredModel model = await work.Models.GetAsync(request.Model, cancel)
            ?? throw new RefusedException(ProblemCode.ModelMissing, "/model", "There is no such model. Choose one of the list.");
        CheckOffList list = (await work.Departments.GetAsync(cancel)).CheckOff.List;
        ImmutableArray<HandsOnItem> items = list.ItemsOf(ModelReader.ToModel(model.Document));
        if (items.IsEmpty && list.Exercises.IsEmpty)
        {
            throw new RefusedException(
                ProblemCode.NotPossible,
                "/model",
                $"Nothing is asked for with {model.Document.Name}. Say first what a check-off asks, then examine."
            );
        }

        StoredCheckOff begun = await work.Store.BeginAsync(
            id,
            trainee,
            model.Document.Key,
            items,
            work.Clock.GetUtcNow(),
            author.Actor,
            cancel
        );
        return TypedResults.Ok(await work.ViewAsync(begun, cancel));
    }

    private static async Task<Ok<CheckOffView>> TickAsync(
        Guid id,
        TickedRequest request,
        SeenVersion seen,
        Author author,
        [AsParameters] CheckOffWork work,
        CancellationToken cancel
    )
    {
        StoredCheckOff of = await OpenAsync(id, work, cancel);
        string[] unknown = [.. request.Ticked.Except(of.Items.Select(i => i.Key))];
        if (unknown.Length > 0)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/ticked",
                "Something was ticked that is not on this list. Load the page again. Nothing was changed."
            );
        }

        StoredCheckOff kept = await work.Store.TickAsync(id, [.. request.Ticked.Distinct()], seen.Number, author.Actor, cancel)
            ?? throw Moved();
        return TypedResults.Ok(await work.ViewAsync(kept, cancel));
    }

    private static async Task<Ok<CheckOffView>> SignAsync(
        Guid id,
        SeenVersion seen,
        Author author,
        [AsParameters] CheckOffWork work,
        CancellationToken cancel
    )
    {
        StoredCheckOff of = await OpenAsync(id, work, cancel);
        if (CheckOff.RefusalOf(of.PersonName, of.PersonId == author.Id) is { } own)
        {
            throw new RefusedException(ProblemCode.NotPossible, "/id", work.Phrasing.Text(own));
        }

        CheckOffView now = await work.ViewAsync(of, cancel);
        if (now.Missing.Count > 0)
        {
            throw new RefusedException(
                ProblemCode.NotPossible,
                "/missing",
                $"It cannot be signed yet. {string.Join(" ", now.Missing)} Nothing was signed."
            );
        }

        DateOnly today = await work.Wall.TodayAsync(cancel);
        int months = (await work.Departments.GetAsync(cancel)).CheckOff.Months;
        StoredCheckOff signed = await work.Store.SignAsync(
            id,
            new SignedCheckOff(today, CheckOff.ValidUntil(today, months), work.Clock.GetUtcNow()),
            seen.Number,
            author.Actor,
            cancel
        ) ?? throw Moved();
        return TypedResults.Ok(await work.ViewAsync(signed, cancel));
    }

    private static async Task<NoContent> DropAsync(Guid id, Author author, [AsParameters] CheckOffWork work, CancellationToken cancel)
    {
        await OpenAsync(id, work, cancel);
        return await work.Store.DropAsync(id, author.Actor, cancel) ? TypedResults.NoContent() : throw Signed();
    }

    private static async Task<FileContentHttpResult> CardAsync(
        string? person,
        HttpContext context,
        Author author,
        [AsParameters] CheckOffWork work,
        CancellationToken cancel
    )
    {
        string login = string.IsNullOrEmpty(person) ? author.Login : person;
        if (login != author.Login && !SignedIn.Role(context.User).Has(Right.Examine))
        {
            throw new RefusedException(
                ProblemCode.NotFound,
                "/person",
                "A card is its person's own. Whoever may examine prints it for others."
            );
        }

        StoredPerson holder = await work.People.GetAsync(login, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/person", "There is nobody with this sign-in name.");
        DateOnly today = await work.Wall.TodayAsync(cancel);
        Data.Department department = await work.Departments.GetAsync(cancel);
        List<CheckOffView> held = await work.ViewsAsync(await work.Store.ListAsync(holder.Id, cancel), cancel);
        CheckOffCardPdf.Entry[] entries =
        [
            .. held.Where(c => c.Standing == CheckOffStanding.Valid)
                .GroupBy(c => c.ModelName)
                .Select(g => new CheckOffCardPdf.Entry(g.Key, g.Max(c => c.ValidUntil!.Value)))
                .OrderBy(e => e.Model, StringComparer.Ordinal),
        ];
        if (entries.Length == 0)
        {
            throw new RefusedException(
                ProblemCode.NotFound,
                "/person",
                $"{holder.Name} has no check-off that holds. A technician examines and signs one first."
            );
        }

        string address = $"{PublicAddress.Of(context)}/practice/check-offs?person={Uri.EscapeDataString(holder.Login)}";
        return TypedResults.File(
            CheckOffCardPdf.Of(holder.Name, department.Name, entries, address, today),
            "application/pdf",
            $"check-offs-{holder.Login}.pdf"
        );
    }

    private static async Task<StoredCheckOff> OpenAsync(Guid id, CheckOffWork work, CancellationToken cancel)
    {
        StoredCheckOff of = await work.Store.FindAsync(id, cancel);
        return of.SignedAt is null ? of : throw Signed();
    }

    private static RefusedException Signed() =>
        new(ProblemCode.Immutable, "/id", "This check-off is signed and stays as it is. Begin another to examine again.");

    private static RefusedException Moved() =>
        new(ProblemCode.ChangedMeanwhile, "", "Somebody changed this check-off meanwhile. Load it again; nothing was changed.");
}
