using System.Text.RegularExpressions;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;

namespace GoldNotch.Web.Features.People;

/// <summary>Somebody who can borrow a camera: sign-in name and name.</summary>
public sealed record BorrowerView(string Login, string Name);

/// <summary>A person as technicians see one.</summary>
/// <param name="Login">Sign-in name.</param>
/// <param name="Name">Name on checks.</param>
/// <param name="Role">What the person is in the department.</param>
/// <param name="Active">Whether the person may sign in.</param>
/// <param name="FailedTries">Tries to sign in with this name that came to nothing within a day.</param>
/// <param name="ClosedUntil">Until when the place with the most of them has to wait; null where none has. A device that the person used before is let through.</param>
/// <param name="Version">Rises with each change.</param>
public sealed record PersonView(
    string Login,
    string Name,
    Role Role,
    bool Active,
    int FailedTries,
    DateTimeOffset? ClosedUntil,
    int Version
);

/// <summary>A person to add.</summary>
public sealed record PersonBegin(string Login, string Name, string Role, string Password);

/// <summary>What of a person can be changed.</summary>
public sealed record PersonEdit(string Name, string Role, bool Active);

/// <summary>A password that a technician gives.</summary>
public sealed record PasswordGiven(string Password);

/// <summary>People, for technicians.</summary>
internal static partial class PeopleEndpoints
{
    internal static void MapPeople(this IEndpointRouteBuilder api)
    {
        api.MapGet("/technicians", TechniciansAsync).WithName("listTechnicians");
        api.MapGet("/borrowers", BorrowersAsync).WithName("listBorrowers");
        RouteGroupBuilder people = api.MapGroup("/people").Needs(Right.ManagePeople);
        people.MapGet("", ListAsync).WithName("listPeople");
        people.MapPost("", AddAsync).ProducesProblem(409).WithName("addPerson");
        people
            .MapPut("/{login}", ChangeAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putPerson");
        people.MapPost("/{login}/password", GivePasswordAsync).ProducesProblem(404).WithName("givePassword");
    }

    private static async Task<Ok<IReadOnlyList<PersonView>>> ListAsync(
        PersonStore people,
        SignInTries tries,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        Dictionary<string, ClosedName> closed = (await tries.ListAsync(cancel)).ToDictionary(c => c.Login);
        return TypedResults.Ok<IReadOnlyList<PersonView>>([
            .. (await people.ListAsync(cancel)).Select(p => View(p, closed.GetValueOrDefault(p.Login), clock.GetUtcNow())),
        ]);
    }

    /// <summary>Who can borrow a camera or be at one: everybody who has not left.</summary>
    private static async Task<Ok<IReadOnlyList<BorrowerView>>> BorrowersAsync(PersonStore people, CancellationToken cancel) =>
        TypedResults.Ok<IReadOnlyList<BorrowerView>>([
            .. (await people.ListAsync(cancel)).Where(p => p.Active).Select(p => new BorrowerView(p.Login, p.Name)),
        ]);

    /// <summary>Whom to ask for what only technicians do. Everybody who is signed in is told; names stand on every check anyway.</summary>
    private static async Task<Ok<IReadOnlyList<string>>> TechniciansAsync(PersonStore people, CancellationToken cancel) =>
        TypedResults.Ok<IReadOnlyList<string>>([
            .. (await people.ListAsync(cancel)).Where(p => p is { Active: true, Role: Role.Technician }).Select(p => p.Name),
        ]);

    private static async Task<Created<PersonView>> AddAsync(
        PersonBegin begin,
        Author author,
        PersonStore people,
        IPasswordHasher<StoredPerson> hasher,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (!LoginShape().IsMatch(begin.Login))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/login",
                "A sign-in name has 2 to 40 small letters, digits, dots or hyphens and begins with a letter."
            );
        }

        var person = new StoredPerson(begin.Login, PersonNames.Read(begin.Name, "/name"), Read(begin.Role), "");
        Passwords.Check(begin.Password, person, "/password");
        return await people.AddAsync(person with { PasswordHash = hasher.HashPassword(person, begin.Password) }, author.Actor, cancel)
            ? TypedResults.Created($"/api/people/{person.Login}", View(person, null, clock.GetUtcNow()))
            : throw new RefusedException(ProblemCode.LoginTaken, "/login", $"“{begin.Login}” is taken. Choose another sign-in name.");
    }

    private static async Task<Results<Ok<PersonView>, ProblemHttpResult>> ChangeAsync(
        string login,
        PersonEdit edit,
        SeenVersion seen,
        Author author,
        PersonStore people,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        StoredPerson person = await people.GetAsync(login, cancel) ?? throw NotFound(login);
        StoredPerson? after = await people.ChangeAsync(
            person with
            {
                Name = PersonNames.Read(edit.Name, "/name"),
                Role = Read(edit.Role),
                Active = edit.Active,
                Version = seen.Number,
            },
            author.Actor,
            cancel
        );
        return after is null
            ? TypedResults.Problem(
                ProblemHandler.Problem(
                    412,
                    ProblemCode.ChangedMeanwhile,
                    "",
                    $"Somebody changed {person.Name} meanwhile. Load the list again and decide."
                )
            )
            : TypedResults.Ok(View(after, null, clock.GetUtcNow()));
    }

    private static async Task<NoContent> GivePasswordAsync(
        string login,
        PasswordGiven given,
        Author author,
        PersonStore people,
        IPasswordHasher<StoredPerson> hasher,
        CancellationToken cancel
    )
    {
        StoredPerson person = await people.GetAsync(login, cancel) ?? throw NotFound(login);
        Passwords.Check(given.Password, person, "/password");
        await people.ChangePasswordAsync(login, hasher.HashPassword(person, given.Password), author.Actor, cancel);
        return TypedResults.NoContent();
    }

    private static PersonView View(StoredPerson p, ClosedName? closed, DateTimeOffset now) =>
        new(p.Login, p.Name, p.Role, p.Active, closed?.Failed ?? 0, closed?.OpenAt > now ? closed.OpenAt : null, p.Version);

    private static Role Read(string word) =>
        Roles.TryParse(word, out Role role)
            ? role
            : throw new RefusedException(ProblemCode.BadValue, "/role", $"The role is one of {string.Join(", ", Roles.Words)}.");

    private static RefusedException NotFound(string login) =>
        new(ProblemCode.NotFound, "/login", $"There is nobody who signs in as “{(login.Length > 40 ? login[..40] : login)}”.");

    [GeneratedRegex("^[a-z][a-z0-9.-]{1,39}$")]
    private static partial Regex LoginShape();
}
